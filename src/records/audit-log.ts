import { and, desc, eq, gte, inArray, lt, ne, sql, type SQL } from 'drizzle-orm';
import type { Db } from './database';
import {
  entryDataSchemas,
  type DataKind,
  type EntryData,
  type EntryKind,
  type Source,
} from './audit-log-data';
import { entryColumns, entryOf, type EntryRow, type RawEntry } from './entry-rows';
import { newId } from './ids';
import { noteOpen } from './open-entries';
import { entry } from './schema';
import { statement } from './statement';

export type { EntryRow } from './entry-rows';

/** A line for the book. */
export interface NewEntry {
  kind: EntryKind;
  machineId: string | null;
  subjectId?: string | null;
  at: number;
  recordedAt: number;
  personId: string | null;
  person: string;
  source: Source;
  key?: string | null;
  note?: string | null;
  data?: unknown;
  supersedes?: string | null;
  reason?: string | null;
}

/** What was written into the book after a line of it. */
export interface WrittenSince {
  /** the last line there is; lines are numbered as they were written */
  line: number;
  /**
   * The machines that the lines after it are of, `null` for those of none and those that tell on other machines too: what
   * strikes another line, and a module that goes from one to the next. All of it `null`: more than were asked for.
   */
  machines: (string | null)[] | null;
  /** whether any of them is of something else than use */
  besidesUse: boolean;
}

/** Tells of which machines lines were written after one. @param most so many are told apart */
export function writtenSince(db: Db, line: number, most: number): WrittenSince {
  const last = statement(db, 'select max(rowid) as line from entry').get() as {
    line: number | null;
  };
  const now = last.line ?? 0;
  if (now === line) return { line, machines: [], besidesUse: false };
  if (now < line || now - line > most) return { line: now, machines: null, besidesUse: true };
  const rows = statement(
    db,
    `select iif(kind = 'module moved' or supersedes is not null, null, machine_id) as id,
       max(kind <> 'session') as besides
     from entry where rowid > ? group by 1`,
  ).all(line) as { id: string | null; besides: 0 | 1 }[];
  return {
    line: now,
    machines: rows.map(({ id }) => id),
    besidesUse: rows.some(({ besides }) => besides === 1),
  };
}

/**
 * The latest instant at which a line was written that lies after `now`, of those that happened after it too;
 * `null`: there is none. UTC milliseconds.
 */
export function writtenAfter(db: Db, now: number): number | null {
  const { at } = statement(
    db,
    'select max(recorded_at) at from entry where at > ? and recorded_at > ?',
  ).get(now, now) as { at: number | null };
  return at;
}

/** Writes a line into the book and returns its id. Prepared once: imports write a hundred thousand. */
export function insertEntry(db: Db, line: NewEntry): string {
  const insert = statement(
    db,
    `insert into entry (id, kind, machine_id, subject_id, at, recorded_at, person_id, person, source, key, note, data, supersedes, reason)
     values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const id = newId();
  insert.run(
    id,
    line.kind,
    line.machineId,
    line.subjectId ?? null,
    line.at,
    line.recordedAt,
    line.personId,
    line.person,
    line.source,
    line.key ?? null,
    line.note || null,
    line.data === undefined ? null : JSON.stringify(line.data),
    line.supersedes ?? null,
    line.reason ?? null,
  );
  // what an import writes by the hundred thousand opens and ends nothing
  if (line.kind !== 'session') {
    const { kind, subjectId = null, supersedes = null } = line;
    noteOpen(db, { id, kind, subjectId, supersedes });
  }
  return id;
}

/** Writes a line whose particulars are kept in the line itself, checked before they go in. */
export function insertDataEntry<K extends DataKind>(
  db: Db,
  line: Omit<NewEntry, 'kind' | 'data'> & { kind: K; data: EntryData<K> },
): string {
  return insertEntry(db, { ...line, data: entryDataSchemas[line.kind].parse(line.data) });
}

/** Particulars of an entry that keeps them in the line. */
export function entryData<K extends DataKind>(row: EntryRow, kind: K): EntryData<K> {
  if (row.kind !== kind) throw new Error(`entryData requires a ${kind}, not a ${row.kind}`);
  return entryDataSchemas[kind].parse(row.data) as EntryData<K>;
}

export function entryById(db: Db, id: string): EntryRow | null {
  const row = statement(db, `select ${entryColumns} from entry where id = ?`).get(id);
  return row ? entryOf(row as RawEntry) : null;
}

/** When the first entry of the book was written down, UTC milliseconds; `null`: it is empty. */
export function firstEntryAt(db: Db): number | null {
  // ids are sortable by the time they were made
  const row = statement(db, 'select recorded_at at from entry order by id limit 1').get() as
    { at: number } | undefined;
  return row?.at ?? null;
}

/** The entry that came with this idempotency key, or `null`. */
export function entryByKey(db: Db, key: string): EntryRow | null {
  const found = statement(db, 'select id from entry where key = ?').get(key) as
    { id: string } | undefined;
  return found ? entryById(db, found.id) : null;
}

/** Whether anything is in the book that did not come from this source. */
export function hasEntryBeside(db: Db, source: Source): boolean {
  return (
    db.select({ id: entry.id }).from(entry).where(ne(entry.source, source)).limit(1).get() !==
    undefined
  );
}

/** Which of these entries have been struck through, and by which entry. */
export function strikesOf(db: Db, ids: string[]): Map<string, EntryRow> {
  if (ids.length === 0) return new Map();
  const rows = statement(
    db,
    `select ${entryColumns} from entry
     where supersedes is not null and supersedes in (select value from json_each(?))`,
  ).all(JSON.stringify(ids)) as RawEntry[];
  return new Map(rows.map((row) => [row.supersedes!, entryOf(row)]));
}

/** Entries of some kinds that stand (are not struck through), oldest first. */
export function standingEntries(
  db: Db,
  kinds: EntryKind[],
  where: { machineId?: string; subjectId?: string; from?: number } = {},
): EntryRow[] {
  const conditions = [
    `kind in (${kinds.map(() => '?').join(', ')})`,
    // lets the index of a machine's other entries serve: it holds no session
    ...(kinds.includes('session') ? [] : [`kind <> 'session'`]),
    ...(where.from !== undefined ? ['at >= ?'] : []),
    ...(where.machineId ? ['machine_id = ?'] : []),
    ...(where.subjectId ? ['subject_id = ?'] : []),
    'not exists (select 1 from entry later where later.supersedes = entry.id)',
  ];
  const values = [...kinds, where.from, where.machineId, where.subjectId].filter(
    (value) => value !== undefined,
  );
  // bare: asked with every session that is logged, and many times for Today
  const rows = statement(
    db,
    `select ${entryColumns} from entry where ${conditions.join(' and ')} order by at, id`,
  ).all(...values) as RawEntry[];
  return rows.map(entryOf);
}

/**
 * Entries of a kind that stand, the newest first, read no further than they are taken.
 * @param machineId about one machine; `null`: about any
 */
export function* entriesBackwards(
  db: Db,
  kind: Exclude<EntryKind, 'session'>,
  machineId: string | null,
  until = Number.MAX_SAFE_INTEGER,
): Generator<EntryRow> {
  const rows = statement(
    db,
    `select ${entryColumns} from entry
     where ${machineId === null ? '' : `machine_id = ? and kind <> 'session' and `}kind = ? and at <= ?
       and not exists (select 1 from entry later where later.supersedes = entry.id)
     order by at desc, id desc`,
  );
  for (const row of rows.iterate(
    ...(machineId === null ? [] : [machineId]),
    kind,
    until,
  ) as Iterable<RawEntry>)
    yield entryOf(row);
}

/** The last entries of a kind about a machine, newest first, struck ones too. */
export function entriesOfKind(
  db: Db,
  kind: EntryKind,
  machineId: string,
  count: number,
): EntryRow[] {
  const rows = statement(
    db,
    `select ${entryColumns} from entry where machine_id = ? and kind = ?
     ${kind === 'session' ? '' : `and kind <> 'session'`} order by at desc, id desc limit ?`,
  ).all(machineId, kind, count) as RawEntry[];
  return rows.map(entryOf);
}

/** Entries about one subject (the steps of a fault, the release of a hold), in order. */
export function entriesAbout(db: Db, subjectIds: string[]): EntryRow[] {
  if (subjectIds.length === 0) return [];
  const rows = statement(
    db,
    `select ${entryColumns} from entry
     where subject_id is not null and subject_id in (select value from json_each(?)) order by at, id`,
  ).all(JSON.stringify(subjectIds)) as RawEntry[];
  return rows.map(entryOf);
}

/** What part of the book to read. Times in UTC milliseconds, `from` inclusive, `to` exclusive. */
export interface BookFilter {
  machineId?: string;
  kinds?: EntryKind[];
  person?: string;
  from?: number;
  to?: number;
  /** only what lies before this place, newest first */
  before?: { at: number; id: string };
}

/** A page of the book, newest first. */
export function readBook(db: Db, filter: BookFilter, limit: number): EntryRow[] {
  return bookQuery(db, filter, limit).all();
}

/** What {@link readBook} asks. */
export function bookQuery(db: Db, filter: BookFilter, limit: number) {
  const conditions: (SQL | undefined)[] = [
    filter.machineId ? eq(entry.machineId, filter.machineId) : undefined,
    filter.kinds ? inArray(entry.kind, filter.kinds) : undefined,
    filter.person ? eq(entry.person, filter.person) : undefined,
    filter.from === undefined ? undefined : gte(entry.at, filter.from),
    filter.to === undefined ? undefined : lt(entry.at, filter.to),
    // compared as one pair: so the index is entered at the place, not walked from its end
    filter.before
      ? sql`(${entry.at}, ${entry.id}) < (${filter.before.at}, ${filter.before.id})`
      : undefined,
  ];
  return db
    .select()
    .from(entry)
    .where(and(...conditions))
    .orderBy(desc(entry.at), desc(entry.id))
    .limit(limit);
}

/** Names in the book, for choosing one. Walks the index from name to name. */
export function peopleInBook(db: Db): string[] {
  const next = db.$client.prepare('select min(person) name from entry where person > ?');
  const names: string[] = [];
  let last = '';
  for (;;) {
    const { name } = next.get(last) as { name: string | null };
    if (name === null) return names;
    names.push(name);
    last = name;
  }
}
