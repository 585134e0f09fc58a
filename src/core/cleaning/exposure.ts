import { timeInOrder, type SheetTask, type Stretch, type Timed } from './order';

/** Something delicate that stands open between two pieces of work of a sheet. */
export interface Exposure {
  open: string;
  close: string;
}

/** Minutes for which glass, lens seats and boards stand open: from opening each to beginning to close it. */
export function minutesOpen({ steps }: Timed, exposures: readonly Exposure[]): number {
  return exposures.reduce((sum, { open, close }) => {
    const from = steps.find(({ task }) => task === open)?.end;
    const until = steps.find(({ task }) => task === close)?.start;
    return from === undefined || until === undefined ? sum : sum + Math.max(0, until - from);
  }, 0);
}

/** How often the order is gone through for a shorter exposure. */
const passes = 4;

/**
 * Of the orders that finish as soon, one in which less stands open for less long: stretches that lie between
 * an opening and its closing are moved out before or behind, one at a time, while that helps.
 * @param found an order that keeps the rules of `tasks`
 */
export function leastOpen(
  tasks: readonly SheetTask[],
  found: Timed,
  exposures: readonly Exposure[],
): Timed {
  let best = found;
  let least = minutesOpen(best, exposures);
  const move = (sequence: readonly Stretch[], from: number, to: number): boolean => {
    const one = sequence[from]!;
    const rest = sequence.toSpliced(from, 1);
    rest.splice(to > from ? to - 1 : to, 0, one);
    const { timed } = timeInOrder(tasks, rest);
    if (!timed || timed.finish > found.finish) return false;
    const open = minutesOpen(timed, exposures);
    if (open >= least) return false;
    best = timed;
    least = open;
    return true;
  };
  for (let pass = 0; pass < passes && least > 0; pass++) {
    const before = least;
    for (const { open, close } of exposures) {
      for (let at = 0; at < best.steps.length; at++) {
        const from = best.steps.findIndex(({ task }) => task === open);
        const until = best.steps.findIndex(({ task }) => task === close);
        if (from < 0 || until < 0 || at < from || at > until) continue;
        // what lies inside goes out before it or behind it; the opening itself as late as it can
        if (at === from) {
          for (let to = until; to > from + 1; to--) if (move(best.steps, from, to)) break;
        } else if (at === until) {
          for (let to = from + 1; to < until; to++) if (move(best.steps, until, to)) break;
        } else if (!move(best.steps, at, from)) move(best.steps, at, until + 1);
      }
    }
    if (least === before) break;
  }
  return best;
}
