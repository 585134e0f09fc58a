import { stationKind } from '../../catalogue/catalogue';
import type { CatalogueTask, PathPart } from '../../catalogue/schema';
import { callOf, type Call } from '../../core/care/calls';
import type { CareEvent } from '../../core/care/care';
import { deferralHolds, type Deferral } from '../../core/care/deferral';
import {
  compareStates,
  standing,
  withoutKnowing,
  type CareState,
  type Standing,
} from '../../core/care/due';
import type { CarePlan } from '../../core/care/plan';
import { resetsTask } from '../../core/care/resets';
import { rung } from '../../core/care/depth';
import { lookTells } from '../../core/care/past';
import { reckon, type Reckoned, type ToReckon } from '../../core/care/reckon';
import { presences, type Presence } from '../../core/parts/presence';
import { groupBy } from '../../core/units/group-by';
import { memoized } from '../../core/units/memoized';
import { secondsToHours } from '../../core/units/time';
import { localDay } from '../../core/units/zone';
import { careAtBench, careBackwards } from '../../records/care';
import {
  listMachines,
  listStations,
  machineById,
  type MachineRow,
  type StationRow,
} from '../../records/machines';
import { lastUse, runSecondsByMachine } from '../../records/usage/totals';
import { machineMeter, type MachineMeter } from '../usage/machine-meter';
import { readJudgements, type Judgements } from './calls-and-deferrals';
import { moduleFinder, type Fitted, type Module } from '../parts/parts';
import { followsEveryJob, carePlanFinder, tasksUnder, type PlannedTask } from './care-plans';
import { lifeOf, readPasts, type Pasts, type SaidPast } from './pasts-read';
import { keptOf, ofThisMinute } from '../kept';
import type { Shop } from '../shop';

/** Where one care task at one station stands. */
export interface TaskDue extends Reckoned<SaidPast> {
  task: PlannedTask;
  standing: Standing;
  call: Call | null;
  /** put off for now, with the reason; it stands where it stands all the same */
  deferral: Deferral | null;
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
  /** the module it goes with, whose soil travels with it */
  module: { serial: string; since: number } | null;
  /** where its soil was made: its own machine, or those its module was in */
  stays: readonly Presence[];
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

/** What the reading of one moment of the shop shares among its machines. */
interface Moment {
  shop: Shop;
  now: number;
  zone: string;
  /** stations in use of every machine, by machine */
  stations: ReadonlyMap<string, StationRow[]>;
  judgements: Judgements;
  pasts: Pasts;
  meter(machineId: string): MachineMeter;
  fitted(machineId: string, stationKind: string): Fitted | null;
}

/** What is shared by everything that is read of one moment. */
function momentOf(shop: Shop, now: number): Moment {
  const { db, zone } = shop;
  return {
    shop,
    now,
    zone,
    stations: groupBy(listStations(db), (row) => row.machineId),
    judgements: readJudgements(shop, now),
    pasts: readPasts(shop, now),
    meter: memoized((id: string) => machineMeter(db, zone, id)),
    fitted: moduleFinder(shop, now),
  };
}

/**
 * Where the tasks of a module in the drawer stand: what came upon it in its stays, and what was cleaned then and at
 * the bench since. Its stations are those of a machine that it would go into.
 */
export function dueOfModule(shop: Shop, part: Module, machine: MachineRow): StationDue[] {
  const now = shop.now();
  const moment = momentOf(shop, now);
  const fitted: Fitted = { module: part, stays: presences(part.moves) };
  const plan = carePlanFinder(shop, now, machine.id)(machine.id);
  return (moment.stations.get(machine.id) ?? [])
    .filter(({ kind }) => part.kind.stations.includes(kind))
    .map((row) => stationDue({ ...moment, fitted: () => fitted }, machine, row, plan));
}

/** The tasks of a machine of which nobody knows when they were last done. */
export function unknownTasks({ stations }: Pick<MachineDue, 'stations'>): TaskDue[] {
  return stations.flatMap(({ tasks }) => tasks).filter(({ known }) => !known);
}

/**
 * The task by which somebody should look first at a station where nobody knows when some were last done: the
 * shallowest of those that a look tells of. What is found tells of the deeper ones. `null` where there is none.
 */
export function firstLook({ tasks }: Pick<StationDue, 'tasks'>): TaskDue | null {
  const asked = tasks
    .filter(({ standing: { state }, task }) => state === 'not known' && lookTells(task.depth))
    .sort((a, b) => (rung(a.task.depth) ?? 0) - (rung(b.task.depth) ?? 0));
  return asked[0] ?? null;
}

/** Tells where the tasks of a machine stand. What the machines share is read once. */
function dueReader(
  shop: Shop,
  now: number,
  machineId?: string,
): (machine: MachineRow) => MachineDue {
  const { db, zone } = shop;
  const moment = momentOf(shop, now);
  const plan = carePlanFinder(shop, now, machineId);
  const today = localDay(now, zone);
  const week = runSecondsByMachine(db, today - 6, today);
  return (machine) => {
    const rows = (moment.stations.get(machine.id) ?? []).map((row) =>
      stationDue(moment, machine, row, plan(machine.id)),
    );
    const states = rows
      .flatMap(({ tasks }) => tasks)
      .filter(({ task }) => !followsEveryJob(task))
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
  };
}

/** Where every task of every machine in use stands. `now` in UTC milliseconds. */
export function dueMachines(shop: Shop, now = shop.now(), machineId?: string): MachineDue[] {
  return listMachines(shop.db)
    .filter(({ id }) => !machineId || id === machineId)
    .map(dueReader(shop, now, machineId));
}

/**
 * The same of now, to the minute, for pages: of a machine it is reckoned anew when something was written of it, or of
 * another in which a module of it has been.
 */
export function dueNow(shop: Shop, machineId?: string): MachineDue[] {
  let reader: ReturnType<typeof dueReader> | null = null;
  return listMachines(shop.db)
    .filter(({ id }) => !machineId || id === machineId)
    .map((machine) =>
      keptOf(shop, `due ${machine.id}`, ofThisMinute, () => {
        const value = (reader ??= dueReader(shop, shop.now(), machineId))(machine);
        const stays = value.stations.flatMap((station) => station.stays);
        return { value, of: [...new Set([machine.id, ...stays.map((stay) => stay.machineId)])] };
      }),
    );
}

/** A stretch in which a station's soil was made: at its machine, or where its module was. */
interface Stay extends Presence {
  stationId: string;
}

/** Where the soil of a station was made: all of its own life, or the stays of the module in it. */
function staysOf(moment: Moment, row: StationRow, fitted: Fitted | null): Stay[] {
  if (!fitted) {
    return [{ machineId: row.machineId, stationId: row.id, from: -Infinity, to: Infinity }];
  }
  return fitted.stays.flatMap((stay) => {
    const twin = twinOf(moment.stations.get(stay.machineId) ?? [], row);
    return twin ? [{ ...stay, stationId: twin.id }] : [];
  });
}

/** The station of another machine that the same module fills. */
function twinOf(stations: readonly StationRow[], { id, kind, slug }: StationRow) {
  const alike = stations.filter((other) => other.kind === kind);
  return alike.find((other) => other.id === id || other.slug === slug) ?? alike[0];
}

/**
 * The latest events of a station: back to where each of its tasks was last reset, no further. Those of its module at
 * the bench, of which there are few, all.
 */
function eventsThatCount(
  { shop, now }: Moment,
  { kind }: StationRow,
  fitted: Fitted | null,
  stays: readonly Stay[],
  tasks: readonly CatalogueTask[],
): CareEvent[] {
  const events: CareEvent[] = fitted
    ? careAtBench(shop.db, fitted.module.id).filter(
        ({ at, stationKind: of }) => of === kind && at <= now,
      )
    : [];
  let open = tasks;
  for (const { stationId, from, to } of stays.toReversed()) {
    for (const event of careBackwards(shop.db, stationId, Math.min(now, to))) {
      if (open.length === 0) return events;
      if (event.at < from) break;
      if (event.at === to) continue;
      events.push(event);
      open = open.filter((task) => !resetsTask(event, task));
    }
  }
  return events;
}

function stationDue(
  moment: Moment,
  machine: MachineRow,
  row: StationRow,
  plan: CarePlan<CatalogueTask>,
): StationDue {
  const kind = stationKind(row.kind);
  const planned = tasksUnder(plan, row);
  const fitted = moment.fitted(machine.id, row.kind);
  const stays = staysOf(moment, row, fitted);
  const events = planned.length > 0 ? eventsThatCount(moment, row, fitted, stays, planned) : [];
  const start = fitted
    ? (stays[0]?.from ?? fitted.module.addedAt)
    : (row.countsFrom ?? Math.min(machine.addedAt, moment.meter(machine.id).firstUse, moment.now));
  const before = beforeTheBook(moment, machine, row, fitted, stays);
  const place = { row, planned, events, stays, start, ...before };
  const tasks = planned
    .map((task) => taskDue(moment, { ...place, task }))
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
    module: fitted && {
      serial: fitted.module.serial,
      since: fitted.stays.findLast(({ from }) => from <= moment.now)?.from ?? moment.now,
    },
    stays,
    tasks,
    worst: tasks[0] ?? null,
  };
}

/** What a station, or the module that fills it, had behind it before its log begins. */
function beforeTheBook(
  { shop, pasts, meter }: Moment,
  machine: MachineRow,
  row: StationRow,
  fitted: Fitted | null,
  stays: readonly Stay[],
): Pick<ToReckon<SaidPast>, 'pasts' | 'life' | 'isNew' | 'firstUse'> {
  const { firstUse: first } = meter(machine.id);
  const machinePast = pasts.machine(machine.id);
  if (!fitted) {
    return {
      pasts: pasts.tasks(row.id),
      life: lifeOf(machinePast),
      isNew: machinePast?.isNew ?? false,
      firstUse: first,
    };
  }
  const { hadSeconds } = fitted.module;
  const [stay] = stays;
  // what came with a machine is as new, and as old, as that is
  const host = stay && machineById(shop.db, stay.machineId);
  const came = host && stay.from <= Math.min(host.addedAt, meter(host.id).firstUse);
  const hostPast = came ? pasts.machine(host.id) : null;
  return {
    pasts: stays.flatMap(({ stationId, from, to }) =>
      pasts.tasks(stationId).filter(({ at }) => at >= from && at < to),
    ),
    life:
      hadSeconds > 0 && stay
        ? { at: stay.from, hours: secondsToHours(hadSeconds), sure: 0, since: null }
        : lifeOf(hostPast),
    isNew: hadSeconds === 0 && (came ? (hostPast?.isNew ?? false) : true),
    firstUse: first,
  };
}

interface TaskPlace extends ToReckon<SaidPast> {
  task: PlannedTask;
  planned: readonly PlannedTask[];
  row: StationRow;
  stays: readonly Stay[];
}

function taskDue(moment: Moment, place: TaskPlace): TaskDue {
  const { row, task, planned, events, stays } = place;
  const { now, zone, judgements } = moment;
  const reckoned = reckon(
    // the operator's own after every job: before the first there is nothing to clear
    { ...place, isNew: place.isNew || followsEveryJob(task) },
    moment.meter,
    { now, zone },
  );
  const { counters, known, since } = reckoned;
  const signs = stays.flatMap(({ stationId, from, to }) =>
    judgements.calls(stationId).filter(({ at }) => at >= from && at < to),
  );
  const call = callOf(task, planned, events, signs);
  const counted = standing(task.limits, counters, call !== null);
  return {
    task,
    ...reckoned,
    standing: known ? counted : withoutKnowing(counted),
    call,
    deferral:
      judgements
        .deferrals(row.id, task.key)
        .filter(({ at }) => at > since)
        .filter((deferral) => {
          const meter = moment.meter(row.machineId);
          const run = meter.totals(now + 1).runSeconds - meter.totals(deferral.at).runSeconds;
          return deferralHolds(deferral, now, run);
        })
        .at(-1) ?? null,
  };
}
