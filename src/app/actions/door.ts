'use server';

import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { hasPeople, openNewShop, signIn, type Welcome } from '../../services/auth';
import { ok } from '../../core/units/result';
import { attempted, problem, type Outcome } from '../../services/shop';
import { fromOwnPage, otherSite, rememberBrowser, signInFrom } from '../_server/request';
import { shopTrouble, theAuth, theShop } from '../_server/shop';
import { welcomeWord } from '../_server/welcome-word';

/** Whether somebody may knock at all: from a page of ours, while the book can be opened. */
async function knock(): Promise<Outcome<null>> {
  if (!fromOwnPage(await headers())) return problem(otherSite);
  const trouble = shopTrouble();
  return trouble ? problem(trouble) : ok(null);
}

export async function signInAction(input: { name: string; password: string }) {
  const knocked = await knock();
  if (!knocked.ok) return knocked;
  const shop = theShop();
  if (!hasPeople(shop)) return problem('This shop has no technician yet: open the first page.');
  const from = await signInFrom(input.name);
  const outcome = await attempted(() => signIn(shop, theAuth(), input, from));
  if (!outcome.ok) return outcome;
  await rememberBrowser(shop, input.name);
  redirect('/');
}

export async function welcomeAction(input: Welcome) {
  const knocked = await knock();
  if (!knocked.ok) return knocked;
  const shop = theShop();
  const made = await attempted(() => openNewShop(shop, theAuth(), input, welcomeWord()));
  if (!made.ok) return made;
  const from = await signInFrom(input.name);
  const signed = await attempted(() => signIn(shop, theAuth(), input, from));
  if (!signed.ok) return signed;
  await rememberBrowser(shop, input.name);
  redirect('/');
}

export async function signOutAction() {
  const sent = await headers();
  if (!fromOwnPage(sent)) return;
  await theAuth().api.signOut({ headers: sent });
  redirect('/sign-in');
}
