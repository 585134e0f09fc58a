import type { CatalogueTask } from '../../catalogue/schema';
import { openingMinutes } from '../../catalogue/openings';
import { elapsed } from '../../core/care/minutes';
import { arrange, minutesOf } from '../../core/cleaning/run';
import { machineById } from '../../records/machines';
import type { BuiltMachine } from '../machines/builds';
import type { Shop } from '../shop';
import type { SheetMachine } from './run-parts';
import { buildRun } from './run-sheet';
import { sheetMachine } from './sheets';
import { workFinder, type TaskWork, type WorkStation } from './work';

/** A task as the only one of a sheet. */
export interface Alone {
  work: TaskWork;
  /** minutes until the machine is back, its waits sat out */
  alone: number;
  /** of them what a sheet pays once: making safe, laying out, refit, tests */
  around: number;
}

const noWays: ReadonlyMap<string, string> = new Map();

/** Tells what the very sheet of one task takes, from making safe to the last test. Asks the book once a machine. */
export function aloneFinder(shop: Shop) {
  const workOf = workFinder(shop);
  const machines = new Map<string, SheetMachine>();
  return (
    machine: BuiltMachine,
    station: WorkStation & { name: string },
    task: CatalogueTask,
  ): Alone => {
    const work = workOf(machine, station, task);
    const known = machines.get(machine.id) ?? sheetMachine(shop, machineById(shop.db, machine.id)!);
    machines.set(machine.id, known);
    const run = buildRun(known, [
      {
        stationId: station.id,
        stationKind: station.kind,
        slug: station.slug,
        station: station.name,
        work,
        methods: [],
      },
    ]);
    const { finish } = arrange(run, noWays, null);
    const [only] = run.tasks;
    const own = elapsed({
      ...minutesOf(only!, noWays),
      ...(only!.standIn && { drying: 0 }),
    });
    const openings = work.openings.reduce((sum, one) => sum + openingMinutes(one), 0);
    return { work, alone: finish, around: Math.max(0, finish - own - openings) };
  };
}
