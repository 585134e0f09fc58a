import { firstPlace } from '../units/halving';
import { millisecondsPerSecond, secondsPerDay } from '../units/time';

/** The longest session that is taken: one day. */
export const longestSessionSeconds = secondsPerDay;

/** A stretch of time on one machine, from `start` up to but not including `end` (UTC ms). */
export interface Stretch {
  start: number;
  end: number;
}

/**
 * The stretches of one machine, kept in order, asked for overlaps. Stretches that only touch (one
 * ends where the next begins) do not overlap. No stretch may be longer than one day, which bounds
 * how far back a question looks: O(log n + stretches within a day).
 */
export class Timeline<T extends Stretch> {
  readonly #stretches: T[];

  /** @param stretches in any order */
  constructor(stretches: Iterable<T> = []) {
    this.#stretches = [...stretches].sort((a, b) => a.start - b.start);
  }

  /** The first stretch that overlaps the given one, or `null`. */
  overlapping({ start, end }: Stretch): T | null {
    const earliest = start - longestSessionSeconds * millisecondsPerSecond;
    for (let i = this.#firstFrom(end) - 1; i >= 0; i--) {
      const other = this.#stretches[i]!;
      if (other.start < earliest) break;
      if (other.end > start) return other;
    }
    return null;
  }

  add(stretch: T): void {
    this.#stretches.splice(this.#firstFrom(stretch.start), 0, stretch);
  }

  /** Index of the first stretch that starts at or after the instant. */
  #firstFrom(instant: number): number {
    return firstPlace(this.#stretches.length, (at) => this.#stretches[at]!.start >= instant);
  }
}
