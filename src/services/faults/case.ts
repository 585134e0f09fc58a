import { usedPercent } from '../../core/units/percent';
import { findFamily } from '../../catalogue/catalogue';
import {
  causeModels,
  glassKinds,
  partsOpened,
  signLikelihoods,
  signOfSomethingElse,
  somethingElse,
  somethingElsePrior,
  whenLikelihoods,
  whenOtherwise,
  whereLikelihoods,
  whereOtherwise,
  type CauseModel,
} from '../../catalogue/diagnosis';
import { checks as writtenChecks, findCheck, type WrittenCheck } from '../../catalogue/checks';
import type { Family } from '../../catalogue/schema';
import { findSign } from '../../catalogue/signs';
import { entropy, rankChecks, type Check } from '../../core/faults/diagnosis/checks';
import { answerWords, evidenceOf, outcomesSaid } from '../../core/faults/diagnosis/outcomes';
import type { When, Where } from '../../core/faults/showing';
import {
  capped,
  rankCauses,
  tempered,
  type Evidence,
  type Hypothesis,
  type Ranked,
} from '../../core/faults/diagnosis/posterior';
import { factEvidence, offEvidence, withoutSeenAnew, type CaseFacts } from './case-facts';

export type { CaseFacts } from './case-facts';

/** Something that was opened or taken off, and put together again. */
export interface Opened {
  /** an opening, a part or a way: "head-off", "lens", "unplugged" */
  what: string;
  runHoursAgo: number;
}

/** What a check came out as: a grade, a figure, "yes", "no", or "unknown". */
export interface CheckAnswer {
  check: string;
  answer: string;
}

/** A fault as a diagnosis takes it: all that is known of it, and nothing of the shop. */
export interface CaseInput {
  /** id of the family */
  family: string;
  signs: readonly string[];
  when?: When | null | undefined;
  where?: Where | null | undefined;
  /** kind of the station that was pointed at */
  pointedAt?: string | null | undefined;
  /** by station, its slug or kind: share of the limit that is used */
  used: Readonly<Record<string, number>>;
  /** within the last ten run hours; empty: nothing was. `null`: nobody knows */
  opened: readonly Opened[] | null;
  facts?: CaseFacts | undefined;
  answers?: readonly CheckAnswer[] | undefined;
}

/** Causes confirmed before under signs like these, as so many cases. */
export type ConfirmedCases = ReadonlyMap<string, number>;

/** What a case comes to. */
export interface Weighed {
  /** likeliest first */
  causes: Ranked[];
  /** what each piece of evidence is, in words */
  words: ReadonlyMap<string, string>;
  /** still worth making, the best first; what nobody has answered yet */
  checks: WorthChecking[];
}

/** A check worth making now. */
export interface WorthChecking extends WrittenCheck {
  /** another that is worth making while it is open */
  besides: WrittenCheck | null;
}

/** The starting weights count as so many cases: a shop's own soon outweigh them. */
const startingCases = 10;
/** Each further sign counts with so much of its logarithm: signs that come together are one piece of news and a little more. */
const furtherSign = 0.5;
/** No cause is surer than this before anybody has looked, unless the record itself shows it. */
const beforeLooking = 0.9;
/** Share of the baseline under which a burn is low, where the shop says nothing else. */
const usualFloor = 0.9;

/**
 * How dirt speaks for a cause, by the share of the limit that is used: a station cleaned lately speaks
 * against it, one past its limit for it. No source: chosen so that it is neutral at four fifths.
 */
export function usedFactor(used: number): number {
  return Math.min(6, 0.25 + 1.15 * used * used);
}

/** A part wiped so lately may be badly wiped or touched: that it is clean on paper does not speak against it. */
const touchedFactor = 0.8;

/** How a refit speaks for what readily comes of what was opened, by run hours since; `null`: nothing was opened lately. */
export function refitFactor(runHours: number | null, readily = true): number {
  if (runHours === null || runHours > 10) return 1;
  if (runHours <= 2) return readily ? 8 : 2.5;
  return readily ? 2 : 1.3;
}

/** How little comes of taking apart where nothing was opened. */
const nothingOpened = 0.25;

/** Ranks the causes of a case and the checks that tell most for their minutes. */
export function weighCase(
  given: CaseInput,
  {
    own = [],
    confirmed = new Map(),
    floor = usualFloor,
    names = {},
    minutes = new Map(),
  }: {
    /** causes that somebody added */
    own?: readonly string[];
    confirmed?: ConfirmedCases;
    /** share of the baseline a machine must reach */
    floor?: number;
    /** what the stations are called, by kind */
    names?: Readonly<Record<string, string>>;
    /** what checks take here, by check; what is left out takes what is usual */
    minutes?: ReadonlyMap<string, number>;
  } = {},
): Weighed {
  const family = findFamily(given.family);
  const input = { ...given, used: byKind(given.used, family) };
  const models = causeModels.filter(({ only }) => !only || (family !== null && only(family)));
  const words = new Map<string, string>();
  const starting = [
    ...models.map(({ id, prior }): Hypothesis => ({ id, weight: prior })),
    ...own.map((id): Hypothesis => ({ id, weight: 1 })),
    { id: somethingElse, weight: somethingElsePrior },
  ];
  const shown = signEvidence(input, starting, words);
  const bySigns = rankCauses(starting, shown);
  const hypotheses = bySigns.map(({ id, probability }) => ({
    id,
    weight: startingCases * probability + (confirmed.get(id) ?? 0),
  }));
  const answers = input.answers ?? [];
  const looked = answers.flatMap(({ check, answer }) => (answer === 'unknown' ? [] : [check]));
  const evidence = [
    ...placeEvidence(input, words),
    ...pointedEvidence(input, models, names, words),
    ...dirtEvidence(input, models, names, words),
    ...refitEvidence(input, models, words),
    ...factEvidence(withoutSeenAnew(input.facts ?? {}, looked), models, floor, words),
  ];
  for (const { check: id, answer } of answers) {
    const check = findCheck(id);
    const outcomes = check && outcomesSaid(check.answers, answer);
    if (!outcomes) continue;
    evidence.push(evidenceOf(id, outcomes));
    words.set(id, `${check.question} ${answerWords(check.answers, answer)}`);
  }
  const recordShows = evidence.some(({ id }) => id.startsWith(offEvidence));
  const ranked = rankCauses(hypotheses, evidence);
  const causes = (looked.length > 0 || recordShows ? ranked : capped(ranked, beforeLooking)).map(
    (cause) => ({
      ...cause,
      factors: [...bySigns.find(({ id }) => id === cause.id)!.factors, ...cause.factors],
    }),
  );
  return { causes, words, checks: checksFor(input, family, causes, minutes) };
}

/** The largest share used of each kind of station. */
function byKind(used: CaseInput['used'], family: Family | null): Record<string, number> {
  const kinds: Record<string, number> = {};
  for (const [key, share] of Object.entries(used)) {
    const kind = family?.stations.find(({ slug }) => slug === key)?.kind ?? key;
    kinds[kind] = Math.max(kinds[kind] ?? 0, share);
  }
  return kinds;
}

/** Signs, the one that tells most first and whole, each further one with a part of its say. */
function signEvidence(
  { signs }: CaseInput,
  starting: readonly Hypothesis[],
  words: Map<string, string>,
): Evidence[] {
  const told = (evidence: Evidence) =>
    entropy(rankCauses(starting, [evidence]).map(({ probability }) => probability));
  return signs
    .filter((id) => id !== 'other')
    .map((sign): Evidence => {
      const id = `sign:${sign}`;
      words.set(id, `Reported: ${findSign(sign)?.words.toLowerCase() ?? sign}`);
      return { id, likelihood: signLikelihoods(sign), otherwise: signOfSomethingElse };
    })
    .sort((a, b) => told(a) - told(b))
    .map((evidence, index) => (index === 0 ? evidence : tempered(evidence, furtherSign)));
}

/** When and where it shows. */
function placeEvidence({ when, where }: CaseInput, words: Map<string, string>): Evidence[] {
  const evidence: Evidence[] = [];
  if (when) {
    evidence.push({ id: 'when', likelihood: whenLikelihoods(when), otherwise: whenOtherwise });
    words.set('when', `It shows: ${when}`);
  }
  if (where) {
    evidence.push({ id: 'where', likelihood: whereLikelihoods(where), otherwise: whereOtherwise });
    words.set('where', `It shows: ${where}`);
  }
  return evidence;
}

/**
 * How a finger on a part speaks for what can come of it: it shows where something is seen, which is not always where
 * it comes from. Our judgement, no source.
 */
const pointedFactor = 2.5;

function pointedEvidence(
  { pointedAt }: CaseInput,
  models: readonly CauseModel[],
  names: Readonly<Record<string, string>>,
  words: Map<string, string>,
): Evidence[] {
  if (!pointedAt) return [];
  const of = models.filter(({ stations }) => stations.includes(pointedAt));
  if (of.length === 0) return [];
  words.set('pointed', `Pointed at: ${names[pointedAt] ?? pointedAt.replaceAll('-', ' ')}`);
  const likelihood = Object.fromEntries(of.map(({ id }) => [id, pointedFactor]));
  return [{ id: 'pointed', likelihood, otherwise: 1 }];
}

/** How dirty what a cause needs is: the dirtiest station speaks. */
function dirtEvidence(
  { used, opened }: CaseInput,
  models: readonly CauseModel[],
  names: Readonly<Record<string, string>>,
  words: Map<string, string>,
): Evidence[] {
  const touched = new Set(
    (opened ?? [])
      .filter(({ runHoursAgo }) => runHoursAgo <= 2)
      .flatMap(({ what }) => partsOpened(what)),
  );
  return models.flatMap(({ id: cause, stations, perhapsAfter }): Evidence[] => {
    const worst = Object.entries(used)
      .filter(([kind]) => stations.includes(kind))
      .sort(([, a], [, b]) => b - a)[0];
    if (!worst) return [];
    const [kind, share] = worst;
    const id = `used:${cause}`;
    const justTouched = perhapsAfter.some((part) => touched.has(part));
    const factor = justTouched ? Math.max(touchedFactor, usedFactor(share)) : usedFactor(share);
    words.set(
      id,
      `${names[kind] ?? kind} at ${usedPercent(share)} of its limit${justTouched ? ', but handled just before' : ''}`,
    );
    return [{ id, likelihood: { [cause]: factor }, otherwise: 1 }];
  });
}

/** What was opened raises what can come of it, and lowers nothing; that nothing was lowers what comes of that alone. */
function refitEvidence(
  { opened }: CaseInput,
  models: readonly CauseModel[],
  words: Map<string, string>,
): Evidence[] {
  if (opened === null) return [];
  if (opened.length === 0) {
    words.set('refit', 'Nothing was opened lately');
    const likelihood = models.filter(({ refit }) => refit).map(({ id }) => [id, nothingOpened]);
    return [{ id: 'refit', likelihood: Object.fromEntries(likelihood), otherwise: 1 }];
  }
  const likelihood: Record<string, number> = {};
  const said = new Set<string>();
  for (const { what, runHoursAgo } of opened) {
    const parts = partsOpened(what);
    for (const { id, after, perhapsAfter } of models) {
      const readily = after.some((part) => parts.includes(part));
      if (!readily && !perhapsAfter.some((part) => parts.includes(part))) continue;
      const factor = refitFactor(runHoursAgo, readily);
      likelihood[id] = Math.max(likelihood[id] ?? 1, factor);
      if (factor > 1) said.add(`${what.toLowerCase()} ${runHoursAgo.toFixed(1)} run hours before`);
    }
  }
  if (said.size === 0) return [];
  words.set('refit', `Opened and put together: ${[...said].join(', ')}`);
  return [{ id: 'refit', likelihood, otherwise: 1 }];
}

/** A glass up to this share of its limit was cleaned just before. */
const justCleaned = 0.05;

/** The checks still worth making: of this family, these signs, after what must come first. */
function checksFor(
  { signs, used, answers = [], facts = {} }: CaseInput,
  family: Family | null,
  causes: readonly Ranked[],
  shopMinutes: ReadonlyMap<string, number>,
): WorthChecking[] {
  const asked = new Set(answers.map(({ check }) => check));
  const glassKnown =
    facts.glassCleaned ??
    Object.entries(used).some(([kind, share]) => glassKinds.includes(kind) && share <= justCleaned);
  const open = writtenChecks
    .map((check) => ({ ...check, minutes: shopMinutes.get(check.id) ?? check.minutes }))
    .filter(
      ({ id, only, signs: of, after, retired }) =>
        !retired &&
        !asked.has(id) &&
        (!only || (family !== null && only(family))) &&
        (!of || of.some((sign) => signs.includes(sign))) &&
        (!after || glassKnown || after.some((one) => asked.has(one))),
    );
  const written = (check: Check) => open.find(({ id }) => id === check.id)!;
  return rankChecks(open.map(asCheck), causes).map(({ check, besides }) => ({
    ...written(check),
    besides: besides && written(besides),
  }));
}

export function asCheck({ id, minutes, opening, answers: { outcomes } }: WrittenCheck): Check {
  return { id, minutes, opening, outcomes };
}

/** What a cause is called. */
export const causeName = (id: string): string =>
  causeModels.find((model) => model.id === id)?.words ??
  (id === somethingElse ? 'something else' : id);
