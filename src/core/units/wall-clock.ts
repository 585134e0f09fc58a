import { millisecondsPerDay } from './time';

/** "18:15" of minutes after midnight. */
export function clockOf(minutes: number): string {
  const two = (value: number) => String(value).padStart(2, '0');
  return `${two(Math.floor(minutes / 60) % 24)}:${two(minutes % 60)}`;
}

/** Minutes after midnight of "18:15"; NaN when it is none. */
export function minutesOf(clock: string): number {
  const found = /^(\d{2}):(\d{2})$/.exec(clock);
  return found ? Number(found[1]) * 60 + Number(found[2]) : NaN;
}

/** Shop-local day of "2026-12-03"; NaN when it is none. */
export function dayOf(date: string): number {
  return Math.floor(Date.parse(`${date}T00:00:00Z`) / millisecondsPerDay);
}

/** "2026-12-03" of a shop-local day. */
export function dateOf(day: number): string {
  return new Date(day * millisecondsPerDay).toISOString().slice(0, 10);
}

export const weekdays = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;

/** Day of the week of a shop-local day (days since 1 January 1970); Monday is 0. */
export function weekdayOf(day: number): number {
  return (((day + 3) % 7) + 7) % 7;
}
