import type { Limit } from './care';
import type { Criticality } from './danger';
import type { Depth } from './depth';

/** Use of a machine in a week, as one task counts it. */
export interface WeeklyUse {
  runHours: number;
  /** soil hours of the task's group */
  soilHours: number;
}

/** A calendar may wait until so much of the use limit is consumed. Common practice, no source. */
const share = 1 / 4;
/** And at most so many times as long as it was: what is left on a part hardens. Common practice, no source. */
const mostTimes = 4;
const week = 7;

/** What keeps by itself and not by use: greases age, coolant turns, what is replaced has a life of its own. */
const byTime: readonly Depth[] = ['lubricate', 'drain', 'replace', 'inspect'];

/**
 * The calendar limit that fits a machine of little use: where the days strike long before use would, they wait until a
 * quarter of the use limit is consumed, at most four times as long; whole weeks, never shorter than before. What can
 * burn, what ages by itself and what has no limit by use keeps its calendar.
 * @returns days; `null`: the calendar fits as it is
 */
export function stretchedDays(
  task: { criticality: Criticality; depth: Depth; limits: readonly Limit[] },
  use: WeeklyUse,
): number | null {
  const { criticality, depth, limits } = task;
  if (criticality === 'fire' || criticality === 'coolant' || byTime.includes(depth)) return null;
  const calendar = limits.find(({ kind, notBefore }) => kind === 'days' && !notBefore);
  const inWeeks = limits.flatMap(({ kind, value, notBefore }) =>
    notBefore
      ? []
      : kind === 'run'
        ? [value / use.runHours]
        : kind === 'soil'
          ? [value / use.soilHours]
          : [],
  );
  if (!calendar || inWeeks.length === 0) return null;
  const full = Math.min(...inWeeks) * week;
  const fits = Math.min(full * share, calendar.value * mostTimes);
  const days = Math.floor(fits / week) * week;
  return days > calendar.value ? days : null;
}

/** Limits with another calendar. */
export const withDays = (limits: readonly Limit[], days: number): Limit[] =>
  limits.map((limit) => (limit.kind === 'days' ? { ...limit, value: days } : limit));
