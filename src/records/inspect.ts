import Database from 'better-sqlite3';
import { entryDataSchemas, tableKinds, type DataKind } from './audit-log-data';
import type { Db } from './database';

/** What a file of records was found to be. */
export interface Inspection {
  /** what the database finds wrong with its own file; empty: nothing */
  damage: string[];
  /** rows that name another that is not there, by table */
  orphans: Record<string, number>;
  machines: number;
  entries: number;
  /** ids of the pictures it names */
  photos: string[];
}

function inspect(client: Database.Database): Inspection {
  const count = (table: string) =>
    client.prepare(`select count(*) from ${table}`).pluck().get() as number;
  const found = client.pragma('integrity_check(20)') as { integrity_check: string }[];
  const orphans: Record<string, number> = {};
  for (const { table } of client.pragma('foreign_key_check') as { table: string }[]) {
    orphans[table] = (orphans[table] ?? 0) + 1;
  }
  return {
    damage: found.map((one) => one.integrity_check).filter((one) => one !== 'ok'),
    orphans,
    machines: count('machine'),
    entries: count('entry'),
    photos: client.prepare('select id from photo order by id').pluck().all() as string[],
  };
}

/** Reads open records through: every page, every reference. About a second for 500,000 entries. */
export function inspectRecords(db: Db): Inspection {
  return inspect(db.$client);
}

/**
 * Opens a file of records to read it through, and closes it. Nothing in it is changed.
 * @throws where it cannot be opened as records
 */
export function inspectFile(file: string): Inspection {
  const client = new Database(file, { readonly: true, fileMustExist: true });
  try {
    return inspect(client);
  } finally {
    client.close();
  }
}

/** An entry that does not say what its kind has to. */
export interface Unreadable {
  id: string;
  kind: string;
}

/** Entries whose data their kind cannot be read from, at most `most`. */
export function unreadableEntries(db: Db, most: number): Unreadable[] {
  const wrong: Unreadable[] = [];
  const rows = db.$client.prepare('select id, kind, data from entry');
  for (const row of rows.iterate() as Iterable<Unreadable & { data: string | null }>) {
    const { id, kind, data } = row;
    if (tableKinds.some((one) => one === kind)) continue;
    const schema = entryDataSchemas[kind as DataKind] as
      { safeParse: (value: unknown) => { success: boolean } } | undefined;
    if (schema?.safeParse(jsonOf(data)).success) continue;
    wrong.push({ id, kind });
    if (wrong.length === most) break;
  }
  return wrong;
}

function jsonOf(text: string | null): unknown {
  try {
    return text === null ? null : JSON.parse(text);
  } catch {
    return undefined;
  }
}
