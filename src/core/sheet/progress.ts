import type { CareResult, Finding } from '../care/care';
import { sequentialMinutes, timeInOrder, type Stretch } from './order';
import { linesOf, sheetTasks, wayOf, type PartWanted, type RunSheet } from './run';

/** What is marked for one task. */
export interface Marks {
  finding: Finding | null;
  result: CareResult | null;
  method: string | null;
  minutes: number | null;
  note: string | null;
}

export const noMarks: Marks = {
  finding: null,
  result: null,
  method: null,
  minutes: null,
  note: null,
};

/** Which way round a part is remembered. */
export const orientations = ['photo', 'pen marks', 'drawing', 'words'] as const;
export type Orientation = (typeof orientations)[number];

/** A part that left the machine. */
export interface PartOut extends Omit<PartWanted, 'lens'> {
  marked: Orientation;
}

/** Something left off for a test, or mended for now. */
export interface LeftOff {
  id: string;
  what: string;
  /** mended for now: may stay so until a date; else it goes back before the machine returns */
  mended: boolean;
  /** UTC milliseconds */
  until: number | null;
}

/** What a tick says. */
export type TickWhat =
  | { kind: 'step'; step: string; done: boolean }
  | { kind: 'mark'; task: string; change: Partial<Marks> }
  | { kind: 'again'; task: string }
  | { kind: 'pause'; until: number | null; why: string }
  | { kind: 'resume' }
  | { kind: 'part out'; part: PartOut }
  | { kind: 'part in'; part: string }
  | { kind: 'left off'; item: LeftOff }
  | { kind: 'put back'; item: string }
  | { kind: 'check'; check: string; answer: 'yes' | 'no' }
  | { kind: 'proof'; proof: string; passed: boolean; words: string }
  | { kind: 'order'; sequence: Stretch[] | null }
  | { kind: 'way'; task: string; way: string }
  | { kind: 'photo'; of: string; when: 'before' | 'after' | 'orientation'; photo: string };

/** One press on a sheet, by one person at one time. Never changed, never taken away. */
export interface Tick {
  /** unique; made where the press was, so that a tick sent twice is one */
  id: string;
  /** UTC milliseconds */
  at: number;
  person: string;
  what: TickWhat;
}

interface Pressed {
  at: number;
  person: string;
}

/** How far a sheet has come. */
export interface Progress {
  /** written steps that are done, by id */
  steps: ReadonlyMap<string, Pressed>;
  marks: ReadonlyMap<string, Marks & { markedAt: number | null }>;
  /** how often a task was begun again because it was not clean yet, and when last */
  again: ReadonlyMap<string, { times: number; at: number }>;
  tray: readonly (PartOut & { outAt: number; inAt: number | null })[];
  leftOff: readonly (LeftOff & { at: number; backAt: number | null })[];
  checks: ReadonlyMap<string, Pressed & { answer: 'yes' | 'no' }>;
  proofs: ReadonlyMap<string, Pressed & { passed: boolean; words: string }>;
  ways: ReadonlyMap<string, string>;
  /** made by hand; `null` for the order found */
  sequence: readonly Stretch[] | null;
  paused: { since: number; until: number | null; why: string; person: string } | null;
  photos: readonly { of: string; when: 'before' | 'after' | 'orientation'; photo: string }[];
}

/**
 * Folds the ticks of a sheet into how far it has come. Ticks may come in any order and more than once:
 * they count in the order in which they were made, each once. Of two that say different things of the
 * same, the later stands.
 */
export function progressOf(ticks: Iterable<Tick>): Progress {
  const distinct = new Map<string, Tick>();
  for (const tick of ticks) if (!distinct.has(tick.id)) distinct.set(tick.id, tick);
  const steps = new Map<string, Pressed>();
  const marks = new Map<string, Marks & { markedAt: number | null }>();
  const again = new Map<string, { times: number; at: number }>();
  const tray = new Map<string, PartOut & { outAt: number; inAt: number | null }>();
  const leftOff = new Map<string, LeftOff & { at: number; backAt: number | null }>();
  const checks = new Map<string, Pressed & { answer: 'yes' | 'no' }>();
  const proofs = new Map<string, Pressed & { passed: boolean; words: string }>();
  const ways = new Map<string, string>();
  const photos = new Map<string, Progress['photos'][number]>();
  let sequence: readonly Stretch[] | null = null;
  let paused: Progress['paused'] = null;
  for (const { at, person, what } of [...distinct.values()].sort(inOrder)) {
    switch (what.kind) {
      case 'step':
        if (!what.done) steps.delete(what.step);
        else if (!steps.has(what.step)) steps.set(what.step, { at, person });
        break;
      case 'mark': {
        const before = marks.get(what.task) ?? { ...noMarks, markedAt: null };
        const after = { ...before, ...what.change };
        const marked =
          after.result === null ? null : after.result === before.result ? before.markedAt : at;
        marks.set(what.task, { ...after, markedAt: marked });
        break;
      }
      case 'again': {
        again.set(what.task, { times: (again.get(what.task)?.times ?? 0) + 1, at });
        for (const step of [...steps.keys()]) {
          if (step.startsWith(`${what.task}#`)) steps.delete(step);
        }
        const before = marks.get(what.task);
        if (before) marks.set(what.task, { ...before, result: null, markedAt: null });
        break;
      }
      case 'pause':
        paused = { since: at, until: what.until, why: what.why, person };
        break;
      case 'resume':
        paused = null;
        break;
      case 'part out':
        tray.set(what.part.id, { ...what.part, outAt: at, inAt: null });
        break;
      case 'part in': {
        const part = tray.get(what.part);
        if (part) tray.set(what.part, { ...part, inAt: at });
        break;
      }
      case 'left off':
        leftOff.set(what.item.id, { ...what.item, at, backAt: null });
        break;
      case 'put back': {
        const item = leftOff.get(what.item);
        if (item) leftOff.set(what.item, { ...item, backAt: at });
        break;
      }
      case 'check':
        checks.set(what.check, { at, person, answer: what.answer });
        break;
      case 'proof':
        proofs.set(what.proof, { at, person, passed: what.passed, words: what.words });
        break;
      case 'order':
        sequence = what.sequence;
        break;
      case 'way':
        ways.set(what.task, what.way);
        break;
      case 'photo': {
        const { of, when, photo } = what;
        photos.set(photo, { of, when, photo });
        break;
      }
      default:
        what satisfies never;
    }
  }
  return {
    steps,
    marks,
    again,
    tray: [...tray.values()],
    leftOff: [...leftOff.values()],
    checks,
    proofs,
    ways,
    sequence,
    paused,
    photos: [...photos.values()],
  };
}

/** By when they were made; ids made in the same millisecond sort by their own order. */
function inOrder(a: Tick, b: Tick): number {
  return a.at - b.at || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}

/** A wait that runs, or is over and not yet taken up. */
export interface RunningWait {
  /** the task or piece that waits */
  of: string;
  from: number;
  /** UTC milliseconds */
  until: number;
}

/**
 * Whether a stretch is done: all its written steps and, where the task ends with it, its result. Checks and
 * tests are done when no task is open and each that is needed has its answer.
 */
export function stretchDone(sheet: RunSheet, progress: Progress, stretch: Stretch): boolean {
  const task = sheet.tasks.find(({ id }) => id === stretch.task);
  const partsIn = (of: string) =>
    progress.tray.every(({ id, inAt }) => inAt !== null || !id.startsWith(`${of}.`));
  if (task) {
    if (progress.marks.get(task.id)?.result) {
      return stretch.part === 'active' || partsIn(task.id);
    }
    const ends = stretch.part === 'finishing' || wayOf(task, progress.ways).minutes.finishing === 0;
    return (
      !ends && linesOf(sheet, stretch, progress.ways).every(({ id }) => progress.steps.has(id))
    );
  }
  const piece = sheet.pieces.find(({ id }) => id === stretch.task);
  const ended = sheet.tasks.every(({ id }) => progress.marks.get(id)?.result);
  if (piece?.kind === 'checks') {
    return (
      ended &&
      needed(sheet.checks, progress).every(({ id }) => progress.checks.get(id)?.answer === 'yes') &&
      glassToLookAt(sheet, progress).length === 0
    );
  }
  if (piece?.kind === 'proof') {
    return ended && needed(sheet.proofs, progress).every(({ id }) => progress.proofs.has(id));
  }
  // what was never opened because nothing inside is left to do needs no closing, nor opening
  if (piece?.kind === 'open' || piece?.kind === 'close') {
    const opening = piece.id.replace('close:', 'open:');
    if (!isBegun(progress, opening) && nothingInside(sheet, progress, opening)) return true;
    if (piece.kind === 'close' && !partsIn(opening.replace('open:', ''))) return false;
  }
  return linesOf(sheet, stretch, progress.ways).every(({ id }) => progress.steps.has(id));
}

/** Whether an opening leads to nothing that is still to do, not even to another opening. */
function nothingInside(sheet: RunSheet, progress: Progress, opening: string): boolean {
  const inside = sheet.tasks.filter(({ after }) => after.some(({ id }) => id === opening));
  const under = sheet.pieces.filter(
    ({ kind, after }) =>
      kind === 'open' && after.some(({ id, rule }) => id === opening && rule === 'opening'),
  );
  return (
    inside.every(({ id }) => progress.marks.get(id)?.result) &&
    under.every(({ id }) => stretchDone(sheet, progress, { task: id, part: 'active' }))
  );
}

/** What a stretch waits for: a wait that runs, or something that must come before it. `null`: nothing. */
export type WaitsFor =
  { for: 'wait'; of: string; until: number } | { for: 'rule'; before: string; rule: string } | null;

/** Whether a stretch can be worked now. `now` in UTC milliseconds. */
export function waitsFor(
  sheet: RunSheet,
  progress: Progress,
  stretch: Stretch,
  now: number,
): WaitsFor {
  const waits = runningWaits(sheet, progress);
  const running = (of: string) => waits.find((wait) => wait.of === of && wait.until > now);
  if (stretch.part === 'finishing') {
    const own = running(stretch.task);
    if (own) return { for: 'wait', of: own.of, until: own.until };
    const begun = stretchDone(sheet, progress, { task: stretch.task, part: 'active' });
    return begun ? null : { for: 'rule', before: stretch.task, rule: 'begun' };
  }
  const [one] = sheetTasks(
    {
      tasks: sheet.tasks.filter(({ id }) => id === stretch.task),
      pieces: sheet.pieces.filter(({ id }) => id === stretch.task),
    },
    progress.ways,
  );
  for (const { id, until, rule } of one?.after ?? []) {
    const parts: Stretch[] = [{ task: id, part: 'active' }];
    const other = sheet.tasks.find((task) => task.id === id);
    if (until === 'over' && other && wayOf(other, progress.ways).minutes.finishing > 0) {
      parts.push({ task: id, part: 'finishing' });
    }
    const steps = linesOf(sheet, { task: id, part: 'active' }, progress.ways);
    const begun =
      until === 'begun' && other
        ? Boolean(progress.marks.get(id)?.result) ||
          steps.every((line) => progress.steps.has(line.id))
        : parts.every((part) => stretchDone(sheet, progress, part));
    if (!begun) return { for: 'rule', before: id, rule };
    const wait = until === 'over' ? running(id) : undefined;
    if (wait) return { for: 'wait', of: id, until: wait.until };
  }
  return null;
}

/**
 * What is left of a sheet on the clock, from now on: what is done takes no time, what waits waits out the
 * rest.
 * @returns minutes until everything is done
 */
export function minutesLeft(
  sheet: RunSheet,
  progress: Progress,
  sequence: readonly Stretch[],
  now: number,
): number {
  const waits = new Map(runningWaits(sheet, progress).map(({ of, until }) => [of, until]));
  const tasks = sheetTasks(sheet, progress.ways).map((task) => {
    const begun = stretchDone(sheet, progress, { task: task.id, part: 'active' });
    const over =
      begun &&
      (task.finishing === 0 || stretchDone(sheet, progress, { task: task.id, part: 'finishing' }));
    const until = waits.get(task.id);
    const rest = until === undefined ? 0 : Math.max(0, (until - now) / millisecondsPerMinute);
    return {
      ...task,
      active: begun ? 0 : task.active,
      passive: begun ? rest : task.passive,
      finishing: over ? 0 : task.finishing,
    };
  });
  // what is done stands first, so that it holds nothing up
  const done = (stretch: Stretch) => stretchDone(sheet, progress, stretch);
  const ordered = [...sequence.filter(done), ...sequence.filter((stretch) => !done(stretch))];
  const { timed } = timeInOrder(tasks, ordered);
  return timed?.finish ?? sequentialMinutes(tasks);
}

/** When the last step of a stretch was done; `null` while one is open. */
function doneAt(sheet: RunSheet, progress: Progress, stretch: Stretch): number | null {
  let last: number | null = null;
  for (const { id } of linesOf(sheet, stretch, progress.ways)) {
    const step = progress.steps.get(id);
    if (!step) return null;
    last = Math.max(last ?? 0, step.at);
  }
  return last;
}

const millisecondsPerMinute = 60_000;

/** The waits of a sheet that were begun and whose task is not ended, in the order in which they end. */
export function runningWaits(sheet: RunSheet, progress: Progress): RunningWait[] {
  const waits: RunningWait[] = [];
  const add = (of: string, passive: number, from: number | null) => {
    if (passive > 0 && from !== null) {
      waits.push({ of, from, until: from + passive * millisecondsPerMinute });
    }
  };
  for (const piece of sheet.pieces) {
    add(
      piece.id,
      piece.minutes.passive,
      doneAt(sheet, progress, { task: piece.id, part: 'active' }),
    );
  }
  for (const task of sheet.tasks) {
    const { passive, finishing } = wayOf(task, progress.ways).minutes;
    const marked = progress.marks.get(task.id);
    // what dries to the end goes on drying when its result is known
    if (marked?.result && (finishing > 0 || marked.result !== 'done')) continue;
    const ends = linesOf(sheet, { task: task.id, part: 'finishing' }, progress.ways);
    if (ends.some(({ id }) => progress.steps.has(id))) continue;
    const begun = doneAt(sheet, progress, { task: task.id, part: 'active' });
    add(task.id, passive, begun ?? marked?.markedAt ?? null);
  }
  return waits.sort((a, b) => a.until - b.until);
}

/** A pause longer than this between two presses is no work. */
const longestGapMinutes = 20;

/**
 * Minutes that hands were on each task, from the presses: between one and the next of the same person,
 * the wait left out, and no more than twenty minutes at a time.
 * @returns by task id, whole minutes, at least 1; tasks of which too little was pressed are left out
 */
export function handsOnMinutes(sheet: RunSheet, ticks: Iterable<Tick>): Map<string, number> {
  const taskOf = new Map<string, { id: string; finishing: boolean }>();
  for (const task of sheet.tasks) {
    for (const way of task.ways) {
      for (const { id } of way.active) taskOf.set(id, { id: task.id, finishing: false });
      for (const { id } of way.finishing) taskOf.set(id, { id: task.id, finishing: true });
    }
  }
  const progress = progressOf(ticks);
  const waitEnds = new Map(
    sheet.tasks.map((task) => {
      const begun = doneAt(sheet, progress, { task: task.id, part: 'active' });
      const { passive } = wayOf(task, progress.ways).minutes;
      return [task.id, begun === null ? 0 : begun + passive * millisecondsPerMinute];
    }),
  );
  const sorted = [...new Map([...ticks].map((tick) => [tick.id, tick])).values()].sort(inOrder);
  const last = new Map<string, number>();
  const spent = new Map<string, number>();
  for (const { at, person, what } of sorted) {
    const before = last.get(person);
    last.set(person, at);
    const task =
      what.kind === 'step'
        ? taskOf.get(what.step)
        : what.kind === 'mark'
          ? { id: what.task, finishing: false }
          : undefined;
    if (!task || before === undefined) continue;
    const from = task.finishing ? Math.max(before, Math.min(at, waitEnds.get(task.id)!)) : before;
    const gap = Math.min(at - from, longestGapMinutes * millisecondsPerMinute);
    spent.set(task.id, (spent.get(task.id) ?? 0) + Math.max(0, gap));
  }
  return new Map(
    [...spent]
      .filter(([, milliseconds]) => milliseconds >= millisecondsPerMinute / 2)
      .map(([id, milliseconds]) => [
        id,
        Math.max(1, Math.round(milliseconds / millisecondsPerMinute)),
      ]),
  );
}

/** Glass that was cleaned before dust was raised, and not looked at since: it must be looked at again. */
export function glassToLookAt(sheet: RunSheet, progress: Progress): string[] {
  const lastPress = (id: string): number => {
    let last = progress.marks.get(id)?.markedAt ?? 0;
    for (const [step, { at }] of progress.steps) {
      if (step.startsWith(`${id}#`)) last = Math.max(last, at);
    }
    return last;
  };
  const dust = Math.max(
    0,
    ...sheet.tasks.filter(({ dusty }) => dusty).map(({ id }) => lastPress(id)),
  );
  return sheet.tasks
    .filter(({ glass, id }) => {
      const marked = progress.marks.get(id);
      if (!glass || marked?.result !== 'done' || marked.markedAt! >= dust) return false;
      const looked = progress.checks.get(lookAgain(id));
      return looked?.answer !== 'yes' || looked.at < dust;
    })
    .map(({ id }) => id);
}

/** The check that a glass was looked at again. */
export const lookAgain = (task: string) => `look-again:${task}`;

/** Whether anything of a piece or task was pressed. */
export function isBegun(progress: Progress, id: string): boolean {
  if (progress.marks.get(id)?.result) return true;
  for (const step of progress.steps.keys()) if (step.startsWith(`${id}#`)) return true;
  return false;
}

/** The checks and tests that what was begun makes needed. */
export function needed<T extends { because: readonly string[] }>(
  some: readonly T[],
  progress: Progress,
): T[] {
  // what was only looked at and found fine changed nothing
  const changed = (id: string) =>
    progress.marks.get(id)?.result !== 'looked-fine' && isBegun(progress, id);
  return some.filter(({ because }) => because.some(changed));
}

/** Whether the machine is safe: every step of isolating it is ticked. */
export function isIsolated(sheet: RunSheet, progress: Progress): boolean {
  return sheet.pieces
    .filter(({ kind }) => kind === 'isolate')
    .every(({ lines }) => lines.every(({ id }) => progress.steps.has(id)));
}

/** Why a sheet cannot be signed off yet. */
export type InTheWay =
  | { why: 'isolation' }
  | { why: 'part out'; part: string; name: string }
  | { why: 'left off'; item: string; what: string }
  | { why: 'mended'; item: string; what: string }
  | { why: 'check'; check: string }
  | { why: 'look again'; task: string }
  | { why: 'proof'; proof: string };

/**
 * What still stands between a sheet and its sign-off: parts on the tray, guards left off, mends without
 * a date, checks without a yes, glass that dust came upon, tests without a result.
 */
export function inTheWay(sheet: RunSheet, progress: Progress): InTheWay[] {
  const off = progress.leftOff.filter(({ backAt }) => backAt === null);
  return [
    ...(isIsolated(sheet, progress) ? [] : [{ why: 'isolation' as const }]),
    ...progress.tray
      .filter(({ inAt }) => inAt === null)
      .map(({ id, name }): InTheWay => ({ why: 'part out', part: id, name })),
    ...off
      .filter(({ mended }) => !mended)
      .map(({ id, what }): InTheWay => ({ why: 'left off', item: id, what })),
    ...off
      .filter(({ mended, until }) => mended && until === null)
      .map(({ id, what }): InTheWay => ({ why: 'mended', item: id, what })),
    ...needed(sheet.checks, progress)
      .filter(({ id }) => progress.checks.get(id)?.answer !== 'yes')
      .map(({ id }): InTheWay => ({ why: 'check', check: id })),
    ...glassToLookAt(sheet, progress).map((task): InTheWay => ({ why: 'look again', task })),
    ...needed(sheet.proofs, progress)
      .filter(({ id }) => !progress.proofs.has(id))
      .map(({ id }): InTheWay => ({ why: 'proof', proof: id })),
  ];
}

/** The presses of somebody who finds everything in order, for what stands in the way. */
export function allInOrder(sheet: RunSheet, progress: Progress): TickWhat[] {
  return inTheWay(sheet, progress).flatMap((one): TickWhat[] => {
    switch (one.why) {
      case 'isolation':
        return sheet.pieces
          .filter(({ kind }) => kind === 'isolate')
          .flatMap(({ lines }) =>
            lines.map(({ id }): TickWhat => ({ kind: 'step', step: id, done: true })),
          );
      case 'part out':
        return [{ kind: 'part in', part: one.part }];
      case 'left off':
      case 'mended':
        return [{ kind: 'put back', item: one.item }];
      case 'check':
        return [{ kind: 'check', check: one.check, answer: 'yes' }];
      case 'look again':
        return [{ kind: 'check', check: lookAgain(one.task), answer: 'yes' }];
      case 'proof':
        return [{ kind: 'proof', proof: one.proof, passed: true, words: '' }];
    }
  });
}
