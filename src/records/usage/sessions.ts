import type { BeamSums } from '../../core/usage/beam-share';
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { SessionUse } from '../../core/usage/session';
import type { Draught, Process } from '../../core/usage/soil';
import type { Db } from '../database';
import { entry, session } from '../schema';
import { statement } from '../statement';

export type SessionRow = typeof session.$inferSelect;

/** What a logged session says beyond its use. */
export interface LoggedSession extends SessionUse {
  operator: string | null;
  /** `unlogged`: proposed from the machine's meter; its true times are not known */
  origin?: 'unlogged' | null;
  /** the job file its figures come from */
  jobId?: string | null;
}

export function insertSession(
  db: Db,
  entryId: string,
  machineId: string,
  logged: LoggedSession,
): void {
  statement(
    db,
    `insert into session (entry_id, machine_id, start, run_s, beam_s, material, process, air_assist, draught, operator, origin, job_id)
     values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(
    entryId,
    machineId,
    logged.start,
    logged.runSeconds,
    logged.beamSeconds,
    logged.material,
    logged.process,
    logged.airAssist === null ? null : Number(logged.airAssist),
    logged.draught,
    logged.operator,
    logged.origin ?? null,
    logged.jobId ?? null,
  );
}

export function sessionsByEntry(db: Db, entryIds: string[]): Map<string, SessionRow> {
  if (entryIds.length === 0) return new Map();
  const rows = db.select().from(session).where(inArray(session.entryId, entryIds)).all();
  return new Map(rows.map((row) => [row.entryId, row]));
}

/** A session that stands, with its entry's id. */
export interface StandingSession extends LoggedSession {
  entryId: string;
}

interface RawSession {
  entry_id: string;
  start: number;
  run_s: number;
  beam_s: number | null;
  material: string | null;
  process: Process | null;
  air_assist: number | null;
  draught: Draught | null;
  operator: string | null;
  origin: 'unlogged' | null;
  job_id: string | null;
}

function standing(raw: RawSession): StandingSession {
  return {
    entryId: raw.entry_id,
    start: raw.start,
    runSeconds: raw.run_s,
    beamSeconds: raw.beam_s,
    material: raw.material,
    process: raw.process,
    airAssist: raw.air_assist === null ? null : raw.air_assist === 1,
    draught: raw.draught,
    operator: raw.operator,
    origin: raw.origin,
    jobId: raw.job_id,
  };
}

const columns =
  's.entry_id, s.start, s.run_s, s.beam_s, s.material, s.process, s.air_assist, s.draught, s.operator, s.origin, s.job_id';
// Equal starts are ordered by content before id, so that the order of entry never matters.
const inOrder = [
  's.start',
  's.run_s',
  "coalesce(s.material, '')",
  "coalesce(s.process, '')",
  's.entry_id',
];
const notStruck = 's.entry_id not in (select supersedes from entry where supersedes is not null)';

/** The standing sessions of a machine with `from <= start <= to`, in order of start. */
export function sessionsBetween(
  db: Db,
  machineId: string,
  from: number,
  to: number,
): StandingSession[] {
  const rows = statement(
    db,
    `select ${columns} from session s where s.machine_id = ? and s.start between ? and ? and ${notStruck} order by ${inOrder.join(', ')}`,
  ).all(machineId, from, to) as RawSession[];
  return rows.map(standing);
}

/** What the standing sessions of a machine with `from <= start < to` add up to of which the beam time is known. */
export function beamSums(db: Db, machineId: string, from: number, to: number): BeamSums {
  const bounded = (at: number) =>
    Math.min(Number.MAX_SAFE_INTEGER, Math.max(Number.MIN_SAFE_INTEGER, at));
  return statement(
    db,
    `select count(*) sessions, coalesce(sum(beam_s), 0) beam, coalesce(sum(run_s), 0) run,
       coalesce(sum(1.0 * beam_s * beam_s), 0) beamBeam, coalesce(sum(1.0 * beam_s * run_s), 0) beamRun,
       coalesce(sum(1.0 * run_s * run_s), 0) runRun
     from session s where s.machine_id = ? and s.start >= ? and s.start < ? and s.beam_s is not null
       and ${notStruck}`,
  ).get(machineId, bounded(from), bounded(to)) as BeamSums;
}

/** First and last start among the sessions of a machine, struck ones too, with `from <= start <= to`. */
export function sessionSpan(
  db: Db,
  machineId: string,
  from: number,
  to: number,
): { first: number; last: number } | null {
  const row = statement(
    db,
    'select min(start) first, max(start) last from session where machine_id = ? and start between ? and ?',
  ).get(machineId, from, to) as { first: number | null; last: number | null };
  return row.first === null ? null : { first: row.first, last: row.last! };
}

/** Start of the session that has so many before it among those of a machine with `from <= start <= to`, or `null`. */
export function startOfNth(
  db: Db,
  machineId: string,
  from: number,
  to: number,
  before: number,
): number | null {
  const row = statement(
    db,
    'select start from session where machine_id = ? and start between ? and ? order by start limit 1 offset ?',
  ).get(machineId, from, to, before) as { start: number } | undefined;
  return row?.start ?? null;
}

/** At most `count` standing sessions just before (or after) an instant, in order of start. */
export function sessionsBeside(
  db: Db,
  machineId: string,
  instant: number,
  side: 'before' | 'after',
  count: number,
): StandingSession[] {
  const [comparison, order] = side === 'before' ? ['<', 'desc'] : ['>', 'asc'];
  const rows = statement(
    db,
    `select ${columns} from session s where s.machine_id = ? and s.start ${comparison} ? and ${notStruck}
     order by ${inOrder.map((term) => `${term} ${order}`).join(', ')} limit ?`,
  ).all(machineId, instant, count) as RawSession[];
  const sessions = rows.map(standing);
  return side === 'before' ? sessions.reverse() : sessions;
}

/** Which of these idempotency keys the book already holds. Asks in batches. */
export function knownKeys(db: Db, keys: Iterable<string>): Set<string> {
  const find = statement(db, 'select 1 from entry where key = ?');
  const known = new Set<string>();
  for (const key of keys) if (find.get(key)) known.add(key);
  return known;
}

/** The session that came with an idempotency key, struck through or not. */
export function sessionByKey(db: Db, key: string): SessionRow | null {
  const row = db
    .select({ session })
    .from(session)
    .innerJoin(entry, eq(entry.id, session.entryId))
    .where(and(eq(entry.key, key)))
    .orderBy(asc(session.start))
    .get();
  return row?.session ?? null;
}
