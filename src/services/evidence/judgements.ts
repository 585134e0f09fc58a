import { allFaults } from '../faults/faults';
import { firstGuess } from '../faults/diagnosis';
import type { Shop } from '../shop';

/** How often the likeliest cause was the one, of those faults of which it said about so much. */
export interface SaidAndTrue {
  /** mean of what was said, 0 to 1 */
  said: number;
  /** share in which it was so */
  right: number;
  faults: number;
}

/** How right the diagnosis was before any check, on the shop's own faults. */
export interface DiagnosisRecord {
  faults: number;
  /** the cause that was found stood first, and among the first three */
  first: number;
  amongThree: number;
  bands: SaidAndTrue[];
}

/** Only so many of the latest faults are gone through again. */
const latest = 300;
/** Bounds of what was said that are counted together. */
const bounds = [0, 0.3, 0.5, 0.7, 1.01];

/**
 * Holds what the diagnosis would have said when each fault was reported against what was found: causes of faults that
 * were fixed. It is judged as it stands today, but knows only the cases closed before.
 */
export function diagnosisRecord(shop: Shop): DiagnosisRecord {
  const fixed = allFaults(shop)
    .filter(({ closedAs, cause }) => closedAs === 'fixed' && cause !== null)
    .slice(-latest);
  const guesses = fixed.map((fault) => {
    const ranked = firstGuess(shop, fault);
    const place = ranked.findIndex(({ id }) => id === fault.cause);
    return { said: ranked[0]!.probability, place };
  });
  const count = (of: (one: (typeof guesses)[number]) => boolean) => guesses.filter(of).length;
  return {
    faults: guesses.length,
    first: count(({ place }) => place === 0),
    amongThree: count(({ place }) => place >= 0 && place < 3),
    bands: bounds.slice(1).flatMap((to, i): SaidAndTrue[] => {
      const some = guesses.filter(({ said }) => said >= bounds[i]! && said < to);
      if (some.length === 0) return [];
      return [
        {
          said: some.reduce((sum, { said }) => sum + said, 0) / some.length,
          right: some.filter(({ place }) => place === 0).length / some.length,
          faults: some.length,
        },
      ];
    }),
  };
}
