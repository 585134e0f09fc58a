import { eq, inArray } from 'drizzle-orm';
import type { Db } from './database';
import { photo } from './schema';

export type PhotoRow = typeof photo.$inferSelect;

export function insertPhoto(db: Db, row: typeof photo.$inferInsert): void {
  db.insert(photo).values(row).run();
}

export function photoById(db: Db, id: string): PhotoRow | null {
  return db.select().from(photo).where(eq(photo.id, id)).get() ?? null;
}

/** The picture that came with this key, or `null`. */
export function photoByKey(db: Db, key: string): PhotoRow | null {
  return db.select().from(photo).where(eq(photo.key, key)).get() ?? null;
}

export function photosOf(db: Db, entryIds: string[]): PhotoRow[] {
  if (entryIds.length === 0) return [];
  return db.select().from(photo).where(inArray(photo.entryId, entryIds)).all();
}
