import type { Presence } from '../parts/presence';
import type { CareEvent, CareTask, Counters } from './care';
import { countersOver, countersWithBeam, type UseMeter } from './counters';
import { standing } from './due';
import {
  carriedBy,
  pastEvent,
  withCarried,
  type Carried,
  type Life,
  type TaskPast,
  type ToldEvent,
} from './past';
import { lastReset } from './resets';

/** What was counted of a task, from when, and how far that is known. */
export interface Reckoned<P extends TaskPast = TaskPast> {
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
  said: P | null;
  /** run hours that it began with, from before the book */
  carriedHours: number;
  /** share used at least and at most, where it is not sure */
  range: { least: number; most: number | null } | null;
}

/** What is known of a task and its station. */
export interface ToReckon<P extends TaskPast = TaskPast> {
  task: CareTask;
  /** every task of the station */
  planned: readonly CareTask[];
  events: readonly CareEvent[];
  stays: readonly Presence[];
  /** what was said of tasks of the station */
  pasts: readonly P[];
  life: Life | null;
  /** whether all of it was new when its log began, so that nothing went before */
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
export function reckon<P extends TaskPast>(
  { task, planned, events, stays, pasts, life, isNew, start, firstUse }: ToReckon<P>,
  meterOf: (machineId: string) => UseMeter,
  { now, zone }: { now: number; zone: string },
): Reckoned<P> {
  const byBeam = task.limits.some(({ kind }) => kind === 'beam');
  const withBeam = (since: number) =>
    countersWithBeam(stays, meterOf, task.group, { since, now, zone });
  const count = (since: number) =>
    byBeam
      ? withBeam(since).likely
      : countersOver(stays, meterOf, task.group, { since, now, zone });
  /** what is not sure because beam time was not logged */
  const beamRange = (since: number): Reckoned['range'] => {
    if (!byBeam) return null;
    const { least, most } = withBeam(since);
    return wide(standing(task.limits, least).used, standing(task.limits, most).used);
  };
  const told = pasts.flatMap((past): ToldEvent<P>[] => {
    const of = planned.find(({ key }) => key === past.task);
    const event = of && carriedBy(past, life, firstUse) && pastEvent(past, of.depth);
    return event ? [event] : [];
  });
  const reset = lastReset<ToldEvent<P>>(task, [...events, ...told]);
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
          range: beamRange(reset.at),
        }
      : null;
  const bySaying = [reset?.past, own]
    .filter((past): past is P => Boolean(past))
    .map((past) => ({ past, carried: carriedBy(past, life, firstUse) }))
    .filter((one): one is { past: P; carried: Carried } => one.carried !== null)
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
    known: isNew,
    said: own,
    carriedHours: 0,
    range: beamRange(start),
  };
}

/** A range that is worth showing. */
const wide = (least: number, most: number): Reckoned['range'] =>
  most - least < 0.005 ? null : { least, most };

function reckonSaid<P extends TaskPast>(
  task: CareTask,
  past: P,
  carried: Carried,
  counted: Counters,
  moment: { now: number; zone: string },
): Reckoned<P> {
  const { limits, group } = task;
  const { least, likely, most } = withCarried(
    counted,
    carried,
    { limits, group, soil: past.soil },
    moment,
  );
  const used = (counters: Counters) => standing(limits, counters).used;
  const range = { least: used(least), most: most && used(most) };
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
