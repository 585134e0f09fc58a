import statistics from 'jstat';

const chiSquare = (p: number, degrees: number) => statistics.jStat.chisquare.inv(p, degrees);

/** Mean time between failures over a fixed time. Hours. */
export interface MeanBetween {
  /** hours over failures; `null` without a failure */
  mean: number | null;
  /** exact two-sided limits; `null`: without a failure there is no upper one */
  lower: number;
  upper: number | null;
  /** the limit it lies above with the whole confidence */
  lowerOneSided: number;
}

/**
 * Mean time between failures with exact limits, of a time that was ended by the clock and not by a failure:
 * `2T/χ²(1−α/2; 2r+2)` to `2T/χ²(α/2; 2r)`. Source: MIL-HDBK-189, from memory.
 * @param hours T, above 0
 * @param failures r, a whole number
 * @param confidence 1 − α @default 0.9
 * @throws RangeError for a time, number or confidence out of range
 */
export function meanBetween(hours: number, failures: number, confidence = 0.9): MeanBetween {
  if (!(hours > 0)) throw new RangeError('meanBetween requires hours above 0');
  if (!Number.isInteger(failures) || failures < 0) {
    throw new RangeError('meanBetween requires a whole number of failures');
  }
  if (!(confidence > 0 && confidence < 1)) {
    throw new RangeError('meanBetween requires a confidence between 0 and 1');
  }
  const tail = (1 - confidence) / 2;
  return {
    mean: failures > 0 ? hours / failures : null,
    lower: (2 * hours) / chiSquare(1 - tail, 2 * failures + 2),
    upper: failures > 0 ? (2 * hours) / chiSquare(tail, 2 * failures) : null,
    lowerOneSided: (2 * hours) / chiSquare(confidence, 2 * failures + 2),
  };
}

/** The same where there may have been no hours yet: then nothing is known. */
export const meanSoFar = (hours: number, failures: number): MeanBetween =>
  hours > 0
    ? meanBetween(hours, failures)
    : { mean: null, lower: 0, upper: null, lowerOneSided: 0 };

/** A power law of failures, expected number by t: `scale · t^shape`. */
export interface PowerLaw {
  /** above 1 they come ever faster, below 1 ever more slowly; the likeliest */
  shape: number;
  /** corrected for its bias, `(n − 1)/n` of it; `null` of one failure */
  shapeUnbiased: number | null;
  scale: number;
  /** failures an hour, now */
  intensity: number;
}

/**
 * Power-law trend of failures (Crow), the time ended by the clock: `shape = n / Σ ln(T/tᵢ)`,
 * `scale = n / T^shape`. Source: MIL-HDBK-189, from memory.
 * @param times hours of each failure, above 0, not later than `until`
 * @param until hours watched
 * @returns `null` where it does not exist: no failure, or all of them at the very end
 * @throws RangeError where a time lies outside
 */
export function powerLaw(times: readonly number[], until: number): PowerLaw | null {
  if (!(until > 0)) throw new RangeError('powerLaw requires a time above 0');
  if (times.some((time) => !(time > 0 && time <= until))) {
    throw new RangeError('powerLaw requires times above 0, not later than the end');
  }
  const sum = times.reduce((all, time) => all + Math.log(until / time), 0);
  if (!(sum > 0)) return null;
  const n = times.length;
  const shape = n / sum;
  return {
    shape,
    shapeUnbiased: n > 1 ? (shape * (n - 1)) / n : null,
    scale: n / until ** shape,
    intensity: (n * shape) / until,
  };
}

/** Failures that a power law expects between two times. */
export const expectedBetween = ({ shape, scale }: PowerLaw, from: number, to: number): number =>
  scale * (to ** shape - from ** shape);

/**
 * Exact range of a trend's shape: `2n·shape/β` is chi-square distributed with 2n degrees. Source: MIL-HDBK-189, from memory.
 * @param confidence @default 0.9
 */
export function shapeRange(
  { shape }: PowerLaw,
  failures: number,
  confidence = 0.9,
): [low: number, high: number] {
  const tail = (1 - confidence) / 2;
  const at = (p: number) => (shape * chiSquare(p, 2 * failures)) / (2 * failures);
  return [at(tail), at(1 - tail)];
}

/** A machine that was watched and repaired. */
export interface Watched {
  /** run hours of each repair */
  repairs: readonly number[];
  /** run hours at which the watching ended */
  until: number;
}

/** One step of a mean cumulative function. */
export interface MeanCumulative {
  hours: number;
  /** machines watched so long */
  atRisk: number;
  repairs: number;
  /** repairs a machine up to here */
  mean: number;
  /** robust */
  standardError: number;
}

/**
 * Mean cumulative function of repairs with robust standard errors (Lawless & Nadeau 1995). Source: Nelson, *Recurrent
 * Events Data Analysis* (2003), from memory. A machine counts as watched at the hour its watching ends.
 * @throws RangeError where a repair lies outside the time watched
 */
export function meanCumulative(machines: readonly Watched[]): MeanCumulative[] {
  if (machines.some(({ repairs, until }) => repairs.some((at) => !(at >= 0 && at <= until)))) {
    throw new RangeError('meanCumulative requires repairs within the time watched');
  }
  const times = [...new Set(machines.flatMap(({ repairs }) => repairs))].sort((a, b) => a - b);
  const leaning = new Float64Array(machines.length);
  let mean = 0;
  return times.map((hours) => {
    const watched = machines.map(({ until }) => until >= hours);
    const own = machines.map(({ repairs }) => repairs.filter((at) => at === hours).length);
    const atRisk = watched.filter(Boolean).length;
    const repairs = own.reduce((sum, one) => sum + one, 0);
    const each = repairs / atRisk;
    mean += each;
    machines.forEach((_, i) => {
      if (watched[i]) leaning[i]! += (own[i]! - each) / atRisk;
    });
    const variance = leaning.reduce((sum, one) => sum + one * one, 0);
    return { hours, atRisk, repairs, mean, standardError: Math.sqrt(variance) };
  });
}
