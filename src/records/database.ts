import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { readMigrationFiles, type MigrationMeta } from 'drizzle-orm/migrator';
import fs from 'node:fs';
import path from 'node:path';
import * as schema from './schema';

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database };

/** better-sqlite3 12 aborts under Node 24 (seen with 24.21) when a statement is collected; 13 leaves Node 20 behind. */
const newestNode = 22;

/** Name of the file of the records, in the folder of the data. */
export const recordsFile = 'bitacora.sqlite';

/** A write that failed below us, said so that a person can act on it; the driver's error is its `cause`. */
export class RecordsError extends Error {
  constructor(cause: unknown) {
    super(`${writeTrouble(cause)} Nothing of this step was kept.`, { cause });
    this.name = 'RecordsError';
  }
}

function writeTrouble(cause: unknown): string {
  const code = driverCode(cause) ?? '';
  if (code.startsWith('SQLITE_FULL')) {
    return 'The disk of the server is full: free some space on it, then try again.';
  }
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED')) {
    return 'Another program is writing into the records: wait until it is done, then try again.';
  }
  if (code.startsWith('SQLITE_READONLY') || code.startsWith('SQLITE_CANTOPEN')) {
    return 'The folder of the data cannot be written: give the server the right to write there.';
  }
  if (isDamage(code)) {
    return `The records are damaged (${messageOf(cause)}): stop the server and put a copy back with "npm run restore COPY".`;
  }
  if (code === 'SQLITE_CONSTRAINT_FOREIGNKEY') {
    return 'It names something that is not in the book, or no longer: load the page again.';
  }
  if (code.startsWith('SQLITE_IOERR')) {
    return `The disk of the server failed (${messageOf(cause)}): look at it before going on.`;
  }
  return `The records could not be written: ${messageOf(cause)}.`;
}

const isDamage = (code: string) =>
  code.startsWith('SQLITE_CORRUPT') || code.startsWith('SQLITE_NOTADB');
const messageOf = (error: unknown) => (error instanceof Error ? error.message : String(error));

/** Records that must not be opened: what is wrong with them, and what to do. They were left as they are. */
export class RecordsUnusable extends Error {
  constructor(message: string, cause?: unknown) {
    super(message, { cause });
    this.name = 'RecordsUnusable';
  }
}

const putBack = 'Put a copy back with "npm run restore COPY", then start again.';

/**
 * Opens the records under a folder, made when there is none, and brings them up to date. Before migrations
 * change an existing file a copy of it is put aside.
 * @param dataDir folder of the data
 * @param options.migrations folder of the migrations; by default the project's own
 * @param options.waitMs how long a write waits, blocking, for another process to finish writing
 * @param options.readOnly whether nothing may be written through it
 * @param options.check whether all of the file is read through for damage (about 1 s for 500,000 lines)
 * @param options.node version of Node that runs this
 * @throws RecordsUnusable where a book was here and is missing, empty, damaged, foreign or newer than this program,
 * and under a Node newer than the driver bears
 */
export function openRecords(
  dataDir: string,
  {
    migrations = defaultMigrations(),
    waitMs = 10_000,
    check = false,
    readOnly = false,
    node = process.versions.node,
  } = {},
): Db {
  if (Number(node.split('.')[0]) > newestNode) {
    throw new RecordsUnusable(
      `This is Node ${node}, under which the database driver breaks off: use Node 20.19 to ${newestNode}. Nothing was touched.`,
    );
  }
  const file = path.join(dataDir, recordsFile);
  const past = hasPast(dataDir);
  const size = fs.existsSync(file) ? fs.statSync(file).size : null;
  if (past && size === null) {
    throw new RecordsUnusable(
      `The records are missing: ${file} is not there, though this folder had a book. No new one was begun. ${putBack}`,
    );
  }
  if (past && size === 0) {
    throw new RecordsUnusable(`The records are empty: ${file} holds nothing. ${putBack}`);
  }
  let client: Database.Database | null = null;
  try {
    fs.mkdirSync(dataDir, { recursive: true, mode: 0o700 });
    keepPrivate(dataDir, 0o700);
    // made before anything is in it, so that at no time another can read it
    if (size === null) fs.closeSync(fs.openSync(file, 'a', 0o600));
    client = new Database(file, { timeout: waitMs });
    const known = readMigrationFiles({ migrationsFolder: migrations });
    examine(client, file, known, past, check);
    client.pragma('journal_mode = WAL');
    client.pragma('synchronous = FULL');
    client.pragma('foreign_keys = ON');
    client.pragma('cache_size = -65536');
    if (size) copyBeforeMigrating(client, file, known.length);
    const db = drizzle(client, { schema });
    migrate(db, { migrationsFolder: migrations });
    for (const end of ['', '-wal', '-shm']) keepPrivate(`${file}${end}`, 0o600);
    opened.set(client, fs.statSync(file).ino);
    if (readOnly) client.pragma('query_only = ON');
    return db;
  } catch (error) {
    client?.close();
    throw error instanceof RecordsUnusable ? error : unusable(error, file);
  }
}

/** Which file on the disk each connection has open: one list a process, whatever bundle asks for it. */
const place = globalThis as { bitacoraOpened?: WeakMap<Database.Database, number> };
const opened = (place.bitacoraOpened ??= new WeakMap());

/**
 * A file that was deleted or put elsewhere stays open, and takes what is written with it when the process ends.
 * @throws RecordsUnusable where the file under its name is not the one that is open
 */
function assertThere({ $client: client }: Db): void {
  const known = opened.get(client);
  if (known === undefined || fs.statSync(client.name, { throwIfNoEntry: false })?.ino === known) {
    return;
  }
  throw new RecordsUnusable(
    `The records were taken away while the server was running: ${client.name} is no longer the file that it opened. Nothing of this step was kept. Stop the server. ${putBack}`,
  );
}

/** What it means that the records could not be opened; an error that is no matter of files goes on as it is. */
function unusable(error: unknown, file: string): unknown {
  const inner = (error as { cause?: unknown }).cause ?? error;
  const code = driverCode(error) ?? driverCode(inner) ?? (inner as NodeJS.ErrnoException).code;
  if (typeof code !== 'string') return error;
  if (isDamage(code)) {
    return new RecordsUnusable(
      `The records are damaged: ${file} cannot be read (${messageOf(inner)}). ${putBack}`,
      error,
    );
  }
  if (code.startsWith('SQLITE_')) return new RecordsUnusable(writeTrouble(inner), error);
  return new RecordsUnusable(
    `The folder of the data cannot be used: ${messageOf(inner)}. Nothing was changed.`,
    error,
  );
}

/** Whether a shop was at work in this folder before: its keys, pictures or copies are there. */
function hasPast(dataDir: string): boolean {
  let names: string[];
  try {
    names = fs.readdirSync(dataDir);
  } catch {
    return false;
  }
  return names.some(
    (name) =>
      ['secret', 'photos', 'post.json'].includes(name) || name.startsWith(`${recordsFile}.before-`),
  );
}

/** Refuses a file that is damaged, not ours, or made by a newer program, before anything touches it. */
function examine(
  client: Database.Database,
  file: string,
  known: readonly MigrationMeta[],
  past: boolean,
  thorough: boolean,
): void {
  if (thorough) {
    const [{ quick_check: found } = { quick_check: 'ok' }] = client.pragma('quick_check(1)') as {
      quick_check: string;
    }[];
    if (found !== 'ok') {
      throw new RecordsUnusable(`The records are damaged: ${file} (${found}). ${putBack}`);
    }
  }
  const tables = client.prepare(`select name from sqlite_master where type = 'table'`).pluck();
  const names = tables.all() as string[];
  if (names.length === 0) {
    if (!past) return;
    throw new RecordsUnusable(`The records are empty: ${file} has no book in it. ${putBack}`);
  }
  if (!names.includes('__drizzle_migrations')) {
    throw new RecordsUnusable(
      `${file} is not a book of this program: it was left as it is. Name another folder with DATA_DIR.`,
    );
  }
  const last = known.at(-1)?.folderMillis ?? 0;
  const newest = client.prepare('select max(created_at) from __drizzle_migrations').pluck().get();
  if (Number(newest ?? 0) > last) {
    throw new RecordsUnusable(
      `The records were written by a newer version of this program: start that one. ${file} was left as it is.`,
    );
  }
}

/** Makes a file the owner's alone. One that belongs to another, or is not there, stays as it is. */
function keepPrivate(file: string, mode: number): void {
  try {
    if ((fs.statSync(file).mode & 0o777) !== mode) fs.chmodSync(file, mode);
  } catch {
    // a folder lent by somebody else, or a file system without rights
  }
}

function defaultMigrations(): string {
  return path.join(/* turbopackIgnore: true */ process.cwd(), 'src', 'records', 'migrations');
}

function copyBeforeMigrating(client: Database.Database, file: string, known: number): void {
  const applied = client.prepare('select count(*) from __drizzle_migrations').pluck().get();
  if (Number(applied) >= known) return;
  copyWhole(client, `${file}.before-${Number(applied)}-${Date.now()}`);
}

/**
 * Writes the records as they stand into a file of their own, under its name only when it is whole and on disk.
 * Others may write meanwhile.
 */
function copyWhole(client: Database.Database, target: string): void {
  const part = `${target}.part`;
  fs.rmSync(part, { force: true });
  fs.closeSync(fs.openSync(part, 'wx', 0o600));
  client.prepare('vacuum into ?').run(part);
  const handle = fs.openSync(part, 'r+');
  fs.fsyncSync(handle);
  fs.closeSync(handle);
  fs.renameSync(part, target);
}

/**
 * Copies the records as they stand into another folder, for trying something on them or for keeping.
 * @param dataDir an existing folder without records
 */
export function copyRecords(db: Db, dataDir: string): void {
  copyWhole(db.$client, path.join(dataDir, recordsFile));
}

/** Carries a refusal out of a transaction, so that nothing of it is kept. */
class Undone extends Error {
  constructor(readonly refusal: unknown) {
    super('refused');
  }
}

const isRefusal = (outcome: unknown) =>
  typeof outcome === 'object' && outcome !== null && (outcome as { ok?: unknown }).ok === false;

/**
 * Runs a write in one immediate transaction: all of it is kept or none. A step that throws, or that comes out
 * as a refusal (`{ ok: false }`), leaves nothing. Within a write that already runs it is a part of that one.
 * @throws RecordsError when the database refuses
 */
export function write<T>(db: Db, step: () => T): T {
  const run = db.$client.transaction(() => {
    const outcome = step();
    if (isRefusal(outcome)) throw new Undone(outcome);
    return outcome;
  });
  try {
    if (db.$client.inTransaction) return run();
    assertThere(db);
    return run.immediate();
  } catch (error) {
    if (error instanceof Undone) return error.refusal as T;
    throw driverCode(error) ? new RecordsError(error) : error;
  }
}

/** Why records cannot be written just now, in words; `null`: they can. Another's write under way is no trouble. */
export function canWrite(db: Db): string | null {
  try {
    assertThere(db);
    db.$client.transaction(() => undefined).immediate();
    return null;
  } catch (error) {
    if (error instanceof RecordsUnusable) return error.message;
    return isBusy(error) ? null : new RecordsError(error).message;
  }
}

/** Whether another process is writing just now. Looks without waiting: a blocking wait holds up whoever asks next. */
export function isBeingWritten({ $client: client }: Db): boolean {
  const waitMs = client.pragma('busy_timeout', { simple: true }) as number;
  client.pragma('busy_timeout = 0');
  try {
    client.exec('begin immediate; rollback');
    return false;
  } catch (error) {
    // any other trouble is met, and put in words, by whoever writes
    return isBusy(error);
  } finally {
    client.pragma(`busy_timeout = ${waitMs}`);
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
  const { name, cause: inner } = (error ?? {}) as { name?: string; cause?: unknown };
  const cause = name === 'RecordsError' ? inner : error;
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
