import { millisecondsPerHour, millisecondsPerMinute } from '../../../core/units/time';
import { clockOf, weekdayOf, weekdays } from '../../../core/units/wall-clock';
import { calendarDays, localDay, wallTime } from '../../../core/units/zone';

const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
const shortMonth = (name: string) => name.slice(0, name === 'September' ? 4 : 3);

/** "14:05" */
export function clockTime(instant: number, zone: string): string {
  const { hour, minute } = wallTime(instant, zone);
  return clockOf(hour * 60 + minute);
}

/** "Thu 3 Dec", with the year when it is not the year of `now`. */
export function dayDate(instant: number, zone: string, now: number): string {
  const { year, month, day } = wallTime(instant, zone);
  const weekday = weekdays[weekdayOf(localDay(instant, zone))]!.slice(0, 3);
  const date = `${weekday} ${day} ${shortMonth(months[month - 1]!)}`;
  return year === wallTime(now, zone).year ? date : `${date} ${year}`;
}

/** "Tuesday 24 November" */
export function longDate(instant: number, zone: string): string {
  const { month, day } = wallTime(instant, zone);
  return `${weekdays[weekdayOf(localDay(instant, zone))]!} ${day} ${months[month - 1]!}`;
}

/** Relative and absolute together: "20 min ago, 14:05", "yesterday, 14:05", "6 days ago, Wed 18 Nov". */
export function ago(instant: number, now: number, zone: string): string {
  const past = now - instant;
  const days = calendarDays(instant, now, zone);
  if (past < millisecondsPerMinute) return 'just now';
  if (past < millisecondsPerHour) {
    return `${Math.floor(past / millisecondsPerMinute)} min ago, ${clockTime(instant, zone)}`;
  }
  if (days === 0)
    return `${Math.floor(past / millisecondsPerHour)} h ago, ${clockTime(instant, zone)}`;
  if (days === 1) return `yesterday, ${clockTime(instant, zone)}`;
  return `${days} days ago, ${dayDate(instant, zone, now)}`;
}

/**
 * What a clean-down takes if it is begun now: "35 min hands-on, back at 16:20".
 * @param handsOn minutes with hands on it
 * @param back minutes until the machine is back
 */
export function backWords(
  { handsOn, back }: { handsOn: number; back: number },
  now: number,
  zone: string,
): string {
  const at = now + back * millisecondsPerMinute;
  const days = calendarDays(now, at, zone);
  const day = days === 0 ? 'at' : days === 1 ? 'tomorrow' : dayDate(at, zone, now);
  return `${handsOn} min hands-on, back ${day} ${clockTime(at, zone)}`;
}

/** The same of a clean-down that is planned; where its sheet was never asked the hands-on minutes alone. */
export const plannedWords = (
  { minutes, back, from }: { minutes: number; back?: number | undefined; from: number },
  zone: string,
): string =>
  back === undefined
    ? `${minutes} min hands-on`
    : backWords({ handsOn: minutes, back }, from, zone);

/** How long something took, in its two leading units: "35 min", "3 h 10", "2 d 4 h". */
export function span(milliseconds: number): string {
  const minutes = Math.round(milliseconds / millisecondsPerMinute);
  if (minutes < 60) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  if (hours < 24)
    return `${hours} h${minutes % 60 ? ` ${String(minutes % 60).padStart(2, '0')}` : ''}`;
  return `${Math.floor(hours / 24)} d${hours % 24 ? ` ${hours % 24} h` : ''}`;
}
