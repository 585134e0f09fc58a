import { z } from 'zod';
import { ok } from '../../core/units/result';
import { entryByKey } from '../../records/audit-log';
import { refuse, writeEntry, type Outcome } from '../shop';
import { id, idempotencyKey, useCase } from '../use-case';
import { drillAnswer, drillCase, drillEnd } from './drill';
import { exercises } from '../../core/people/exercises';

const seed = z.number().int().min(0).max(4_294_967_295);

/** What a check comes out as in a made-up case. */
export const drillAnswerSchema = z.object({ seed, check: id });
export function answerDrill({
  seed,
  check,
}: z.output<typeof drillAnswerSchema>): Outcome<{ check: string; words: string }> {
  const words = drillAnswer(seed, check);
  return words === null
    ? refuse('That check is not for this machine.', 'check')
    : ok({ check, words });
}

/** Names the cause of a made-up case. */
export const drillEndSchema = z.object({ seed, cause: id });
export function endDrill({ seed, cause }: z.output<typeof drillEndSchema>) {
  const known = drillCase(seed).causes.some((one) => one.id === cause);
  return known ? ok(drillEnd(seed, cause)) : refuse('Choose a cause of the list.', 'cause');
}

/** Keeps that somebody finished an exercise: nothing else of it is in the book. */
export const finishExercise = useCase(
  z.object({
    exercise: z.enum(exercises),
    /** rounds, minutes or right answers, as the exercise counts */
    score: z.number('Give the score.').min(0).max(10_000),
    passed: z.boolean(),
    key: idempotencyKey,
  }),
  (shop, actor, { exercise, score, passed, key }): Outcome<string> => {
    const known = entryByKey(shop.db, `training:${key}`);
    return ok(
      known?.id ??
        writeEntry(shop, actor, {
          kind: 'training',
          machineId: null,
          key: `training:${key}`,
          data: { exercise, score, passed },
        }),
    );
  },
);
