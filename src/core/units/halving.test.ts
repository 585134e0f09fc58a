import fc from 'fast-check';
import { firstPlace, firstPlaceSoon } from './halving';

test('the first place is the one that looking from the front finds', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(9)), fc.nat(10), (values, least) => {
      const sorted = values.sort((a, b) => a - b);
      const first = sorted.findIndex((one) => one >= least);
      const place = first < 0 ? sorted.length : first;
      expect(firstPlace(sorted.length, (at) => sorted[at]! >= least)).toBe(place);
      expect(firstPlaceSoon(sorted.length, (at) => sorted[at]! >= least)).toBe(place);
    }),
  );
});

test('a place near the front is found without a look at the far ones', () => {
  let furthest = 0;
  const found = firstPlaceSoon(1_000_000, (at) => {
    furthest = Math.max(furthest, at);
    return at >= 9;
  });
  expect([found, furthest]).toEqual([9, 14]);
});
