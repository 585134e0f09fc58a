import type { Db } from '../database';
import { statement } from '../statement';

export interface MeterRow {
  entryId: string;
  machineId: string;
  /** UTC milliseconds */
  at: number;
  seconds: number;
}

export function insertReading(db: Db, { entryId, machineId, at, seconds }: MeterRow): void {
  statement(
    db,
    'insert into meter_reading (entry_id, machine_id, at, value_s) values (?, ?, ?, ?)',
  ).run(entryId, machineId, at, seconds);
}

const columns = 'entry_id entryId, machine_id machineId, at, value_s seconds';
const stands =
  'not exists (select 1 from entry later where later.supersedes = meter_reading.entry_id)';

/** The last standing readings of a machine up to an instant, oldest first. */
export function lastReadings(db: Db, machineId: string, until: number, count: number): MeterRow[] {
  const rows = statement(
    db,
    `select ${columns} from meter_reading where machine_id = ? and at <= ? and ${stands} order by at desc, entry_id desc limit ?`,
  ).all(machineId, until, count) as MeterRow[];
  return rows.reverse();
}

/** The first standing reading of a machine after an instant, or `null`. */
export function readingAfter(db: Db, machineId: string, instant: number): MeterRow | null {
  return (statement(
    db,
    `select ${columns} from meter_reading where machine_id = ? and at > ? and ${stands} order by at, entry_id limit 1`,
  ).get(machineId, instant) ?? null) as MeterRow | null;
}

/** A reading by its entry, or `null`. */
export function readingById(db: Db, entryId: string): MeterRow | null {
  return (statement(db, `select ${columns} from meter_reading where entry_id = ?`).get(entryId) ??
    null) as MeterRow | null;
}
