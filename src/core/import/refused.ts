import Papa from 'papaparse';
import type { CsvTable } from './mapping';

/** The heading of the reasons. */
const because = 'refused because';

/**
 * What was refused of a table, as it was written, with the reason in a column of its own, to be mended and taken in
 * again: the column is passed over then, and takes the new reasons.
 * @param reasons by line
 * @returns delimited text with the table's own delimiter (RFC 4180)
 */
export function refusedRows(table: CsvTable, reasons: ReadonlyMap<number, string>): string {
  const kept = table.headings.flatMap((heading, at) => (heading === because ? [] : [at]));
  const rows = table.records.flatMap((record) => {
    const reason = reasons.get(record.line);
    if (reason === undefined) return [];
    const fields = 'broken' in record ? [record.raw] : record.fields;
    return [[...kept.map((at) => fields[at] ?? ''), reason]];
  });
  const head = [...kept.map((at) => table.headings[at]!), because];
  const text = Papa.unparse([head, ...rows], { delimiter: table.delimiter, newline: '\r\n' });
  return `${text}\r\n`;
}
