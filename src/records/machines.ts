import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Db } from './database';
import { machine, station } from './schema';

export type MachineRow = typeof machine.$inferSelect;
export type StationRow = typeof station.$inferSelect;

/** Every machine in the order they were added; retired ones only when asked for. */
export function listMachines(db: Db, { retired = false } = {}): MachineRow[] {
  return db
    .select()
    .from(machine)
    .where(retired ? undefined : isNull(machine.retiredAt))
    .orderBy(asc(machine.id))
    .all();
}

export function machineById(db: Db, id: string): MachineRow | null {
  return db.select().from(machine).where(eq(machine.id, id)).get() ?? null;
}

/** A machine by its nickname, whatever its case. */
export function machineByNickname(db: Db, nickname: string): MachineRow | null {
  const name = nickname.trim().toLowerCase();
  return (
    db
      .select()
      .from(machine)
      .where(eq(sql`lower(${machine.nickname})`, name))
      .get() ?? null
  );
}

export function machineByLabel(db: Db, token: string): MachineRow | null {
  return db.select().from(machine).where(eq(machine.labelToken, token)).get() ?? null;
}

export function insertMachine(db: Db, row: MachineRow): void {
  db.insert(machine).values(row).run();
}

export function updateMachine(db: Db, id: string, change: Partial<Omit<MachineRow, 'id'>>): void {
  db.update(machine).set(change).where(eq(machine.id, id)).run();
}

/** The stations in use, of one machine or of all, in path order. */
export function listStations(db: Db, machineId?: string): StationRow[] {
  return db
    .select()
    .from(station)
    .where(and(isNull(station.removedAt), machineId ? eq(station.machineId, machineId) : undefined))
    .orderBy(asc(station.machineId), asc(station.position))
    .all();
}

export function stationById(db: Db, id: string): StationRow | null {
  return db.select().from(station).where(eq(station.id, id)).get() ?? null;
}

export function insertStations(db: Db, rows: StationRow[]): void {
  db.insert(station).values(rows).run();
}

export function updateStation(db: Db, id: string, change: Partial<Omit<StationRow, 'id'>>): void {
  db.update(station).set(change).where(eq(station.id, id)).run();
}
