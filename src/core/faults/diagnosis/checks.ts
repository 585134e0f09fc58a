import type { Outcome } from './outcomes';
import type { Ranked } from './posterior';

/** Something that can be looked at, with how it comes out under each cause. */
export interface Check {
  id: string;
  minutes: number;
  /** what must be isolated and opened for it; `null`: nothing */
  opening: string | null;
  outcomes: readonly Outcome[];
}

/** [Shannon entropy](https://en.wikipedia.org/wiki/Entropy_(information_theory)) of probabilities, in bits. */
export function entropy(probabilities: Iterable<number>): number {
  let bits = 0;
  for (const p of probabilities) if (p > 0) bits -= p * Math.log2(p);
  return bits;
}

type Likely = Pick<Ranked, 'id' | 'probability'>;

/**
 * What checks are expected to tell together, in bits: the
 * [mutual information](https://en.wikipedia.org/wiki/Mutual_information) of how they come out and the cause, their
 * outcomes taken as independent given the cause.
 */
export function expectedInformation(
  checks: readonly Pick<Check, 'outcomes'>[],
  causes: readonly Likely[],
): number {
  // by way in which all come out together: how likely it is under each cause
  const ways = checks
    .map(({ outcomes }) =>
      outcomes.map(({ likelihood, otherwise }) =>
        causes.map(({ id }) => likelihood[id] ?? otherwise),
      ),
    )
    .reduce((before, own) =>
      before.flatMap((way) => own.map((outcome) => way.map((p, at) => p * outcome[at]!))),
    );
  let bits = 0;
  for (const way of ways) {
    let overall = 0;
    way.forEach((p, at) => {
      const both = p * causes[at]!.probability;
      overall += both;
      if (both > 0) bits += both * Math.log2(p);
    });
    if (overall > 0) bits -= overall * Math.log2(overall);
  }
  return Math.max(0, bits);
}

/** A check with what it is worth now. */
export interface RankedCheck {
  check: Check;
  /** bits */
  information: number;
  /** bits a minute, all minutes counted */
  rate: number;
  /** another check that is worth making while it is open, which is counted in the rate */
  besides: Check | null;
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
 * tells much more. Two that need the same opening pay for it once: the better of them takes the other along where
 * that is worth its minutes.
 */
export function rankChecks(checks: readonly Check[], causes: readonly Likely[]): RankedCheck[] {
  const alone = checks
    .map((check): RankedCheck => {
      const information = expectedInformation([check], causes);
      return { check, information, rate: information / minutesOf([check]), besides: null };
    })
    .filter(({ information }) => information >= telling)
    .sort((a, b) => b.rate - a.rate);
  return alone
    .map((one, at) =>
      alone.slice(at + 1).reduce((best, { check }) => {
        if (one.check.opening === null || check.opening !== one.check.opening) return best;
        const both = [one.check, check];
        const rate = expectedInformation(both, causes) / minutesOf(both);
        return rate > best.rate ? { ...best, rate, besides: check } : best;
      }, one),
    )
    .sort((a, b) => b.rate - a.rate);
}

/** Minutes of checks made in one go. */
function minutesOf(checks: readonly Check[]): number {
  const own = checks.reduce((sum, { minutes }) => sum + minutes, aroundMinutes);
  return own + (checks.some(({ opening }) => opening !== null) ? openingMinutes : 0);
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
