import { eachSessionHours, recentMixSessions } from '../../core/usage/session-hours';
import { secondsToHours } from '../../core/units/time';
import { localDay } from '../../core/units/zone';
import { listMachines } from '../../records/machines';
import { rebuildOpen } from '../../records/open-entries';
import { sessionsBeside, sessionsBetween, sessionSpan } from '../../records/usage/sessions';
import {
  clearDerived,
  replaceHours,
  replaceOdometer,
  totalsBefore,
} from '../../records/usage/totals';
import { write, type Db } from '../../records/database';
import { shopWeights } from './soil-weights-read';

interface Derives {
  db: Db;
  readonly zone: string;
}

/**
 * Derives anew what the sessions of a machine in `[from, to]` (by start, UTC milliseconds) count for,
 * and the running totals with them. Sessions of unknown material take the mean of the fifty before
 * them, so the fifty that follow are derived again too.
 */
export function deriveUsage(
  { db, zone }: Derives,
  machineId: string,
  from: number,
  to: number,
): void {
  const earlier = sessionsBeside(db, machineId, from, 'before', recentMixSessions);
  const later = sessionsBeside(db, machineId, to, 'after', recentMixSessions);
  const end = later.at(-1)?.start ?? to;
  const sessions = [...earlier, ...sessionsBetween(db, machineId, from, end)];
  const hours = eachSessionHours(sessions, shopWeights({ db }));
  const rows = sessions.slice(earlier.length).map(({ entryId, start }, index) => {
    const { runSeconds, beamSeconds, soil } = hours[earlier.length + index]!;
    return { entryId, start, day: localDay(start, zone), runSeconds, beamSeconds, soil };
  });
  replaceHours(db, machineId, from, end, rows);
  replaceOdometer(db, machineId, localDay(from, zone), localDay(end, zone));
}

/**
 * Derives anew what every session from an instant on counts for. The caller holds the transaction.
 * @param from UTC milliseconds, by start
 * @param report hears the share done, 0 to 1
 */
export function deriveFrom(shop: Derives, from: number, report?: (share: number) => void): void {
  const machines = listMachines(shop.db, { retired: true });
  for (const [index, { id }] of machines.entries()) {
    const span = sessionSpan(shop.db, id, from, Infinity);
    if (span) deriveUsage(shop, id, span.first, span.last);
    report?.((index + 1) / machines.length);
  }
}

/** Rebuilds everything that is derived from the book. */
export function rebuildUsage(shop: Derives): void {
  write(shop.db, () => {
    clearDerived(shop.db);
    rebuildOpen(shop.db);
    deriveFrom(shop, -Infinity);
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
