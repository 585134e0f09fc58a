import { and, desc, eq, gte, inArray, lt, ne, or, type SQL } from 'drizzle-orm';
import type { Db } from './database';
import {
  entryDataSchemas,
  type DataKind,
  type EntryData,
  type EntryKind,
  type Source,
} from './audit-log-data';
import { newId } from './ids';
import { entry } from './schema';
import { statement } from './statement';

export type EntryRow = typeof entry.$inferSelect;

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
  return db.select().from(entry).where(eq(entry.id, id)).get() ?? null;
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
  const rows = db.select().from(entry).where(inArray(entry.supersedes, ids)).all();
  return new Map(rows.map((row) => [row.supersedes!, row]));
}

/** Entries of some kinds that stand (are not struck through), oldest first. */
export function standingEntries(
  db: Db,
  kinds: EntryKind[],
  where: { machineId?: string; subjectId?: string; from?: number } = {},
): EntryRow[] {
  const conditions = [
    `kind in (${kinds.map(() => '?').join(', ')})`,
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
    `select ${columns} from entry where ${conditions.join(' and ')} order by at, id`,
  ).all(...values) as (Omit<EntryRow, 'data'> & { data: string | null })[];
  return rows.map((row) => ({ ...row, data: row.data === null ? null : JSON.parse(row.data) }));
}

const columns = [
  'id, kind, machine_id machineId, subject_id subjectId, at, recorded_at recordedAt',
  'person_id personId, person, source, key, note, data, supersedes, reason',
].join(', ');

/** The last entries of a kind about a machine, newest first, struck ones too. */
export function entriesOfKind(
  db: Db,
  kind: EntryKind,
  machineId: string,
  count: number,
): EntryRow[] {
  return db
    .select()
    .from(entry)
    .where(and(eq(entry.kind, kind), eq(entry.machineId, machineId)))
    .orderBy(desc(entry.at), desc(entry.id))
    .limit(count)
    .all();
}

/** Entries about one subject (the steps of a fault, the release of a hold), in order. */
export function entriesAbout(db: Db, subjectIds: string[]): EntryRow[] {
  if (subjectIds.length === 0) return [];
  return db
    .select()
    .from(entry)
    .where(inArray(entry.subjectId, subjectIds))
    .orderBy(entry.at, entry.id)
    .all();
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
  const conditions: (SQL | undefined)[] = [
    filter.machineId ? eq(entry.machineId, filter.machineId) : undefined,
    filter.kinds ? inArray(entry.kind, filter.kinds) : undefined,
    filter.person ? eq(entry.person, filter.person) : undefined,
    filter.from === undefined ? undefined : gte(entry.at, filter.from),
    filter.to === undefined ? undefined : lt(entry.at, filter.to),
    filter.before
      ? or(
          lt(entry.at, filter.before.at),
          and(eq(entry.at, filter.before.at), lt(entry.id, filter.before.id)),
        )
      : undefined,
  ];
  return db
    .select()
    .from(entry)
    .where(and(...conditions))
    .orderBy(desc(entry.at), desc(entry.id))
    .limit(limit)
    .all();
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
