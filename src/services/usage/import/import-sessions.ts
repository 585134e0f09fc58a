import { createHash } from 'node:crypto';
import Papa from 'papaparse';
import { Timeline } from '../../../core/usage/overlap';
import { ok, type Result } from '../../../core/units/result';
import { insertEntry } from '../../../records/audit-log';
import { recordsVersion, write } from '../../../records/database';
import { listMachines, type MachineRow } from '../../../records/machines';
import {
  insertSession,
  knownKeys,
  sessionByKey,
  sessionsBetween,
  type LoggedSession,
} from '../../../records/usage/sessions';
import { nearest } from '../nearest';
import { timesProblem } from '../session-input';
import { describeStretch, sessionEnd } from '../sessions';
import { stamp, type Actor, type Shop } from '../../shop';
import { shopMaterials } from '../soil-weights-read';
import { deriveUsage } from '../usage';
import {
  breathe,
  decodeText,
  readSessionsFile,
  type Progress,
  type ReadFile,
  type ReadRow,
  type Rejection,
} from './read-file';

/** A row that can be taken. */
interface GoodRow {
  line: number;
  raw: string;
  outcome: 'new' | 'duplicate';
  machineId: string;
  nickname: string;
  session: LoggedSession;
  note: string | null;
  /** idempotency key of its entry */
  key: string;
}

/** What a row of the file will become. */
export type CheckedRow =
  GoodRow | { line: number; raw: string; outcome: 'rejected'; rejection: Rejection };

export interface ImportCounts {
  accepted: number;
  duplicates: number;
  rejected: number;
}

export interface ImportOptions {
  allowOverlap?: boolean;
}

/** A file as read and checked, ready to be written. */
export interface CheckedFile {
  file: ReadFile;
  rows: CheckedRow[];
  counts: ImportCounts;
  /** state of the records the rows were held against */
  version: string;
}

/** Reads and checks a sessions file. Nothing is written. */
export async function checkSessionsFile(
  shop: Shop,
  bytes: Uint8Array,
  options: ImportOptions,
  progress: Progress = {},
): Promise<Result<CheckedFile>> {
  const text = decodeText(bytes);
  if (!text.ok) return text;
  const context = { zone: shop.zone, materials: shopMaterials(shop) };
  const file = await readSessionsFile(text.value, context, {
    ...progress,
    report: (share) => progress.report?.(share * 0.7),
  });
  if (!file.ok) return file;
  await breathe(progress, 0.7);
  const version = recordsVersion(shop.db);
  const rows = checkRows(shop, file.value.rows, options);
  return ok({ file: file.value, rows, counts: countRows(rows), version });
}

function countRows(rows: readonly CheckedRow[]): ImportCounts {
  const counts: ImportCounts = { accepted: 0, duplicates: 0, rejected: 0 };
  for (const { outcome } of rows) {
    if (outcome === 'new') counts.accepted += 1;
    else if (outcome === 'duplicate') counts.duplicates += 1;
    else counts.rejected += 1;
  }
  return counts;
}

/**
 * Holds what was read against the book: unknown machines, times that cannot be, the same session
 * again, overlaps on the same machine. Of two rows that overlap the first in the file wins.
 */
function checkRows(shop: Shop, rows: readonly ReadRow[], options: ImportOptions): CheckedRow[] {
  const now = shop.now();
  const machines = listMachines(shop.db, { retired: true });
  const byName = new Map(machines.map((machine) => [machine.nickname.toLowerCase(), machine]));
  const names = machines.map(({ nickname }) => nickname);
  // a million rows are held at once: of each its key, and no more text than that
  const keys = rows.map((row) => {
    const machine = 'session' in row && byName.get(row.machine.toLowerCase());
    return machine ? rowKey(machine.id, row.session, row.key) : null;
  });
  const known = knownKeys(
    shop.db,
    keys.filter((key) => key !== null),
  );
  const timelines = new Map<string, Timeline<LoggedSession>>();
  const seen = new Map<string, GoodRow>();

  const check = (row: ReadRow, at: number): CheckedRow => {
    const { line, raw } = row;
    const refuse = (rejection: Rejection): CheckedRow => ({
      line,
      raw,
      outcome: 'rejected',
      rejection,
    });
    if (!('session' in row)) return refuse(row.rejection);
    const { session } = row;
    const machine = byName.get(row.machine.toLowerCase());
    if (!machine) {
      const guess = nearest(row.machine, names);
      return refuse({
        field: 'machine',
        reason: `unknown machine "${row.machine}"${guess ? `: did you mean ${guess}?` : ''}`,
      });
    }
    const wrong = timesProblem(session, now) ?? retiredProblem(machine, session);
    if (wrong) return refuse({ field: wrong.field as Rejection['field'], reason: wrong.message });
    const key = keys[at]!;
    const checked: GoodRow = {
      line,
      raw,
      machineId: machine.id,
      nickname: machine.nickname,
      session,
      note: row.note,
      key,
      outcome: 'new',
    };
    const earlier = seen.get(key);
    if (earlier || known.has(key)) {
      const other = earlier ? fingerprintOf(earlier) : bookFingerprint(shop, key);
      if (other === fingerprintOf(checked)) return { ...checked, outcome: 'duplicate' };
      return refuse({
        field: 'key',
        reason: `the key "${row.key}" already belongs to a different session${earlier ? ` on line ${earlier.line}` : ' in the book'}`,
      });
    }
    let timeline = timelines.get(machine.id);
    if (!timeline) {
      const all = sessionsBetween(shop.db, machine.id, -Infinity, Infinity).filter(
        ({ origin }) => origin !== 'unlogged',
      );
      timelines.set(machine.id, (timeline = new Timeline<LoggedSession>(sessionEnd, all)));
    }
    const overlap = options.allowOverlap ? null : timeline.overlapping(session);
    if (overlap) {
      return refuse({
        field: 'start',
        reason: `overlaps the session of ${describeStretch(shop, overlap)} on ${machine.nickname}`,
      });
    }
    seen.set(key, checked);
    timeline.add(session);
    return checked;
  };
  return rows.map(check);
}

function retiredProblem(machine: MachineRow, session: LoggedSession) {
  if (machine.retiredAt === null || session.start < machine.retiredAt) return null;
  return { field: 'machine', message: `${machine.nickname} was retired before this session` };
}

/** All that makes a session itself, as text: equal for the same session written twice. */
function sessionFingerprint(machineId: string, session: LoggedSession): string {
  const { start, runSeconds, beamSeconds, material, process, airAssist, draught, operator } =
    session;
  return [
    machineId,
    start,
    runSeconds,
    beamSeconds,
    material,
    process,
    airAssist,
    draught,
    operator,
  ].join('|');
}

const fingerprintOf = ({ machineId, session }: Pick<GoodRow, 'machineId' | 'session'>) =>
  sessionFingerprint(machineId, session);

function bookFingerprint(shop: Shop, key: string): string | null {
  const row = sessionByKey(shop.db, key);
  if (!row) return null;
  return sessionFingerprint(row.machineId, {
    ...row,
    runSeconds: row.runS,
    beamSeconds: row.beamS,
  });
}

/** The row's own key, else one made of its content: either way the same row twice adds nothing. */
function rowKey(machineId: string, session: LoggedSession, key: string | null): string {
  if (key) return `session:${key}`;
  const fingerprint = sessionFingerprint(machineId, session);
  const hash = createHash('sha256').update(fingerprint).digest('base64url');
  return `row:${hash.slice(0, 32)}`;
}

/**
 * Writes the good rows of a checked file, all or none. Where anything was written since they were
 * checked, they are held against the book once more first.
 */
export function writeSessions(
  shop: Shop,
  actor: Actor,
  checked: CheckedFile,
  options: ImportOptions,
): { counts: ImportCounts; rows: CheckedRow[] } {
  return write(shop.db, () => {
    const unchanged = recordsVersion(shop.db) === checked.version;
    const rows = unchanged ? checked.rows : checkRows(shop, checked.file.rows, options);
    const spans = new Map<string, { from: number; to: number }>();
    for (const row of rows) {
      if (row.outcome !== 'new') continue;
      const { start } = row.session;
      const entryId = insertEntry(shop.db, {
        kind: 'session',
        machineId: row.machineId,
        ...stamp(shop, actor, start),
        key: row.key,
        note: row.note,
      });
      insertSession(shop.db, entryId, row.machineId, row.session);
      const span = spans.get(row.machineId) ?? { from: start, to: start };
      spans.set(row.machineId, {
        from: Math.min(span.from, start),
        to: Math.max(span.to, start),
      });
    }
    for (const [machineId, { from, to }] of spans) deriveUsage(shop, machineId, from, to);
    return { counts: countRows(rows), rows };
  });
}

/**
 * The refused rows as CSV: as they were written, with line number and reason, ready to be mended and
 * imported again.
 */
export function rejectedCsv({ file }: CheckedFile, rows: readonly CheckedRow[]): string {
  const { delimiter, header } = file;
  const lines = rows.flatMap((row) => {
    if (row.outcome !== 'rejected') return [];
    const { field, reason } = row.rejection;
    return `${row.raw}${delimiter}${Papa.unparse([[`${row.line}`, `${field}: ${reason}`]], { delimiter })}`;
  });
  return `\uFEFF${[`${header}${delimiter}line${delimiter}reason`, ...lines].join('\r\n')}\r\n`;
}
