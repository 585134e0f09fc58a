/** A cause that may be behind a fault, with how often it is. */
export interface Hypothesis {
  id: string;
  /** how common it is against the others, more than 0 */
  weight: number;
}

/** Something seen, and how likely it is under each cause. */
export interface Evidence {
  id: string;
  /** probability of what was seen given a cause, or any figure in proportion to it, by cause */
  likelihood: Readonly<Record<string, number>>;
  /** for causes that are not named */
  otherwise: number;
}

/** A cause with its probability and what moved it. */
export interface Ranked {
  id: string;
  /** of all causes together 1 */
  probability: number;
  /** by evidence: how much likelier it was under this cause than under the others as they stood (the Bayes factor) */
  factors: readonly { evidence: string; factor: number }[];
}

const likelihoodOf = ({ likelihood, otherwise }: Evidence, cause: string) =>
  likelihood[cause] ?? otherwise;

/**
 * [Bayes' rule](https://en.wikipedia.org/wiki/Bayes%27_theorem) over one cause among several, the evidence
 * taken as independent given the cause. Probabilities are never driven to 0 or 1: a cause that some
 * evidence calls impossible keeps a thousandth, since a reporter may be wrong.
 * @returns likeliest first
 * @throws RangeError without hypotheses, or with a weight that is not above 0
 */
export function rankCauses(
  hypotheses: readonly Hypothesis[],
  evidence: readonly Evidence[],
): Ranked[] {
  if (hypotheses.length === 0) throw new RangeError('rankCauses requires at least one hypothesis');
  if (hypotheses.some(({ weight }) => !(weight > 0)))
    throw new RangeError('rankCauses requires weights above 0');
  let current = normalized(hypotheses.map(({ weight }) => weight));
  const factors = hypotheses.map((): { evidence: string; factor: number }[] => []);
  for (const seen of evidence) {
    const likelihoods = hypotheses.map(({ id }) => floor(likelihoodOf(seen, id)));
    const all = current.reduce((sum, p, i) => sum + p * likelihoods[i]!, 0);
    likelihoods.forEach((likelihood, i) => {
      const others = 1 - current[i]!;
      const average = others > 0 ? (all - current[i]! * likelihood) / others : likelihood;
      factors[i]!.push({
        evidence: seen.id,
        factor: likelihood / Math.max(average, Number.MIN_VALUE),
      });
    });
    current = normalized(current.map((p, i) => p * likelihoods[i]!));
  }
  return hypotheses
    .map(({ id }, i) => ({ id, probability: current[i]!, factors: factors[i]! }))
    .sort((a, b) => b.probability - a.probability);
}

/** What is called impossible keeps so much. */
const least = 0.001;
const floor = (probability: number) => Math.max(probability, least);

function normalized(weights: readonly number[]): number[] {
  const sum = weights.reduce((all, weight) => all + weight, 0);
  return weights.map((weight) => weight / sum);
}

/** Evidence with a part of its say: every likelihood to a power. @param power above 0 to 1 */
export function tempered({ id, likelihood, otherwise }: Evidence, power: number): Evidence {
  return {
    id,
    likelihood: Object.fromEntries(
      Object.entries(likelihood).map(([cause, p]) => [cause, floor(p) ** power]),
    ),
    otherwise: floor(otherwise) ** power,
  };
}

/**
 * Probabilities of which none is above a bound: what the likeliest has too much is shared among the others as they
 * stand to each other.
 * @param most above one over the number of causes, not above 1
 */
export function capped(causes: readonly Ranked[], most: number): Ranked[] {
  const [first, ...others] = causes;
  if (!first || others.length === 0 || first.probability <= most) return [...causes];
  const grown = (1 - most) / (1 - first.probability);
  return [
    { ...first, probability: most },
    ...others.map((one) => ({ ...one, probability: one.probability * grown })),
  ];
}
