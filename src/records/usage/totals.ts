import type { PerGroup } from '../../core/usage/soil';
import { millisecondsPerHour } from '../../core/units/time';
import type { Db } from '../database';
import { statement } from '../statement';

/** Running totals of a machine from its first use on. */
export interface Totals {
  runSeconds: number;
  beamSeconds: number;
  /** milliseconds */
  soil: PerGroup;
  jobs: number;
  /** of these, those on the day of the instant itself */
  jobsOfDay: number;
  useDays: number;
}

/** What one standing session counts for, as stored. */
export interface HoursRow {
  entryId: string;
  start: number;
  day: number;
  runSeconds: number;
  beamSeconds: number;
  soil: PerGroup;
}

interface RawTotals {
  run_s: number;
  beam_s: number;
  optics_ms: number;
  bed_ms: number;
  motion_ms: number;
  air_ms: number;
  jobs: number;
  use_days: number;
}

const sums = ['run_s', 'beam_s', 'optics_ms', 'bed_ms', 'motion_ms', 'air_ms'];
const columns = sums.join(', ');

function totals(raw: RawTotals, jobsOfDay: number): Totals {
  return {
    runSeconds: raw.run_s,
    beamSeconds: raw.beam_s,
    soil: { optics: raw.optics_ms, bed: raw.bed_ms, motion: raw.motion_ms, air: raw.air_ms },
    jobs: raw.jobs,
    jobsOfDay,
    useDays: raw.use_days,
  };
}

/** The longest local day: 25 hours. Bounds the look back within a day. */
const longestDayMs = 25 * millisecondsPerHour;

const nothing: RawTotals = {
  run_s: 0,
  beam_s: 0,
  optics_ms: 0,
  bed_ms: 0,
  motion_ms: 0,
  air_ms: 0,
  jobs: 0,
  use_days: 0,
};

const names = Object.keys(nothing) as (keyof RawTotals)[];

// Written once: Today asks these some eight hundred times.
const totalsThroughDayBefore = `select ${columns}, jobs, use_days from odometer where machine_id = ? and day < ? order by day desc limit 1`;
const totalsOfDayBefore = `select ${sums.map((name) => `coalesce(sum(${name}), 0) ${name}`).join(', ')}, count(*) jobs, count(*) > 0 use_days
     from session_hours where machine_id = ? and start < ? and start >= ? and day = ?`;

/**
 * Totals of the sessions of a machine that started before an instant: the running total through the
 * day before, plus the sessions of the instant's own day. Two index look-ups.
 * @param day the shop-local day the instant falls on
 */
export function totalsBefore(db: Db, machineId: string, instant: number, day: number): Totals {
  const base = (statement(db, totalsThroughDayBefore).get(machineId, day) ?? nothing) as RawTotals;
  const edge = statement(db, totalsOfDayBefore).get(
    machineId,
    instant,
    instant - longestDayMs,
    day,
  ) as RawTotals;
  const sum = { ...base };
  for (const name of names) sum[name] += edge[name];
  return totals(sum, edge.jobs);
}

/** What one day of use added up to. */
export interface DayTotals {
  /** shop-local day */
  day: number;
  runSeconds: number;
  /** milliseconds */
  soil: PerGroup;
  jobs: number;
}

/** The days of use of a machine from a shop-local day on, in order. */
export function dayTotals(db: Db, machineId: string, from: number): DayTotals[] {
  const before = (statement(db, totalsThroughDayBefore).get(machineId, from) ??
    nothing) as RawTotals;
  const rows = statement(
    db,
    `select day, ${columns}, jobs, use_days from odometer where machine_id = ? and day >= ? order by day`,
  ).all(machineId, from) as (RawTotals & { day: number })[];
  let last: RawTotals = before;
  return rows.map((row) => {
    const added: DayTotals = {
      day: row.day,
      runSeconds: row.run_s - last.run_s,
      soil: {
        optics: row.optics_ms - last.optics_ms,
        bed: row.bed_ms - last.bed_ms,
        motion: row.motion_ms - last.motion_ms,
        air: row.air_ms - last.air_ms,
      },
      jobs: row.jobs - last.jobs,
    };
    last = row;
    return added;
  });
}

/** Whether a machine has a standing session on a day that started in `[from, to)`. */
export function usedWithin(db: Db, machineId: string, from: number, to: number): boolean {
  return (
    statement(
      db,
      'select 1 from session_hours where machine_id = ? and start >= ? and start < ? limit 1',
    ).get(machineId, from, to) !== undefined
  );
}

/** The first and last day of use of a machine among sessions that started in `[from, to)`. */
export function daysUsed(
  db: Db,
  machineId: string,
  from: number,
  to: number,
): { first: number; last: number } | null {
  const row = statement(
    db,
    'select min(day) first, max(day) last from session_hours where machine_id = ? and start >= ? and start < ?',
  ).get(machineId, from, to) as { first: number | null; last: number | null };
  return row.first === null ? null : { first: row.first, last: row.last! };
}

/** Start of a machine's first standing session, or `null`. */
export function firstUse(db: Db, machineId: string): number | null {
  const row = statement(db, 'select min(start) start from session_hours where machine_id = ?').get(
    machineId,
  ) as { start: number | null };
  return row.start;
}

/** Start of a machine's last standing session up to an instant, or `null`. */
export function lastUse(db: Db, machineId: string, until: number): number | null {
  const row = statement(
    db,
    'select max(start) start from session_hours where machine_id = ? and start <= ?',
  ).get(machineId, until) as { start: number | null };
  return row.start;
}

/** What the standing sessions of a machine in `[from, to]` count for, in order of start. */
export function hoursBetween(db: Db, machineId: string, from: number, to: number): HoursRow[] {
  const rows = statement(
    db,
    `select entry_id, start, day, ${columns} from session_hours
     where machine_id = ? and start between ? and ? order by start, entry_id`,
  ).all(machineId, from, to) as (RawTotals & { entry_id: string; start: number; day: number })[];
  return rows.map((row) => ({
    entryId: row.entry_id,
    start: row.start,
    day: row.day,
    runSeconds: row.run_s,
    beamSeconds: row.beam_s,
    soil: { optics: row.optics_ms, bed: row.bed_ms, motion: row.motion_ms, air: row.air_ms },
  }));
}

/** Tells the use of a machine in `[from, to]` from what it was: other sessions, or the same that count for something else. */
export function useMark(db: Db, machineId: string, from: number, to: number): string {
  const row = statement(
    db,
    `select count(*) sessions, max(entry_id) last, ${sums.map((name) => `total(${name}) ${name}`).join(', ')}
     from session_hours where machine_id = ? and start between ? and ?`,
  ).get(machineId, from, to) as Record<string, string | number | null>;
  return Object.values(row).join(' ');
}

/** Replaces what the sessions of a machine in `[from, to]` count for. */
export function replaceHours(
  db: Db,
  machineId: string,
  from: number,
  to: number,
  rows: Iterable<HoursRow>,
): void {
  statement(db, 'delete from session_hours where machine_id = ? and start between ? and ?').run(
    machineId,
    from,
    to,
  );
  const insert = statement(
    db,
    `insert into session_hours (entry_id, machine_id, start, day, ${columns}) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  for (const { entryId, start, day, runSeconds, beamSeconds, soil } of rows) {
    insert.run(
      entryId,
      machineId,
      start,
      day,
      runSeconds,
      beamSeconds,
      soil.optics,
      soil.bed,
      soil.motion,
      soil.air,
    );
  }
}

/** Changes the soil of sessions whose rows are there. */
export function changeSoil(db: Db, rows: Iterable<Pick<HoursRow, 'entryId' | 'soil'>>): void {
  const update = statement(
    db,
    'update session_hours set optics_ms = ?, bed_ms = ?, motion_ms = ?, air_ms = ? where entry_id = ?',
  );
  for (const { entryId, soil } of rows) {
    update.run(soil.optics, soil.bed, soil.motion, soil.air, entryId);
  }
}

/**
 * Brings the running totals of a machine up to what its sessions count for, for the days
 * `[fromDay, toDay]`, and shifts all later ones by the difference.
 */
export function replaceOdometer(db: Db, machineId: string, fromDay: number, toDay: number): void {
  const through = statement(
    db,
    `select ${columns}, jobs, use_days from odometer where machine_id = ? and day <= ? order by day desc limit 1`,
  );
  const before = (through.get(machineId, toDay) as RawTotals | undefined) ?? nothing;
  const running = {
    ...((through.get(machineId, fromDay - 1) as RawTotals | undefined) ?? nothing),
  };
  statement(db, 'delete from odometer where machine_id = ? and day between ? and ?').run(
    machineId,
    fromDay,
    toDay,
  );
  const days = statement(
    db,
    `select day, ${sums.map((name) => `sum(${name}) ${name}`).join(', ')}, count(*) jobs, 1 use_days
     from session_hours where machine_id = ? and day between ? and ? group by day order by day`,
  ).all(machineId, fromDay, toDay) as (RawTotals & { day: number })[];
  const insert = statement(
    db,
    `insert into odometer (machine_id, day, ${names.join(', ')}) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  for (const day of days) {
    for (const name of names) running[name] += day[name];
    insert.run(machineId, day.day, ...names.map((name) => running[name]));
  }
  const shift = names.map((name) => running[name] - before[name]);
  if (shift.some((difference) => difference !== 0)) {
    statement(
      db,
      `update odometer set ${names.map((name) => `${name} = ${name} + ?`).join(', ')} where machine_id = ? and day > ?`,
    ).run(...shift, machineId, toDay);
  }
}

/** Forgets everything derived; `services/usage` builds it anew. */
export function clearDerived(db: Db): void {
  db.$client.exec('delete from session_hours; delete from odometer;');
}

/** Every running total, for comparing what was kept with what is rebuilt. */
export function allOdometers(db: Db): unknown[] {
  return statement(db, 'select * from odometer order by machine_id, day').all();
}

/** What every session counts for, for the same. */
export function allHours(db: Db): unknown[] {
  return statement(db, 'select * from session_hours order by entry_id').all();
}

/** Run seconds of each machine on days `[fromDay, toDay]`. */
export function runSecondsByMachine(db: Db, fromDay: number, toDay: number): Map<string, number> {
  const rows = statement(
    db,
    `select m.id id,
       coalesce((select run_s from odometer o where o.machine_id = m.id and o.day <= ? order by o.day desc limit 1), 0)
     - coalesce((select run_s from odometer o where o.machine_id = m.id and o.day < ? order by o.day desc limit 1), 0) run
     from machine m`,
  ).all(toDay, fromDay) as { id: string; run: number }[];
  return new Map(rows.map(({ id, run }) => [id, run]));
}
