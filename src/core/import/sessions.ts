import Papa from 'papaparse';
import { formatOffset } from '../units/instant';
import { secondsPerHour } from '../units/time';
import { localDay, startOfLocalDay } from '../units/zone';
import { readDate, type DateOrder } from '../units/written-date';
import { parseDuration } from '../units/duration';
import { cellReader, readFigure, type CsvTable, type Mapping } from './mapping';

/** Columns of a sessions file, in the order of docs/formats.md. The first three are required. */
export const sessionColumns = [
  'machine',
  'start',
  'run',
  'beam',
  'material',
  'process',
  'air_assist',
  'draught',
  'operator',
  'note',
  'key',
] as const;

export type SessionColumn = (typeof sessionColumns)[number];
export const requiredColumns: readonly SessionColumn[] = sessionColumns.slice(0, 3);

/** Whether a table has the headings of a sessions file already. */
export function isSessionsFile(headings: readonly string[]): boolean {
  return requiredColumns.every((name) =>
    headings.some((heading) => heading.toLowerCase() === name),
  );
}

/** Where a day's sessions begin that have no time of day, in hours after midnight. */
const dayBegins = 8;

/**
 * A table of sessions with any headings, rewritten as a sessions file of docs/formats.md: dates in ISO 8601, hours
 * as h:mm:ss. Sessions of a day without a time of day follow one another from eight o'clock. What cannot be read stays as
 * it was written, for the reader of that file to refuse in words.
 */
export function asSessionsFile(
  table: CsvTable,
  mapping: Mapping,
  order: DateOrder,
  zone: string,
): string {
  const cell = cellReader(table, mapping);
  const ends = new Map<string, number>();
  const rows = table.records.map((record) => {
    if ('broken' in record) return [record.raw];
    const read = (name: string) => cell(record.fields, name);
    const run = runOf(read('run'), read('run_hours'));
    const written = [read('start'), read('time')].filter(Boolean).join(' ');
    const date = readDate(written, order, zone);
    let start = written;
    if (date.ok && date.value.timed) start = formatOffset(date.value.at, zone);
    else if (date.ok) {
      const day = localDay(date.value.at, zone);
      const place = `${read('machine').toLowerCase()} ${day}`;
      const at = ends.get(place) ?? startOfLocalDay(day, zone) + dayBegins * 3_600_000;
      const seconds = parseDuration(run);
      ends.set(place, at + (seconds.ok ? seconds.value : 0) * 1000);
      start = formatOffset(at, zone);
    }
    return sessionColumns.map((name) =>
      name === 'start' ? start : name === 'run' ? run : read(name),
    );
  });
  return Papa.unparse([[...sessionColumns], ...rows], { newline: '\n' });
}

/** The run as minutes or h:mm:ss, as it was written where it is none. */
function runOf(minutes: string, hours: string): string {
  if (minutes) return minutes;
  const figure = readFigure(hours);
  if (figure === null) return hours;
  const seconds = Math.round(figure * secondsPerHour);
  const two = (value: number) => String(value).padStart(2, '0');
  return `${Math.floor(seconds / 3600)}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}`;
}
