import { medianSorted } from 'simple-statistics';
import { handsOn, type Minutes } from '../care/minutes';

/** So many cleanings of a kind make a figure of the shop's own. */
const enough = 5;
/** Older ones are forgotten: habits and machines change. */
const remembered = 15;

/** What a task takes here. */
export interface LearnedMinutes {
  /** hands-on, both ends together */
  minutes: number;
  /** cleanings it was learned from */
  of: number;
}

/**
 * The [median](https://en.wikipedia.org/wiki/Median) of the minutes of the last fifteen cleanings of a
 * kind, rounded to whole minutes.
 * @param minutes hands-on minutes, oldest first
 * @returns `null` until there are five
 */
export function learnedMinutes(minutes: readonly number[]): LearnedMinutes | null {
  if (minutes.length < enough) return null;
  const last = minutes.slice(-remembered).sort((a, b) => a - b);
  return { minutes: Math.max(1, Math.round(medianSorted(last))), of: last.length };
}

/**
 * Usual minutes with the shop's own hands-on time, divided between the ends as before. A task keeps at
 * least a minute at each end it has; the wait is not the hands' and stays.
 */
export function withLearned(usual: Minutes, learned: LearnedMinutes | null): Minutes {
  if (!learned) return usual;
  const before = handsOn(usual);
  const finishing =
    usual.finishing === 0
      ? 0
      : Math.max(1, Math.round((learned.minutes * usual.finishing) / before));
  return {
    active: Math.max(1, learned.minutes - finishing),
    passive: usual.passive,
    finishing,
    ...(usual.drying !== undefined && { drying: usual.drying }),
  };
}
