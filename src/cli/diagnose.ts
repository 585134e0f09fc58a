import { z } from 'zod';
import { checks as writtenChecks, findCheck } from '../catalogue/checks';
import { outcomesSaid, type Answers } from '../core/faults/diagnosis/outcomes';
import { families } from '../catalogue/families';
import { signs } from '../catalogue/signs';
import { whens, wheres } from '../core/faults/showing';
import { causeName, weighCase } from '../services/faults/case';
import { diagnose } from '../services/faults/diagnosis';
import { readFault } from '../services/faults/faults';
import type { Shop } from '../services/shop';
import { answering, inputJson } from './calc';
import { calculation } from './calc/calculation';
import { done, out, Unusable } from './output';

const oneOf = (known: readonly string[], what: string) =>
  z.string().refine((id) => known.includes(id), { error: `${what}: ${known.join(', ')}` });

const share = z.number().min(0);
const answer = z
  .union([z.string(), z.number(), z.boolean()])
  .transform((given) => (given === true ? 'yes' : given === false ? 'no' : String(given)));

/** What a check can be answered with. */
const asked = ({ outcomes, scale }: Answers) =>
  [
    ...(scale ? [`${scale.least} to ${scale.most} ${scale.unit}`] : outcomes.map(({ id }) => id)),
    'unknown',
  ].join(', ');

const caseSchema = z.object({
  family: oneOf(
    families.map(({ id }) => id),
    'families are',
  ),
  signs: z
    .array(
      oneOf(
        signs.map(({ id }) => id),
        'signs are',
      ),
    )
    .min(1),
  when: z.enum(whens).nullish(),
  where: z.enum(wheres).nullish(),
  pointedAt: z.string().nullish(),
  used: z.record(z.string(), share).default({}),
  opened: z
    .array(z.object({ what: z.string().min(1), runHoursAgo: z.number().min(0) }))
    .nullable()
    .default(null),
  facts: z
    .object({
      lifeShare: share.optional(),
      strength: share.optional(),
      airAssist: z.enum(['on', 'weak', 'off']).optional(),
      newMaterial: z.boolean().optional(),
      draught: z.enum(['full', 'weak', 'off']).optional(),
      wind: z.boolean().optional(),
      restrictedFor: z.array(z.string()).optional(),
      dots: z.enum(['in', 'out']).optional(),
      belts: z.enum(['even', 'off']).optional(),
      coolant: z.literal('off').optional(),
      swapped: z.array(z.string()).optional(),
      leftOff: z.array(z.string()).optional(),
      glassCleaned: z.boolean().optional(),
    })
    .default({}),
  answers: z
    .array(
      z
        .object({
          check: oneOf(
            writtenChecks.map(({ id }) => id),
            'checks are',
          ),
          answer,
        })
        .superRefine((given, { addIssue }) => {
          const answers = findCheck(given.check)?.answers;
          if (!answers || given.answer === 'unknown' || outcomesSaid(answers, given.answer)) return;
          addIssue({ code: 'custom', path: ['answer'], message: `answers are ${asked(answers)}` });
        }),
    )
    .default([]),
});

/** A case as it is written in a file: ranked causes and checks, the best first. */
export const diagnoseCase = calculation(caseSchema, (given) => {
  const { causes, checks } = weighCase(given);
  return {
    causes: causes.map(({ id, probability }) => ({ id, words: causeName(id), probability })),
    checks: checks.map(({ id, question, minutes, opening, answers }) => ({
      id,
      question,
      minutes,
      opens: opening,
      answers: asked(answers),
    })),
  };
});

/** Reads a case from the standard input. */
export const diagnoseInput = (): number => answering(() => diagnoseCase.run(inputJson()));

/** Ranks the causes of a fault of the book. @throws Unusable where there is none */
export function diagnoseFaultCommand(shop: Shop, [id]: string[]): number {
  const fault = id ? readFault(shop, id) : null;
  if (!fault) throw new Unusable(`There is no fault "${id}" in the book.`);
  const { causes, checks } = diagnose(shop, fault);
  const opens = new Map(writtenChecks.map((check) => [check.id, check.opening]));
  out(
    JSON.stringify(
      {
        causes: causes.map(({ id: cause, words, probability }) => ({
          id: cause,
          words,
          probability,
        })),
        checks: checks.map(({ id: check, question, minutes }) => ({
          id: check,
          question,
          minutes,
          opens: opens.get(check) ?? null,
        })),
      },
      null,
      1,
    ),
  );
  return done;
}
