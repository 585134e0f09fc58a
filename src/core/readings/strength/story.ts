import { median } from 'simple-statistics';
import { millisecondsPerDay } from '../../units/time';
import { cusum, ewma, type EwmaPoint } from './chart';

/** A measured strength. */
export interface Measured {
  /** UTC milliseconds */
  at: number;
  /** 1 = the baseline */
  strength: number;
}

/** A measured strength with what the charts say of it. */
export interface Charted extends Measured {
  ewma: EwmaPoint;
  /** below what the machine's own spread explains */
  dropped: boolean;
  /** since when, UTC milliseconds; null where it has not dropped */
  since: number | null;
}

/**
 * Spread of a single test burn of a machine that has not changed, as a share of the baseline: the
 * ladder's steps and the stock. No source; a machine's own burns take its place from five on.
 */
export const usualSpread = 0.04;
const leastSpread = 0.02;

/**
 * Standard deviation of single burns from burns made while nothing had changed, by the mean moving range
 * over 1.128 (NIST/SEMATECH e-Handbook, 6.3.2.2). Fewer than five: the usual one.
 */
export function spreadOf(steady: readonly number[]): number {
  if (steady.length < 5) return usualSpread;
  const ranges = steady.slice(1).map((value, index) => Math.abs(value - steady[index]!));
  const mean = ranges.reduce((sum, range) => sum + range, 0) / ranges.length;
  return Math.max(leastSpread, mean / 1.128);
}

/**
 * Charts the burns since a baseline, oldest first. A drop is called by either chart: an EWMA (λ 0.3)
 * below three sigma, or a CUSUM (k half a sigma, h four) that finds a small lasting one. When a cleaning
 * brought a dropped strength back the sums begin anew: what was lost to dirt must not count against a
 * clean machine. Where it did not come back they go on.
 * @param cleanings UTC milliseconds, in any order
 */
export function chartStrength(
  burns: readonly Measured[],
  cleanings: readonly number[],
  sigma: number,
): Charted[] {
  const sound = 1 - 3 * sigma;
  const charted: Charted[] = [];
  let from = 0;
  burns.forEach((burn, index) => {
    const before = charted.at(-1);
    const cleaned = before && cleanings.some((at) => at > before.at && at <= burn.at);
    if (before?.dropped && cleaned && burn.strength >= sound) from = index;
    const run = burns.slice(from, index + 1);
    const values = run.map(({ strength }) => strength);
    const averaged = ewma(values, { target: 1, sigma }).at(-1)!;
    const summed = cusum(values, { target: 1, k: sigma / 2, h: 4 * sigma }).at(-1)!;
    // one burn far off needs no second one
    const dropped =
      burn.strength < sound || averaged.value < averaged.lower || summed.out === 'low';
    const since = !dropped
      ? null
      : summed.out === 'low'
        ? run[summed.since!]!.at
        : (run.find(({ strength }) => strength < sound)?.at ?? burn.at);
    charted.push({ ...burn, ewma: averaged, dropped, since });
  });
  return charted;
}

/** What cleaning did to a strength that had dropped. */
export interface Restored {
  cleanedAt: number;
  before: number;
  after: number;
  /** whether it came back to within three sigma of the baseline */
  restored: boolean;
}

/** The charted burns of one recipe, oldest first, with the spread they are judged by. */
export interface RecipeChart {
  chart: readonly Charted[];
  sigma: number;
}

/** A burn of the same recipe stands before one of another so long as it is no older by more than this. */
const sameDay = millisecondsPerDay;

/**
 * For each recipe: the cleanings that a burn followed, where the burn before had dropped, and whether strength
 * came back. The burn before is the latest of whatever recipe (every strength is a share of its own
 * baseline), one of the same recipe where it has one of about that day. Only a burn soon after the cleaning
 * tells, and a baseline never does: it is 1 by definition.
 * @param cleanings UTC milliseconds, in any order
 * @param soon whether a burn came soon enough after a cleaning, both UTC milliseconds
 */
export function restorations(
  recipes: readonly RecipeChart[],
  cleanings: readonly number[],
  soon: (cleanedAt: number, burnAt: number) => boolean = () => true,
): Restored[][] {
  const latestBefore = (at: number) =>
    recipes
      .flatMap(({ chart }) => chart.findLast((burn) => burn.at < at) ?? [])
      .reduce((last, burn) => (last.at > burn.at ? last : burn));
  return recipes.map(({ chart, sigma }) =>
    chart.slice(1).flatMap((after, index): Restored[] => {
      const own = chart[index]!;
      const cleanedAt = Math.max(...cleanings.filter((at) => at > own.at && at <= after.at));
      if (!Number.isFinite(cleanedAt) || !soon(cleanedAt, after.at)) return [];
      const latest = latestBefore(cleanedAt);
      const before = latest.at - own.at > sameDay ? latest : own;
      if (!before.dropped) return [];
      const { strength } = after;
      const restored = strength >= 1 - 3 * sigma;
      return [{ cleanedAt, before: before.strength, after: strength, restored }];
    }),
  );
}

/** Of how many cleanings at most it is taken what they bring back. */
const lately = 3;

/**
 * The strength that cleaning has lately brought back: the median of its last three times, at most 1; 1 where
 * it was never measured.
 */
export function usuallyRestored(restored: readonly Restored[]): number {
  const last = restored.slice(-lately).map(({ after }) => after);
  return last.length === 0 ? 1 : Math.min(1, median(last));
}
