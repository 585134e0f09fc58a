import { millisecondsPerHour } from '../units/time';
import { calendarDays } from '../units/zone';
import { soilGroups, type PerGroup } from '../usage/soil';
import {
  limitKinds,
  type CareEvent,
  type CareGroup,
  type Counters,
  type Finding,
  type Limit,
} from './care';
import type { Depth } from './depth';

/** When a task was last done before the book: `hours` says it by run hours, `look` by what a look at it found. */
export type LastTime =
  | { kind: 'date'; at: number }
  | { kind: 'new'; at: number }
  | { kind: 'hours' }
  | { kind: 'never' }
  | { kind: 'unknown' }
  | { kind: 'look'; finding: Finding };

/** What somebody said of a task's time before the book. */
export interface TaskPast {
  /** UTC milliseconds at which it was so */
  at: number;
  task: string;
  last: LastTime;
  /** run hours from the last time to `at`; `null`: not said */
  hours: number | null;
  /** how far off those hours may be, either way */
  sure: number | null;
  /** what a run hour of that time counts for, in soil hours */
  soil: PerGroup;
}

/** The use that a machine or a part had before the log of it begins. */
export interface Life {
  /** UTC milliseconds up to which it counts */
  at: number;
  /** run hours */
  hours: number;
  /** how far off they may be, either way */
  sure: number;
  /** in use since, UTC milliseconds */
  since: number | null;
}

/** What the counters of a task begin with. */
export interface Carried {
  /** when it was last done, UTC milliseconds; `null`: at no known date */
  since: number | null;
  /** sessions count from here on, UTC milliseconds */
  from: number;
  /** run hours from the last time to `from`; no `most`: nobody can say */
  run: { least: number; likely: number; most: number | null };
  /** share of each of its limits that was used at `from` */
  share: number;
}

/** How far a station is from its limits by what a look at it found. Common practice, no source. */
export const lookShares: Readonly<Record<Finding, number>> = {
  clear: 0,
  haze: 0.5,
  soiled: 1,
  caked: 1.25,
  damaged: 1.25,
};

/** How far an average may be off for one stretch of a machine's life, as a share. Common practice, no source. */
const averageOff = 0.5;

const none = { least: 0, likely: 0, most: 0 };

function around(hours: number, sure: number | null): Carried['run'] {
  const off = sure ?? 0;
  return { least: Math.max(0, hours - off), likely: hours, most: hours + off };
}

/**
 * What the counters of a task begin with by what was said of its past. Where the hours since a date are not said,
 * those that are not in the log are taken from the average use of the machine's life.
 * @param firstUse start of the first session in the log, UTC milliseconds; Infinity before any
 * @returns `null` where nothing is known
 */
export function carriedBy(past: TaskPast, life: Life | null, firstUse: number): Carried | null {
  const { last, at, hours, sure } = past;
  switch (last.kind) {
    case 'unknown':
      return null;
    case 'look':
      return { since: null, from: at, run: none, share: lookShares[last.finding] };
    case 'hours':
      return hours === null ? null : { since: null, from: at, run: around(hours, sure), share: 0 };
    case 'never':
      if (hours !== null) {
        return { since: life?.since ?? null, from: at, run: around(hours, sure), share: 0 };
      }
      return (
        life && { since: life.since, from: life.at, run: around(life.hours, life.sure), share: 0 }
      );
    case 'date':
    case 'new':
      if (hours !== null) {
        return { since: last.at, from: Math.max(at, last.at), run: around(hours, sure), share: 0 };
      }
      return {
        since: last.at,
        from: last.at,
        run: unlogged(last.at, at, life, firstUse),
        share: 0,
      };
  }
}

/** Run hours between an instant and the first session in the log, or when the past was told, by the average of a life. */
function unlogged(
  since: number,
  told: number,
  life: Life | null,
  firstUse: number,
): Carried['run'] {
  const end = Math.min(firstUse, told);
  if (end <= since) return none;
  if (!life || life.since === null || life.at <= life.since) return { ...none, most: null };
  const perMillisecond = life.hours / (life.at - life.since);
  const likely = perMillisecond * (end - Math.max(since, Math.min(life.since, end)));
  return {
    least: likely * (1 - averageOff),
    likely,
    most: Math.min(likely * (1 + averageOff), life.hours + life.sure),
  };
}

/** What can be counted of a task, and whether that is all. */
export interface CarriedCounters {
  likely: Counters;
  least: Counters;
  /** `null`: nobody can say */
  most: Counters | null;
}

/**
 * Adds what a task began with to what was counted since. Days of use and jobs of that time are taken as one for
 * each run hour, and no more days than there were.
 * @param counted from `carried.from` on
 */
export function withCarried(
  counted: Counters,
  carried: Carried,
  { limits, group, soil }: { limits: readonly Limit[]; group: CareGroup; soil: PerGroup },
  { now, zone }: { now: number; zone: string },
): CarriedCounters {
  const { since, from, run, share } = carried;
  const days = since === null ? counted.days : Math.max(0, calendarDays(since, now, zone));
  const before = since === null ? Infinity : Math.max(0, calendarDays(since, from, zone));
  const shares = Object.fromEntries(
    limitKinds.map((kind) => {
      const limit = limits.find((one) => one.kind === kind);
      return [kind, limit ? share * limit.value : 0];
    }),
  ) as Record<Limit['kind'], number>;
  const plus = (hours: number): Counters => {
    const soilGroup = soilGroups.find((one) => one === group);
    const soilHours = (soilGroup ? hours * soil[soilGroup] : 0) + shares.soil;
    return {
      runSeconds: counted.runSeconds + Math.round((hours + shares.run) * 3600),
      // of that time nobody knows the beam: all of the run, the safe side
      beamSeconds: counted.beamSeconds + Math.round((hours + shares.beam) * 3600),
      soilMilliseconds: counted.soilMilliseconds + Math.round(soilHours * millisecondsPerHour),
      days: days + Math.round(shares.days),
      jobs: counted.jobs + Math.ceil(hours) + Math.round(shares.jobs),
      useDays: counted.useDays + Math.min(before, Math.ceil(hours)) + Math.round(shares.useDays),
    };
  };
  const byDaysAlone = limits.every(({ kind }) => kind === 'days');
  return {
    likely: plus(run.likely),
    least: plus(run.least),
    most: run.most === null ? (byDaysAlone ? plus(run.likely) : null) : plus(run.most),
  };
}

/** A care of the book, or one that somebody told of. */
export interface ToldEvent<P extends TaskPast = TaskPast> extends CareEvent {
  past?: P;
}

/**
 * What was told of a task as an event of the station: with its date, so that a deeper task answers for the shallower
 * ones as it would have in the book. A new part answers for everything.
 * @returns `null` where no date was told
 */
export function pastEvent<P extends TaskPast>(past: P, depth: Depth): ToldEvent<P> | null {
  const { last, task } = past;
  const event = { task, depth, finding: null, past };
  if (last.kind === 'date') return { ...event, at: last.at, result: 'done' };
  if (last.kind === 'new') return { ...event, at: last.at, result: 'replaced' };
  if (last.kind === 'look') return { ...event, at: past.at, result: 'done' };
  return null;
}

const shown: ReadonlySet<Depth> = new Set<Depth>(['inspect', 'wipe', 'clean', 'strip-clean']);

/** Whether a look at a station tells how far a task is: what is dirty shows, what is worn or dry does not. */
export function lookTells(depth: Depth): boolean {
  return shown.has(depth);
}

/** What may be wrong with what is told of a past. Hours at rest in hours, instants in UTC milliseconds. */
export function pastProblem(
  past: Pick<TaskPast, 'last' | 'hours' | 'at'>,
  life: Pick<Life, 'hours' | 'sure' | 'since'> | null,
): { field: 'last' | 'hours'; words: string } | null {
  const { last, hours, at } = past;
  const dated = last.kind === 'date' || last.kind === 'new' ? last.at : null;
  if (dated !== null && dated > at) return { field: 'last', words: 'That day is still to come.' };
  if (dated !== null && life && life.since !== null && dated < life.since) {
    return { field: 'last', words: 'That is before the machine came into use.' };
  }
  if (last.kind === 'hours' && hours === null) {
    return { field: 'hours', words: 'Say how many run hours ago.' };
  }
  if (hours === null) return null;
  if (life && hours > life.hours + life.sure) {
    return {
      field: 'hours',
      words: `That is more than the ${Math.round(life.hours)} h it has run in all.`,
    };
  }
  if (dated !== null && hours > (at - dated) / millisecondsPerHour + 24) {
    return { field: 'hours', words: 'There were not so many hours since that day.' };
  }
  return null;
}
