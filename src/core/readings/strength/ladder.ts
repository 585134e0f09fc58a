/** One small cut of a test burn. */
export interface TestCut {
  /** mm/s, in the passes of the recipe */
  speed: number;
  /** whether the piece fell out by itself */
  through: boolean;
}

/** Where a ladder of test cuts stands. */
export type Ladder =
  | { done: false; next: number; cut: number }
  | {
      done: true;
      /** fastest speed that succeeded, mm/s; null: not even the slowest */
      fastest: number | null;
      /** slowest speed that failed, mm/s; null: none did */
      failed: number | null;
    };

/** At most so many small cuts. */
export const longestLadder = 6;
/** And where the speed is sought from which later burns are judged. */
export const longestSearch = 10;
const halvings = [1, 0.5, 0.25];
const faster = 1.25;
const muchFaster = 1.5;

/**
 * The next cut of a test burn, or its end. It begins at the baseline's speed, halves it at most twice
 * while the cut fails, and then bisects between the fastest success and the slowest failure, so that six
 * cuts find the speed to about 3 percent of the baseline. A success at the baseline's speed goes on to
 * 1.25 times that. Where a baseline is sought it goes on from there, half as fast again each time, until a cut
 * fails: what only succeeded says how strong a machine is at least, not how strong.
 * @param baseline mm/s at which the recipe just succeeded when it was new
 * @param options.seeking whether a new baseline is sought
 * @throws RangeError when the baseline is not above 0
 */
export function ladder(
  baseline: number,
  cuts: readonly TestCut[],
  { seeking = false } = {},
): Ladder {
  if (!(baseline > 0)) throw new RangeError('ladder requires a baseline speed above 0');
  const fastest = Math.max(0, ...cuts.filter((cut) => cut.through).map(({ speed }) => speed));
  const failures = cuts.filter(({ through, speed }) => !through && speed > fastest);
  const failed = Math.min(Infinity, ...failures.map(({ speed }) => speed));
  const end = {
    done: true as const,
    fastest: fastest > 0 ? fastest : null,
    failed: Number.isFinite(failed) ? failed : null,
  };
  if (cuts.length >= (seeking ? longestSearch : longestLadder)) return end;
  const next = nextSpeed(baseline, fastest, failed, seeking);
  return next === null ? end : { done: false, next: roundSpeed(next), cut: cuts.length + 1 };
}

function nextSpeed(
  baseline: number,
  fastest: number,
  failed: number,
  seeking: boolean,
): number | null {
  if (fastest === 0) {
    const slower = halvings.map((share) => share * baseline).find((speed) => speed < failed * 0.98);
    return slower ?? null;
  }
  if (failed === Infinity) {
    if (fastest < faster * baseline * 0.98) return faster * baseline;
    return seeking ? fastest * muchFaster : null;
  }
  // nearer than 2 percent tells no more than the stock's own spread
  return failed - fastest <= 0.02 * Math.max(baseline, fastest) ? null : (fastest + failed) / 2;
}

/** Speeds as one types them into a machine: three significant digits, mm/s. */
export function roundSpeed(speed: number): number {
  return Number(speed.toPrecision(3));
}
