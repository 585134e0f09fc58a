import { z } from 'zod';
import { faultTitle } from '../../catalogue/signs';
import { ok } from '../../core/units/result';
import { millisecondsPerDay } from '../../core/units/time';
import { entriesAbout, entryData, standingEntries } from '../../records/audit-log';
import { sessionsBeside } from '../../records/usage/sessions';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { id, idempotencyKey, useCase } from '../use-case';
import { readFault } from './faults';
import { reportFault, type Reported } from './report';

/** A fault that could not be reproduced: the operators of the next sessions are asked once each. */
export interface Watched {
  faultId: string;
  machineId: string;
  /** "Everything moves, but no beam" */
  words: string;
  since: number;
  /** how many of the two sessions have answered */
  answers: number;
}

const sessionsWatched = 2;
const longestWatchDays = 30;

/** Faults on watch, oldest first. A watch ends after two answers, or after thirty days. */
export function watched(shop: Shop, machineId?: string): Watched[] {
  const from = shop.now() - longestWatchDays * millisecondsPerDay;
  const closings = standingEntries(shop.db, ['fault closed'], {
    from,
    ...(machineId && { machineId }),
  }).filter((row) => entryData(row, 'fault closed').as === 'not reproduced');
  const answers = entriesAbout(
    shop.db,
    closings.map(({ subjectId }) => subjectId!),
  ).filter(({ kind }) => kind === 'watch answer');
  return closings.flatMap((row): Watched[] => {
    const given = answers.filter(
      ({ subjectId, at }) => subjectId === row.subjectId && at >= row.at,
    );
    const seen = given.some((answer) => entryData(answer, 'watch answer').seen);
    if (seen || given.length >= sessionsWatched) return [];
    const fault = readFault(shop, row.subjectId!)!;
    return [
      {
        faultId: fault.id,
        machineId: fault.machineId,
        words: faultTitle(fault.signs, fault.note),
        since: row.at,
        answers: given.length,
      },
    ];
  });
}

export const watchAnswerSchema = z.object({
  faultId: id,
  machineId: id,
  seen: z.boolean(),
  key: idempotencyKey,
});

/**
 * Answers whether a fault on watch was seen in a session. Seen again, it is reported anew with its
 * story linked, and the machine held if it was then.
 */
export const answerWatch = useCase(
  watchAnswerSchema,
  (shop, actor, input): Outcome<Reported | null> => {
    const on = watched(shop, input.machineId).find(({ faultId }) => faultId === input.faultId);
    if (!on) return refuse('That is no longer asked.');
    const used = sessionsBeside(shop.db, input.machineId, shop.now() + 1, 'before', 1)[0];
    if (!used || used.start < on.since - millisecondsPerDay) {
      return refuse('Log what you did first: the question is about that session.');
    }
    writeEntry(shop, actor, {
      kind: 'watch answer',
      machineId: input.machineId,
      subjectId: input.faultId,
      data: { seen: input.seen },
    });
    if (!input.seen) return ok(null);
    const before = readFault(shop, input.faultId)!;
    return reportFault(shop, actor, {
      machineId: input.machineId,
      signs: before.signs,
      danger: before.danger,
      note: before.note ?? 'seen again',
      material: before.material,
      stillHappens: true,
      again: before.id,
      key: input.key,
    });
  },
);
