import { z } from 'zod';
import {
  disputedField,
  judgeMethod,
  partOf,
  type MatrixRule,
  type Part,
  type Verdict,
} from '../../catalogue/matrix';
import {
  methodChoices,
  methodQuestions,
  presentQuestion,
  type MethodQuestion,
} from '../../catalogue/methods';
import type { CareGroup } from '../../core/care/care';
import { ok } from '../../core/units/result';
import { entryData, standingEntries } from '../../records/audit-log';
import { machineById, stationById, type StationRow } from '../../records/machines';
import { railsOf, runsDry } from '../../catalogue/steps/steps';
import { buildFinder } from '../machines/builds';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';

/** A disputed method the shop has decided to use is kept as the answer to this question. */
const disputed = (rule: string) => `disputed:${rule}`;
const settled = 'ours';

interface Choice {
  question: string;
  choice: string;
  machineId: string | null;
  stationId: string | null;
  at: number;
  person: string;
}

function choices(shop: Pick<Shop, 'db'>): Choice[] {
  return standingEntries(shop.db, ['method choice']).map((row) => {
    const { question, choice, stationId } = entryData(row, 'method choice');
    return {
      question: presentQuestion(question, choice),
      choice,
      machineId: row.machineId,
      stationId,
      at: row.at,
      person: row.person,
    };
  });
}

/** Where a method is asked for: the whole shop, one machine, or one station of it. */
export interface MethodPlace {
  machineId: string | null;
  stationId: string | null;
}
const wholeShop: MethodPlace = { machineId: null, stationId: null };

/** How near a choice is to a place: its station, its machine, the shop; `null`: it is not for there. */
function nearness(choice: Choice, { machineId, stationId }: MethodPlace): number | null {
  if (choice.stationId !== null) return choice.stationId === stationId ? 3 : null;
  if (choice.machineId !== null) return choice.machineId === machineId ? 2 : null;
  return 1;
}

/** A question with the school in force. */
export interface AnsweredQuestion extends MethodQuestion {
  chosen: string;
  /** who chose it, and for what; `null` while our default stands */
  by: { person: string; at: number; for: 'shop' | 'machine' | 'station' } | null;
}

const reaches = [null, 'shop', 'machine', 'station'] as const;

/** Tells the answers in force at a place: of the station, else of its machine, else of the shop. Asks the book once. */
export function methodsFinder(shop: Pick<Shop, 'db'>): (place: MethodPlace) => AnsweredQuestion[] {
  const made = choices(shop);
  const named = new Set(made.flatMap(({ machineId, stationId }) => [machineId, stationId]));
  // places of which nothing is said answer as the shop does; each is asked again for every task of a station
  const told = new Map<string, AnsweredQuestion[]>();
  const said = (id: string | null) => (named.has(id) ? id : null);
  return (place) => {
    const at = `${said(place.machineId)} ${said(place.stationId)}`;
    const before = told.get(at);
    if (before) return before;
    const answers = methodQuestions.map((question): AnsweredQuestion => {
      let found: Choice | null = null;
      let near = 0;
      for (const one of made) {
        if (one.question !== question.id) continue;
        const at = nearness(one, place);
        // of two for the same the later stands
        if (at !== null && at >= near) [found, near] = [one, at];
      }
      return {
        ...question,
        chosen: found?.choice ?? question.standard,
        by: found ? { person: found.person, at: found.at, for: reaches[near]! } : null,
      };
    });
    told.set(at, answers);
    return answers;
  };
}

/** Every question with what the shop, or this machine or station, has chosen. */
export function answeredQuestions(
  shop: Pick<Shop, 'db'>,
  place: MethodPlace | null = null,
): AnsweredQuestion[] {
  return methodsFinder(shop)(place ?? wholeShop);
}

/** Chooses a school, for the whole shop, for one machine or for one station. */
export const chooseMethod = useCase(
  z.object({
    question: z.string().max(80),
    choice: z.string().max(80),
    machineId: id.nullish(),
    /** left out with the machine: the whole shop */
    stationId: id.nullish(),
  }),
  (shop, actor, input): Outcome<null> => {
    const question = methodQuestions.find(({ id }) => id === input.question);
    if (!question?.schools.some(({ id }) => id === input.choice)) {
      return refuse('That is not one of the ways. Nothing was chosen.', 'choice');
    }
    const station = input.stationId ? stationById(shop.db, input.stationId) : null;
    if (input.stationId && !station) return refuse('That station is no longer there.', 'station');
    if (input.machineId && !machineById(shop.db, input.machineId)) {
      return refuse('That machine is no longer there.', 'machine');
    }
    writeEntry(shop, actor, {
      kind: 'method choice',
      machineId: station?.machineId ?? input.machineId ?? null,
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

/** What a shop makes of a method on a part: a dispute that it has settled is allowed. */
export function ourVerdict(settled: ReadonlySet<string>, method: string, part: Part): Verdict {
  const { verdict, rule } = judgeMethod(method, part);
  return verdict === 'disputed' && settled.has(rule!.id) ? 'allowed' : verdict;
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
export function judgeFor(shop: Pick<Shop, 'db' | 'now'>, station: StationRow, method: string) {
  const machine = machineById(shop.db, station.machineId)!;
  const rails = railsOf(buildFinder(shop)(machine), station);
  return judgeMethod(method, partOf(station.kind, machine.card, runsDry(rails)));
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
  const answers = answeredQuestions(shop, { machineId: station.machineId, stationId });
  return waysToRecord(answers, group, (method) => judgeFor(shop, station, method).verdict);
}

/** The same from answers that are known already. */
export function waysToRecord(
  answers: readonly AnsweredQuestion[],
  group: CareGroup,
  verdict: (method: string) => Verdict,
): string[] {
  const ours = answers
    .filter(({ groups, by }) => groups.includes(group) && by !== null)
    .map(({ schools, chosen }) => schools.find(({ id }) => id === chosen)!.name);
  const liked = (method: string) => ours.some((name) => method.includes(name));
  return [...methodChoices[group]]
    .filter((method) => verdict(method) !== 'harmful')
    .sort((a, b) => Number(liked(b)) - Number(liked(a)));
}
