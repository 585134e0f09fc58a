/** Whether cleaning now costs fewer minutes than running on dirty. */
export interface NowOrLater {
  /** how many times as long every cut takes as it would after the cleaning */
  slowDown: number;
  /** minutes of dirty running after which cleaning has paid for itself; null: it never does */
  paysAfter: number | null;
  /** minutes the queue loses by running dirty */
  lost: number;
  /** minutes saved by cleaning now; below 0: running on is cheaper */
  saved: number;
  now: boolean;
}

/**
 * Compares cleaning now with running the queue dirty. With a slow-down `r = 1 / strength` above 1, running
 * dirty loses `1 − 1/r` of every minute; cleaning that takes `m` minutes pays for itself after
 * `m / (1 − 1/r)` minutes of dirty running (r = 3, m = 16: 24 min). What a cleaning does not bring back it
 * cannot save: where it restores to 80 % only, `r = 0.8 / strength`.
 * @param strength 1 = the baseline
 * @param queue minutes of work waiting, as they take on the dirty machine
 * @param cleaning minutes the cleaning keeps the machine
 * @param restoredTo strength that cleaning brings back, 1 = the baseline
 */
export function nowOrLater(
  strength: number,
  queue: number,
  cleaning: number,
  restoredTo = 1,
): NowOrLater {
  const slowDown = Math.max(restoredTo, strength) / strength;
  const share = Math.max(0, 1 - 1 / slowDown);
  const lost = queue * share;
  return {
    slowDown,
    paysAfter: share > 0 ? cleaning / share : null,
    lost,
    saved: lost - cleaning,
    now: lost > cleaning,
  };
}
