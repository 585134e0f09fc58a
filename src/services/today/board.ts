import { compareDanger } from '../../core/care/danger';
import {
  dueMachines,
  unknownTasks,
  type MachineDue,
  type StationDue,
  type TaskDue,
} from '../care/due';
import { dueAs } from '../care/due-as';
import { openFaults, type Fault } from '../faults/faults';
import { restrictions, type Restriction } from '../faults/return';
import { watched, type Watched } from '../faults/watch';
import { shownHolds, type ShownHold } from '../machines/holds';
import { unsentDangers, type UnsentDanger } from '../mail/letters';
import { plannedToday, type PlannedToday } from '../schedule/schedules';
import { openPutBacks, type PutBack } from '../cleaning/put-backs';
import type { Shop } from '../shop';
import { sheetsInWork, type Sheet } from '../cleaning/sheets';
import { strengths, type CurrentStrength } from '../readings/strength/burns';

/** One task of the whole shop that is due. */
export interface DueItem {
  machine: MachineDue;
  station: StationDue;
  task: TaskDue;
}

/** Everything Today and the rack show. */
export interface Board {
  now: number;
  machines: MachineDue[];
  holds: ShownHold[];
  faults: Fault[];
  sheets: Sheet[];
  /** machines in use under a restriction */
  restrictions: Restriction[];
  /** faults that could not be reproduced */
  watched: Watched[];
  /** the latest test burn of each machine that had one, by machine */
  strengths: ReadonlyMap<string, CurrentStrength>;
  /** reports of danger that were not mailed to whoever asked for it */
  unsent: UnsentDanger[];
  /** what is mended for now */
  putBacks: PutBack[];
  /** what the plan has for today; null: nothing was ever planned */
  planned: PlannedToday | null;
  /** due and past due, by danger; tasks that follow every job stand in `afterJob` instead */
  due: DueItem[];
  /** due, but put off for now with a reason; what can burn stays among the due */
  putOff: DueItem[];
  /** how many are due, after jobs too; of them past due */
  dueCount: number;
  pastDueCount: number;
  /** how many tasks there are of which nobody knows when they were last done */
  unknown: number;
  /** the jobs-by-one tasks: not ticked off after the last job */
  afterJob: DueItem[];
}

export function shopBoard(shop: Shop): Board {
  const now = shop.now();
  const machines = dueMachines(shop, now);
  const items = machines
    .flatMap((machine) =>
      machine.stations.flatMap((station) =>
        station.tasks.flatMap((task) => {
          const as = dueAs(task);
          return as ? [{ machine, station, task, as }] : [];
        }),
      ),
    )
    .sort((a, b) => compareDanger(dangerOf(a), dangerOf(b)));
  const faults = openFaults(shop);
  return {
    now,
    machines,
    holds: shownHolds(shop),
    faults,
    unsent: unsentDangers(shop, faults),
    sheets: sheetsInWork(shop),
    restrictions: restrictions(shop),
    watched: watched(shop),
    strengths: strengths(shop),
    putBacks: openPutBacks(shop),
    planned: plannedToday(shop, machines, now),
    due: items.filter(({ as }) => as === 'due'),
    putOff: items.filter(({ as }) => as === 'put off'),
    unknown: machines.reduce((sum, machine) => sum + unknownTasks(machine).length, 0),
    afterJob: items.filter(({ as }) => as === 'after job'),
    dueCount: items.filter(({ as }) => as !== 'put off').length,
    pastDueCount: items.filter(
      ({ as, task }) => as !== 'put off' && task.standing.state === 'past due',
    ).length,
  };
}

function dangerOf({ task }: DueItem) {
  return { criticality: task.task.criticality, used: task.standing.used };
}
