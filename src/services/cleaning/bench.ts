import { z } from 'zod';
import { openingName } from '../../catalogue/openings';
import { dueAs } from '../care/due-as';
import { placeAt } from '../../core/parts/presence';
import { ok } from '../../core/units/result';
import { insertDataEntry } from '../../records/audit-log';
import { insertSheet, openBenchSheet } from '../../records/cleaning';
import { newId } from '../../records/ids';
import { listMachines, machineById, type MachineRow } from '../../records/machines';
import { dueOfModule, type StationDue } from '../care/due';
import type { ShelfItem } from '../inventory/inventory';
import { listModules, slotsOf, type Module } from '../parts/parts';
import { refuse, stamp, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';
import { pickable, type Pickable } from './pick';
import { checkPicked, pickedTasks, readSheet, type Sheet } from './sheets';
import { workFinder } from './work';

/** A head in the drawer, that can be cleaned at the bench with no machine stopped. */
export interface DrawerHead {
  id: string;
  serial: string;
  name: string;
  /** how many of its tasks are due */
  due: number;
  /** its clean-down, where one is in work */
  sheetId: string | null;
}

/** What a module at the bench is, beside the machine whose stations it fills. */
interface AtBench {
  part: Module;
  machine: MachineRow;
  stations: StationDue[];
}

/** The machine a module in the drawer is looked at as part of: the one it was in last, else one with room for it. */
function machineFor(shop: Shop, part: Module): MachineRow | null {
  const last = part.moves.findLast(({ machineId }) => machineId !== null)?.machineId;
  const was = last ? machineById(shop.db, last) : null;
  if (was?.retiredAt === null) return was;
  const room = ({ id: machineId }: MachineRow) =>
    slotsOf(shop, machineId).some((kind) => kind.id === part.kind.id);
  return listMachines(shop.db).find(room) ?? null;
}

const inDrawer = (shop: Shop, { kind, ended, moves }: Module) =>
  kind.id === 'head' && ended === null && placeAt(moves, shop.now()) === null;

/** The heads that lie in the drawer and fit a machine of the shop. */
export function drawerHeads(shop: Shop): DrawerHead[] {
  return listModules(shop)
    .filter((part) => inDrawer(shop, part))
    .flatMap((part): DrawerHead[] => {
      const machine = machineFor(shop, part);
      if (!machine) return [];
      const tasks = dueOfModule(shop, part, machine).flatMap((station) => station.tasks);
      return [
        {
          id: part.id,
          serial: part.serial,
          name: part.name,
          due: tasks.filter((task) => ![null, 'put off'].includes(dueAs(task))).length,
          sheetId: openBenchSheet(shop.db, part.id)?.id ?? null,
        },
      ];
    });
}

function requireAtBench(shop: Shop, moduleId: string): Outcome<AtBench> {
  const part = listModules(shop).find((one) => one.id === moduleId);
  if (!part) return refuse('That module is not in the book.');
  if (part.kind.id !== 'head') return refuse('Only a head has a sheet of its own at the bench.');
  if (part.ended) return refuse(`${part.serial} has ended (${part.ended.why}).`);
  if (!inDrawer(shop, part)) {
    return refuse(`${part.serial} is in a machine: clean it there, or take it out first.`);
  }
  const machine = machineFor(shop, part);
  if (!machine)
    return refuse(`No machine here has room for ${part.serial}: its build is not known.`);
  return ok({ part, machine, stations: dueOfModule(shop, part, machine) });
}

/** Where a head at the bench is looked up: the machine that has room for it, and the head itself. */
export function benchPlace(
  shop: Shop,
  moduleId: string,
): Outcome<{ machineId: string; headId: string }> {
  const found = requireAtBench(shop, moduleId);
  return found.ok ? ok({ machineId: found.value.machine.id, headId: moduleId }) : found;
}

/** What can be cleaned of a head in the drawer, what is heaviest due first. */
export function benchTasks(
  shop: Shop,
  moduleId: string,
  items: readonly ShelfItem[],
): Outcome<{ part: Module; tasks: Pickable[]; sheetId: string | null }> {
  const found = requireAtBench(shop, moduleId);
  if (!found.ok) return found;
  const { part, machine, stations } = found.value;
  const tasks = pickable({ ...machine, headId: part.id, stations }, items, workFinder(shop));
  return ok({
    part,
    sheetId: openBenchSheet(shop.db, part.id)?.id ?? null,
    // it is off already
    tasks: tasks.map((task) => ({
      ...task,
      openings: task.openings.filter((name) => name !== openingName('head-off')),
    })),
  });
}

/** Starts the clean-down of a head at the bench. No machine is held; what is recorded goes with the head. */
export const startBenchSheet = useCase(
  z.object({ moduleId: id, tasks: pickedTasks }),
  (shop, actor, { moduleId, tasks: picked }): Outcome<Sheet> => {
    const found = requireAtBench(shop, moduleId);
    if (!found.ok) return found;
    const { part, machine, stations } = found.value;
    if (openBenchSheet(shop.db, moduleId)) {
      return refuse(`${part.serial} is being cleaned already: resume that clean-down.`);
    }
    const tasks = checkPicked(shop, machine.id, picked);
    if (!tasks.ok) return tasks;
    const ofHead = new Set(stations.map((station) => station.id));
    if (tasks.value.some(({ stationId }) => !ofHead.has(stationId))) {
      return refuse('That task is not one of the head: it needs its machine.', 'tasks');
    }
    const sheetId = newId();
    const common = { machineId: machine.id, ...stamp(shop, actor) };
    const startedId = insertDataEntry(shop.db, {
      kind: 'clean-down started',
      ...common,
      data: { sheetId, tasks: tasks.value.length, module: part.serial },
    });
    insertSheet(
      shop.db,
      {
        id: sheetId,
        machineId: machine.id,
        startedAt: common.at,
        startedBy: actor.name,
        // nothing is held: its pictures are kept with its beginning
        holdId: startedId,
        closedAt: null,
        run: null,
        campaignId: null,
        occasion: null,
        moduleId,
      },
      tasks.value,
    );
    return ok(readSheet(shop, sheetId)!);
  },
);

/** What a sheet cleans, by name: its machine, or the head that lies on the bench. */
export function sheetSubject(
  shop: Shop,
  { machineId, moduleId }: { machineId: string; moduleId: string | null },
): { id: string; nickname: string; bench: boolean } {
  const part = moduleId && listModules(shop).find((one) => one.id === moduleId);
  const { nickname } = machineById(shop.db, machineId)!;
  return {
    id: machineId,
    ...(part ? { nickname: part.serial, bench: true } : { nickname, bench: false }),
  };
}
