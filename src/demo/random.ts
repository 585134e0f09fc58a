import { chance, weighted } from '../core/units/chance';

/** A stream of chance from a seed: the same seed gives the same workshop. */
export class Chance {
  /** In [0, 1). */
  readonly next: () => number;

  constructor(seed: number) {
    this.next = chance(seed);
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.next();
  }

  whole(low: number, high: number): number {
    return Math.floor(this.between(low, high + 1));
  }

  yes(probability: number): boolean {
    return this.next() < probability;
  }

  pick<T>(items: readonly T[]): T {
    return items[Math.floor(this.next() * items.length)]!;
  }

  /** One of the items, each as likely as its weight. */
  weighted<T>(items: readonly (readonly [T, number])[]): T {
    return weighted(this.next, items);
  }

  /** Around a median, spread by a factor: log-normal. */
  around(median: number, factor: number): number {
    const normal = Math.sqrt(-2 * Math.log(1 - this.next())) * Math.cos(2 * Math.PI * this.next());
    return median * Math.exp(normal * Math.log(factor));
  }
}
