import jstat from 'jstat';
import type { Evidence } from './posterior';

/** One of the ways in which a check can come out. */
export interface Outcome {
  id: string;
  words: string;
  /** something is wrong: what a plain "yes" stands for */
  wrong: boolean;
  /** probability that it comes out so given a cause, by cause; over all ways 1 */
  likelihood: Readonly<Record<string, number>>;
  /** for causes that are not named */
  otherwise: number;
}

/** Where the answer is a figure: its unit and what can be read at all. */
export interface Scale {
  unit: string;
  least: number;
  most: number;
  /** width of the steps in which figures are told apart */
  step: number;
}

/** How a check is answered. */
export interface Answers {
  outcomes: readonly Outcome[];
  /** the outcomes are steps of a figure */
  scale?: Scale | undefined;
}

/** A check that says yes or no. @param yes probability of "yes" given a cause, by cause */
export function yesOrNo(yes: Readonly<Record<string, number>>, otherwise: number): Answers {
  const no = Object.fromEntries(Object.entries(yes).map(([cause, p]) => [cause, 1 - p]));
  return {
    outcomes: [
      { id: 'yes', words: 'Yes', wrong: true, likelihood: yes, otherwise },
      { id: 'no', words: 'No', wrong: false, likelihood: no, otherwise: 1 - otherwise },
    ],
  };
}

/**
 * A check that is answered by a grade.
 * @param grades in order, each with its words; the first one means that all is well
 * @param by how often each grade is found given a cause, in the order of the grades
 * @throws RangeError where such shares are not one for each grade with sum 1
 */
export function graded(
  grades: readonly (readonly [id: string, words: string])[],
  by: Readonly<Record<string, readonly number[]>>,
  otherwise: readonly number[],
): Answers {
  for (const shares of [...Object.values(by), otherwise]) {
    const sum = shares.reduce((all, one) => all + one, 0);
    if (shares.length !== grades.length || Math.abs(sum - 1) > 1e-9)
      throw new RangeError(
        `graded requires a share for each of ${grades.length} grades, of sum 1: ${shares.join(', ')}`,
      );
  }
  return {
    outcomes: grades.map(([id, words], at): Outcome => ({
      id,
      words,
      wrong: at > 0,
      likelihood: Object.fromEntries(
        Object.entries(by).map(([cause, shares]) => [cause, shares[at]!]),
      ),
      otherwise: otherwise[at]!,
    })),
  };
}

/** Mean and standard deviation of what is read. */
type Spread = readonly [mean: number, deviation: number];

/** So much of each figure's say is spread evenly: a wrong reading proves nothing. */
const misread = 0.02;

/**
 * A check that is answered by a figure, spread normally around what a cause makes; what lies beyond the scale counts
 * with its ends.
 * @param wrong whether a figure means that something is wrong
 */
export function figured(
  scale: Scale,
  by: Readonly<Record<string, Spread>>,
  otherwise: Spread,
  wrong: (figure: number) => boolean,
): Answers {
  const { unit, least, most, step } = scale;
  const steps = Math.ceil((most - least) / step);
  const share = ([mean, deviation]: Spread, at: number) => {
    const upTo = (edge: number) =>
      edge <= 0
        ? 0
        : edge >= steps
          ? 1
          : jstat.jStat.normal.cdf(least + edge * step, mean, deviation);
    return (1 - misread) * (upTo(at + 1) - upTo(at)) + misread / steps;
  };
  return {
    scale,
    outcomes: Array.from({ length: steps }, (_, at): Outcome => {
      const from = least + at * step;
      return {
        id: String(from),
        words: `${from} ${unit}`,
        wrong: wrong(from + step / 2),
        likelihood: Object.fromEntries(
          Object.entries(by).map(([cause, spread]) => [cause, share(spread, at)]),
        ),
        otherwise: share(otherwise, at),
      };
    }),
  };
}

/**
 * The outcomes that an answer stands for: one grade, the step of a figure, or all that are wrong ("yes") or well ("no").
 * @returns `null` for what is no answer to it
 */
export function outcomesSaid({ outcomes, scale }: Answers, said: string): Outcome[] | null {
  const exact = outcomes.find(({ id }) => id === said);
  if (exact && !scale) return [exact];
  if (said === 'yes' || said === 'no')
    return outcomes.filter(({ wrong }) => wrong === (said === 'yes'));
  const figure = scale && /^-?\d+(\.\d+)?$/.test(said) ? Number(said) : Number.NaN;
  if (!scale || !(figure >= scale.least && figure <= scale.most)) return null;
  const at = Math.floor((figure - scale.least) / scale.step);
  return [outcomes[Math.min(at, outcomes.length - 1)]!];
}

/** What an answer is called: "Hazy", "27.5 °C", "Yes". */
export function answerWords({ outcomes, scale }: Answers, said: string): string {
  if (said === 'unknown') return "Can't tell";
  if (said === 'yes') return 'Yes';
  if (said === 'no') return 'No';
  if (scale) return `${said} ${scale.unit}`;
  return outcomes.find(({ id }) => id === said)?.words ?? said;
}

/** Probability of one of these outcomes given a cause. */
export function chanceOfAny(outcomes: readonly Outcome[], cause: string): number {
  return outcomes.reduce((sum, one) => sum + (one.likelihood[cause] ?? one.otherwise), 0);
}

/** The way in which a check comes out most often under a cause. */
export function usualOutcome({ outcomes }: Answers, cause: string): Outcome {
  const p = (one: Outcome) => chanceOfAny([one], cause);
  return outcomes.reduce((best, one) => (p(one) > p(best) ? one : best));
}

/** Probability that a check finds something wrong, given a cause. */
export function chanceOfWrong({ outcomes }: Answers, cause: string): number {
  return chanceOfAny(
    outcomes.filter(({ wrong }) => wrong),
    cause,
  );
}

/** What it says that a check came out in one of these ways. */
export function evidenceOf(id: string, outcomes: readonly Outcome[]): Evidence {
  const named = new Set(outcomes.flatMap(({ likelihood }) => Object.keys(likelihood)));
  return {
    id,
    likelihood: Object.fromEntries(
      [...named].map((cause) => [cause, chanceOfAny(outcomes, cause)]),
    ),
    otherwise: outcomes.reduce((sum, { otherwise }) => sum + otherwise, 0),
  };
}
