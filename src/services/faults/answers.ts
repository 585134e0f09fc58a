import { whens, wheres } from '../../core/faults/showing';
import { ok } from '../../core/units/result';
import type { Role } from '../../core/people/roles';
import { findCheck } from '../../catalogue/checks';
import { outcomesSaid, type Answers } from '../../core/faults/diagnosis/outcomes';
import { z } from 'zod';
import { standingEntries, entryById } from '../../records/audit-log';
import { strikeEntry } from '../audit-log/audit-log';
import type { Outcome, Shop, Actor } from '../shop';
import { refuse, writeEntry } from '../shop';
import { useCase, id, nothing } from '../use-case';
import { diagnose } from './diagnosis';
import { requireOpenFault } from './faults';

/** What can be answered, in words. */
function asksFor({ outcomes, scale }: Answers): string {
  if (scale) return `Give a figure from ${scale.least} to ${scale.most} ${scale.unit}.`;
  const words = outcomes.map((one) => one.words.toLowerCase());
  return `Answer with one of: ${words.join(', ')}; or that you cannot tell.`;
}

/** Keeps what a check came out as; everything is weighed anew. A second answer stands beside the first. */
export const answerCheck = useCase(
  z.object({
    faultId: id,
    check: z.string().max(120),
    /** id of a grade, a figure, "yes", "no", or "unknown" */
    answer: z.string().trim().max(40),
  }),
  (shop, actor, input): Outcome<null> => {
    const fault = requireOpenFault(shop, input.faultId);
    if (!fault.ok) return fault;
    const check = findCheck(input.check);
    if (!check) return refuse('That check is not in the list.', 'check');
    if (input.answer !== 'unknown' && !outcomesSaid(check.answers, input.answer)) {
      return refuse(asksFor(check.answers), 'answer');
    }
    const { answers } = diagnose(shop, fault.value);
    if (answers.some(({ check: id, entryId }) => id === check.id && entryId !== null)) {
      return refuse('Somebody answered that just now. Take that answer back first.', 'check');
    }
    writeEntry(shop, actor, {
      kind: 'fault check',
      machineId: fault.value.machineId,
      subjectId: fault.value.id,
      data: { check: check.id, answer: input.answer },
    });
    return ok(null);
  },
);

const causeLength = 'Say the cause in a few words, at most 200 characters.';

/** Adds a cause that is not in the list, to be weighed beside the others. */
export const addCause = useCase(
  z.object({
    faultId: id,
    words: z.string().trim().min(3, causeLength).max(200, causeLength),
  }),
  (shop, actor, { faultId, words }): Outcome<null> => {
    const fault = requireOpenFault(shop, faultId);
    if (!fault.ok) return fault;
    writeEntry(shop, actor, {
      kind: 'fault cause',
      machineId: fault.value.machineId,
      subjectId: fault.value.id,
      data: { words },
    });
    return ok(null);
  },
);

/** Says when and where a fault shows: both are weighed like signs. What is left open is taken back. */
export const sayShowing = useCase(
  z.object({
    faultId: id,
    when: z.enum(whens, 'Choose when it shows.').nullable(),
    where: z.enum(wheres, 'Choose where it shows.').nullable(),
  }),
  (shop, actor, { faultId, when, where }): Outcome<null> => {
    const fault = requireOpenFault(shop, faultId);
    if (!fault.ok) return fault;
    if (fault.value.when === when && fault.value.where === where) return ok(null);
    writeEntry(shop, actor, {
      kind: 'fault showing',
      machineId: fault.value.machineId,
      subjectId: fault.value.id,
      data: { when, where },
    });
    return ok(null);
  },
);

/** Lets the confirmed cases so far no longer move any diagnosis. They stay in the book. */
export const resetCases = useCase(nothing, (shop, actor): Outcome<null> => {
  const cases = standingEntries(shop.db, ['fault closed']).length;
  writeEntry(shop, actor, {
    kind: 'diagnosis reset',
    machineId: null,
    data: { cases },
  });
  return ok(null);
});

/** Takes an answer back: it stays in the book, struck through. */
export function takeAnswerBack(
  shop: Shop,
  actor: Actor,
  role: Role,
  entryId: string,
): Outcome<null> {
  const row = entryById(shop.db, entryId);
  if (row?.kind !== 'fault check') return refuse('That answer is not in the book.');
  const struck = strikeEntry(shop, actor, role, entryId, 'taken back');
  return struck.ok ? ok(null) : struck;
}
