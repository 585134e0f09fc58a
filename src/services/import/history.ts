import { z } from 'zod';
import { importKinds, type ImportKind } from '../../core/import/fields';
import {
  cellReader,
  mappingProblem,
  mappingToBegin,
  ordersOf,
  readTable,
  type Mapping,
} from '../../core/import/mapping';
import { fail, ok, type Result } from '../../core/units/result';
import { dateOrders, type DateOrder } from '../../core/units/written-date';
import { entryByKey } from '../../records/audit-log';
import { readSetting, writeSetting } from '../../records/settings';
import { refuse, type Actor, type Outcome, type Shop } from '../shop';
import { useCase } from '../use-case';
import { rowReaders, type ReadyRow } from './row-readers';

/** How many characters and rows of a history are taken at once. */
const mostCharacters = 8_000_000;
const mostRows = 20_000;

/** What a line of a history will become, in words, and how it is written. */
export interface HistoryRow {
  line: number;
  /** as it was written */
  raw: string;
  outcome: 'new' | 'duplicate' | 'rejected';
  /** what it says, or why it is refused */
  words: string;
  machine: string;
  at: number | null;
}

/** A history as it was read, before anything is written. */
export interface HistoryPreview {
  headings: string[];
  mapping: Mapping;
  /** the orders in which all of its dates can be read; more than one: somebody has to say */
  orders: DateOrder[];
  order: DateOrder | null;
  /** what keeps it from being read, or `null` */
  problem: string | null;
  counts: { accepted: number; duplicates: number; rejected: number };
  rows: HistoryRow[];
}

const mappingSchema = z.record(z.string().max(60), z.string().max(200));

export const historySchema = z.object({
  kind: z.enum(['care', 'faults', 'readings']),
  text: z
    .string()
    .max(
      mostCharacters,
      'The file is larger than 8 MB. Split it; the same rows twice add nothing.',
    ),
  /** by field; left out: as it was the last time, or as the headings let guess */
  mapping: mappingSchema.nullish(),
  order: z.enum(dateOrders).nullish(),
});

/** A history of care, faults or readings read and held against the book. Nothing is written. */
export function previewHistory(
  shop: Shop,
  actor: Actor,
  input: z.output<typeof historySchema>,
): Outcome<HistoryPreview> {
  const read = readHistory(shop, actor, input);
  return read.ok ? ok(read.value.preview) : refuse(read.error);
}

/**
 * Takes a history in: what can be read is written, all of it or none; rows that are refused say why. The same
 * history twice adds nothing. How its columns were read is remembered.
 */
export const takeHistory = useCase(historySchema, (shop, actor, input): Outcome<HistoryPreview> => {
  const read = readHistory(shop, { ...actor, source: 'import' }, input);
  if (!read.ok) return refuse(read.error);
  const { preview, ready } = read.value;
  if (preview.problem) return refuse(preview.problem, 'mapping');
  for (const row of ready) {
    const written = row.write();
    if (!written.ok) return refuse(`${row.words}: ${written.error.message} Nothing was taken in.`);
  }
  const kept = rememberMapping(shop, actor, { kind: input.kind, mapping: preview.mapping });
  return kept.ok ? ok(preview) : kept;
});

/** How the columns of each kind of table were read the last time. */
export function rememberedMappings(shop: Pick<Shop, 'db'>): Partial<Record<ImportKind, Mapping>> {
  return Object.fromEntries(
    importKinds.flatMap((kind) => {
      const kept = readSetting(shop.db, settingOf(kind));
      return kept ? [[kind, JSON.parse(kept) as Mapping]] : [];
    }),
  );
}

const settingOf = (kind: ImportKind) => `import-columns:${kind}`;

/** Remembers how the columns of a kind of table are read. */
export const rememberMapping = useCase(
  z.object({ kind: z.enum(importKinds), mapping: mappingSchema }),
  (shop, _actor, { kind, mapping }): Outcome<null> => {
    writeSetting(shop.db, settingOf(kind), JSON.stringify(mapping));
    return ok(null);
  },
);

function readHistory(
  shop: Shop,
  actor: Actor,
  { kind, text, mapping: asked, order: askedOrder }: z.output<typeof historySchema>,
): Result<{ preview: HistoryPreview; ready: ReadyRow[] }> {
  const table = readTable(text);
  if (!table.ok) return table;
  const { headings, records } = table.value;
  if (records.length > mostRows) {
    return fail(
      `The file has ${records.length} rows; at most ${mostRows} are taken at once. Split it.`,
    );
  }
  const mapping =
    asked ?? mappingToBegin(kind, table.value, rememberedMappings(shop)[kind] ?? null);
  const orders = ordersOf(kind, table.value, mapping, shop.zone);
  const order = askedOrder ?? (orders.length === 1 ? orders[0]! : null);
  const preview: HistoryPreview = {
    headings,
    mapping,
    orders,
    order,
    problem: mappingProblem(kind, mapping, headings) ?? orderProblem(orders, order),
    counts: { accepted: 0, duplicates: 0, rejected: 0 },
    rows: [],
  };
  if (preview.problem || !order) return ok({ preview, ready: [] });

  const cell = cellReader(table.value, mapping);
  const reader = rowReaders[kind](shop, actor, order);
  const ready: ReadyRow[] = [];
  const seen = new Set<string>();
  for (const record of records) {
    const { line, raw } = record;
    const rejected = (words: string, machine = '') => {
      preview.counts.rejected += 1;
      preview.rows.push({ line, raw, outcome: 'rejected', words, machine, at: null });
    };
    if ('broken' in record) {
      rejected(record.broken);
      continue;
    }
    if (record.fields.every((field) => !field.trim())) continue;
    const rows = reader((name) => cell(record.fields, name));
    if (!rows.ok) {
      rejected(rows.error, cell(record.fields, 'machine'));
      continue;
    }
    const fresh = rows.value.filter(({ key }) => !seen.has(key) && !entryByKey(shop.db, key));
    for (const { key } of rows.value) seen.add(key);
    ready.push(...fresh);
    const outcome = fresh.length > 0 ? 'new' : 'duplicate';
    preview.counts[fresh.length > 0 ? 'accepted' : 'duplicates'] += 1;
    const [first] = rows.value;
    preview.rows.push({
      line,
      raw,
      outcome,
      words: rows.value.map(({ words }) => words).join('; '),
      machine: first!.machine,
      at: first!.at,
    });
  }
  ready.sort((a, b) => a.at - b.at);
  return ok({ preview, ready });
}

function orderProblem(orders: readonly DateOrder[], order: DateOrder | null): string | null {
  if (order) return null;
  return orders.length === 0
    ? 'The dates are not all written one way. Say in which order most are; the others are refused by line.'
    : 'Every date can be read with the day first and with the month first. Say which it is.';
}
