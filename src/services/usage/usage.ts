import { eachSessionHours, recentMixSessions } from '../../core/usage/session-hours';
import { soilGroups, type SoilWeights } from '../../core/usage/soil';
import { secondsToHours } from '../../core/units/time';
import { localDay } from '../../core/units/zone';
import { listMachines } from '../../records/machines';
import { rebuildOpen } from '../../records/open-entries';
import {
  sessionsBeside,
  sessionsBetween,
  sessionSpan,
  startOfNth,
} from '../../records/usage/sessions';
import {
  changeSoil,
  clearDerived,
  hoursBetween,
  replaceHours,
  replaceOdometer,
  totalsBefore,
  type HoursRow,
} from '../../records/usage/totals';
import { write, type Db } from '../../records/database';
import { shopWeights } from './soil-weights-read';

interface Derives {
  db: Db;
  readonly zone: string;
}

/** The weights in force for a session by its start, UTC milliseconds. */
type WeightsAt = (start: number) => SoilWeights;

/**
 * What the sessions of a machine in `[from, to]` (by start, UTC milliseconds) count for. Sessions of unknown material
 * take the mean of the fifty before them, so the fifty that follow are among them.
 * @returns the rows, and the start of the last of them
 */
function hoursOf(
  { db, zone }: Derives,
  machineId: string,
  from: number,
  to: number,
  weightsAt: WeightsAt,
): { end: number; rows: HoursRow[] } {
  const earlier = sessionsBeside(db, machineId, from, 'before', recentMixSessions);
  const later = sessionsBeside(db, machineId, to, 'after', recentMixSessions);
  const end = later.at(-1)?.start ?? to;
  const sessions = [...earlier, ...sessionsBetween(db, machineId, from, end)];
  const hours = eachSessionHours(sessions, weightsAt);
  const rows = sessions.slice(earlier.length).map(({ entryId, start }, index) => {
    const { runSeconds, beamSeconds, soil } = hours[earlier.length + index]!;
    return { entryId, start, day: localDay(start, zone), runSeconds, beamSeconds, soil };
  });
  return { end, rows };
}

/** So many sessions are derived at a time: an import may bring a million of one machine. */
const sessionsAtOnce = 20_000;

/**
 * Derives anew what the sessions of a machine in `[from, to]` (by start, UTC milliseconds) count for, and the
 * running totals with them.
 * @param atOnce so many sessions lie in memory together
 */
export function deriveUsage(
  shop: Derives,
  machineId: string,
  from: number,
  to: number,
  atOnce = sessionsAtOnce,
): void {
  const { db, zone } = shop;
  const weightsAt = shopWeights(shop);
  for (let first: number = from; first <= to;) {
    const last = startOfNth(db, machineId, first, to, atOnce - 1) ?? to;
    const { end, rows } = hoursOf(shop, machineId, first, last, weightsAt);
    replaceHours(db, machineId, first, end, rows);
    replaceOdometer(db, machineId, localDay(first, zone), localDay(end, zone));
    first = last + 1;
  }
}

/**
 * What every session from an instant on would count for by other weights, where that is not what it counts for now:
 * only read, so that others write meanwhile.
 * @param from UTC milliseconds, by start
 * @param report hears the share done, 0 to 1
 * @returns rows by machine, in order of start
 */
export function reweighed(
  shop: Derives,
  from: number,
  weightsAt: WeightsAt,
  report?: (share: number) => void,
): Map<string, HoursRow[]> {
  const machines = listMachines(shop.db, { retired: true });
  return new Map(
    machines.map(({ id }, index) => {
      const span = sessionSpan(shop.db, id, from, Infinity);
      const changed = span ? changedHours(shop, id, span, weightsAt) : [];
      report?.((index + 1) / machines.length);
      return [id, changed];
    }),
  );
}

function changedHours(
  shop: Derives,
  machineId: string,
  { first, last }: { first: number; last: number },
  weightsAt: WeightsAt,
): HoursRow[] {
  const { end, rows } = hoursOf(shop, machineId, first, last, weightsAt);
  const kept = hoursBetween(shop.db, machineId, first, end);
  const before = new Map(kept.map(({ entryId, soil }) => [entryId, soil]));
  return rows.filter(({ entryId, soil }) => {
    const was = before.get(entryId);
    return !was || soilGroups.some((group) => was[group] !== soil[group]);
  });
}

/** Keeps what {@link reweighed} found of a machine. The caller holds the transaction. */
export function keepReweighed({ db, zone }: Derives, machineId: string, rows: HoursRow[]): void {
  if (rows.length === 0) return;
  changeSoil(db, rows);
  replaceOdometer(
    db,
    machineId,
    localDay(rows[0]!.start, zone),
    localDay(rows.at(-1)!.start, zone),
  );
}

/** Derives anew what every session of a machine from an instant on counts for. The caller holds the transaction. */
export function deriveFrom(shop: Derives, machineId: string, from: number): void {
  const span = sessionSpan(shop.db, machineId, from, Infinity);
  if (span) deriveUsage(shop, machineId, span.first, span.last);
}

/** Rebuilds everything that is derived from the book. */
export function rebuildUsage(shop: Derives): void {
  write(shop.db, () => {
    clearDerived(shop.db);
    rebuildOpen(shop.db);
    for (const { id } of listMachines(shop.db, { retired: true })) deriveFrom(shop, id, -Infinity);
  });
}

/** Run seconds of a machine from its first use to an instant (UTC milliseconds). */
export function runAt({ db, zone }: Derives, machineId: string, instant: number): number {
  return totalsBefore(db, machineId, instant, localDay(instant, zone)).runSeconds;
}

/** Run hours of a machine between two instants. */
export function runHoursBetween(
  shop: Derives,
  machineId: string,
  from: number,
  to: number,
): number {
  return secondsToHours(runAt(shop, machineId, to) - runAt(shop, machineId, from));
}
