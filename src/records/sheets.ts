import { and, eq, isNull } from 'drizzle-orm';
import type { Db } from './database';
import { sheet, sheetTask } from './schema';

export type SheetRow = typeof sheet.$inferSelect;
export type SheetTaskRow = typeof sheetTask.$inferSelect;

export function insertSheet(db: Db, row: SheetRow, tasks: { stationId: string; task: string }[]) {
  db.insert(sheet).values(row).run();
  db.insert(sheetTask)
    .values(tasks.map((task) => ({ sheetId: row.id, ...task })))
    .run();
}

export function sheetById(db: Db, id: string): SheetRow | null {
  return db.select().from(sheet).where(eq(sheet.id, id)).get() ?? null;
}

export function openSheets(db: Db): SheetRow[] {
  return db.select().from(sheet).where(isNull(sheet.closedAt)).all();
}

export function openSheetOf(db: Db, machineId: string): SheetRow | null {
  return (
    db
      .select()
      .from(sheet)
      .where(and(eq(sheet.machineId, machineId), isNull(sheet.closedAt)))
      .get() ?? null
  );
}

export function updateSheet(db: Db, id: string, change: Partial<Omit<SheetRow, 'id'>>): void {
  db.update(sheet).set(change).where(eq(sheet.id, id)).run();
}

export function sheetTasks(db: Db, sheetId: string): SheetTaskRow[] {
  return db.select().from(sheetTask).where(eq(sheetTask.sheetId, sheetId)).all();
}

export function updateSheetTask(
  db: Db,
  key: { sheetId: string; stationId: string; task: string },
  change: Partial<Omit<SheetTaskRow, 'sheetId' | 'stationId' | 'task'>>,
): number {
  return db
    .update(sheetTask)
    .set(change)
    .where(
      and(
        eq(sheetTask.sheetId, key.sheetId),
        eq(sheetTask.stationId, key.stationId),
        eq(sheetTask.task, key.task),
      ),
    )
    .run().changes;
}
