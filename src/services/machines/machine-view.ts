import { stationKind } from '../../catalogue/catalogue';
import { careHistory } from '../../records/care';
import { listMachines, machineById, stationById, type MachineRow } from '../../records/machines';
import type { CareGroup, CareResult, Finding } from '../../core/care/care';
import { strikesOf } from '../../records/audit-log';
import { moduleFinder } from '../parts/parts';
import type { Shop } from '../shop';

/** One line of a station's history. */
export interface HistoryLine {
  id: string;
  at: number;
  person: string;
  task: string;
  result: CareResult;
  finding: Finding | null;
  method: string | null;
  minutes: number | null;
  note: string | null;
  struck: boolean;
  /** done to its module at the bench */
  bench: boolean;
}

/** What happened at a station, newest first. */
export function stationHistory(shop: Shop, stationId: string, limit = 20): HistoryLine[] {
  const station = stationById(shop.db, stationId);
  const fitted = station && moduleFinder(shop, shop.now())(station.machineId, station.kind);
  const part = fitted ? { moduleId: fitted.module.id, stationKind: station!.kind } : null;
  const rows = careHistory(shop.db, stationId, limit, part);
  const struck = strikesOf(
    shop.db,
    rows.map(({ entry }) => entry.id),
  );
  return rows.map(({ care, entry }) => ({
    id: entry.id,
    at: care.at,
    person: entry.person,
    task: care.task,
    result: care.result,
    finding: care.finding,
    method: care.method,
    minutes: care.minutes,
    note: entry.note,
    struck: struck.has(entry.id),
    bench: care.moduleId !== null,
  }));
}

/** A machine, retired or not, for its page. */
export function findMachine(shop: Shop, id: string): MachineRow | null {
  return machineById(shop.db, id);
}

/** Every machine, retired ones too. */
export function allMachines(shop: Shop): MachineRow[] {
  return listMachines(shop.db, { retired: true });
}

/** What a list to choose from needs of the machines: a row holds the label's secret, and stays on the server. */
export function machineNames(
  shop: Shop,
  { retired }: { retired: boolean },
): { id: string; nickname: string }[] {
  return listMachines(shop.db, { retired }).map(({ id, nickname }) => ({ id, nickname }));
}

/** A station by its id, in words, with the groups its tasks count; `null` when it is gone. */
export function stationPlace(
  shop: Shop,
  id: string,
): {
  stationId: string;
  machineId: string;
  station: string;
  machine: string;
  groups: CareGroup[];
} | null {
  const station = stationById(shop.db, id);
  if (!station || station.removedAt !== null) return null;
  return {
    stationId: station.id,
    machineId: station.machineId,
    station: station.name,
    machine: machineById(shop.db, station.machineId)!.nickname,
    groups: stationKind(station.kind).tasks.map(({ group }) => group),
  };
}
