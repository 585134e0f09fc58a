import { millisecondsPerMinute } from '../units/time';
import type { Stretch } from './order';
import type { Progress } from './progress';
import { linesOf, wayOf, type RunSheet } from './run';

/** A wait that runs, or is over and not yet taken up. */
export interface RunningWait {
  /** the task or piece that waits */
  of: string;
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
  const add = (of: string, passive: number, from: number | null) => {
    if (passive === 0 || from === null) return;
    const ended = of === unshortened ? undefined : progress.waitsOver.get(of);
    const until = from + passive * millisecondsPerMinute;
    waits.push({
      of,
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
    const { passive, finishing } = wayOf(task, progress.ways).minutes;
    const marked = progress.marks.get(task.id);
    // what dries to the end goes on drying when its result is known
    if (marked?.result && (finishing > 0 || marked.result !== 'done')) continue;
    const begun = doneAt(sheet, progress, { task: task.id, part: 'active' });
    add(task.id, passive, begun ?? marked?.markedAt ?? null);
  }
  return waits
    .filter(({ of, until }) => !takenUp(sheet, progress, of, until))
    .sort((a, b) => a.until - b.until);
}

/** Whether what follows a wait was begun after its end. */
function takenUp(sheet: RunSheet, progress: Progress, of: string, until: number): boolean {
  if (!sheet.tasks.some(({ id }) => id === of)) return false;
  return linesOf(sheet, { task: of, part: 'finishing' }, progress.ways).some(
    ({ id }) => (progress.steps.get(id)?.at ?? -Infinity) >= until,
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
