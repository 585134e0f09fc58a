/** Share of parts that are still in use after so many hours. */
export interface Surviving {
  hours: number;
  /** 0 to 1, after what ended at these hours */
  share: number;
}

/**
 * The [product-limit estimate](https://doi.org/10.1080/01621459.1958.10501452) of how long something lasts (Kaplan and
 * Meier, 1958): what is still in use counts until now. Of equal hours what ended comes first.
 * @param ended hours of those that ended
 * @param running hours so far of those in use
 * @returns a step for each time at which something ended, in order
 */
export function productLimit(ended: readonly number[], running: readonly number[]): Surviving[] {
  const times = [...new Set(ended)].sort((a, b) => a - b);
  let share = 1;
  return times.map((hours) => {
    const atRisk = [...ended, ...running].filter((one) => one >= hours).length;
    share *= 1 - ended.filter((one) => one === hours).length / atRisk;
    return { hours, share };
  });
}

/** Hours that half of them last; `null` where more than half are still in use. */
export function medianLife(ended: readonly number[], running: readonly number[]): number | null {
  // 1 - 1/2 and the like are not exact in binary
  return productLimit(ended, running).find(({ share }) => share <= 0.5 + 1e-12)?.hours ?? null;
}
