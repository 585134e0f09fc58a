import { z } from 'zod';
import { progressOf, type Progress } from '../../core/cleaning/progress';
import { ok } from '../../core/units/result';
import { millisecondsPerHour } from '../../core/units/time';
import { entryData, standingEntries, type EntryRow } from '../../records/audit-log';
import {
  openBenchSheet,
  openSheetOf,
  sheetById,
  sheetEvents,
  sheetTasks,
  updateSheet,
  type SheetRow,
} from '../../records/cleaning';
import { requireMachine } from '../machines/machines';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, requiredText, useCase } from '../use-case';
import { placeId } from './run-parts';
import { endSheet, requireOpen, taskName } from './sign-off';

/**
 * Gives a clean-down up: nothing is reset; what had been marked is kept in the book as words. Not while
 * something is out of the machine or left off: its hold would end with it.
 */
export const abandonSheet = useCase(
  z.object({
    sheetId: id,
    reason: requiredText('Say why it is abandoned, and how the machine stands.', 500),
  }),
  (shop, actor, { sheetId, reason }): Outcome<null> => {
    const sheet = requireOpen(shop, sheetId);
    if (!sheet.ok) return sheet;
    const progress = progressOf(sheetEvents(shop.db, sheetId));
    const out = outOfPlace(progress);
    if (out.length > 0) {
      return refuse(
        `Not while it is in pieces: ${out.join(', ')}. Put it back, or pause: the machine stays on hold.`,
        'part out',
      );
    }
    const marks = sheetTasks(shop.db, sheetId).flatMap((task) => {
      const mark = progress.marks.get(placeId(task.stationId, task.task));
      if (!mark || (mark.result === null && mark.finding === null)) return [];
      return [
        [taskName(shop, task), mark.finding && `found ${mark.finding}`, mark.result, mark.note]
          .filter(Boolean)
          .join(', '),
      ];
    });
    writeEntry(shop, actor, {
      kind: 'clean-down abandoned',
      machineId: sheet.value.machineId,
      note: reason,
      data: { sheetId, marks },
    });
    endSheet(shop, actor, sheet.value, `clean-down abandoned: ${reason}`);
    return ok(null);
  },
);

/** Parts that are out, and what was left off and is not back. */
function outOfPlace({ tray, leftOff }: Progress): string[] {
  return [
    ...tray.filter(({ inAt }) => inAt === null).map(({ name }) => `${name} is out`),
    ...leftOff
      .filter(({ backAt, mended }) => backAt === null && !mended)
      .map(({ what }) => `${what} is left off`),
  ];
}

/** So long an abandoned clean-down can be taken up again. */
const takenUpWithin = 24 * millisecondsPerHour;

/** What may not have happened on a machine since: the sheet would be of another state of it. */
const changes = [
  'session',
  'care',
  'clean-down started',
  'hold',
  'fault',
  'module moved',
] as const satisfies readonly EntryRow['kind'][];

/** The entry by which a sheet was abandoned; `null`: it was not. */
function abandonment(shop: Pick<Shop, 'db'>, { id: sheetId, machineId }: SheetRow) {
  return (
    standingEntries(shop.db, ['clean-down abandoned'], { machineId }).find(
      (row) => entryData(row, 'clean-down abandoned').sheetId === sheetId,
    ) ?? null
  );
}

/** Why an abandoned clean-down is not taken up again, in words; `null`: it can be. */
export function notTakenUp(shop: Shop, sheet: SheetRow): string | null {
  if (sheet.closedAt === null || !abandonment(shop, sheet))
    return 'That clean-down is not abandoned.';
  if (shop.now() - sheet.closedAt > takenUpWithin) {
    return 'It was abandoned more than a day ago: start a new clean-down.';
  }
  const machine = requireMachine(shop, sheet.machineId);
  if (!machine.ok) return machine.error.message;
  const other = sheet.moduleId
    ? openBenchSheet(shop.db, sheet.moduleId)
    : openSheetOf(shop.db, sheet.machineId);
  if (other) return 'Another clean-down has begun since: go on with that one.';
  const since = standingEntries(shop.db, [...changes], { machineId: sheet.machineId }).filter(
    ({ at, recordedAt }) => Math.max(at, recordedAt) > sheet.closedAt!,
  );
  return since.length === 0
    ? null
    : `Since then there was a ${since[0]!.kind} entry on ${machine.value.nickname}: start a new clean-down.`;
}

/** Takes the abandonment of a clean-down back: the sheet is open again as it was, and so is its hold. */
export const takeUpAgain = useCase(
  z.object({ sheetId: id }),
  (shop: Shop, actor: Actor, { sheetId }): Outcome<null> => {
    const sheet = sheetById(shop.db, sheetId);
    if (!sheet) return refuse('That clean-down is not there.');
    const why = notTakenUp(shop, sheet);
    if (why) return refuse(why);
    const release = standingEntries(shop.db, ['release'], { machineId: sheet.machineId }).find(
      ({ subjectId }) => subjectId === sheet.holdId,
    );
    for (const entry of [abandonment(shop, sheet)!, ...(release ? [release] : [])]) {
      writeEntry(shop, actor, {
        kind: 'strike',
        machineId: sheet.machineId,
        at: entry.at,
        supersedes: entry.id,
        reason: 'the clean-down is taken up again',
        data: { of: entry.kind },
      });
    }
    updateSheet(shop.db, sheetId, { closedAt: null });
    return ok(null);
  },
);
