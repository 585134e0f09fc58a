import type { LifeObservation } from './life';

/** What was believed of the median life before any finding: its logarithm is normal about that of `median`. */
export interface LifePrior {
  /** hours */
  median: number;
  /** standard deviation of ln(median life) */
  logSd: number;
}

/** Standard deviation of ln(median life) about the limit in force. */
export const usualLogSd = 0.5;

/** The shape that is believed likeliest before any finding: dirt gathers. Common practice, no source. */
export const usualShape = 2.2;
const shapePrior = { median: usualShape, logSd: 0.35 };

/** How many points a belief is laid out on: of ln(median), and of ln(shape). */
export interface Grid {
  medians: number;
  shapes: number;
}

const fineGrid: Grid = { medians: 1201, shapes: 21 };
/** For holding every point of one belief against every point of another, and where nothing was found. */
export const coarseGrid: Grid = { medians: 361, shapes: 21 };
/** Standard deviations to each side that it spans. */
const medianWidth = 6;
const shapeWidth = 3.5;

/** The weights of ln(median life) on a grid, under one shape. */
export interface LifeRow {
  shape: number;
  /** of each point; they add up to the row's share of all rows */
  weights: Float64Array;
}

/** What is believed of a life after findings, on a grid. */
export interface LifePosterior {
  /** ln(median life) of the first point, and from point to point */
  first: number;
  step: number;
  rows: readonly LifeRow[];
  /** natural logarithm of the chance of the findings under what was believed before */
  logEvidence: number;
}

const ln2 = Math.log(2);

/**
 * Belief about a Weibull life after findings: ln(median) normal about the prior's, and the shape given or with a
 * prior of its own, ln(shape) normal about ln 2.2 with 0.35.
 * @param options.shape where it is taken as known
 * @param options.grid @default 1201 by 21
 * @throws RangeError where the prior's median or spread is not above 0
 */
export function posteriorOfLife(
  observations: readonly LifeObservation[],
  prior: LifePrior,
  { shape, grid = fineGrid }: { shape?: number | undefined; grid?: Grid } = {},
): LifePosterior {
  if (!(prior.median > 0 && prior.logSd > 0)) {
    throw new RangeError('posteriorOfLife requires a median and a spread above 0');
  }
  const step = (2 * medianWidth * prior.logSd) / (grid.medians - 1);
  const first = Math.log(prior.median) - medianWidth * prior.logSd;
  const shapes = shape === undefined ? shapeGrid(grid.shapes) : [{ shape, log: 0 }];
  const rows = shapes.map(({ shape: k, log }) => {
    const weights = logLikelihoods(observations, { first, step, points: grid.medians, shape: k });
    for (let i = 0; i < grid.medians; i++) {
      const away = (first + i * step - Math.log(prior.median)) / prior.logSd;
      weights[i]! += log - (away * away) / 2;
    }
    return { shape: k, weights };
  });
  const { rows: normalized, logSum } = normalize(rows);
  const priorSum =
    Math.log((prior.logSd * Math.sqrt(2 * Math.PI)) / step) +
    logSumOf(shapes.map(({ log }) => log));
  return { first, step, rows: normalized, logEvidence: logSum - priorSum };
}

const logSumOf = (logs: readonly number[]) => {
  const most = Math.max(...logs);
  return most + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - most), 0));
};

function shapeGrid(points: number): { shape: number; log: number }[] {
  return Array.from({ length: points }, (_, i) => {
    const away = shapeWidth * ((2 * i) / (points - 1) - 1);
    const shape = shapePrior.median * Math.exp(shapePrior.logSd * away);
    return { shape, log: shapeLog(shape) };
  });
}

/** Logarithm of what was believed of a shape before any finding, but for a constant. */
export function shapeLog(shape: number): number {
  return -((Math.log(shape / shapePrior.median) / shapePrior.logSd) ** 2) / 2;
}

/** Products smaller than this are taken into the sum of logarithms, before they come to nothing. */
const nearlyNothing = 1e-200;

/**
 * Logarithm of the chance of findings under lives of one shape, by ln(median) on a grid. With `S(t) = 2^−(t/median)^shape`
 * all that was clean adds up to one term, and what was soiled is a product.
 */
function logLikelihoods(
  observations: readonly LifeObservation[],
  { first, step, points, shape }: { first: number; step: number; points: number; shape: number },
): Float64Array {
  let clean = 0;
  const soiled: { gap: number; count: number }[] = [];
  for (const { from, to, count = 1 } of observations) {
    const begins = ln2 * from ** shape;
    clean += count * begins;
    if (to !== null) soiled.push({ gap: ln2 * to ** shape - begins, count });
  }
  const logs = new Float64Array(points);
  for (let i = 0; i < points; i++) {
    const unit = Math.exp(-shape * (first + i * step));
    let sum = -clean * unit;
    let product = 1;
    for (const { gap, count } of soiled) {
      const chance = -Math.expm1(-gap * unit);
      if (count === 1) product *= chance;
      else sum += count * Math.log(Math.max(Number.MIN_VALUE, chance));
      if (product < nearlyNothing) {
        sum += Math.log(Math.max(Number.MIN_VALUE, product));
        product = 1;
      }
    }
    logs[i] = sum + Math.log(product);
  }
  return logs;
}

function normalize(rows: readonly LifeRow[]): { rows: LifeRow[]; logSum: number } {
  let most = -Infinity;
  for (const { weights } of rows) for (const log of weights) if (log > most) most = log;
  let sum = 0;
  const lifted = rows.map(({ shape, weights }) => {
    const powers = weights.map((log) => Math.exp(log - most));
    for (const power of powers) sum += power;
    return { shape, weights: powers };
  });
  return {
    rows: lifted.map(({ shape, weights }) => ({ shape, weights: weights.map((one) => one / sum) })),
    logSum: most + Math.log(sum),
  };
}

/** Points of a belief: one in ten below the first, as many above as below the second, one in ten above the last. */
export interface Points {
  p10: number;
  p50: number;
  p90: number;
}

/**
 * Points of the belief about the life by which a share is soiled.
 * @param risk that share @default 0.5, the median life
 * @returns hours
 */
export function lifePoints(posterior: LifePosterior, risk = 0.5): Points {
  const at = (share: number) => lifeQuantile(posterior, risk, share);
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
}

/**
 * Hours below which the life at a risk lies with so much belief.
 * @param share above 0, below 1
 */
export function lifeQuantile(posterior: LifePosterior, risk: number, share: number): number {
  const rows = posterior.rows.map(({ shape, weights }) => {
    const below = new Float64Array(weights.length + 1);
    for (let i = 0; i < weights.length; i++) below[i + 1] = below[i]! + weights[i]!;
    // ln(life at risk) lies so far from ln(median)
    return { below, shift: Math.log(-Math.log(1 - risk) / ln2) / shape };
  });
  const { first, step } = posterior;
  const beliefBelow = (log: number) => {
    let sum = 0;
    for (const { below, shift } of rows) {
      // each point stands for the step about it
      const place = (log - shift - first) / step + 0.5;
      if (place <= 0) continue;
      if (place >= below.length - 1) {
        sum += below[below.length - 1]!;
        continue;
      }
      const whole = Math.floor(place);
      sum += below[whole]! + (place - whole) * (below[whole + 1]! - below[whole]!);
    }
    return sum;
  };
  const shifts = rows.map(({ shift }) => shift);
  let low = first + Math.min(...shifts) - step;
  let high = first + step * posterior.rows[0]!.weights.length + Math.max(...shifts);
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (beliefBelow(middle) < share) low = middle;
    else high = middle;
  }
  return Math.exp((low + high) / 2);
}

/** Past this many halvings in logarithms a thing is soiled for certain, to the last digit of a number. */
const certain = 37;

/**
 * Belief that the thing is soiled by so many hours.
 * @param hours above 0
 */
export function riskAt({ first, step, rows }: LifePosterior, hours: number): number {
  const log = Math.log(hours);
  let sum = 0;
  for (const { shape, weights } of rows) {
    // from point to point of the median, the hazard up to these hours falls by the same factor
    const fall = Math.exp(-shape * step);
    let hazard = ln2 * Math.exp(shape * (log - first));
    for (const weight of weights) {
      if (weight >= 1e-12) sum += hazard > certain ? weight : weight * -Math.expm1(-hazard);
      hazard *= fall;
    }
  }
  return sum;
}

/** The shape that is believed, on average. */
export function meanShape({ rows }: LifePosterior): number {
  return rows.reduce(
    (sum, { shape, weights }) => sum + shape * weights.reduce((all, one) => all + one, 0),
    0,
  );
}
