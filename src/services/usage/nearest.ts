import { closest, distance } from 'fastest-levenshtein';

/**
 * The known word nearest to a written one, or `null` when none is near: at most a third of its
 * letters wrong, two at least allowed.
 */
export function nearest(word: string, known: readonly string[]): string | null {
  if (known.length === 0) return null;
  const written = word.trim().toLowerCase();
  const lower = known.map((name) => name.toLowerCase());
  const guess = closest(written, lower);
  if (distance(written, guess) > Math.max(2, Math.floor(written.length / 3))) return null;
  return known[lower.indexOf(guess)]!;
}
