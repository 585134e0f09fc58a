import { countOf, type LifeObservation } from './life';
import {
  coarseGrid,
  posteriorOfLife,
  shapeLog,
  type LifePosterior,
  type LifePrior,
} from './life-posterior';

/** Two groups of findings held against each other. */
export interface Comparison {
  /** life of the first over that of the second, under one shape: the likeliest middle and nine cases in ten */
  ratio: { p5: number; p50: number; p95: number };
  /** the range leaves 1 out */
  different: boolean;
  /** about so many findings more, as they came so far, until it would; `null`: no number would do, or none needed */
  more: number | null;
}

/** More findings than these nobody waits for. */
const mostMore = 1000;
/** Standard normal quantile of the upper end of a range of 90 percent. */
const z95 = 1.6448536;

/**
 * What is believed of either life before it is held against another: wider than of a limit that was in force, so that
 * the findings speak.
 */
export const comparedLogSd = 0.7;

/**
 * Whether one way, machine or person leaves things clean longer than another: the ratio of the two lives under a common
 * shape.
 * @param median hours about which both lives are believed to lie before any finding, above 0
 */
export function compareLives(
  first: readonly LifeObservation[],
  second: readonly LifeObservation[],
  median: number,
): Comparison {
  const prior: LifePrior = { median, logSd: comparedLogSd };
  const a = posteriorOfLife(first, prior, { grid: coarseGrid });
  const b = posteriorOfLife(second, prior, { grid: coarseGrid });
  const belief = differenceOf(a, b);
  const at = (share: number) => Math.exp(pointOf(belief, share));
  const ratio = { p5: at(0.05), p50: at(0.5), p95: at(0.95) };
  const different = ratio.p5 > 1 || ratio.p95 < 1;
  const findings = countOf(first) + countOf(second);
  return { ratio, different, more: different ? null : moreNeeded(ratio, findings) };
}

/** Weights of differences of ln(median), from the least on. */
interface Difference {
  least: number;
  step: number;
  weights: Float64Array;
}

/**
 * ln(first) − ln(second). Rows of the two posteriors belong to the same shapes. Each row's sum holds the shape's prior
 * once too often when both are multiplied, so that the prior is taken out again.
 */
function differenceOf(a: LifePosterior, b: LifePosterior): Difference {
  const points = coarseGrid.medians;
  const weights = new Float64Array(2 * points - 1);
  a.rows.forEach(({ shape, weights: of }, row) => {
    const right = b.rows[row]!.weights;
    const prior = Math.exp(shapeLog(shape));
    for (let i = 0; i < points; i++) {
      const weight = of[i]! / prior;
      if (weight < 1e-14) continue;
      for (let j = 0; j < points; j++) weights[i - j + points - 1]! += weight * right[j]!;
    }
  });
  const sum = weights.reduce((all, one) => all + one, 0);
  return {
    least: -(points - 1) * a.step,
    step: a.step,
    weights: weights.map((one) => one / sum),
  };
}

function pointOf({ least, step, weights }: Difference, share: number): number {
  let below = 0;
  for (let i = 0; i < weights.length; i++) {
    const next = below + weights[i]!;
    if (next >= share) return least + (i - 0.5 + (share - below) / weights[i]!) * step;
    below = next;
  }
  return least + step * weights.length;
}

/** From what the findings told so far: their information grows with their number, the prior's stays. */
function moreNeeded({ p5, p50, p95 }: Comparison['ratio'], findings: number): number | null {
  const apart = Math.abs(Math.log(p50));
  const sd = (Math.log(p95) - Math.log(p5)) / (2 * z95);
  const before = 1 / (2 * comparedLogSd ** 2);
  const told = 1 / (sd * sd) - before;
  if (!(told > 0) || apart < 0.02) return null;
  const wanted = (z95 / apart) ** 2 - before;
  const more = Math.ceil(findings * (wanted / told - 1));
  return more > mostMore ? null : Math.max(1, more);
}
