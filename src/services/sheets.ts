import { z } from 'zod';
import { careResults, findings } from '../core/care/care';
import { ok } from '../core/units/result';
import { insertDataEntry, standingEntries } from '../records/book';
import { write } from '../records/database';
import { newId } from '../records/ids';
import { listStations, stationById, type StationRow } from '../records/machines';
import {
  insertSheet,
  openSheetOf,
  openSheets,
  sheetById,
  sheetTasks,
  updateSheet,
  updateSheetTask,
  type SheetRow,
  type SheetTaskRow,
} from '../records/sheets';
import { recordCare } from './care';
import { releaseHoldEntry } from './holds';
import { requireMachine } from './machines';
import { checkMethod, settleDispute } from './methods';
import { planFinder, tasksUnder } from './plans';
import { problem, stamp, type Actor, type Outcome, type Shop } from './shop';

/** A clean-down as it stands: its tasks with what is marked so far. */
export interface Sheet {
  row: SheetRow;
  tasks: SheetTaskRow[];
}

/** Starts a clean-down: the machine goes on hold for operators until it is signed off or abandoned. */
export function startSheet(
  shop: Shop,
  actor: Actor,
  machineId: string,
  tasks: { stationId: string; task: string }[],
): Outcome<Sheet> {
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const open = openSheetOf(shop.db, machineId);
  if (open) {
    return problem(`${machine.value.nickname} is being cleaned already: resume that clean-down.`);
  }
  if (tasks.length === 0) return problem('Pick at least one task.', 'tasks');
  const stations = new Map(listStations(shop.db, machineId).map((row) => [row.id, row]));
  const plan = planFinder(shop, shop.now(), machineId)(machineId);
  const distinct = [...new Map(tasks.map((t) => [`${t.stationId} ${t.task}`, t])).values()];
  for (const { stationId, task } of distinct) {
    const station = stations.get(stationId);
    if (!station || !tasksUnder(plan, station).some(({ key }) => key === task)) {
      return problem('One of the picked tasks is no longer there. Pick again.', 'tasks');
    }
  }
  const id = newId();
  write(shop.db, () => {
    const common = { machineId, ...stamp(shop, actor) };
    const holdId = insertDataEntry(shop.db, {
      kind: 'hold',
      ...common,
      data: { why: 'cleaning', words: 'being cleaned' },
    });
    insertDataEntry(shop.db, {
      kind: 'clean-down started',
      ...common,
      data: { sheetId: id, tasks: distinct.length },
    });
    insertSheet(
      shop.db,
      {
        id,
        machineId,
        startedAt: common.at,
        startedBy: actor.name,
        isolatedAt: null,
        holdId,
        closedAt: null,
      },
      distinct,
    );
  });
  return ok(readSheet(shop, id)!);
}

export function readSheet(shop: Shop, id: string): Sheet | null {
  const row = sheetById(shop.db, id);
  return row ? { row, tasks: sheetTasks(shop.db, id) } : null;
}

/** The stations a sheet touches, by id, removed ones too. */
export function sheetStations(shop: Shop, { tasks }: Sheet): Map<string, StationRow> {
  const rows = tasks.flatMap(({ stationId }) => stationById(shop.db, stationId) ?? []);
  return new Map(rows.map((row) => [row.id, row]));
}

/** Every clean-down in work. */
export function sheetsInWork(shop: Shop): Sheet[] {
  return openSheets(shop.db).map((row) => ({ row, tasks: sheetTasks(shop.db, row.id) }));
}

function requireOpen(shop: Shop, id: string): Outcome<SheetRow> {
  const row = sheetById(shop.db, id);
  if (!row) return problem('That clean-down is not there.');
  if (row.closedAt !== null) return problem('That clean-down has been closed already.');
  return ok(row);
}

/** Ticks isolation: only then may tasks be marked. */
export function markIsolated(shop: Shop, id: string): Outcome<null> {
  const sheet = requireOpen(shop, id);
  if (!sheet.ok) return sheet;
  write(shop.db, () =>
    updateSheet(shop.db, id, { isolatedAt: sheet.value.isolatedAt ?? shop.now() }),
  );
  return ok(null);
}

export const markSchema = z.object({
  /** the technician has read what is disputed about the method, and uses it */
  methodDecided: z.boolean().default(false),
  sheetId: z.string(),
  stationId: z.string(),
  task: z.string(),
  finding: z.enum(findings).nullable(),
  result: z.enum(careResults).nullable(),
  method: z.string().trim().max(120).nullable(),
  minutes: z.number().int().min(0).max(1440).nullable(),
  note: z.string().trim().max(500).nullable(),
});
export type Mark = z.input<typeof markSchema>;

/** Keeps what is marked for one task, at once: a reload or a dead tablet loses nothing. */
export function markTask(shop: Shop, actor: Actor, mark: Mark): Outcome<null> {
  const sheet = requireOpen(shop, mark.sheetId);
  if (!sheet.ok) return sheet;
  if (sheet.value.isolatedAt === null) return problem('Tick isolation first.', 'isolated');
  const { sheetId, stationId, task, methodDecided = false, ...marks } = mark;
  const before = sheetTasks(shop.db, sheetId).find(
    (row) => row.stationId === stationId && row.task === task,
  );
  if (!before) return problem('That task is not on this sheet.', 'task');
  const station = stationById(shop.db, stationId)!;
  const method = checkMethod(shop, station, marks.method, methodDecided);
  const markedAt =
    marks.result === null ? null : before.result === marks.result ? before.markedAt : shop.now();
  write(shop.db, () => {
    if (method.ok && method.value) settleDispute(shop, actor, method.value.id);
    // a refused method loses nothing else that was marked
    const kept = method.ok ? marks : { ...marks, method: before.method };
    updateSheetTask(shop.db, { sheetId, stationId, task }, { ...kept, markedAt });
  });
  if (!method.ok) return method;
  return ok(null);
}

/** "Honeycomb: clean" */
function taskName(shop: Shop, { stationId, task }: { stationId: string; task: string }): string {
  return `${stationById(shop.db, stationId)?.name ?? 'removed station'}: ${task}`;
}

/** How a sign-off ended. */
export interface SignedOff {
  recorded: number;
  left: string[];
  faultIds: string[];
}

/**
 * Signs a clean-down off: what was marked goes into the book and resets exactly that; what was not
 * stays as due as it was. The hold for cleaning ends.
 */
export function signOffSheet(shop: Shop, actor: Actor, id: string): Outcome<SignedOff> {
  const sheet = requireOpen(shop, id);
  if (!sheet.ok) return sheet;
  const tasks = sheetTasks(shop.db, id);
  const marked = tasks.filter(({ result }) => result !== null);
  if (marked.length === 0) {
    return problem('Nothing is marked yet. Mark what was done, or abandon the clean-down.');
  }
  const gone = marked.find(({ stationId }) => stationById(shop.db, stationId)?.removedAt !== null);
  if (gone) return problem(`${taskName(shop, gone)}: that station is no longer there.`);
  let refused: Outcome<SignedOff> | null = null;
  const outcome = { recorded: 0, left: [] as string[], faultIds: [] as string[] };
  class Refused extends Error {}
  try {
    write(shop.db, () => {
      for (const task of marked) {
        const cared = recordCare(shop, actor, {
          stationId: task.stationId,
          task: task.task,
          at: task.markedAt ?? shop.now(),
          result: task.result!,
          finding: task.finding,
          method: task.method,
          minutes: task.minutes,
          note: task.note,
          sheetId: id,
        });
        if (!cared.ok) {
          refused = problem(`${taskName(shop, task)}: ${cared.error.message}`, cared.error.field);
          throw new Refused();
        }
        outcome.recorded += 1;
        if (cared.value.faultId) outcome.faultIds.push(cared.value.faultId);
      }
      outcome.left = tasks.filter(({ result }) => result === null).map((t) => taskName(shop, t));
      insertDataEntry(shop.db, {
        kind: 'clean-down signed off',
        machineId: sheet.value.machineId,
        ...stamp(shop, actor),
        data: { sheetId: id, done: marked.length, left: outcome.left },
      });
      endSheet(shop, actor, sheet.value, 'cleaned and signed off');
    });
  } catch (error) {
    if (error instanceof Refused && refused) return refused;
    throw error;
  }
  return ok(outcome);
}

/** Gives a clean-down up: nothing is reset; what had been marked is kept in the book as words. */
export function abandonSheet(shop: Shop, actor: Actor, id: string, reason: string): Outcome<null> {
  const sheet = requireOpen(shop, id);
  if (!sheet.ok) return sheet;
  if (!reason.trim())
    return problem('Say why it is abandoned, and how the machine stands.', 'reason');
  const marks = sheetTasks(shop.db, id)
    .filter(({ result, finding }) => result !== null || finding !== null)
    .map((task) =>
      [taskName(shop, task), task.finding && `found ${task.finding}`, task.result, task.note]
        .filter(Boolean)
        .join(', '),
    );
  write(shop.db, () => {
    insertDataEntry(shop.db, {
      kind: 'clean-down abandoned',
      machineId: sheet.value.machineId,
      ...stamp(shop, actor),
      note: reason.trim(),
      data: { sheetId: id, marks },
    });
    endSheet(shop, actor, sheet.value, `clean-down abandoned: ${reason.trim()}`);
  });
  return ok(null);
}

function endSheet(shop: Shop, actor: Actor, sheet: SheetRow, words: string): void {
  updateSheet(shop.db, sheet.id, { closedAt: shop.now() });
  const hold = standingEntries(shop.db, ['hold'], { machineId: sheet.machineId }).find(
    ({ id }) => id === sheet.holdId,
  );
  if (hold) releaseHoldEntry(shop, actor, hold, { how: 'cleaning ended', words });
}
