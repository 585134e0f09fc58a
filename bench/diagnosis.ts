import { checks, type WrittenCheck } from '../src/catalogue/checks';
import { causeModels, signLikelihoods } from '../src/catalogue/diagnosis';
import { families } from '../src/catalogue/families';
import { chanceOfWrong } from '../src/core/faults/diagnosis/outcomes';
import { chanceOf } from '../src/core/testing/chance';
import { weighCase, type CaseInput, type CheckAnswer } from '../src/services/faults/case';

/**
 * How far "70 %" means seven of ten, on faults of a generator that is not the model: signs of one cause come together or
 * stay away together, a tenth of the reports names a wrong sign, one fault in ten has two causes, dirt and refits are
 * drawn apart from what the model makes of them, and causes are as common as a shop of its own has them.
 */

const { next, normal } = chanceOf(20);
const pick = <T>(of: readonly T[]) => of[Math.floor(next() * of.length)]!;
const say = (line: string) => process.stdout.write(`${line}\n`);
const cases = Number(process.argv[2] ?? 4000);

const signIds = [...new Set(causeModels.flatMap(({ signs }) => Object.keys(signs)))];

function draw() {
  const family = pick(families);
  const possible = causeModels.filter(({ only }) => !only || only(family));
  // how common each is here: the starting weights, blurred by a factor of about 1.6
  const weights = possible.map(({ prior }) => prior * Math.exp(0.5 * normal()));
  let left = next() * weights.reduce((sum, one) => sum + one, 0);
  const cause = possible.find((_, i) => (left -= weights[i]!) < 0) ?? possible[0]!;
  const second = next() < 0.1 ? pick(possible) : null;
  // one draw of how plainly it shows moves all its signs together
  const plain = 0.6 * normal();
  const shows = (one: (typeof possible)[number]) =>
    Object.keys(one.signs).filter((sign) => {
      const p = signLikelihoods(sign)[one.id]!;
      return next() < 1 / (1 + Math.exp(-(Math.log(p / (1 - p)) + plain)));
    });
  const signs = new Set([...shows(cause), ...(second ? shows(second) : [])]);
  if (next() < 0.1) signs.add(pick(signIds));
  if (signs.size === 0) signs.add(pick(Object.keys(cause.signs)));
  const used = Object.fromEntries(
    family.stations.map(({ kind }) => {
      const dirty = cause.stations.includes(kind) || second?.stations.includes(kind);
      return [kind, Math.exp(0.6 * normal()) * (dirty ? 1.1 : 0.5)];
    }),
  );
  const refit = cause.refit && next() < 0.85;
  const what = refit ? pick(cause.after.length > 0 ? cause.after : cause.perhapsAfter) : null;
  const opened =
    what !== undefined && what !== null
      ? [{ what, runHoursAgo: -Math.log(1 - next()) }]
      : next() < 0.25
        ? [{ what: pick(['glass', 'bed', 'motion', 'panel']), runHoursAgo: 4 * next() }]
        : [];
  const input: CaseInput = { family: family.id, signs: [...signs], used, opened };
  return { input, truth: [cause.id, ...(second ? [second.id] : [])] };
}

const deciles = Array.from({ length: 10 }, () => ({ said: 0, true: 0, cases: 0 }));
let brier = 0;
let first = 0;
let amongThree = 0;
let places = 0;
let firstTells = 0;
let minutes = 0;
let bestMinutes = 0;
let listMinutes = 0;
let found = 0;

/** What each check would come out as, drawn once from what its cause makes. */
function drawAnswers(cause: string): ReadonlyMap<string, string> {
  return new Map(
    checks.map(({ id, answers: { outcomes } }) => {
      let left = next();
      const out = outcomes.find((one) => (left -= one.likelihood[cause] ?? one.otherwise) < 0);
      return [id, (out ?? outcomes.at(-1)!).id];
    }),
  );
}

/** Minutes of checks until one cause is 95 percent sure, each chosen from those still worth making. */
function follow(
  input: CaseInput,
  drawn: ReadonlyMap<string, string>,
  choose: (worth: readonly WrittenCheck[], answers: readonly CheckAnswer[]) => WrittenCheck,
) {
  const answers: CheckAnswer[] = [];
  let at = weighCase(input);
  let spent = 0;
  while (at.causes[0]!.probability < 0.95 && at.checks.length > 0 && answers.length < 12) {
    const check = choose(at.checks, answers);
    spent += check.minutes;
    answers.push({ check: check.id, answer: drawn.get(check.id)! });
    at = weighCase({ ...input, answers });
  }
  return { spent, named: at.causes[0]!.id };
}

/** Somebody who knew the cause and what every check would say: the one that speaks most for the truth a minute. */
const knowing =
  (input: CaseInput, truth: string, drawn: ReadonlyMap<string, string>) =>
  (worth: readonly WrittenCheck[], answers: readonly CheckAnswer[]): WrittenCheck => {
    const odds = (given: readonly CheckAnswer[]) => {
      const p = weighCase({ ...input, answers: given }).causes.find(
        ({ id }) => id === truth,
      )!.probability;
      return Math.log(p / (1 - p));
    };
    const before = odds(answers);
    const gain = (check: WrittenCheck) =>
      (odds([...answers, { check: check.id, answer: drawn.get(check.id)! }]) - before) /
      check.minutes;
    return worth
      .map((check) => [check, gain(check)] as const)
      .reduce((best, one) => (one[1] > best[1] ? one : best))[0];
  };

/** Every so many cases the best possible is looked for too: it asks what each check would do. */
const bestOf = 20;

for (let i = 0; i < cases; i++) {
  const { input, truth } = draw();
  const at = weighCase(input);
  at.causes.forEach(({ id, probability }) => {
    const right = truth[0] === id ? 1 : 0;
    brier += (probability - right) ** 2;
    const decile = deciles[Math.min(9, Math.floor(probability * 10))]!;
    decile.said += probability;
    decile.true += right;
    decile.cases += 1;
  });
  const cause = truth[0]!;
  const place = at.causes.findIndex(({ id }) => id === cause);
  places += place + 1;
  if (place === 0) first += 1;
  if (place < 3) amongThree += 1;
  if (at.checks[0] && chanceOfWrong(at.checks[0].answers, cause) >= 0.5) firstTells += 1;
  const drawn = drawAnswers(cause);
  const { spent, named } = follow(input, drawn, ([best]) => best!);
  minutes += spent;
  if (truth.includes(named)) found += 1;
  if (i % bestOf === 0) bestMinutes += follow(input, drawn, knowing(input, cause, drawn)).spent;
  for (const { minutes: own, answers, only, retired } of checks) {
    if (retired || (only && !only(families.find(({ id }) => id === input.family)!))) continue;
    listMinutes += own;
    if (chanceOfWrong(answers, cause) >= 0.7) break;
  }
}

say('said  true  cases');
for (const { said, true: right, cases: of } of deciles) {
  if (of < 50) continue;
  say(
    `${((said / of) * 100).toFixed(0).padStart(3)} %  ${((right / of) * 100).toFixed(0).padStart(3)} %  ${of}`,
  );
}
const gap = deciles.reduce((sum, one) => sum + Math.abs(one.said - one.true), 0);
const all = deciles.reduce((sum, one) => sum + one.cases, 0);
const wide = deciles
  .filter((one) => one.cases >= 50)
  .map((one) => Math.abs(one.said - one.true) / one.cases);
say(
  `mean gap ${(gap / all).toFixed(3)} over all, ${(wide.reduce((a, b) => a + b, 0) / wide.length).toFixed(3)} over deciles; Brier score ${(brier / cases).toFixed(3)}`,
);
const inPercent = (count: number) => `${((count / cases) * 100).toFixed(0)} %`;
say(
  `cause first in ${inPercent(first)}, among three in ${inPercent(amongThree)}, mean place ${(places / cases).toFixed(1)} before any check`,
);
say(
  `first check tells of the cause in ${inPercent(firstTells)}; found after checks in ${inPercent(found)}`,
);
say(
  `minutes to 95 %: ${(minutes / cases).toFixed(1)}; who knew the cause: ${(bestMinutes / Math.ceil(cases / bestOf)).toFixed(1)}; down the list: ${(listMinutes / cases).toFixed(1)}`,
);
