import { perGroup } from '../../usage/soil';
import { calendarDays, localDay } from '../../units/zone';
import type { CareGroup, Counters } from '../care';
import { noUse, type CountedUse, type UseMeter } from '../counters';

/**
 * Counters of one machine for one group of stations from an instant up to `now`. A session counts
 * whole, by its start: from the reset on (a start at the very instant counts) and not after `now`.
 * This is the plain definition, slow and sure: what counts by running totals must agree with it.
 * @param since UTC milliseconds; days are counted from here
 */
export function countersSince(
  sessions: Iterable<CountedUse>,
  group: CareGroup,
  since: number,
  now: number,
  zone: string,
): Counters {
  const counters = { ...noUse, days: Math.max(0, calendarDays(since, now, zone)) };
  const used = new Set<number>();
  for (const session of sessions) {
    if (session.start < since || session.start > now) continue;
    counters.runSeconds += session.runSeconds;
    counters.beamSeconds += session.beamSeconds ?? 0;
    counters.soilMilliseconds += group === 'coolant' ? 0 : session.soil[group];
    counters.jobs += 1;
    used.add(localDay(session.start, zone));
  }
  return { ...counters, useDays: used.size };
}

/** Totals made anew for every question, from the sessions themselves. */
export function plainMeter(sessions: readonly CountedUse[], zone: string): UseMeter {
  const started = (from: number, to: number) =>
    sessions.filter(({ start }) => start >= from && start < to);
  const day = (instant: number) => localDay(instant, zone);
  return {
    totals(instant) {
      const until = started(-Infinity, instant);
      const sum = (of: (one: CountedUse) => number) => until.reduce((all, one) => all + of(one), 0);
      return {
        runSeconds: sum(({ runSeconds }) => runSeconds),
        beamSeconds: sum(({ beamSeconds }) => beamSeconds ?? 0),
        soil: perGroup((group) => sum(({ soil }) => soil[group])),
        jobs: until.length,
        useDays: new Set(until.map(({ start }) => day(start))).size,
      };
    },
    dayUsedOnBothSides(instant, end) {
      const same = sessions.filter(({ start }) => day(start) === day(instant));
      const before = same.some(({ start }) => start < instant);
      return before && same.some(({ start }) => start >= instant && start < end) ? 1 : 0;
    },
    daysUsed(from, to) {
      const days = started(from, to).map(({ start }) => day(start));
      return days.length > 0 ? { first: Math.min(...days), last: Math.max(...days) } : null;
    },
    runWithBeam: (from, to) =>
      started(from, to).reduce(
        (sum, { beamSeconds, runSeconds }) => sum + (beamSeconds === null ? 0 : runSeconds),
        0,
      ),
    beamShare: () => ({ likely: 0.5, least: 0.25, most: 0.75 }),
  };
}
