import { rangeOfUse, type DayShare, type UseModel } from './use';

/** When something will be due, as shop-local days; `null`: not within the horizon. */
export interface DueForecast {
  /** in one of ten cases it is due by then */
  early: number | null;
  /** as likely before as after */
  likely: number | null;
  /** in nine of ten cases it is due by then */
  late: number | null;
}

/** What is left until one limit of a task, and what fills it. */
export interface Filling {
  /** in the unit of the model's amounts; 0 or less: due already */
  left: number;
  /** `null`: too little use to tell */
  model: UseModel | null;
  /** what each day still sees of its usual use: the rest of today, nothing on closed days @default all of it from tomorrow on */
  share?: DayShare;
}

/** Days looked ahead. */
export const horizonDays = 120;

/**
 * When a task will be due: the first of its limits to be reached, each filled by the use to come, or by the
 * calendar alone.
 * @param today the day on which `left` was read; of its use the rest counts, as `share` says
 * @param calendarDay the day on which its limit in days is reached, `null` without one
 * @returns `null` where there is too little use to tell and no calendar limit either
 */
export function forecastDue(
  fillings: readonly Filling[],
  today: number,
  calendarDay: number | null,
): DueForecast | null {
  if (fillings.some(({ left }) => left <= 0) || (calendarDay !== null && calendarDay <= today)) {
    return { early: today, likely: today, late: today };
  }
  const told = fillings.filter(({ model }) => model !== null);
  // a limit that nothing can be told of leaves the whole untold, but for the calendar's own day
  if (told.length < fillings.length && calendarDay === null) return null;
  if (told.length === 0 && calendarDay === null) return null;
  const reached = (bound: 'low' | 'likely' | 'high'): number | null => {
    let first: number | null = null;
    for (const filling of told) {
      const day = dayReached(filling, today, bound);
      if (day !== null && (first === null || day < first)) first = day;
    }
    if (calendarDay === null || calendarDay > today + horizonDays) return first;
    return first === null ? calendarDay : Math.min(first, calendarDay);
  };
  return { early: reached('high'), likely: reached('likely'), late: reached('low') };
}

/**
 * When two limits are reached that must both be: the later day of each bound.
 * @returns `null` where of one of them nothing can be told
 */
export function laterOf(one: DueForecast | null, other: DueForecast | null): DueForecast | null {
  if (!one || !other) return null;
  const later = (a: number | null, b: number | null) =>
    a === null || b === null ? null : Math.max(a, b);
  return {
    early: later(one.early, other.early),
    likely: later(one.likely, other.likely),
    late: later(one.late, other.late),
  };
}

/** The first day by whose end the bound of the use has filled what is left: today, where the rest of it does. */
function dayReached(
  { left, model, share = (day) => (day > today ? 1 : 0) }: Filling,
  today: number,
  bound: 'low' | 'likely' | 'high',
): number | null {
  for (let days = 1; days <= horizonDays + 1; days++) {
    if (rangeOfUse(model!, today, days, share)[bound] >= left) return today + days - 1;
  }
  return null;
}
