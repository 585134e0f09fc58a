import { isBegun, type Progress, type TickWhat } from './progress';
import type { RunSheet } from './run';

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
