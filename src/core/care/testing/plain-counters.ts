import { calendarDays, localDay } from '../../units/zone';
import type { CareGroup, Counters } from '../care';
import { noUse, type CountedUse } from '../counters';

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
