import { millisecondsToHours, secondsToHours } from '../units/time';
import type { Counters, Limit, LimitKind } from './care';

/** From lightest to heaviest. What is not known is never clear: somebody has to look. */
export const careStates = ['clear', 'soon', 'not known', 'due', 'past due'] as const;
export type CareState = (typeof careStates)[number];

/** Shares of a limit at which a state begins. */
export interface Thresholds {
  soon: number;
  due: number;
  pastDue: number;
}

export const defaultThresholds: Thresholds = { soon: 0.8, due: 1, pastDue: 1.25 };

/** Where a task stands. */
export interface Standing {
  /** share consumed of the limit that counts; 1 is due */
  used: number;
  state: CareState;
  /** the limit that counts and what is left on it (hours or counts; negative once over) */
  first: { kind: LimitKind; left: number };
}

/** A counter in the unit of a limit's kind: hours, days or a count. */
export function counterFor(kind: LimitKind, counters: Counters): number {
  switch (kind) {
    case 'soil':
      return millisecondsToHours(counters.soilMilliseconds);
    case 'run':
      return secondsToHours(counters.runSeconds);
    case 'beam':
      return secondsToHours(counters.beamSeconds);
    case 'days':
      return counters.days;
    case 'jobs':
      return counters.jobs;
    case 'useDays':
      return counters.useDays;
  }
}

/** The state a share of a limit stands for. Each threshold belongs to the state it begins. */
export function careState(used: number, thresholds: Thresholds = defaultThresholds): CareState {
  if (used >= thresholds.pastDue) return 'past due';
  if (used >= thresholds.due) return 'due';
  return used >= thresholds.soon ? 'soon' : 'clear';
}

/**
 * Of several limits the one that counts: the fullest of those that make due, unless one that must be reached too is
 * less full; of equal shares the one named first.
 * @returns `null` where none makes due
 */
export function countingLimit<L extends { notBefore?: true | undefined }>(
  limits: readonly L[],
  shareOf: (limit: L) => number,
): { limit: L; share: number } | null {
  let fullest: L | null = null;
  let emptiest: L | null = null;
  let most = 0;
  let least = 0;
  for (const limit of limits) {
    const share = shareOf(limit);
    if (limit.notBefore) {
      if (emptiest === null || share < least) [emptiest, least] = [limit, share];
    } else if (fullest === null || share > most) [fullest, most] = [limit, share];
  }
  if (fullest === null) return null;
  return emptiest !== null && least < most
    ? { limit: emptiest, share: least }
    : { limit: fullest, share: most };
}

function counting(limits: readonly Limit[], counters: Counters): { limit: Limit; share: number } {
  const counts = countingLimit(limits, ({ kind, value }) => {
    if (!(value > 0))
      throw new RangeError(`standing requires limits above 0, not ${kind} ${value}`);
    return counterFor(kind, counters) / value;
  });
  if (!counts) throw new RangeError('standing requires at least one limit that makes due');
  return counts;
}

/** The share used of the limit that counts, as in `standing`. */
export const usedOf = (limits: readonly Limit[], counters: Counters): number =>
  counting(limits, counters).share;

/**
 * Where a task stands: used = counter / limit of the limit that counts.
 * @param called whether a sign or finding makes it due before its limits: the state is then at least
 *   due, `used` stays what was counted
 * @throws RangeError without limits or with one that is not more than 0
 * @example standing([{ kind: 'run', value: 10 }], { ...none, runSeconds: 32400 }).used // 0.9
 */
export function standing(
  limits: readonly Limit[],
  counters: Counters,
  called = false,
  thresholds: Thresholds = defaultThresholds,
): Standing {
  const { limit, share: used } = counting(limits, counters);
  const counted = careState(used, thresholds);
  const state = called && (counted === 'clear' || counted === 'soon') ? 'due' : counted;
  const left = limit.value - counterFor(limit.kind, counters);
  return { used, state, first: { kind: limit.kind, left } };
}

/**
 * Where a task stands of which nobody knows when it was last done: what was counted is the least of it, so that it may
 * be due, but never clear.
 */
export function withoutKnowing(counted: Standing): Standing {
  return isDue(counted.state) ? counted : { ...counted, state: 'not known' };
}

/** Whether a task is to be done now. */
export function isDue(state: CareState): boolean {
  return compareStates(state, 'due') >= 0;
}

/** Orders states from lightest to heaviest: negative when `a` is lighter. */
export function compareStates(a: CareState, b: CareState): number {
  return careStates.indexOf(a) - careStates.indexOf(b);
}
