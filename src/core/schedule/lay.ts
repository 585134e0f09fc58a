import { criticalities, type Criticality } from '../care/danger';
import type { SheetMinutes } from '../cleaning/run';
import { millisecondsPerMinute } from '../units/time';
import type { Block, KeptSchedule, KeptTask } from './kept';
import { sittings, type Schedule, type ScheduleProblem } from './problem';

/** The weeks ahead as a plan is laid on them. */
export interface LaidWeeks {
  problem: ScheduleProblem;
  /** first shop-local day */
  from: number;
  /** the windows of the problem, in its order; UTC milliseconds */
  windows: readonly { id: string; day: number; began: number; from: number; to: number }[];
  /** the tasks of the problem, in its order */
  tasks: readonly LaidTask[];
  lanes: readonly { id: string; nickname: string }[];
}

/** A task of the weeks ahead, as far as a plan's standing goes. */
export interface LaidTask extends KeptTask {
  id: string;
  machineId: string;
  station: string;
  criticality: Criticality;
  /** share of its limit now */
  used: number;
  /** when it was last reset, UTC milliseconds */
  since: number;
}

/** The name of a task in a plan: its station and itself. */
export const idOf = ({ stationId, task }: KeptTask): string => `${stationId}.${task}`;

/** A kept plan laid on the problem of now. */
export interface Laid {
  plan: Schedule;
  /** blocks to come whose window is no longer there */
  homeless: Block[];
  /** tasks of blocks to come that need not be done any more, with their block */
  spare: { block: Block; task: KeptTask }[];
}

/**
 * Lays a kept plan on the weeks as they are now: what is over is left out, and a task is done once a day.
 * @param now UTC milliseconds
 */
export function laySchedule(
  { problem, windows }: Pick<LaidWeeks, 'problem' | 'windows'>,
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
 * The clean-downs of a plan, one after another in each window: those that stay there first, then what can burn. A
 * clean-down of before keeps its name where it stays, or where most of its tasks went.
 * @param pins machine and window of each that stays where it is
 * @param takes what the very sheet of some tasks takes; `null`: as the plan reckons
 */
export function blocksOf(
  { problem, windows, tasks }: Pick<LaidWeeks, 'problem' | 'windows' | 'tasks'>,
  plan: Schedule,
  before: readonly Block[],
  pins: ReadonlySet<string>,
  newId: () => string,
  takes: (machineId: string, tasks: readonly KeptTask[]) => SheetMinutes | null = () => null,
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
    // what has begun began when it did
    const from = Math.min(
      at[sitting.window]!,
      sitting.turn < window.from ? sitting.turn : Infinity,
    );
    const kept = sitting.tasks.map((task): KeptTask => {
      const { stationId, task: key } = tasks[task]!;
      return { stationId, task: key };
    });
    const sheet = takes(sitting.machine, kept);
    const minutes = sheet?.handsOn ?? sitting.minutes;
    const to = from + minutes * millisecondsPerMinute;
    at[sitting.window] = Math.max(at[sitting.window]!, to);
    return {
      id: '',
      machineId: sitting.machine,
      window: window.id,
      from,
      to,
      until: window.to,
      minutes,
      ...(sheet && { back: sheet.back }),
      // the tasks are the same by both: what is left is what they need around them
      opened: Math.max(0, minutes - (sitting.minutes - sitting.opened)),
      tasks: kept,
      pinned: pins.has(`${sitting.machine} ${window.id}`),
    };
  });
  return named(blocks, before, newId);
}

/** Gives each clean-down the name of the one it was before, or a new one. */
function named(blocks: Block[], before: readonly Block[], newId: () => string): Block[] {
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
