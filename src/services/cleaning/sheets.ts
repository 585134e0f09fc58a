import { z } from 'zod';
import { findFamily } from '../../catalogue/catalogue';
import { rung } from '../../core/care/depth';
import { progressOf, type Progress } from '../../core/cleaning/progress';
import { arrange, type RunSheet } from '../../core/cleaning/run';
import { ok } from '../../core/units/result';
import { insertDataEntry } from '../../records/audit-log';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import { listStations, machineById, stationById, type StationRow } from '../../records/machines';
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
import { answeredQuestions, judgeFor, stationMethods } from '../care/methods';
import { minutesFinder, timedTask } from './minutes';
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
import type { SheetPlace } from './run-parts';
import { placeId } from './run-parts';

/** A clean-down: its tasks, and how far it has come. */
export interface Sheet {
  row: Omit<SheetRow, 'run'>;
  tasks: SheetTaskRow[];
  /** of the tasks, how many have a result */
  marked: number;
  paused: Progress['paused'];
}

/** Tasks of a sheet before it has one. */
export const pickedTasks = z.array(z.object({ stationId: id, task: id })).max(300);
export type PickedTask = z.output<typeof pickedTasks>[number];

/**
 * The tasks of a sheet as they are worked: each once, and for a strip-clean of the whole machine every
 * other task of it (of several depths at one station the deepest).
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
  return [...new Map(all.map((one) => [placeId(one.stationId, one.task), one])).values()];
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
  z.object({ machineId: id, tasks: pickedTasks, campaignId: id.nullish() }),
  (shop, actor, { machineId, tasks: picked, campaignId }): Outcome<Sheet> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    if (openSheetOf(shop.db, machineId)) {
      return refuse(`${machine.value.nickname} is being cleaned already: resume that clean-down.`);
    }
    const tasks = checkPicked(shop, machineId, picked);
    if (!tasks.ok) return tasks;
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

/** Every clean-down in work. */
export function sheetsInWork(shop: Pick<Shop, 'db'>): Sheet[] {
  return openSheets(shop.db).map((row) => withProgress(shop, row));
}

/** What is picked, as the written sheet needs it. Stations that were removed since are left out. */
export function placesOf(
  shop: Shop,
  machineId: string,
  tasks: readonly PickedTask[],
): SheetPlace[] {
  const machine = machineById(shop.db, machineId)!;
  const findTask = taskReader(shop);
  const learnedOf = minutesFinder(shop);
  const order = new Map(listStations(shop.db, machineId).map(({ id }, index) => [id, index]));
  return tasks
    .flatMap(({ stationId, task: key }): SheetPlace[] => {
      const station = stationById(shop.db, stationId);
      const task = station && findTask(station, key);
      if (!station || !task) return [];
      const learned = learnedOf({
        stationId,
        stationKind: station.kind,
        family: machine.family,
        task: key,
      });
      const whole = station.kind === 'whole' && tasks.length > 1;
      return [
        {
          stationId,
          stationKind: station.kind,
          station: station.name,
          // its parts stand on the sheet for themselves: what is left is a look round
          task: whole
            ? { ...task, minutes: { active: 1, passive: 0, finishing: 0 } }
            : timedTask(task, learned),
          methods: stationMethods(shop, stationId, task.group),
          harmful: (method) => judgeFor(shop, station, method).verdict === 'harmful',
          schools: new Set(
            answeredQuestions(shop, stationId)
              .filter(({ by }) => by !== null)
              .map(({ id, chosen }) => `${id}:${chosen}`),
          ),
          learned: whole ? null : (learned?.of ?? null),
        },
      ];
    })
    .sort((a, b) => (order.get(a.stationId) ?? 0) - (order.get(b.stationId) ?? 0));
}

/** The written sheet of tasks that are only thought of: for practising, for a look before starting. */
export function draftRun(
  shop: Shop,
  machineId: string,
  picked: readonly PickedTask[],
): Outcome<RunSheet> {
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const tasks = checkPicked(shop, machineId, picked);
  if (!tasks.ok) return tasks;
  return ok(buildRun(findFamily(machine.value.family)!, placesOf(shop, machineId, tasks.value)));
}

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
  const family = findFamily(machineById(shop.db, row.machineId)!.family)!;
  return buildRun(family, placesOf(shop, row.machineId, sheetTasks(shop.db, row.id)), ordered);
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
