import type { SheetMinutes } from '../../core/cleaning/run';
import type { MachineDue } from '../care/due';
import type { Shop } from '../shop';
import { isTakenUp, pickable, type Pickable } from './pick';
import { sheetMinutesFinder } from './sheet-minutes';
import { workFinder } from './work';

/** How much is due on each machine: the tasks, and what the very sheet of them takes; `null` where none is due. */
export function dueLoads(
  shop: Shop,
  machines: readonly MachineDue[],
): Map<string, { due: number; tasks: Pickable[]; takes: SheetMinutes | null }> {
  const workOf = workFinder(shop);
  const minutesOf = sheetMinutesFinder(shop);
  return new Map(
    machines.map((machine) => {
      const all = pickable(machine, [], workOf);
      const tasks = all.filter(isTakenUp);
      const takes = tasks.length > 0 ? minutesOf({ machineId: machine.id }, tasks) : null;
      const due = all.filter(({ counts }) => counts).length;
      return [machine.id, { due, tasks, takes: takes?.ok ? takes.value : null }];
    }),
  );
}
