import { millisecondsPerMinute } from '../units/time';
import type { Stretch } from './order';
import type { Progress } from './progress';
import { dryingPlace, linesOf, minutesOf, wayOf, type RunSheet } from './run';

/** A wait that runs, or is over and not yet taken up. */
export interface RunningWait {
  /** the task or piece that waits */
  of: string;
  /** the second wait of a task: it dries after it was rinsed */
  second?: true;
  from: number;
  /** UTC milliseconds */
  until: number;
}

/** When the last step of a stretch was done; `null` while one is open. */
export function doneAt(sheet: RunSheet, progress: Progress, stretch: Stretch): number | null {
  let last: number | null = null;
  for (const { id } of linesOf(sheet, stretch, progress.ways)) {
    const step = progress.steps.get(id);
    if (!step) return null;
    last = Math.max(last ?? 0, step.at);
  }
  return last;
}

/** A wait that keeps hands off connectors: nobody ends it early. */
const unshortened = 'isolate';

/**
 * The waits of a sheet that were begun and whose task is not ended, in the order in which they end. A wait ends
 * with its minutes, or sooner where somebody said that it is over and why; steps pressed meanwhile end nothing.
 */
export function runningWaits(sheet: RunSheet, progress: Progress): RunningWait[] {
  const waits: RunningWait[] = [];
  const add = (of: string, passive: number, from: number | null, second = false) => {
    if (passive === 0 || from === null) return;
    const key = second ? secondWait(of) : of;
    const ended = of === unshortened ? undefined : progress.waitsOver.get(key);
    const until = from + passive * millisecondsPerMinute;
    waits.push({
      of,
      ...(second && { second: true }),
      from,
      until: ended && ended.at >= from ? Math.min(until, ended.at) : until,
    });
  };
  for (const piece of sheet.pieces) {
    add(
      piece.id,
      piece.minutes.passive,
      doneAt(sheet, progress, { task: piece.id, part: 'active' }),
    );
  }
  for (const task of sheet.tasks) {
    const { passive, finishing, drying = 0 } = minutesOf(task, progress.ways);
    const marked = progress.marks.get(task.id);
    const over = Boolean(marked?.result) && (finishing > 0 || marked!.result !== 'done');
    const begun = doneAt(sheet, progress, { task: task.id, part: 'active' });
    // what dries to the end goes on drying when its result is known
    if (!over) add(task.id, passive, begun ?? marked?.markedAt ?? null);
    const isDone = !marked?.result || marked.result === 'done' || marked.result === 'in-part';
    if (isDone && !task.standIn) {
      const part = finishing > 0 ? 'finishing' : 'active';
      const rinsed = doneAt(sheet, progress, { task: task.id, part }) ?? marked?.markedAt ?? null;
      add(task.id, drying, rinsed, true);
    }
  }
  return waits
    .filter((wait) => wait.second || !takenUp(sheet, progress, wait.of, wait.until))
    .sort((a, b) => a.until - b.until);
}

/**
 * How long what was rinsed took to dry, by place: to where somebody said that it was dry, else all of its minutes.
 * What had not dried yet says nothing.
 * @param end of the sheet, UTC milliseconds
 */
export function dryingsTaken(
  sheet: RunSheet,
  progress: Progress,
  end: number,
): { place: string; minutes: number }[] {
  const waits = new Map(
    runningWaits(sheet, progress).flatMap((wait) => (wait.second ? [[wait.of, wait]] : [])),
  );
  return sheet.tasks.flatMap((task) => {
    const place = dryingPlace(task, progress.ways);
    const wait = waits.get(task.id);
    if (!place || !wait || wait.until > end) return [];
    const minutes = Math.round((wait.until - wait.from) / millisecondsPerMinute);
    return minutes > 0 ? [{ place: place.id, minutes }] : [];
  });
}

/** How long something soaked until it was loose. */
export interface SoakTaken {
  /** the task that soaked, and in which way */
  task: string;
  way: string;
  minutes: number;
}

/**
 * How long what soaked took until what sat on it came off: to where somebody said that it was enough, else all of its
 * minutes, and those of every soak before that was not. What was not ended as done says nothing.
 */
export function soaksTaken(sheet: RunSheet, progress: Progress): SoakTaken[] {
  return sheet.tasks.flatMap((task): SoakTaken[] => {
    const way = wayOf(task, progress.ways);
    const from = doneAt(sheet, progress, { task: task.id, part: 'active' });
    if (way.soaksLearned === undefined || from === null) return [];
    if (progress.marks.get(task.id)?.result !== 'done') return [];
    const { passive } = way.minutes;
    const ended = progress.waitsOver.get(task.id);
    const last = ended && ended.at >= from ? (ended.at - from) / millisecondsPerMinute : Infinity;
    const before = progress.again.get(task.id)?.times ?? 0;
    const minutes = Math.round(Math.min(passive, last) + before * passive);
    return minutes > 0 ? [{ task: task.id, way: way.id, minutes }] : [];
  });
}

/** How the second wait of a task is named where it is ended early. */
export const secondWait = (task: string) => `${task}~dry`;

/** Whether what follows a wait was begun after its end. */
function takenUp(sheet: RunSheet, progress: Progress, of: string, until: number): boolean {
  if (!sheet.tasks.some(({ id }) => id === of)) return false;
  return linesOf(sheet, { task: of, part: 'finishing' }, progress.ways).some(
    ({ id }) => (progress.steps.get(id)?.at ?? -Infinity) >= until,
  );
}

/**
 * The last instant at which a sheet came to stand as it stands now, but for its countdowns: a full minute, a press, or
 * the end of a wait. What may be worked at `now` is what may be worked then.
 * @param waits the running waits of the sheet
 * @param now UTC milliseconds
 */
export function standsSince(
  waits: readonly RunningWait[],
  presses: readonly { at: number }[],
  now: number,
): number {
  const minute = Math.floor(now / millisecondsPerMinute) * millisecondsPerMinute;
  return Math.max(
    minute,
    ...waits.map(({ until }) => until).filter((until) => until <= now),
    ...presses.map(({ at }) => at).filter((at) => at <= now),
  );
}

/** When the last wait of the tasks of a sheet ends, UTC milliseconds; 0 where none was begun. */
export function lastDryAt(sheet: RunSheet, progress: Progress): number {
  const tasks = new Set(sheet.tasks.map(({ id }) => id));
  return Math.max(
    0,
    ...runningWaits(sheet, progress).flatMap(({ of, until }) => (tasks.has(of) ? [until] : [])),
  );
}
