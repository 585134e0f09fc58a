import { recordsVersion, type Db } from '../records/database';
import type { Shop } from './shop';

interface Kept {
  version: string;
  value: unknown;
}

/** By the connection, so that a shop that is opened anew begins with nothing. */
const places = new WeakMap<Db['$client'], Map<string, Kept>>();
const mostKept = 300;

/**
 * What was read from the book, kept for whoever asks next: while nothing was written, by this process or another, and
 * while it is still of now. Whoever gets it must not change it.
 * @param name tells it from all else that is kept
 * @param lastsMs how long it is of now, milliseconds: what counts days lasts longer than what says "2 min ago"
 */
export function kept<T>(
  shop: Pick<Shop, 'db' | 'now'>,
  name: string,
  lastsMs: number,
  read: () => T,
): T {
  const { $client: client } = shop.db;
  // within a write what is read may still be taken back
  if (client.inTransaction) return read();
  const version = `${recordsVersion(shop.db)} ${Math.floor(shop.now() / lastsMs)}`;
  let place = places.get(client);
  if (!place) places.set(client, (place = new Map()));
  const found = place.get(name);
  if (found?.version === version) return found.value as T;
  const value = read();
  if (place.size >= mostKept) place.clear();
  place.set(name, { version, value });
  return value;
}

/** For what says how long ago something was. */
export const ofNow = 15_000;
/** For what counts in days. */
export const ofToday = 600_000;
