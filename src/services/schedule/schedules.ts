import { criticalities } from '../../core/care/danger';
import type { Block, KeptSchedule, KeptTask, Refusal } from '../../core/schedule/kept';
import { pastDays } from '../../core/schedule/moves';
import { scheduleCost, sittings, violations, type Schedule } from '../../core/schedule/problem';
import { formatLocal } from '../../core/units/instant';
import { ok } from '../../core/units/result';
import {
  millisecondsPerDay,
  millisecondsPerHour,
  millisecondsPerMinute,
} from '../../core/units/time';
import { localDay, startOfLocalDay } from '../../core/units/zone';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import { insertSchedule, latestSchedules, type ScheduleRow } from '../../records/schedule';
import { dueMachines, type MachineDue, type StationDue, type TaskDue } from '../care/due';
import { refuse as refuse, type Actor, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';
import { keepEvents } from './events';
import { weeksAhead, type TaskWords, type Weeks } from './problem';

/** The plan that holds, as it was kept; `null`: none was ever made. */
export function currentSchedule(shop: Pick<Shop, 'db'>): ScheduleRow | null {
  return latestSchedules(shop.db, 1)[0] ?? null;
}

const idOf = ({ stationId, task }: KeptTask) => `${stationId}.${task}`;

/** A kept plan laid on the problem of now. */
export interface Laid {
  plan: Schedule;
  /** blocks to come whose window is no longer there */
  homeless: Block[];
  /** tasks of blocks to come that need not be done any more, with their block */
  spare: { block: Block; task: KeptTask }[];
}

export function laySchedule(
  { problem, windows }: Weeks,
  kept: KeptSchedule | null,
  now: number,
): Laid {
  const places: number[][] = problem.tasks.map(() => []);
  const index = new Map(problem.tasks.map(({ id }, at) => [id, at]));
  const windowAt = new Map(windows.map(({ id }, at) => [id, at]));
  const laid: Laid = { plan: places, homeless: [], spare: [] };
  for (const block of kept?.blocks ?? []) {
    if (block.until <= now) continue;
    const window = windowAt.get(block.window);
    if (window === undefined) {
      laid.homeless.push(block);
      continue;
    }
    for (const task of block.tasks) {
      const at = index.get(idOf(task));
      if (at === undefined) laid.spare.push({ block, task });
      else if (!places[at]!.some((one) => windows[one]!.day === windows[window]!.day)) {
        places[at]!.push(window);
        places[at]!.sort((a, b) => a - b);
      }
    }
  }
  return laid;
}

/**
 * The clean-downs of a plan, one after another in each window: those that stay there first, then what can burn. A clean-down of before keeps
 * its name where it stays, or where most of its tasks went.
 */
export function blocksOf(
  { problem, windows, tasks }: Weeks,
  plan: Schedule,
  before: readonly Block[],
  pins: ReadonlySet<string>,
): Block[] {
  const grave = (some: readonly number[]) =>
    Math.min(...some.map((task) => criticalities.indexOf(tasks[task]!.criticality)));
  // what stays in its window keeps its turn there, so that its time moves no more than it must
  const turn = (machine: string, window: number) =>
    before.find((old) => old.machineId === machine && old.window === windows[window]!.id)?.from ??
    Infinity;
  const ordered = sittings(problem, plan)
    .map((one) => ({ ...one, turn: turn(one.machine, one.window) }))
    .sort(
      (a, b) =>
        a.window - b.window ||
        (a.turn === b.turn ? 0 : a.turn - b.turn) ||
        grave(a.tasks) - grave(b.tasks),
    );
  const at = windows.map(({ from }) => from);
  const blocks = ordered.map((sitting): Block => {
    const window = windows[sitting.window]!;
    const from = at[sitting.window]!;
    const to = from + sitting.minutes * millisecondsPerMinute;
    at[sitting.window] = to;
    return {
      id: '',
      machineId: sitting.machine,
      window: window.id,
      from,
      to,
      until: window.to,
      minutes: sitting.minutes,
      opened: sitting.opened,
      tasks: sitting.tasks.map((task) => ({
        stationId: tasks[task]!.stationId,
        task: tasks[task]!.task,
      })),
      pinned: pins.has(`${sitting.machine} ${window.id}`),
    };
  });
  const free = new Set(before);
  const take = (block: Block, old: Block | undefined) => {
    if (!old) return;
    block.id = old.id;
    free.delete(old);
  };
  for (const block of blocks) {
    take(
      block,
      [...free].find((old) => old.machineId === block.machineId && old.window === block.window),
    );
  }
  for (const block of blocks) {
    if (block.id) continue;
    const own = new Set(block.tasks.map(idOf));
    const shared = (old: Block) => old.tasks.filter((task) => own.has(idOf(task))).length;
    const [best] = [...free]
      .filter((old) => old.machineId === block.machineId && shared(old) > 0)
      .sort((a, b) => shared(b) - shared(a));
    take(block, best);
    block.id ||= newId();
  }
  return blocks;
}

/** Past clean-downs are kept for so long, so that what was left undone is seen. */
const keptPastDays = 7;

/** What is kept with a plan beside its clean-downs. */
export interface Keeping {
  words: string;
  bound?: number | null;
  refused?: readonly Refusal[];
  /** machine and window of each clean-down that stays where it is */
  pins?: ReadonlySet<string>;
}

/** Keeps a plan: it holds from now on, and calendars that read the feed are told. */
export function keepSchedule(
  shop: Shop,
  actor: Actor,
  weeks: Weeks,
  plan: Schedule,
  { words, bound = null, refused, pins }: Keeping,
): ScheduleRow {
  const now = shop.now();
  const before = currentSchedule(shop)?.plan ?? null;
  const old = before?.blocks ?? [];
  const oldPins = new Set(
    old.filter(({ pinned }) => pinned).map((block) => `${block.machineId} ${block.window}`),
  );
  const past = old.filter(
    ({ until }) => until <= now && until > now - keptPastDays * millisecondsPerDay,
  );
  const coming = blocksOf(
    weeks,
    plan,
    old.filter(({ until }) => until > now),
    pins ?? oldPins,
  );
  const row: ScheduleRow = {
    id: newId(),
    madeAt: now,
    madeBy: actor.name,
    words,
    plan: {
      from: weeks.from,
      days: weeks.problem.days,
      blocks: [...past, ...coming],
      refused: [...(refused ?? before?.refused ?? [])].filter(
        ({ window }) => Number(window.split('-')[0]) >= weeks.from,
      ),
      cost: scheduleCost(weeks.problem, plan).total,
      bound,
    },
  };
  write(shop.db, () => {
    insertSchedule(shop.db, row);
    keepEvents(shop, weeks.lanes, row.plan.blocks);
  });
  return row;
}

/** Goes back to the plan before the one that holds. Nothing is lost: it is kept anew. */
export const scheduleBefore = useCase(id, (shop, actor, current): Outcome<null> => {
  const [latest, before] = latestSchedules(shop.db, 2);
  if (!latest || latest.id !== current) return overtaken();
  if (!before) return refuse('There is no plan before this one.');
  insertSchedule(shop.db, {
    ...before,
    id: newId(),
    madeAt: shop.now(),
    madeBy: actor.name,
    words: `back to the plan of ${formatLocal(before.madeAt, shop.zone).replace('T', ' ')}`,
  });
  keepEvents(shop, dueMachines(shop), before.plan.blocks);
  return ok(null);
});

export function overtaken(): Outcome<never> {
  return refuse('The plan was changed meanwhile. It is shown as it is now: look again.');
}

/** A clean-down of the plan with how far its tasks are. */
export interface BlockState extends Block {
  nickname: string;
  parts: { task: KeptTask; words: TaskWords | null; name: string; done: boolean }[];
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

/** The plan that holds, against what is so now. */
export interface ScheduleState {
  id: string | null;
  madeAt: number;
  madeBy: string;
  words: string;
  kept: KeptSchedule | null;
  blocks: BlockState[];
  /** why it no longer fits; none: it does */
  overtaken: Misfit[];
}

/** Done so shortly before its clean-down, a task counts as done for it. */
const early = 12 * millisecondsPerHour;

/** How much dearer a plan may have become before it is said. */
const dearer = { share: 1.2, minutes: 30 };

/** How far each clean-down of a plan is. @param weeks tells more of the tasks that are still to come */
function blockStates(
  now: number,
  machines: readonly MachineDue[],
  kept: KeptSchedule | null,
  weeks: Pick<Weeks, 'tasks'> | null,
): BlockState[] {
  const dues = new Map<string, { station: StationDue; due: TaskDue }>();
  for (const { stations } of machines) {
    for (const station of stations) {
      for (const due of station.tasks) dues.set(`${station.id}.${due.task.key}`, { station, due });
    }
  }
  const wordsOf = new Map<string, TaskWords>(weeks?.tasks.map((words) => [words.id, words]));
  const nicknames = new Map(machines.map(({ id, nickname }) => [id, nickname]));
  return (kept?.blocks ?? [])
    .filter(({ machineId }) => nicknames.has(machineId))
    .map((block): BlockState => {
      const parts = block.tasks.flatMap((task) => {
        const found = dues.get(idOf(task));
        if (!found) return [];
        const { station, due } = found;
        const done = due.everReset && due.since >= block.from - early;
        return [
          {
            task,
            words: wordsOf.get(idOf(task)) ?? null,
            name: `${station.name}, ${due.task.key.replaceAll('-', ' ')}`,
            done,
          },
        ];
      });
      const done = parts.length > 0 && parts.every((part) => part.done);
      const state = done
        ? 'done'
        : block.until <= now
          ? 'not done'
          : block.from <= now
            ? 'now'
            : 'coming';
      return { ...block, nickname: nicknames.get(block.machineId)!, parts, state };
    });
}

/** How the plan that holds stands. @param weeks the weeks ahead with what it pinned and refused */
export function scheduleState(
  shop: Shop,
  machines: readonly MachineDue[],
  weeks: Weeks,
): ScheduleState {
  const row = currentSchedule(shop);
  const kept = row?.plan ?? null;
  const blocks = blockStates(shop.now(), machines, kept, weeks);
  return {
    id: row?.id ?? null,
    madeAt: row?.madeAt ?? 0,
    madeBy: row?.madeBy ?? '',
    words: row?.words ?? '',
    kept,
    blocks,
    overtaken: row ? misfits(shop, weeks, row, blocks) : [],
  };
}

/** What the plan has for today, what of the days before was not done, and whether it covers the days to come. */
export interface PlannedToday {
  /** today's clean-downs, those of the hour first */
  today: BlockState[];
  /** of days before, with tasks that were not done and are not planned again */
  left: BlockState[];
  /** the next clean-down after today; UTC milliseconds */
  next: { nickname: string; from: number } | null;
}

/** What the plan says for today; `null` where nothing was ever planned. */
export function plannedToday(
  shop: Shop,
  machines: readonly MachineDue[],
  now = shop.now(),
): PlannedToday | null {
  const row = currentSchedule(shop);
  if (!row) return null;
  const begins = startOfLocalDay(localDay(now, shop.zone), shop.zone);
  const ends = startOfLocalDay(localDay(now, shop.zone) + 1, shop.zone);
  const blocks = blockStates(now, machines, row.plan, null).sort((a, b) => a.from - b.from);
  const coming = new Set(
    blocks.filter(({ until }) => until > now).flatMap(({ tasks }) => tasks.map(idOf)),
  );
  const [next] = blocks.filter(({ from }) => from >= ends);
  return {
    today: blocks.filter(({ from }) => from >= begins && from < ends),
    left: blocks.filter(
      ({ from, state, parts }) =>
        from < begins &&
        state === 'not done' &&
        parts.some(({ done, task }) => !done && !coming.has(idOf(task))),
    ),
    next: next ? { nickname: next.nickname, from: next.from } : null,
  };
}

function misfits(
  shop: Shop,
  weeks: Weeks,
  { plan: kept, madeAt }: ScheduleRow,
  blocks: readonly BlockState[],
): Misfit[] {
  const now = shop.now();
  const found: Misfit[] = [];
  const add = (kind: Misfit['kind'], who: string | null, at: number | null, words: string) =>
    found.push({ kind, who, at, words });
  for (const block of blocks) {
    if (block.state !== 'not done') continue;
    const open = block.parts.filter((part) => !part.done && part.words !== null);
    // what was left undone and is planned again is no news
    const again = open.filter(({ task }) =>
      blocks.some(
        (other) => other.until > now && other.tasks.some((one) => idOf(one) === idOf(task)),
      ),
    );
    const left = open.length - again.length;
    if (left > 0) {
      const words = `${left} of ${block.parts.length} ${left === 1 ? 'task was' : 'tasks were'} not done`;
      add('not done', block.nickname, block.from, words);
    }
  }
  const laid = laySchedule(weeks, kept, now);
  for (const block of laid.homeless) {
    const nickname = weeks.lanes.find(({ id }) => id === block.machineId)?.nickname ?? 'a machine';
    add('window gone', nickname, block.from, 'the window is no longer there');
  }
  const doneMeanwhile = blocks.filter(
    (block) =>
      block.state === 'coming' &&
      block.parts.length > 0 &&
      block.parts.every(({ words, done }) => !done && (words === null || words.since > madeAt)),
  );
  for (const block of doneMeanwhile) {
    add('done meanwhile', block.nickname, block.from, 'all of it was done meanwhile');
  }
  const broken = violations(weeks.problem, laid.plan);
  for (const { rule, at, words } of broken) {
    if (rule === 'window') {
      const window = weeks.windows.find(({ id }) => id === at);
      if (window) add('window', null, window.from, words);
    }
    if (rule === 'put off') {
      const task = weeks.tasks.find(({ id }) => id === at);
      const nickname = weeks.lanes.find(({ id }) => id === task?.machineId)?.nickname ?? '';
      if (task) add('put off', `${nickname}, ${task.station}`, null, 'it was put off until later');
    }
    if (rule === 'booking') {
      const nickname = weeks.lanes.find(({ id }) => id === at)?.nickname ?? '';
      add('booked', nickname, null, 'booked when it was to be cleaned');
    }
  }
  const soon = 14;
  weeks.tasks.forEach((words, task) => {
    if (words.criticality !== 'fire') return;
    const [first] = pastDays(weeks.problem, laid.plan, task).filter((one) => one > 0);
    if (first === undefined || first > soon || words.used > 1) return;
    const nickname = weeks.lanes.find(({ id }) => id === words.machineId)?.nickname ?? '';
    const at = startOfLocalDay(weeks.from + first, shop.zone);
    const what = 'past its limit from then on, and it can burn';
    add('can burn', `${nickname}, ${words.station}`, at, what);
  });
  const ends = kept.from + kept.days;
  if (ends - weeks.from < 7) add('ends', null, null, 'it ends within a week');
  else if (found.length === 0) {
    const cost = scheduleCost(weeks.problem, laid.plan).total;
    // the days since it was made would have cost the same
    if (kept.from === weeks.from && cost > kept.cost * dearer.share + dearer.minutes) {
      add('dearer', null, null, 'more has become due than was expected');
    }
  }
  return [...new Map(found.map((one) => [JSON.stringify(one), one])).values()];
}

/** The weeks ahead with the plan that holds laid on them, and how it stands. */
export interface ScheduleView {
  weeks: Weeks;
  plan: Schedule;
  state: ScheduleState;
}

export function scheduleView(shop: Shop, machines: readonly MachineDue[]): ScheduleView {
  const kept = currentSchedule(shop)?.plan ?? null;
  const weeks = weeksAhead(shop, machines, kept);
  return {
    weeks,
    plan: laySchedule(weeks, kept, shop.now()).plan,
    state: scheduleState(shop, machines, weeks),
  };
}
