/** One point of an EWMA chart. */
export interface EwmaPoint {
  value: number;
  lower: number;
  upper: number;
}

/** How an EWMA is charted. */
export interface EwmaOptions {
  /** what is expected */
  target: number;
  /** standard deviation of a single value, above 0 */
  sigma: number;
  /** weight of the newest value, above 0 to 1 @default 0.3 */
  lambda?: number;
  /** limits in standard deviations @default 3 */
  width?: number;
}

/**
 * Exponentially weighted moving average with its exact control limits, `z_t = λ x_t + (1 − λ) z_{t−1}`, `z_0` the target,
 * limits `target ± width · σ · √(λ/(2−λ) · (1 − (1−λ)^{2t}))`: they are narrower at first than the
 * {@link finalLimits} they widen to.
 * Source: NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.4.
 * @throws RangeError when sigma is not above 0 or lambda outside (0, 1]
 */
export function ewma(values: readonly number[], options: EwmaOptions): EwmaPoint[] {
  const { target, lambda = 0.3 } = options;
  const margin = finalLimits(options).upper - target;
  let value = target;
  return values.map((x, index) => {
    value = lambda * x + (1 - lambda) * value;
    const early = margin * Math.sqrt(1 - (1 - lambda) ** (2 * (index + 1)));
    return { value, lower: target - early, upper: target + early };
  });
}

/**
 * The limits an EWMA's own widen to, `target ± width · σ · √(λ/(2−λ))`. Source: as of {@link ewma}.
 * @throws RangeError as {@link ewma}
 */
export function finalLimits({ target, sigma, lambda = 0.3, width = 3 }: EwmaOptions): {
  lower: number;
  upper: number;
} {
  if (!(sigma > 0)) throw new RangeError('ewma requires a sigma above 0');
  if (!(lambda > 0 && lambda <= 1)) throw new RangeError('ewma requires 0 < lambda <= 1');
  const margin = width * sigma * Math.sqrt(lambda / (2 - lambda));
  return { lower: target - margin, upper: target + margin };
}

/** One point of a tabular CUSUM. */
export interface CusumPoint {
  /** how far the values have run above and below the target, beyond the allowance */
  high: number;
  low: number;
  out: 'high' | 'low' | null;
  /** index of the first value of the run that led here, for the side that is out */
  since: number | null;
}

/**
 * Tabular cumulative sum: `S_hi(t) = max(0, S_hi(t−1) + x_t − target − k)`,
 * `S_lo(t) = max(0, S_lo(t−1) + target − k − x_t)`, out of control above `h`.
 * Source: NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.3.
 * @param options.k allowance, in units of the values
 * @param options.h decision limit, in units of the values
 * @throws RangeError when h is not above 0
 */
export function cusum(
  values: readonly number[],
  { target, k, h }: { target: number; k: number; h: number },
): CusumPoint[] {
  if (!(h > 0)) throw new RangeError('cusum requires an h above 0');
  let high = 0;
  let low = 0;
  let highFrom = 0;
  let lowFrom = 0;
  return values.map((x, index) => {
    if (high === 0) highFrom = index;
    if (low === 0) lowFrom = index;
    high = Math.max(0, high + x - target - k);
    low = Math.max(0, low + target - k - x);
    const out = low > h ? 'low' : high > h ? 'high' : null;
    return { high, low, out, since: out === 'low' ? lowFrom : out === 'high' ? highFrom : null };
  });
}
