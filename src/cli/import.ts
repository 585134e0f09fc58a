import { inPercent } from '../core/units/percent';
import fs from 'node:fs';
import path from 'node:path';
import { importKinds, type ImportKind } from '../core/import/fields';
import {
  mappingProblem,
  mappingToBegin,
  normalMapping,
  ordersOf,
  readHeadings,
  readTable,
  type CsvTable,
  type Mapping,
} from '../core/import/mapping';
import { asSessionsFile, isSessionsFile } from '../core/import/sessions';
import {
  historySchema,
  previewHistory,
  rememberedMappings,
  takeHistory,
  type HistoryPreview,
} from '../services/import/history';
import { spareMemory } from '../services/background/background-job';
import type { Actor, Shop } from '../services/shop';
import {
  checkSessionsFile,
  rejectedCsv,
  writeSessions,
} from '../services/usage/import/import-sessions';
import { decodeText } from '../services/usage/import/read-file';
import { done, out, required, someRefused, Unusable } from './output';
import { orderOf, readFile } from './values';

/** What the commands that take files in take. */
export interface ImportValues {
  'dry-run'?: boolean | undefined;
  'allow-overlap'?: boolean | undefined;
  json?: boolean | undefined;
  rejected?: string | undefined;
  map?: string | undefined;
  dates?: string | undefined;
}

/** `import`: sessions, or a history of care, faults or readings. */
export async function importCommand(
  shop: Shop,
  actor: Actor,
  [what, file]: string[],
  values: ImportValues,
): Promise<number> {
  const kind = importKinds.find((one) => one === what);
  if (!kind) throw new Unusable(`What can be imported: ${importKinds.join(', ')}.`);
  const name = required(file, 'The name of the file');
  if (kind === 'sessions') return importSessions(shop, actor, name, values);
  return importHistory(shop, actor, kind, name, values);
}

/** The mapping of a file, fields with their headings or the other way round. */
function askedMapping(kind: ImportKind, file: string | undefined): Mapping | null {
  if (file === undefined) return null;
  let written: unknown;
  try {
    written = JSON.parse(readFile(file).toString('utf8'));
  } catch (error) {
    if (error instanceof Unusable) throw error;
    throw new Unusable(`${file} is no JSON: ${(error as Error).message}`);
  }
  const isMapping =
    typeof written === 'object' &&
    written !== null &&
    Object.values(written).every((value) => typeof value === 'string');
  if (!isMapping) {
    throw new Unusable(
      `${file} must be an object of fields and their headings, such as {"machine": "Laser"}.`,
    );
  }
  const mapping = normalMapping(kind, written as Mapping);
  if (!mapping.ok) throw new Unusable(`${file}: ${mapping.error}`);
  return mapping.value;
}

function textOf(name: string, bytes: Uint8Array): string {
  const text = decodeText(bytes);
  if (!text.ok) throw new Unusable(`${path.basename(name)}: ${text.error}`);
  return text.value;
}

function importHistory(
  shop: Shop,
  actor: Actor,
  kind: Exclude<ImportKind, 'sessions'>,
  name: string,
  values: ImportValues,
): number {
  const order = orderOf(values.dates);
  const mapping = askedMapping(kind, values.map);
  const input = { kind, text: textOf(name, readFile(name)), mapping, order };
  const parsed = historySchema.safeParse(input);
  if (!parsed.success) throw new Unusable(parsed.error.issues[0]!.message);
  const unusableFile = (words: string) => new Unusable(`${path.basename(name)}: ${words}`);
  const seen = previewHistory(shop, actor, parsed.data);
  if (!seen.ok) throw unusableFile(seen.error.message);
  const { problem, order: told } = seen.value;
  if (problem) throw unusableFile(told ? problem : `${problem} With --dates dmy, mdy or iso.`);
  const outcome = values['dry-run'] ? seen : takeHistory(shop, actor, input);
  if (!outcome.ok) throw unusableFile(outcome.error.message);
  const { counts, rows } = outcome.value;
  const rejected = rows.filter((row) => row.outcome === 'rejected');
  if (values.json) out(JSON.stringify(asJson(counts, rejected)));
  else {
    for (const { line, words } of rejected) out(`line ${line}: ${words}`);
    out(
      `${counts.accepted} ${values['dry-run'] ? 'would be taken in' : 'taken in'}, ${counts.duplicates} known already, ${counts.rejected} refused.`,
    );
  }
  return rejected.length > 0 ? someRefused : done;
}

function asJson(counts: HistoryPreview['counts'], rejected: HistoryPreview['rows']) {
  return {
    accepted: counts.accepted,
    duplicates: counts.duplicates,
    rejected: rejected.map(({ line, words }) => ({ line, reason: words })),
  };
}

/** The bytes of a sessions file as docs/formats.md has it: those of any other table are rewritten. */
function sessionsFile(shop: Shop, bytes: Buffer, { map, dates }: ImportValues): Uint8Array {
  const text = decodeText(bytes);
  const asked = askedMapping('sessions', map);
  if (!text.ok) return bytes;
  const headings = readHeadings(text.value);
  if (!headings.ok) return bytes;
  if (!asked && dates === undefined && isSessionsFile(headings.value)) return bytes;
  const table = readTable(text.value);
  if (!table.ok) return bytes;
  const mapping =
    asked ?? mappingToBegin('sessions', table.value, rememberedMappings(shop).sessions ?? null);
  const problem = mappingProblem('sessions', mapping, headings.value);
  if (problem) throw new Unusable(problem);
  return Buffer.from(
    asSessionsFile(
      table.value,
      mapping,
      sessionsOrder(shop, table.value, mapping, dates),
      shop.zone,
    ),
  );
}

function sessionsOrder(shop: Shop, table: CsvTable, mapping: Mapping, dates: string | undefined) {
  const order = orderOf(dates);
  if (order) return order;
  const orders = ordersOf('sessions', table, mapping, shop.zone);
  if (orders.length === 1) return orders[0]!;
  throw new Unusable(
    'The dates do not say by themselves in which order they are: give --dates dmy, mdy or iso.',
  );
}

async function importSessions(
  shop: Shop,
  actor: Actor,
  name: string,
  values: ImportValues,
): Promise<number> {
  spareMemory();
  const bytes = sessionsFile(shop, readFile(name), values);
  const importOptions = { allowOverlap: values['allow-overlap'] ?? false };
  const checked = await checkSessionsFile(shop, bytes, importOptions, {
    report: process.stderr.isTTY
      ? (share) => process.stderr.write(`\rreading ${inPercent(share)}`)
      : undefined,
  });
  if (!checked.ok) throw new Unusable(`${path.basename(name)}: ${checked.error}`);
  const { counts, rows } = values['dry-run']
    ? checked.value
    : writeSessions(shop, { ...actor, source: 'import' }, checked.value, importOptions);
  const rejected = rows.flatMap((row) =>
    row.outcome === 'rejected' ? [{ line: row.line, ...row.rejection }] : [],
  );
  if (values.rejected) fs.writeFileSync(values.rejected, rejectedCsv(checked.value, rows));
  if (values.json) {
    out(JSON.stringify({ accepted: counts.accepted, duplicates: counts.duplicates, rejected }));
  } else {
    if (process.stderr.isTTY) process.stderr.write('\r');
    for (const { line, field, reason } of rejected) out(`line ${line}: ${field}: ${reason}`);
    for (const column of checked.value.file.unused) out(`column "${column}" is not used`);
    const verb = values['dry-run'] ? 'would be logged' : 'logged';
    out(
      `${counts.accepted} ${verb}, ${counts.duplicates} known already, ${counts.rejected} refused.`,
    );
  }
  return rejected.length > 0 ? someRefused : done;
}
