'use server';

import { z } from 'zod';
import { redirect } from 'next/navigation';
import { ok } from '../../core/units/result';
import * as codes from '../../services/people/codes';
import { qrSvg } from '../../services/machines/labels';
import * as people from '../../services/people/people';
import { refuse, type Outcome } from '../../services/shop';
import { id, text } from '../../services/use-case';
import { action, customAction, openAction } from '../_server/action';
import { phoneAddress } from '../_server/address';
import { rememberBrowser, signInFrom } from '../_server/request';
import { theAuth } from '../_server/shop';

/** A link to join by, with its code for a phone; none where somebody has no account. */
interface Invitation {
  link: string | null;
  qr: string | null;
}
type Invited = Outcome<Invitation>;

const nowhere =
  'This computer has no address in a network, so that a link would lead nowhere. Say in Set-up by which address phones reach it. Nothing was changed.';

async function invitation(base: string, token: string): Promise<Invitation> {
  const link = new URL(`/join/${token}`, base).href;
  return { link, qr: await qrSvg(link) };
}

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
    const { base } = await phoneAddress();
    if (input.account && !base) return refuse(nowhere);
    const added = people.addPerson(shop, actor, input);
    if (!added.ok || !input.account) return added.ok ? ok({ link: null, qr: null }) : added;
    const invited = people.invite(shop, actor, added.value);
    return invited.ok ? ok(await invitation(base!, invited.value)) : invited;
  },
);

export const inviteAction = customAction(
  'set up',
  [id],
  async ({ shop, actor }, personId): Promise<Invited> => {
    const { base } = await phoneAddress();
    if (!base) return refuse(nowhere);
    const invited = people.invite(shop, actor, personId);
    return invited.ok ? ok(await invitation(base, invited.value)) : invited;
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
