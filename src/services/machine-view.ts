import { careHistory } from '../records/care';
import { listMachines, machineById, type MachineRow } from '../records/machines';
import type { CareResult, Finding } from '../core/care/care';
import { strikesOf } from '../records/book';
import type { Shop } from './shop';

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
}

/** What happened at a station, newest first. */
export function stationHistory(shop: Shop, stationId: string, limit = 20): HistoryLine[] {
  const rows = careHistory(shop.db, stationId, limit);
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
