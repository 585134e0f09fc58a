import { fail, ok, type Result } from '../units/result';
import { fittingOrders, type DateOrder } from '../units/written-date';
import { openTable, type CsvRecord } from './csv-records';
import { importFields, type ImportKind } from './fields';

/** A delimited text with its headings; a heading that stands twice is told apart by a number. */
export interface CsvTable {
  headings: string[];
  delimiter: string;
  records: CsvRecord[];
}

/** Which heading each field is read from, or "=" and what stands for it in every row. */
export type Mapping = Readonly<Record<string, string>>;

/** Reads a delimited text with a line of headings. @returns a sentence where it cannot be used */
export function readTable(text: string): Result<CsvTable> {
  const table = openTable(text);
  if (!table.ok) return table;
  const { headings, delimiter, records } = table.value;
  return ok({ headings: toldApart(headings), delimiter, records: [...records] });
}

/** The headings alone, as {@link readTable} has them: a large table is not held for them. */
export function readHeadings(text: string): Result<string[]> {
  const table = openTable(text);
  return table.ok ? ok(toldApart(table.value.headings)) : table;
}

function toldApart(written: readonly string[]): string[] {
  const seen = new Map<string, number>();
  return written.map((field, index) => {
    const name = field.trim() || `column ${index + 1}`;
    const count = (seen.get(name.toLowerCase()) ?? 0) + 1;
    seen.set(name.toLowerCase(), count);
    return count > 1 ? `${name} (${count})` : name;
  });
}

/** A heading or a name as it is compared: letters and figures alone, in small. */
export const plain = (written: string) =>
  written
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * Which heading is likely which field, by the names they are often called: exact ones first, then those that hold such
 * a name as a word. Each heading is taken once.
 */
export function guessMapping(kind: ImportKind, headings: readonly string[]): Mapping {
  const mapping: Record<string, string> = {};
  const free = new Map(headings.map((heading) => [heading, plain(heading)]));
  const take = (fits: (written: string, alias: string) => boolean) => {
    for (const { name, aliases } of importFields[kind]) {
      if (mapping[name]) continue;
      for (const alias of aliases) {
        const found = [...free].find(([, written]) => fits(written, plain(alias)));
        if (!found) continue;
        mapping[name] = found[0];
        free.delete(found[0]);
        break;
      }
    }
  };
  take((written, alias) => written === alias);
  take((written, alias) => alias.length > 1 && ` ${written} `.includes(` ${alias} `));
  return mapping;
}

/** The mapping to begin with: as it was the last time, where those columns are there; else as guessed. */
export function mappingToBegin(
  kind: ImportKind,
  { headings }: Pick<CsvTable, 'headings'>,
  remembered: Mapping | null,
): Mapping {
  return remembered && mappingProblem(kind, remembered, headings) === null
    ? remembered
    : guessMapping(kind, headings);
}

/** What is wrong with a mapping for a table, or `null`. */
export function mappingProblem(
  kind: ImportKind,
  mapping: Mapping,
  headings: readonly string[],
): string | null {
  const fields = importFields[kind];
  const used = Object.entries(mapping).filter(([, heading]) => heading);
  for (const [name, heading] of used) {
    if (!fields.some((field) => field.name === name)) {
      return `There is nothing called "${name}" to be read: ${fields.map((one) => one.name).join(', ')}.`;
    }
    if (!heading.startsWith('=') && !headings.includes(heading)) {
      return `The table has no column "${heading}". It has: ${headings.join(', ')}.`;
    }
  }
  const columns = used.filter(([, heading]) => !heading.startsWith('='));
  const twice = columns.find(
    ([, heading], index) => columns.findIndex(([, other]) => other === heading) !== index,
  );
  if (twice) {
    const names = columns.filter(([, heading]) => heading === twice[1]).map(([name]) => name);
    return `The column "${twice[1]}" is taken for ${names.join(' and ')}: choose one of them.`;
  }
  const missing = fields.filter(({ name, needed }) => needed && !mapping[name]);
  if (missing.length > 0) {
    return `Say which column is: ${missing.map(({ label }) => label).join('; ')}.`;
  }
  if (kind === 'sessions' && !mapping['run'] && !mapping['run_hours']) {
    return 'Say which column is the run, in minutes or in hours.';
  }
  if (kind === 'readings' && !mapping['hours'] && !(mapping['what'] && mapping['figure'])) {
    return 'Say which column is the counter, or which are what was read and its figure.';
  }
  return null;
}

/**
 * A mapping as somebody wrote it down: fields with their headings, or headings with their fields.
 * @returns a sentence where two columns are given for one thing
 */
export function normalMapping(kind: ImportKind, written: Mapping): Result<Mapping> {
  const names = new Set(importFields[kind].map(({ name }) => name));
  const entries = Object.entries(written);
  const reversed =
    entries.some(([key]) => !names.has(key)) && entries.every(([, value]) => names.has(value));
  if (!reversed) return ok(written);
  const mapping: Record<string, string> = {};
  for (const [heading, name] of entries) {
    if (mapping[name]) {
      return fail(`Two columns, "${mapping[name]}" and "${heading}", are given for ${name}.`);
    }
    mapping[name] = heading;
  }
  return ok(mapping);
}

/** Reads the cells of a row by field, each without blanks around it. */
export function cellReader({ headings }: CsvTable, mapping: Mapping) {
  const places = new Map(
    Object.entries(mapping).map(([name, heading]) => [
      name,
      heading.startsWith('=') ? heading.slice(1).trim() : headings.indexOf(heading),
    ]),
  );
  return (fields: readonly string[], name: string): string => {
    const place = places.get(name);
    if (typeof place === 'string') return place;
    return place === undefined ? '' : (fields[place] ?? '').trim();
  };
}

/** The orders in which every date of a table's dated columns can be read. */
export function ordersOf(
  kind: ImportKind,
  table: CsvTable,
  mapping: Mapping,
  zone: string,
): DateOrder[] {
  const cell = cellReader(table, mapping);
  const texts = importFields[kind]
    .filter(({ dated }) => dated)
    .flatMap(({ name }) =>
      table.records.flatMap((record) => ('broken' in record ? [] : [cell(record.fields, name)])),
    );
  // one that is no date at all does not hide the order of the others
  const dates = texts.filter((text) => fittingOrders([text], zone).length > 0);
  return fittingOrders(dates, zone);
}

/** A figure as it is written with a decimal point or comma; `null` where it is none. */
export function readFigure(text: string): number | null {
  const tidy = text.replace(/[\s\u00a0']/g, '').replace(/h(ours?)?$/i, '');
  if (/^\d{1,3}(,\d{3})+(\.\d+)?$/.test(tidy)) return Number(tidy.replaceAll(',', ''));
  if (/^\d{1,3}(\.\d{3})+(,\d+)?$/.test(tidy)) {
    return Number(tidy.replaceAll('.', '').replace(',', '.'));
  }
  return /^\d+([.,]\d+)?$/.test(tidy) ? Number(tidy.replace(',', '.')) : null;
}
