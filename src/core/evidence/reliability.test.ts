import fc from 'fast-check';
import { chiSquaredDistributionTable } from 'simple-statistics';
import { chanceOf } from '../testing/chance';
import { expectedBetween, meanBetween, meanCumulative, powerLaw, shapeRange } from './reliability';

describe('mean time between failures', () => {
  it('of two failures in 1650 hours, and of none', () => {
    // limits by chi-square, computed apart; time ended by the clock
    const two = meanBetween(1650, 2, 0.9);
    expect(two.mean).toBe(825);
    expect(two.lower).toBeCloseTo(262.0797, 4);
    expect(two.upper).toBeCloseTo(4643.159, 3);
    const none = meanBetween(1650, 0, 0.9);
    expect(none).toMatchObject({ mean: null, upper: null });
    expect(none.lowerOneSided).toBeCloseTo(716.586, 3);
    expect(none.lower).toBeCloseTo(550.784, 3);
  });

  it('has the limits of a printed table of chi-square', () => {
    // the table gives the point above which so much lies
    const table = chiSquaredDistributionTable as unknown as Record<number, Record<string, number>>;
    for (const failures of [1, 2, 5, 9]) {
      const { lower, upper } = meanBetween(1000, failures, 0.9);
      expect(2000 / lower).toBeCloseTo(table[2 * failures + 2]!['0.05']!, 2);
      expect(2000 / upper!).toBeCloseTo(table[2 * failures]!['0.95']!, 2);
    }
  });

  it('holds the truth in nine of ten simulated machines or a little more', () => {
    const { next } = chanceOf(3);
    let held = 0;
    const machines = 2000;
    for (let machine = 0; machine < machines; machine++) {
      let failures = 0;
      for (let at = -Math.log(1 - next()) * 100; at < 500; at -= Math.log(1 - next()) * 100) {
        failures += 1;
      }
      const { lower, upper } = meanBetween(500, failures, 0.9);
      if (lower <= 100 && 100 <= (upper ?? Infinity)) held += 1;
    }
    expect(held / machines).toBeGreaterThan(0.89);
  });
});

describe('trend of failures', () => {
  it('is the formula, by hand', () => {
    const law = powerLaw([100, 300, 700], 1000)!;
    const shape = 3 / (Math.log(10) + Math.log(10 / 3) + Math.log(10 / 7));
    expect(law.shape).toBeCloseTo(shape, 12);
    expect(law.shapeUnbiased).toBeCloseTo((shape * 2) / 3, 12);
    expect(expectedBetween(law, 0, 1000)).toBeCloseTo(3, 12);
    expect(law.intensity).toBeCloseTo((3 * shape) / 1000, 12);
    // the slope of what is expected, by differences
    expect(expectedBetween(law, 999.9, 1000.1) / 0.2).toBeCloseTo(law.intensity, 8);
  });

  it('finds no trend where failures come evenly, and its range leaves 1 in', () => {
    const { next } = chanceOf(5);
    const times = Array.from({ length: 40 }, () => 1 + 998 * next());
    const law = powerLaw(times, 1000)!;
    const [low, high] = shapeRange(law, 40);
    expect(low).toBeLessThan(1);
    expect(high).toBeGreaterThan(1);
  });

  it('does not exist without failures, nor with all at the very end', () => {
    expect(powerLaw([], 100)).toBeNull();
    expect(powerLaw([100], 100)).toBeNull();
    expect(powerLaw([50], 100)!.shapeUnbiased).toBeNull();
  });
});

describe('mean cumulative function', () => {
  it('of three machines, by hand', () => {
    const points = meanCumulative([
      { repairs: [5, 8], until: 12 },
      { repairs: [], until: 16 },
      { repairs: [1, 8, 16], until: 20 },
    ]);
    expect(points.map(({ hours, atRisk, repairs }) => [hours, atRisk, repairs])).toEqual([
      [1, 3, 1],
      [5, 3, 1],
      [8, 3, 2],
      [16, 2, 1],
    ]);
    expect(points.map(({ mean }) => mean)).toEqual(
      [1 / 3, 2 / 3, 4 / 3, 11 / 6].map((one) => expect.closeTo(one, 12)),
    );
    // at 1: deviations 2/3, −1/3, −1/3, each over three at risk
    expect(points[0]!.standardError).toBeCloseTo(Math.sqrt(4 / 9 + 1 / 9 + 1 / 9) / 3, 12);
    // at 16 the first is no longer watched: (0, −1/2, 1/2) over two on top of what they stood at by 8
    const upTo8 = [2 / 9, -4 / 9, 2 / 9];
    const leaning = [upTo8[0]!, upTo8[1]! - 1 / 4, upTo8[2]! + 1 / 4];
    expect(points[3]!.standardError).toBeCloseTo(Math.hypot(...leaning), 12);
  });

  it('of machines watched equally long is the mean of their counts, with the spread of a mean', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.integer({ min: 1, max: 99 }), { maxLength: 6 }), {
          minLength: 2,
          maxLength: 6,
        }),
        (repairs) => {
          fc.pre(repairs.some((one) => one.length > 0));
          const n = repairs.length;
          const last = meanCumulative(repairs.map((one) => ({ repairs: one, until: 100 }))).at(-1)!;
          const mean = repairs.reduce((sum, one) => sum + one.length, 0) / n;
          const squares = repairs.reduce((sum, one) => sum + (one.length - mean) ** 2, 0);
          expect(last.mean).toBeCloseTo(mean, 10);
          expect(last.standardError).toBeCloseTo(Math.sqrt(squares) / n, 10);
        },
      ),
    );
  });

  it('is empty without repairs, and refuses those outside the time watched', () => {
    expect(meanCumulative([{ repairs: [], until: 10 }])).toEqual([]);
    // the first hour and the last belong to it
    expect(meanCumulative([{ repairs: [0, 10], until: 10 }])).toHaveLength(2);
    const well = { repairs: [3], until: 10 };
    for (const repairs of [[11], [-1], [3, NaN]]) {
      expect(() => meanCumulative([well, { repairs, until: 10 }])).toThrow(RangeError);
    }
  });
});
