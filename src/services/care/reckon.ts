import type { CareEvent, Counters } from '../../core/care/care';
import { countersOver, type UseMeter } from '../../core/care/counters';
import {
  carriedBy,
  pastEvent,
  usedBy,
  withCarried,
  type Carried,
  type Life,
  type ToldEvent,
} from '../../core/care/past';
import { lastReset } from '../../core/care/resets';
import type { Presence } from '../../core/parts/presence';
import { followsEveryJob, type PlannedTask } from './care-plans';
import type { SaidPast } from './pasts-read';

/** What was counted of a task, from when, and how far that is known. */
export interface Reckoned {
  counters: Counters;
  /** when it was last done, where that is known; else what counts as the beginning. UTC milliseconds */
  since: number;
  /** sessions count from here on, UTC milliseconds */
  countsFrom: number;
  /** whether an entry of the book reset it */
  everReset: boolean;
  /** whether it is known when it was last done: else what was counted is the least of it */
  known: boolean;
  /** what was said of it of the time before the book, where nothing in the book is later */
  said: SaidPast | null;
  /** run hours that it began with, from before the book */
  carriedHours: number;
  /** share used at least and at most, where it is not sure */
  range: { least: number; most: number | null } | null;
}

/** What is known of a task and its station. */
export interface ToReckon {
  task: PlannedTask;
  /** every task of the station */
  planned: readonly PlannedTask[];
  events: readonly CareEvent[];
  stays: readonly Presence[];
  /** what was said of tasks of the station */
  pasts: readonly SaidPast[];
  life: Life | null;
  /** whether all of it was new when its log began */
  isNew: boolean;
  /** UTC milliseconds: what counts as the beginning when nothing was ever reset */
  start: number;
  /** start of the first session in the log, UTC milliseconds; Infinity before any */
  firstUse: number;
}

/**
 * Counts a task from what the book has last, or from what was said of the time before it: of both, what is later.
 * @param meterOf of each machine
 */
export function reckon(
  { task, planned, events, stays, pasts, life, isNew, start, firstUse }: ToReckon,
  meterOf: (machineId: string) => UseMeter,
  { now, zone }: { now: number; zone: string },
): Reckoned {
  const count = (since: number) => countersOver(stays, meterOf, task.group, { since, now, zone });
  const told = pasts.flatMap((past): ToldEvent[] => {
    const of = planned.find(({ key }) => key === past.task);
    const event = of && carriedBy(past, life, firstUse) && pastEvent(past, of.depth);
    return event ? [event] : [];
  });
  const reset = lastReset<ToldEvent>(task, [...events, ...told]);
  const own = pasts.find((past) => past.task === task.key) ?? null;
  const byBook =
    reset && !reset.past
      ? {
          counters: count(reset.at),
          since: reset.at,
          countsFrom: reset.at,
          everReset: true,
          known: true,
          said: null,
          carriedHours: 0,
          range: null,
        }
      : null;
  const bySaying = [reset?.past, own]
    .filter((past): past is SaidPast => Boolean(past))
    .map((past) => ({ past, carried: carriedBy(past, life, firstUse) }))
    .filter((one): one is { past: SaidPast; carried: Carried } => one.carried !== null)
    .map(({ past, carried }) =>
      reckonSaid(task, past, carried, count(carried.from), { now, zone }),
    );
  const [best] = [byBook, ...bySaying]
    .filter((one) => one !== null)
    .sort((a, b) => a.counters.runSeconds - b.counters.runSeconds);
  if (best) return best;
  return {
    counters: count(start),
    since: start,
    countsFrom: start,
    everReset: false,
    // the operator's own after every job: before the first there is nothing to clear
    known: isNew || followsEveryJob(task),
    said: own,
    carriedHours: 0,
    range: null,
  };
}

function reckonSaid(
  task: PlannedTask,
  past: SaidPast,
  carried: Carried,
  counted: Counters,
  moment: { now: number; zone: string },
): Reckoned {
  const { limits, group } = task;
  const { least, likely, most } = withCarried(
    counted,
    carried,
    { limits, group, soil: past.soil },
    moment,
  );
  const range = { least: usedBy(limits, least), most: most && usedBy(limits, most) };
  return {
    counters: likely,
    since: carried.since ?? carried.from,
    countsFrom: carried.from,
    everReset: false,
    known: most !== null,
    said: past,
    carriedHours: carried.run.likely,
    range: range.most !== null && range.most - range.least < 0.005 ? null : range,
  };
}
