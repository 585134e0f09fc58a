import { firstPlace } from '../units/halving';
import { millisecondsPerSecond, secondsPerDay } from '../units/time';

/** The longest session that is taken: one day. */
export const longestSessionSeconds = secondsPerDay;

/**
 * What took time on one machine, by its stretches, kept in order, asked for overlaps. Stretches that only touch (one
 * ends where the next begins) do not overlap. No stretch may be longer than one day, which bounds
 * how far back a question looks: O(log n + stretches within a day).
 */
export class Timeline<T extends { start: number }> {
  readonly #all: T[];

  /**
   * @param endOf when one ends, UTC milliseconds: asked for, not held, since there may be a million
   * @param all in any order
   */
  constructor(
    private readonly endOf: (one: T) => number,
    all: Iterable<T> = [],
  ) {
    this.#all = [...all].sort((a, b) => a.start - b.start);
  }

  /** The latest that overlaps one, or `null`. */
  overlapping(asked: T): T | null {
    const { start } = asked;
    const earliest = start - longestSessionSeconds * millisecondsPerSecond;
    for (let i = this.#firstFrom(this.endOf(asked)) - 1; i >= 0; i--) {
      const other = this.#all[i]!;
      if (other.start < earliest) break;
      if (this.endOf(other) > start) return other;
    }
    return null;
  }

  add(one: T): void {
    this.#all.splice(this.#firstFrom(one.start), 0, one);
  }

  /** Index of the first that starts at or after the instant. */
  #firstFrom(instant: number): number {
    return firstPlace(this.#all.length, (at) => this.#all[at]!.start >= instant);
  }
}
