import fc from 'fast-check';
import statistics from 'jstat';
import { fitLife, lifeAtRisk, lookAt, waldRange, whyNoFit, type LifeObservation } from './life';
import { lifePoints, lifeQuantile, posteriorOfLife, riskAt } from './life-posterior';
import { chanceOf } from '../testing/chance';

/**
 * Turbine wheels: hundreds of hours, cracked, not cracked. Nelson, *Applied Life Data Analysis* (1982); Meeker &
 * Escobar, *Statistical Methods for Reliability Data* (1998); both from memory.
 */
const wheels = [
  [4, 0, 39],
  [10, 4, 49],
  [14, 2, 31],
  [18, 7, 66],
  [22, 5, 25],
  [26, 9, 30],
  [30, 9, 33],
  [34, 6, 7],
  [38, 22, 12],
  [42, 21, 19],
  [46, 21, 15],
] as const;
const wheelLooks = wheels.flatMap(([hours, cracked, sound]) =>
  [lookAt(hours, true, cracked), lookAt(hours, false, sound)].filter(({ count }) => count! > 0),
);

/** Parts cracking, by the interval they were found in. Nelson (1982), from memory. */
const parts: LifeObservation[] = [
  { from: 0, to: 6.12, count: 5 },
  { from: 6.12, to: 19.92, count: 16 },
  { from: 19.92, to: 29.64, count: 12 },
  { from: 29.64, to: 35.4, count: 18 },
  { from: 35.4, to: 39.72, count: 18 },
  { from: 39.72, to: 45.24, count: 2 },
  { from: 45.24, to: 52.32, count: 6 },
  { from: 52.32, to: 63.48, count: 17 },
  { from: 63.48, to: null, count: 73 },
];

describe('the likeliest life', () => {
  it('of turbine wheels, as published', () => {
    const { fit } = fitLife(wheelLooks);
    expect(fit!.shape).toBeCloseTo(2.17578, 5);
    expect(fit!.scale).toBeCloseTo(46.77723, 4);
    expect(fit!.logLikelihood).toBeCloseTo(-189.28719, 4);
    expect(lifeAtRisk(fit!, 0.2)).toBeCloseTo(23.47688, 4);
  });

  it('of parts cracking, as published', () => {
    const { fit } = fitLife(parts);
    expect(fit!.shape).toBeCloseTo(1.485367, 5);
    expect(fit!.scale).toBeCloseTo(71.69041, 4);
    expect(fit!.logLikelihood).toBeCloseTo(-309.66841, 4);
  });

  it('is at the top of the likelihood that another library’s Weibull gives', () => {
    const { weibull } = statistics.jStat;
    const likelihood = (shape: number, scale: number) =>
      wheels.reduce((sum, [hours, cracked, sound]) => {
        const failed = weibull.cdf(hours, scale, shape);
        return sum + (cracked ? cracked * Math.log(failed) : 0) + sound * Math.log(1 - failed);
      }, 0);
    const { fit } = fitLife(wheelLooks);
    const top = likelihood(fit!.shape, fit!.scale);
    expect(top).toBeCloseTo(fit!.logLikelihood, 8);
    for (const [a, b] of [
      [0.99, 1],
      [1.01, 1],
      [1, 0.99],
      [1, 1.01],
    ] as const) {
      expect(likelihood(a * fit!.shape, b * fit!.scale)).toBeLessThan(top);
    }
    expect(weibull.inv(0.2, fit!.scale, fit!.shape)).toBeCloseTo(lifeAtRisk(fit!, 0.2), 8);
  });

  it('does not care for the unit of time, nor how looks are grouped', () => {
    const { fit } = fitLife(wheelLooks);
    const minutes = fitLife(
      wheelLooks.map((one) => ({ ...one, from: one.from * 60, to: one.to && one.to * 60 })),
    ).fit;
    expect(minutes!.shape).toBeCloseTo(fit!.shape, 7);
    expect(minutes!.scale / fit!.scale).toBeCloseTo(60, 6);
    const [low, high] = waldRange(fit!, 0.2);
    expect(waldRange(minutes!, 0.2)[0] / low).toBeCloseTo(60, 4);
    expect(low).toBeLessThan(23.47);
    expect(high).toBeGreaterThan(23.48);
    const single = wheelLooks.flatMap((one) =>
      Array.from({ length: one.count! }, () => ({ ...one, count: 1 })),
    );
    expect(fitLife(single).fit!.scale).toBeCloseTo(fit!.scale, 6);
  });

  it('has a range by the curvature of the likelihood, checked by differences', () => {
    const { fit } = fitLife(wheelLooks);
    const { weibull } = statistics.jStat;
    // in intercept and slope: z = a + b ln t
    const at = (a: number, b: number) =>
      wheels.reduce((sum, [hours, cracked, sound]) => {
        const failed = weibull.cdf(hours, Math.exp(-a / b), b);
        return sum + (cracked ? cracked * Math.log(failed) : 0) + sound * Math.log(1 - failed);
      }, 0);
    const b = fit!.shape;
    const a = -b * Math.log(fit!.scale);
    const step = 1e-3;
    const second = (x: number, y: number) =>
      (at(a + x, b + y) - 2 * at(a, b) + at(a - x, b - y)) / step ** 2;
    const aa = second(step, 0);
    const bb = second(0, step);
    const ab = (second(step, step) - aa - bb) / 2;
    const determinant = aa * bb - ab * ab;
    expect(fit!.covariance.slope / (-aa / determinant)).toBeCloseTo(1, 3);
    expect(fit!.covariance.intercept / (-bb / determinant)).toBeCloseTo(1, 3);
  });

  it.each<[string, LifeObservation[]]>([
    ['all clean', [lookAt(10, false), lookAt(20, false)]],
    ['all soiled', [lookAt(10, true), lookAt(20, true)]],
    ['separated', [lookAt(10, false), lookAt(20, true)]],
    ['separated', [lookAt(15, false), lookAt(15, true)]],
    ['reversed', [lookAt(10, true), lookAt(20, false)]],
    [
      'reversed',
      [5, 10, 30].map((h) => lookAt(h, true)).concat([20, 40].map((h) => lookAt(h, false))),
    ],
  ])('does not exist where they are %s', (missing, looks) => {
    expect(fitLife(looks)).toEqual({ fit: null, missing });
  });

  it('has a scale for separated looks where the shape is taken as known', () => {
    const { fit } = fitLife([lookAt(10, false), lookAt(20, true)], 2.5);
    expect(fit!.shape).toBe(2.5);
    expect(fit!.scale).toBeGreaterThan(10);
    expect(fit!.scale).toBeLessThan(30);
    expect(fitLife([lookAt(10, false)], 2.5).missing).toBe('all clean');
  });

  it('is found, or its absence named, for whatever was seen', () => {
    const look = fc.record({
      hours: fc.double({ min: 0.01, max: 1e5, noNaN: true }),
      soiled: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(look, { minLength: 1, maxLength: 30 }), (seen) => {
        const looks = seen.map(({ hours, soiled }) => lookAt(hours, soiled));
        const { fit, missing } = fitLife(looks);
        if (!fit) {
          expect([whyNoFit(looks), 'reversed']).toContain(missing);
          return;
        }
        expect(fit.shape).toBeGreaterThan(0);
        expect(Number.isFinite(fit.scale)).toBe(true);
        expect(fit.logLikelihood).toBeLessThanOrEqual(0);
      }),
      { numRuns: 300, endOnFailure: true },
    );
  });
});

describe('what is believed of a life', () => {
  const prior = { median: 40, logSd: 0.5 };

  it('is the prior without findings', () => {
    const { p10, p50, p90 } = lifePoints(posteriorOfLife([], prior));
    // normal quantile of 90 percent: 1.2815516
    expect(p10).toBeCloseTo(40 * Math.exp(-0.5 * 1.2815516), 3);
    expect(p50).toBeCloseTo(40, 6);
    expect(p90).toBeCloseTo(40 * Math.exp(0.5 * 1.2815516), 2);
    // with a known shape the life at a risk is a fixed share of the median life
    const early = lifePoints(posteriorOfLife([], prior, { shape: 2.5 }), 0.2);
    expect(early.p50).toBeCloseTo(40 * (-Math.log(0.8) / Math.LN2) ** (1 / 2.5), 6);
    expect(posteriorOfLife([], prior).logEvidence).toBeCloseTo(0, 6);
  });

  it('comes to the likeliest life with many findings', () => {
    const many = wheelLooks.map((one) => ({ ...one, count: one.count! * 50 }));
    const { p10, p50, p90 } = lifePoints(posteriorOfLife(many, prior), 0.2);
    expect(p50 / 23.47688).toBeCloseTo(1, 2);
    expect(p90 / p10).toBeLessThan(1.05);
  });

  it('agrees with a plain sum over a grid of its own', () => {
    // one clean at 30, one soiled at 50, shape 2: the belief by hand, in steps of a thousandth
    const looks = [lookAt(30, false), lookAt(50, true)];
    let all = 0;
    let below = 0;
    const p50 = lifePoints(posteriorOfLife(looks, prior, { shape: 2 })).p50;
    for (let m = Math.log(40) - 3; m < Math.log(40) + 3; m += 0.001) {
      const failed = (hours: number) => 1 - 2 ** -((hours / Math.exp(m)) ** 2);
      const weight =
        Math.exp(-(((m - Math.log(40)) / 0.5) ** 2) / 2) * (1 - failed(30)) * failed(50);
      all += weight;
      if (m < Math.log(p50)) below += weight;
    }
    expect(below / all).toBeCloseTo(0.5, 3);
  });

  it('grows with what was clean and shrinks with what was soiled', () => {
    const clean = lifePoints(posteriorOfLife([lookAt(40, false, 5)], prior)).p50;
    const soiled = lifePoints(posteriorOfLife([lookAt(40, true, 5)], prior)).p50;
    expect(clean).toBeGreaterThan(40);
    expect(soiled).toBeLessThan(40);
    expect(riskAt(posteriorOfLife([lookAt(40, true, 5)], prior), 40)).toBeGreaterThan(0.5);
    expect(riskAt(posteriorOfLife([], prior, { shape: 2.5 }), 1e-3)).toBeCloseTo(0, 6);
  });

  it('gives points in order, whatever was seen', () => {
    const look = fc.record({
      hours: fc.double({ min: 1, max: 400, noNaN: true }),
      soiled: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(look, { maxLength: 6 }), (seen) => {
        const belief = posteriorOfLife(
          seen.map(({ hours, soiled }) => lookAt(hours, soiled)),
          prior,
        );
        const at = [0.05, 0.1, 0.5, 0.9, 0.95].map((share) => lifeQuantile(belief, 0.2, share));
        expect(at.every(Number.isFinite)).toBe(true);
        expect([...at].sort((a, b) => a - b)).toEqual(at);
      }),
      { numRuns: 12 },
    );
  });

  it('holds the truth about four times in five after twelve findings in simulated shops', () => {
    const { next, normal } = chanceOf(7);
    let held = 0;
    const shops = 60;
    for (let shop = 0; shop < shops; shop++) {
      const shape = 2.2 * Math.exp(0.35 * normal());
      const scale = (20 * Math.exp(0.5 * normal())) / Math.LN2 ** (1 / shape);
      const looks = Array.from({ length: 12 }, () => {
        const hours = 20 * (0.6 + 0.8 * next());
        return lookAt(hours, next() < 1 - Math.exp(-((hours / scale) ** shape)));
      });
      const { p10, p90 } = lifePoints(posteriorOfLife(looks, { median: 20, logSd: 0.5 }), 0.2);
      const truth = lifeAtRisk({ shape, scale }, 0.2);
      if (p10 <= truth && truth <= p90) held += 1;
    }
    // 60 shops tell it to about a tenth; `npm run bench` prints it over many
    expect(held / shops).toBeGreaterThan(0.68);
    expect(held / shops).toBeLessThan(0.92);
  });
});
