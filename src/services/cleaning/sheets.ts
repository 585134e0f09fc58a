import { z } from 'zod';
import { rung } from '../../core/care/depth';
import { kindsApart, withoutShallower } from '../../core/cleaning/sheet-rules';
import { isWarmSeason } from '../../core/units/season';
import { progressOf, type Progress } from '../../core/cleaning/progress';
import { arrange, type RunSheet } from '../../core/cleaning/run';
import { ok } from '../../core/units/result';
import { insertDataEntry } from '../../records/audit-log';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import {
  listStations,
  machineById,
  stationById,
  type MachineRow,
  type StationRow,
} from '../../records/machines';
import {
  insertSheet,
  openSheetOf,
  openSheets,
  sheetById,
  sheetTasks,
  sheetEvents,
  updateSheet,
  type SheetRow,
  type SheetTaskRow,
} from '../../records/cleaning';
import { requireMachine } from '../machines/machines';
import { waysToRecord } from '../care/methods';
import { roomHumidity } from '../readings/bench/room';
import { buildFinder, connectorWaitFinder, orderRules } from '../machines/builds';
import { notBetweenCuts } from './between-cuts';
import { ownWordsOf } from './own-words';
import { dryingLearned } from './minutes';
import { workFinder, type TaskWork, type WorkFinder } from './work';
import {
  followsEveryJob,
  carePlanFinder,
  taskReader,
  tasksUnder,
  type PlannedTask,
} from '../care/care-plans';
import { buildRun } from './run-sheet';
import { refuse, stamp, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';
import type { SheetMachine, SheetPlace } from './run-parts';
import { placeId } from './run-parts';

/** A clean-down: its tasks, and how far it has come. */
export interface Sheet {
  row: Omit<SheetRow, 'run'>;
  tasks: SheetTaskRow[];
  /** of the tasks, how many have a result */
  marked: number;
  paused: Progress['paused'];
}

/** What a sheet is begun for, where that is not what is due. */
export const occasions = ['between cuts', 'after fire'] as const;

/** Tasks of a sheet before it has one. */
export const pickedTasks = z.array(z.object({ stationId: id, task: id })).max(300);
export type PickedTask = z.output<typeof pickedTasks>[number];

/**
 * The tasks of a sheet as they are worked: each once, and for a strip-clean of the whole machine every
 * other task of it. Of several depths at one station the deepest is worked: it does the shallower along the way.
 */
function spread(
  picked: readonly PickedTask[],
  stations: ReadonlyMap<string, StationRow>,
  plan: ReturnType<ReturnType<typeof carePlanFinder>>,
): PickedTask[] {
  const whole = picked.some(({ stationId }) => stations.get(stationId)?.kind === 'whole');
  const every = whole
    ? [...stations.values()].flatMap((station) => tasksOfWhole(station, tasksUnder(plan, station)))
    : [];
  const places = new Set(every.map(({ stationId }) => stationId));
  // beside the deepest of a station none of its others is worked, though it was picked with the rest
  const all = whole ? [...every, ...picked.filter((one) => !places.has(one.stationId))] : picked;
  const distinct = [...new Map(all.map((one) => [placeId(one.stationId, one.task), one])).values()];
  const known = distinct.flatMap((one) => {
    const station = stations.get(one.stationId);
    const task = station && tasksUnder(plan, station).find(({ key }) => key === one.task);
    return task ? [{ ...one, depth: task.depth }] : [];
  });
  const placesIn = (tasks: readonly PickedTask[]) =>
    new Set(tasks.map((one) => placeId(one.stationId, one.task)));
  const [graded, kept] = [placesIn(known), placesIn(withoutShallower(known))];
  // what is not there any more is refused by who asks, not left out in silence
  return distinct.filter((one) => {
    const place = placeId(one.stationId, one.task);
    return kept.has(place) || !graded.has(place);
  });
}

/**
 * What a station has on a sheet for the whole machine: its deepest task, and a lubrication beside it. Not what
 * follows every job, and not the change of coolant, which is a day of its own.
 */
export function tasksOfWhole(
  station: Pick<StationRow, 'id' | 'kind'>,
  planned: readonly PlannedTask[],
): PickedTask[] {
  if (station.kind === 'whole') return [];
  const tasks = planned.filter((task) => !followsEveryJob(task) && task.depth !== 'drain');
  const deepest = Math.max(-1, ...tasks.map(({ depth }) => rung(depth) ?? -1));
  return tasks
    .filter(({ depth }) => (rung(depth) ?? deepest) === deepest)
    .map(({ key }): PickedTask => ({ stationId: station.id, task: key }));
}

/** Starts a clean-down: the machine goes on hold for operators until it is signed off or abandoned. */
export const startSheet = useCase(
  z.object({
    machineId: id,
    tasks: pickedTasks,
    campaignId: id.nullish(),
    occasion: z.enum(occasions).nullish(),
  }),
  (shop, actor, { machineId, tasks: picked, campaignId, occasion }): Outcome<Sheet> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    if (openSheetOf(shop.db, machineId)) {
      return refuse(`${machine.value.nickname} is being cleaned already: resume that clean-down.`);
    }
    const tasks = checkPicked(shop, machineId, picked);
    if (!tasks.ok) return tasks;
    if (occasion === 'between cuts') {
      const why = notBetweenCuts(shop, machine.value, placesOf(shop, machineId, tasks.value));
      if (why) return refuse(why, 'occasion');
    }
    const sheetId = newId();
    const common = { machineId, ...stamp(shop, actor) };
    const holdId = insertDataEntry(shop.db, {
      kind: 'hold',
      ...common,
      data: { why: 'cleaning', words: 'being cleaned' },
    });
    insertDataEntry(shop.db, {
      kind: 'clean-down started',
      ...common,
      subjectId: holdId,
      data: { sheetId, tasks: tasks.value.length },
    });
    insertSheet(
      shop.db,
      {
        id: sheetId,
        machineId,
        startedAt: common.at,
        startedBy: actor.name,
        holdId,
        closedAt: null,
        run: null,
        campaignId: campaignId ?? null,
        occasion: occasion ?? null,
        moduleId: null,
      },
      tasks.value,
    );
    return ok(readSheet(shop, sheetId)!);
  },
);

/** The tasks to put on a sheet, when all of them are there. */
export function checkPicked(
  shop: Shop,
  machineId: string,
  picked: readonly PickedTask[],
): Outcome<PickedTask[]> {
  if (picked.length === 0) return refuse('Pick at least one task.', 'tasks');
  const stations = new Map(listStations(shop.db, machineId).map((row) => [row.id, row]));
  const plan = carePlanFinder(shop, shop.now(), machineId)(machineId);
  const tasks = spread(picked, stations, plan);
  for (const { stationId, task } of tasks) {
    const station = stations.get(stationId);
    if (!station || !tasksUnder(plan, station).some(({ key }) => key === task)) {
      return refuse('One of the picked tasks is no longer there. Pick again.', 'tasks');
    }
  }
  return ok(tasks);
}

export function readSheet(shop: Shop, id: string): Sheet | null {
  const row = sheetById(shop.db, id);
  return row && withProgress(shop, row);
}

function withProgress(shop: Pick<Shop, 'db'>, row: Omit<SheetRow, 'run'>): Sheet {
  const { marks, paused } = progressOf(sheetEvents(shop.db, row.id));
  return {
    row,
    tasks: sheetTasks(shop.db, row.id),
    marked: [...marks.values()].filter(({ result }) => result !== null).length,
    paused,
  };
}

/** Every clean-down of a machine in work. */
export function sheetsInWork(shop: Pick<Shop, 'db'>): Sheet[] {
  return openSheets(shop.db)
    .filter(({ moduleId }) => moduleId === null)
    .map((row) => withProgress(shop, row));
}

/** What is picked, as the written sheet needs it. Stations that were removed since are left out. */
export function placesOf(
  shop: Shop,
  machineId: string,
  tasks: readonly PickedTask[],
  { headId, workOf = workFinder(shop) }: { headId?: string; workOf?: WorkFinder } = {},
): SheetPlace[] {
  const machine = { ...machineById(shop.db, machineId)!, ...(headId && { headId }) };
  const findTask = taskReader(shop);
  const order = new Map(listStations(shop.db, machineId).map(({ id }, index) => [id, index]));
  const found = tasks.flatMap(({ stationId, task: key }) => {
    const station = stationById(shop.db, stationId);
    const task = station && findTask(station, key);
    return station && task ? [{ station, task, work: workOf(machine, station, task) }] : [];
  });
  const apart = kindsApart(found, turnedRules(shop, machineId));
  if (headId) apart.add('diode-module');
  return found
    .map(({ station, task, work }): SheetPlace => {
      const whole = station.kind === 'whole' && tasks.length > 1;
      const shown = apart.has(station.kind) ? workOf(machine, station, task, true) : work;
      return {
        stationId: station.id,
        stationKind: station.kind,
        slug: station.slug,
        station: station.name,
        // its parts stand on the sheet for themselves: what is left is a look round
        work: whole ? lookRound(shown) : shown,
        methods: waysToRecord(work.answers, task.group, work.by.verdict),
      };
    })
    .sort((a, b) => (order.get(a.stationId) ?? 0) - (order.get(b.stationId) ?? 0));
}

function lookRound(work: TaskWork): TaskWork {
  const minutes = { active: 1, passive: 0, finishing: 0 };
  return {
    ...work,
    learned: null,
    openings: ['lid-only'],
    task: { ...work.task, minutes, tools: [], opening: 'lid-only' },
    ways: work.ways.map((way) => ({ ...way, minutes })),
  };
}

/** The ids of our own ways that a machine has turned round. */
function turnedRules(shop: Shop, machineId: string): Set<string> {
  return new Set(
    orderRules(shop, machineId).flatMap(({ id, turned }) => (turned === null ? [] : [id])),
  );
}

/** What all machines of a shop share: how its rooms dry. */
type Rooms = Pick<SheetMachine, 'dried' | 'humidity'>;

const roomsOf = (shop: Shop): Rooms => ({
  dried: dryingLearned(shop),
  humidity: roomHumidity(shop),
});

/** What a sheet needs to know of its machine: build, card, waits, its own order and its own words. */
export function sheetMachine(
  shop: Shop,
  machine: MachineRow & { headId?: string },
  { dried, humidity }: Rooms = roomsOf(shop),
): SheetMachine {
  return {
    build: buildFinder(shop)(machine),
    card: machine.card,
    connectorWait: connectorWaitFinder(shop)(machine),
    turned: turnedRules(shop, machine.id),
    ownWords: ownWordsOf(shop, machine.id),
    warm: isWarmSeason(shop.now(), shop.zone),
    humidity,
    dried,
  };
}

/** How tasks that are only thought of are looked at. */
interface DraftOptions {
  /** with the machine left on, between two cuts */
  between?: boolean;
  /** a head of the machine that lies on the bench */
  headId?: string;
}

/**
 * Tells the written sheet of tasks that are only thought of: for practising, for a look before starting, for what they
 * take. Asks the book once for what all machines share.
 * @param supposed answers to questions of method
 */
export function draftFinder(shop: Shop, supposed: Readonly<Record<string, string>> = {}) {
  const workOf = workFinder(shop, supposed);
  const rooms = roomsOf(shop);
  return (
    machineId: string,
    picked: readonly PickedTask[],
    { between = false, headId }: DraftOptions = {},
  ): Outcome<RunSheet> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    const tasks = checkPicked(shop, machineId, picked);
    if (!tasks.ok) return tasks;
    const head = headId ? { headId } : {};
    const places = placesOf(shop, machineId, tasks.value, { workOf, ...head });
    if (between) {
      const why = notBetweenCuts(shop, machine.value, places);
      if (why) return refuse(why, 'occasion');
    }
    const built = sheetMachine(shop, { ...machine.value, ...head }, rooms);
    return ok(buildRun(built, places, { between, bench: headId !== undefined }));
  };
}

/** The same for one sheet. */
export const draftRun = (
  shop: Shop,
  machineId: string,
  picked: readonly PickedTask[],
  { supposed = {}, ...options }: DraftOptions & { supposed?: Record<string, string> } = {},
): Outcome<RunSheet> => draftFinder(shop, supposed)(machineId, picked, options);

/** The written sheet of a clean-down: made when it is first opened, and the same from then on. */
export function runOf(shop: Shop, sheetId: string): RunSheet | null {
  const row = sheetById(shop.db, sheetId);
  if (!row) return null;
  if (row.run) return row.run;
  const run = makeRun(shop, row, true);
  write(shop.db, () => updateSheet(shop.db, sheetId, { run }));
  return run;
}

/** The written sheet as far as its end needs it: one that nobody opened has no order. */
export function runToEnd(shop: Shop, sheetId: string): RunSheet | null {
  const row = sheetById(shop.db, sheetId);
  return row && (row.run ?? makeRun(shop, row, false));
}

function makeRun(shop: Shop, row: SheetRow, ordered: boolean): RunSheet {
  const head = row.moduleId ? { headId: row.moduleId } : {};
  const machine = { ...machineById(shop.db, row.machineId)!, ...head };
  const tasks = sheetTasks(shop.db, row.id);
  return buildRun(sheetMachine(shop, machine), placesOf(shop, row.machineId, tasks, head), {
    ordered,
    between: row.occasion === 'between cuts',
    bench: row.moduleId !== null,
  });
}

export function sheetRow(shop: Pick<Shop, 'db'>, sheetId: string): SheetRow | null {
  return sheetById(shop.db, sheetId);
}

/** A sheet as it is printed: in the order in force, with what was chosen so far. */
export function paperOf(shop: Shop, sheetId: string) {
  const run = runOf(shop, sheetId);
  if (!run) return null;
  const progress = progressOf(sheetEvents(shop.db, sheetId));
  return { run, progress, arranged: arrange(run, progress.ways, progress.sequence) };
}

/** The hold of a sheet, with which its pictures are kept; `null` when there is no such sheet. */
export function sheetHold(shop: Pick<Shop, 'db'>, sheetId: string): string | null {
  return sheetById(shop.db, sheetId)?.holdId ?? null;
}
