import type { Criticality } from '../../core/care/danger';
import { compareStates, type CareState, type Standing } from '../../core/care/due';
import { openingMinutes, openingName } from '../../catalogue/openings';
import { handsOn } from '../../core/care/minutes';
import { dueAs } from '../care/due-as';
import type { MachineDue, StationDue, TaskDue } from '../care/due';
import { usedBy, type ShelfItem } from '../inventory/inventory';
import type { BuiltMachine } from '../machines/builds';
import type { WorkFinder } from './work';

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
  /** due, and not put off: a clean-down takes it up by itself */
  counts: boolean;
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
  workOf: WorkFinder,
): Pickable[] {
  const one = (station: StationDue, due: TaskDue): Pickable => {
    const { task: listed, standing } = due;
    const as = dueAs(due);
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
      counts: as !== null && as !== 'put off',
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
export function isTakenUp({ counts, whole }: Pickable): boolean {
  return counts && !whole;
}
