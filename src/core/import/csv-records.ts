import Papa from 'papaparse';
import { fail, ok, type Result } from '../units/result';

/** One record of a delimited text: its fields, or what is wrong with it. Lines count from 1. */
export type CsvRecord =
  { line: number; fields: string[]; raw: string } | { line: number; broken: string; raw: string };

/** How many lines a quoted field may span before its opening quote is taken for a stray one. */
const longestRecordLines = 50;

/**
 * Reads delimited text record by record (RFC 4180, with any line ending). A quote that is never
 * closed spoils its own line only: reading goes on with the next one, so that no later record is
 * swallowed. Blank lines are passed over.
 * @param firstLine number of the first line of `lines`
 */
export function* csvRecords(
  lines: readonly string[],
  delimiter: string,
  firstLine = 1,
): Generator<CsvRecord> {
  for (let i = 0; i < lines.length; i++) {
    const line = lines[i]!;
    const number = firstLine + i;
    if (!line.trim()) continue;
    if (!line.includes('"')) {
      yield { line: number, fields: line.split(delimiter), raw: line };
      continue;
    }
    const quoted = readQuoted(lines, i, delimiter);
    if (quoted === null) {
      yield { line: number, broken: 'a quote is opened and not closed', raw: line };
      continue;
    }
    yield { line: number, fields: quoted.fields, raw: lines.slice(i, i + quoted.lines).join('\n') };
    i += quoted.lines - 1;
  }
}

function readQuoted(
  lines: readonly string[],
  from: number,
  delimiter: string,
): { fields: string[]; lines: number } | null {
  let quotes = 0;
  for (let count = 1; count <= longestRecordLines && from + count <= lines.length; count++) {
    quotes += quotesIn(lines[from + count - 1]!);
    if (quotes % 2 === 1) continue;
    // here every quote that was opened is closed: the record ends, or it is none
    const text = lines.slice(from, from + count).join('\n');
    const { data, errors } = Papa.parse<string[]>(text, { delimiter, newline: '\n' });
    return errors.length === 0 && data.length === 1 ? { fields: data[0]!, lines: count } : null;
  }
  return null;
}

function quotesIn(line: string): number {
  let count = 0;
  for (let at = line.indexOf('"'); at >= 0; at = line.indexOf('"', at + 1)) count++;
  return count;
}

/** No sheet that a person keeps has more. */
const mostColumns = 500;

/** A delimited text of which the headings are read, and its records not yet. */
export interface OpenTable {
  /** the headings as they are written */
  header: string;
  headings: string[];
  delimiter: string;
  /** lines of the whole text */
  lines: number;
  /** what follows the headings; it can be gone through once */
  records: Iterable<CsvRecord>;
}

/**
 * Opens a delimited text at its headings. A first line that only tells what parts the fields ("sep=;") is passed over.
 * @returns a sentence where it has no headings that can be read
 */
export function openTable(text: string): Result<OpenTable> {
  const lines = textLines(text);
  let at = lines.findIndex((line) => line.trim());
  if (at >= 0 && /^sep=.$/i.test(lines[at]!.trim())) {
    at = lines.findIndex((line, index) => index > at && line.trim());
  }
  if (at < 0) return fail('The file is empty.');
  const delimiter = headerDelimiter(lines[at]!);
  const columns = lines[at]!.split(delimiter).length;
  if (columns > mostColumns) {
    return fail(
      `The first line has ${columns} columns; ${mostColumns} are read at most. Is it the right file?`,
    );
  }
  const records = csvRecords(at > 0 ? lines.slice(at) : lines, delimiter, at + 1);
  const first = records.next().value as CsvRecord | undefined;
  if (!first || 'broken' in first) return fail('The first line has a quote that is not closed.');
  return ok({ header: first.raw, headings: first.fields, delimiter, lines: lines.length, records });
}

/** Lines of a text, whatever ends them; the byte order mark is dropped. */
export function textLines(text: string): string[] {
  return text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
}

/** The delimiter of a header line: the more frequent of comma, semicolon and tab outside quotes. */
export function headerDelimiter(header: string): string {
  const bare = header.replace(/"[^"]*"/g, '');
  const counts = [',', ';', '\t'].map((mark) => [mark, bare.split(mark).length - 1] as const);
  return counts.reduce((best, next) => (next[1] > best[1] ? next : best))[0];
}
