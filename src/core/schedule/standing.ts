import { millisecondsPerHour } from '../units/time';
import type { Block, KeptSchedule, KeptTask } from './kept';
import { idOf, laySchedule, type LaidTask, type LaidWeeks } from './lay';
import { pastDays } from './moves';
import { scheduleCost, violations, type Schedule } from './problem';

/** A clean-down of the plan with how far its tasks are. */
export interface BlockState<W = LaidTask> extends Block {
  nickname: string;
  parts: { task: KeptTask; words: W | null; name: string; done: boolean }[];
  state: 'coming' | 'now' | 'done' | 'not done';
}

/** Why a schedule no longer fits. */
export interface Misfit {
  kind:
    | 'not done'
    | 'window gone'
    | 'done meanwhile'
    | 'window'
    | 'put off'
    | 'booked'
    | 'can burn'
    | 'ends'
    | 'dearer';
  /** machine, station; `null`: no one of them */
  who: string | null;
  /** UTC milliseconds; `null`: no day of its own */
  at: number | null;
  words: string;
}

/** Done so shortly before its clean-down, a task counts as done for it. */
const early = 12 * millisecondsPerHour;

/** How much dearer a plan may have become before it is said. */
const dearer = { share: 1.2, minutes: 30 };

/** What is known of a task of a planned clean-down. */
export interface PartNow<W> {
  words: W | null;
  name: string;
  /** when it was last done, UTC milliseconds; `null`: never */
  doneAt: number | null;
}

/**
 * How far a clean-down of a plan is: done once all of it was, also shortly before; else by the time of its window.
 * @param find what is known of a task; `null`: it is no longer there
 * @param now UTC milliseconds
 */
export function blockState<W>(
  block: Block,
  nickname: string,
  find: (task: KeptTask) => PartNow<W> | null,
  now: number,
): BlockState<W> {
  const parts = block.tasks.flatMap((task) => {
    const found = find(task);
    if (!found) return [];
    const { words, name, doneAt } = found;
    return [{ task, words, name, done: doneAt !== null && doneAt >= block.from - early }];
  });
  const done = parts.length > 0 && parts.every((part) => part.done);
  const state = done
    ? 'done'
    : block.until <= now
      ? 'not done'
      : block.from <= now
        ? 'now'
        : 'coming';
  return { ...block, nickname, parts, state };
}

type Blocks = readonly BlockState<Pick<LaidTask, 'since'>>[];

interface Moment {
  /** UTC milliseconds */
  now: number;
  /** when the plan was made, UTC milliseconds */
  madeAt: number;
  /** UTC milliseconds of the beginning of a shop-local day */
  startOfDay: (day: number) => number;
}

/**
 * Why a plan no longer fits, each reason once; none: it does.
 * @param blocks its clean-downs with how far they are
 */
export function misfits(
  weeks: LaidWeeks,
  kept: KeptSchedule,
  blocks: Blocks,
  moment: Moment,
): Misfit[] {
  const laid = laySchedule(weeks, kept, moment.now);
  const found = [
    ...undone(blocks, moment),
    ...laid.homeless.map(({ machineId, from }): Misfit => ({
      kind: 'window gone',
      who: nicknameIn(weeks, machineId) ?? 'a machine',
      at: from,
      words: 'the window is no longer there',
    })),
    ...doneMeanwhile(blocks, moment),
    ...broken(weeks, laid.plan),
    ...burning(weeks, laid.plan, moment),
  ];
  const of = (kind: Misfit['kind'], words: string): Misfit => ({
    kind,
    who: null,
    at: null,
    words,
  });
  if (kept.from + kept.days - weeks.from < leastDays) {
    found.push(of('ends', 'it ends within a week'));
  } else if (found.length === 0 && kept.from === weeks.from) {
    // the days since it was made would have cost the same
    const cost = scheduleCost(weeks.problem, laid.plan).total;
    if (cost > kept.cost * dearer.share + dearer.minutes) {
      found.push(of('dearer', 'more has become due than was expected'));
    }
  }
  return [...new Map(found.map((one) => [JSON.stringify(one), one])).values()];
}

/** A plan with fewer days to go is said to end. */
const leastDays = 7;

const nicknameIn = ({ lanes }: LaidWeeks, machineId: string | undefined) =>
  lanes.find(({ id }) => id === machineId)?.nickname;

/** What was left undone, and is not planned again: that would be no news. */
function undone(blocks: Blocks, { now }: Moment): Misfit[] {
  const again = new Set(
    blocks.filter(({ until }) => until > now).flatMap(({ tasks }) => tasks.map(idOf)),
  );
  return blocks.flatMap((block): Misfit[] => {
    if (block.state !== 'not done') return [];
    const left = block.parts.filter(
      ({ task, words, done }) => !done && words !== null && !again.has(idOf(task)),
    ).length;
    if (left === 0) return [];
    const all = block.parts.length;
    const words = `${left} of ${all} ${all === 1 ? 'task' : 'tasks'} ${left === 1 ? 'was' : 'were'} not done`;
    return [{ kind: 'not done', who: block.nickname, at: block.from, words }];
  });
}

/** Clean-downs to come of which nothing need be done any more, and nothing was done for them. */
function doneMeanwhile(blocks: Blocks, { madeAt }: Moment): Misfit[] {
  return blocks
    .filter(
      ({ state, parts }) =>
        state === 'coming' &&
        parts.length > 0 &&
        parts.every(({ words, done }) => !done && (words === null || words.since > madeAt)),
    )
    .map(({ nickname, from }) => ({
      kind: 'done meanwhile',
      who: nickname,
      at: from,
      words: 'all of it was done meanwhile',
    }));
}

/** Rules of the weeks that the plan breaks, as they are now. */
function broken(weeks: LaidWeeks, plan: Schedule): Misfit[] {
  return violations(weeks.problem, plan).flatMap(({ rule, at, words }): Misfit[] => {
    if (rule === 'window') {
      const window = weeks.windows.find(({ id }) => id === at);
      // of one that has begun less is left with every minute: at its end it is said what was not done
      return window && window.from === window.began
        ? [{ kind: 'window', who: null, at: window.from, words }]
        : [];
    }
    if (rule === 'put off') {
      const task = weeks.tasks.find(({ id }) => id === at);
      if (!task) return [];
      const who = `${nicknameIn(weeks, task.machineId) ?? ''}, ${task.station}`;
      return [{ kind: 'put off', who, at: null, words: 'it was put off until later' }];
    }
    if (rule !== 'booking') return [];
    const who = nicknameIn(weeks, at) ?? '';
    return [{ kind: 'booked', who, at: null, words: 'booked when it was to be cleaned' }];
  });
}

/** How far ahead it is said of what can burn that the plan lets it past its limit. */
const soonDays = 14;

/** What can burn, is within its limit now, and comes past it under the plan. */
function burning(weeks: LaidWeeks, plan: Schedule, { startOfDay }: Moment): Misfit[] {
  return weeks.tasks.flatMap(({ criticality, used, machineId, station }, task): Misfit[] => {
    if (criticality !== 'fire' || used > 1) return [];
    const first = pastDays(weeks.problem, plan, task).find((day) => day > 0);
    if (first === undefined || first > soonDays) return [];
    return [
      {
        kind: 'can burn',
        who: `${nicknameIn(weeks, machineId) ?? ''}, ${station}`,
        at: startOfDay(weeks.from + first),
        words: 'past its limit from then on, and it can burn',
      },
    ];
  });
}
