import { laySchedule } from '../../core/schedule/lay';
import { z } from 'zod';
import { effectOf, moved, type Effect, type Move } from '../../core/schedule/moves';
import { scheduleCost, type Schedule, type ScheduleProblem } from '../../core/schedule/problem';
import { fastSchedule } from '../../core/schedule/search';
import { ok } from '../../core/units/result';
import { dueMachines } from '../care/due';
import { refuse, type Outcome } from '../shop';
import { id, requiredText, useCase } from '../use-case';
import { currentSchedule, keepSchedule, overtaken, type ScheduleView } from './schedules';
import { weeksAhead, type Weeks } from './problem';

const placeId = z.string().min(1).max(300);

const changeSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('move'),
    block: id,
    /** only these tasks, as `station.task`; null: all of it */
    tasks: z.array(placeId).min(1, 'Choose at least one task.').max(300).nullable(),
    window: id,
  }),
  z.object({ kind: z.literal('pin'), block: id, pinned: z.boolean() }),
  z.object({
    kind: z.literal('refuse'),
    block: id,
    reason: requiredText('Say why: the reason is kept and shown.', 200),
  }),
  z.object({ kind: z.literal('take out'), block: id, tasks: z.array(placeId).min(1).max(300) }),
]);

/** A change of the plan by hand. */
export type ScheduleChange = z.input<typeof changeSchema>;

/**
 * Changes the plan by hand. A move that breaks a rule is refused with the reason; where a clean-down was put by
 * hand it stays.
 * @param version the plan that was seen when it was changed
 */
export const changeSchedule = useCase(
  z.object({ version: id, change: changeSchema }),
  (shop, actor, { version, change }): Outcome<null> => {
    const row = currentSchedule(shop);
    if (!row || row.id !== version) return overtaken();
    const block = row.plan.blocks.find(({ id }) => id === change.block);
    if (!block) return refuse('That clean-down is no longer planned.');
    if (block.until <= shop.now()) return refuse('That clean-down is over.');
    // what is taken up is no longer pinned
    const blocks = row.plan.blocks.map((one) => (one === block ? { ...one, pinned: false } : one));
    const weeks = weeksAhead(shop, dueMachines(shop), { ...row.plan, blocks });
    const { plan } = laySchedule(weeks, row.plan, shop.now());
    const nickname = weeks.lanes.find(({ id }) => id === block.machineId)?.nickname ?? '';
    const pins = new Set(
      row.plan.blocks.filter(({ pinned }) => pinned).map((one) => `${one.machineId} ${one.window}`),
    );
    const here = `${block.machineId} ${block.window}`;
    const from = weeks.windows.findIndex(({ id }) => id === block.window);
    const own = block.tasks.map(({ stationId, task }) => `${stationId}.${task}`);
    const indexes = (ids: readonly string[]) =>
      weeks.tasks.flatMap(({ id }, at) => (ids.includes(id) && own.includes(id) ? [at] : []));
    const keep = (
      after: Schedule,
      words: string,
      more: Partial<Parameters<typeof keepSchedule>[4]> = {},
    ) => {
      keepSchedule(shop, actor, weeks, after, { words, pins, ...more });
      return ok(null);
    };
    switch (change.kind) {
      case 'pin': {
        if (change.pinned) pins.add(here);
        else pins.delete(here);
        return keep(plan, `${nickname} ${change.pinned ? 'pinned' : 'no longer pinned'}`, {
          bound: row.plan.bound,
        });
      }
      case 'move': {
        const to = weeks.windows.findIndex(({ id }) => id === change.window);
        if (to < 0) return refuse('That window is no longer there.');
        const tasks = indexes(change.tasks ?? own);
        if (tasks.length === 0) return refuse('None of it need be done any more.');
        const after = moved(weeks.problem, plan, { tasks, from: from < 0 ? null : from, to });
        const broken = brokenWords(weeks, effectOf(weeks.problem, plan, after));
        if (broken) return refuse(`${nickname} cannot go there: ${broken}. Nothing was changed.`);
        if (tasks.length === own.length) pins.delete(here);
        pins.add(`${block.machineId} ${change.window}`);
        const part = tasks.length < own.length ? `${tasks.length} of ${own.length} tasks of ` : '';
        return keep(after, `${part}${nickname} moved by hand`);
      }
      case 'take out': {
        const tasks = indexes(change.tasks);
        const after = moved(weeks.problem, plan, { tasks, from, to: null });
        const broken = brokenWords(weeks, effectOf(weeks.problem, plan, after));
        if (broken) return refuse(`It cannot be left out: ${broken}. Nothing was changed.`);
        return keep(after, `${tasks.length} of ${own.length} tasks of ${nickname} left out`);
      }
      case 'refuse': {
        const tasks = indexes(own);
        const refused = [
          ...row.plan.refused,
          ...tasks.map((task) => ({
            task: weeks.tasks[task]!.id,
            window: block.window,
            machineId: block.machineId,
            reason: change.reason,
            by: actor.name,
          })),
        ];
        pins.delete(here);
        const after = elsewhere(weeks.problem, plan, { tasks, from, to: null }, block.window);
        const broken = brokenWords(weeks, effectOf(weeks.problem, plan, after));
        if (broken) {
          return refuse(
            `It cannot be refused: ${broken}. Move it by hand, or say when there is more time.`,
          );
        }
        return keep(after, `${nickname} refused: ${change.reason}`, { refused, pins });
      }
    }
  },
);

/** A window that a clean-down could go to, and what that comes to. */
export interface Place {
  window: string;
  /** when it begins, UTC milliseconds */
  from: number;
  /** why it cannot go there; `null`: it can */
  refused: string | null;
  /** minutes, or what is worth as much; negative: it saves */
  cost: number;
  /** what is past its limit on more days by it, from which shop-local day on */
  worse: { nickname: string; station: string; task: string; days: number; from: number }[];
}

export const weighSchema = z.object({
  version: id,
  block: id,
  /** only these tasks, as `station.task`; null: all of it */
  tasks: z.array(placeId).max(300).nullable(),
});

/**
 * Every other window a clean-down, or some of its tasks, could go to: what that costs and what becomes past due by it.
 * Nothing is changed.
 * @param view the plan as it stands now
 */
export function weighMove(
  { weeks, plan, state }: ScheduleView,
  { version, block: blockId, tasks: some }: z.output<typeof weighSchema>,
): Outcome<Place[]> {
  if (state.id !== version) return overtaken();
  const block = state.blocks.find(({ id }) => id === blockId);
  if (!block) return refuse('That clean-down is no longer planned.');
  const own = block.tasks.map(({ stationId, task }) => `${stationId}.${task}`);
  const taken = new Set(some ? own.filter((one) => some.includes(one)) : own);
  const tasks = weeks.tasks.flatMap(({ id }, at) => (taken.has(id) ? [at] : []));
  const window = weeks.windows.findIndex(({ id }) => id === block.window);
  const from = window < 0 ? null : window;
  // what is taken up is no longer pinned
  const pinned = weeks.problem.pinned.filter(
    (pin) => !(pin.window === block.window && own.includes(pin.task)),
  );
  const problem = { ...weeks.problem, pinned };
  const nicknames = new Map(weeks.lanes.map(({ id, nickname }) => [id, nickname]));
  const places = weeks.windows.flatMap((piece, to): Place[] => {
    if (to === from) return [];
    const effect = effectOf(problem, plan, moved(problem, plan, { tasks, from, to }));
    const worse = effect.worse.map(({ task, days, from: day }) => {
      const { machineId, station, task: key } = weeks.tasks[task]!;
      const nickname = nicknames.get(machineId) ?? '';
      return { nickname, station, task: key, days, from: weeks.from + day };
    });
    const refused = brokenWords(weeks, effect);
    return [{ window: piece.id, from: piece.from, refused, cost: effect.cost, worse }];
  });
  return ok(places);
}

/** What a change breaks, in words; `null`: nothing new. */
function brokenWords(weeks: Weeks, { broken: [first] }: Effect): string | null {
  if (!first) return null;
  const task = weeks.tasks.find(({ id }) => id === first.at);
  const lane = weeks.lanes.find(({ id }) => id === first.at);
  if (lane) return `${lane.nickname} is booked then`;
  return task ? `${task.station}, ${task.task.replaceAll('-', ' ')}: ${first.words}` : first.words;
}

/**
 * Moves only what must be moved: the clean-downs whose window is gone or booked, and what was left undone. Each
 * goes where it costs least, all others stay.
 */
export const mendSchedule = useCase(id, (shop, actor, version): Outcome<null> => {
  const row = currentSchedule(shop);
  if (!row || row.id !== version) return overtaken();
  const now = shop.now();
  const weeks = weeksAhead(shop, dueMachines(shop), row.plan);
  if (weeks.windows.length === 0) {
    return refuse('There is no window to move anything to. The plan stands as it was.');
  }
  const { problem: weekly, windows } = weeks;
  const { plan, homeless } = laySchedule(weeks, row.plan, now);
  const loose = new Set(
    [...homeless, ...row.plan.blocks.filter(({ until }) => until <= now)].flatMap(({ tasks }) =>
      tasks.map(({ stationId, task }) => `${stationId}.${task}`),
    ),
  );
  const stays = plan.map((places, task) =>
    places.filter((window) => {
      const booked = weekly.windows[window]!.booked.includes(weekly.tasks[task]!.machine);
      if (booked) loose.add(weekly.tasks[task]!.id);
      return !booked;
    }),
  );
  const after = fastSchedule({
    ...weekly,
    pinned: stays.flatMap((places, task) =>
      places.map((window) => ({ task: weekly.tasks[task]!.id, window: windows[window]!.id })),
    ),
    barred: [
      ...weekly.barred,
      ...weekly.tasks.flatMap(({ id }) => (loose.has(id) ? [] : [{ task: id, window: null }])),
    ],
  });
  const change = Math.round(scheduleCost(weekly, after).total - row.plan.cost);
  const cost = change >= 0 ? `costs ${change} more` : `costs ${-change} less`;
  const words =
    row.plan.from === weeks.from
      ? `only what must was moved: it ${cost} than before`
      : 'only what must was moved';
  keepSchedule(shop, actor, weeks, after, { words });
  return ok(null);
});

/** Puts tasks that were taken out where they cost least, and leaves all others where they are. */
function elsewhere(before: ScheduleProblem, plan: Schedule, move: Move, barred: string): Schedule {
  const taken = moved(before, plan, move);
  const ids = move.tasks.map((task) => before.tasks[task]!.id);
  return fastSchedule({
    ...before,
    pinned: taken.flatMap((windows, task) =>
      windows.map((window) => ({
        task: before.tasks[task]!.id,
        window: before.windows[window]!.id,
      })),
    ),
    barred: [
      ...before.barred,
      ...ids.map((task) => ({ task, window: barred })),
      // the others are as they are: none is added
      ...before.tasks
        .filter(({ id }) => !ids.includes(id))
        .map(({ id }) => ({ task: id, window: null })),
    ],
  });
}
