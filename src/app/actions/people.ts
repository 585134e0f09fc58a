'use server';

import { z } from 'zod';
import { ok } from '../../core/units/result';
import * as people from '../../services/people/people';
import { action, id, openAction, text } from '../_server/action';
import { publicAddress } from '../_server/address';
import { rememberBrowser, signInFrom } from '../_server/request';
import { theAuth } from '../_server/shop';
import { refuse, type Outcome } from '../../services/shop';
import { redirect } from 'next/navigation';

type Invited = Outcome<{ link: string | null }>;
const joinLink = (base: string, token: string) => new URL(`/join/${token}`, base).href;

/** Adds somebody and, where they are to sign in, answers with their link. */
export const addPersonAction = action(
  'set up',
  [z.object({ name: text, role: text, account: z.boolean() })],
  async ({ shop, actor }, input): Promise<Invited> => {
    const { base } = await publicAddress();
    const added = people.addPerson(shop, actor, input);
    if (!added.ok || !input.account) return added.ok ? ok({ link: null }) : added;
    const invited = people.invite(shop, actor, added.value);
    return invited.ok ? ok({ link: joinLink(base, invited.value) }) : invited;
  },
);

export const inviteAction = action(
  'set up',
  [id],
  async ({ shop, actor }, personId): Promise<Invited> => {
    const { base } = await publicAddress();
    const invited = people.invite(shop, actor, personId);
    return invited.ok ? ok({ link: joinLink(base, invited.value) }) : invited;
  },
);

export const changeRoleAction = action('set up', [id, text], ({ shop, actor }, personId, role) =>
  people.changeRole(shop, actor, personId, role),
);

export const endPersonAction = action('set up', [id], ({ shop, actor }, personId) =>
  people.endPerson(shop, actor, personId),
);

export const bringBackAction = action('set up', [id], ({ shop, actor }, personId) =>
  people.bringBack(shop, actor, personId),
);

export const giveCodeAction = action('set up', [id], ({ shop, actor }, personId) =>
  people.giveCode(shop, actor, personId),
);

export const dropCodeAction = action('set up', [id], ({ shop, actor }, personId) =>
  people.dropCode(shop, actor, personId),
);

export const signOutPersonAction = action(
  'set up',
  [id, id.nullable()],
  ({ shop, actor }, personId, placeId) => people.signOutPerson(shop, actor, personId, placeId),
);

export const giveOwnCodeAction = action('see', [], ({ shop, actor }) =>
  people.giveCode(shop, actor, actor.id!),
);

export const dropOwnCodeAction = action('see', [], ({ shop, actor }) =>
  people.dropCode(shop, actor, actor.id!),
);

export const signOutPlaceAction = action('see', [id], ({ shop, actor }, placeId) =>
  placeId
    ? people.signOutPerson(shop, actor, actor.id!, placeId)
    : refuse('Say which place to sign out of.'),
);

export const changePasswordAction = action(
  'see',
  [z.object({ present: text, next: text })],
  async ({ shop, actor, placeId }, input) => {
    const from = await signInFrom(actor.name);
    return people.changePassword(shop, theAuth(), actor.id!, input, { ...from, placeId });
  },
);

/** Takes an invitation. Open to whoever has its link. */
export const joinAction = openAction([id, text], async (shop, token, password) => {
  const invited = people.readInvitation(shop, token);
  if (!invited.ok) return invited;
  const { name } = invited.value;
  const joined = await people.join(shop, theAuth(), token, password, await signInFrom(name));
  if (!joined.ok) return joined;
  await rememberBrowser(shop, name);
  redirect('/');
});
