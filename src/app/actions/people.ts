'use server';

import { z } from 'zod';
import { redirect } from 'next/navigation';
import { ok } from '../../core/units/result';
import * as codes from '../../services/people/codes';
import * as people from '../../services/people/people';
import { refuse, type Outcome } from '../../services/shop';
import { id, text } from '../../services/use-case';
import { action, customAction, openAction } from '../_server/action';
import { publicAddress } from '../_server/address';
import { rememberBrowser, signInFrom } from '../_server/request';
import { theAuth } from '../_server/shop';

type Invited = Outcome<{ link: string | null }>;
const joinLink = (base: string, token: string) => new URL(`/join/${token}`, base).href;

export const changeRoleAction = action('set up', people.changeRole);
export const endPersonAction = action('set up', people.endPerson);
export const bringBackAction = action('set up', people.bringBack);
export const giveCodeAction = action('set up', codes.giveCode);
export const dropCodeAction = action('set up', codes.dropCode);
export const signOutPersonAction = action('set up', people.signOutPerson);

/** Adds somebody and, where they are to sign in, answers with their link. */
export const addPersonAction = customAction(
  'set up',
  [people.newPersonSchema.extend({ account: z.boolean() })],
  async ({ shop, actor }, input): Promise<Invited> => {
    const { base } = await publicAddress();
    const added = people.addPerson(shop, actor, input);
    if (!added.ok || !input.account) return added.ok ? ok({ link: null }) : added;
    const invited = people.invite(shop, actor, added.value);
    return invited.ok ? ok({ link: joinLink(base, invited.value) }) : invited;
  },
);

export const inviteAction = customAction(
  'set up',
  [id],
  async ({ shop, actor }, personId): Promise<Invited> => {
    const { base } = await publicAddress();
    const invited = people.invite(shop, actor, personId);
    return invited.ok ? ok({ link: joinLink(base, invited.value) }) : invited;
  },
);

export const giveOwnCodeAction = customAction('see', [], ({ shop, actor }) =>
  codes.giveCode(shop, actor, actor.id!),
);

export const dropOwnCodeAction = customAction('see', [], ({ shop, actor }) =>
  codes.dropCode(shop, actor, actor.id!),
);

export const signOutPlaceAction = customAction('see', [id], ({ shop, actor }, placeId) =>
  placeId
    ? people.signOutPerson(shop, actor, { personId: actor.id!, placeId })
    : refuse('Say which place to sign out of.'),
);

export const changePasswordAction = customAction(
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
