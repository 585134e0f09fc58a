import { chance, shuffled, weighted } from './chance';
import { groupBy } from './group-by';

// mulberry32 (public domain), its definition from memory, reckoned in whole numbers of 64 bits: nothing of it is shared
// with Math.imul.
function plain(seed: number): () => number {
  const word = 0xffffffffn;
  let a = BigInt(seed) & word;
  return () => {
    a = (a + 0x6d2b79f5n) & word;
    let t = a;
    t = ((t ^ (t >> 15n)) * (t | 1n)) & word;
    t = (t ^ (t + (((t ^ (t >> 7n)) * (t | 61n)) & word))) & word;
    return Number(t ^ (t >> 14n)) / 2 ** 32;
  };
}

test.each([0, 1, 42, -7, 2 ** 31])(
  'a seed gives the numbers of the published algorithm: %i',
  (seed) => {
    const [ours, theirs] = [chance(seed), plain(seed)];
    for (let n = 0; n < 100; n++) expect(ours()).toBe(theirs());
  },
);

test('one of some is drawn as often as its weight says, and none of no weight', () => {
  const next = chance(3);
  const drawn = { a: 0, b: 0, c: 0 };
  for (let n = 0; n < 8000; n++) {
    drawn[
      weighted(next, [
        ['a', 1],
        ['b', 0],
        ['c', 3],
      ] as const)
    ] += 1;
  }
  expect(drawn.b).toBe(0);
  // three in four, within four standard deviations (0.0048 each)
  expect(Math.abs(drawn.c / 8000 - 0.75)).toBeLessThan(0.02);
  const items = [
    ['a', 1],
    ['b', 2],
  ] as const;
  expect(weighted(() => 0, items)).toBe('a');
  expect(weighted(() => 1 / 3, items)).toBe('b');
  expect(weighted(() => 0.999, items)).toBe('b');
  // a chance of one is none that is given; the last is taken all the same
  expect(weighted(() => 1, items)).toBe('b');
});

test('an order of chance holds every item once, each order as often, and leaves the list as it was', () => {
  const items = ['a', 'b', 'c'] as const;
  const next = chance(5);
  const seen = new Map<string, number>();
  for (let n = 0; n < 6000; n++) {
    const order = shuffled(next, items).join('');
    seen.set(order, (seen.get(order) ?? 0) + 1);
  }
  expect([...seen.keys()].sort()).toEqual(['abc', 'acb', 'bac', 'bca', 'cab', 'cba']);
  // a sixth each, within four standard deviations (0.0048 each)
  for (const times of seen.values()) expect(Math.abs(times / 6000 - 1 / 6)).toBeLessThan(0.02);
  expect(items).toEqual(['a', 'b', 'c']);
  expect(shuffled(next, [])).toEqual([]);
});

test('groups keep the order of their keys and items', () => {
  const groups = groupBy([3, 1, 4, 1, 5, 9, 2, 6], (one) => (one % 2 === 0 ? 'even' : 'odd'));
  expect([...groups]).toEqual([
    ['odd', [3, 1, 1, 5, 9]],
    ['even', [4, 2, 6]],
  ]);
  expect(groupBy([], () => 'any').size).toBe(0);
});
