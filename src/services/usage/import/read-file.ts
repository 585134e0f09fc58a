import { parseDuration } from '../../../core/units/duration';
import { parseInstant } from '../../../core/units/instant';
import { memoized } from '../../../core/units/memoized';
import { fail, ok, type Result } from '../../../core/units/result';
import { draughts, processes, type Draught, type Process } from '../../../core/usage/soil';
import type { MaterialIndex } from '../../../core/usage/soil-table';
import type { LoggedSession } from '../../../records/usage/sessions';
import { givesWay, othersTurn } from '../../background/background-job';
import { nearest } from '../nearest';
import { readMaterial, textLimits } from '../session-input';
import { openTable } from '../../../core/import/csv-records';
import { requiredColumns, sessionColumns, type SessionColumn } from '../../../core/import/sessions';

/** Why a row was refused. */
export interface Rejection {
  field: SessionColumn | 'row';
  reason: string;
}

/** One row as read, before the book is asked. */
export type ReadRow = { line: number; raw: string } & (
  | { session: LoggedSession; machine: string; note: string | null; key: string | null }
  | { rejection: Rejection }
);

export interface ReadFile {
  rows: ReadRow[];
  header: string;
  delimiter: string;
  /** columns that were not understood and are left out */
  unused: string[];
}

/** What a row is read by. */
export interface ReadContext {
  zone: string;
  materials: MaterialIndex;
}

/** Progress of long work, 0 to 1, and a way to stop it. */
export interface Progress {
  report?: (share: number) => void;
  signal?: AbortSignal;
}

/** Thrown when long work was cancelled. */
export class Cancelled extends Error {
  constructor() {
    super('Cancelled. Nothing was imported.');
    this.name = 'Cancelled';
  }
}

/** Lets other work run, and stops when asked to. */
export async function breathe(
  { report, signal }: Progress,
  share: number,
  turn = othersTurn,
): Promise<void> {
  report?.(share);
  await turn();
  if (signal?.aborted) throw new Cancelled();
}

const chunk = 2000;

/** Text of a file's bytes, or why it cannot be one. */
export function decodeText(bytes: Uint8Array): Result<string> {
  if (bytes.length === 0) return fail('The file is empty.');
  const [a, b] = bytes;
  if ((a === 0xff && b === 0xfe) || (a === 0xfe && b === 0xff)) {
    return fail('The file is UTF-16. Save it as CSV in UTF-8 and try again.');
  }
  const head = bytes.subarray(0, 8192);
  const zeros = head.reduce((count, byte) => count + (byte === 0 ? 1 : 0), 0);
  // a stray zero byte spoils its row only; a spreadsheet or picture is full of them, or zipped
  if (zeros > head.length / 20 || (a === 0x50 && b === 0x4b && head[2] === 3)) {
    return fail('The file is not text. Save the sheet as CSV in UTF-8 and try again.');
  }
  return ok(new TextDecoder('utf-8').decode(bytes));
}

/**
 * Reads a sessions file: every row becomes a session or a rejection with its line number and reason.
 * What the book knows (machines, duplicates, overlaps) is asked later.
 * @returns a sentence when the file as a whole cannot be used
 */
export async function readSessionsFile(
  text: string,
  { zone, materials }: ReadContext,
  progress: Progress = {},
): Promise<Result<ReadFile>> {
  const table = openTable(text);
  if (!table.ok) return table;
  const { header, delimiter, records } = table.value;
  const names = table.value.headings.map((name) =>
    name
      .trim()
      .toLowerCase()
      .replace(/[\s-]+/g, '_'),
  );
  const twice = names.find((name, i) => name && names.indexOf(name) !== i);
  if (twice) return fail(`The column "${twice}" stands twice in the first line.`);
  const missing = requiredColumns.filter((name) => !names.includes(name));
  if (missing.length > 0) {
    return fail(
      `The first line must name the columns ${requiredColumns.join(', ')}; ${missing.join(' and ')} ${missing.length > 1 ? 'are' : 'is'} missing.`,
    );
  }
  const unused = names.filter((name) => name && !sessionColumns.includes(name as SessionColumn));
  const rows: ReadRow[] = [];
  // a machine stands in a million rows: its name is held once
  const held = memoized((name: string) => name);
  let lastBreath = 0;
  const turn = givesWay();
  for (const record of records) {
    if (record.line - lastBreath >= chunk) {
      lastBreath = record.line;
      await breathe(progress, record.line / table.value.lines, turn);
    }
    const { line, raw } = record;
    if ('broken' in record) {
      rows.push({ line, raw, rejection: { field: 'row', reason: record.broken } });
    } else if (record.fields.every((field) => !field.trim())) {
      continue;
    } else {
      rows.push({ line, raw, ...readRow(names, record.fields, { zone, materials, held }) });
    }
  }
  return ok({ rows, header, delimiter, unused });
}

const yesWords: Readonly<Record<string, boolean>> = {
  on: true,
  yes: true,
  true: true,
  '1': true,
  off: false,
  no: false,
  false: false,
  '0': false,
};

type RowContent =
  | { session: LoggedSession; machine: string; note: string | null; key: string | null }
  | { rejection: Rejection };

function readRow(
  names: readonly string[],
  fields: readonly string[],
  { zone, materials, held }: ReadContext & { held: (name: string) => string },
): RowContent {
  const refuse = (field: SessionColumn | 'row', reason: string): RowContent => ({
    rejection: { field, reason },
  });
  const extra = fields.slice(names.length).some((field) => field.trim());
  if (extra) {
    return refuse(
      'row',
      `${fields.length} fields where the first line names ${names.length}: is a delimiter or a decimal comma unquoted?`,
    );
  }
  const cell = (name: SessionColumn): string => (fields[names.indexOf(name)] ?? '').trim();
  for (const name of sessionColumns) {
    if (cell(name).includes('\uFFFD')) return refuse(name, 'holds bytes that are not UTF-8');
    // Control characters come from binary junk; a line break may stand in a quoted note.
    if (/[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F]/.test(cell(name))) {
      return refuse(name, 'holds control characters');
    }
  }
  for (const name of requiredColumns) if (!cell(name)) return refuse(name, 'is missing');
  const start = parseInstant(cell('start'), zone);
  if (!start.ok) return refuse('start', start.error);
  const run = parseDuration(cell('run'));
  if (!run.ok) return refuse('run', run.error);
  const beam = cell('beam') ? parseDuration(cell('beam')) : ok(null);
  if (!beam.ok) return refuse('beam', beam.error);
  const material = readMaterial(cell('material') || null, materials);
  if ('problem' in material) return refuse('material', material.problem);
  const process = oneOf<Process>(cell('process'), processes);
  if (!process.ok) return refuse('process', process.error);
  const draught = oneOf<Draught>(cell('draught'), draughts);
  if (!draught.ok) return refuse('draught', draught.error);
  const air = cell('air_assist').toLowerCase();
  const airAssist = air ? yesWords[air] : null;
  if (airAssist === undefined) {
    return refuse('air_assist', `"${cell('air_assist')}" is neither on nor off`);
  }
  for (const name of ['operator', 'note', 'key'] as const) {
    if (cell(name).length > textLimits[name]) {
      return refuse(name, `is longer than ${textLimits[name]} characters`);
    }
  }
  return {
    session: {
      start: start.value,
      runSeconds: run.value,
      beamSeconds: beam.value,
      material: material.name,
      process: process.value,
      airAssist,
      draught: draught.value,
      operator: cell('operator') || null,
    },
    machine: held(cell('machine')),
    note: cell('note') || null,
    key: cell('key') || null,
  };
}

function oneOf<T extends string>(written: string, choices: readonly T[]): Result<T | null> {
  if (!written) return ok(null);
  const word = written.toLowerCase();
  const found = choices.find((choice) => choice === word);
  if (found) return ok(found);
  const guess = nearest(word, choices);
  return fail(
    `"${written}" is none of ${choices.join(', ')}${guess ? `: did you mean ${guess}?` : ''}`,
  );
}
