'use server';

import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { createTechnician, hasPeople, signIn } from '../../services/auth';
import { changeSetting, patiently, problem } from '../../services/shop';
import { theAuth, theShop } from '../_server/shop';

export async function signInAction(input: { name: string; password: string }) {
  const shop = theShop();
  if (!hasPeople(shop)) return problem('This shop has no technician yet: open the first page.');
  const outcome = await patiently(async () => signIn(shop, theAuth(), input, await headers()));
  if (!outcome.ok) return outcome;
  redirect('/');
}

export async function welcomeAction(input: {
  name: string;
  password: string;
  shopName: string;
  timezone: string;
}) {
  const shop = theShop();
  const auth = theAuth();
  if (hasPeople(shop)) return problem('This shop has its technician already: sign in.');
  const newcomer = { id: null, name: input.name.trim(), source: 'hand' as const };
  for (const [name, value] of [
    ['timezone', input.timezone],
    ['name', input.shopName],
  ] as const) {
    const set = changeSetting(shop, newcomer, name, value);
    if (!set.ok) return set;
  }
  const made = await createTechnician(shop, auth, input);
  if (!made.ok) return made;
  const signed = await signIn(shop, auth, input, await headers());
  if (!signed.ok) return signed;
  redirect('/');
}

export async function signOutAction() {
  await theAuth().api.signOut({ headers: await headers() });
  redirect('/sign-in');
}
