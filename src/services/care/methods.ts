import { z } from 'zod';
import { disputedField, judgeMethod, partOf, type MatrixRule } from '../../catalogue/matrix';
import { methodChoices, methodQuestions, type MethodQuestion } from '../../catalogue/methods';
import type { CareGroup } from '../../core/care/care';
import { ok } from '../../core/units/result';
import { entryData, standingEntries } from '../../records/audit-log';
import { machineById, stationById, type StationRow } from '../../records/machines';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';

/** A disputed method the shop has decided to use is kept as the answer to this question. */
const disputed = (rule: string) => `disputed:${rule}`;
const settled = 'ours';

interface Choice {
  question: string;
  choice: string;
  stationId: string | null;
  at: number;
  person: string;
}

function choices(shop: Pick<Shop, 'db'>): Choice[] {
  return standingEntries(shop.db, ['method choice']).map((row) => ({
    ...entryData(row, 'method choice'),
    at: row.at,
    person: row.person,
  }));
}

/** A question with the school in force. */
export interface AnsweredQuestion extends MethodQuestion {
  chosen: string;
  /** who chose it; `null` while our default stands */
  by: { person: string; at: number; here: boolean } | null;
}

/** Every question with what the shop, or this station, has chosen. */
export function answeredQuestions(shop: Shop, stationId: string | null = null): AnsweredQuestion[] {
  const made = choices(shop);
  return methodQuestions.map((question) => {
    const ours = made.filter(({ question: id }) => id === question.id);
    const here = ours.findLast((one) => one.stationId !== null && one.stationId === stationId);
    const found = here ?? ours.findLast((one) => one.stationId === null);
    return {
      ...question,
      chosen: found?.choice ?? question.standard,
      by: found ? { person: found.person, at: found.at, here: found === here } : null,
    };
  });
}

/** Chooses a school, for the whole shop or for one station. */
export const chooseMethod = useCase(
  z.object({
    question: z.string().max(80),
    choice: z.string().max(80),
    /** left out: the whole shop */
    stationId: id.nullish(),
  }),
  (shop, actor, input): Outcome<null> => {
    const question = methodQuestions.find(({ id }) => id === input.question);
    if (!question?.schools.some(({ id }) => id === input.choice)) {
      return refuse('That is not one of the ways. Nothing was chosen.', 'choice');
    }
    const station = input.stationId ? stationById(shop.db, input.stationId) : null;
    if (input.stationId && !station) return refuse('That station is no longer there.', 'station');
    writeEntry(shop, actor, {
      kind: 'method choice',
      machineId: station?.machineId ?? null,
      data: { question: question.id, choice: input.choice, stationId: station?.id ?? null },
    });
    return ok(null);
  },
);

/** A disputed method the shop uses all the same. */
export function settledDisputes(shop: Pick<Shop, 'db'>): Set<string> {
  return new Set(
    choices(shop)
      .filter(({ question, choice }) => question.startsWith('disputed:') && choice === settled)
      .map(({ question }) => question.slice('disputed:'.length)),
  );
}

/** Says once and for all that the shop uses a disputed method. */
export function settleDispute(shop: Shop, actor: Actor, rule: string): void {
  writeEntry(shop, actor, {
    kind: 'method choice',
    machineId: null,
    data: { question: disputed(rule), choice: settled, stationId: null },
  });
}

/** What a method is judged as for one station. */
export function judgeFor(shop: Pick<Shop, 'db'>, station: StationRow, method: string) {
  const card = machineById(shop.db, station.machineId)?.card ?? {};
  return judgeMethod(method, partOf(station.kind, card));
}

/**
 * Whether a method may be recorded for a station: harmful ones are refused with the reason; a disputed
 * one is refused once with what speaks for and against it.
 * @param decided the technician has read it and uses the method: kept as the shop's choice
 * @returns the disputed rule to settle, `null` when there is none
 */
export function checkMethod(
  shop: Shop,
  station: StationRow,
  method: string | null,
  decided: boolean,
): Outcome<MatrixRule | null> {
  if (!method) return ok(null);
  const { verdict, rule } = judgeFor(shop, station, method);
  if (verdict === 'harmful') {
    return refuse(`Not on ${station.name.toLowerCase()}: ${rule!.why}`, 'method');
  }
  if (verdict === 'allowed' || settledDisputes(shop).has(rule!.id)) return ok(null);
  if (decided) return ok(rule);
  return refuse(
    `Disputed: ${rule!.why} Keep it as this shop's choice, or choose another way.`,
    disputedField,
  );
}

/** Ways to do a task at a station to choose from: the shop's own first, harmful ones left out. */
export function stationMethods(shop: Shop, stationId: string, group: CareGroup): string[] {
  const station = stationById(shop.db, stationId);
  if (!station) return [];
  const ours = answeredQuestions(shop, station.id)
    .filter(({ groups, by }) => groups.includes(group) && by !== null)
    .map(({ schools, chosen }) => schools.find(({ id }) => id === chosen)!.name);
  const liked = (method: string) => ours.some((name) => method.includes(name));
  return [...methodChoices[group]]
    .filter((method) => judgeFor(shop, station, method).verdict !== 'harmful')
    .sort((a, b) => Number(liked(b)) - Number(liked(a)));
}
