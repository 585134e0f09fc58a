/** How many of the last same weekdays must have seen use for the next to be expected to. */
const looked = 6;
const expectedShare = 0.75;

/**
 * Days without use on which, by the machine's own weeks, use was to be expected: at least three
 * quarters of the six same weekdays before saw some.
 * @param used whether the machine was used on a shop-local day
 * @param from first day to judge
 * @param to last day to judge
 */
export function missingDays(used: (day: number) => boolean, from: number, to: number): number[] {
  const missing: number[] = [];
  for (let day = from; day <= to; day++) {
    if (used(day)) continue;
    let seen = 0;
    for (let week = 1; week <= looked; week++) if (used(day - 7 * week)) seen += 1;
    if (seen / looked >= expectedShare) missing.push(day);
  }
  return missing;
}

/** Days before the first that `missingDays` looks at. */
export const lookBackDays = 7 * looked;
