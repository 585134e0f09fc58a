import { isBegun, type Progress, type SheetEventWhat } from './progress';
import { wayOf, type RunSheet } from './run';
import { lastDryAt, runningWaits, secondWait } from './waits';

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

/** What makes a check or test needed when a task is done in one way and not in another. */
export const inWay = (task: string, way: string) => `${task}@${way}`;

/** Where a sheet keeps that a mount was pressed out of true, or may have been. */
export const mountOf = (task: string) => `${task}~mount`;

/** What makes a test needed when a mount was pressed. */
export const pressed = (task: string) => `${task}~pressed`;

/** Whether somebody said that the mount of a task was touched or pressed. */
export const isPressed = ({ ways }: Pick<Progress, 'ways'>, task: string) =>
  ways.get(mountOf(task)) === 'pressed';

/** The checks or tests that what was begun makes needed. */
export function needed<K extends 'checks' | 'proofs'>(
  sheet: Pick<RunSheet, 'tasks' | K>,
  which: K,
  progress: Progress,
): RunSheet[K][number][] {
  // what was only looked at and found fine changed nothing
  const changed = (id: string) =>
    progress.marks.get(id)?.result !== 'looked-fine' && isBegun(progress, id);
  const holds = (because: string) => {
    const mount = sheet.tasks.find(({ id }) => because === pressed(id));
    if (mount) return isPressed(progress, mount.id);
    const task = sheet.tasks.find(({ id }) => because.startsWith(`${id}@`));
    return task
      ? because === inWay(task.id, wayOf(task, progress.ways).id) && changed(task.id)
      : changed(because);
  };
  return sheet[which].filter(({ because }) => because.some(holds));
}

/** The tests that a sheet comes to when all of it is done, each task in the way that comes first. */
export function expectedOf({ tasks, proofs }: Pick<RunSheet, 'tasks' | 'proofs'>) {
  const first = new Set(tasks.map(({ id, ways }) => inWay(id, ways[0]!.id)));
  return proofs.filter(({ because }) =>
    because.some((one) => one.startsWith('open:') || first.has(one)),
  );
}

/** The check that everything is dry. */
export const dryCheck = 'dry';

/** Whether a check has its yes. That all is dry holds only once every wait of the sheet's tasks is over. */
export function isAnswered(sheet: RunSheet, progress: Progress, check: string): boolean {
  const answer = progress.checks.get(check);
  if (answer?.answer !== 'yes') return false;
  return check !== dryCheck || answer.at >= lastDryAt(sheet, progress);
}

/** A lens that left the machine while nobody noted which way round it sat. */
export interface LensUnknown {
  task: string;
  part: string;
  name: string;
}

/** The lenses of which it is not known how they go back: neither drawn, nor pictured, nor read from the card. */
export function lensesUnknown(sheet: RunSheet, progress: Progress): LensUnknown[] {
  return sheet.tasks.flatMap((task) =>
    wayOf(task, progress.ways).parts.flatMap(({ id, lens, name }): LensUnknown[] => {
      const out = lens && progress.tray.find((part) => part.id === id);
      const pictured = progress.photos.some(({ of, when }) => of === id && when === 'orientation');
      return out && !out.facing.trim() && !pictured ? [{ task: task.id, part: id, name }] : [];
    }),
  );
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
  | { why: 'lens way'; part: string; name: string }
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
    ...lensesUnknown(sheet, progress).map(({ part, name }): InTheWay => ({
      why: 'lens way',
      part,
      name,
    })),
    ...progress.tray
      .filter(({ inAt }) => inAt === null)
      .map(({ id, name }): InTheWay => ({ why: 'part out', part: id, name })),
    ...off
      .filter(({ mended }) => !mended)
      .map(({ id, what }): InTheWay => ({ why: 'left off', item: id, what })),
    ...off
      .filter(({ mended, until }) => mended && until === null)
      .map(({ id, what }): InTheWay => ({ why: 'mended', item: id, what })),
    ...needed(sheet, 'checks', progress)
      .filter(({ id }) => !isAnswered(sheet, progress, id))
      .map(({ id }): InTheWay => ({ why: 'check', check: id })),
    ...glassToLookAt(sheet, progress).map((task): InTheWay => ({ why: 'look again', task })),
    ...needed(sheet, 'proofs', progress)
      .filter(({ id }) => !progress.proofs.has(id))
      .map(({ id }): InTheWay => ({ why: 'proof', proof: id })),
  ];
}

/** The presses of somebody who finds everything in order, for what stands in the way. */
export function allInOrder(sheet: RunSheet, progress: Progress): SheetEventWhat[] {
  return inTheWay(sheet, progress).flatMap((one): SheetEventWhat[] => {
    switch (one.why) {
      case 'isolation':
        return sheet.pieces
          .filter(({ kind }) => kind === 'isolate')
          .flatMap(({ lines }) =>
            lines.map(({ id }): SheetEventWhat => ({ kind: 'step', step: id, done: true })),
          );
      case 'lens way': {
        const { outAt: _, inAt: __, ...part } = progress.tray.find(({ id }) => id === one.part)!;
        const drawn = { ...part, facing: 'bulging side to the beam', marked: 'drawing' } as const;
        return [
          { kind: 'part out', part: drawn },
          { kind: 'part in', part: one.part },
        ];
      }
      case 'part out':
        return [{ kind: 'part in', part: one.part }];
      case 'left off':
      case 'mended':
        return [{ kind: 'put back', item: one.item }];
      case 'check':
        return [
          // whoever finds all dry before its time says so
          ...(one.check === dryCheck
            ? runningWaits(sheet, progress).map(({ of, second }): SheetEventWhat => ({
                kind: 'wait over',
                of: second ? secondWait(of) : of,
                why: 'found dry',
              }))
            : []),
          { kind: 'check', check: one.check, answer: 'yes' },
        ];
      case 'look again':
        return [{ kind: 'check', check: lookAgain(one.task), answer: 'yes' }];
      case 'proof':
        return [{ kind: 'proof', proof: one.proof, passed: true, words: '' }];
    }
  });
}
