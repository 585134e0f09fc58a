import { z } from 'zod';
import { longestSessionSeconds } from '../../core/usage/overlap';
import { lookBackDays, missingDays } from '../../core/usage/expected-days';
import {
  reconcile,
  spreadUnlogged,
  type MeterJump,
  type MeterReading,
  type MeterStretch,
} from '../../core/usage/meter';
import { formatDuration } from '../../core/units/duration';
import { ok } from '../../core/units/result';
import { millisecondsPerMinute, millisecondsPerSecond } from '../../core/units/time';
import { localDay, startOfLocalDay } from '../../core/units/zone';
import {
  entryByKey,
  entryData,
  insertEntry,
  standingEntries,
  strikesOf,
} from '../../records/audit-log';
import {
  insertReading,
  lastReadings,
  readingAfter,
  readingById,
  type MeterRow,
} from '../../records/usage/meters';
import { sessionsBetween, type StandingSession } from '../../records/usage/sessions';
import { dayTotals } from '../../records/usage/totals';
import { requireMachine } from '../machines/machines';
import { sessionEnd, writeSession } from './sessions';
import { refuse, stamp, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, idempotencyKey, optionalText, useCase } from '../use-case';
import { deriveUsage } from './usage';

/** How many stretches back the Machine page looks for questions. */
const askedStretches = 8;

/** How many stretches back the meter of a machine is held against the log. */
const shownStretches = 30;

const jumpSchema = z.discriminatedUnion('how', [
  z.object({ how: z.literal('reset') }),
  z.object({ how: z.literal('replaced') }),
  z.object({
    how: z.literal('rolled over'),
    atSeconds: z.number('Give the figure it rolled over at.').int().positive(),
  }),
]);

export const readingSchema = z.object({
  machineId: z.string().min(1, 'Choose a machine.').max(120),
  /** UTC milliseconds */
  at: z.number('Give a time.').int(),
  seconds: z
    .number('Give what the meter shows, in hours.')
    .int()
    .min(0, 'A meter does not show less than 0.')
    .max(1e6 * 3600, 'That is more than a million hours.'),
  jump: jumpSchema.nullish().transform((jump) => jump ?? null),
  note: optionalText(300),
  key: idempotencyKey,
});

/** What became of a reading. */
export interface ReadingTaken {
  entryId: string;
  duplicate: boolean;
}

/**
 * Takes a reading of a machine's own hour counter. One typed by hand that is lower than the one before
 * is refused until somebody says why; a device's is taken, and the question stays open.
 */
export const takeReading = useCase(readingSchema, (shop, actor, reading): Outcome<ReadingTaken> => {
  const { at, seconds, jump, note } = reading;
  const machine = requireMachine(shop, reading.machineId);
  if (!machine.ok) return machine;
  const machineId = machine.value.id;
  const key = `meter:${reading.key}`;
  const known = entryByKey(shop.db, key);
  if (known) return ok({ entryId: known.id, duplicate: true });
  if (at > shop.now() + 2 * millisecondsPerMinute) {
    return refuse('The time of the reading lies in the future. Nothing was taken down.', 'at');
  }
  const before = lastReadings(shop.db, machineId, at, 1)[0];
  const after = readingAfter(shop.db, machineId, at);
  if (before?.at === at && before.seconds === seconds) {
    return ok({ entryId: before.entryId, duplicate: true });
  }
  const wrong = jumpProblem(before, seconds, jump);
  if (wrong) return wrong;
  // what a device or a file of the past brings is taken; where it went back the question stays open
  if (actor.source !== 'device' && actor.source !== 'import') {
    if (before && seconds < before.seconds && jump === null) {
      return refuse(
        `That is less than the ${hours(before.seconds)} before it. Was the counter reset, rolled over or replaced? Nothing was taken down yet.`,
        'jump',
      );
    }
    if (after && after.seconds < seconds) {
      return refuse(
        `A later reading shows ${hours(after.seconds)}: this one, before it, cannot show more. Nothing was taken down.`,
        'seconds',
      );
    }
  }
  const common = { machineId, ...stamp(shop, actor, at) };
  const entryId = insertEntry(shop.db, { kind: 'meter reading', ...common, key, note });
  insertReading(shop.db, { entryId: entryId, machineId, at, seconds });
  if (jump) explain(shop, actor, machineId, entryId, jump);

  return ok({ entryId, duplicate: false });
});

const hours = (seconds: number) => `${(seconds / 3600).toFixed(1)} h`;

function jumpProblem(before: MeterRow | undefined, seconds: number, jump: MeterJump | null) {
  if (jump === null) return null;
  if (!before) return refuse('There is no earlier reading it could have jumped from.', 'jump');
  if (jump.how === 'rolled over' && jump.atSeconds < before.seconds) {
    return refuse(
      `It cannot have rolled over at ${hours(jump.atSeconds)}: it showed ${hours(before.seconds)} before.`,
      'atSeconds',
    );
  }
  if (jump.how !== 'replaced' && seconds >= before.seconds) {
    return refuse('The reading is not lower than the one before: nothing to explain.', 'jump');
  }
  return null;
}

function explain(
  shop: Shop,
  actor: Actor,
  machineId: string,
  readingId: string,
  jump: MeterJump,
): void {
  writeEntry(shop, actor, {
    kind: 'meter explained',
    machineId,
    subjectId: readingId,
    data: { how: jump.how, atSeconds: jump.how === 'rolled over' ? jump.atSeconds : null },
  });
}

/** Says why a reading that was taken is lower than the one before it. */
export const explainReading = useCase(
  z.object({ readingId: id, jump: jumpSchema }),
  (shop, actor, { readingId, jump }): Outcome<null> => {
    const reading = readingById(shop.db, readingId);
    if (!reading) return refuse('That reading is not in the book.');
    const before = lastReadings(shop.db, reading.machineId, reading.at, 2).find(
      ({ entryId }) => entryId !== readingId,
    );
    const wrong = jumpProblem(before, reading.seconds, jump);
    if (wrong) return wrong;
    explain(shop, actor, reading.machineId, readingId, jump);
    return ok(null);
  },
);

/** A stretch between two readings with what there is to look at. */
export interface MeterLine extends MeterStretch {
  /** where more was logged than metered: sessions that overlap each other */
  duplicates: { entryId: string; start: number; runSeconds: number; operator: string | null }[];
  /** the reading before which its unlogged use has been taken in */
  accepted: boolean;
}

/** The meter of a machine held against its log. */
export interface MeterView {
  /** newest first */
  lines: MeterLine[];
  last: MeterReading | null;
  /** stuck at its top: not used until it starts again */
  unreliable: boolean;
}

function readings(shop: Shop, machineId: string, count: number): MeterReading[] {
  const rows = lastReadings(shop.db, machineId, shop.now() + 2 * millisecondsPerMinute, count);
  const answers = new Map(
    standingEntries(shop.db, ['meter explained'], { machineId }).map((row) => [
      row.subjectId!,
      entryData(row, 'meter explained'),
    ]),
  );
  return rows.map(({ entryId, at, seconds }): MeterReading => {
    const answer = answers.get(entryId);
    const jump: MeterJump | null = !answer
      ? null
      : answer.how === 'rolled over'
        ? { how: 'rolled over', atSeconds: answer.atSeconds! }
        : { how: answer.how };
    return { id: entryId, at, seconds, jump };
  });
}

/** Holds the last readings of a machine's meter against what was logged between them. */
export function meterView(shop: Shop, machineId: string, count = shownStretches): MeterView {
  const taken = readings(shop, machineId, count + 1);
  const first = taken[0];
  if (!first) return { lines: [], last: null, unreliable: false };
  const last = taken.at(-1)!;
  const sessions = sessionsBetween(
    shop.db,
    machineId,
    first.at - longestSessionSeconds * millisecondsPerSecond,
    last.at,
  );
  const stretches = reconcile(taken, (from, to) =>
    Math.round(sessions.reduce((sum, session) => sum + sharedSeconds(session, from, to), 0)),
  );
  const lines = stretches.map((stretch): MeterLine => ({
    ...stretch,
    duplicates:
      stretch.verdict === 'log over meter'
        ? overlapping(sessions, stretch.from.at, stretch.to.at)
        : [],
    accepted: sessions.some(
      ({ origin, start }) =>
        origin === 'unlogged' && start >= stretch.from.at && start < stretch.to.at,
    ),
  }));
  return {
    lines: lines.reverse(),
    last,
    unreliable: stretches.at(-1)?.verdict === 'saturated',
  };
}

/** Seconds of a session that lie between two instants. */
function sharedSeconds({ start, runSeconds }: StandingSession, from: number, to: number): number {
  const end = start + runSeconds * millisecondsPerSecond;
  return Math.max(0, Math.min(end, to) - Math.max(start, from)) / millisecondsPerSecond;
}

/** Sessions between two instants that overlap another of them: each run may be logged twice. */
function overlapping(sessions: readonly StandingSession[], from: number, to: number) {
  const inside = sessions.filter(
    ({ start, origin }) => start >= from && start < to && origin !== 'unlogged',
  );
  return inside
    .filter((one) =>
      inside.some(
        (other) => other !== one && other.start < sessionEnd(one) && one.start < sessionEnd(other),
      ),
    )
    .map(({ entryId, start, runSeconds, operator }) => ({ entryId, start, runSeconds, operator }));
}

/**
 * Takes in the use a meter counted and nobody logged before a reading, of unknown material: one session as late as it
 * can have been or, where it is long, one a day of the days it spans. Pressing twice takes it in once.
 */
export const acceptUnlogged = useCase(
  id,
  (shop, actor, readingId): Outcome<{ entryId: string }> => {
    const reading = readingById(shop.db, readingId);
    if (!reading) return refuse('That reading is not in the book.');
    let key = `unlogged:${readingId}`;
    for (let known = entryByKey(shop.db, key); known; known = entryByKey(shop.db, key)) {
      if (strikesOf(shop.db, [known.id]).size === 0) return ok({ entryId: known.id });
      key = `unlogged:${known.id}`; // it was struck through, and may be taken in anew
    }
    const line = meterView(shop, reading.machineId).lines.find(({ to }) => to.id === readingId);
    if (line?.verdict !== 'unlogged') {
      return refuse('The log and the meter agree there now. Nothing was added.');
    }
    const runSeconds = Math.round(line.gapSeconds);
    const { from, to } = line;
    const [firstDay, lastDay] = [localDay(from.at, shop.zone), localDay(to.at, shop.zone)];
    const parts = spreadUnlogged(
      runSeconds,
      from.at,
      to.at,
      Array.from({ length: lastDay - firstDay + 1 }, (_, ahead) => ({
        start: startOfLocalDay(firstDay + ahead, shop.zone),
        end: startOfLocalDay(firstDay + ahead + 1, shop.zone),
      })),
    );
    const [entryId] = parts.map((part, index) =>
      writeSession(
        shop,
        actor,
        reading.machineId,
        {
          ...part,
          beamSeconds: null,
          material: null,
          process: null,
          airAssist: null,
          draught: null,
          operator: null,
          origin: 'unlogged',
        },
        `counted by the meter, not logged: ${formatDuration(runSeconds)}${parts.length > 1 ? ` over ${parts.length} days` : ''}`,
        { key: index === 0 ? key : `${key}:${index}` },
      ),
    );
    deriveUsage(shop, reading.machineId, parts[0]!.start, parts.at(-1)!.start);

    return ok({ entryId: entryId! });
  },
);

/** How far back a day without logged use is asked about. */
const askedDays = 14;

/**
 * Days of the last two weeks on which, by the machine's own weeks, use was to be expected, and none
 * is logged, and nobody has been asked yet. `day` in shop-local days since 1970.
 */
export function quietDays(shop: Shop, machineId: string): number[] {
  const { db, zone } = shop;
  const today = localDay(shop.now(), zone);
  const from = today - askedDays;
  const used = new Set(
    dayTotals(db, machineId, from - lookBackDays).flatMap(({ day, jobs }) =>
      jobs > 0 ? [day] : [],
    ),
  );
  const answered = new Set(
    standingEntries(db, ['day without use'], { machineId }).map(
      (row) => entryData(row, 'day without use').day,
    ),
  );
  return missingDays((day) => used.has(day), from, today - 1).filter((day) => !answered.has(day));
}

/** Notes that a machine stood still on a day; it is not asked about again. */
export const noteQuietDay = useCase(
  z.object({ machineId: id, day: z.number().int() }),
  (shop, actor, { machineId, day }): Outcome<null> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    if (!quietDays(shop, machine.value.id).includes(day)) return ok(null);
    writeEntry(shop, actor, {
      kind: 'day without use',
      machineId: machine.value.id,
      at: startOfLocalDay(day, shop.zone),
      data: { day },
    });
    return ok(null);
  },
);

/** Stretches of the last weeks that wait for somebody: unlogged use, jumps, more logged than counted. */
export function openMeterQuestions(shop: Shop, machineId: string): MeterLine[] {
  return meterView(shop, machineId, askedStretches).lines.filter(
    ({ verdict }) =>
      verdict === 'unlogged' || verdict === 'went back' || verdict === 'log over meter',
  );
}
