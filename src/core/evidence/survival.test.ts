import fc from 'fast-check';
import { medianLife, productLimit } from './survival';

const hours = fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 20 });

// Freireich et al., Blood 21 (1963): weeks in remission of 21 patients under 6-mercaptopurine and of 21 under placebo,
// the example with which the estimate is usually taught. Data and table from memory.
const treated = {
  ended: [6, 6, 6, 7, 10, 13, 16, 22, 23],
  running: [6, 9, 10, 11, 17, 19, 20, 25, 32, 32, 34, 35],
};
const placebo = [1, 1, 2, 2, 3, 4, 4, 5, 5, 8, 8, 8, 8, 11, 11, 12, 12, 15, 17, 22, 23];

test('the published example, to its three digits', () => {
  const table = productLimit(treated.ended, treated.running);
  expect(table.map(({ hours: at, share }) => [at, Number(share.toFixed(3))])).toEqual([
    [6, 0.857],
    [7, 0.807],
    [10, 0.753],
    [13, 0.69],
    [16, 0.627],
    [22, 0.538],
    [23, 0.448],
  ]);
  expect(medianLife(treated.ended, treated.running)).toBe(23);
  expect(medianLife(placebo, [])).toBe(8);
});

test('with nothing in use it is the plain share and median; what is in use only ever lengthens it', () => {
  fc.assert(
    fc.property(hours, hours, (ended, running) => {
      for (const { hours: at, share } of productLimit(ended, [])) {
        expect(share).toBeCloseTo(ended.filter((one) => one > at).length / ended.length, 9);
      }
      const plain = medianLife(ended, []);
      // those still running, as if they had ended now
      const rushed = medianLife([...ended, ...running], []);
      const known = medianLife(ended, running);
      if (ended.length === 0) expect(known).toBeNull();
      else expect(plain).toBe(ended.toSorted((a, b) => a - b)[Math.ceil(ended.length / 2) - 1]);
      if (known !== null) expect(known).toBeGreaterThanOrEqual(rushed!);
      const shares = productLimit(ended, running).map(({ share }) => share);
      expect(shares).toEqual(shares.toSorted((a, b) => b - a));
    }),
  );
});

test('where more than half are still in use nobody can tell the half', () => {
  expect(medianLife([100], [300, 400])).toBeNull();
  expect(medianLife([100], [])).toBe(100);
  expect(medianLife([], [50])).toBeNull();
});
