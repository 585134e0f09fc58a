import { millisecondsPerHour } from '../units/time';
import { startOfLocalDay } from '../units/zone';
import { weekdayOf } from '../units/wall-clock';
import type { DayShare, UseModel } from './use';

/** Hours of the day between which use is taken to come evenly. */
const openFrom = 9;
const openTo = 21;

/** Share of a day's use that is still to come at an instant of it. */
export function restOfDay(now: number, today: number, zone: string): number {
  const hours = (now - startOfLocalDay(today, zone)) / millisecondsPerHour;
  return Math.min(1, Math.max(0, (openTo - hours) / (openTo - openFrom)));
}

/** What today still brings of its usual use, when so much of it was used and such a share of the day is left. */
export const stillToday = (usual: number, used: number, rest: number): number =>
  Math.max(0, Math.min(usual - used, usual * rest));

/**
 * What each day from today on sees of its usual use: the rest of today, nothing while the shop is closed.
 * @param options.used what today has had already
 * @param options.closed by shop-local day
 */
export function sharesAhead(
  { mean }: UseModel,
  {
    today,
    used,
    rest,
    closed,
  }: { today: number; used: number; rest: number; closed: (day: number) => boolean },
): DayShare {
  const usual = mean[weekdayOf(today)]!;
  const coming = usual > 0 && !closed(today) ? stillToday(usual, used, rest) / usual : 0;
  return (day) => (day === today ? coming : closed(day) ? 0 : 1);
}
