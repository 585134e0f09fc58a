import { millisecondsPerDay } from '../units/time';

/** A fault of a machine, as far as repeats go. */
export interface FaultCase {
  id: string;
  cause: string | null;
  /** UTC milliseconds */
  reportedAt: number;
  closedAt: number | null;
  /** run seconds of the machine when it was reported, and when it was closed */
  runAtReport: number;
  runAtClose: number | null;
}

const repeatDays = 30;
const repeatRunHours = 30;

/** Whether a fault was closed within 30 days or 30 run hours before another was reported. */
export function isLately(
  { reportedAt, runAtReport }: Pick<FaultCase, 'reportedAt' | 'runAtReport'>,
  { closedAt, runAtClose }: Pick<FaultCase, 'closedAt' | 'runAtClose'>,
): boolean {
  return (
    closedAt !== null &&
    (reportedAt - closedAt <= repeatDays * millisecondsPerDay ||
      runAtReport - (runAtClose ?? -Infinity) <= repeatRunHours * 3600)
  );
}

/**
 * The fault that this one repeats: the latest of the same cause that was closed before this one was
 * reported, within 30 days or 30 run hours; `null` where there is none.
 */
export function repeatOf(fault: FaultCase, earlier: readonly FaultCase[]): FaultCase | null {
  if (fault.cause === null) return null;
  const same = earlier.filter(
    (one) =>
      one.id !== fault.id &&
      one.cause === fault.cause &&
      one.closedAt !== null &&
      one.closedAt <= fault.reportedAt &&
      isLately(fault, one),
  );
  return same.sort((a, b) => b.closedAt! - a.closedAt!)[0] ?? null;
}
