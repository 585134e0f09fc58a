import { handsOn } from '../../core/care/minutes';
import { z } from 'zod';
import { ok } from '../../core/units/result';
import { openSheetOf } from '../../records/cleaning';
import { correctCare, recordCare } from '../care/care';
import type { MachineDue, StationDue, TaskDue } from '../care/due';
import { pickedTasks } from './sheets';
import { requireMachine } from '../machines/machines';
import { refuse, type Outcome } from '../shop';
import { allOrRefused, id, useCase } from '../use-case';

/** What the wipe at the end of the day takes, in this order, as long as it stays short. */
const kinds = ['debris', 'window', 'field-lens', 'beam-window', 'probe', 'frame'];
const longestMinutes = 10;

/** One task of the wipe at the end of the day. */
export interface QuickTask {
  stationId: string;
  station: string;
  task: string;
  minutes: number;
}

/** The five-minute wipe of a machine: what needs no opening and together stays within ten minutes. */
export function quickTasks(machine: Pick<MachineDue, 'stations'>): QuickTask[] {
  const found = kinds.flatMap((kind) =>
    machine.stations.filter((station) => station.kind === kind).flatMap(lightest),
  );
  const quick: QuickTask[] = [];
  let sum = 0;
  for (const task of found) {
    if (sum + task.minutes > longestMinutes) continue;
    quick.push(task);
    sum += task.minutes;
  }
  return quick;
}

function lightest({ id, name, tasks }: StationDue): QuickTask[] {
  const light = tasks.filter(
    ({ task }: TaskDue) => task.opening === 'lid-only' && task.depth === 'wipe',
  );
  return light.slice(0, 1).map(({ task }) => ({
    stationId: id,
    station: name,
    task: task.key,
    minutes: handsOn(task.minutes),
  }));
}

/** Records the wipe at the end of the day, all of it or none. The same key twice is one wipe. */
export const recordQuickCare = useCase(
  z.object({ machineId: id, tasks: pickedTasks, key: id }),
  (shop, actor, { machineId, tasks, key }): Outcome<{ entryIds: string[] }> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    if (openSheetOf(shop.db, machineId)) {
      return refuse(`${machine.value.nickname} is being cleaned: tick it on that sheet instead.`);
    }
    if (tasks.length === 0) return refuse('Nothing was chosen.');
    return allOrRefused(shop, (take) => ({
      entryIds: tasks.map(({ stationId, task }) => {
        const cared = recordCare(shop, actor, {
          stationId,
          task,
          at: shop.now(),
          result: 'done',
          key: `quick:${key}:${stationId}:${task}`,
        });
        return take(cared).entryId;
      }),
    }));
  },
);

/** Takes a wipe back that was pressed by mistake: struck through, not deleted. */
export const undoQuickCare = useCase(
  z.array(id).max(200),
  (shop, actor, entryIds): Outcome<null> => {
    for (const id of entryIds) {
      const struck = correctCare(shop, actor, {
        entryId: id,
        reason: 'pressed by mistake',
        change: null,
      });
      if (!struck.ok) return struck;
    }
    return ok(null);
  },
);
