import { criticalities, type Criticality } from '../../core/care/danger';
import type { DueForecast } from '../../core/forecast/due';
import { sittings, type Schedule } from '../../core/schedule/problem';
import type { ScheduleState } from '../../services/schedule/schedules';
import type { Weeks } from '../../services/schedule/problem';
import { taskWords } from './words';

/** A task of a clean-down. */
export interface BlockLine {
  /** `station.task` */
  id: string;
  short: string;
  name: string;
  done: boolean;
  /** what is said of one that is still to be planned; `null`: it need not be done any more, or is part of a draft */
  planned: {
    criticality: Criticality;
    /** share of its limit now, to a thousandth; `null`: not known */
    used: number | null;
    /** shop-local days: in one of ten cases due by then, as likely before as after, in nine of ten */
    due: readonly [early: number | null, likely: number, late: number | null] | null;
  } | null;
}

/** A clean-down as it is drawn. */
export interface ViewBlock {
  /** its id where it is kept */
  key: string;
  kept: boolean;
  machineId: string;
  /** index of its window, null when it is over */
  window: number | null;
  /** UTC milliseconds */
  from: number;
  minutes: number;
  /** minutes until the machine is back; left out where its sheet was not asked */
  back?: number | undefined;
  opened: number;
  lines: BlockLine[];
  pinned: boolean;
  state: 'coming' | 'now' | 'done' | 'not done';
  /** whether it holds what can burn */
  fire: boolean;
}

/** Rounded down, as a share is said: what is not reached is not said to be. */
const thousandths = (share: number) => Math.floor(share * 1000 + 1e-6) / 1000;

const dueDays = (due: DueForecast | undefined) =>
  due && due.likely !== null ? ([due.early, due.likely, due.late] as const) : null;

/** The clean-downs of the plan that is kept. @param marks when tasks will be due, by task */
export function keptBlocks(
  weeks: Weeks,
  state: Pick<ScheduleState, 'blocks'>,
  marks: Readonly<Record<string, DueForecast>> = {},
): ViewBlock[] {
  const windowAt = new Map(weeks.windows.map(({ id }, at) => [id, at]));
  const tasks = new Map(weeks.tasks.map((task) => [task.id, task]));
  // what several say alike is one object: it goes to the page once
  const said = new Map<string, BlockLine>();
  const once = (line: BlockLine): BlockLine => {
    const words = JSON.stringify(line);
    const before = said.get(words);
    if (!before) said.set(words, line);
    return before ?? line;
  };
  return state.blocks.map((block): ViewBlock => {
    const lines = block.parts.map(({ task, words, name, done }): BlockLine => {
      const id = `${task.stationId}.${task.task}`;
      const planned = tasks.get(id);
      return once({
        id,
        short: words?.short ?? name.split(',')[0]!,
        name,
        done,
        planned: planned
          ? {
              criticality: planned.criticality,
              used: planned.known ? thousandths(planned.used) : null,
              due: dueDays(marks[id]),
            }
          : null,
      });
    });
    return {
      key: block.id,
      kept: true,
      machineId: block.machineId,
      window: block.state === 'not done' ? null : (windowAt.get(block.window) ?? null),
      from: block.from,
      minutes: block.minutes,
      back: block.back,
      opened: block.opened,
      lines,
      pinned: block.pinned,
      state: block.state,
      fire: lines.some(({ planned }) => planned?.criticality === 'fire'),
    };
  });
}

/** The clean-downs of a plan that is not kept. */
export function draftBlocks(weeks: Weeks, plan: Schedule): ViewBlock[] {
  const at = weeks.windows.map(({ from }) => from);
  const grave = (tasks: readonly number[]) =>
    Math.min(...tasks.map((task) => criticalities.indexOf(weeks.tasks[task]!.criticality)));
  return sittings(weeks.problem, plan)
    .sort((a, b) => a.window - b.window || grave(a.tasks) - grave(b.tasks))
    .map((one): ViewBlock => {
      const from = at[one.window]!;
      at[one.window] = from + one.minutes * 60_000;
      return {
        key: `${one.machine} ${one.window}`,
        kept: false,
        machineId: one.machine,
        window: one.window,
        from,
        minutes: one.minutes,
        opened: one.opened,
        lines: one.tasks.map((task) => {
          const { id, short, station, task: key } = weeks.tasks[task]!;
          return { id, short, name: taskWords(station, key), done: false, planned: null };
        }),
        pinned: false,
        state: 'coming',
        fire: one.tasks.some((task) => weeks.tasks[task]!.criticality === 'fire'),
      };
    });
}
