import { startingWeights } from '../catalogue/materials';
import { eachSessionHours, recentMixSessions } from '../core/usage/session-hours';
import { localDay } from '../core/units/zone';
import { listMachines } from '../records/machines';
import { sessionsBeside, sessionsBetween } from '../records/sessions';
import { clearDerived, replaceHours, replaceOdometer } from '../records/usage';
import { write, type Db } from '../records/database';

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
  const hours = eachSessionHours(sessions, startingWeights);
  const rows = sessions.slice(earlier.length).map(({ entryId, start }, index) => {
    const { runSeconds, beamSeconds, soil } = hours[earlier.length + index]!;
    return { entryId, start, day: localDay(start, zone), runSeconds, beamSeconds, soil };
  });
  replaceHours(db, machineId, from, end, rows);
  replaceOdometer(db, machineId, localDay(from, zone), localDay(end, zone));
}

/** Rebuilds everything that is derived from the sessions of the book. */
export function rebuildUsage(shop: Derives): void {
  write(shop.db, () => {
    clearDerived(shop.db);
    for (const machine of listMachines(shop.db, { retired: true })) {
      const sessions = sessionsBetween(shop.db, machine.id, -Infinity, Infinity);
      const first = sessions[0];
      if (first) deriveUsage(shop, machine.id, first.start, sessions.at(-1)!.start);
    }
  });
}
