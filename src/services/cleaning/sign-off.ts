import type { CareResult } from '../../core/care/care';
import { inTheWay } from '../../core/cleaning/ending';
import { handsOnMinutes } from '../../core/cleaning/hands-on';
import {
  isBegun,
  noMarks,
  progressOf,
  type Marks,
  type SheetBurn,
  type Progress,
  type SheetEvent,
} from '../../core/cleaning/progress';
import { inTheWayWords } from '../../core/cleaning/rules';
import { dryingsTaken, soaksTaken } from '../../core/cleaning/waits';
import { dryingPlace, wayOf, type RunSheet, type Way } from '../../core/cleaning/run';
import { ok } from '../../core/units/result';
import { millisecondsPerMinute } from '../../core/units/time';
import { standingEntries } from '../../records/audit-log';
import { machineById, stationById } from '../../records/machines';
import {
  sheetById,
  sheetTasks,
  sheetEvents,
  updateSheet,
  type SheetRow,
  type SheetTaskRow,
} from '../../records/cleaning';
import { callRound } from '../care/call-or-defer';
import { recordCare } from '../care/care';
import { openFault } from '../faults/open-fault';
import { recordBurn } from '../readings/strength/burns';
import { recipes } from '../readings/strength/recipes';
import { releaseHoldEntry } from '../machines/holds';
import { taskReader } from '../care/care-plans';
import { runToEnd, type PickedTask, type Sheet } from './sheets';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { allOrRefused, id, useCase } from '../use-case';
import { drawForSheet, wanting, type TaskUse, type Wanting } from '../inventory/inventory';
import { soakOf } from './minutes';
import { openPutBacks } from './put-backs';
import { placeId } from './run-parts';
import { workFinder } from './work';

/** A clean-down that is in work. */
export function requireOpen(shop: Shop, sheetId: string): Outcome<SheetRow> {
  const row = sheetById(shop.db, sheetId);
  if (!row) return refuse('That clean-down is not there.');
  if (row.closedAt !== null) return refuse('That clean-down has been closed already.');
  return ok(row);
}

/** "Honeycomb: clean" */
export function taskName(shop: Shop, { stationId, task }: PickedTask): string {
  return `${stationById(shop.db, stationId)?.name ?? 'removed station'}: ${task}`;
}

/** How a sign-off ended. */
export interface SignedOff {
  recorded: number;
  left: string[];
  faultIds: string[];
}

/** The marks of each task of a sheet, with the hands-on minutes measured where none were typed. */
function marksOf(
  tasks: readonly SheetTaskRow[],
  run: RunSheet,
  events: readonly SheetEvent[],
  progress: Progress,
) {
  const measured = handsOnMinutes(run, events);
  return tasks.map((row) => {
    const key = placeId(row.stationId, row.task);
    const marks: Marks & { markedAt: number | null } = progress.marks.get(key) ?? {
      ...noMarks,
      markedAt: null,
    };
    const task = run.tasks.find(({ id: known }) => known === key);
    const way = task && task.ways.length > 1 ? wayOf(task, progress.ways).name : null;
    const minutes = marks.result === 'done' ? (measured.get(key) ?? null) : null;
    return {
      ...row,
      key,
      ...marks,
      minutes: marks.minutes ?? minutes,
      method: marks.method ?? (marks.result === 'done' ? way : null),
    };
  });
}

/**
 * Signs a clean-down off: what was marked goes into the book and resets exactly that; what was not
 * stays as due as it was. Consumables are drawn from the stores. The hold for cleaning ends; a test
 * that failed opens a fault, which holds the machine instead.
 */
// eslint-disable-next-line max-lines-per-function -- one transaction, told in the order in which it is written
export const signOffSheet = useCase(id, (shop, actor, sheetId): Outcome<SignedOff> => {
  const sheet = requireOpen(shop, sheetId);
  if (!sheet.ok) return sheet;
  const run = runToEnd(shop, sheetId)!;
  const events = sheetEvents(shop.db, sheetId);
  const progress = progressOf(events);
  const tasks = marksOf(sheetTasks(shop.db, sheetId), run, events, progress);
  const marked = tasks.filter(({ result }) => result !== null);
  if (marked.length === 0) {
    return refuse('Nothing is marked yet. Mark what was done, or abandon the clean-down.');
  }
  const blocked = inTheWay(run, progress);
  if (blocked.length > 0) {
    const more = blocked.length > 1 ? ` And ${blocked.length - 1} more.` : '';
    return refuse(`${inTheWayWords(run, blocked[0]!)}${more}`, blocked[0]!.why);
  }
  const gone = marked.find(({ stationId }) => stationById(shop.db, stationId)?.removedAt !== null);
  if (gone) return refuse(`${taskName(shop, gone)}: that station is no longer there.`);
  const { machineId } = sheet.value;
  const opened = run.pieces
    .filter(({ kind, id: piece }) => kind === 'open' && isBegun(progress, piece))
    .map(({ title }) => title);
  const proofs = run.proofs.flatMap(({ id: proof, name }) => {
    const result = progress.proofs.get(proof);
    if (!result) return [];
    const { passed, words, dots } = result;
    return [{ name, passed, words, ...(dots && { dots }) }];
  });
  return allOrRefused(shop, (take) => {
    const outcome = { recorded: 0, left: [] as string[], faultIds: [] as string[] };
    for (const task of marked) {
      const cared = recordCare(shop, actor, {
        stationId: task.stationId,
        task: task.task,
        at: task.markedAt ?? shop.now(),
        result: task.result!,
        finding: task.finding,
        method: task.method,
        way: wayDone(run, progress, task)?.id ?? null,
        minutes: task.minutes,
        note: task.note,
        sheetId,
        moduleId: sheet.value.moduleId,
      });
      const named = cared.ok
        ? cared
        : refuse(`${taskName(shop, task)}: ${cared.error.message}`, cared.error.field);
      outcome.recorded += 1;
      const { faultId } = take(named);
      if (faultId) outcome.faultIds.push(faultId);
    }
    for (const { stationId, finding, markedAt } of marked) {
      callRound(shop, actor, { stationId, finding, at: markedAt ?? shop.now() });
    }
    outcome.left = tasks.filter(({ result }) => result === null).map((t) => taskName(shop, t));
    const failed = proofs.filter(({ passed }) => !passed);
    if (failed.length > 0) {
      const what = failed.map((one) => [one.name, one.words].filter(Boolean).join(': '));
      outcome.faultIds.unshift(
        openFault(shop, actor, {
          machineId,
          at: shop.now(),
          signs: ['other'],
          danger: 'pause',
          note: `Failed after a clean-down: ${what.join('; ')}. Just opened: ${opened.join(', ') || 'nothing'}.`,
          opened,
        }),
      );
    }
    keepPutBacks(shop, actor, { sheetId, machineId, run, progress });
    for (const [when, burn] of progress.burns) {
      take(burnOf(shop, actor, { sheetId, machineId, when, burn }));
    }
    const used = marked.filter(({ result }) => uses.has(result!));
    const laidOut = (task: PickedTask) => wayDone(run, progress, task)?.tools;
    drawForSheet(shop, actor, sheetId, machineId, usesOf(shop, used, progress.instead, laidOut));
    writeEntry(shop, actor, {
      kind: 'clean-down signed off',
      machineId,
      data: {
        sheetId,
        done: marked.length,
        left: outcome.left,
        opened,
        proofs,
        minutes: workMinutes(events, shop.now()),
        instead: [...progress.instead].map(([tool, other]) => ({ tool, used: other })),
        dried: dryingsTaken(run, progress, shop.now()),
        soaked: soaksTaken(run, progress).map(({ task, ...soak }) => ({
          ...soak,
          what: soakedWhat(shop, run, task),
        })),
      },
    });
    endSheet(shop, actor, sheet.value, 'cleaned and signed off');
    return outcome;
  });
});

/** The way in which a task of a sheet was done; `null` where the sheet did not have it from the first. */
function wayDone(
  run: RunSheet,
  progress: Progress,
  { stationId, task }: { stationId: string; task: string },
): Way | null {
  const of = run.tasks.find(({ id }) => id === placeId(stationId, task));
  return of ? wayOf(of, progress.ways) : null;
}

function soakedWhat(shop: Shop, run: RunSheet, id: string): string {
  const { stationId, task } = run.tasks.find((one) => one.id === id)!;
  return soakOf(stationById(shop.db, stationId)!.kind, task);
}

/** What is not back yet goes on the put-back list: left off, or still drying while the machine runs on something else. */
function keepPutBacks(
  shop: Shop,
  actor: Actor,
  {
    sheetId,
    machineId,
    run,
    progress,
  }: { sheetId: string; machineId: string; run: RunSheet; progress: Progress },
): void {
  for (const { what, until } of progress.leftOff.filter(({ backAt }) => backAt === null)) {
    writeEntry(shop, actor, {
      kind: 'put back',
      machineId,
      data: { what, until: until!, sheetId },
    });
  }
  for (const task of run.tasks) {
    const mark = progress.marks.get(task.id);
    const place = dryingPlace(task, progress.ways);
    const rinsed = mark?.result === 'done' || mark?.result === 'in-part';
    if (!task.standIn || !place || !rinsed) continue;
    // what is rinsed again was back in between
    for (const { id } of openPutBacks(shop, machineId).filter(({ what }) =>
      what.startsWith(`${task.station} dries (`),
    )) {
      writeEntry(shop, actor, {
        kind: 'put back done',
        machineId,
        subjectId: id,
        data: { how: 'it was back: rinsed again' },
      });
    }
    writeEntry(shop, actor, {
      kind: 'put back',
      machineId,
      data: {
        what: `${task.station} dries (${place.name}); the machine runs on ${task.standIn}`,
        until: (mark!.markedAt ?? shop.now()) + place.minutes * millisecondsPerMinute,
        sheetId,
      },
    });
  }
}

/** Keeps a test burn of a sheet as a reading of the machine. A recipe that was dropped meanwhile keeps nothing. */
function burnOf(
  shop: Shop,
  actor: Actor,
  {
    sheetId,
    machineId,
    when,
    burn,
  }: { sheetId: string; machineId: string; when: string; burn: SheetBurn & { at: number } },
): Outcome<unknown> {
  const recipe = recipes(shop, machineId).find(({ id: known }) => known === burn.recipeId);
  const cuts = [
    ...(burn.through === null ? [] : [{ speed: burn.through, through: true }]),
    ...(burn.failed === null ? [] : [{ speed: burn.failed, through: false }]),
  ];
  if (!recipe || cuts.length === 0) return ok(null);
  return recordBurn(shop, actor, {
    machineId,
    recipeId: burn.recipeId,
    cuts,
    thickness: recipe.thickness,
    baseline: false,
    note: `${when} cleaning`,
    at: burn.at,
    key: `sheet-${sheetId}-${when}`,
  });
}

/** Ends of a task that use something up. */
const uses: ReadonlySet<CareResult> = new Set(['done', 'replaced', 'in-part']);

/** Tasks as the stores see them. */
function usesOf(
  shop: Shop,
  marked: readonly (PickedTask & { result?: Marks['result'] })[],
  instead: ReadonlyMap<string, string> = new Map(),
  laidOut: (task: PickedTask) => readonly string[] | undefined = () => undefined,
): TaskUse[] {
  const findTask = taskReader(shop);
  const workOf = workFinder(shop);
  return marked.flatMap((one) => {
    const { stationId, task: key, result } = one;
    const station = stationById(shop.db, stationId);
    const listed = station && findTask(station, key);
    const machine = station && machineById(shop.db, station.machineId);
    if (!listed || !machine) return [];
    // what is used up is what lay ready, else what the method in force uses
    const { task } = workOf(machine, station, listed);
    const tools = (laidOut(one) ?? task.tools).map((tool) => instead.get(tool) ?? tool);
    return [
      { stationKind: station.kind, task: { ...task, tools }, replaced: result === 'replaced' },
    ];
  });
}

/** Minutes from the first press to the end, without the pauses. `null` when nothing was pressed. */
function workMinutes(events: readonly SheetEvent[], end: number): number | null {
  const sorted = [...events].sort((a, b) => a.at - b.at);
  if (sorted.length === 0) return null;
  let paused = 0;
  let since: number | null = null;
  for (const { at, what } of sorted) {
    if (what.kind === 'pause') since ??= at;
    else if (what.kind === 'resume' && since !== null) {
      paused += at - since;
      since = null;
    }
  }
  if (since !== null) paused += end - since;
  return Math.round(Math.max(0, end - sorted[0]!.at - paused) / millisecondsPerMinute);
}

/** Closes a sheet and releases what was held for it. The caller holds the transaction. */
export function endSheet(shop: Shop, actor: Actor, sheet: SheetRow, how: string): void {
  updateSheet(shop.db, sheet.id, { closedAt: shop.now() });
  const hold = standingEntries(shop.db, ['hold'], { machineId: sheet.machineId }).find(
    ({ id: entry }) => entry === sheet.holdId,
  );
  if (hold) releaseHoldEntry(shop, actor, hold, { how: 'cleaning ended', words: how });
}

/** What of the stores is short or low for what is still open on a sheet. */
export function sheetWanting(shop: Shop, { row, tasks }: Sheet): Wanting[] {
  const { marks } = progressOf(sheetEvents(shop.db, row.id));
  const open = tasks.filter((task) => !marks.get(placeId(task.stationId, task.task))?.result);
  return wantingFor(shop, open);
}

/** What of the stores is short or low for these tasks. */
export function wantingFor(shop: Shop, tasks: readonly PickedTask[]): Wanting[] {
  return wanting(shop, usesOf(shop, tasks));
}
