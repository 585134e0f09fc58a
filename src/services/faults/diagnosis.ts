import { findFamily } from '../../catalogue/catalogue';
import {
  causeModels,
  checks as writtenChecks,
  glassKinds,
  signLikelihoods,
  signOfSomethingElse,
  somethingElse,
  somethingElsePrior,
  type CauseModel,
  type WrittenCheck,
} from '../../catalogue/diagnosis';
import { findModuleKind } from '../../catalogue/modules';
import { openingsFor } from '../../catalogue/openings';
import { findSign } from '../../catalogue/signs';
import { evidenceOf, rankChecks, type Check } from '../../core/faults/diagnosis/checks';
import { rankCauses, type Evidence, type Hypothesis } from '../../core/faults/diagnosis/posterior';
import { millisecondsPerDay, secondsToHours } from '../../core/units/time';
import { entriesAbout, entryData, standingEntries, strikesOf } from '../../records/audit-log';
import { dueMachines, type MachineDue } from '../care/due';
import { type Fault } from './faults';
import { lastCleanDown } from './links';
import { buildFinder } from '../machines/builds';
import { moduleViews } from '../parts/module-views';
import { recordAnswers } from './record-answers';
import { currentStrength } from '../readings/strength/burns';
import { type Shop } from '../shop';

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
  /** needs isolation and opening */
  opening: boolean;
  /** why now: what it would tell apart */
  why: string;
  /** what is due and could be cleaned while it is open */
  alongside: string[];
}

/** An answer that was given. */
export interface DiagnosisAnswer {
  check: string;
  /** `null`: the record answers it */
  entryId: string | null;
  question: string;
  answer: 'yes' | 'no' | 'unknown';
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

/** The starting weights count as so many cases: a shop's own soon outweigh them. */
const startingCases = 10;

/**
 * How dirt speaks for a cause, by the share of the limit that is used: a station just cleaned speaks
 * against it, one past its limit for it. No source: chosen so that it is neutral at four fifths.
 */
export function usedFactor(used: number): number {
  return Math.min(6, 0.25 + 1.15 * used * used);
}

/**
 * A reference burn is made with the usual stock and settings: one that is low speaks against these being what
 * changed, one that is good for it and against all that weakens the beam.
 */
const changedWork = 'settings';

/** A test burn not older than this before the report still speaks for or against, milliseconds. */
const strengthCounts = 3 * millisecondsPerDay;

/** How a refit speaks for what comes of refitting, by run hours since. */
export function refitFactor(runHours: number | null): number {
  if (runHours === null || runHours > 10) return 0.25;
  return runHours <= 2 ? 8 : 1.5;
}

/** The causes of a fault ranked, and the checks that tell most for their minutes. */
// eslint-disable-next-line max-lines-per-function -- one judgement put together, each part from the ones before
export function diagnose(shop: Shop, fault: Fault): Diagnosis {
  const [machine] = dueMachines(shop, fault.at, fault.machineId);
  const family = machine ? findFamily(machine.family) : null;
  const models = causeModels.filter(({ only }) => !only || (family !== null && only(family)));
  const about = entriesAbout(shop.db, [fault.id]);
  const struck = strikesOf(
    shop.db,
    about.map(({ id }) => id),
  );
  const standing = about.filter(({ id }) => !struck.has(id));
  const own = standing
    .filter(({ kind }) => kind === 'fault cause')
    .map((row) => entryData(row, 'fault cause').words);
  const answers = standing
    .filter(({ kind }) => kind === 'fault check')
    .map((row) => ({ row, ...entryData(row, 'fault check') }));
  const cases = confirmedCases(shop, fault.machineId);
  const hypotheses = hypothesesOf(models, own, cases);
  const { evidence, words } = evidenceFor(shop, fault, machine ?? null, models);
  const all = [...evidence];
  const byHand = new Set(answers.map(({ check }) => check));
  // what the record answers counts where it tells something of this fault
  const telling = new Set(
    rankChecks(writtenChecks.map(asCheck), rankCauses(hypotheses, evidence)).map(
      ({ check }) => check.id,
    ),
  );
  const ownAnswers = recordAnswers(shop, fault, machine ?? null).filter(
    ({ check }) => telling.has(check) && !byHand.has(check),
  );
  for (const { check: id, answer } of [...answers, ...ownAnswers]) {
    const check = writtenChecks.find((one) => one.id === id);
    if (!check || answer === 'unknown') continue;
    all.push(evidenceOf(asCheck(check), answer));
    words.set(id, `${check.question} ${answer === 'yes' ? 'Yes' : 'No'}`);
  }
  const ranked = rankCauses(hypotheses, all);
  const nameOf = (id: string) =>
    models.find((model) => model.id === id)?.words ??
    (id === somethingElse ? 'something else' : id);
  const asked = new Set([...byHand, ...ownAnswers.map(({ check }) => check)]);
  const glassKnown = machine ? glassCleanedBefore(machine, fault) : true;
  const open = writtenChecks.filter(
    ({ id, only, after }) =>
      !asked.has(id) &&
      (!only || (family !== null && only(family))) &&
      (!after || glassKnown || after.some((one) => asked.has(one))),
  );
  return {
    causes: ranked.map(({ id, probability, factors }) => ({
      id,
      words: nameOf(id),
      probability,
      because: [
        ...(cases.get(id)
          ? [{ words: `Confirmed here before, ${cases.get(id)} ×`, factor: 1 + cases.get(id)! }]
          : []),
        ...factors
          .filter(({ factor }) => Math.abs(Math.log(factor)) > 0.15)
          .map(({ evidence: of, factor }) => ({ words: words.get(of) ?? of, factor }))
          .sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor))),
      ],
    })),
    checks: rankChecks(open.map(asCheck), ranked).map(({ check: { id } }): DiagnosisCheck => {
      const check = open.find((one) => one.id === id)!;
      const told = ranked
        .filter((cause) => (check.yes[cause.id] ?? 0) >= 0.5)
        .slice(0, 3)
        .map((cause) => nameOf(cause.id));
      return {
        id,
        question: check.question,
        how: check.how,
        minutes: check.minutes,
        opening: check.opening !== null,
        why: `tells ${told.join(', ')} from the rest`,
        alongside: check.opening && machine ? alongside(shop, machine, check.opening) : [],
      };
    }),
    answers: [
      ...answers.map(({ row, check, answer }) => ({
        check,
        entryId: row.id,
        question: questionOf(check),
        answer,
        by: row.person,
      })),
      ...ownAnswers.map(({ check, answer, because }) => ({
        check,
        entryId: null,
        question: questionOf(check),
        answer,
        by: `the record: ${because}`,
      })),
    ],
    confirmed: [...cases.values()].reduce((sum, count) => sum + count, 0),
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

function questionOf(check: string): string {
  return writtenChecks.find(({ id }) => id === check)?.question ?? check;
}

function asCheck({ id, minutes, opening, yes, otherwise }: WrittenCheck): Check {
  return { id, minutes, opening: opening !== null, yes, otherwise };
}

function hypothesesOf(
  models: readonly CauseModel[],
  own: readonly string[],
  cases: ReadonlyMap<string, number>,
): Hypothesis[] {
  const starting = [
    ...models.map(({ id, prior }) => ({ id, prior })),
    ...own.map((id) => ({ id, prior: 1 })),
    { id: somethingElse, prior: somethingElsePrior },
  ];
  const sum = starting.reduce((all, { prior }) => all + prior, 0);
  // each confirmed case counts as an observation beside the starting ones
  return starting.map(({ id, prior }) => ({
    id,
    weight: (startingCases * prior) / sum + (cases.get(id) ?? 0),
  }));
}

/** Causes of faults of a machine that were fixed, since the cases were last reset. */
function confirmedCases(shop: Shop, machineId: string): Map<string, number> {
  const reset = standingEntries(shop.db, ['diagnosis reset']).at(-1)?.at ?? -Infinity;
  const closed = standingEntries(shop.db, ['fault closed'], { machineId }).filter(
    (row) => row.at > reset && entryData(row, 'fault closed').as === 'fixed',
  );
  const diagnosed = standingEntries(shop.db, ['fault diagnosis'], { machineId });
  const cases = new Map<string, number>();
  for (const { subjectId } of closed) {
    const last = diagnosed.findLast((row) => row.subjectId === subjectId);
    if (!last) continue;
    const { cause } = entryData(last, 'fault diagnosis');
    cases.set(cause, (cases.get(cause) ?? 0) + 1);
  }
  return cases;
}

/** What the report and the record say, with its words. */
function evidenceFor(
  shop: Shop,
  fault: Fault,
  machine: MachineDue | null,
  models: readonly CauseModel[],
) {
  const words = new Map<string, string>();
  const evidence: Evidence[] = [];
  for (const sign of fault.signs.filter((id) => id !== 'other')) {
    const id = `sign:${sign}`;
    evidence.push({ id, likelihood: signLikelihoods(sign), otherwise: signOfSomethingElse });
    words.set(id, `Reported: ${findSign(sign)?.words.toLowerCase() ?? sign}`);
  }
  for (const { id: cause, stations } of models) {
    const worst = (machine?.stations ?? [])
      .filter(({ kind }) => stations.includes(kind))
      .flatMap(({ name, tasks }) =>
        // of what nobody knows how dirty it is, nothing speaks
        tasks
          .filter(({ standing }) => standing.state !== 'not known')
          .map((task) => ({ name, used: task.standing.used })),
      )
      .sort((a, b) => b.used - a.used)[0];
    if (!worst) continue;
    const id = `used:${cause}`;
    evidence.push({ id, likelihood: { [cause]: usedFactor(worst.used) }, otherwise: 1 });
    words.set(id, `${worst.name} at ${Math.round(worst.used * 100)} % of its limit`);
  }
  for (const { kind, lifeSeconds, placeId, name, serial } of moduleViews(shop)) {
    const usual = findModuleKind(kind)?.usualLifeHours;
    if (placeId !== fault.machineId || !usual) continue;
    const share = secondsToHours(lifeSeconds) / usual;
    evidence.push({ id: 'life', likelihood: { 'source-worn': lifeFactor(share) }, otherwise: 1 });
    words.set(
      'life',
      `${name} ${serial} at ${Math.round(secondsToHours(lifeSeconds))} of about ${usual} run hours`,
    );
  }
  const strength = currentStrength(shop, fault.machineId);
  if (strength && strength.at >= fault.at - strengthCounts) {
    const lost = strength.strength < shop.strengthFloor;
    const weakening = models.filter(({ signs }) => signs['weak']).map(({ id }) => id);
    evidence.push({
      id: 'strength',
      likelihood: Object.fromEntries(
        weakening.map((id) => [id, lost === (id !== changedWork) ? 2.5 : 0.35]),
      ),
      otherwise: 1,
    });
    words.set(
      'strength',
      `Test burn: ${strength.atMost ? 'under ' : ''}${Math.round(strength.strength * 100)} % of the baseline`,
    );
  }
  const since = runHoursSinceRefit(shop, fault);
  const refits = models.filter(({ refit }) => refit).map(({ id }) => [id, refitFactor(since)]);
  evidence.push({ id: 'refit', likelihood: Object.fromEntries(refits), otherwise: 1 });
  words.set(
    'refit',
    since === null
      ? 'Nothing was opened lately'
      : `Opened and put together ${since.toFixed(1)} run hours before`,
  );
  return { evidence, words };
}

/** Run hours between the last sign-off after which something had been opened, and the fault. */
function runHoursSinceRefit(shop: Shop, { machineId, at }: Fault): number | null {
  const last = lastCleanDown(shop, machineId, at, (opened) => opened.length > 0);
  return last && last.runHours;
}

/**
 * How age speaks for a worn source, by its run hours over the usual life. No source: neutral at about
 * three quarters of the life.
 */
export function lifeFactor(share: number): number {
  return Math.min(5, 0.3 + 1.25 * share * share);
}

/** From this share of its limit on a task is worth doing while it is open. */
const nearlyDue = 0.8;

function alongside(shop: Shop, machine: MachineDue, opening: string): string[] {
  const build = buildFinder(shop)(machine);
  return machine.stations.flatMap(({ name, kind, tasks }) =>
    tasks
      .filter(
        ({ task, standing }) =>
          openingsFor(build, kind, task).includes(opening) && standing.used >= nearlyDue,
      )
      .map(({ task, standing }) => `${name}: ${task.key} (${Math.round(standing.used * 100)} %)`),
  );
}
