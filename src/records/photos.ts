import { eq } from 'drizzle-orm';
import type { Db } from './database';
import { photo } from './schema';
import { statement } from './statement';

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
  return statement(
    db,
    `select id, entry_id entryId, width, height, stored_at storedAt, key from photo
     where entry_id in (select value from json_each(?)) order by id`,
  ).all(JSON.stringify(entryIds)) as PhotoRow[];
}
