/**
 * What findings say of the life until something is soiled: an event that happened after `from` hours and not later
 * than `to`. A look at `h` hours that found it soiled is `{ from: 0, to: h }`, one that found it clean
 * `{ from: h, to: null }`.
 */
export interface LifeObservation {
  /** hours at which it had not happened yet, 0 or more */
  from: number;
  /** hours by which it had happened, above `from`; `null`: not seen to happen */
  to: number | null;
  /** how many of the same @default 1 */
  count?: number;
}

/** A Weibull life, `S(t) = exp(−(t/scale)^shape)`. Hours. */
export interface Weibull {
  shape: number;
  scale: number;
}

/** The Weibull life that makes the findings likeliest. */
export interface LifeFit extends Weibull {
  /** natural logarithm of the likelihood, without constants of counting */
  logLikelihood: number;
  /** covariance of the intercept and the slope of `z = intercept + slope · ln t`, with `S = exp(−e^z)` */
  covariance: { intercept: number; both: number; slope: number };
}

/** Why there is no likeliest life. */
export type NoFit = 'all clean' | 'all soiled' | 'separated' | 'reversed';

/** A look at so many hours. */
export const lookAt = (hours: number, soiled: boolean, count = 1): LifeObservation =>
  soiled ? { from: 0, to: hours, count } : { from: hours, to: null, count };

/** How many looks, those that are alike counted. */
export const countOf = (observations: readonly LifeObservation[]): number =>
  observations.reduce((sum, { count = 1 }) => sum + count, 0);

/** Hours by which a share of them has failed. @param share above 0, below 1 */
export const lifeAtRisk = ({ shape, scale }: Weibull, share: number): number =>
  scale * (-Math.log(1 - share)) ** (1 / shape);

/**
 * Whether a likeliest life exists: some were soiled and some not, the earliest soiled before the latest clean.
 * That the trend is the right way round shows in the fit.
 */
export function whyNoFit(
  observations: readonly LifeObservation[],
): Exclude<NoFit, 'reversed'> | null {
  let latestClean = 0;
  let earliestSoiled = Infinity;
  for (const { from, to } of observations) {
    latestClean = Math.max(latestClean, from);
    if (to !== null) earliestSoiled = Math.min(earliestSoiled, to);
  }
  if (earliestSoiled === Infinity) return 'all clean';
  if (latestClean === 0) return 'all soiled';
  return earliestSoiled < latestClean ? null : 'separated';
}

/** Each look as what it adds to the log-likelihood: ends in log hours about `centre`. */
interface Term {
  /** `null`: from the beginning */
  from: number | null;
  to: number | null;
  count: number;
}

interface Slopes {
  value: number;
  gradient: [intercept: number, slope: number];
  hessian: [intercept: number, both: number, slope: number];
}

/** Log-likelihood with its first and second derivatives. It is concave: the density of ln t is log-concave. */
function likelihoodAt(terms: readonly Term[], intercept: number, slope: number): Slopes {
  let value = 0;
  const gradient: Slopes['gradient'] = [0, 0];
  const hessian: Slopes['hessian'] = [0, 0, 0];
  for (const { from, to, count } of terms) {
    const u = from === null ? 0 : Math.exp(intercept + slope * from);
    const v = to === null ? Infinity : Math.exp(intercept + slope * to);
    const gap = v - u;
    value += count * (gap === Infinity ? -u : -u + Math.log(-Math.expm1(-gap)));
    const inverse = gap === Infinity ? 1 : -1 / Math.expm1(-gap);
    // derivative of `inverse` by the gap
    const bend = gap === Infinity ? 0 : -Math.exp(-gap) * inverse * inverse;
    const byFrom = -u * inverse;
    const byTo = gap === Infinity ? 0 : v * (inverse - 1);
    const fromFrom = byFrom + u * u * bend;
    const toTo = gap === Infinity ? 0 : byTo + v * v * bend;
    const fromTo = gap === Infinity ? 0 : -u * v * bend;
    const x = from ?? 0;
    const y = to ?? 0;
    gradient[0] += count * (byFrom + byTo);
    gradient[1] += count * (byFrom * x + byTo * y);
    hessian[0] += count * (fromFrom + 2 * fromTo + toTo);
    hessian[1] += count * (fromFrom * x + fromTo * (x + y) + toTo * y);
    hessian[2] += count * (fromFrom * x * x + 2 * fromTo * x * y + toTo * y * y);
  }
  return { value, gradient, hessian };
}

/** Steps that Newton's method may take; a concave likelihood needs few. */
const mostSteps = 200;
const smallestStep = 1e-12;

/**
 * The Weibull life that makes findings likeliest (interval-censored and current-status data), by Newton's method with
 * halved steps. Source of the likelihood: Meeker & Escobar, *Statistical Methods for Reliability Data* (1998),
 * chapter 7, from memory.
 * @param shape where it is taken as known; then only the scale is sought
 * @returns the fit, or why there is none
 * @throws RangeError where an observation ends before it begins
 */
export function fitLife(
  observations: readonly LifeObservation[],
  shape?: number,
): { fit: LifeFit; missing: null } | { fit: null; missing: NoFit } {
  if (observations.some(({ from, to }) => !(from >= 0) || (to !== null && !(to > from)))) {
    throw new RangeError('fitLife requires 0 <= from < to');
  }
  const missing = whyNoFit(observations);
  // with a known shape, looks that are separated still have a likeliest scale
  if (missing && !(missing === 'separated' && shape !== undefined)) return { fit: null, missing };
  const ends = observations.flatMap(({ from, to, count = 1 }) =>
    [from, to].flatMap((end) => (end ? [{ log: Math.log(end), count }] : [])),
  );
  const all = ends.reduce((sum, { count }) => sum + count, 0);
  const centre = ends.reduce((sum, { log, count }) => sum + log * count, 0) / all;
  const terms = observations.map(({ from, to, count = 1 }): Term => ({
    from: from > 0 ? Math.log(from) - centre : null,
    to: to === null ? null : Math.log(to) - centre,
    count,
  }));
  const { intercept, slope, at } = climb(terms, shape);
  const scale = Math.exp(centre - intercept / slope);
  // a slope of next to nothing would put the life beyond all numbers: no trend either
  if (!(slope > 0 && scale > 0 && Number.isFinite(scale)))
    return { fit: null, missing: 'reversed' };
  return {
    fit: {
      shape: slope,
      scale,
      logLikelihood: at.value,
      covariance: covariance(at, centre, shape),
    },
    missing: null,
  };
}

function climb(terms: readonly Term[], shape: number | undefined) {
  let slope = shape ?? 1;
  let intercept = 0;
  let at = likelihoodAt(terms, intercept, slope);
  for (let step = 0; step < mostSteps; step++) {
    const [aa, ab, bb] = at.hessian;
    const [ga, gb] = at.gradient;
    const determinant = aa * bb - ab * ab;
    const move =
      shape === undefined
        ? { a: -(bb * ga - ab * gb) / determinant, b: -(aa * gb - ab * ga) / determinant }
        : { a: -ga / aa, b: 0 };
    let size = 1;
    let next = likelihoodAt(terms, intercept + move.a, slope + move.b);
    while (!(next.value >= at.value) && size > smallestStep) {
      size /= 2;
      next = likelihoodAt(terms, intercept + size * move.a, slope + size * move.b);
    }
    if (!(next.value >= at.value)) break;
    intercept += size * move.a;
    slope += size * move.b;
    const gained = next.value - at.value;
    at = next;
    if (gained < 1e-13 * (1 + Math.abs(at.value)) && step > 3) break;
  }
  return { intercept, slope, at };
}

/** Of the intercept at ln t = 0 and the slope: the inverse of the observed information. */
function covariance({ hessian: [aa, ab, bb] }: Slopes, centre: number, shape: number | undefined) {
  if (shape !== undefined) return { intercept: -1 / aa, both: 0, slope: 0 };
  const determinant = aa * bb - ab * ab;
  const ofIntercept = -bb / determinant;
  const ofBoth = ab / determinant;
  const ofSlope = -aa / determinant;
  return {
    intercept: ofIntercept - 2 * centre * ofBoth + centre * centre * ofSlope,
    both: ofBoth - centre * ofSlope,
    slope: ofSlope,
  };
}

/**
 * Range of the life at a risk, by the normal approximation on the log scale (Wald).
 * @param z standard normal quantile of its upper end @default 1.959964, of 95 percent
 * @returns hours
 */
export function waldRange(fit: LifeFit, risk: number, z = 1.959964): [low: number, high: number] {
  const log = Math.log(lifeAtRisk(fit, risk));
  const { intercept, both, slope } = fit.covariance;
  const variance = (intercept + 2 * log * both + log * log * slope) / fit.shape ** 2;
  const half = z * Math.sqrt(variance);
  return [Math.exp(log - half), Math.exp(log + half)];
}
