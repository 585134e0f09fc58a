import { chance } from '../core/units/chance';
import { features } from './builds/build';
import { judgeMethod, liquids, parts, tools, type Part } from './matrix';

/** A question with its answers, one of them right, and why. */
export interface Question {
  ask: string;
  answers: readonly string[];
  /** index of the right one */
  right: number;
  why: string;
  /** which way round it goes, where a drawing shows it */
  facing?: string;
}

const verdicts = ['does no harm', 'disputed: the shop decides', 'harms it'] as const;
const verdictAt = { allowed: 0, disputed: 1, harmful: 2 } as const;

const partWords: Readonly<Record<Part, string>> = {
  optic: 'a lens or a mirror',
  'clear plastic': 'an acrylic shield or lid',
  'glass panel': 'a glass panel',
  'aluminium bed': 'an aluminium honeycomb',
  'steel bed': 'a steel bed',
  rail: 'a greased rail',
  'dry rail': 'a rail that runs dry',
  board: 'a circuit board',
  fan: 'a fan',
  housing: 'a housing',
};

/** What is wiped on by hand: a liquid by its name, or a tool. */
const touched = [
  ...Object.keys(liquids).filter((one) => one !== 'damp'),
  ...Object.keys(tools).filter((one) => one !== 'spray' && one !== 'trapped compressor'),
];

/** What may touch what: as many of each verdict as can be, by the matrix that judges a shop's methods. */
export function touchQuestions(seed: number, count: number): Question[] {
  const next = chance(seed);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
  const asked = new Set<string>();
  const questions: Question[] = [];
  for (let tries = 0; questions.length < count && tries < 5000; tries++) {
    const wanted = verdicts[questions.length % verdicts.length]!;
    const [part, what] = [pick(parts), pick(touched)];
    const { verdict, rule } = judgeMethod(what, part);
    const right = verdictAt[verdict];
    if (verdicts[right] !== wanted || asked.has(`${part} ${what}`)) continue;
    asked.add(`${part} ${what}`);
    questions.push({
      ask: `${what[0]!.toUpperCase()}${what.slice(1)} on ${partWords[part]}`,
      answers: verdicts,
      right,
      why:
        rule?.why ??
        'Nothing is known against it. The maker’s manual comes first; try it where nobody looks.',
    });
  }
  return questions;
}

/** The question that is asked first: it is the one that costs a lens. */
const lensQuestion: Question = {
  ask: 'A plano-convex focus lens, in the beam',
  answers: ['curved side to the beam', 'curved side to the work', 'either way'],
  right: 0,
  facing: 'bulging side to the beam',
  why: 'Each surface then bends a part of the way. Reversed, the spot is three to four times as blurred. Some makers mount theirs otherwise: the card of the machine says it.',
};

/** Which way round a part goes back, from how machines are put together. */
export function facingQuestions(seed: number, count: number): Question[] {
  const next = chance(seed);
  const all = features.flatMap(({ variants }) =>
    variants.flatMap(({ name: build, parts: out = [] }) =>
      out.flatMap(({ name, facing }) => (facing ? [{ name, facing, build }] : [])),
    ),
  );
  const shuffled = [...all].map((one) => ({ one, at: next() })).sort((a, b) => a.at - b.at);
  const questions = shuffled.slice(0, Math.max(0, count - 1)).map(({ one }): Question => {
    const wrong = shuffled
      .filter(({ one: other }) => other.facing !== one.facing && other.name !== one.name)
      .map(({ one: other }) => other.facing)
      .filter((facing, i, facings) => facings.indexOf(facing) === i)
      .sort((a, b) => a.length - b.length || a.localeCompare(b));
    const from = Math.floor(next() * (wrong.length - 1));
    const answers = [one.facing, wrong[from]!, wrong[from + 1]!]
      .map((answer) => ({ answer, at: next() }))
      .sort((a, b) => a.at - b.at)
      .map(({ answer }) => answer);
    return {
      ask: `${one.name} (${one.build})`,
      answers,
      right: answers.indexOf(one.facing),
      facing: one.facing,
      why: 'Mark it before it comes off; a picture costs nothing.',
    };
  });
  return [lensQuestion, ...questions].slice(0, count);
}
