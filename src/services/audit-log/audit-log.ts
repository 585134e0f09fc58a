import Papa from 'papaparse';
import type { CatalogueTask } from '../../catalogue/schema';
import type { CareResult } from '../../core/care/care';
import { may, refusalWords, type Right, type Role } from '../../core/people/roles';
import { formatDuration } from '../../core/units/duration';
import { formatOffset } from '../../core/units/instant';
import { ok } from '../../core/units/result';
import {
  entryById,
  peopleInBook,
  readBook,
  strikesOf,
  type BookFilter,
  type EntryRow,
} from '../../records/audit-log';
import { careByEntry, type CareRow } from '../../records/care';
import { write } from '../../records/database';
import type { EntryKind } from '../../records/audit-log-data';
import { listMachines, stationById, type StationRow } from '../../records/machines';
import { sessionsByEntry, type SessionRow } from '../../records/usage/sessions';
import { othersTurn } from '../background/background-job';
import { correctCare } from '../care/care';
import { entryWords } from './entry-words';
import { taskReader } from '../care/care-plans';
import { correctSession } from '../usage/sessions';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';

/** One line of the book as shown. */
export interface BookLine {
  id: string;
  at: number;
  recordedAt: number;
  kind: EntryKind;
  machine: string | null;
  person: string;
  source: string;
  what: string;
  note: string | null;
  /** set when the line is struck through */
  struck: { at: number; person: string; reason: string; by: string } | null;
  /** the line this one strikes through, with the reason */
  supersedes: { id: string; reason: string } | null;
  correctable: boolean;
  faultId: string | null;
  session: SessionRow | null;
  care: (CareRow & { lookOnly: boolean }) | null;
}

const resultWords: Readonly<Record<CareResult, string>> = {
  done: 'done',
  'looked-fine': 'looked at and fine',
  'between-cuts': 'cleaned between two cuts of a job',
  replaced: 'replaced',
  'in-part': 'done in part',
  'put-off': 'put off',
  'not-reached': 'could not reach',
};

/** What may be struck through, and the right that writing it takes: nobody strikes what they may not write. */
export const strikeRights: Readonly<Partial<Record<EntryKind, Right>>> = {
  session: 'log',
  care: 'clean',
  'fault check': 'diagnose',
  'fault cause': 'diagnose',
  'fault showing': 'diagnose',
  'fault diagnosis': 'diagnose',
  'fault repair': 'diagnose',
  'meter reading': 'log',
  'meter explained': 'clean',
  'day without use': 'clean',
  deferral: 'clean',
  call: 'clean',
  'care plan': 'set up',
  'task past': 'clean',
  'machine past': 'set up',
  'put back': 'clean',
  reading: 'clean',
  stock: 'clean',
  'technician days': 'set up',
  booking: 'set up',
};

/** Whether a role may strike entries of a kind: it corrects records at all, and may write what it strikes. */
export function mayStrike(role: Role, kind: EntryKind): boolean {
  const right = strikeRights[kind];
  return right !== undefined && may(role, 'clean') && may(role, right);
}

/** A page of the book, newest first. */
export function bookPage(shop: Shop, filter: BookFilter, limit: number): BookLine[] {
  return bookLines(shop, readBook(shop.db, filter, limit));
}

/** Whether a page of the book would have a line. */
export const isInBook = (shop: Shop, filter: BookFilter): boolean =>
  readBook(shop.db, filter, 1).length > 0;

/** Lines that say something, and how far back was looked. */
export interface BookSearch {
  lines: BookLine[];
  /** the place where the search stopped, to go on from; `null`: the book ends before */
  reached: { at: number; id: string } | null;
}

const pageRows = 250;
/** So many entries are looked at in one go. */
const mostRows = 3000;

/**
 * The lines of the book that say something: all of its words, in any order, wherever a line shows them. Newest first;
 * it stops after some thousand entries, for whoever asks to go on. Others are served between its pages.
 */
export async function searchBook(
  shop: Shop,
  filter: BookFilter,
  text: string,
  limit: number,
): Promise<BookSearch> {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const says = ({ what, note, machine, person, struck, supersedes }: BookLine) => {
    const all = [what, note, machine, person, struck?.reason, supersedes?.reason]
      .join(' ')
      .toLowerCase();
    return words.every((word) => all.includes(word));
  };
  const lines: BookLine[] = [];
  let before = filter.before;
  for (let looked = 0; looked < mostRows; looked += pageRows) {
    if (looked > 0) await othersTurn();
    const rows = readBook(shop.db, { ...filter, ...(before && { before }) }, pageRows);
    for (const line of bookLines(shop, rows)) {
      before = { at: line.at, id: line.id };
      if (says(line)) lines.push(line);
      if (lines.length === limit) return { lines, reached: before };
    }
    if (rows.length < pageRows) return { lines, reached: null };
  }
  return { lines, reached: before ?? null };
}

function bookLines(shop: Shop, rows: EntryRow[]): BookLine[] {
  const ids = rows.map(({ id }) => id);
  const strikes = strikesOf(shop.db, ids);
  const sessions = sessionsByEntry(shop.db, ids);
  const cares = careByEntry(shop.db, ids);
  const machines = new Map(
    listMachines(shop.db, { retired: true }).map(({ id, nickname }) => [id, nickname]),
  );
  const findTask = taskReader(shop);
  const readCare = (row: CareRow): ReadCare => {
    const station = stationById(shop.db, row.stationId);
    return { care: row, station, task: station && findTask(station, row.task) };
  };
  return rows.map((row) => {
    const strike = strikes.get(row.id);
    const session = sessions.get(row.id) ?? null;
    const cared = cares.get(row.id);
    const care = cared ? readCare(cared) : null;
    return {
      id: row.id,
      at: row.at,
      recordedAt: row.recordedAt,
      kind: row.kind,
      machine: row.machineId ? (machines.get(row.machineId) ?? null) : null,
      person: row.person,
      source: row.source,
      what: session ? sessionWords(session) : care ? careWords(care) : entryWords(shop, row),
      note: row.note,
      struck: strike
        ? {
            at: strike.recordedAt,
            person: strike.person,
            reason: strike.reason ?? '',
            by: strike.id,
          }
        : null,
      supersedes: row.supersedes ? { id: row.supersedes, reason: row.reason ?? '' } : null,
      correctable: !strike && row.kind in strikeRights,
      faultId: row.kind === 'fault' ? row.id : row.kind.startsWith('fault ') ? row.subjectId : null,
      session,
      care: care && { ...care.care, lookOnly: care.task?.lookOnly ?? false },
    };
  });
}

/** A care entry with what it is about. */
interface ReadCare {
  care: CareRow;
  station: StationRow | null;
  task: CatalogueTask | null;
}

/** "1 h 30, cut plywood, air assist off, draught weak, by Ines" */
function sessionWords(session: SessionRow): string {
  return [
    `Used ${formatDuration(session.runS)}`,
    session.beamS !== null && `beam ${formatDuration(session.beamS)}`,
    session.material ? `${session.process ?? 'worked'} ${session.material}` : 'material not logged',
    session.airAssist === false && 'air assist off',
    session.draught && session.draught !== 'full' && `draught ${session.draught}`,
    session.operator && `by ${session.operator}`,
  ]
    .filter(Boolean)
    .join(', ');
}

function careWords({ care, station, task }: ReadCare): string {
  return [
    `${station?.name ?? 'removed station'}: ${task?.name.toLowerCase() ?? care.task}`,
    resultWords[care.result],
    care.finding && `found ${care.finding}`,
    care.method,
    care.minutes !== null && `${care.minutes} min`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** Names to filter the book by. */
export function bookPeople(shop: Shop): string[] {
  return peopleInBook(shop.db);
}

/**
 * Strikes an entry through, with the reason; what it said no longer counts.
 * @param role of whoever strikes it
 */
export function strikeEntry(
  shop: Shop,
  actor: Actor,
  role: Role,
  id: string,
  reason: string,
): Outcome<{ entryId: string }> {
  const row = entryById(shop.db, id);
  if (!row) return refuse('That entry is not in the book.');
  const right = strikeRights[row.kind];
  if (right && !mayStrike(role, row.kind)) {
    return refuse(refusalWords(role, may(role, 'clean') ? right : 'clean'));
  }
  if (row.kind === 'session')
    return correctSession(shop, actor, { entryId: id, reason, change: null });
  if (row.kind === 'care') return correctCare(shop, actor, { entryId: id, reason, change: null });
  if (!right) {
    return refuse('This kind of entry is answered by a new one, not struck through.');
  }
  if (!reason.trim()) return refuse('Say why it is struck through.', 'reason');
  if (strikesOf(shop.db, [id]).size > 0) return refuse('It has been struck through already.');
  const entryId = write(shop.db, () =>
    writeEntry(shop, actor, {
      kind: 'strike',
      machineId: row.machineId,
      at: row.at,
      supersedes: id,
      reason: reason.trim(),
      data: { of: row.kind },
    }),
  );
  return ok({ entryId });
}

/** Lines of the book written at once; between them others are served. */
const exportPage = 60;

/** Columns of the exported book; `docs/formats.md` describes them. */
export const bookColumns = [
  'at',
  'recorded_at',
  'kind',
  'machine',
  'person',
  'source',
  'what',
  'note',
  'struck_because',
  'supersedes',
  'id',
  'start',
  'run',
  'beam',
  'material',
  'process',
  'air_assist',
  'draught',
  'operator',
] as const;

/**
 * The book as CSV (RFC 4180, UTF-8 with byte order mark), newest first, in pieces as it is read.
 * Text that a spreadsheet would take for a formula is marked with an apostrophe: operators write
 * freely. `run` and `beam` are minutes, so that sessions can be imported elsewhere.
 */
export function* bookCsv(shop: Shop, filter: BookFilter): Generator<string> {
  const unparse = (rows: unknown[][]) =>
    `${Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' })}\r\n`;
  const { zone } = shop;
  yield `\uFEFF${unparse([[...bookColumns]])}`;
  let before = filter.before;
  for (;;) {
    const lines = bookPage(shop, { ...filter, ...(before && { before }) }, exportPage);
    if (lines.length === 0) return;
    yield unparse(lines.map((line) => csvRow(line, zone)));
    const last = lines.at(-1)!;
    before = { at: last.at, id: last.id };
  }
}

function csvRow(line: BookLine, zone: string): unknown[] {
  const { session } = line;
  const minutes = (seconds: number | null) => (seconds === null ? '' : seconds / 60);
  return [
    formatOffset(line.at, zone),
    formatOffset(line.recordedAt, zone),
    line.kind,
    line.machine ?? '',
    line.person,
    line.source,
    line.what,
    line.note ?? '',
    line.struck?.reason ?? '',
    line.supersedes?.id ?? '',
    line.id,
    ...(session
      ? [
          formatOffset(session.start, zone),
          minutes(session.runS),
          minutes(session.beamS),
          session.material ?? '',
          session.process ?? '',
          session.airAssist === null ? '' : session.airAssist ? 'on' : 'off',
          session.draught ?? '',
          session.operator ?? '',
        ]
      : ['', '', '', '', '', '', '', '']),
  ];
}
