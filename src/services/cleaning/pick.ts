import type { Criticality } from '../../core/care/danger';
import { compareStates, isDue, type CareState, type Standing } from '../../core/care/due';
import { openingMinutes, openingName } from '../../catalogue/openings';
import { handsOn } from '../../core/care/minutes';
import type { MachineDue, StationDue, TaskDue } from '../care/due';
import { usedBy, type ShelfItem } from '../inventory/inventory';
import type { BuiltMachine } from '../machines/builds';
import type { Shop } from '../shop';
import { workFinder } from './work';

/** A task as it can be picked for a clean-down. */
export interface Pickable {
  stationId: string;
  task: string;
  station: string;
  name: string;
  /** hands-on, as long as it takes here */
  minutes: number;
  used: number;
  first: Standing['first'];
  state: CareState;
  criticality: Criticality;
  /** it stands for every other task of the machine */
  whole: boolean;
  /** openings it needs, by name: what is open anyway serves others too */
  openings: readonly string[];
  /** amounts it uses of the stores, by item */
  uses: Record<string, number>;
}

/** Every task of a machine as it can be picked, what is heaviest due first. */
export function pickable(
  machine: BuiltMachine & Pick<MachineDue, 'stations'>,
  items: readonly ShelfItem[],
  workOf: ReturnType<typeof workFinder>,
): Pickable[] {
  const one = (station: StationDue, { task: listed, standing }: TaskDue): Pickable => {
    const { task, openings } = workOf(machine, station, listed);
    return {
      stationId: station.id,
      task: task.key,
      station: station.name,
      name: task.name,
      minutes: handsOn(task.minutes),
      used: standing.used,
      first: standing.first,
      state: standing.state,
      criticality: task.criticality,
      whole: station.kind === 'whole',
      openings: openings
        .filter((one) => openingMinutes(one) > 0 && one !== 'isolate')
        .map(openingName),
      uses: Object.fromEntries(
        usedBy(items, [{ stationKind: station.kind, task, replaced: false }]),
      ),
    };
  };
  return machine.stations
    .flatMap((station) => station.tasks.map((task) => one(station, task)))
    .sort((a, b) => compareStates(b.state, a.state));
}

/** What a clean-down of a machine takes up by itself: all that is due. The clean of the whole machine is chosen for itself. */
export function isTakenUp({ state, whole }: Pickable): boolean {
  return isDue(state) && !whole;
}

/** How much is due on each machine, in tasks and hands-on minutes as long as they take here. */
export function dueLoads(
  shop: Pick<Shop, 'db' | 'now'>,
  machines: readonly MachineDue[],
): Map<string, { tasks: Pickable[]; minutes: number }> {
  const workOf = workFinder(shop);
  return new Map(
    machines.map((machine) => {
      const tasks = pickable(machine, [], workOf).filter(isTakenUp);
      return [machine.id, { tasks, minutes: tasks.reduce((sum, one) => sum + one.minutes, 0) }];
    }),
  );
}
