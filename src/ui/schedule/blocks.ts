import { criticalities } from '../../core/care/danger';
import { sittings, type Schedule } from '../../core/schedule/problem';
import type { ScheduleState } from '../../services/schedule/schedules';
import type { Weeks } from '../../services/schedule/problem';

/** A clean-down as it is drawn. */
export interface ViewBlock {
  key: string;
  /** its name when it is kept; null: a draft */
  id: string | null;
  machineId: string;
  /** index of its window, null when it is over */
  window: number | null;
  /** UTC milliseconds */
  from: number;
  minutes: number;
  /** minutes until the machine is back; left out where its sheet was not asked */
  back?: number | undefined;
  opened: number;
  /** tasks that are still to be planned, by index */
  tasks: number[];
  lines: { id: string; short: string; name: string; done: boolean }[];
  pinned: boolean;
  state: 'coming' | 'now' | 'done' | 'not done';
  /** whether it holds what can burn */
  fire: boolean;
}

/** The clean-downs of the plan that is kept. */
export function keptBlocks(weeks: Weeks, state: ScheduleState): ViewBlock[] {
  const windowAt = new Map(weeks.windows.map(({ id }, at) => [id, at]));
  const taskAt = new Map<string, number>(weeks.tasks.map(({ id }, at) => [id, at]));
  return state.blocks.map((block): ViewBlock => {
    const tasks = block.parts.flatMap(
      ({ task }) => taskAt.get(`${task.stationId}.${task.task}`) ?? [],
    );
    return {
      key: block.id,
      id: block.id,
      machineId: block.machineId,
      window: block.state === 'not done' ? null : (windowAt.get(block.window) ?? null),
      from: block.from,
      minutes: block.minutes,
      back: block.back,
      opened: block.opened,
      tasks,
      lines: block.parts.map(({ task, words, name, done }) => ({
        id: `${task.stationId}.${task.task}`,
        short: words?.short ?? name.split(',')[0]!,
        name,
        done,
      })),
      pinned: block.pinned,
      state: block.state,
      fire: tasks.some((at) => weeks.tasks[at]!.criticality === 'fire'),
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
        id: null,
        machineId: one.machine,
        window: one.window,
        from,
        minutes: one.minutes,
        opened: one.opened,
        tasks: one.tasks,
        lines: one.tasks.map((task) => {
          const { id, short, station, task: key } = weeks.tasks[task]!;
          return { id, short, name: `${station}, ${key.replaceAll('-', ' ')}`, done: false };
        }),
        pinned: false,
        state: 'coming',
        fire: one.tasks.some((task) => weeks.tasks[task]!.criticality === 'fire'),
      };
    });
}
