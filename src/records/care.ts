import { and, desc, eq, inArray, isNull, or } from 'drizzle-orm';
import type { CareEvent } from '../core/care/care';
import type { Db } from './database';
import { care, entry, station } from './schema';
import { statement } from './statement';

export type CareRow = typeof care.$inferSelect;

export function insertCare(db: Db, row: CareRow): void {
  statement(
    db,
    `insert into care (entry_id, machine_id, station_id, task, depth, at, result, finding, method, way, minutes, sheet_id, module_id)
     values (@entryId, @machineId, @stationId, @task, @depth, @at, @result, @finding, @method, @way, @minutes, @sheetId, @moduleId)`,
  ).run(row);
}

export function careByEntry(db: Db, entryIds: string[]): Map<string, CareRow> {
  if (entryIds.length === 0) return new Map();
  const rows = db.select().from(care).where(inArray(care.entryId, entryIds)).all();
  return new Map(rows.map((row) => [row.entryId, row]));
}

/**
 * The standing care events of a station up to an instant, newest first, read as far as they are asked
 * for. No other statement may write while one reads.
 */
export function careBackwards(db: Db, stationId: string, until: number): Iterable<CareEvent> {
  return statement(
    db,
    `select at, task, depth, result, finding from care
     where station_id = ? and module_id is null and at <= ?
       and not exists (select 1 from entry later where later.supersedes = care.entry_id)
     order by at desc`,
  ).iterate(stationId, until) as Iterable<CareEvent>;
}

/** A care of the book with the entry it is, how it was done and by whom. */
export interface CareLine extends CareEvent {
  id: string;
  method: string | null;
  person: string;
}

/** All standing care events of a station in its machine, oldest first. */
export function careForwards(db: Db, stationId: string): CareLine[] {
  return statement(
    db,
    `select care.entry_id id, care.at, care.task, care.depth, care.result, care.finding, care.method,
       entry.person
     from care join entry on entry.id = care.entry_id
     where care.station_id = ? and care.module_id is null
       and not exists (select 1 from entry later where later.supersedes = care.entry_id)
     order by care.at, care.entry_id`,
  ).all(stationId) as CareLine[];
}

/** A care of a module at the bench, with the kind of station it was for. */
export interface BenchCare extends CareEvent {
  stationKind: string;
}

/** The standing cares of a module that were done at the bench, oldest first. */
export function careAtBench(db: Db, moduleId: string): BenchCare[] {
  return statement(
    db,
    `select care.at, care.task, care.depth, care.result, care.finding, station.kind stationKind
     from care join station on station.id = care.station_id
     where care.module_id = ?
       and not exists (select 1 from entry later where later.supersedes = care.entry_id)
     order by care.at`,
  ).all(moduleId) as BenchCare[];
}

/** When any of some stations was cleaned, from an instant on, oldest first. */
export function cleanedAt(db: Db, stationIds: readonly string[], from: number): number[] {
  if (stationIds.length === 0) return [];
  const marks = stationIds.map(() => '?').join(', ');
  const rows = statement(
    db,
    `select distinct at from care
     where station_id in (${marks}) and module_id is null and at >= ? and result = 'done' and depth <> 'inspect'
       and not exists (select 1 from entry later where later.supersedes = care.entry_id)
     order by at`,
  ).all(...stationIds, from) as { at: number }[];
  return rows.map(({ at }) => at);
}

/**
 * The last care entries of a station, newest first, struck ones too.
 * @param part the module that fills the station now: what was done to it at the bench is told too
 */
export function careHistory(
  db: Db,
  stationId: string,
  limit: number,
  part: { moduleId: string; stationKind: string } | null = null,
) {
  const here = and(eq(care.stationId, stationId), isNull(care.moduleId));
  const alike =
    part && db.select({ id: station.id }).from(station).where(eq(station.kind, part.stationKind));
  return db
    .select({ care, entry })
    .from(care)
    .innerJoin(entry, eq(entry.id, care.entryId))
    .where(
      part && alike
        ? or(here, and(eq(care.moduleId, part.moduleId), inArray(care.stationId, alike)))
        : here,
    )
    .orderBy(desc(care.at))
    .limit(limit)
    .all();
}

/** What a clean-down recorded that still stands, in order, with its notes. */
export function careOfSheet(db: Db, sheetId: string): (CareRow & { note: string | null })[] {
  return statement(
    db,
    `select care.entry_id entryId, care.machine_id machineId, care.station_id stationId, care.task,
       care.depth, care.at, care.result, care.finding, care.method, care.way, care.minutes,
       care.sheet_id sheetId, care.module_id moduleId, entry.note
     from care join entry on entry.id = care.entry_id
     where care.sheet_id = ?
       and not exists (select 1 from entry later where later.supersedes = care.entry_id)
     order by care.at, care.entry_id`,
  ).all(sheetId) as ReturnType<typeof careOfSheet>;
}
