import { nextCookies } from 'better-auth/next-js';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { connection } from 'next/server';
import { cache } from 'react';
import { may, type Right, type Role } from '../../core/people/roles';
import { hasPeople, openAuth, type Auth } from '../../services/auth';
import { personSignedIn } from '../../services/people';
import { startPost } from './post';
import { defaultDataDir, openShop, type Actor, type Shop } from '../../services/shop';

interface Server {
  shop: Shop;
  auth: Auth;
}

/** One shop a process, whatever bundle asks for it. */
const place = globalThis as { bitacoraServer?: Server };

function server(): Server {
  place.bitacoraServer ??= (() => {
    // wait little: `patiently` tries again without holding everybody else up
    const shop = openShop(defaultDataDir(), Date.now, { waitMs: 40 });
    startPost(shop);
    return { shop, auth: openAuth(shop, [nextCookies()]) };
  })();
  return place.bitacoraServer;
}

export function theShop(): Shop {
  return server().shop;
}

export function theAuth(): Auth {
  return server().auth;
}

/** The shop as somebody who is signed in sees it. */
export interface Inside {
  shop: Shop;
  actor: Actor;
  role: Role;
}

/** Who is signed in, or `null`. Asked once a request, however many parts of the page ask. */
export const currentInside = cache(async (): Promise<Inside | null> => {
  const found = await theAuth().api.getSession({ headers: await headers() });
  const person = found && personSignedIn(theShop(), found.user.id);
  if (!person) return null;
  const { id, name, role } = person;
  return { shop: theShop(), actor: { id, name, source: 'hand' }, role };
});

/**
 * The shop and who is signed in; sends everyone else to the door, and whose role is too small to a page
 * that says so. For pages.
 */
export async function enter(right: Right): Promise<Inside> {
  await connection(); // nothing is opened while the app is built
  const inside = await currentInside();
  if (!inside) redirect(hasPeople(theShop()) ? '/sign-in' : '/welcome');
  if (!may(inside.role, right)) redirect(`/refused?what=${encodeURIComponent(right)}`);
  return inside;
}
