import { weekdayOf } from '../units/wall-clock';

/** A window of every week. `weekday` 0 is Monday; `start` in minutes after midnight on the clock on the wall. */
export interface WeekWindow {
  weekday: number;
  start: number;
  minutes: number;
}

/** Some days that are not like every week. Shop-local days, both included. */
export interface DayChange {
  from: number;
  to: number;
  /** `away`: the technician is not there; `closed`: nobody is; `windows`: these instead of the week's */
  what: 'away' | 'closed' | 'windows';
  windows: readonly Pick<WeekWindow, 'start' | 'minutes'>[];
}

/** The technician's week and what differs from it; of two changes of a day the later in the list holds. */
export interface TechnicianTime {
  week: readonly WeekWindow[];
  /** weekdays on which the shop is closed: machines are not used then */
  closed: readonly number[];
  changes: readonly DayChange[];
}

/** A stretch of the technician's time on one day. */
export interface TimeWindow {
  id: string;
  /** shop-local day */
  day: number;
  /** minutes after midnight on the clock on the wall */
  start: number;
  /** UTC milliseconds */
  from: number;
  to: number;
}

/** Shorter stretches are of no use for a clean-down. Minutes; common practice, no source. */
export const leastMinutes = 10;

const minute = 60_000;

/** Work that begins later than this counts as done after the day's use. Minutes after midnight. */
const noon = 13 * 60;

function changeOn({ changes }: TechnicianTime, day: number): DayChange | null {
  return changes.findLast(({ from, to }) => from <= day && day <= to) ?? null;
}

/** Whether machines are not used on a day because the shop is closed. */
export function isClosed(plan: TechnicianTime, day: number): boolean {
  const change = changeOn(plan, day);
  if (change && change.what !== 'away') return change.what === 'closed';
  return plan.closed.includes(weekdayOf(day));
}

/**
 * The technician's windows on some days, in order, those that overlap joined.
 * @param from first day
 * @param days how many
 * @param instant UTC milliseconds of a day's minute on the clock on the wall
 */
export function windowsOn(
  plan: TechnicianTime,
  from: number,
  days: number,
  instant: (day: number, minute: number) => number,
): TimeWindow[] {
  const found: TimeWindow[] = [];
  for (let day = from; day < from + days; day++) {
    const change = changeOn(plan, day);
    const windows =
      change === null
        ? plan.week.filter(({ weekday }) => weekday === weekdayOf(day))
        : change.what === 'windows'
          ? change.windows
          : [];
    const sorted = [...windows].sort((a, b) => a.start - b.start);
    let last: { start: number; end: number } | null = null;
    const spans: { start: number; end: number }[] = [];
    for (const { start, minutes } of sorted) {
      if (last && start <= last.end) last.end = Math.max(last.end, start + minutes);
      else spans.push((last = { start, end: start + minutes }));
    }
    for (const { start, end } of spans) {
      // both by the clock: on the days on which it is put forward or back a window over that hour is shorter or longer
      const [from, to] = [instant(day, start), instant(day, end)];
      if (to > from) found.push({ id: `${day}-${start}`, day, start, from, to });
    }
  }
  return found;
}

/** A machine that cannot be had for a time. UTC milliseconds. */
export interface Taken {
  machine: string;
  from: number;
  to: number;
}

/** A piece of a window in which each machine can be had all the time or not at all. */
export interface Piece extends TimeWindow {
  /** when it began, also where part of it is over and `from` is later; UTC milliseconds */
  began: number;
  booked: string[];
}

/**
 * Cuts windows where a booking begins or ends within them, and at `now`.
 * @returns the pieces that are long enough to be of use
 */
export function cutAtBookings(
  windows: readonly TimeWindow[],
  taken: readonly Taken[],
  now: number,
): Piece[] {
  return windows.flatMap((window) => {
    const over = taken.filter(({ from, to }) => from < window.to && to > window.from);
    const edges = [
      ...new Set([
        window.from,
        ...over
          .flatMap(({ from, to }) => [from, to])
          .filter((at) => at > window.from && at < window.to),
        window.to,
      ]),
    ].sort((a, b) => a - b);
    return edges.slice(0, -1).flatMap((begins, at): Piece[] => {
      const to = edges[at + 1]!;
      const from = Math.max(begins, now);
      // one that has begun is there to its end: what was planned in it is not without a window
      if (to - begins < leastMinutes * minute || to <= from) return [];
      const minutesIn = (instant: number) => Math.round((instant - window.from) / minute);
      return [
        {
          ...window,
          // named by where it began, also when part of it is over
          id: `${window.day}-${window.start + minutesIn(begins)}`,
          start: window.start + minutesIn(from),
          began: begins,
          from,
          to,
          booked: [
            ...new Set(
              over.filter((one) => one.from < to && one.to > from).map(({ machine }) => machine),
            ),
          ],
        },
      ];
    });
  });
}

/** The tick from which work in a window counts: of a morning its own day's dawn, of an evening the next. */
export function countingDay(
  { day, start }: Pick<TimeWindow, 'day' | 'start'>,
  today: number,
): number {
  return day - today + (start >= noon ? 1 : 0);
}
