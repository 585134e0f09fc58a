import type { SheetMinutes } from '../../core/cleaning/run';
import type { Block, KeptSchedule, KeptTask, Refusal } from '../../core/schedule/kept';
import { blocksOf, idOf, laySchedule } from '../../core/schedule/lay';
import { blockState, misfits, type BlockState, type Misfit } from '../../core/schedule/standing';
import { scheduleCost, type Schedule } from '../../core/schedule/problem';
import { formatLocal } from '../../core/units/instant';
import { ok } from '../../core/units/result';
import { millisecondsPerDay } from '../../core/units/time';
import { localDay, startOfLocalDay } from '../../core/units/zone';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import { insertSchedule, latestSchedules, type ScheduleRow } from '../../records/schedule';
import { dueMachines, type MachineDue, type StationDue, type TaskDue } from '../care/due';
import { refuse as refuse, type Actor, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';
import { sheetMinutesFinder } from '../cleaning/sheet-minutes';
import { keepEvents } from './events';
import { weeksAhead, type TaskWords, type Weeks } from './problem';

/** The plan that holds, as it was kept; `null`: none was ever made. */
export function currentSchedule(shop: Pick<Shop, 'db'>): ScheduleRow | null {
  return latestSchedules(shop.db, 1)[0] ?? null;
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
    newId,
    sheetsOf(shop, old),
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
      setUps: weeks.problem.setUpMinutes,
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

/** What the very sheets of planned clean-downs take; what is planned already with the same tasks is not asked anew. */
function sheetsOf(shop: Shop, old: readonly Block[]) {
  const name = (machineId: string, tasks: readonly KeptTask[]) =>
    [machineId, ...tasks.map(idOf).sort()].join(' ');
  const known = new Map<string, SheetMinutes | null>();
  for (const { machineId, tasks, minutes, back } of old) {
    if (back !== undefined) known.set(name(machineId, tasks), { handsOn: minutes, back });
  }
  const ask = sheetMinutesFinder(shop);
  return (machineId: string, tasks: readonly KeptTask[]): SheetMinutes | null => {
    const key = name(machineId, tasks);
    if (!known.has(key)) {
      const taken = ask({ machineId }, tasks);
      known.set(key, taken.ok ? taken.value : null);
    }
    return known.get(key)!;
  };
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

/** What is said of a task of a clean-down: it goes to the browser with each, so no more than is needed. */
export type PlannedWords = Pick<TaskWords, 'short' | 'criticality' | 'used' | 'since'>;

/** The plan that holds, against what is so now. */
export interface ScheduleState {
  id: string | null;
  madeAt: number;
  madeBy: string;
  words: string;
  /** what was proved of it and what a hand refused */
  kept: Pick<KeptSchedule, 'cost' | 'bound' | 'refused'> | null;
  blocks: BlockState<PlannedWords>[];
  /** why it no longer fits; none: it does */
  overtaken: Misfit[];
}

/** How far each clean-down of a plan is. @param weeks tells more of the tasks that are still to come */
function blockStates(
  now: number,
  machines: readonly MachineDue[],
  kept: KeptSchedule | null,
  weeks: Pick<Weeks, 'tasks'> | null,
): BlockState<PlannedWords>[] {
  const dues = new Map<string, { station: StationDue; due: TaskDue }>();
  for (const { stations } of machines) {
    for (const station of stations) {
      for (const due of station.tasks) dues.set(`${station.id}.${due.task.key}`, { station, due });
    }
  }
  const wordsOf = new Map<string, PlannedWords>(
    weeks?.tasks.map(({ id, short, criticality, used, since }) => [
      id,
      { short, criticality, used, since },
    ]),
  );
  const nicknames = new Map(machines.map(({ id, nickname }) => [id, nickname]));
  return (kept?.blocks ?? [])
    .filter(({ machineId }) => nicknames.has(machineId))
    .map((block): BlockState<PlannedWords> => {
      return blockState(
        block,
        nicknames.get(block.machineId)!,
        (task) => {
          const found = dues.get(idOf(task));
          if (!found) return null;
          const { station, due } = found;
          return {
            words: wordsOf.get(idOf(task)) ?? null,
            name: `${station.name}, ${due.task.key.replaceAll('-', ' ')}`,
            doneAt: due.everReset ? due.since : null,
          };
        },
        now,
      );
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
    kept: kept && { cost: kept.cost, bound: kept.bound, refused: kept.refused },
    blocks,
    overtaken: row
      ? misfits(weeks, row.plan, blocks, {
          now: shop.now(),
          madeAt: row.madeAt,
          startOfDay: (day) => startOfLocalDay(day, shop.zone),
        })
      : [],
  };
}

/** What the plan has for today, what of the days before was not done, and whether it covers the days to come. */
export interface PlannedToday {
  /** today's clean-downs, those of the hour first */
  today: BlockState<PlannedWords>[];
  /** of days before, with tasks that were not done and are not planned again */
  left: BlockState<PlannedWords>[];
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
