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

/** A picture taken in a clean-down: of which task, before or after it. */
export interface SheetPicture {
  photo: string;
  /** station id and task key, joined by a dot */
  of: string;
  when: 'before' | 'after' | 'orientation';
  at: number;
  person: string;
  machineId: string;
}

/** The pictures of all clean-downs, oldest first. Begins at the pictures: they are few beside what was pressed. */
export function sheetPictures(db: Db): SheetPicture[] {
  return statement(
    db,
    `select json_extract(t.what, '$.photo') photo, json_extract(t.what, '$.of') "of",
       json_extract(t.what, '$.when') "when", t.at, t.person, s.machine_id machineId
     from (select distinct entry_id from photo) p
     join sheet s on s.hold_id = p.entry_id
     join sheet_tick t on t.sheet_id = s.id
     where json_extract(t.what, '$.kind') = 'photo'
     order by t.at, t.id`,
  ).all() as SheetPicture[];
}
