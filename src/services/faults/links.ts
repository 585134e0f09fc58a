import { isLately, repeatOf, type FaultCase } from '../../core/faults/repeats';
import { entriesBackwards, entryById, entryData, standingEntries } from '../../records/audit-log';
import type { Shop } from '../shop';
import { runAt, runHoursBetween } from '../usage/usage';
import type { Fault } from './faults';

/** What a fault hangs together with. */
export interface FaultLinks {
  /** the fault of the same cause that it repeats */
  repeats: { id: string; closedAt: number } | null;
  /** the clean-down that came just before it */
  afterCleanDown: { sheetId: string; at: number; runHours: number; opened: string[] } | null;
}

/** A fault within so many run hours of a clean-down is linked to it. */
const soonRunHours = 2;

/** The clean-down that was signed off last before an instant, with the run hours since. */
export function lastCleanDown(
  shop: Shop,
  machineId: string,
  at: number,
  which: (opened: readonly string[]) => boolean = () => true,
): NonNullable<FaultLinks['afterCleanDown']> | null {
  for (const row of entriesBackwards(shop.db, 'clean-down signed off', machineId, at)) {
    const { sheetId, opened } = entryData(row, 'clean-down signed off');
    if (!which(opened)) continue;
    const runHours = runHoursBetween(shop, machineId, row.at, at);
    return { sheetId, at: row.at, runHours, opened };
  }
  return null;
}

/** What a fault hangs together with: the same cause lately, a clean-down just before. */
export function faultLinks(shop: Shop, fault: Fault): FaultLinks {
  const before = lastCleanDown(shop, fault.machineId, fault.at);
  const cause = fault.cause;
  const earlier =
    cause === null ? null : repeatOf(asCase(shop, fault), casesOf(shop, fault, cause));
  return {
    repeats: earlier && { id: earlier.id, closedAt: earlier.closedAt! },
    afterCleanDown: before && before.runHours <= soonRunHours ? before : null,
  };
}

function asCase(shop: Shop, { id, cause, at, machineId }: Fault): FaultCase {
  return {
    id,
    cause,
    reportedAt: at,
    closedAt: null,
    runAtReport: runAt(shop, machineId, at),
    runAtClose: null,
  };
}

/** Faults of the machine whose last diagnosis was this cause, closed lately before it, the newest first. */
function casesOf(shop: Shop, { id, machineId, at }: Fault, cause: string): FaultCase[] {
  const cases: FaultCase[] = [];
  const runAtReport = runAt(shop, machineId, at);
  for (const row of entriesBackwards(shop.db, 'fault closed', machineId, at)) {
    const runAtClose = runAt(shop, machineId, row.at);
    if (!isLately({ reportedAt: at, runAtReport }, { closedAt: row.at, runAtClose })) break;
    const { as } = entryData(row, 'fault closed');
    const report = entryById(shop.db, row.subjectId!);
    if (as === 'duplicate' || !report || report.id === id) continue;
    const last = standingEntries(shop.db, ['fault diagnosis'], { subjectId: report.id }).at(-1);
    if (!last || entryData(last, 'fault diagnosis').cause !== cause) continue;
    const reportedAt = report.at;
    cases.push({
      id: report.id,
      cause,
      reportedAt,
      closedAt: row.at,
      runAtReport: runAt(shop, machineId, reportedAt),
      runAtClose,
    });
  }
  return cases;
}
