import { z } from 'zod';
import {
  cusum as cumulate,
  ewma as average,
  finalLimits,
} from '../../core/readings/strength/chart';
import { lineEnergy, strengthOf } from '../../core/readings/strength/energy';
import { calculation, positive } from './calculation';

const data = z.array(z.number());
/** Numbered from 1 on; `null` without one. */
const numbered = (index: number) => (index < 0 ? null : index + 1);

export const ewma = calculation(
  z.object({
    data,
    lambda: z.number().gt(0).max(1).default(0.3),
    target: z.number(),
    sigma: positive,
    width: positive.default(3),
  }),
  ({ data: values, ...options }) => {
    const points = average(values, options);
    const { lower, upper } = finalLimits(options);
    return {
      values: points.map(({ value }) => value),
      lower: points.map((point) => point.lower),
      upper: points.map((point) => point.upper),
      lowerFinal: lower,
      upperFinal: upper,
      firstSignal: numbered(
        points.findIndex((point) => point.value < point.lower || point.value > point.upper),
      ),
    };
  },
);

export const cusum = calculation(
  z.object({ data, target: z.number(), k: z.number().min(0), h: positive }),
  ({ data: values, target, k, h }) => {
    const points = cumulate(values, { target, k, h });
    const first = points.findIndex(({ out }) => out !== null);
    return {
      high: points.map(({ high }) => high),
      low: points.map(({ low }) => low),
      firstSignal: numbered(first),
      // the run that led there began with the value after so many
      changeAfter: first < 0 ? null : points[first]!.since,
    };
  },
);

const cut = z.object({
  powerPercent: z.number().gt(0).max(100),
  mmPerSecond: positive,
  passes: z.number().int().positive().default(1),
});
const settingsOf = ({ powerPercent, mmPerSecond, passes }: z.output<typeof cut>) => ({
  power: powerPercent,
  speed: mmPerSecond,
  passes,
});

export const strength = calculation(
  z.object({ baseline: cut, now: cut, ratedWatts: positive }),
  ({ baseline, now, ratedWatts }) => ({
    baselineJoulePerMm: lineEnergy(ratedWatts, settingsOf(baseline)),
    nowJoulePerMm: lineEnergy(ratedWatts, settingsOf(now)),
    strength: strengthOf(settingsOf(baseline), settingsOf(now)),
  }),
);
