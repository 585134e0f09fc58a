import { nextCookies } from 'better-auth/next-js';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { connection } from 'next/server';
import { cache } from 'react';
import { hasPeople, openAuth, type Auth } from '../../services/auth';
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

/** Who is signed in, or `null`. Asked once a request, however many parts of the page ask. */
export const currentActor = cache(async (): Promise<Actor | null> => {
  const found = await theAuth().api.getSession({ headers: await headers() });
  return found ? { id: found.user.id, name: found.user.name, source: 'hand' } : null;
});

/** The shop and who is signed in; sends everyone else to the door. For pages. */
export async function enter(): Promise<{ shop: Shop; actor: Actor }> {
  await connection(); // nothing is opened while the app is built
  const shop = theShop();
  const actor = await currentActor();
  if (!actor) redirect(hasPeople(shop) ? '/sign-in' : '/welcome');
  return { shop, actor };
}

/** The shop and who is signed in, or `null`: for actions and route handlers, which answer instead. */
export async function signedIn(): Promise<{ shop: Shop; actor: Actor } | null> {
  const actor = await currentActor();
  return actor ? { shop: theShop(), actor } : null;
}
