import { z } from 'zod';
import { careResults, findings, type CareResult, type Finding } from '../../core/care/care';
import { ok } from '../../core/units/result';
import { millisecondsPerMinute } from '../../core/units/time';
import { entryById, entryByKey, insertEntry, strikesOf } from '../../records/audit-log';
import { careByEntry, insertCare } from '../../records/care';
import { write } from '../../records/database';
import { stationById } from '../../records/machines';
import { openFoundDamage } from '../faults/open-fault';
import { checkMethod, settleDispute } from './methods';
import { stationTasks, taskReader } from './care-plans';
import { firstRefusal, refuse, stamp, type Actor, type Outcome, type Shop } from '../shop';

/** One care task at one station, as it ended. */
export const careSchema = z.object({
  stationId: z.string().min(1),
  task: z.string().min(1),
  /** UTC milliseconds */
  at: z.number().int(),
  result: z.enum(careResults).default('done'),
  finding: z
    .enum(findings)
    .nullish()
    .transform((finding) => finding ?? null),
  method: z
    .string()
    .trim()
    .max(120)
    .nullish()
    .transform((text) => text || null),
  /** the technician has read what is disputed about the method, and uses it */
  methodDecided: z.boolean().default(false),
  minutes: z
    .number()
    .int()
    .min(0)
    .max(1440)
    .nullish()
    .transform((minutes) => minutes ?? null),
  note: z
    .string()
    .trim()
    .max(500)
    .nullish()
    .transform((text) => text || null),
  sheetId: z
    .string()
    .nullish()
    .transform((id) => id ?? null),
  key: z.string().nullish(),
});
export type CareInput = z.input<typeof careSchema>;

/** What became of a care entry. */
export interface Cared {
  entryId: string;
  /** fault opened because the station was found damaged */
  faultId: string | null;
}

/**
 * Writes one completed (or put-off) care task into the book. Counters follow from it. A station found
 * damaged opens a fault.
 */
export function recordCare(shop: Shop, actor: Actor, input: CareInput): Outcome<Cared> {
  const parsed = careSchema.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return refuse(
      `${String(issue.path[0] ?? 'input')}: ${issue.message}`,
      String(issue.path[0] ?? ''),
    );
  }
  const care = parsed.data;
  const station = stationById(shop.db, care.stationId);
  if (!station || station.removedAt !== null)
    return refuse('That station is no longer there.', 'station');
  const tasks = stationTasks(shop, station, shop.now());
  // a task taken off the plan while it stood on a sheet is recorded all the same
  const task =
    tasks.find(({ key }) => key === care.task) ??
    (care.sheetId ? taskReader(shop)(station, care.task) : null);
  if (!task) {
    const offered = tasks.map(({ key }) => key).join(', ');
    return refuse(
      `${station.name} has no task "${care.task}"${offered ? `: it has ${offered}` : ' and none is offered there'}.`,
      'task',
    );
  }
  if (care.at > shop.now() + 2 * millisecondsPerMinute) {
    return refuse('The time lies in the future. Nothing was recorded.', 'at');
  }
  const wrong = resultProblem(care.result, care.note, task.lookOnly);
  if (wrong) return wrong;
  const method = checkMethod(shop, station, care.method, care.methodDecided);
  if (!method.ok) return method;
  if (care.key) {
    const known = entryByKey(shop.db, care.key);
    if (known) return ok({ entryId: known.id, faultId: null });
  }
  return ok(
    write(shop.db, () => {
      if (method.value) settleDispute(shop, actor, method.value.id);
      const entryId = insertEntry(shop.db, {
        kind: 'care',
        machineId: station.machineId,
        ...stamp(shop, actor, care.at),
        key: care.key ?? null,
        note: care.note,
      });
      insertCare(shop.db, {
        entryId,
        machineId: station.machineId,
        stationId: station.id,
        task: task.key,
        depth: task.depth,
        at: care.at,
        result: care.result,
        finding: care.finding,
        method: care.method,
        minutes: care.minutes,
        sheetId: care.sheetId,
      });
      const faultId =
        care.finding === 'damaged' && care.result !== 'replaced'
          ? openFoundDamage(shop, actor, station, task.criticality, care.at, entryId)
          : null;
      return { entryId, faultId };
    }),
  );
}

function resultProblem(result: CareResult, note: string | null, lookOnly: boolean) {
  if (result === 'looked-fine' && !lookOnly) {
    return refuse('"Looked at and fine" completes only tasks that are a look.', 'result');
  }
  if ((result === 'put-off' || result === 'in-part' || result === 'not-reached') && !note) {
    return refuse('Say in the note which part is left, or why and until when.', 'note');
  }
  return null;
}

/** What may change in a care entry: the station and task stay. */
export interface CareChange {
  at: number;
  result: CareResult;
  finding: Finding | null;
  method: string | null;
  minutes: number | null;
  note: string | null;
}

/**
 * Corrects a care entry: the old one is struck through and, unless it is only struck, a new one takes
 * its place.
 * @param change `null` to strike it without a new one
 */
export function correctCare(
  shop: Shop,
  actor: Actor,
  entryId: string,
  reason: string,
  change: CareChange | null,
): Outcome<{ entryId: string }> {
  const old = entryById(shop.db, entryId);
  const row = careByEntry(shop.db, [entryId]).get(entryId);
  if (!old || !row) return refuse('That entry is not in the book.');
  if (!reason.trim()) return refuse('Say why it is corrected.', 'reason');
  if (strikesOf(shop.db, [entryId]).size > 0) {
    return refuse('That entry has been corrected already. Open the newer entry.');
  }
  if (change) {
    const parsed = careSchema.safeParse({ stationId: row.stationId, task: row.task, ...change });
    if (!parsed.success) return firstRefusal(parsed.error);
    if (change.at > shop.now()) return refuse('The time lies in the future.', 'at');
    const station = stationById(shop.db, row.stationId)!;
    const task = taskReader(shop)(station, row.task);
    const wrong = resultProblem(change.result, parsed.data.note, task?.lookOnly ?? false);
    if (wrong) return wrong;
    // a correction says what was done: a disputed way is settled with it, a harmful one was a mistake
    const method = checkMethod(shop, station, parsed.data.method, true);
    if (!method.ok) return method;
  }
  const extra = { supersedes: entryId, reason: reason.trim() };
  const id = write(shop.db, () => {
    if (!change) {
      return insertEntry(shop.db, {
        kind: 'strike',
        machineId: row.machineId,
        ...stamp(shop, actor, old.at),
        data: { of: 'care' },
        ...extra,
      });
    }
    const written = insertEntry(shop.db, {
      kind: 'care',
      machineId: row.machineId,
      ...stamp(shop, actor, change.at),
      note: change.note?.trim() || null,
      ...extra,
    });
    insertCare(shop.db, {
      ...row,
      entryId: written,
      at: change.at,
      result: change.result,
      finding: change.finding,
      method: change.method?.trim() || null,
      minutes: change.minutes,
    });
    return written;
  });
  return ok({ entryId: id });
}
