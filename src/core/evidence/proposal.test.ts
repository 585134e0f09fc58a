import { chanceOf } from '../testing/chance';
import { lifeAtRisk, lookAt, type LifeObservation } from './life';
import { coarseGrid, lifePoints, posteriorOfLife, riskAt, usualLogSd } from './life-posterior';
import { medianOf, proposeLimit } from './proposal';

/** Looks at some hours, of a life with shape 2.2 of which a fifth is soiled by `truth`. */
function looks(count: number, hours: number, truth: number, seed = 1): LifeObservation[] {
  const { next } = chanceOf(seed);
  const scale = truth / lifeAtRisk({ shape: 2.2, scale: 1 }, 0.2);
  return Array.from({ length: count }, () => {
    const at = hours * (0.7 + 0.6 * next());
    return lookAt(at, next() < 1 - Math.exp(-((at / scale) ** 2.2)));
  });
}

describe('what findings say of a limit', () => {
  it('speak for a longer one where it was never soiled, but not far beyond what was looked at', () => {
    const found = proposeLimit([lookAt(12, false, 8), lookAt(15, false, 8)], 10, 0.2);
    expect(found.verdict).toBe('longer');
    expect(found.missing).toBe('all clean');
    expect(found.proposed).toBeLessThan(found.longest * 1.3); // rounded
    expect(found.proposed).toBeGreaterThan(11.5);
    expect(found.riskNow).toBeLessThan(0.2);
  });

  it('speak for a shorter one where it is soiled again and again', () => {
    const found = proposeLimit(looks(16, 20, 7), 20, 0.2);
    expect(found.verdict).toBe('shorter');
    expect(found.proposed).toBeGreaterThan(4);
    expect(found.proposed).toBeLessThan(11);
    expect(found.riskNow).toBeGreaterThan(0.5);
    expect(found.riskProposed).toBeGreaterThan(0.1);
    expect(found.riskProposed).toBeLessThan(0.35);
  });

  it('agree with a limit that is right', () => {
    const found = proposeLimit(looks(60, 12, 10, 3), 10, 0.2);
    expect(found).toMatchObject({ verdict: 'fits', proposed: null, more: null });
    expect(found.life.p10).toBeLessThan(10);
    expect(found.life.p90).toBeGreaterThan(10);
  });

  it('say that they are too few, and about how many more it takes', () => {
    for (const some of [[], looks(1, 10, 10), looks(3, 10, 40)]) {
      const found = proposeLimit(some, 10, 0.2);
      expect(found).toMatchObject({ verdict: 'not enough', proposed: null });
      expect(found.more).toBeGreaterThan(0);
    }
  });

  it.each([3, 8, 9, 14])('would say it with about as many more of the same kind (%d)', (seed) => {
    // about right, so that only the range keeps them from saying so
    const some = looks(6, 9, 14, seed);
    const { more, cycles, verdict, life } = proposeLimit(some, 10, 0.2);
    expect(verdict).toBe('not enough');
    const times = (cycles + more!) / cycles;
    const all = some.map((one) => ({ ...one, count: (one.count ?? 1) * times }));
    const { life: then } = proposeLimit(all, 10, 0.2);
    expect(life.p90 / life.p10).toBeGreaterThan(2.3);
    // where none was soiled the range narrows more slowly than is reckoned: 2.4
    expect(Math.abs(then.p90 / then.p10 / 2.2 - 1)).toBeLessThan(seed === 9 ? 0.1 : 0.03);
  });

  it('say nothing where longer use was found cleaner', () => {
    const turned = [lookAt(5, true, 4), lookAt(20, false, 4)];
    expect(proposeLimit(turned, 10, 0.2)).toMatchObject({
      verdict: 'not enough',
      missing: 'reversed',
      reversed: true,
      likeliest: null,
    });
  });

  it('never speak for longer where it guards against fire, but for shorter they do', () => {
    const longer = proposeLimit(looks(20, 10, 60), 10, 0.2, { mayGrow: false });
    expect(longer).toMatchObject({ verdict: 'fits', proposed: null });
    const shorter = proposeLimit(looks(16, 20, 7), 20, 0.2, { mayGrow: false });
    expect(shorter.verdict).toBe('shorter');
  });

  it('without findings believe the limit itself: it is the life at the accepted share', () => {
    const { life } = proposeLimit([], 10, 0.2);
    expect(life.p50).toBeCloseTo(10, 0);
    expect(medianOf(10, 0.5)).toBeCloseTo(10, 12);
  });

  it('without findings say the same of every limit, in its own hours', () => {
    for (const limit of [0.4, 1, 37, 900]) {
      const { life, riskNow, curve, more } = proposeLimit([], limit, 0.3);
      const belief = posteriorOfLife(
        [],
        { median: medianOf(limit, 0.3), logSd: usualLogSd },
        { grid: coarseGrid },
      );
      const own = lifePoints(belief, 0.3);
      for (const point of ['p10', 'p50', 'p90'] as const) {
        expect(life[point] / own[point]).toBeCloseTo(1, 9);
      }
      expect([riskNow, more]).toEqual([expect.closeTo(riskAt(belief, limit), 9), 5]);
      for (const { hours, middle } of curve.slice(1)) {
        expect(middle).toBeCloseTo(riskAt(belief, hours), 9);
      }
    }
  });

  it('draw it to a third beyond the larger of what stands and what was seen', () => {
    const end = (limit: number, risk: number) => {
      const { curve, proposed, longest } = proposeLimit(looks(20, 10, 12), limit, risk);
      return { end: curve.at(-1)!.hours, proposed, longest };
    };
    // what stands
    expect(end(80, 0.2).end).toBeCloseTo(1.3 * 80, 9);
    // what was seen
    const seen = end(4, 0.02);
    expect(seen.longest).toBeGreaterThan(Math.max(4, seen.proposed ?? 0));
    expect(seen.end).toBeCloseTo(1.3 * seen.longest, 9);
  });

  it('draw the share soiled from nothing up, within its range', () => {
    const { curve } = proposeLimit(looks(20, 10, 12), 10, 0.2);
    expect(curve[0]).toEqual({ hours: 0, low: 0, middle: 0, high: 0 });
    curve.slice(1).forEach(({ low, middle, high }, i) => {
      expect(middle).toBeGreaterThanOrEqual(curve[i]!.middle);
      expect(low).toBeLessThanOrEqual(middle);
      expect(high).toBeGreaterThanOrEqual(middle);
    });
  });
});
