import { chanceOf } from '../testing/chance';
import { compareLives } from './compare';
import { lookAt, type LifeObservation } from './life';

const { next } = chanceOf(11);
/** Looks at 60 to 140 percent of 20 hours, of a life with shape 2.2. */
const looks = (count: number, scale: number): LifeObservation[] =>
  Array.from({ length: count }, () => {
    const hours = 20 * (0.6 + 0.8 * next());
    return lookAt(hours, next() < 1 - Math.exp(-((hours / scale) ** 2.2)));
  });

describe('one way against another', () => {
  it('tells two that differ twofold, and which is the longer', () => {
    const { ratio, different, more } = compareLives(looks(40, 30), looks(40, 15), 20);
    expect(different).toBe(true);
    expect(more).toBeNull();
    expect(ratio.p5).toBeGreaterThan(1);
    expect(ratio.p5).toBeLessThan(2);
    expect(ratio.p95).toBeGreaterThan(2);
  });

  it('turns round with them', () => {
    const [a, b] = [looks(15, 25), looks(12, 18)];
    const there = compareLives(a, b, 20).ratio;
    const back = compareLives(b, a, 20).ratio;
    expect(there.p50 * back.p50).toBeCloseTo(1, 1);
    expect(there.p5 * back.p95).toBeCloseTo(1, 1);
  });

  it('cannot tell of few, and says about how many more it would take', () => {
    const few = compareLives(looks(5, 26), looks(5, 17), 20);
    expect(few.different).toBe(false);
    const none = compareLives([], [], 20);
    expect(none).toMatchObject({ different: false, more: null });
    expect(none.ratio.p50).toBeCloseTo(1, 1);
    // two alike looks of either: nothing apart to be told
    const alike = [lookAt(20, true), lookAt(15, false)];
    expect(compareLives(alike, alike, 20).more).toBeNull();
    // every one clean against every one soiled, but only one of each
    const apart = compareLives([lookAt(22, false)], [lookAt(18, true)], 20);
    expect(apart.different).toBe(false);
    expect(apart.more).toBeGreaterThan(0);
  });

  it('without findings is as wide as two lives are believed to lie apart', () => {
    // ln of either is normal with 0.7 about the same hours, so of their ratio with 0.7 √2
    const wide = Math.exp(1.6448536 * 0.7 * Math.SQRT2);
    const { p5, p50, p95 } = compareLives([], [], 20).ratio;
    for (const share of [p5 * wide, p50, p95 / wide])
      expect(Math.abs(share - 1)).toBeLessThan(0.03);
  });

  it.each([
    [
      'of one that lasts',
      [lookAt(22, false, 3), lookAt(26, true)],
      [lookAt(18, true, 2), lookAt(14, false, 2)],
    ],
    [
      'of one that does not',
      [lookAt(16, true, 2), lookAt(14, false, 2)],
      [lookAt(20, false, 2), lookAt(24, true, 2)],
    ],
  ])('would tell them with about as many more of the same kind: %s', (_, first, second) => {
    const { different, more } = compareLives(first, second, 20);
    expect(different).toBe(false);
    const times = (8 + more!) / 8;
    const all = (some: LifeObservation[]) =>
      some.map((one) => ({ ...one, count: (one.count ?? 1) * times }));
    const { p5, p50, p95 } = compareLives(all(first), all(second), 20).ratio;
    // the range comes to touch 1, with what the ratio itself moves as belief gives way to findings
    const end = p50 > 1 ? p5 : 1 / p95;
    expect(end).toBeGreaterThan(0.93);
    expect(end).toBeLessThan(1.35);
  });

  it('calls two of equal worth different in about one of ten at most', () => {
    let different = 0;
    for (let pair = 0; pair < 24; pair++) {
      if (compareLives(looks(15, 22), looks(15, 22), 20).different) different += 1;
    }
    // one in ten of twenty-four is two or three, with a spread of as many
    expect(different).toBeLessThanOrEqual(6);
  });
});
