import { asc, desc, eq, gte } from 'drizzle-orm';
import type { Db } from './database';
import { calendar, plannedEvent, weekPlan } from './schema';

export type { CalendarTimes } from './schema';

export type CalendarRow = typeof calendar.$inferSelect;
export type ScheduleRow = typeof weekPlan.$inferSelect;
export type PlannedEventRow = typeof plannedEvent.$inferSelect;

export function listCalendars(db: Db): CalendarRow[] {
  return db.select().from(calendar).orderBy(asc(calendar.name), asc(calendar.id)).all();
}

export function calendarById(db: Db, id: string): CalendarRow | null {
  return db.select().from(calendar).where(eq(calendar.id, id)).get() ?? null;
}

export function insertCalendar(db: Db, row: CalendarRow): void {
  db.insert(calendar).values(row).run();
}

export function updateCalendar(
  db: Db,
  id: string,
  change: Partial<Pick<CalendarRow, 'source' | 'readAt' | 'problem' | 'times'>>,
): void {
  db.update(calendar).set(change).where(eq(calendar.id, id)).run();
}

export function deleteCalendar(db: Db, id: string): void {
  db.delete(calendar).where(eq(calendar.id, id)).run();
}

/** The latest plans, the one that holds first. */
export function latestSchedules(db: Db, count: number): ScheduleRow[] {
  return db.select().from(weekPlan).orderBy(desc(weekPlan.id)).limit(count).all();
}

export function insertSchedule(db: Db, row: ScheduleRow): void {
  db.insert(weekPlan).values(row).run();
}

/** What the feed knows of clean-downs that end at or after an instant. */
export function plannedEvents(db: Db, from: number): PlannedEventRow[] {
  return db
    .select()
    .from(plannedEvent)
    .where(gte(plannedEvent.end, from))
    .orderBy(asc(plannedEvent.start), asc(plannedEvent.id))
    .all();
}

export function putPlannedEvent(db: Db, row: PlannedEventRow): void {
  const { id: _, ...rest } = row;
  db.insert(plannedEvent)
    .values(row)
    .onConflictDoUpdate({ target: plannedEvent.id, set: rest })
    .run();
}
