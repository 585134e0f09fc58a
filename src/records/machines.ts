import { eq } from 'drizzle-orm';
import type { Db } from './database';
import { machine, station } from './schema';
import { statement } from './statement';

export type MachineRow = typeof machine.$inferSelect;
export type StationRow = typeof station.$inferSelect;

// Bare: Today and every logged session ask for machines and stations.

type RawMachine = Omit<MachineRow, 'card' | 'controller'> & {
  card: string;
  controller: string | null;
};

const machineColumns =
  'id, nickname, family, card, label_token labelToken, controller, added_at addedAt, retired_at retiredAt';

function machineOf(raw: RawMachine): MachineRow {
  return {
    ...raw,
    card: JSON.parse(raw.card) as MachineRow['card'],
    controller:
      raw.controller === null ? null : (JSON.parse(raw.controller) as MachineRow['controller']),
  };
}

function oneMachine(db: Db, condition: string, value: string): MachineRow | null {
  const raw = statement(db, `select ${machineColumns} from machine where ${condition}`).get(value);
  return raw ? machineOf(raw as RawMachine) : null;
}

/** Every machine in the order they were added; retired ones only when asked for. */
export function listMachines(db: Db, { retired = false } = {}): MachineRow[] {
  const which = retired ? '' : 'where retired_at is null';
  const rows = statement(db, `select ${machineColumns} from machine ${which} order by id`).all();
  return (rows as RawMachine[]).map(machineOf);
}

export function machineById(db: Db, id: string): MachineRow | null {
  return oneMachine(db, 'id = ?', id);
}

/** A machine by its nickname, whatever its case. */
export function machineByNickname(db: Db, nickname: string): MachineRow | null {
  return oneMachine(db, 'lower(nickname) = ?', nickname.trim().toLowerCase());
}

export function machineByLabel(db: Db, token: string): MachineRow | null {
  return oneMachine(db, 'label_token = ?', token);
}

export function insertMachine(db: Db, row: MachineRow): void {
  db.insert(machine).values(row).run();
}

export function updateMachine(db: Db, id: string, change: Partial<Omit<MachineRow, 'id'>>): void {
  db.update(machine).set(change).where(eq(machine.id, id)).run();
}

const stationColumns =
  'id, machine_id machineId, slug, kind, name, short, position, counts_from countsFrom, removed_at removedAt';

/** The stations in use, of one machine or of all, in path order. */
export function listStations(db: Db, machineId?: string): StationRow[] {
  const which = machineId ? 'and machine_id = ?' : '';
  return statement(
    db,
    `select ${stationColumns} from station where removed_at is null ${which} order by machine_id, position`,
  ).all(...(machineId ? [machineId] : [])) as StationRow[];
}

/** Stations of a machine that were removed, the last first. */
export function removedStations(db: Db, machineId: string): StationRow[] {
  return statement(
    db,
    `select ${stationColumns} from station where removed_at is not null and machine_id = ? order by removed_at desc`,
  ).all(machineId) as StationRow[];
}

export function stationById(db: Db, id: string): StationRow | null {
  return (statement(db, `select ${stationColumns} from station where id = ?`).get(id) ??
    null) as StationRow | null;
}

export function insertStations(db: Db, rows: StationRow[]): void {
  db.insert(station).values(rows).run();
}

export function updateStation(db: Db, id: string, change: Partial<Omit<StationRow, 'id'>>): void {
  db.update(station).set(change).where(eq(station.id, id)).run();
}
