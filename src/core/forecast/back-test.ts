import { lookBackDays, fitUse, rangeOfUse, type ClosedOn, type DayAmounts } from './use';

/** Spans over which forecasts are judged, days. */
export const judgedSpans = [7, 14, 28] as const;

/** How often the range of use held the truth over a span. */
export interface Coverage {
  days: number;
  /** forecasts judged */
  judged: number;
  held: number;
}

/**
 * Forecasts made as if on earlier days, one a week, held against what came: how often the 80 % range of the
 * use of the next days held it. Only what was known on each day is used.
 * @param to last day that is known
 * @param closed days the shop was closed, and had said so before
 */
export function backTest(days: DayAmounts, to: number, closed: ClosedOn = () => false): Coverage[] {
  const { first: from, amounts } = days;
  const coverage = judgedSpans.map((days) => ({ days, judged: 0, held: 0 }));
  const first = Math.max(from, to - 2 * lookBackDays) + 28;
  for (let day = to - judgedSpans[0]; day >= first; day -= 7) {
    const model = fitUse(days, day, closed);
    if (!model) continue;
    let sum = 0;
    let next = day + 1;
    for (const one of coverage) {
      if (day + one.days > to) break;
      for (; next <= day + one.days; next++) sum += amounts[next - from] ?? 0;
      const { low, high } = rangeOfUse(model, day + 1, one.days, (ahead) =>
        closed(ahead) ? 0 : 1,
      );
      one.judged += 1;
      if (sum >= low && sum <= high) one.held += 1;
    }
  }
  return coverage;
}
