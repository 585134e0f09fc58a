import type { KeptSchedule } from '../../core/schedule/kept';
import { sittings, type ScheduleProblem, type Sitting } from '../../core/schedule/problem';
import { fastSchedule } from '../../core/schedule/search';
import { setUpsOf } from '../../core/schedule/set-up';
import { sheetMinutesFinder } from '../cleaning/sheet-minutes';
import type { Shop } from '../shop';
import type { Weeks } from './problem';

/**
 * The weeks with what each machine needs around its tasks by its own sheets: those of the plan that holds; of a
 * machine that has none, the sheet of the longest clean-down that would be planned.
 */
export function withSetUps(shop: Shop, weeks: Weeks, kept: KeptSchedule | null): Weeks {
  const { problem } = weeks;
  const known = setUpsOf(problem, kept?.blocks ?? []);
  const isUnknown = ({ machine }: { machine: string }) => known[machine] === undefined;
  const unknown = problem.tasks.some(isUnknown);
  const longest = new Map<string, Sitting>();
  for (const one of unknown ? sittings(problem, fastSchedule(problem)).filter(isUnknown) : []) {
    if (one.minutes > (longest.get(one.machine)?.minutes ?? 0)) longest.set(one.machine, one);
  }
  const asked = asker(shop, weeks);
  const setUpMinutes = {
    ...problem.setUpMinutes,
    ...known,
    ...setUpsOf(problem, [...longest.values()].flatMap(asked)),
  };
  return { ...weeks, problem: { ...problem, setUpMinutes } };
}

/** Asks the sheet of a clean-down that is not planned yet. */
function asker(
  shop: Shop,
  { problem, tasks }: { problem: ScheduleProblem } & Pick<Weeks, 'tasks'>,
) {
  const ask = sheetMinutesFinder(shop);
  return ({ machine, tasks: indexes }: Sitting) => {
    const picked = indexes.map((at) => ({
      stationId: tasks[at]!.stationId,
      task: tasks[at]!.task,
    }));
    const taken = ask({ machineId: machine }, picked);
    if (!taken.ok) return [];
    const { handsOn, back } = taken.value;
    const work = indexes.reduce((sum, at) => sum + problem.tasks[at]!.minutes, 0);
    return [{ machineId: machine, tasks: picked, opened: handsOn - work, back }];
  };
}
