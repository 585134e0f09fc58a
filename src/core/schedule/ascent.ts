/** How a bound is raised. */
export interface AscentOptions {
  /** no more is asked */
  goal: number;
  steps: number;
  /** length of the first, in parts of what would reach a little more than the goal */
  step: number;
  /** steps without a gain before they are halved */
  patience: number;
}

/**
 * Moves prices along their slopes so that a bound rises, and leaves the best.
 * @param value the bound at the prices of now; sets the slopes. Infinity: nothing is possible, and no more is tried
 * @returns the best bound met
 */
export function ascend(
  of: readonly { prices: Float64Array; slopes: Float64Array }[],
  { goal, steps, step, patience }: AscentOptions,
  value: () => number,
): number {
  const best = of.map(({ prices }) => prices.slice());
  const keep = () => of.forEach(({ prices }, at) => best[at]!.set(prices));
  const back = () => of.forEach(({ prices }, at) => prices.set(best[at]!));
  let bound = -Infinity;
  let stale = 0;
  for (let tried = 0; tried < steps; tried++) {
    const now = value();
    if (now === Infinity) return now;
    if (now > bound + 1e-7) {
      if (now > bound + 1e-3 * (goal - bound)) stale = 0;
      bound = now;
      keep();
      if (bound >= goal) break;
    } else if (++stale >= patience) {
      step /= 2;
      stale = 0;
      back();
      if (step < 0.01) break;
      continue;
    }
    let norm = 0;
    for (const { prices, slopes } of of) {
      for (let at = 0; at < slopes.length; at++) {
        if (slopes[at]! > 0 || prices[at]! > 0) norm += slopes[at]! ** 2;
      }
    }
    if (norm === 0) break;
    const length = (step * Math.max(0.01, 1.03 * goal - now)) / norm;
    for (const { prices, slopes } of of) {
      for (let at = 0; at < slopes.length; at++) {
        prices[at] = Math.max(0, prices[at]! + length * slopes[at]!);
      }
    }
  }
  back();
  return bound;
}
