import { repeatOf, type FaultCase } from '../../core/faults/repeats';
import { entryData, standingEntries } from '../../records/audit-log';
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
  const row = standingEntries(shop.db, ['clean-down signed off'], { machineId }).findLast(
    (one) => one.at <= at && which(entryData(one, 'clean-down signed off').opened),
  );
  if (!row) return null;
  const { sheetId, opened } = entryData(row, 'clean-down signed off');
  const runHours = runHoursBetween(shop, machineId, row.at, at);
  return { sheetId, at: row.at, runHours, opened };
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

/** Closed faults of the machine whose last diagnosis was this cause. */
function casesOf(shop: Shop, { machineId }: Fault, cause: string): FaultCase[] {
  const diagnosed = standingEntries(shop.db, ['fault diagnosis'], { machineId });
  const reports = new Map(
    standingEntries(shop.db, ['fault'], { machineId }).map((row) => [row.id, row]),
  );
  return standingEntries(shop.db, ['fault closed'], { machineId }).flatMap((row): FaultCase[] => {
    const last = diagnosed.findLast(({ subjectId }) => subjectId === row.subjectId);
    const report = reports.get(row.subjectId!);
    const { as } = entryData(row, 'fault closed');
    if (!last || !report || as === 'duplicate') return [];
    if (entryData(last, 'fault diagnosis').cause !== cause) return [];
    return [
      {
        id: report.id,
        cause,
        reportedAt: report.at,
        closedAt: row.at,
        runAtReport: runAt(shop, machineId, report.at),
        runAtClose: runAt(shop, machineId, row.at),
      },
    ];
  });
}
