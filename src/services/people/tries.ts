import { write } from '../../records/database';
import { clearFailures, failuresOf, forgetFailures, writeFailures } from '../../records/people';
import { refuse, type Outcome, type Shop } from '../shop';

/** What wrong tries at a secret are counted by. */
export interface TryCount {
  /** what is tried, and from where */
  key: string;
  /** wrong tries that cost nothing; each further one doubles the wait */
  free: number;
  /** a right one does not clear it, and one wrong try is forgotten in so many seconds; else a right one clears it */
  fades?: number;
}

/** No wait is longer, so that nobody can keep the true person out. */
export const longestWaitSeconds = 60;
const forgottenAfterMs = 24 * 3_600_000;

/** Seconds to wait before the next try after so many wrong ones in a row. */
export function waitAfter(failures: number, free: number): number {
  if (failures < free) return 0;
  return Math.min(longestWaitSeconds, 2 ** Math.min(10, failures - free + 1));
}

/** How it stands with one count: wrong tries so far, seconds left to wait. */
function standing(shop: Shop, { key, free, fades }: TryCount) {
  const before = failuresOf(shop.db, key);
  // a clock that was set back must not make anybody wait for it
  const sinceMs = before ? Math.max(0, shop.now() - before.lastAt) : 0;
  const faded = fades ? Math.floor(sinceMs / 1000 / fades) : 0;
  const failures = Math.max(0, (before?.failures ?? 0) - faded);
  const wait = waitAfter(failures, free);
  if (before && before.lastAt > shop.now()) {
    write(shop.db, () => writeFailures(shop.db, { ...before, lastAt: shop.now() }));
  }
  return { failures, left: Math.ceil(wait - sinceMs / 1000) };
}

/**
 * Runs a try at a secret (a password, a code) unless too many wrong ones came before it, by any of its counts.
 * Counts untouched for a day are forgotten.
 */
export async function slowed<T>(
  shop: Shop,
  counts: readonly TryCount[],
  attempt: () => Promise<Outcome<T>> | Outcome<T>,
): Promise<Outcome<T>> {
  const found = counts.map((count) => ({ count, ...standing(shop, count) }));
  const left = Math.max(...found.map((one) => one.left));
  if (left > 0) return refuse(`Too many wrong tries. Wait ${left} s, then try again.`);
  // counted before the check, so that tries made at the same time are slowed too
  write(shop.db, () => {
    forgetFailures(shop.db, shop.now() - forgottenAfterMs, shop.now() + forgottenAfterMs);
    for (const { count, failures } of found) {
      writeFailures(shop.db, { username: count.key, failures: failures + 1, lastAt: shop.now() });
    }
  });
  const outcome = await attempt();
  if (!outcome.ok) return outcome;
  write(shop.db, () => {
    for (const { count, failures } of found) {
      if (count.fades && failures > 0) {
        writeFailures(shop.db, { username: count.key, failures, lastAt: shop.now() });
      } else clearFailures(shop.db, count.key);
    }
  });
  return outcome;
}
