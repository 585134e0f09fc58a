import { stationKind } from '../catalogue/catalogue';
import type { CatalogueTask, PathPart, StationKind } from '../catalogue/schema';
import { callOf, type Call } from '../core/care/calls';
import type { CareEvent, Counters, Limit } from '../core/care/care';
import { noUse } from '../core/care/counters';
import { compareStates, standing, type CareState, type Standing } from '../core/care/due';
import { lastReset, resetsTask } from '../core/care/resets';
import { groupBy } from '../core/units/group-by';
import { calendarDays, localDay, startOfLocalDay } from '../core/units/zone';
import { careBackwards } from '../records/care';
import { listMachines, listStations, type MachineRow, type StationRow } from '../records/machines';
import {
  firstUse,
  lastUse,
  runSecondsByMachine,
  totalsBefore,
  usedWithin,
  type Totals,
} from '../records/usage';
import type { Shop } from './shop';

/** Where one care task at one station stands. */
export interface TaskDue {
  task: CatalogueTask;
  limits: readonly Limit[];
  counters: Counters;
  standing: Standing;
  /** UTC milliseconds counters run from */
  since: number;
  /** whether an entry of the book reset it; else it counts from the first known use */
  everReset: boolean;
  call: Call | null;
}

/** One station with its tasks, heaviest first. */
export interface StationDue {
  id: string;
  slug: string;
  kind: string;
  name: string;
  short: string;
  part: PathPart;
  note: string | null;
  tasks: TaskDue[];
  /** the heaviest task; `null` where the station has none */
  worst: TaskDue | null;
}

/** One machine with its stations in path order. */
export interface MachineDue {
  id: string;
  nickname: string;
  family: string;
  addedAt: number;
  lastUse: number | null;
  /** run seconds of the last seven shop-local days, today included */
  weekSeconds: number;
  stations: StationDue[];
  /** the heaviest of the technician's round: what follows every job is left out */
  state: CareState;
}

/** Whether a task belongs to every single job rather than to the technician's round. */
export function followsEveryJob({ limits }: Pick<TaskDue, 'limits'>): boolean {
  return limits.some(({ kind, value }) => kind === 'jobs' && value === 1);
}

/** Under combined limits; other schools come with care plans. */
const school = 'combined';

/** Where every task of every machine in use stands. `now` in UTC milliseconds. */
export function dueMachines(shop: Shop, now = shop.now(), machineId?: string): MachineDue[] {
  const { db, zone } = shop;
  const machines = listMachines(db).filter(({ id }) => !machineId || id === machineId);
  const stations = groupBy(listStations(db, machineId), (row) => row.machineId);
  const today = localDay(now, zone);
  const week = runSecondsByMachine(db, today - 6, today);
  return machines.map((machine) => {
    const reader = counterReader(shop, machine, now);
    const rows = (stations.get(machine.id) ?? []).map((row) => stationDue(shop, row, now, reader));
    const states = rows
      .flatMap(({ tasks }) => tasks)
      .filter((task) => !followsEveryJob(task))
      .map(({ standing: { state } }) => state);
    return {
      id: machine.id,
      nickname: machine.nickname,
      family: machine.family,
      addedAt: machine.addedAt,
      lastUse: lastUse(db, machine.id, now),
      weekSeconds: week.get(machine.id) ?? 0,
      stations: rows,
      state: states.sort(compareStates).at(-1) ?? 'clear',
    };
  });
}

/** The latest events of a station: back to where each of its tasks was last reset, no further. */
function eventsThatCount(shop: Shop, row: StationRow, kind: StationKind, now: number): CareEvent[] {
  const events: CareEvent[] = [];
  let open: readonly CatalogueTask[] = kind.tasks;
  if (open.length === 0) return events;
  for (const event of careBackwards(shop.db, row.id, now)) {
    events.push(event);
    open = open.filter((task) => !resetsTask(event, task));
    if (open.length === 0) break;
  }
  return events;
}

function stationDue(shop: Shop, row: StationRow, now: number, reader: CounterReader): StationDue {
  const kind = stationKind(row.kind);
  const events = eventsThatCount(shop, row, kind, now);
  const tasks = kind.tasks
    .map((task) => taskDue(row, task, kind.tasks, events, reader))
    .sort(
      (a, b) =>
        compareStates(b.standing.state, a.standing.state) || b.standing.used - a.standing.used,
    );
  return {
    id: row.id,
    slug: row.slug,
    kind: row.kind,
    name: row.name,
    short: row.short,
    part: kind.part,
    note: kind.note ?? null,
    tasks,
    worst: tasks[0] ?? null,
  };
}

function taskDue(
  row: StationRow,
  task: CatalogueTask,
  all: readonly CatalogueTask[],
  events: CareEvent[],
  reader: CounterReader,
): TaskDue {
  const limits = task.limits[school]!;
  const plain = all.map((other) => ({ ...other, limits: other.limits[school]! }));
  const reset = lastReset(task, events);
  const since = reset?.at ?? row.countsFrom ?? reader.firstKnown;
  const counters = reader.read(task, limits, since);
  const call = callOf({ ...task, limits }, plain, events);
  return {
    task,
    limits,
    counters,
    standing: standing(limits, counters, call !== null),
    since,
    everReset: reset !== null,
    call,
  };
}

interface CounterReader {
  /** UTC milliseconds: what counts as the beginning when nothing was ever reset */
  firstKnown: number;
  read(task: CatalogueTask, limits: readonly Limit[], since: number): Counters;
}

/** Reads counters of one machine; totals at one instant are read once however many tasks ask. */
function counterReader(shop: Shop, machine: MachineRow, now: number): CounterReader {
  const { db, zone } = shop;
  const cache = new Map<number, Totals>();
  const totalsAt = (instant: number): Totals => {
    let totals = cache.get(instant);
    if (!totals) {
      totals = totalsBefore(db, machine.id, instant, localDay(instant, zone));
      cache.set(instant, totals);
    }
    return totals;
  };
  const end = now + 1; // a session that starts at `now` counts
  const first = firstUse(db, machine.id);
  return {
    firstKnown: Math.min(machine.addedAt, first ?? machine.addedAt, now),
    read(task, limits, since) {
      if (since > now) return { ...noUse };
      const from = totalsAt(since);
      const to = totalsAt(end);
      return {
        runSeconds: to.runSeconds - from.runSeconds,
        beamSeconds: to.beamSeconds - from.beamSeconds,
        soilMilliseconds:
          task.group === 'coolant' ? 0 : to.soil[task.group] - from.soil[task.group],
        days: Math.max(0, calendarDays(since, now, zone)),
        jobs: to.jobs - from.jobs,
        useDays: to.useDays - from.useDays + dayUsedOnBothSides(since),
      };
    },
  };

  /** 1 when the day of the reset was used before and after it: both totals count that day. */
  function dayUsedOnBothSides(since: number): 0 | 1 {
    if (totalsAt(since).jobsOfDay === 0) return 0;
    const nextDay = startOfLocalDay(localDay(since, zone) + 1, zone);
    return usedWithin(db, machine.id, since, Math.min(nextDay, end)) ? 1 : 0;
  }
}
