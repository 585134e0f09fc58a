import type { UseMeter } from '../../core/care/counters';
import { beamShare, type BeamShare } from '../../core/usage/beam-share';
import { memoized } from '../../core/units/memoized';
import { localDay, startOfLocalDay } from '../../core/units/zone';
import {
  daysUsed,
  firstUse,
  totalsBefore,
  usedWithin,
  type Totals,
} from '../../records/usage/totals';
import { beamSums } from '../../records/usage/sessions';
import type { Shop } from '../shop';

/** The running totals of one machine, each instant read once however many tasks ask. */
export interface MachineMeter extends UseMeter {
  /** start of its first known use, UTC milliseconds; Infinity before any */
  firstUse: number;
}

export function machineMeter(db: Shop['db'], zone: string, machineId: string): MachineMeter {
  let share: BeamShare | null = null;
  const totals = memoized((instant: number): Totals =>
    totalsBefore(db, machineId, instant, localDay(instant, zone)),
  );
  return {
    firstUse: firstUse(db, machineId) ?? Infinity,
    totals,
    dayUsedOnBothSides(instant, end) {
      if (totals(instant).jobsOfDay === 0) return 0;
      const nextDay = startOfLocalDay(localDay(instant, zone) + 1, zone);
      return usedWithin(db, machineId, instant, Math.min(nextDay, end)) ? 1 : 0;
    },
    daysUsed: (from, to) => daysUsed(db, machineId, from, to),
    runWithBeam: (from, to) => beamSums(db, machineId, from, to).run,
    beamShare: () => (share ??= beamShare(beamSums(db, machineId, -Infinity, Infinity))),
  };
}
