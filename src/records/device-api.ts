import { asc, eq } from 'drizzle-orm';
import type { Db } from './database';
import { device } from './schema';

export type DeviceRow = typeof device.$inferSelect;

export function insertDevice(db: Db, row: DeviceRow): void {
  db.insert(device).values(row).run();
}

export function listDevices(db: Db): DeviceRow[] {
  return db.select().from(device).orderBy(asc(device.id)).all();
}

export function deviceById(db: Db, id: string): DeviceRow | null {
  return db.select().from(device).where(eq(device.id, id)).get() ?? null;
}

export function deviceByHash(db: Db, tokenHash: string): DeviceRow | null {
  return db.select().from(device).where(eq(device.tokenHash, tokenHash)).get() ?? null;
}

export function revokeDevice(db: Db, id: string, revokedAt: number): void {
  db.update(device).set({ revokedAt }).where(eq(device.id, id)).run();
}
