import { z } from 'zod';
import { fail, ok } from '../../core/units/result';
import { formatLocal } from '../../core/units/instant';
import { longestSessionSeconds, Timeline } from '../../core/usage/overlap';
import { formatDuration } from '../../core/units/duration';
import type { MaterialIndex } from '../../core/usage/soil-table';
import { entryById, entryByKey, insertEntry, strikesOf } from '../../records/audit-log';
import { write } from '../../records/database';
import { listStations, machineById } from '../../records/machines';
import {
  insertSession,
  sessionsBetween,
  sessionsByEntry,
  type LoggedSession,
  type StandingSession,
} from '../../records/usage/sessions';
import { removeTimer, startTimer, timerOf, type TimerRow } from '../../records/usage/timers';
import { correctCare, recordCare } from '../care/care';
import { jobOfMachine } from './job-files';
import { nobody } from '../machines/labels';
import { requireMachine } from '../machines/machines';
import { readMaterial, sessionSchema, timesProblem, type SessionInput } from './session-input';
import { refuse, stamp, type Actor, type Outcome, type Shop } from '../shop';
import { correctionSchema, id, readInput, useCase } from '../use-case';
import { shopMaterials } from './soil-weights-read';
import { deriveUsage } from './usage';

/** What became of a logged session. */
export interface Logged {
  entryId: string;
  /** the same session had been logged before (same key); nothing was added */
  duplicate: boolean;
}

/** When a session ends, UTC milliseconds. */
export const sessionEnd = ({ start, runSeconds }: Pick<LoggedSession, 'start' | 'runSeconds'>) =>
  start + runSeconds * 1000;

/** Logs one stretch of use. The same key twice logs it once. */
export function logSession(
  shop: Shop,
  actor: Actor,
  input: z.input<typeof sessionSchema>,
  options: LogOptions = {},
): Outcome<Logged> {
  return logSessions(shop, actor, [input], options)[0]!;
}

interface LogOptions {
  /** @default false */
  allowOverlap?: boolean;
}

/**
 * Logs stretches of use one after the other, in one go: those that can be logged are, the others say
 * why not.
 */
export function logSessions(
  shop: Shop,
  actor: Actor,
  inputs: readonly z.input<typeof sessionSchema>[],
  { allowOverlap = false }: LogOptions = {},
): Outcome<Logged>[] {
  const materials = shopMaterials(shop);
  const spans = new Map<string, { from: number; to: number }>();
  const log = (input: z.input<typeof sessionSchema>): Outcome<Logged> => {
    const read = readInput(sessionSchema, input);
    if (!read.ok) return read;
    const machine = requireMachine(shop, read.value.machineId);
    if (!machine.ok) return machine;
    const machineId = machine.value.id;
    const key = `session:${read.value.key}`;
    const known = entryByKey(shop.db, key);
    if (known) return ok({ entryId: known.id, duplicate: true });
    if (read.value.debrisCleared && actor.source === 'label' && actor.name === nobody) {
      return refuse(
        'Say who cleared the loose debris: what can burn is not counted as cleared by nobody. Nothing was logged.',
        'who',
      );
    }
    const checked = checkSession(shop, { ...read.value, machineId }, { allowOverlap, materials });
    if (!checked.ok) return checked;
    const session = checked.value;
    const entryId = writeSession(shop, actor, machineId, session, read.value.note, { key });
    if (read.value.debrisCleared) clearDebris(shop, actor, machineId, session, key);
    const { from, to } = spans.get(machineId) ?? { from: session.start, to: session.start };
    spans.set(machineId, {
      from: Math.min(from, session.start),
      to: Math.max(to, session.start),
    });
    return ok({ entryId, duplicate: false });
  };
  return write(shop.db, () => {
    const outcomes = inputs.map(log);
    for (const [machineId, { from, to }] of spans) deriveUsage(shop, machineId, from, to);
    return outcomes;
  });
}

function checkSession(
  shop: Shop,
  input: SessionInput,
  options: {
    allowOverlap: boolean;
    materials: MaterialIndex;
    except?: string;
    origin?: LoggedSession['origin'];
  },
): Outcome<LoggedSession> {
  const material = readMaterial(input.material, options.materials);
  if ('problem' in material)
    return refuse(`${sentence(material.problem)} Nothing was logged.`, 'material');
  const session: LoggedSession = {
    ...input,
    material: material.name,
    origin: options.origin ?? null,
  };
  const wrong = timesProblem(session, shop.now());
  if (wrong) return fail({ ...wrong, message: `${sentence(wrong.message)} Nothing was logged.` });
  if (input.jobId && !jobOfMachine(shop, input.machineId, input.jobId)) {
    return refuse('That job file is none of this machine. Nothing was logged.', 'job');
  }
  if (!options.allowOverlap && session.origin !== 'unlogged') {
    const { start } = session;
    const end = sessionEnd(session);
    const around = sessionsBetween(
      shop.db,
      input.machineId,
      start - longestSessionSeconds * 1000,
      end,
    ).filter((other) => other.entryId !== options.except && other.origin !== 'unlogged');
    const overlap = new Timeline<LoggedSession>(sessionEnd, around).overlapping(session);
    if (overlap) {
      return refuse(
        `This overlaps the session of ${describeStretch(shop, overlap)}. Nothing was logged.`,
        'start',
      );
    }
  }
  return ok(session);
}

function sentence(words: string): string {
  const text = words.charAt(0).toUpperCase() + words.slice(1);
  return /[.?]$/.test(text) ? text : `${text}.`;
}

/** "2026-03-01 14:05, 45 min": how a session is named in a message. */
export function describeStretch(shop: Shop, session: LoggedSession): string {
  return `${formatLocal(session.start, shop.zone).replace('T', ' ')}, ${formatDuration(session.runSeconds)}`;
}

/** Writes a session's entry and particulars; the caller derives usage and holds the transaction. */
export function writeSession(
  shop: Shop,
  actor: Actor,
  machineId: string,
  session: LoggedSession,
  note: string | null,
  extra: { key?: string; supersedes?: string; reason?: string } = {},
): string {
  const entryId = insertEntry(shop.db, {
    kind: 'session',
    machineId,
    ...stamp(shop, actor, session.start),
    note,
    ...extra,
  });
  insertSession(shop.db, entryId, machineId, session);
  return entryId;
}

/** Clearing the loose debris is part of the job: logged with it, it is a care entry of its own. */
function clearDebris(
  shop: Shop,
  actor: Actor,
  machineId: string,
  session: LoggedSession,
  key: string,
): void {
  const station = listStations(shop.db, machineId).find(({ kind }) => kind === 'debris');
  if (!station) return;
  const end = Math.min(sessionEnd(session), shop.now());
  const cleared = recordCare(shop, actor, {
    stationId: station.id,
    task: 'clear',
    at: end,
    key: `${key}:debris`,
  });
  if (!cleared.ok) throw new Error(`clearDebris: ${cleared.error.message}`);
}

/** Loose debris that was cleared with a session goes with it to the machine where it truly was. */
function moveDebris(
  shop: Shop,
  actor: Actor,
  key: string | null,
  machineId: string,
  session: LoggedSession,
  reason: string,
): void {
  const debris = key === null ? null : entryByKey(shop.db, `${key}:debris`);
  if (!debris || strikesOf(shop.db, [debris.id]).size > 0) return;
  const struck = correctCare(shop, actor, { entryId: debris.id, reason, change: null });
  if (!struck.ok) throw new Error(`moveDebris: ${struck.error.message}`);
  clearDebris(shop, actor, machineId, session, `${key}:moved:${machineId}`);
}

/** A new reading of a session: everything but its key may change, the machine too. */
const sessionChangeSchema = sessionSchema
  .omit({ machineId: true, key: true, debrisCleared: true, jobId: true })
  .extend({ machineId: id.optional() });

/**
 * Corrects a session: the old entry is struck through and, unless it is only struck, a new one takes
 * its place. Counters follow as if it had been entered so from the start.
 * @param change `null` to strike it without a new one
 */
export const correctSession = useCase(
  correctionSchema(sessionChangeSchema),
  (shop, actor, { entryId, reason, change }): Outcome<{ entryId: string }> => {
    const old = entryById(shop.db, entryId);
    const row = sessionsByEntry(shop.db, [entryId]).get(entryId);
    if (!old || !row) return refuse('That session is not in the book.');
    if (strikesOf(shop.db, [entryId]).size > 0) {
      return refuse('That session has been corrected already. Open the newer entry.');
    }
    const machine = change?.machineId ? requireMachine(shop, change.machineId) : null;
    if (machine && !machine.ok) return machine;
    const machineId = machine?.value.id ?? row.machineId;
    const moved = machineId !== row.machineId;
    if (moved && row.origin === 'unlogged') {
      return refuse('What a meter counted beyond the log belongs to its machine.', 'machineId');
    }
    let session: LoggedSession | null = null;
    if (change) {
      const checked = checkSession(
        shop,
        {
          ...change,
          machineId,
          // a job file is a machine's own
          jobId: moved ? null : row.jobId,
          debrisCleared: false,
          key: 'correction',
        },
        {
          allowOverlap: false,
          materials: shopMaterials(shop),
          except: entryId,
          origin: row.origin,
        },
      );
      if (!checked.ok) return checked;
      session = checked.value;
    }
    const extra = { supersedes: entryId, reason };
    const written = session
      ? writeSession(shop, actor, machineId, session, change!.note, extra)
      : insertEntry(shop.db, {
          kind: 'strike',
          machineId: row.machineId,
          ...stamp(shop, actor, old.at),
          data: { of: 'session' },
          ...extra,
        });
    const starts = [row.start, session?.start ?? row.start].sort((a, b) => a - b);
    deriveUsage(shop, row.machineId, starts[0]!, starts[1]!);
    if (session && moved) {
      deriveUsage(shop, machineId, session.start, session.start);
      moveDebris(shop, actor, old.key, machineId, session, reason);
    }
    return ok({ entryId: written });
  },
);

/** Gives a session to another machine, else as it was. */
export function moveSession(
  shop: Shop,
  actor: Actor,
  entryId: string,
  machineId: string,
): Outcome<null> {
  const row = sessionsByEntry(shop.db, [entryId]).get(entryId);
  const entry = entryById(shop.db, entryId);
  if (!row || !entry) return refuse('That session is not in the book.');
  const { start, runS, beamS, material, process, airAssist, draught, operator } = row;
  const moved = correctSession(shop, actor, {
    entryId,
    reason: 'logged at the wrong machine',
    change: {
      ...{ start, runSeconds: runS, beamSeconds: beamS, material, process, airAssist, draught },
      ...{ operator, note: entry.note, machineId },
    },
  });
  return moved.ok ? ok(null) : moved;
}

/** The last sessions of a machine, newest first. */
export function recentSessions(shop: Shop, machineId: string, days: number): StandingSession[] {
  const now = shop.now();
  return sessionsBetween(shop.db, machineId, now - days * 86_400_000, now).reverse();
}

/** Starts the machine's timer, or returns the one that runs already. */
export const runTimer = useCase(id, (shop, actor, machineId): Outcome<TimerRow> => {
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  return ok(
    startTimer(shop.db, {
      machineId: machine.value.id,
      startedAt: shop.now(),
      person: actor.name,
    }),
  );
});

/** Ends a timer without logging anything. */
export const dropTimer = useCase(id, (shop, _actor, machineId): Outcome<null> => {
  removeTimer(shop.db, machineId);
  return ok(null);
});

export const timerSchema = sessionSchema.omit({ start: true, runSeconds: true }).extend({
  /** when it was stopped, where that is not now; UTC milliseconds */
  end: z.number().int().nullish(),
});

/** Ends a timer by logging what it measured, from its start until it was stopped. */
export const logTimer = useCase(timerSchema, (shop, actor, { end, ...input }): Outcome<Logged> => {
  // sent twice is once: the first ended the timer
  const known = entryByKey(shop.db, `session:${input.key}`);
  if (known) return ok({ entryId: known.id, duplicate: true });
  const timer = timerOf(shop.db, input.machineId);
  const stopped = end ?? shop.now();
  if (!timer) return refuse('No timer runs on this machine: it was logged or dropped elsewhere.');
  if (stopped < timer.startedAt) {
    return refuse('The timer was stopped elsewhere since, and runs anew. Nothing was logged.');
  }
  const logged = logSession(shop, actor, {
    ...input,
    start: timer.startedAt,
    runSeconds: Math.max(1, Math.round((stopped - timer.startedAt) / 1000)),
  });
  if (logged.ok) removeTimer(shop.db, input.machineId);

  return logged;
});

/** Nickname of a machine, retired or not. */
export function nicknameOf(shop: Shop, machineId: string): string {
  return machineById(shop.db, machineId)?.nickname ?? 'unknown machine';
}
