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
import { withFireHolds, type HoldNow } from '../care/fire-hold';
import { shownHolds } from '../machines/holds';
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
  holds: HoldNow[];
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

/**
 * The board of the shop. What only some pages show is read when it is first asked for.
 * @param machines where their tasks stand @default reckoned for this very moment
 */
export function shopBoard(shop: Shop, machines = dueMachines(shop)): Board {
  const now = shop.now();
  const faults = openFaults(shop);
  const items = once(() =>
    machines
      .flatMap((machine) =>
        machine.stations.flatMap((station) =>
          station.tasks.flatMap((task) => {
            const as = dueAs(task);
            return as ? [{ machine, station, task, as }] : [];
          }),
        ),
      )
      .sort((a, b) => compareDanger(dangerOf(a), dangerOf(b))),
  );
  const unsent = once(() => unsentDangers(shop, faults));
  const limited = once(() => restrictions(shop));
  const onWatch = once(() => watched(shop));
  const measured = once(() => strengths(shop));
  const putBacks = once(() => openPutBacks(shop));
  const planned = once(() => plannedToday(shop, machines, now));
  const counted = () => items().filter(({ as }) => as !== 'put off');
  return {
    now,
    machines,
    holds: withFireHolds(shop, machines, shownHolds(shop)),
    faults,
    sheets: sheetsInWork(shop),
    get unsent() {
      return unsent();
    },
    get restrictions() {
      return limited();
    },
    get watched() {
      return onWatch();
    },
    get strengths() {
      return measured();
    },
    get putBacks() {
      return putBacks();
    },
    get planned() {
      return planned();
    },
    get due() {
      return items().filter(({ as }) => as === 'due');
    },
    get putOff() {
      return items().filter(({ as }) => as === 'put off');
    },
    get afterJob() {
      return items().filter(({ as }) => as === 'after job');
    },
    get unknown() {
      return machines.reduce((sum, machine) => sum + unknownTasks(machine).length, 0);
    },
    get dueCount() {
      return counted().length;
    },
    get pastDueCount() {
      return counted().filter(({ task }) => task.standing.state === 'past due').length;
    },
  };
}

/** Reads something when it is first asked for, and keeps it. */
function once<T>(read: () => T): () => T {
  let kept: { value: T } | null = null;
  return () => (kept ??= { value: read() }).value;
}

function dangerOf({ task }: DueItem) {
  return { criticality: task.task.criticality, used: task.standing.used };
}
