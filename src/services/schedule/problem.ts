import { handsOn } from '../../core/care/minutes';
import { openingMinutes as minutesOfOpening, openings } from '../../catalogue/openings';
import type { Limit } from '../../core/care/care';
import type { Criticality } from '../../core/care/danger';
import { resets, type Depth } from '../../core/care/depth';
import { weekdayOf } from '../../core/units/wall-clock';
import type { KeptSchedule } from '../../core/schedule/kept';
import {
  shareAt,
  type ScheduleFilling,
  type ScheduleProblem,
  type ScheduleTask,
} from '../../core/schedule/problem';
import {
  cutAtBookings,
  isClosed,
  countingDay,
  type Piece,
  type TechnicianTime,
} from '../../core/schedule/time';
import { millisecondsPerDay } from '../../core/units/time';
import { localDay, startOfLocalDay } from '../../core/units/zone';
import { firstLook, type MachineDue, type StationDue, type TaskDue } from '../care/due';
import type { DayShare } from '../../core/forecast/use';
import { forecastNow } from '../forecast/forecast';
import { usualSetUp, workFinder } from '../cleaning/work';
import { followsEveryJob, type PlannedTask } from '../care/care-plans';
import type { Shop } from '../shop';
import { bookings, type Booking } from './bookings';
import { technicianTime, technicianWindows } from './time';

/** Days that are planned. */
export const scheduledDays = 28;

/** A task that was called for by a sign or a finding counts as this far past its limit. */
const called = 1.1;

/** A first look, where nobody knows when something was last done, is due at once: it may be past its limit already. */
const unseen = 1.01;

/** What a page needs to say of a task that may be planned. */
export interface TaskWords {
  id: string;
  machineId: string;
  stationId: string;
  station: string;
  short: string;
  kind: string;
  slug: string;
  task: string;
  name: string;
  depth: Depth;
  criticality: Criticality;
  /** share used now; where that is not known, as a first look counts */
  used: number;
  /** whether it is known when it was last done; else a first look is planned */
  known: boolean;
  /** when it was last done, or counts from: UTC milliseconds */
  since: number;
  /** its limits, in the order of its fillings, and where they come from */
  limits: readonly Limit[];
  basis: PlannedTask['basis']['from'];
}

/** A task that comes up too often to wait for the technician's windows. */
export interface Often extends TaskWords {
  /** days in which it fills, closed ones counted too */
  everyDays: number;
}

/** One machine over the days planned. */
export interface Lane {
  id: string;
  nickname: string;
  /** run hours expected each day */
  hours: number[];
  bookings: Booking[];
}

/** The weeks ahead as a problem, with what is needed to show it. */
export interface Weeks {
  problem: ScheduleProblem;
  /** the first day, as a shop-local day: today, or a day far ahead */
  from: number;
  /** the windows of the problem, in its order */
  windows: Piece[];
  tasks: TaskWords[];
  /** what fills faster than the windows come: it is cared for between them, by whoever uses the machine */
  often: Often[];
  lanes: Lane[];
  /** days on which the shop is closed, by days from today */
  closed: boolean[];
  /** whether anybody ever said when the technician is there */
  told: boolean;
}

/** What if it were otherwise. */
export interface WhatIf {
  /** windows of this weekday, Monday 0, left out from noon on (evening) or all day */
  without?: { weekday: number; part: 'evening' | 'day' } | null;
  /** a machine used so many times as much, from a day on for some days */
  busier?: { machineId: string; times: number; from: number; days: number } | null;
  /** nobody there on these shop-local days */
  away?: { from: number; to: number } | null;
}

const noon = 13 * 60;

/** Minutes of each opening. */
export const openingMinutes = Object.fromEntries(
  openings.map(({ id }) => [id, minutesOfOpening(id)]),
);

/** How the weeks ahead are looked at. */
export interface WeeksOptions {
  days?: number;
  whatIf?: WhatIf;
  /** first shop-local day; one far ahead finds every task half used, since nobody can know */
  begin?: number;
  /** the tasks that do not wait for windows; by default those that would not */
  often?: ReadonlySet<string>;
  /** minutes around the tasks of a clean-down, by machine; by default those the kept plan was reckoned with */
  setUps?: KeptSchedule['setUps'];
}

/** A share of a limit to a millionth: a page carries thousands of them. */
const short = (share: number) => Math.round(share * 1e6) / 1e6;

/** What a task counts as used on a day too far ahead to tell. */
const halfUsed = 0.5;

/** The weeks ahead of these machines. @param kept what was pinned and refused counts */
// eslint-disable-next-line max-lines-per-function -- one problem put together, each part from the ones before
export function weeksAhead(
  shop: Shop,
  machines: readonly MachineDue[],
  kept: KeptSchedule | null,
  {
    days = scheduledDays,
    whatIf = {},
    begin,
    often: waitless,
    setUps = kept?.setUps ?? {},
  }: WeeksOptions = {},
): Weeks {
  const today = localDay(shop.now(), shop.zone);
  const from = Math.max(today, begin ?? today);
  const ahead = from - today;
  const now = ahead > 0 ? startOfLocalDay(from, shop.zone) : shop.now();
  const { told, ...known } = technicianTime(shop);
  const time = changedTime(known, whatIf);
  const end = startOfLocalDay(from + days, shop.zone);
  const booked = bookings(shop, startOfLocalDay(from, shop.zone), end);
  const windows = cutAtBookings(
    technicianWindows(shop, time, from, days).filter((window) => !left(window, whatIf)),
    booked,
    now,
  ).filter((piece) => countingDay(piece, from) <= days);
  const closed = Array.from({ length: days }, (_, day) => isClosed(time, from + day));
  const lanes: Lane[] = [];
  const tasks: ScheduleTask[] = [];
  const words: TaskWords[] = [];
  const often: Often[] = [];
  const workOf = workFinder(shop);
  const pinned = (kept?.blocks ?? []).filter((block) => block.pinned && block.until > now);
  for (const machine of machines) {
    const forecast = forecastNow(shop, machine.id);
    const share: DayShare = (dayAhead) => {
      const day = dayAhead - ahead;
      if (closed[day]) return 0;
      const { busier } = whatIf;
      const inside =
        busier?.machineId === machine.id &&
        from + day >= busier.from &&
        from + day < busier.from + busier.days;
      return inside ? busier.times : 1;
    };
    lanes.push({
      id: machine.id,
      nickname: machine.nickname,
      hours: forecast.hours(days, share, ahead),
      bookings: booked.filter((one) => one.machine === machine.id),
    });
    const ticks = [
      ...new Set(
        windows
          .filter((piece) => !piece.booked.includes(machine.id))
          .map((piece) => countingDay(piece, from)),
      ),
    ];
    for (const station of machine.stations) {
      if (station.kind === 'whole') continue;
      const look = firstLook(station);
      // of what nobody knows the look is planned, and the rest by what it finds
      const own = station.tasks.filter(
        (one) =>
          !followsEveryJob(one.task) &&
          (one.standing.state !== 'not known' || one === look || ahead > 0),
      );
      for (const due of own) {
        const { task, call } = due;
        const asked = call ? called : due === look ? unseen : null;
        const id = `${station.id}.${task.key}`;
        const counted = forecast
          .fillings(due, days, share, ahead)
          .map((filling): ScheduleFilling => ({
            start: short(filling.start),
            sum: filling.sum.map(short),
          }));
        const fillings =
          ahead > 0 ? counted.map((filling) => ({ ...filling, start: halfUsed })) : counted;
        const work = workOf(machine, station, task);
        const one: ScheduleTask = {
          id,
          machine: machine.id,
          criticality: task.criticality,
          minutes: handsOn(work.task.minutes),
          openings: work.openings.filter((each) => (openingMinutes[each] ?? 0) > 0),
          fillings:
            asked === null || ahead > 0
              ? fillings
              : fillings.map((filling) => ({ ...filling, start: Math.max(asked, filling.start) })),
          coveredBy: own
            .filter((other) => other !== due && resets(other.task.depth, task.depth))
            .map((other) => `${station.id}.${other.task.key}`),
          after:
            task.depth === 'lubricate'
              ? own
                  .filter((other) => other.task.depth === 'clean')
                  .map((other) => `${station.id}.${other.task.key}`)
              : [],
          from: ahead > 0 ? 0 : firstTick(due, shop, from),
        };
        const isPinned = pinned.some((block) =>
          block.tasks.some((each) => `${each.stationId}.${each.task}` === id),
        );
        if (!isPinned && (waitless ? waitless.has(id) : outrunsWindows(one, ticks))) {
          const everyDays =
            days / shareAt({ ...one, fillings: fillings.map(fromEmpty) }, null, days);
          often.push({ ...wordsOf(machine, station, due, id), everyDays });
          continue;
        }
        // what stays within its limit all the time gains nothing by being done
        if (!isPinned && shareAt(one, null, days) < 1) continue;
        tasks.push(one);
        words.push(wordsOf(machine, station, due, id));
      }
    }
  }
  const among = new Set(tasks.map(({ id }) => id));
  const open = new Set(windows.map(({ id }) => id));
  return {
    problem: {
      // nothing comes before what does not come up
      tasks: tasks.map((task) => ({
        ...task,
        coveredBy: task.coveredBy.filter((id) => among.has(id)),
        after: task.after.filter((id) => among.has(id)),
      })),
      windows: windows.map((piece) => ({
        id: piece.id,
        tick: countingDay(piece, from),
        minutes: Math.round((piece.to - piece.from) / 60_000),
        booked: piece.booked,
      })),
      days,
      setUpMinutes: Object.fromEntries(machines.map(({ id }) => [id, setUps[id] ?? usualSetUp])),
      openingMinutes,
      pinned: pinned.flatMap((block) =>
        open.has(block.window)
          ? block.tasks.map((each) => ({
              task: `${each.stationId}.${each.task}`,
              window: block.window,
            }))
          : [],
      ),
      barred: (kept?.refused ?? [])
        .filter(({ window }) => open.has(window))
        .map(({ task, window }) => ({ task, window })),
    },
    from,
    windows,
    tasks: words,
    often: often.sort((a, b) => a.everyDays - b.everyDays),
    lanes,
    closed,
    told,
  };
}

/** Of the gaps between windows more than this share too long: a task does not wait for them. */
const mostOutrun = 0.25;

/** Whether a task that is done at every window still passes its limit before many of the next ones. */
function outrunsWindows(task: ScheduleTask, ticks: readonly number[]): boolean {
  if (ticks.length < 2) return false;
  const outrun = ticks.slice(1).filter((tick, at) => shareAt(task, ticks[at]!, tick) > 1).length;
  return outrun > mostOutrun * (ticks.length - 1);
}

const fromEmpty = (filling: ScheduleFilling): ScheduleFilling => ({ ...filling, start: 0 });

function wordsOf(
  machine: MachineDue,
  station: StationDue,
  { task, standing, since, known }: TaskDue,
  id: string,
): TaskWords {
  return {
    id,
    machineId: machine.id,
    stationId: station.id,
    station: station.name,
    short: station.short,
    kind: station.kind,
    slug: station.slug,
    task: task.key,
    name: task.name,
    depth: task.depth,
    criticality: task.criticality,
    used: known ? standing.used : Math.max(unseen, standing.used),
    known,
    since,
    limits: task.limits,
    basis: task.basis.from,
  };
}

/** The first tick at which a task that is put off may be done. What waits for run hours may be done at once. */
function firstTick({ deferral, task }: TaskDue, shop: Shop, from: number): number {
  if (deferral?.until.kind !== 'date' || task.criticality === 'fire') return 0;
  return Math.max(0, localDay(deferral.until.at + millisecondsPerDay - 1, shop.zone) - from);
}

function changedTime(time: TechnicianTime, { away }: WhatIf): TechnicianTime {
  if (!away) return time;
  return { ...time, changes: [...time.changes, { ...away, what: 'away', windows: [] }] };
}

function left({ day, start }: { day: number; start: number }, { without }: WhatIf): boolean {
  if (!without || weekdayOf(day) !== without.weekday) return false;
  return without.part === 'day' || start >= noon;
}
