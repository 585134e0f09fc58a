import type { Finding } from './care';

/** Use against a limit at an instant: 1 is due. */
export interface SawPoint {
  at: number;
  used: number;
}

/** Something that was found or done. */
export interface SawMark {
  at: number;
  finding: Finding | null;
  /** it began the count afresh */
  resets: boolean;
}

/** Points that a whole drawing has at most, beside two a tooth. */
const finest = 72;

/**
 * Use of a station against a limit as it rose and was set back, tooth by tooth.
 * @param starts when the count began: before `from` for the first tooth, then at each reset, in order
 * @param count what was used between two instants, as a share of the limit
 * @returns points in order; at a reset two, before it and after
 */
export function sawtooth(
  starts: readonly number[],
  from: number,
  to: number,
  count: (since: number, at: number) => number,
): SawPoint[] {
  const span = Math.max(1, to - from);
  return starts.flatMap((start, i) => {
    const end = Math.min(to, starts[i + 1] ?? to);
    const first = Math.max(start, from);
    if (end < first) return [];
    const steps = Math.max(1, Math.round((finest * (end - first)) / span));
    return Array.from({ length: steps + 1 }, (_, step): SawPoint => {
      const at = Math.round(first + ((end - first) * step) / steps);
      return { at, used: at === start ? 0 : count(start, at) };
    });
  });
}
