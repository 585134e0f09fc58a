import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import fs from 'node:fs';
import path from 'node:path';
import * as schema from './schema';

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database };

const recordsFile = 'bitacora.sqlite';

/** A write that failed below us; the driver's error is its `cause`. */
export class RecordsError extends Error {
  constructor(cause: unknown) {
    super(
      `The records could not be written: ${cause instanceof Error ? cause.message : String(cause)}. Nothing of this step was kept.`,
      { cause },
    );
    this.name = 'RecordsError';
  }
}

/**
 * Opens the records under a folder, made when absent, and brings them up to date. Before migrations
 * change an existing file a copy of it is put aside.
 * @param dataDir folder of the data
 * @param options.migrations folder of the migrations; by default the project's own
 * @param options.waitMs how long a write waits, blocking, for another process to finish writing
 */
export function openRecords(
  dataDir: string,
  { migrations = defaultMigrations(), waitMs = 10_000 } = {},
): Db {
  fs.mkdirSync(dataDir, { recursive: true });
  const file = path.join(dataDir, recordsFile);
  const existed = fs.existsSync(file);
  const client = new Database(file, { timeout: waitMs });
  client.pragma('journal_mode = WAL');
  client.pragma('synchronous = FULL');
  client.pragma('foreign_keys = ON');
  client.pragma('cache_size = -65536');
  const db = drizzle(client, { schema });
  if (existed) copyBeforeMigrating(client, file, migrations);
  migrate(db, { migrationsFolder: migrations });
  return db;
}

function defaultMigrations(): string {
  return path.join(/* turbopackIgnore: true */ process.cwd(), 'src', 'records', 'migrations');
}

function copyBeforeMigrating(client: Database.Database, file: string, migrations: string): void {
  const known = readMigrationFiles({ migrationsFolder: migrations }).length;
  const tracked = client
    .prepare(`select 1 from sqlite_master where name = '__drizzle_migrations'`)
    .get();
  if (!tracked) return;
  const applied = client.prepare('select count(*) n from __drizzle_migrations').get() as {
    n: number;
  };
  if (applied.n >= known) return;
  client.prepare('vacuum into ?').run(`${file}.before-${applied.n}-${Date.now()}`);
}

/**
 * Copies the records as they stand into another folder, for trying something on them.
 * @param dataDir an existing folder without records
 */
export function copyRecords(db: Db, dataDir: string): void {
  db.$client.prepare('vacuum into ?').run(path.join(dataDir, recordsFile));
}

/**
 * Runs a write in one immediate transaction: all of it is kept or none. Within one that already runs
 * it joins it.
 * @throws RecordsError when the database refuses
 */
export function write<T>(db: Db, step: () => T): T {
  if (db.$client.inTransaction) return step();
  try {
    return db.$client.transaction(step).immediate();
  } catch (error) {
    throw driverCode(error) ? new RecordsError(error) : error;
  }
}

/** Changes whenever anything was written, by this connection or another. */
export function recordsVersion(db: Db): string {
  const others = db.$client.pragma('data_version', { simple: true });
  const { own } = db.$client.prepare('select total_changes() own').get() as { own: number };
  return `${String(others)}.${own}`;
}

/** Whether a write failed only because another process is writing: worth another try. */
export function isBusy(error: unknown): boolean {
  const cause = error instanceof RecordsError ? error.cause : error;
  return driverCode(cause)?.startsWith('SQLITE_BUSY') ?? false;
}

/**
 * Code of a driver's error. Told by its name, not its class: bundles may hold the class more than once,
 * and an error made in another realm is no instance of this one's `Object`.
 */
function driverCode(error: unknown): string | null {
  const { name, code } = (error ?? {}) as { name?: string; code?: string };
  return name === 'SqliteError' ? (code ?? null) : null;
}
