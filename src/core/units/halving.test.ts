import fc from 'fast-check';
import { firstPlace } from './halving';

test('the first place is the one that looking from the front finds', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(9)), fc.nat(10), (values, least) => {
      const sorted = values.sort((a, b) => a - b);
      const first = sorted.findIndex((one) => one >= least);
      expect(firstPlace(sorted.length, (at) => sorted[at]! >= least)).toBe(
        first < 0 ? sorted.length : first,
      );
    }),
  );
});
