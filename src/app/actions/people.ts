'use server';

import { ok } from '../../core/units/result';
import * as people from '../../services/people';
import { act } from '../_server/act';
import { publicAddress } from '../_server/address';
import { fromOwnPage, otherSite, rememberBrowser, signInFrom } from '../_server/request';
import { shopTrouble, theAuth, theShop } from '../_server/shop';
import { attempted, problem, type Outcome } from '../../services/shop';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';

/** Adds somebody and, where they are to sign in, answers with their link. */
export async function addPersonAction(input: { name: string; role: string; account: boolean }) {
  const { base } = await publicAddress();
  return act('set up', (shop, actor): Outcome<{ link: string | null }> => {
    const added = people.addPerson(shop, actor, input);
    if (!added.ok || !input.account) return added.ok ? ok({ link: null }) : added;
    const invited = people.invite(shop, actor, added.value);
    return invited.ok ? ok({ link: joinLink(base, invited.value) }) : invited;
  });
}

export async function inviteAction(personId: string) {
  const { base } = await publicAddress();
  return act('set up', (shop, actor): Outcome<{ link: string | null }> => {
    const invited = people.invite(shop, actor, personId);
    return invited.ok ? ok({ link: joinLink(base, invited.value) }) : invited;
  });
}

const joinLink = (base: string, token: string) => new URL(`/join/${token}`, base).href;

export async function changeRoleAction(personId: string, role: string) {
  return act('set up', (shop, actor) => people.changeRole(shop, actor, personId, role));
}

export async function endPersonAction(personId: string) {
  return act('set up', (shop, actor) => people.endPerson(shop, actor, personId));
}

export async function bringBackAction(personId: string) {
  return act('set up', (shop, actor) => people.bringBack(shop, actor, personId));
}

export async function giveCodeAction(personId: string) {
  return act('set up', (shop, actor) => people.giveCode(shop, actor, personId));
}

export async function dropCodeAction(personId: string) {
  return act('set up', (shop, actor) => people.dropCode(shop, actor, personId));
}

export async function signOutPersonAction(personId: string, placeId: string | null) {
  return act('set up', (shop, actor) => people.signOutPerson(shop, actor, personId, placeId));
}

export async function giveOwnCodeAction() {
  return act('see', (shop, actor) => people.giveCode(shop, actor, actor.id!));
}

export async function dropOwnCodeAction() {
  return act('see', (shop, actor) => people.dropCode(shop, actor, actor.id!));
}

export async function signOutPlaceAction(placeId: string) {
  return act('see', (shop, actor) =>
    placeId
      ? people.signOutPerson(shop, actor, actor.id!, placeId)
      : problem('Say which place to sign out of.'),
  );
}

export async function changePasswordAction(input: { present: string; next: string }) {
  return act('see', async (shop, actor, { placeId }) => {
    const from = await signInFrom(actor.name);
    return people.changePassword(shop, theAuth(), actor.id!, input, { ...from, placeId });
  });
}

/** Takes an invitation. Open to whoever has its link. */
export async function joinAction(token: string, password: string) {
  if (!fromOwnPage(await headers())) return problem(otherSite);
  const trouble = shopTrouble();
  if (trouble) return problem(trouble);
  const shop = theShop();
  const invited = people.readInvitation(shop, token);
  if (!invited.ok) return invited;
  const { name } = invited.value;
  const from = await signInFrom(name);
  const joined = await attempted(() => people.join(shop, theAuth(), token, password, from));
  if (!joined.ok) return joined;
  await rememberBrowser(shop, name);
  redirect('/');
}
