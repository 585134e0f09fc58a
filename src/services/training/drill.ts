import { usedPercent } from '../../core/units/percent';
import { findFamily } from '../../catalogue/catalogue';
import { families } from '../../catalogue/families';
import { checks as writtenChecks, type WrittenCheck } from '../../catalogue/checks';
import { causeModels, type CauseModel } from '../../catalogue/diagnosis';
import { usualOutcome } from '../../core/faults/diagnosis/outcomes';
import { findSign } from '../../catalogue/signs';
import { whens, wheres, type When, type Where } from '../../core/faults/showing';
import { chance, weighted } from '../../core/units/chance';
import { causeName, weighCase, type CaseInput, type CheckAnswer } from '../faults/case';

/** A fault that never was: drawn from the model of diagnosis, the same for the same seed. */
interface DrawnCase {
  cause: CauseModel;
  input: CaseInput;
}

/** A case as a learner is told it. */
export interface DrillCase {
  seed: number;
  family: string;
  signs: string[];
  when: When | null;
  where: Where | null;
  /** what the record says: "protective window 112 % of its limit" */
  record: string[];
  checks: { id: string; question: string; how: string; minutes: number }[];
  causes: { id: string; words: string }[];
}

/** What the truth was, and how the program would have come to it. */
export interface DrillEnd {
  right: boolean;
  truth: string;
  /** checks in its order, with their minutes and what they say */
  ours: { question: string; minutes: number; words: string }[];
  /** what the program then names, and how sure it is */
  named: string;
  probability: number;
}

/** A wrong name costs as long as a needless repair, minutes. */
export const wrongNameMinutes = 20;
/** The program names a cause when it is as sure as this. */
const sureEnough = 0.8;
const mostChecks = 8;

function drawCase(seed: number): DrawnCase {
  const next = chance(seed);
  const family = families[Math.floor(next() * families.length)]!;
  const befall = causeModels.filter(({ only }) => !only || only(family));
  const cause = weighted(
    next,
    befall.map((one) => [one, one.prior] as const),
  );
  const given = Object.entries(cause.signs);
  const main = weighted(
    next,
    given.map(([sign, weight]) => [sign, weight] as const),
  );
  const beside = given
    .filter(([sign, weight]) => sign !== main && next() < weight / 12)
    .map(([sign]) => sign);
  const showing = <W extends string>(all: readonly W[], shares: Partial<Record<W, number>>) => {
    const known = Object.values<number | undefined>(shares).reduce<number>(
      (sum, one) => sum + (one ?? 0),
      0,
    );
    const others = all.filter((one) => shares[one] === undefined).length;
    const rest = Math.max(0.02, (1 - known) / Math.max(1, others));
    return weighted(
      next,
      all.map((one) => [one, shares[one] ?? rest] as const),
    );
  };
  const used = Object.fromEntries(
    family.stations.map(({ slug, kind }) => [
      slug,
      cause.stations.includes(kind) ? 0.9 + 0.6 * next() : 0.1 + 0.7 * next(),
    ]),
  );
  const opened = cause.refit && cause.after.length > 0 ? cause.after[0]! : null;
  return {
    cause,
    input: {
      family: family.id,
      signs: [main, ...beside],
      when: showing(whens, cause.when),
      where: showing(wheres, cause.where),
      used,
      opened: opened ? [{ what: opened, runHoursAgo: 1 }] : [],
    },
  };
}

/** Checks that can be made on a machine. */
const checksFor = (family: string): WrittenCheck[] =>
  writtenChecks.filter(({ only, after, retired }) => {
    const found = findFamily(family);
    return !after && !retired && (!only || (found !== null && only(found)));
  });

/** A case to be solved. */
export function drillCase(seed: number): DrillCase {
  const { input } = drawCase(seed);
  const family = findFamily(input.family)!;
  const causes = causeModels.filter(({ only }) => !only || only(family));
  const worn = family.stations
    .map(({ slug, name, kind }) => ({
      name: name ?? kind.replaceAll('-', ' '),
      used: input.used[slug]!,
    }))
    .filter(({ used }) => used > 0.75)
    .map(({ name, used }) => `${name}: ${usedPercent(used)} of its limit`);
  const opened = (input.opened ?? []).map(({ what }) => `opened an hour of use ago: ${what}`);
  return {
    seed,
    family: family.name,
    signs: input.signs.map((sign) => findSign(sign)?.words ?? sign),
    when: input.when ?? null,
    where: input.where ?? null,
    record: [...opened, ...worn],
    checks: checksFor(input.family).map(({ id, question, how, minutes }) => ({
      id,
      question,
      how,
      minutes,
    })),
    causes: causes.map(({ id, words }) => ({ id, words })),
  };
}

/** What a check comes out as in a case, in words; `null`: there is no such check. */
export function drillAnswer(seed: number, check: string): string | null {
  const { cause, input } = drawCase(seed);
  const found = checksFor(input.family).find(({ id }) => id === check);
  return found ? usualOutcome(found.answers, cause.id).words : null;
}

/** Ends a case by a name, and shows how the program would have gone about it. */
export function drillEnd(seed: number, named: string): DrillEnd {
  const { cause, input } = drawCase(seed);
  const answers: CheckAnswer[] = [];
  const ours: DrillEnd['ours'] = [];
  for (;;) {
    const { causes, checks } = weighCase({ ...input, answers });
    const [first] = causes;
    const [check] = checks;
    if (first!.probability >= sureEnough || !check || ours.length >= mostChecks) {
      return {
        right: named === cause.id,
        truth: cause.words,
        ours,
        named: causeName(first!.id),
        probability: first!.probability,
      };
    }
    const { id: answer, words } = usualOutcome(check.answers, cause.id);
    answers.push({ check: check.id, answer });
    ours.push({ question: check.question, minutes: check.minutes, words });
  }
}
