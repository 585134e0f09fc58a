import { z } from 'zod';
import { careResults, findings, type CareResult } from '../../core/care/care';
import { ok } from '../../core/units/result';
import { millisecondsPerMinute } from '../../core/units/time';
import { entryById, entryByKey, insertEntry, strikesOf } from '../../records/audit-log';
import { careByEntry, insertCare } from '../../records/care';
import { write } from '../../records/database';
import { stationById } from '../../records/machines';
import { openFoundDamage } from '../faults/open-fault';
import { callRound } from './call-or-defer';
import { checkMethod, settleDispute } from './methods';
import { stationTasks, taskReader } from './care-plans';
import { refuse, stamp, type Outcome } from '../shop';
import { correctionSchema, id, instant, optionalText, useCase } from '../use-case';

/** One care task at one station, as it ended. */
export const careSchema = z.object({
  stationId: id,
  task: id,
  at: instant,
  result: z.enum(careResults).default('done'),
  finding: z
    .enum(findings)
    .nullish()
    .transform((finding) => finding ?? null),
  method: optionalText(120),
  /** the technician has read what is disputed about the method, and uses it */
  methodDecided: z.boolean().default(false),
  /** the way of the sheet in which it was done */
  way: z
    .string()
    .max(60)
    .nullish()
    .transform((way) => way ?? null),
  minutes: z
    .number()
    .int()
    .min(0)
    .max(1440)
    .nullish()
    .transform((minutes) => minutes ?? null),
  note: optionalText(500),
  sheetId: id.nullish().transform((sheet) => sheet ?? null),
  /** the module it was done to at the bench: it counts for that module alone */
  moduleId: id.nullish().transform((part) => part ?? null),
  key: z.string().max(400).nullish(),
});

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
export const recordCare = useCase(careSchema, (shop, actor, care): Outcome<Cared> => {
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
        way: care.way,
        minutes: care.minutes,
        sheetId: care.sheetId,
        moduleId: care.moduleId,
      });
      const faultId =
        // at the bench no machine is held: the module may not go into one before it is replaced
        care.finding === 'damaged' && care.result !== 'replaced' && !care.moduleId
          ? openFoundDamage(shop, actor, station, task.criticality, care.at, entryId)
          : null;
      // on a sheet the rest may have been cleaned with it: its sign-off asks at the end
      if (!care.sheetId) callRound(shop, actor, care);
      return { entryId, faultId };
    }),
  );
});

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
const careChangeSchema = careSchema.omit({
  stationId: true,
  task: true,
  sheetId: true,
  moduleId: true,
  way: true,
  key: true,
  methodDecided: true,
});

/**
 * Corrects a care entry: the old one is struck through and, unless it is only struck, a new one takes
 * its place.
 * @param change `null` to strike it without a new one
 */
export const correctCare = useCase(
  correctionSchema(careChangeSchema),
  (shop, actor, { entryId, reason, change }): Outcome<{ entryId: string }> => {
    const old = entryById(shop.db, entryId);
    const row = careByEntry(shop.db, [entryId]).get(entryId);
    if (!old || !row) return refuse('That entry is not in the book.');
    if (strikesOf(shop.db, [entryId]).size > 0) {
      return refuse('That entry has been corrected already. Open the newer entry.');
    }
    if (change) {
      if (change.at > shop.now()) return refuse('The time lies in the future.', 'at');
      const station = stationById(shop.db, row.stationId)!;
      const task = taskReader(shop)(station, row.task);
      const wrong = resultProblem(change.result, change.note, task?.lookOnly ?? false);
      if (wrong) return wrong;
      // a correction says what was done: a disputed way is settled with it, a harmful one was a mistake
      const method = checkMethod(shop, station, change.method, true);
      if (!method.ok) return method;
    }
    const extra = { supersedes: entryId, reason };
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
        note: change.note,
        ...extra,
      });
      insertCare(shop.db, {
        ...row,
        entryId: written,
        at: change.at,
        result: change.result,
        finding: change.finding,
        method: change.method,
        minutes: change.minutes,
      });
      return written;
    });
    return ok({ entryId: id });
  },
);
