'use server';

import { ok } from '../../core/units/result';
import * as people from '../../services/people';
import { act, look } from '../_server/act';
import { publicAddress } from '../_server/address';
import { theAuth, theShop } from '../_server/shop';
import { patiently, problem, type Outcome } from '../../services/shop';
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

export async function setCodeAction(personId: string, code: string | null) {
  return act('set up', (shop, actor) => people.setCode(shop, actor, personId, code));
}

export async function signOutPersonAction(personId: string, placeId: string | null) {
  return act('set up', (shop, actor) => people.signOutPerson(shop, actor, personId, placeId));
}

export async function setOwnCodeAction(code: string | null) {
  return act('see', (shop, actor) => people.setCode(shop, actor, actor.id!, code));
}

export async function signOutPlaceAction(placeId: string) {
  return act('see', (shop, actor) =>
    placeId
      ? people.signOutPerson(shop, actor, actor.id!, placeId)
      : problem('Say which place to sign out of.'),
  );
}

export async function changePasswordAction(input: { present: string; next: string }) {
  return look('see', (shop, actor) => people.changePassword(shop, theAuth(), actor.id!, input));
}

/** Takes an invitation. Open to whoever has its link. */
export async function joinAction(token: string, password: string) {
  const sent = await headers();
  const joined = await patiently(() => people.join(theShop(), theAuth(), token, password, sent));
  if (!joined.ok) return joined;
  redirect('/');
}
