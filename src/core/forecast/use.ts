import { probit } from 'simple-statistics';
import { weekdayOf } from '../units/wall-clock';

/** Half-life of a past day's say in what is expected, days. */
const halfLifeDays = 28;
/** Days looked back on. */
export const lookBackDays = 182;
/** Fewer days of use than this tell nothing. */
const leastUseDays = 5;
/** Fewer weeks than this, weighed by age, tell nothing. */
const leastWeeks = 2.5;

/** What a machine's own recent days say of the days to come. Amounts in the unit they came in. */
export interface UseModel {
  /** expected amount by weekday, Monday first */
  mean: readonly number[];
  /** variance of a day's amount by weekday */
  variance: readonly number[];
  /** how much more whole weeks vary than their days would alone: busy weeks and idle ones */
  inflation: number;
  /** how much a busy week is followed by a busy one: correlation of a week with the next, 0 to 0.8 */
  persistence: number;
  /** weeks that it rests on, weighed by age */
  weeks: number;
  /** share of weeks without any use */
  idle: number;
}

/** What was used day by day, without gaps; days without use are 0. */
export interface DayAmounts {
  /** shop-local day of the first amount: the first of the machine's use, or of what is looked back on */
  first: number;
  amounts: readonly number[];
}

/** Lays amounts by day out without gaps. @param to last day */
export function dayAmounts(
  amounts: Iterable<readonly [day: number, amount: number]>,
  first: number,
  to: number,
): DayAmounts {
  const laid = new Array<number>(Math.max(0, to - first + 1)).fill(0);
  for (const [day, amount] of amounts) if (day >= first && day <= to) laid[day - first] = amount;
  return { first, amounts: laid };
}

/** A sum of use to come. */
export interface Spread {
  mean: number;
  variance: number;
}

/** Whether the shop is, or was, closed on a shop-local day. */
export type ClosedOn = (day: number) => boolean;

/**
 * What the days up to `to` say of the days after them, a day counting half as much every four weeks. Days of the
 * week that are closed are known by their being without use; holidays and other closed days say nothing of open ones.
 * @returns `null` where there is too little use to tell
 */
export function fitUse(
  { first: from, amounts }: DayAmounts,
  to: number,
  closed: ClosedOn = () => false,
): UseModel | null {
  const first = Math.max(from, to - lookBackDays + 1);
  const sums = Array.from({ length: 7 }, () => ({ weight: 0, amount: 0, square: 0 }));
  let used = 0;
  for (let day = first; day <= to; day++) {
    const amount = amounts[day - from] ?? 0;
    if (amount === 0 && closed(day)) continue;
    const weight = 0.5 ** ((to - day) / halfLifeDays);
    const sum = sums[weekdayOf(day)]!;
    if (amount > 0) used += 1;
    sum.weight += weight;
    sum.amount += weight * amount;
    sum.square += weight * amount * amount;
  }
  if (used < leastUseDays) return null;
  const mean = sums.map(({ amount, weight }) => (weight > 0 ? amount / weight : 0));
  const variance = sums.map(({ square, weight }, index) =>
    weight > 0 ? Math.max(0, square / weight - mean[index]! ** 2) : 0,
  );
  const isOpen = (day: number) => (amounts[day - from] ?? 0) > 0 || !closed(day);
  const weekly = weeklyResiduals({ first: from, amounts }, { mean, isOpen }, first, to);
  if (weekly.weeks < leastWeeks) return null;
  const alone = total(variance);
  const inflation = alone > 0 ? Math.min(20, Math.max(1, weekly.variance / alone)) : 1;
  const { weeks, idle, persistence } = weekly;
  return { mean, variance, inflation, persistence, weeks, idle };
}

const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

/**
 * How whole weeks, counted back from the last day, differ from what their open days were expected to add up to. A
 * week that was closed from end to end says nothing.
 */
function weeklyResiduals(
  { first: from, amounts }: DayAmounts,
  { mean, isOpen }: { mean: readonly number[]; isOpen: (day: number) => boolean },
  first: number,
  to: number,
): { variance: number; weeks: number; idle: number; persistence: number } {
  let weights = 0;
  let squares = 0;
  let squaredWeights = 0;
  // newest first: of each week the residual of the one after it
  let after: number | null = null;
  let together = 0;
  let idle = 0;
  for (let end = to; end - 6 >= first; end -= 7) {
    let sum = 0;
    let expected = 0;
    for (let day = end - 6; day <= end; day++) {
      sum += amounts[day - from] ?? 0;
      if (isOpen(day)) expected += mean[weekdayOf(day)]!;
    }
    if (expected === 0) continue;
    const weight = 0.5 ** ((to - end) / halfLifeDays);
    weights += weight;
    squaredWeights += weight * weight;
    const residual = sum - expected;
    squares += weight * residual ** 2;
    if (after !== null) together += weight * residual * after;
    after = residual;
    if (sum === 0) idle += weight;
  }
  if (weights === 0) return { variance: 0, weeks: 0, idle: 0, persistence: 0 };
  // Kish: as many equal weeks as would tell as much
  const weeks = (weights * weights) / squaredWeights;
  return {
    variance: (squares / weights) * (weeks / Math.max(1, weeks - 1)),
    weeks,
    idle: idle / weights,
    persistence: persistenceOf(squares > 0 ? together / squares : 0, weeks),
  };
}

/** What is believed of the correlation of weeks before any is seen, and how many weeks that is worth. No source. */
const usualPersistence = { correlation: 0.2, weeks: 4 };
const mostPersistence = 0.8;

/**
 * Correlation of a week with the next: as seen, without the bias of so few weeks, which is `(1 + 4ρ)/n`
 * ([Marriott and Pope](https://doi.org/10.1093/biomet/41.3-4.390), 1954), shrunk towards the usual one.
 * @param seen lag-one autocorrelation of the weekly residuals
 */
function persistenceOf(seen: number, weeks: number): number {
  const { correlation, weeks: worth } = usualPersistence;
  const unbiased = seen + (1 + 4 * Math.max(0, seen)) / weeks;
  const shrunk = (weeks * unbiased + worth * correlation) / (weeks + worth);
  return Math.min(mostPersistence, Math.max(0, shrunk));
}

/** How much more a sum of weeks varies than if they knew nothing of each other. */
function runningOn(persistence: number, weeks: number): number {
  let factor = 1;
  for (let lag = 1; lag < weeks; lag++) factor += 2 * (1 - lag / weeks) * persistence ** lag;
  return factor;
}

/** How much of its usual use a shop-local day sees: 0 on a closed day, a part of 1 on one that is half over. */
export type DayShare = (day: number) => number;

const whole: DayShare = () => 1;

/**
 * The use of some days to come. Its variance holds both how days and weeks differ and that the expected
 * amounts are themselves only estimated from so many weeks.
 * @param start first day
 * @param days how many
 * @param share of its usual use that each of them sees
 */
export function sumOfUse(
  model: UseModel,
  start: number,
  days: number,
  share: DayShare = whole,
): Spread {
  let mean = 0;
  let variance = 0;
  let open = 0;
  for (let day = start; day < start + days; day++) {
    const part = share(day);
    mean += part * model.mean[weekdayOf(day)]!;
    variance += part * model.variance[weekdayOf(day)]!;
    open += part;
  }
  const inflation = 1 + (model.inflation - 1) * Math.min(1, Math.max(0, open - 1) / 6);
  const weekVariance = total(model.variance) * model.inflation;
  const weeks = open / 7;
  const { persistence } = model;
  // correlated weeks tell less of the mean than as many that are not
  const telling = (model.weeks * (1 - persistence)) / (1 + persistence);
  return {
    mean,
    variance:
      variance * inflation * runningOn(persistence, weeks) +
      (weeks * weeks * weekVariance) / Math.max(1, telling),
  };
}

/**
 * A quantile of a sum of use, taken as gamma distributed (never below zero, skewed to the right), by
 * the approximation of [Wilson and Hilferty](https://doi.org/10.1073/pnas.17.12.684) (1931).
 * @param z standard normal quantile of the wanted probability
 */
export function quantileAt({ mean, variance }: Spread, z: number): number {
  if (mean <= 0) return 0;
  if (variance <= 0) return mean;
  const ninth = variance / (9 * mean * mean);
  return mean * Math.max(0, 1 - ninth + z * Math.sqrt(ninth)) ** 3;
}

/**
 * A quantile of the use of some days, with the chance that there is none at all kept apart: a machine that
 * is used in bursts stands idle for weeks.
 * @param share probability, between 0 and 1
 */
function quantileOfUse(
  model: UseModel,
  { start, days, dayShare }: { start: number; days: number; dayShare: DayShare },
  share: number,
): number {
  const spread = sumOfUse(model, start, days, dayShare);
  const none = model.idle ** Math.max(1, days / 7);
  if (share <= none) return 0;
  // given that there is use, it is more, and varies less
  const mean = spread.mean / (1 - none);
  const variance = (spread.variance + spread.mean ** 2) / (1 - none) - mean ** 2;
  const given = (share - none) / (1 - none);
  const z = probit(given);
  return quantileAt({ mean, variance: Math.max(0, variance) }, z * fewWeeks(z, model.weeks));
}

/** The days within the weeks tell of the spread too: they are worth so many weeks more. No source: by simulation. */
const daysTell = 2;

/**
 * How much further out a quantile lies because the spread itself is only estimated, from so few weeks: Student's t by its
 * expansion about the normal ([Cornish and Fisher](https://en.wikipedia.org/wiki/Cornish%E2%80%93Fisher_expansion)).
 */
function fewWeeks(z: number, weeks: number): number {
  return 1 + (z * z + 1) / (4 * (weeks + daysTell));
}

/** The range that holds the use of some days to come in four of five cases. */
export function rangeOfUse(
  model: UseModel,
  start: number,
  days: number,
  dayShare: DayShare = whole,
): { low: number; likely: number; high: number } {
  const span = { start, days, dayShare };
  return {
    low: quantileOfUse(model, span, 0.1),
    likely: quantileOfUse(model, span, 0.5),
    high: quantileOfUse(model, span, 0.9),
  };
}
