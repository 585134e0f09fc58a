import type { Evidence, Ranked } from './posterior';

/** Something that can be looked at, with how it comes out under each cause. */
export interface Check {
  id: string;
  minutes: number;
  /** needs isolation and opening */
  opening: boolean;
  /** probability that it comes out as "yes" given a cause, by cause */
  yes: Readonly<Record<string, number>>;
  /** for causes that are not named */
  otherwise: number;
}

/** What a check says when it has come out. */
export function evidenceOf(check: Check, answer: 'yes' | 'no'): Evidence {
  if (answer === 'yes') return { id: check.id, likelihood: check.yes, otherwise: check.otherwise };
  return {
    id: check.id,
    likelihood: Object.fromEntries(
      Object.entries(check.yes).map(([cause, probability]) => [cause, 1 - probability]),
    ),
    otherwise: 1 - check.otherwise,
  };
}

/** [Shannon entropy](https://en.wikipedia.org/wiki/Entropy_(information_theory)) of probabilities, in bits. */
export function entropy(probabilities: Iterable<number>): number {
  let bits = 0;
  for (const p of probabilities) if (p > 0) bits -= p * Math.log2(p);
  return bits;
}

/**
 * What a check is expected to tell, in bits: the
 * [mutual information](https://en.wikipedia.org/wiki/Mutual_information) of its outcome and the cause.
 */
export function expectedInformation(
  check: Pick<Check, 'yes' | 'otherwise'>,
  causes: readonly Pick<Ranked, 'id' | 'probability'>[],
): number {
  let overall = 0;
  let given = 0;
  for (const { id, probability } of causes) {
    const yes = check.yes[id] ?? check.otherwise;
    overall += probability * yes;
    given += probability * entropyOfYes(yes);
  }
  return Math.max(0, entropyOfYes(overall) - given);
}

/** Entropy of a yes or no, in bits. */
function entropyOfYes(yes: number): number {
  if (yes <= 0 || yes >= 1) return 0;
  return -yes * Math.log2(yes) - (1 - yes) * Math.log2(1 - yes);
}

/** A check with what it is worth now. */
export interface RankedCheck {
  check: Check;
  /** bits */
  information: number;
  /** bits a minute, all minutes counted */
  rate: number;
}

/** A check that tells less than this is no reason to open a machine, nor to walk to it. Bits. */
const telling = 0.02;

/** Minutes that any check takes beside its own: going there, fetching what it needs, coming back to tell. */
const aroundMinutes = 2;
/** Minutes to make safe, open and close again, beside. */
const openingMinutes = 3;

/**
 * The checks still worth making, the one that tells most a minute first. To its own minutes come those around any check,
 * and for one that needs opening those of making safe and opening: a look without opening goes first unless opening
 * tells much more.
 */
export function rankChecks(
  checks: readonly Check[],
  causes: readonly Pick<Ranked, 'id' | 'probability'>[],
): RankedCheck[] {
  return checks
    .map((check): RankedCheck => {
      const information = expectedInformation(check, causes);
      const minutes = check.minutes + aroundMinutes + (check.opening ? openingMinutes : 0);
      return { check, information, rate: information / minutes };
    })
    .filter(({ information }) => information >= telling)
    .sort((a, b) => b.rate - a.rate);
}

/** A sure check: it tells for certain whether one cause is the one. */
export interface SureCheck {
  id: string;
  /** that this is the cause, 0 to 1 */
  probability: number;
  minutes: number;
}

/**
 * The order of sure checks, one to a cause, that finds one fault in the least expected minutes. When the
 * last check is made too, that is by probability over minutes
 * ([Smith's rule](https://doi.org/10.1002/nav.3800030106), 1956). When the last one left need not be made,
 * because elimination tells, one check is kept for the end: each is tried there, the others by the rule.
 */
export function searchOrder(checks: readonly SureCheck[], lastIsMade: boolean): SureCheck[] {
  const byRule = [...checks].sort((a, b) => b.probability * a.minutes - a.probability * b.minutes);
  if (lastIsMade) return byRule;
  let best = byRule;
  for (const last of checks) {
    const order = [...byRule.filter((check) => check !== last), last];
    if (expectedMinutes(order, false) < expectedMinutes(best, false)) best = order;
  }
  return best;
}

/** Expected minutes until one fault is found by sure checks made in an order. */
export function expectedMinutes(order: readonly SureCheck[], lastIsMade: boolean): number {
  let spent = 0;
  let expected = 0;
  order.forEach(({ probability, minutes }, index) => {
    if (lastIsMade || index < order.length - 1) spent += minutes;
    expected += probability * spent;
  });
  return expected;
}
