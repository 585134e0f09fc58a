'use server';

import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { z } from 'zod';
import { hasPeople, openNewShop, signIn } from '../../services/people/auth';
import { refuse } from '../../services/shop';
import { text } from '../../services/use-case';
import { openAction } from '../_server/action';
import { fromOwnPage, rememberBrowser, signInFrom } from '../_server/request';
import { theAuth } from '../_server/shop';
import { welcomeWord } from '../_server/welcome-word';

const account = z.object({ name: text, password: text });

export const signInAction = openAction([account], async (shop, input) => {
  if (!hasPeople(shop)) return refuse('This shop has no technician yet: open the first page.');
  const signed = await signIn(shop, theAuth(), input, await signInFrom(input.name));
  if (!signed.ok) return signed;
  await rememberBrowser(shop, input.name);
  redirect('/');
});

const welcome = account.extend({ shopName: text, timezone: text, word: text.optional() });

export const welcomeAction = openAction([welcome], async (shop, input) => {
  const made = await openNewShop(shop, theAuth(), input, welcomeWord());
  if (!made.ok) return made;
  const signed = await signIn(shop, theAuth(), input, await signInFrom(input.name));
  if (!signed.ok) return signed;
  await rememberBrowser(shop, input.name);
  redirect('/');
});

export async function signOutAction() {
  const sent = await headers();
  if (!fromOwnPage(sent)) return;
  await theAuth().api.signOut({ headers: sent });
  redirect('/sign-in');
}
