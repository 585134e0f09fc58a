import { writtenSince } from '../records/audit-log';
import { recordsVersion, type Db } from '../records/database';
import type { Shop } from './shop';

interface Kept {
  version: string;
  value: unknown;
}

/** By the connection, so that a shop that is opened anew begins with nothing. */
const places = new WeakMap<Db['$client'], Map<string, Kept>>();
const mostKept = 1000;

function placeOf({ db: { $client: client } }: Pick<Shop, 'db'>): Map<string, Kept> {
  let place = places.get(client);
  if (!place) places.set(client, (place = new Map()));
  return place;
}

function keep(place: Map<string, Kept>, name: string, found: Kept): void {
  if (place.size >= mostKept) place.clear();
  place.set(name, found);
}

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
  return keptAt(shop, name, `${recordsVersion(shop.db)} ${Math.floor(shop.now() / lastsMs)}`, read);
}

/** What was kept of a version, else what is read now. @param isOfIt whether what was read is surely of that version */
function keptAt<T>(
  shop: Pick<Shop, 'db'>,
  name: string,
  version: string,
  read: () => T,
  isOfIt = () => true,
): T {
  const place = placeOf(shop);
  const found = place.get(name);
  if (found?.version === version) return found.value as T;
  const value = read();
  if (isOfIt()) keep(place, name, { version, value });
  return value;
}

/** How often the book got lines since the connection was opened: of each machine, and of none. */
interface Written {
  /** the last line that was looked at */
  line: number;
  /** how often lines of something else than use came */
  besidesUse: number;
  shop: number;
  machines: Map<string, number>;
}
const writtenOf = new WeakMap<Db['$client'], Written>();

/** So many new lines are not told apart: an import is of every machine. */
const mostLines = 2000;

/** Looks which machines the book has new lines of. */
function lookAtBook({ db }: Pick<Shop, 'db'>): Written {
  let written = writtenOf.get(db.$client);
  if (!written) {
    written = { line: writtenSince(db, 0, 0).line, besidesUse: 0, shop: 0, machines: new Map() };
    writtenOf.set(db.$client, written);
  }
  const { line, machines, besidesUse } = writtenSince(db, written.line, mostLines);
  written.line = line;
  if (besidesUse) written.besidesUse += 1;
  for (const id of machines ?? [null]) {
    if (id === null) written.shop += 1;
    else written.machines.set(id, (written.machines.get(id) ?? 0) + 1);
  }
  return written;
}

interface KeptOf extends Kept {
  of: readonly string[];
}

/**
 * What follows from the book's lines of some machines, and from those of none, kept while no such line is written, by
 * this process or another, and while it is still of now. What is written of other machines does not touch it, unless
 * all but their use counts too.
 * @param read tells what it is, and of which machines' lines. Whoever gets it must not change it
 * @param besidesUse whether it follows from every line of every machine, but not from the use of others
 */
export function keptOf<T>(
  shop: Pick<Shop, 'db' | 'now'>,
  name: string,
  lastsMs: number,
  read: () => { value: T; of: readonly string[] },
  { besidesUse = false } = {},
): T {
  if (shop.db.$client.inTransaction) return read().value;
  const written = lookAtBook(shop);
  const { line } = written;
  const moment = Math.floor(shop.now() / lastsMs);
  const versionOf = (of: readonly string[]) =>
    [
      moment,
      written.shop,
      besidesUse ? written.besidesUse : 0,
      ...of.map((id) => written.machines.get(id) ?? 0),
    ].join(' ');
  const place = placeOf(shop);
  const found = place.get(name) as KeptOf | undefined;
  if (found?.version === versionOf(found?.of ?? [])) return found.value as T;
  const { value, of } = read();
  // what another process wrote meanwhile may be in it or not: whoever asks next reads anew
  if (written.line === line) {
    const made: KeptOf = { version: versionOf(of), value, of };
    keep(place, name, made);
  }
  return value;
}

/**
 * What follows from the book, but not from what was logged of use, kept while nothing else is written, by this process or
 * another, and while it is still of now. In a busy shop nearly every line is of use.
 * @param read tells what it is. Whoever gets it must not change it
 */
export function keptBesidesUse<T>(
  shop: Pick<Shop, 'db' | 'now'>,
  name: string,
  lastsMs: number,
  read: () => T,
): T {
  if (shop.db.$client.inTransaction) return read();
  const written = lookAtBook(shop);
  const { line } = written;
  const version = `${written.besidesUse} ${Math.floor(shop.now() / lastsMs)}`;
  // what another process wrote meanwhile may be in it or not: whoever asks next reads anew
  return keptAt(shop, name, version, read, () => written.line === line);
}

/**
 * What follows from something that a mark tells from all else, kept while the mark is the same.
 * @param read tells what it is. Whoever gets it must not change it
 */
export const keptWhile = <T>(
  shop: Pick<Shop, 'db'>,
  name: string,
  mark: string,
  read: () => T,
): T => (shop.db.$client.inTransaction ? read() : keptAt(shop, name, mark, read));

/** For what says how long ago something was. */
export const ofNow = 15_000;
/** For what follows from the log and from the day. */
export const ofThisMinute = 60_000;
/** For what counts in days. */
export const ofToday = 600_000;
