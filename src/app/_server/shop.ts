import { nextCookies } from 'better-auth/next-js';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { connection } from 'next/server';
import { cache } from 'react';
import { may, type Right, type Role } from '../../core/people/roles';
import { isNewShop, openAuth, type Auth } from '../../services/people/auth';
import { log } from '../../services/log';
import { bookAhead } from '../../services/safekeeping/clock';
import { personSignedIn } from '../../services/people/people';
import { keepCalendarsFresh, keepCopies, startPost } from './post';
import {
  closeShop,
  defaultDataDir,
  holdFolder,
  openShop,
  troubleWords,
  type Actor,
  type Outcome,
  type Shop,
} from '../../services/shop';

interface Server {
  shop: Shop;
  auth: Auth;
  /** ends what it does by the clock, and closes the book */
  close: () => void;
}

const place = globalThis as {
  /** one shop a process, whatever bundle asks for it */
  bitacoraServer?: Server;
  /** the process that draws pages beside this one, which `scripts/start.mjs` calls */
  bitacoraPageHelp?: { end: () => unknown };
};

/** Whether this process only draws pages beside the server: it reads the book, and keeps nothing going. */
export const readsOnly = process.env['BITACORA_READS_ONLY'] === '1';

function server(): Server {
  place.bitacoraServer ??= (readsOnly ? openReader : openServer)(defaultDataDir());
  return place.bitacoraServer;
}

/** Beside the server, which holds the folder. */
function openReader(dataDir: string): Server {
  const shop = openShop(dataDir, Date.now, { waitMs: 40, readOnly: true });
  return { shop, auth: openAuth(shop, [nextCookies()]), close: () => closeShop(shop) };
}

function openServer(dataDir: string): Server {
  const lock = holdFolder(dataDir);
  let shop: Shop;
  try {
    // wait little: `patiently` tries again without holding everybody else up
    shop = openShop(dataDir, Date.now, { waitMs: 40, check: true });
  } catch (error) {
    lock.release();
    throw error;
  }
  const ahead = bookAhead(shop);
  if (ahead !== null) {
    const until = new Date(ahead).toISOString();
    log.warn({ until }, 'The book was written later than the clock says: set the clock right.');
  }
  const ends = [startPost(shop), keepCalendarsFresh(shop), keepCopies(shop)];
  const close = () => {
    process.removeListener('exit', close);
    for (const end of ends) end();
    closeShop(shop);
    lock.release();
  };
  // what was written is folded into the one file, whatever ends the process in an orderly way
  process.once('exit', close);
  return { shop, auth: openAuth(shop, [nextCookies()]), close };
}

export function theShop(): Shop {
  return server().shop;
}

export function theAuth(): Auth {
  return server().auth;
}

/** Closes the book, has its folder replaced, and opens what is there then, also where it was not replaced. */
export function replaceData<T>(step: (dataDir: string) => Outcome<T>): Outcome<T> {
  const { shop, close } = server();
  place.bitacoraPageHelp?.end();
  close();
  delete place.bitacoraServer;
  const replaced = step(shop.dataDir);
  server();
  return replaced;
}

/** Why the shop cannot be opened, in words for whoever keeps the server; `null` when it can. */
export function shopTrouble(): string | null {
  try {
    theShop();
    return null;
  } catch (error) {
    const words = troubleWords(error);
    if (!words) throw error;
    return words;
  }
}

/** The shop as somebody who is signed in sees it. */
export interface Inside {
  shop: Shop;
  actor: Actor;
  role: Role;
  /** the sign-in it comes through */
  placeId: string;
}

/** Who is signed in, or `null`. Asked once a request, however many parts of the page ask. */
export const currentInside = cache(async (): Promise<Inside | null> => {
  const found = await signedIn(await headers());
  const person = found && personSignedIn(theShop(), found.user.id);
  if (!person) return null;
  const { id, name, role } = person;
  const placeId = found.session.id;
  return { shop: theShop(), actor: { id, name, source: 'hand' }, role, placeId };
});

/** The sign-in of a request. Where its lease cannot be written on (the disk is full), it is still read. */
async function signedIn(sent: Headers) {
  const { api } = theAuth();
  if (readsOnly) return api.getSession({ headers: sent, query: { disableRefresh: true } });
  try {
    return await api.getSession({ headers: sent });
  } catch {
    return api.getSession({ headers: sent, query: { disableRefresh: true } });
  }
}

/**
 * The shop and who is signed in; sends everyone else to the door, and whose role is too small to a page
 * that says so. For pages.
 */
export async function enter(right: Right): Promise<Inside> {
  await connection(); // nothing is opened while the app is built
  const inside = await currentInside();
  if (!inside) redirect(isNewShop(theShop()) ? '/welcome' : '/sign-in');
  if (!may(inside.role, right)) redirect(`/refused?what=${encodeURIComponent(right)}`);
  return inside;
}
