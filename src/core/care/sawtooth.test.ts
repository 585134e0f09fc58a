import fc from 'fast-check';
import { sawtooth } from './sawtooth';

const day = 86_400_000;
/** A tenth of the limit a day. */
const count = (since: number, at: number) => (at - since) / day / 10;

it('rises to each reset and begins anew', () => {
  const points = sawtooth([-2 * day, 4 * day, 9 * day], 0, 12 * day, count);
  expect(points[0]).toEqual({ at: 0, used: expect.closeTo(0.2) });
  const at = (instant: number) =>
    points.filter((one) => one.at === instant).map(({ used }) => used);
  expect(at(4 * day)).toEqual([expect.closeTo(0.6), 0]);
  expect(at(9 * day)).toEqual([expect.closeTo(0.5), 0]);
  expect(points.at(-1)).toEqual({ at: 12 * day, used: expect.closeTo(0.3) });
});

it('leaves out teeth that ended before the span, and keeps what begins and ends within it', () => {
  const points = sawtooth([-9 * day, -5 * day, 3 * day], 0, 6 * day, count);
  expect(points[0]!.used).toBeCloseTo(0.5);
  expect(sawtooth([], 0, day, count)).toEqual([]);
});

it('never goes back in time, and rises within a tooth', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 99 }), { maxLength: 20 }), (days) => {
      const starts = [-1, ...days.sort((a, b) => a - b)].map((one) => one * day);
      const points = sawtooth(starts, 0, 100 * day, count);
      points.forEach(({ at, used }, i) => {
        const before = points[i - 1];
        if (!before) return;
        expect(at).toBeGreaterThanOrEqual(before.at);
        if (used < before.used) expect(used).toBe(0);
      });
      // two a tooth, and as many more as the drawing holds
      expect(points.length).toBeLessThanOrEqual(72 + 3 * starts.length);
    }),
  );
});
