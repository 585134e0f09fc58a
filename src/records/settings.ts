import { eq } from 'drizzle-orm';
import type { Db } from './database';
import { setting } from './schema';

/** The value of a shop setting, or `null` when it was never set. */
export function readSetting(db: Db, name: string): string | null {
  return db.select().from(setting).where(eq(setting.name, name)).get()?.value ?? null;
}

export function writeSetting(db: Db, name: string, value: string): void {
  db.insert(setting)
    .values({ name, value })
    .onConflictDoUpdate({ target: setting.name, set: { value } })
    .run();
}
