import { eq } from 'drizzle-orm';
import type { Db } from '../database';
import { timer } from '../schema';
import { statement } from '../statement';

export type TimerRow = typeof timer.$inferSelect;

/** Starts a timer on a machine unless one runs already; returns the one that runs. */
export function startTimer(db: Db, row: TimerRow): TimerRow {
  db.insert(timer).values(row).onConflictDoNothing().run();
  return timerOf(db, row.machineId)!;
}

export function timerOf(db: Db, machineId: string): TimerRow | null {
  const row = statement(
    db,
    'select machine_id machineId, started_at startedAt, person from timer where machine_id = ?',
  ).get(machineId);
  return (row as TimerRow | undefined) ?? null;
}

export function removeTimer(db: Db, machineId: string): void {
  db.delete(timer).where(eq(timer.machineId, machineId)).run();
}
