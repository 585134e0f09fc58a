/** A stream of chance from a seed, each in [0, 1): the same seed gives the same. (mulberry32, public domain.) */
export function chance(seed: number): () => number {
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** One of the items, each as likely as its weight. */
export function weighted<T>(next: () => number, items: readonly (readonly [T, number])[]): T {
  let left = next() * items.reduce((sum, [, weight]) => sum + weight, 0);
  for (const [item, weight] of items) {
    left -= weight;
    if (left < 0) return item;
  }
  return items.at(-1)![0];
}

/** The items in an order of chance; the given list stays as it is. (Fisher and Yates.) */
export function shuffled<T>(next: () => number, items: readonly T[]): T[] {
  const mixed = [...items];
  for (let left = mixed.length; left > 1; left--) {
    const at = Math.floor(next() * left);
    [mixed[left - 1], mixed[at]] = [mixed[at]!, mixed[left - 1]!];
  }
  return mixed;
}
