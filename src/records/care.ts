import { desc, eq, inArray } from 'drizzle-orm';
import type { CareEvent } from '../core/care/care';
import type { Db } from './database';
import { care, entry } from './schema';
import { statement } from './statement';

export type CareRow = typeof care.$inferSelect;

export function insertCare(db: Db, row: CareRow): void {
  statement(
    db,
    `insert into care (entry_id, machine_id, station_id, task, depth, at, result, finding, method, minutes, sheet_id)
     values (@entryId, @machineId, @stationId, @task, @depth, @at, @result, @finding, @method, @minutes, @sheetId)`,
  ).run(row);
}

export function careByEntry(db: Db, entryIds: string[]): Map<string, CareRow> {
  if (entryIds.length === 0) return new Map();
  const rows = db.select().from(care).where(inArray(care.entryId, entryIds)).all();
  return new Map(rows.map((row) => [row.entryId, row]));
}

/**
 * For every station the latest standing care event of each kind (task, depth, result, finding) up to
 * an instant: all that resets and calls depend on.
 */
export function latestCare(db: Db, until: number): Map<string, CareEvent[]> {
  const rows = statement(
    db,
    `select station_id, task, depth, result, finding, max(at) at from care
     where at <= ? and entry_id not in (select supersedes from entry where supersedes is not null)
     group by station_id, task, depth, result, finding`,
  ).all(until) as (CareEvent & { station_id: string })[];
  const byStation = new Map<string, CareEvent[]>();
  for (const { station_id, ...event } of rows) {
    const events = byStation.get(station_id);
    if (events) events.push(event);
    else byStation.set(station_id, [event]);
  }
  return byStation;
}

/** The last care entries of a station, newest first, struck ones too. */
export function careHistory(db: Db, stationId: string, limit: number) {
  return db
    .select({ care, entry })
    .from(care)
    .innerJoin(entry, eq(entry.id, care.entryId))
    .where(eq(care.stationId, stationId))
    .orderBy(desc(care.at))
    .limit(limit)
    .all();
}
