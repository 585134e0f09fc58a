import { and, eq, isNull } from 'drizzle-orm';
import type { SheetEvent } from '../core/cleaning/progress';
import type { Db } from './database';
import { campaign, sheet, sheetTask } from './schema';
import { statement } from './statement';

export type SheetRow = typeof sheet.$inferSelect;
export type SheetTaskRow = typeof sheetTask.$inferSelect;
export type CampaignRow = typeof campaign.$inferSelect;

export function insertSheet(
  db: Db,
  row: SheetRow,
  tasks: readonly { stationId: string; task: string }[],
) {
  db.insert(sheet).values(row).run();
  db.insert(sheetTask)
    .values(tasks.map(({ stationId, task }) => ({ sheetId: row.id, stationId, task })))
    .run();
}

export function sheetById(db: Db, id: string): SheetRow | null {
  return db.select().from(sheet).where(eq(sheet.id, id)).get() ?? null;
}

/** The clean-downs in work, those at the bench too, without the run of each. */
export function openSheets(db: Db): Omit<SheetRow, 'run'>[] {
  return db
    .select({
      id: sheet.id,
      machineId: sheet.machineId,
      startedAt: sheet.startedAt,
      startedBy: sheet.startedBy,
      holdId: sheet.holdId,
      closedAt: sheet.closedAt,
      campaignId: sheet.campaignId,
      occasion: sheet.occasion,
      moduleId: sheet.moduleId,
    })
    .from(sheet)
    .where(isNull(sheet.closedAt))
    .all();
}

/** The clean-down of a module at the bench that is in work, or `null`. */
export function openBenchSheet(db: Db, moduleId: string): SheetRow | null {
  return (
    db
      .select()
      .from(sheet)
      .where(and(eq(sheet.moduleId, moduleId), isNull(sheet.closedAt)))
      .get() ?? null
  );
}

/** The clean-down of a machine in work, or `null`. One at the bench is none of the machine's. */
export function openSheetOf(db: Db, machineId: string): SheetRow | null {
  return (
    db
      .select()
      .from(sheet)
      .where(and(eq(sheet.machineId, machineId), isNull(sheet.moduleId), isNull(sheet.closedAt)))
      .get() ?? null
  );
}

export function sheetsOfCampaign(db: Db, campaignId: string): SheetRow[] {
  return db.select().from(sheet).where(eq(sheet.campaignId, campaignId)).all();
}

export function updateSheet(db: Db, id: string, change: Partial<Omit<SheetRow, 'id'>>): void {
  db.update(sheet).set(change).where(eq(sheet.id, id)).run();
}

export function sheetTasks(db: Db, sheetId: string): SheetTaskRow[] {
  return db.select().from(sheetTask).where(eq(sheetTask.sheetId, sheetId)).all();
}

/** An event as kept, with when it came in. */
export interface KeptSheetEvent extends SheetEvent {
  receivedAt: number;
}

/** The events of a sheet in the order in which they came in. */
export function sheetEvents(db: Db, sheetId: string): KeptSheetEvent[] {
  const rows = statement(
    db,
    `select id, at, received_at receivedAt, person, what from sheet_tick
     where sheet_id = ? order by rowid`,
  ).all(sheetId) as (Omit<KeptSheetEvent, 'what'> & { what: string })[];
  return rows.map((row) => ({ ...row, what: JSON.parse(row.what) as SheetEvent['what'] }));
}

/** Keeps an event. @returns false when it was kept before */
export function insertSheetEvent(db: Db, sheetId: string, event: KeptSheetEvent): boolean {
  const { changes } = statement(
    db,
    `insert into sheet_tick (id, sheet_id, at, received_at, person, what)
     values (?, ?, ?, ?, ?, ?) on conflict (id) do nothing`,
  ).run(event.id, sheetId, event.at, event.receivedAt, event.person, JSON.stringify(event.what));
  return changes === 1;
}

export function insertCampaign(db: Db, row: CampaignRow): void {
  db.insert(campaign).values(row).run();
}

export function campaignById(db: Db, id: string): CampaignRow | null {
  return db.select().from(campaign).where(eq(campaign.id, id)).get() ?? null;
}

export function updateCampaign(db: Db, id: string, change: Partial<Omit<CampaignRow, 'id'>>): void {
  db.update(campaign).set(change).where(eq(campaign.id, id)).run();
}
