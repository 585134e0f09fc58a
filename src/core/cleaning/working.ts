import { millisecondsPerMinute } from '../units/time';
import { glassToLookAt, isAnswered, lensesUnknown, needed } from './ending';
import { sequentialMinutes, timeInOrder, type Stretch } from './order';
import { isBegun, type Progress } from './progress';
import { linesOf, sheetTasks, wayOf, type RunSheet } from './run';
import { runningWaits, type RunningWait } from './waits';

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
      (!sheet.between ||
        linesOf(sheet, stretch, progress.ways).every(({ id }) => progress.steps.has(id))) &&
      needed(sheet, 'checks', progress).every(({ id }) => isAnswered(sheet, progress, id)) &&
      glassToLookAt(sheet, progress).length === 0
    );
  }
  if (piece?.kind === 'proof') {
    return ended && needed(sheet, 'proofs', progress).every(({ id }) => progress.proofs.has(id));
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
  | { for: 'wait'; of: string; second?: true; until: number }
  | { for: 'rule'; before: string; rule: string }
  | null;

/** Whether a stretch can be worked now. `now` in UTC milliseconds. */
export function waitsFor(
  sheet: RunSheet,
  progress: Progress,
  stretch: Stretch,
  now: number,
): WaitsFor {
  const waits = runningWaits(sheet, progress);
  const running = (of: string) => waits.findLast((wait) => wait.of === of && wait.until > now);
  const waitFor = ({ of, second, until }: RunningWait): WaitsFor => ({
    for: 'wait',
    of,
    ...(second && { second }),
    until,
  });
  const lens = lensesUnknown(sheet, progress).find(({ task }) => closesIn(sheet, stretch, task));
  if (lens) return { for: 'rule', before: lens.task, rule: 'lens-way' };
  if (stretch.part === 'finishing') {
    const own = running(stretch.task);
    if (own && !own.second) return waitFor(own);
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
    if (until !== 'begun' && other && wayOf(other, progress.ways).minutes.finishing > 0) {
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
    if (wait) return waitFor(wait);
  }
  return null;
}

/** Whether a stretch puts what a task took out back in, or closes it in. */
function closesIn(sheet: RunSheet, stretch: Stretch, task: string): boolean {
  if (stretch.task === task) return stretch.part === 'finishing';
  const piece = sheet.pieces.find(({ id }) => id === stretch.task);
  return piece?.kind === 'close' && piece.after.some(({ id }) => id === task);
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
  const running = runningWaits(sheet, progress);
  const ends = (second: boolean) =>
    new Map(
      running
        .filter((wait) => Boolean(wait.second) === second)
        .map(({ of, until }): [string, number] => [of, until]),
    );
  const waits = ends(false);
  const dryings = ends(true);
  const restOf = (until: number | undefined) =>
    until === undefined ? 0 : Math.max(0, (until - now) / millisecondsPerMinute);
  const tasks = sheetTasks(sheet, progress.ways).map((task) => {
    const begun = stretchDone(sheet, progress, { task: task.id, part: 'active' });
    const over =
      begun &&
      (task.finishing === 0 || stretchDone(sheet, progress, { task: task.id, part: 'finishing' }));
    return {
      ...task,
      active: begun ? 0 : task.active,
      passive: begun ? restOf(waits.get(task.id)) : task.passive,
      finishing: over ? 0 : task.finishing,
      drying: over ? restOf(dryings.get(task.id)) : task.drying,
    };
  });
  // what is done stands first, so that it holds nothing up
  const done = (stretch: Stretch) => stretchDone(sheet, progress, stretch);
  const ordered = [...sequence.filter(done), ...sequence.filter((stretch) => !done(stretch))];
  const { timed } = timeInOrder(tasks, ordered);
  return timed?.finish ?? sequentialMinutes(tasks);
}
