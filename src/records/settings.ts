import type { Db } from './database';
import { setting } from './schema';
import { statement } from './statement';

/** The value of a shop setting, or `null` when it was never set. */
export function readSetting(db: Db, name: string): string | null {
  const row = statement(db, 'select value from setting where name = ?').get(name) as
    { value: string } | undefined;
  return row?.value ?? null;
}

export function writeSetting(db: Db, name: string, value: string): void {
  db.insert(setting)
    .values({ name, value })
    .onConflictDoUpdate({ target: setting.name, set: { value } })
    .run();
}
