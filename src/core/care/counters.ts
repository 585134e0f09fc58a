import type { SessionHours } from '../usage/session-hours';
import type { SessionUse } from '../usage/session';
import type { BeamShare } from '../usage/beam-share';
import type { PerGroup } from '../usage/soil';
import { within, type Presence } from '../parts/presence';
import { calendarDays } from '../units/zone';
import type { CareGroup, Counters } from './care';

/** Counters of something just reset. */
export const noUse: Counters = {
  runSeconds: 0,
  beamSeconds: 0,
  soilMilliseconds: 0,
  days: 0,
  jobs: 0,
  useDays: 0,
};

/** What of a session counts. */
export type CountedUse = Pick<SessionUse & SessionHours, 'start' | 'runSeconds' | 'soil'> & {
  beamSeconds: number | null;
};

/** Running totals of one machine, over all of its sessions that start before an instant. */
export interface RunningTotals {
  runSeconds: number;
  beamSeconds: number;
  /** milliseconds */
  soil: PerGroup;
  jobs: number;
  useDays: number;
}

/**
 * What is counted for one group of stations between two running totals. Coolant ages by itself, not by what is burnt.
 * @param sharedDay 1 where the day of the earlier total was used before it and after it
 */
export const countedBetween = (
  before: RunningTotals,
  after: RunningTotals,
  group: CareGroup,
  sharedDay: 0 | 1,
): Omit<Counters, 'days'> => ({
  runSeconds: after.runSeconds - before.runSeconds,
  beamSeconds: after.beamSeconds - before.beamSeconds,
  soilMilliseconds: group === 'coolant' ? 0 : after.soil[group] - before.soil[group],
  jobs: after.jobs - before.jobs,
  useDays: after.useDays - before.useDays + sharedDay,
});

/** What counts the use of one machine. */
export interface UseMeter {
  /** @param instant UTC milliseconds, not included */
  totals(instant: number): RunningTotals;
  /** 1 when the day of an instant was used before it and, until `end`, after it: both totals count that day */
  dayUsedOnBothSides(instant: number, end: number): 0 | 1;
  /** of the sessions in `[from, to)` of which the beam time is known: their run seconds */
  runWithBeam(from: number, to: number): number;
  /** beam time against run time, of all sessions of which both are known */
  beamShare(): BeamShare;
  /** shop-local days of the first and last use in `[from, to)`; `null` without use */
  daysUsed(from: number, to: number): { first: number; last: number } | null;
}

/**
 * Counters for one group of stations from an instant up to `now`, over all the machines in which the part was. A
 * session counts whole, by its start: from the reset on (a start at the very instant counts) and not after `now`. A
 * day of use counts once, in however many machines.
 * @param stays where the part was, one after another
 * @param since UTC milliseconds; days are counted from here
 */
export function countersOver(
  stays: readonly Presence[],
  meterOf: (machineId: string) => UseMeter,
  group: CareGroup,
  { since, now, zone }: { since: number; now: number; zone: string },
): Counters {
  return countedOver(stays, meterOf, group, { since, now, zone }, null);
}

/** The counters with beam time that was not logged, as each machine's share of its run makes it, with their range. */
export function countersWithBeam(
  stays: readonly Presence[],
  meterOf: (machineId: string) => UseMeter,
  group: CareGroup,
  moment: { since: number; now: number; zone: string },
): Record<keyof BeamShare, Counters> {
  const by = (bound: keyof BeamShare) => countedOver(stays, meterOf, group, moment, bound);
  return { likely: by('likely'), least: by('least'), most: by('most') };
}

function countedOver(
  stays: readonly Presence[],
  meterOf: (machineId: string) => UseMeter,
  group: CareGroup,
  { since, now, zone }: { since: number; now: number; zone: string },
  beam: keyof BeamShare | null,
): Counters {
  if (since > now) return { ...noUse };
  const counters = { ...noUse, days: Math.max(0, calendarDays(since, now, zone)) };
  const spans = within(stays, since, now + 1); // a session that starts at `now` counts
  let lastDay: number | null = null;
  for (const { machineId, from, to } of spans) {
    const meter = meterOf(machineId);
    const before = meter.totals(from);
    const after = meter.totals(to);
    const use = countedBetween(before, after, group, meter.dayUsedOnBothSides(from, to));
    counters.runSeconds += use.runSeconds;
    counters.beamSeconds += use.beamSeconds;
    if (beam) {
      const unlogged = use.runSeconds - meter.runWithBeam(from, to);
      counters.beamSeconds += Math.round(unlogged * meter.beamShare()[beam]);
    }
    counters.soilMilliseconds += use.soilMilliseconds;
    counters.jobs += use.jobs;
    counters.useDays += use.useDays;
    if (spans.length > 1) {
      // two stays that share a day of use count it once
      const days = meter.daysUsed(from, to);
      if (days && days.first === lastDay) counters.useDays -= 1;
      lastDay = days?.last ?? lastDay;
    }
  }
  return counters;
}
