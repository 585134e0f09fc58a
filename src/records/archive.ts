import { getTableConfig, type SQLiteTable } from 'drizzle-orm/sqlite-core';
import { z } from 'zod';
import { fail, ok, type Result } from '../core/units/result';
import type { tableKinds } from './audit-log-data';
import { entryDataSchemas, entryKinds, type DataKind } from './audit-log-data';
import { write, type Db } from './database';
import { rebuildOpen } from './open-entries';
import * as schema from './schema';

/** A row as an archive has it: names as in the database, what is kept as JSON taken apart. */
export type ArchiveRow = Record<string, unknown>;

interface Column {
  name: string;
  type: 'text' | 'integer' | 'boolean' | 'json';
  notNull: boolean;
}

interface Table {
  name: string;
  columns: Column[];
  key: string[];
}

/** What is left out of a table: keys of the door, which an archive does not hand over. */
const leftOut: Readonly<Record<string, readonly string[]>> = {
  person: ['user_id', 'code_hash'],
};

function describe(table: SQLiteTable): Table {
  const { name, columns, primaryKeys } = getTableConfig(table);
  const kept = columns.filter((column) => !leftOut[name]?.includes(column.name));
  return {
    name,
    columns: kept.map(({ name: column, dataType, notNull }) => ({
      name: column,
      type:
        dataType === 'json'
          ? 'json'
          : dataType === 'boolean'
            ? 'boolean'
            : dataType === 'number'
              ? 'integer'
              : 'text',
      notNull,
    })),
    key: [
      ...columns.filter(({ primary }) => primary).map((column) => column.name),
      ...primaryKeys.flatMap((key) => key.columns.map((column) => column.name)),
    ],
  };
}

/** Tables of their own in an archive, beside the book. */
const plainTables = [
  schema.setting,
  schema.person,
  schema.machine,
  schema.station,
  schema.campaign,
  schema.sheet,
  schema.sheetTask,
  schema.sheetTick,
  schema.timer,
  schema.photo,
  schema.calendar,
  schema.weekPlan,
  schema.plannedEvent,
].map(describe);

const entryTable = describe(schema.entry);
/** What an entry of these kinds says stands in a table of its own. */
const saysTables: Readonly<Record<(typeof tableKinds)[number], Table>> = {
  session: describe(schema.session),
  care: describe(schema.care),
  'meter reading': describe(schema.meterReading),
  stock: describe(schema.stock),
};

/** One file of an archive: a table, or one kind of entry of the book. */
export interface ArchivePart {
  /** path in the archive, such as `book/test-burn.jsonl` */
  file: string;
  table: Table;
  kind: string | null;
  says: Table | null;
}

/** The files of an archive, in order. */
export const archiveParts: readonly ArchivePart[] = [
  ...plainTables.map((table) => ({
    file: `tables/${table.name.replaceAll('_', '-')}.jsonl`,
    table,
    kind: null,
    says: null,
  })),
  ...[...entryKinds].sort().map((kind) => ({
    file: `book/${kind.replaceAll(' ', '-')}.jsonl`,
    table: entryTable,
    kind,
    says: saysTables[kind as keyof typeof saysTables] ?? null,
  })),
];

/** Kinds that belong to a shop, not to one of its machines. */
const notOfMachine = ['stock', 'device', 'calendar'];
const moduleKinds = ['module', 'module moved', 'module ended'];
const list = (words: readonly string[]) => words.map((word) => `'${word}'`).join(', ');

/** Of one machine: which rows of a table go with it. Others do not. */
const ofMachine: Readonly<Record<string, string>> = {
  machine: 'id = @machine',
  station: 'machine_id = @machine',
  sheet: 'machine_id = @machine and closed_at is not null',
  sheet_task:
    'sheet_id in (select id from sheet where machine_id = @machine and closed_at is not null)',
  sheet_tick:
    'sheet_id in (select id from sheet where machine_id = @machine and closed_at is not null)',
  photo: 'entry_id in (select id from chosen_entry)',
  entry: 'id in (select id from chosen_entry)',
};

/** What does not go with a machine into another shop: what it names stays behind, and its label is given anew. */
const emptied: Readonly<Record<string, ArchiveRow>> = {
  entry: { person_id: null },
  sheet: { campaign_id: null },
  machine: { label_token: '' },
};

/**
 * Reads what an archive holds, as it stands at one instant, part after part.
 * @param machineId one machine with its history alone; `null`: the whole shop
 * @param take hears each row, in order of its key
 */
export function readArchiveParts(
  db: Db,
  machineId: string | null,
  take: (part: ArchivePart, row: ArchiveRow) => void,
): void {
  const { $client: client } = db;
  client.transaction(() => {
    if (machineId !== null) chooseEntries(db, machineId);
    for (const part of archiveParts) {
      const source = sourceOf(part, machineId);
      if (!source) continue;
      const rows = client.prepare(source).raw();
      const values = {
        ...(machineId !== null && source.includes('@machine') && { machine: machineId }),
        ...(part.kind !== null && { kind: part.kind }),
      };
      for (const row of rows.iterate(values) as Iterable<unknown[]>) {
        take(part, outward(part, row, machineId !== null));
      }
    }
    client.exec('drop table if exists temp.chosen_entry');
  })();
}

/** Notes the entries that go with a machine: its own, and those of the modules that were in it. */
function chooseEntries({ $client: client }: Db, machineId: string): void {
  client.exec('drop table if exists temp.chosen_entry');
  client
    .prepare(
      `create temp table chosen_entry as
       select id, subject_id, supersedes from entry
       where (machine_id = @machine and kind not in (${list(notOfMachine)}))
          or (machine_id is null and kind in (${list(moduleKinds)})
              and json_extract(data, '$.moduleId') in (
                select json_extract(data, '$.moduleId') from entry
                where kind = 'module moved' and machine_id = @machine))`,
    )
    .run({ machine: machineId });
  const torn = client.prepare(
    `delete from chosen_entry
     where (subject_id is not null and subject_id not in (select id from chosen_entry))
        or (supersedes is not null and supersedes not in (select id from chosen_entry))`,
  );
  while (torn.run().changes > 0);
}

function sourceOf({ table, kind, says }: ArchivePart, machineId: string | null): string | null {
  const chosen = machineId === null ? null : ofMachine[table.name];
  if (machineId !== null && chosen === undefined) return null;
  const columns = [
    ...table.columns.map(({ name }) => `t.${name}`),
    ...(says?.columns.map(({ name }) => `s.${name}`) ?? []),
  ];
  const where = [
    ...(chosen ? [chosen.replace(/^(\w+)/, 't.$1')] : []),
    ...(kind === null ? [] : ['t.kind = @kind']),
  ];
  return `select ${columns.join(', ')} from ${table.name} t
    ${says ? `join ${says.name} s on s.entry_id = t.id` : ''}
    ${where.length > 0 ? `where ${where.join(' and ')}` : ''}
    order by ${table.key.map((name) => `t.${name}`).join(', ')}`;
}

function outward({ table, says }: ArchivePart, row: unknown[], bare: boolean): ArchiveRow {
  const named = namedValues(table, row);
  if (bare) Object.assign(named, emptied[table.name]);
  if (says) named['says'] = namedValues(says, row.slice(table.columns.length));
  return named;
}

function namedValues({ columns }: Table, row: readonly unknown[]): ArchiveRow {
  return Object.fromEntries(
    columns.map(({ name, type }, index) => {
      const value = row[index];
      if (value === null) return [name, null];
      if (type === 'json') return [name, JSON.parse(value as string) as unknown];
      return [name, type === 'boolean' ? value === 1 : value];
    }),
  );
}

const scalars = { text: z.string(), integer: z.number(), boolean: z.boolean(), json: z.unknown() };

function rowSchema({ columns }: Table): z.ZodObject {
  return z.strictObject(
    Object.fromEntries(
      columns.map(({ name, type, notNull }) => [
        name,
        // what an older form did not have is left out there
        notNull ? scalars[type] : scalars[type].nullish(),
      ]),
    ),
  );
}

/** What a line of a part has to be. */
export function partSchema({ table, kind, says }: ArchivePart): z.ZodObject {
  const row = rowSchema(table);
  if (kind === null) return row;
  const entry = row.extend({ kind: z.literal(kind) });
  if (says) return entry.extend({ says: rowSchema(says) });
  return entry.extend({ data: entryDataSchemas[kind as DataKind] ?? z.unknown() });
}

/**
 * Puts rows into records, all or none of them; what each refers to may come later.
 * @returns why nothing was kept: a row that names what is neither here nor there
 */
export function writeArchiveRows(
  db: Db,
  rows: Iterable<{ part: ArchivePart; row: ArchiveRow }>,
): Result<null> {
  return write(db, (): Result<null> => {
    db.$client.pragma('defer_foreign_keys = on');
    const inserts = new Map<Table, ReturnType<typeof insertInto>>();
    const insert = (table: Table, row: ArchiveRow) => {
      let into = inserts.get(table);
      if (!into) inserts.set(table, (into = insertInto(db, table)));
      into(row);
    };
    for (const { part, row } of rows) {
      insert(part.table, row);
      if (part.says) insert(part.says, row['says'] as ArchiveRow);
    }
    rebuildOpen(db);
    const [torn] = db.$client.pragma('foreign_key_check') as { table: string; parent: string }[];
    return torn
      ? fail(`A row of ${torn.table} names a ${torn.parent} that is not there.`)
      : ok(null);
  });
}

function insertInto(db: Db, { name, columns }: Table): (row: ArchiveRow) => void {
  const statement = db.$client.prepare(
    `insert into ${name} (${columns.map((column) => column.name).join(', ')})
     values (${columns.map(() => '?').join(', ')})`,
  );
  return (row) => {
    statement.run(
      columns.map(({ name: column, type }) => {
        const value = row[column];
        if (value === null || value === undefined) return null;
        if (type === 'json') return JSON.stringify(value);
        return type === 'boolean' ? Number(value) : value;
      }),
    );
  };
}

/** Rows of an archive that are here already, by what they are keyed by: ids, and names that must be one alone. */
export function alreadyHere(db: Db, table: string, column: string, value: string): boolean {
  return (
    db.$client.prepare(`select 1 from ${table} where lower(${column}) = lower(?)`).get(value) !==
    undefined
  );
}

/** Whether records hold nothing yet: no machine, no person, no entry. */
export function isEmpty(db: Db): boolean {
  const held = db.$client
    .prepare(
      'select exists(select 1 from entry) + exists(select 1 from machine) + exists(select 1 from person)',
    )
    .pluck()
    .get();
  return held === 0;
}
