import { usedPercent } from '../../core/units/percent';
import { checks as writtenChecks, findCheck, type WrittenCheck } from '../../catalogue/checks';
import { glassKinds } from '../../catalogue/diagnosis';
import { findModuleKind } from '../../catalogue/modules';
import { openingsFor } from '../../catalogue/openings';
import { rankChecks } from '../../core/faults/diagnosis/checks';
import {
  answerWords,
  chanceOfWrong,
  outcomesSaid,
  type Scale,
} from '../../core/faults/diagnosis/outcomes';
import type { Ranked } from '../../core/faults/diagnosis/posterior';
import { placeAt } from '../../core/parts/presence';
import { millisecondsPerDay, secondsToHours } from '../../core/units/time';
import {
  entriesAbout,
  entriesBackwards,
  entryData,
  standingEntries,
  strikesOf,
  type EntryRow,
} from '../../records/audit-log';
import { fixedFaults } from '../../records/faults';
import { listMachines } from '../../records/machines';
import { sessionsBeside } from '../../records/usage/sessions';
import { dueMachines, type MachineDue } from '../care/due';
import { openPutBacks } from '../cleaning/put-backs';
import { buildFinder } from '../machines/builds';
import { moduleViews } from '../parts/module-views';
import { listModules } from '../parts/parts';
import { benchFacts } from '../readings/bench/answers';
import { currentStrength } from '../readings/strength/burns';
import { type Shop } from '../shop';
import { runHoursBetween } from '../usage/usage';
import { asCheck, causeName, weighCase, type CaseFacts, type CaseInput, type Opened } from './case';
import { checkMinutes } from './check-minutes';
import { readFault, type Fault } from './faults';
import { restrictions } from './return';
import { recordAnswers } from './record-answers';

/** A cause as a diagnosis ranks it, with what speaks for and against it. */
export interface DiagnosedCause {
  id: string;
  words: string;
  probability: number;
  /** strongest first; above 1 speaks for it */
  because: { words: string; factor: number }[];
}

/** A check worth making. */
export interface DiagnosisCheck extends Pick<WrittenCheck, 'id' | 'question' | 'how' | 'minutes'> {
  /** the minutes are what it took in this shop, not what is usual */
  minutesLearned: boolean;
  /** needs isolation and opening */
  opening: boolean;
  /** why now: what it would tell apart */
  why: string;
  /** ways in which it can come out; none where it is answered by a figure */
  choices: { id: string; words: string }[];
  /** what its figure is read in */
  scale: Scale | null;
  /** question of another check that is worth making while it is open */
  besides: string | null;
  /** what is due and could be cleaned while it is open */
  alongside: string[];
}

/** An answer that was given. */
export interface DiagnosisAnswer {
  check: string;
  /** `null`: the record answers it */
  entryId: string | null;
  question: string;
  /** "Hazy", "27.5 °C", "Yes" */
  words: string;
  /** what says the opposite of it; `null`: that it cannot be told has none */
  opposite: 'yes' | 'no' | null;
  /** who answered, or what in the record does */
  by: string;
}

/** Where the diagnosis of a fault stands. */
export interface Diagnosis {
  causes: DiagnosedCause[];
  /** the one worth making next stands first */
  checks: DiagnosisCheck[];
  answers: DiagnosisAnswer[];
  /** confirmed cases of this machine that move it */
  confirmed: number;
}

/** A test burn not older than this before the report still speaks for or against, milliseconds. */
const strengthCounts = 3 * millisecondsPerDay;
/** What was opened longer ago than this speaks no more, run hours. */
const openedCounts = 10;

/** The causes of a fault ranked, and the checks that tell most for their minutes. */
export function diagnose(shop: Shop, fault: Fault): Diagnosis {
  const [machine = null] = dueMachines(shop, fault.at, fault.machineId);
  const standing = standingAbout(shop, fault.id);
  const own = standing
    .filter(({ kind }) => kind === 'fault cause')
    .map((row) => entryData(row, 'fault cause').words);
  const answers = standing
    .filter(({ kind }) => kind === 'fault check')
    .map((row) => ({ row, ...entryData(row, 'fault check') }));
  const byHand = new Set(answers.map(({ check }) => check));
  const cases = confirmedCases(shop, fault);
  const { input, names } = caseOf(shop, fault, machine);
  const learned = checkMinutes(shop);
  const options = { own, confirmed: cases, floor: shop.strengthFloor, names, minutes: learned };
  // what the record answers counts where it tells something of this fault
  const telling = new Set(
    rankChecks(writtenChecks.map(asCheck), weighCase(input, options).causes).map(
      ({ check }) => check.id,
    ),
  );
  const ownAnswers = recordAnswers(shop, fault, machine).filter(
    ({ check }) => telling.has(check) && !byHand.has(check),
  );
  const weighed = weighCase({ ...input, answers: [...answers, ...ownAnswers] }, options);
  const besides = machine && alongsideFinder(shop, machine);
  return {
    causes: weighed.causes.map(({ id, probability, factors }) => ({
      id,
      words: causeName(id),
      probability,
      because: [
        ...(cases.get(id)
          ? [{ words: casesWords(cases.get(id)!), factor: 1 + cases.get(id)! }]
          : []),
        ...factors
          .filter(({ factor }) => Math.abs(Math.log(factor)) > 0.15)
          .map(({ evidence: of, factor }) => ({ words: weighed.words.get(of) ?? of, factor }))
          .sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor))),
      ],
    })),
    checks: weighed.checks.map((check): DiagnosisCheck => ({
      id: check.id,
      question: check.question,
      how: check.how,
      minutes: check.minutes,
      minutesLearned: learned.has(check.id),
      opening: check.opening !== null,
      choices: check.answers.scale
        ? []
        : check.answers.outcomes.map((outcome) => ({ id: outcome.id, words: outcome.words })),
      scale: check.answers.scale ?? null,
      besides: check.besides?.question ?? null,
      why: whyNow(check, weighed.causes),
      alongside: check.opening && besides ? besides(check.opening) : [],
    })),
    answers: [
      ...answers.map(({ row, check, answer }) => ({
        ...saidOf(check, answer),
        entryId: row.id,
        by: row.person,
      })),
      ...ownAnswers.map(({ check, answer, because }) => ({
        ...saidOf(check, answer),
        entryId: null,
        by: `the record: ${because}`,
      })),
    ],
    confirmed: [...cases.values()].reduce((sum, count) => sum + count, 0),
  };
}

/** What a diagnosis says of a fault from what was known when it was reported, before any check. */
export function firstGuess(shop: Shop, fault: Fault): Ranked[] {
  const [machine = null] = dueMachines(shop, fault.at, fault.machineId);
  const { input, names } = caseOf(shop, fault, machine);
  const confirmed = confirmedCases(shop, fault, fault.at);
  return weighCase(input, { confirmed, floor: shop.strengthFloor, names }).causes;
}

const casesWords = (count: number) =>
  `Confirmed before under such signs, worth ${Number(count.toFixed(1))} ${count === 1 ? 'case' : 'cases'} of this machine`;

/** What of a fault's entries stands. */
function standingAbout(shop: Shop, faultId: string): EntryRow[] {
  const about = entriesAbout(shop.db, [faultId]);
  const struck = strikesOf(
    shop.db,
    about.map(({ id }) => id),
  );
  return about.filter(({ id }) => !struck.has(id));
}

function whyNow(check: WrittenCheck, causes: readonly Ranked[]): string {
  const told = causes
    .filter((cause) => chanceOfWrong(check.answers, cause.id) >= 0.5)
    .slice(0, 3)
    .map((cause) => causeName(cause.id));
  return `tells ${told.join(', ')} from the rest`;
}

/** A fault with its machine's record, as a case. */
function caseOf(
  shop: Shop,
  fault: Fault,
  machine: MachineDue | null,
): { input: CaseInput; names: Record<string, string> } {
  const used: Record<string, number> = {};
  const names: Record<string, string> = {};
  for (const { kind, name, tasks } of machine?.stations ?? []) {
    // of what nobody knows how dirty it is, nothing speaks
    for (const { standing } of tasks.filter((one) => one.standing.state !== 'not known')) {
      if (standing.used <= (used[kind] ?? -1)) continue;
      used[kind] = standing.used;
      names[kind] = name;
    }
  }
  return {
    input: {
      family: machine?.family ?? '',
      signs: fault.signs,
      when: fault.when,
      where: fault.where,
      pointedAt: fault.pointedAt?.kind,
      used,
      opened: openedBefore(shop, fault),
      facts: {
        ...factsOf(shop, fault),
        glassCleaned: machine ? glassCleanedBefore(machine, fault) : true,
      },
    },
    names,
  };
}

/** A glass that was cleaned less than so long before a report needs no look before an alarm is reset. */
const justCleanedMs = millisecondsPerDay;

/** Whether a glass in the beam was cleaned just before the report; true for a machine without any. */
function glassCleanedBefore({ stations }: MachineDue, { at }: Fault): boolean {
  const glasses = stations.filter(({ kind }) => glassKinds.includes(kind));
  const cleaned = glasses.some(({ tasks }) =>
    tasks.some(({ everReset, since }) => everReset && since >= at - justCleanedMs),
  );
  return glasses.length === 0 || cleaned;
}

/** What clean-downs and repairs opened within the last run hours before a fault. */
function openedBefore(shop: Shop, { machineId, at }: Fault): Opened[] {
  const last = (kind: 'clean-down signed off' | 'fault repair') => {
    const rows: EntryRow[] = [];
    for (const row of entriesBackwards(shop.db, kind, machineId, at)) {
      if (rows.length === opensRead) break;
      rows.push(row);
    }
    return rows;
  };
  return [...last('clean-down signed off'), ...last('fault repair')]
    .sort((a, b) => a.at - b.at)
    .slice(-opensRead)
    .flatMap((row) => {
      const runHoursAgo = runHoursBetween(shop, machineId, row.at, at);
      if (runHoursAgo > openedCounts) return [];
      const { opened } =
        row.kind === 'fault repair'
          ? entryData(row, 'fault repair')
          : entryData(row, 'clean-down signed off');
      return opened.map((what) => ({ what, runHoursAgo }));
    });
}

/** The last sign-offs and repairs that are looked through. */
const opensRead = 12;

/** Sessions before a report that say how it was worked lately. */
const sessionsRead = 3;

function factsOf(shop: Shop, { id, machineId, at }: Fault): CaseFacts {
  const burn = currentStrength(shop, machineId);
  const fresh = burn !== null && burn.at >= at - strengthCounts;
  const fitted = moduleViews(shop, ({ moves }) => placeAt(moves, shop.now()) === machineId);
  const lives = fitted.flatMap(({ kind, lifeSeconds }) => {
    const usual = findModuleKind(kind)?.usualLifeHours;
    return usual ? [secondsToHours(lifeSeconds) / usual] : [];
  });
  const last = sessionsBeside(shop.db, machineId, at, 'before', sessionsRead);
  const swapped = standingEntries(shop.db, ['module moved'], { machineId, from: at - swapCounts })
    .filter((row) => row.at <= at)
    .map((row) => moduleName(shop, entryData(row, 'module moved').moduleId));
  const leftOff = openPutBacks(shop, machineId).map(({ what }) => what);
  const said = last
    .map((session) => session.draught)
    .find((how) => how === 'weak' || how === 'off');
  const { draught = said, ...bench } = benchFacts(shop, machineId, at);
  return {
    ...bench,
    ...(fresh && { strength: burn.strength }),
    ...(lives.length > 0 && { lifeShare: Math.max(...lives) }),
    ...(last.some(({ airAssist }) => airAssist === false) && { airAssist: 'off' as const }),
    ...(draught && { draught }),
    restrictedFor: restrictions(shop, machineId)
      .filter(({ faultId }) => faultId !== id)
      .flatMap(({ faultId }) => readFault(shop, faultId)?.cause ?? []),
    swapped,
    leftOff,
  };
}

/** A part exchanged so long ago no longer surprises. */
const swapCounts = 2 * millisecondsPerDay;

const moduleName = (shop: Shop, moduleId: string): string =>
  listModules(shop).find(({ id }) => id === moduleId)?.name ?? 'a part';

/** An answer in words. One to a check that nobody knows any more stands as it was written. */
function saidOf(
  check: string,
  answer: string,
): Pick<DiagnosisAnswer, 'check' | 'question' | 'words' | 'opposite'> {
  const written = findCheck(check);
  if (!written) return { check, question: check, words: answer, opposite: null };
  const outcomes = outcomesSaid(written.answers, answer);
  return {
    check,
    question: written.question,
    words: answerWords(written.answers, answer),
    opposite: outcomes && (outcomes.some(({ wrong }) => wrong) ? 'no' : 'yes'),
  };
}

/** What was found longer ago than this teaches no more: people, stock and parts have changed. */
const casesCount = 3 * 365 * millisecondsPerDay;

/** How much a confirmed case of this machine, another of its family, or any other of the shop counts. */
const caseWeights = { machine: 1, family: 0.5, shop: 0.2 };

/**
 * Causes of faults that were fixed since the cases were last reset, under signs that this fault has too: nine rail
 * faults do not make rails the cause of weak air. What befell other machines counts less.
 * @param until what was closed later is left out, UTC milliseconds
 */
function confirmedCases(
  shop: Shop,
  fault: Fault,
  until = Number.MAX_SAFE_INTEGER,
): Map<string, number> {
  const reset = standingEntries(shop.db, ['diagnosis reset']).at(-1)?.at ?? -Infinity;
  const from = Math.max(fault.at - casesCount, reset + 1);
  const families = new Map(listMachines(shop.db).map(({ id, family }) => [id, family]));
  const cases = new Map<string, number>();
  const alike = fault.signs.filter((sign) => sign !== 'other');
  for (const { faultId, machineId, cause } of fixedFaults(shop.db, from, until, alike)) {
    if (cause === null || faultId === fault.id) continue;
    const near =
      machineId === fault.machineId
        ? 'machine'
        : families.get(machineId) === families.get(fault.machineId)
          ? 'family'
          : 'shop';
    cases.set(cause, (cases.get(cause) ?? 0) + caseWeights[near]);
  }
  return cases;
}

/** From this share of its limit on a task is worth doing while it is open. */
const nearlyDue = 0.8;

/** Tells what is nearly due and could be done while an opening is open. Asks the book once. */
function alongsideFinder(shop: Shop, machine: MachineDue) {
  const build = buildFinder(shop)(machine);
  return (opening: string): string[] =>
    machine.stations.flatMap(({ name, kind, tasks }) =>
      tasks
        .filter(
          ({ task, standing }) =>
            standing.used >= nearlyDue && openingsFor(build, kind, task).includes(opening),
        )
        .map(({ task, standing }) => `${name}: ${task.key} (${usedPercent(standing.used)})`),
    );
}
