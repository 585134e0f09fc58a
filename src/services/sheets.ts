import { z } from 'zod';
import { findFamily } from '../catalogue/catalogue';
import { careResults, findings, type CareResult } from '../core/care/care';
import { rung } from '../core/care/depth';
import { handsOnMinutes } from '../core/sheet/hands-on';
import { inTheWay } from '../core/sheet/ending';
import {
  isBegun,
  noMarks,
  orientations,
  progressOf,
  type Marks,
  type Progress,
  type Tick,
  type TickWhat,
} from '../core/sheet/progress';
import { inTheWayWords } from '../core/sheet/rules';
import { arrange, wayOf, type RunSheet } from '../core/sheet/run';
import { ok } from '../core/units/result';
import { millisecondsPerMinute } from '../core/units/time';
import { insertDataEntry, standingEntries } from '../records/book';
import { write } from '../records/database';
import { newId } from '../records/ids';
import { listStations, machineById, stationById, type StationRow } from '../records/machines';
import {
  insertSheet,
  insertTick,
  openSheetOf,
  openSheets,
  sheetById,
  sheetTasks,
  sheetTicks,
  updateSheet,
  type KeptTick,
  type SheetRow,
  type SheetTaskRow,
} from '../records/sheets';
import { recordCare } from './care';
import { openFault } from './damage';
import { releaseHoldEntry } from './holds';
import { requireMachine } from './machines';
import { answeredQuestions, checkMethod, judgeFor, settleDispute, stationMethods } from './methods';
import { minutesFinder, timedTask } from './minutes';
import { followsEveryJob, planFinder, taskReader, tasksUnder } from './plans';
import { buildRun, placeId, type SheetPlace } from './run-sheet';
import { problem, stamp, type Actor, type Outcome, type Shop } from './shop';
import { drawForSheet, wanting, type TaskUse, type Wanting } from './stores';

/** A clean-down: its tasks, and how far it has come. */
export interface Sheet {
  row: Omit<SheetRow, 'run'>;
  tasks: SheetTaskRow[];
  /** of the tasks, how many have a result */
  marked: number;
  paused: Progress['paused'];
}

/** A task of a sheet before it has one. */
export interface PickedTask {
  stationId: string;
  task: string;
}

/**
 * The tasks of a sheet as they are worked: each once, and for a strip-clean of the whole machine every
 * other task of it (of several depths at one station the deepest).
 */
function spread(
  picked: readonly PickedTask[],
  stations: ReadonlyMap<string, StationRow>,
  plan: ReturnType<ReturnType<typeof planFinder>>,
): PickedTask[] {
  const whole = picked.some(({ stationId }) => stations.get(stationId)?.kind === 'whole');
  const every = [...stations.values()].flatMap((station) => {
    const tasks = tasksUnder(plan, station).filter(
      (task) => !followsEveryJob(task) && task.depth !== 'drain' && station.kind !== 'whole',
    );
    const deepest = Math.max(-1, ...tasks.map(({ depth }) => rung(depth) ?? -1));
    return tasks
      .filter(({ depth }) => (rung(depth) ?? deepest) === deepest)
      .map(({ key }): PickedTask => ({ stationId: station.id, task: key }));
  });
  const all = whole ? [...every, ...picked] : picked;
  return [...new Map(all.map((one) => [placeId(one.stationId, one.task), one])).values()];
}

/** Starts a clean-down: the machine goes on hold for operators until it is signed off or abandoned. */
export function startSheet(
  shop: Shop,
  actor: Actor,
  machineId: string,
  picked: readonly PickedTask[],
  campaignId: string | null = null,
): Outcome<Sheet> {
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  if (openSheetOf(shop.db, machineId)) {
    return problem(`${machine.value.nickname} is being cleaned already: resume that clean-down.`);
  }
  const tasks = checkPicked(shop, machineId, picked);
  if (!tasks.ok) return tasks;
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
      subjectId: holdId,
      data: { sheetId: id, tasks: tasks.value.length },
    });
    insertSheet(
      shop.db,
      {
        id,
        machineId,
        startedAt: common.at,
        startedBy: actor.name,
        holdId,
        closedAt: null,
        run: null,
        campaignId,
      },
      tasks.value,
    );
  });
  return ok(readSheet(shop, id)!);
}

/** The tasks to put on a sheet, when all of them are there. */
export function checkPicked(
  shop: Shop,
  machineId: string,
  picked: readonly PickedTask[],
): Outcome<PickedTask[]> {
  if (picked.length === 0) return problem('Pick at least one task.', 'tasks');
  const stations = new Map(listStations(shop.db, machineId).map((row) => [row.id, row]));
  const plan = planFinder(shop, shop.now(), machineId)(machineId);
  const tasks = spread(picked, stations, plan);
  for (const { stationId, task } of tasks) {
    const station = stations.get(stationId);
    if (!station || !tasksUnder(plan, station).some(({ key }) => key === task)) {
      return problem('One of the picked tasks is no longer there. Pick again.', 'tasks');
    }
  }
  return ok(tasks);
}

export function readSheet(shop: Shop, id: string): Sheet | null {
  const row = sheetById(shop.db, id);
  return row && withProgress(shop, row);
}

function withProgress(shop: Pick<Shop, 'db'>, row: Omit<SheetRow, 'run'>): Sheet {
  const { marks, paused } = progressOf(sheetTicks(shop.db, row.id));
  return {
    row,
    tasks: sheetTasks(shop.db, row.id),
    marked: [...marks.values()].filter(({ result }) => result !== null).length,
    paused,
  };
}

/** Every clean-down in work. */
export function sheetsInWork(shop: Pick<Shop, 'db'>): Sheet[] {
  return openSheets(shop.db).map((row) => withProgress(shop, row));
}

/** What is picked, as the written sheet needs it. Stations that were removed since are left out. */
export function placesOf(
  shop: Shop,
  machineId: string,
  tasks: readonly PickedTask[],
): SheetPlace[] {
  const machine = machineById(shop.db, machineId)!;
  const findTask = taskReader(shop);
  const learnedOf = minutesFinder(shop);
  const order = new Map(listStations(shop.db, machineId).map(({ id }, index) => [id, index]));
  return tasks
    .flatMap(({ stationId, task: key }): SheetPlace[] => {
      const station = stationById(shop.db, stationId);
      const task = station && findTask(station, key);
      if (!station || !task) return [];
      const learned = learnedOf({
        stationId,
        stationKind: station.kind,
        family: machine.family,
        task: key,
      });
      const whole = station.kind === 'whole' && tasks.length > 1;
      return [
        {
          stationId,
          stationKind: station.kind,
          station: station.name,
          // its parts stand on the sheet for themselves: what is left is a look round
          task: whole
            ? { ...task, minutes: { active: 1, passive: 0, finishing: 0 } }
            : timedTask(task, learned),
          methods: stationMethods(shop, stationId, task.group),
          harmful: (method) => judgeFor(shop, station, method).verdict === 'harmful',
          schools: new Set(
            answeredQuestions(shop, stationId)
              .filter(({ by }) => by !== null)
              .map(({ id, chosen }) => `${id}:${chosen}`),
          ),
          learned: whole ? null : (learned?.of ?? null),
        },
      ];
    })
    .sort((a, b) => (order.get(a.stationId) ?? 0) - (order.get(b.stationId) ?? 0));
}

/** The written sheet of tasks that are only thought of: for practising, for a look before starting. */
export function draftRun(
  shop: Shop,
  machineId: string,
  picked: readonly PickedTask[],
): Outcome<RunSheet> {
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return machine;
  const tasks = checkPicked(shop, machineId, picked);
  if (!tasks.ok) return tasks;
  return ok(buildRun(findFamily(machine.value.family)!, placesOf(shop, machineId, tasks.value)));
}

/** The written sheet of a clean-down: made when it is first opened, and the same from then on. */
export function runOf(shop: Shop, sheetId: string): RunSheet | null {
  const row = sheetById(shop.db, sheetId);
  if (!row) return null;
  if (row.run) return row.run;
  const run = makeRun(shop, row, true);
  write(shop.db, () => updateSheet(shop.db, sheetId, { run }));
  return run;
}

/** The written sheet as far as its end needs it: one that nobody opened has no order. */
export function runToEnd(shop: Shop, sheetId: string): RunSheet | null {
  const row = sheetById(shop.db, sheetId);
  return row && (row.run ?? makeRun(shop, row, false));
}

function makeRun(shop: Shop, row: SheetRow, ordered: boolean): RunSheet {
  const family = findFamily(machineById(shop.db, row.machineId)!.family)!;
  return buildRun(family, placesOf(shop, row.machineId, sheetTasks(shop.db, row.id)), ordered);
}

/** Everything pressed on a sheet, in the order in which it came in. */
export function ticksOf(shop: Shop, sheetId: string): KeptTick[] {
  return sheetTicks(shop.db, sheetId);
}

const words = (most: number) => z.string().trim().max(most, `At most ${most} characters.`);
const id = z.string().min(1).max(120);
const instant = z.number().int().positive();
const stretch = z.object({ task: id, part: z.enum(['active', 'finishing']) });
const count = z.number().int().min(0).max(99);

const marksSchema = z.object({
  finding: z.enum(findings).nullable(),
  result: z.enum(careResults).nullable(),
  method: words(120).nullable(),
  minutes: z.number().int().min(0).max(1440).nullable(),
  note: words(500).nullable(),
});

const whatSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('step'), step: id, done: z.boolean() }),
  z.object({ kind: z.literal('mark'), task: id, change: marksSchema.partial() }),
  z.object({ kind: z.literal('again'), task: id }),
  z.object({
    kind: z.literal('pause'),
    until: instant.nullable(),
    why: words(300).min(1, 'Say why it waits.'),
  }),
  z.object({ kind: z.literal('resume') }),
  z.object({
    kind: z.literal('part out'),
    part: z.object({
      id,
      name: words(80).min(1, 'Say what it is.'),
      screws: count,
      plugs: count,
      hoses: count,
      lugs: count,
      facing: words(200),
      marked: z.enum(orientations),
    }),
  }),
  z.object({ kind: z.literal('part in'), part: id }),
  z.object({
    kind: z.literal('left off'),
    item: z.object({
      id,
      what: words(200).min(1, 'Say what is left off.'),
      mended: z.boolean(),
      until: instant.nullable(),
    }),
  }),
  z.object({ kind: z.literal('put back'), item: id }),
  z.object({ kind: z.literal('check'), check: id, answer: z.enum(['yes', 'no']) }),
  z.object({ kind: z.literal('proof'), proof: id, passed: z.boolean(), words: words(300) }),
  z.object({ kind: z.literal('order'), sequence: z.array(stretch).max(400).nullable() }),
  z.object({ kind: z.literal('way'), task: id, way: id }),
  z.object({
    kind: z.literal('photo'),
    of: id,
    when: z.enum(['before', 'after', 'orientation']),
    photo: id,
  }),
]);

export const ticksSchema = z
  .array(
    z.object({
      id: z.string().min(8).max(120),
      at: instant,
      what: whatSchema,
      /** what is disputed about the method was read, and it is used all the same */
      decided: z.boolean().optional(),
    }),
  )
  .max(500, 'At most 500 at a time.');
export type TickInput = z.input<typeof ticksSchema>;

/** What could not be kept as it was pressed, and why. Everything else was. */
export interface TickProblem {
  tick: string;
  field: string | null;
  message: string;
}

/**
 * Keeps presses on a sheet, each once however often it is sent. They keep the time at which they were
 * made, but not one before the sheet or after now. Presses that come in after the sheet was closed are
 * kept with it and change nothing.
 */
export function addTicks(
  shop: Shop,
  actor: Actor,
  sheetId: string,
  input: unknown,
): Outcome<{ problems: TickProblem[] }> {
  const row = sheetById(shop.db, sheetId);
  if (!row) return problem('That clean-down is not there.');
  const parsed = ticksSchema.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return problem(`${issue.message} (${issue.path.join('.')})`, String(issue.path.at(-1) ?? ''));
  }
  const now = shop.now();
  const problems: TickProblem[] = [];
  const known = new Set(sheetTasks(shop.db, sheetId).map((t) => placeId(t.stationId, t.task)));
  write(shop.db, () => {
    for (const { id: tick, at, what, decided } of parsed.data) {
      const kept: Tick = {
        id: tick,
        at: Math.min(Math.max(at, row.startedAt), now),
        person: actor.name,
        what: checkedWhat(shop, actor, tick, what, decided ?? false, known, problems),
      };
      const fresh = insertTick(shop.db, sheetId, { ...kept, receivedAt: now });
      if (fresh && row.closedAt !== null) {
        problems.push({
          tick,
          field: 'closed',
          message:
            'This clean-down was closed before this came in. It is kept with it and changes nothing: correct the record where it should.',
        });
      }
    }
  });
  return ok({ problems });
}

/** What a press says, without what may not be recorded. */
function checkedWhat(
  shop: Shop,
  actor: Actor,
  tick: string,
  what: TickWhat,
  decided: boolean,
  known: ReadonlySet<string>,
  problems: TickProblem[],
): TickWhat {
  if (what.kind !== 'mark') return what;
  if (!known.has(what.task)) {
    problems.push({ tick, field: 'task', message: 'That task is not on this sheet.' });
    return what;
  }
  if (!what.change.method) return what;
  const station = stationById(shop.db, what.task.slice(0, what.task.indexOf('.')))!;
  const method = checkMethod(shop, station, what.change.method, decided);
  if (method.ok) {
    if (method.value) settleDispute(shop, actor, method.value.id);
    return what;
  }
  problems.push({ tick, ...method.error });
  const { method: _, ...change } = what.change;
  return { ...what, change };
}

/** Presses made here and now, as a page would send them. */
export function press(
  shop: Shop,
  actor: Actor,
  sheetId: string,
  whats: readonly TickWhat[],
): Outcome<{ problems: TickProblem[] }> {
  const at = shop.now();
  return addTicks(
    shop,
    actor,
    sheetId,
    whats.map((what) => ({ id: newId(), at, what })),
  );
}

function requireOpen(shop: Shop, sheetId: string): Outcome<SheetRow> {
  const row = sheetById(shop.db, sheetId);
  if (!row) return problem('That clean-down is not there.');
  if (row.closedAt !== null) return problem('That clean-down has been closed already.');
  return ok(row);
}

/** "Honeycomb: clean" */
function taskName(shop: Shop, { stationId, task }: PickedTask): string {
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
  ticks: readonly Tick[],
  progress: Progress,
) {
  const measured = handsOnMinutes(run, ticks);
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
export function signOffSheet(shop: Shop, actor: Actor, sheetId: string): Outcome<SignedOff> {
  const sheet = requireOpen(shop, sheetId);
  if (!sheet.ok) return sheet;
  const run = runToEnd(shop, sheetId)!;
  const ticks = sheetTicks(shop.db, sheetId);
  const progress = progressOf(ticks);
  const tasks = marksOf(sheetTasks(shop.db, sheetId), run, ticks, progress);
  const marked = tasks.filter(({ result }) => result !== null);
  if (marked.length === 0) {
    return problem('Nothing is marked yet. Mark what was done, or abandon the clean-down.');
  }
  const blocked = inTheWay(run, progress);
  if (blocked.length > 0) {
    const more = blocked.length > 1 ? ` And ${blocked.length - 1} more.` : '';
    return problem(`${inTheWayWords(run, blocked[0]!)}${more}`, blocked[0]!.why);
  }
  const gone = marked.find(({ stationId }) => stationById(shop.db, stationId)?.removedAt !== null);
  if (gone) return problem(`${taskName(shop, gone)}: that station is no longer there.`);
  const { machineId } = sheet.value;
  const opened = run.pieces
    .filter(({ kind, id: piece }) => kind === 'open' && isBegun(progress, piece))
    .map(({ title }) => title);
  const proofs = run.proofs.flatMap(({ id: proof, name }) => {
    const result = progress.proofs.get(proof);
    return result ? [{ name, passed: result.passed, words: result.words }] : [];
  });
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
          sheetId,
        });
        if (!cared.ok) {
          refused = problem(`${taskName(shop, task)}: ${cared.error.message}`, cared.error.field);
          throw new Refused();
        }
        outcome.recorded += 1;
        if (cared.value.faultId) outcome.faultIds.push(cared.value.faultId);
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
      for (const { what, until } of progress.leftOff.filter(({ backAt }) => backAt === null)) {
        insertDataEntry(shop.db, {
          kind: 'put back',
          machineId,
          ...stamp(shop, actor),
          data: { what, until: until!, sheetId },
        });
      }
      const used = marked.filter(({ result }) => uses.has(result!));
      drawForSheet(shop, actor, sheetId, machineId, usesOf(shop, used));
      insertDataEntry(shop.db, {
        kind: 'clean-down signed off',
        machineId,
        ...stamp(shop, actor),
        data: {
          sheetId,
          done: marked.length,
          left: outcome.left,
          opened,
          proofs,
          minutes: workMinutes(ticks, shop.now()),
        },
      });
      endSheet(shop, actor, sheet.value, 'cleaned and signed off');
    });
  } catch (error) {
    if (error instanceof Refused && refused) return refused;
    throw error;
  }
  return ok(outcome);
}

/** Ends of a task that use something up. */
const uses: ReadonlySet<CareResult> = new Set(['done', 'replaced', 'in-part']);

/** Tasks as the stores see them. */
function usesOf(
  shop: Shop,
  marked: readonly (PickedTask & { result?: Marks['result'] })[],
): TaskUse[] {
  const findTask = taskReader(shop);
  return marked.flatMap(({ stationId, task: key, result }) => {
    const station = stationById(shop.db, stationId);
    const task = station && findTask(station, key);
    return task ? [{ stationKind: station.kind, task, replaced: result === 'replaced' }] : [];
  });
}

/** Minutes from the first press to the end, without the pauses. `null` when nothing was pressed. */
function workMinutes(ticks: readonly Tick[], end: number): number | null {
  const sorted = [...ticks].sort((a, b) => a.at - b.at);
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

/** Gives a clean-down up: nothing is reset; what had been marked is kept in the book as words. */
export function abandonSheet(
  shop: Shop,
  actor: Actor,
  sheetId: string,
  reason: string,
): Outcome<null> {
  const sheet = requireOpen(shop, sheetId);
  if (!sheet.ok) return sheet;
  if (!reason.trim())
    return problem('Say why it is abandoned, and how the machine stands.', 'reason');
  const progress = progressOf(sheetTicks(shop.db, sheetId));
  const marks = sheetTasks(shop.db, sheetId).flatMap((task) => {
    const mark = progress.marks.get(placeId(task.stationId, task.task));
    if (!mark || (mark.result === null && mark.finding === null)) return [];
    return [
      [taskName(shop, task), mark.finding && `found ${mark.finding}`, mark.result, mark.note]
        .filter(Boolean)
        .join(', '),
    ];
  });
  const out = progress.tray
    .filter(({ inAt }) => inAt === null)
    .map(({ name }) => `${name} is out of the machine`);
  write(shop.db, () => {
    insertDataEntry(shop.db, {
      kind: 'clean-down abandoned',
      machineId: sheet.value.machineId,
      ...stamp(shop, actor),
      note: reason.trim(),
      data: { sheetId, marks: [...marks, ...out] },
    });
    endSheet(shop, actor, sheet.value, `clean-down abandoned: ${reason.trim()}`);
  });
  return ok(null);
}

function endSheet(shop: Shop, actor: Actor, sheet: SheetRow, how: string): void {
  updateSheet(shop.db, sheet.id, { closedAt: shop.now() });
  const hold = standingEntries(shop.db, ['hold'], { machineId: sheet.machineId }).find(
    ({ id: entry }) => entry === sheet.holdId,
  );
  if (hold) releaseHoldEntry(shop, actor, hold, { how: 'cleaning ended', words: how });
}

/** A sheet as a device that works it needs it. */
export interface SheetState {
  /** UTC milliseconds by our clock */
  now: number;
  /** how many ticks there are */
  count: number;
  /** those the asker does not have, in the order in which they came in */
  ticks: KeptTick[];
  /** who closed it and when; `null` while it is in work */
  closed: { at: number; by: string } | null;
}

/** What was pressed on a sheet, from the tick after the first `have` on. */
export function sheetState(shop: Shop, sheetId: string, have: number): Outcome<SheetState> {
  const row = sheetById(shop.db, sheetId);
  if (!row) return problem('That clean-down is not there.');
  const ticks = sheetTicks(shop.db, sheetId);
  return ok({
    now: shop.now(),
    count: ticks.length,
    ticks: ticks.slice(Math.max(0, have)),
    closed: row.closedAt === null ? null : { at: row.closedAt, by: closedBy(shop, row) },
  });
}

function closedBy(shop: Shop, row: SheetRow): string {
  const ends = standingEntries(shop.db, ['clean-down signed off', 'clean-down abandoned'], {
    machineId: row.machineId,
  });
  return ends.findLast(({ at }) => at === row.closedAt)?.person ?? ends.at(-1)?.person ?? '';
}

export function sheetRow(shop: Pick<Shop, 'db'>, sheetId: string): SheetRow | null {
  return sheetById(shop.db, sheetId);
}

/** What of the stores is short or low for what is still open on a sheet. */
export function sheetWanting(shop: Shop, { row, tasks }: Sheet): Wanting[] {
  const { marks } = progressOf(sheetTicks(shop.db, row.id));
  const open = tasks.filter((task) => !marks.get(placeId(task.stationId, task.task))?.result);
  return wantingFor(shop, open);
}

/** What of the stores is short or low for these tasks. */
export function wantingFor(shop: Shop, tasks: readonly PickedTask[]): Wanting[] {
  return wanting(shop, usesOf(shop, tasks));
}

/** A sheet as it is printed: in the order in force, with what was chosen so far. */
export function paperOf(shop: Shop, sheetId: string) {
  const run = runOf(shop, sheetId);
  if (!run) return null;
  const progress = progressOf(sheetTicks(shop.db, sheetId));
  return { run, progress, arranged: arrange(run, progress.ways, progress.sequence) };
}

/** The hold of a sheet, with which its pictures are kept; `null` when there is no such sheet. */
export function sheetHold(shop: Pick<Shop, 'db'>, sheetId: string): string | null {
  return sheetById(shop.db, sheetId)?.holdId ?? null;
}
