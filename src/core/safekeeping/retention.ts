import { millisecondsPerDay } from '../units/time';
import { localDay } from '../units/zone';

/** How many copies of the shop are kept. */
export interface KeepRules {
  /** of so many days, weeks and months the last copy of each */
  daily: number;
  weekly: number;
  monthly: number;
  /** what all of them may take together, bytes */
  bytes: number;
}

/** A copy that is there. */
export interface KeptCopy {
  name: string;
  /** when it was made, UTC milliseconds */
  at: number;
  bytes: number;
}

/** Monday of the week of a day; 1 January 1970 was a Thursday. */
const weekOf = (day: number) => Math.floor((day + 3) / 7);
const monthOf = (day: number) => new Date(day * millisecondsPerDay).toISOString().slice(0, 7);

/**
 * The copies to let go, the oldest first: all that are not the last of one of the latest days, weeks or months that
 * have a copy; and of those, the oldest while all together take too much. The newest always stays.
 * @param zone decides what a day is
 */
export function copiesToDrop(
  copies: readonly KeptCopy[],
  { daily, weekly, monthly, bytes }: KeepRules,
  zone: string,
): string[] {
  const newestFirst = [...copies].sort((a, b) => b.at - a.at);
  const kept = new Set<KeptCopy>(newestFirst.slice(0, 1));
  const keepLastOf = (count: number, spanOf: (day: number) => number | string) => {
    const spans = new Set<number | string>();
    for (const copy of newestFirst) {
      const span = spanOf(localDay(copy.at, zone));
      if (spans.has(span)) continue;
      if (spans.size === count) return;
      spans.add(span);
      kept.add(copy);
    }
  };
  keepLastOf(daily, (day) => day);
  keepLastOf(weekly, weekOf);
  keepLastOf(monthly, monthOf);
  let taken = 0;
  let full = false;
  for (const copy of newestFirst) {
    if (!kept.has(copy)) continue;
    taken += copy.bytes;
    // what is older than the first that did not fit goes too: no holes that nobody chose
    full ||= taken > bytes && copy !== newestFirst[0];
    if (full) kept.delete(copy);
  }
  return newestFirst
    .filter((copy) => !kept.has(copy))
    .map(({ name }) => name)
    .reverse();
}

/** From so many hours on the newest copy is too old: a night was missed. */
export const oldCopyHours = 36;
