import { millisecondsPerMinute } from '../units/time';
import { inOrder, progressOf, type SheetEvent } from './progress';
import { minutesOf, type RunSheet } from './run';
import { doneAt } from './waits';

/** A pause longer than this between two presses is no work. */
const longestGapMinutes = 20;

/**
 * Minutes that hands were on each task, from the presses: between one and the next of the same person,
 * the wait left out, and no more than twenty minutes at a time.
 * @returns by task id, whole minutes, at least 1; tasks of which too little was pressed are left out
 */
export function handsOnMinutes(sheet: RunSheet, events: Iterable<SheetEvent>): Map<string, number> {
  const taskOf = new Map<string, { id: string; finishing: boolean }>();
  for (const task of sheet.tasks) {
    for (const way of task.ways) {
      for (const { id } of way.active) taskOf.set(id, { id: task.id, finishing: false });
      for (const { id } of way.finishing) taskOf.set(id, { id: task.id, finishing: true });
    }
  }
  const progress = progressOf(events);
  const waitEnds = new Map(
    sheet.tasks.map((task) => {
      const begun = doneAt(sheet, progress, { task: task.id, part: 'active' });
      const { passive } = minutesOf(task, progress.ways);
      return [task.id, begun === null ? 0 : begun + passive * millisecondsPerMinute];
    }),
  );
  const sorted = [...new Map([...events].map((event) => [event.id, event])).values()].sort(inOrder);
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
