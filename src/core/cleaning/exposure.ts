import { orderTimer, type SheetTask, type Stretch, type Timed } from './order';

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
const passes = 2;

/**
 * Of the orders that finish as soon, one in which less stands open for less long: stretches that lie between
 * an opening and its closing are moved out before or behind, or change places with others, while that helps.
 * A good order, not proved the best.
 * @param found an order that keeps the rules of `tasks`
 */
export function leastOpen(
  tasks: readonly SheetTask[],
  found: Timed,
  exposures: readonly Exposure[],
): Timed {
  let best = found;
  let least = minutesOpen(best, exposures);
  if (least === 0) return best;
  const inOrder = orderTimer(tasks);
  const take = (sequence: readonly Stretch[]): boolean => {
    const timed = inOrder(sequence, found.finish);
    if (!timed) return false;
    const open = minutesOpen(timed, exposures);
    if (open >= least) return false;
    best = timed;
    least = open;
    return true;
  };
  const move = (from: number, to: number): boolean => {
    const rest: Stretch[] = best.steps.toSpliced(from, 1);
    rest.splice(to > from ? to - 1 : to, 0, best.steps[from]!);
    return take(rest);
  };
  const swap = (a: number, b: number): boolean =>
    take(best.steps.with(a, best.steps[b]!).with(b, best.steps[a]!));
  for (let pass = 0; pass < passes && least > 0; pass++) {
    const before = least;
    for (const { open, close } of exposures) {
      for (let at = 0; at < best.steps.length; at++) {
        const from = best.steps.findIndex(({ task }) => task === open);
        const until = best.steps.findIndex(({ task }) => task === close);
        if (from < 0 || until < 0 || at < from || at > until) continue;
        // the opening as late and the closing as early as they can; what lies between goes out, or changes
        // places with something outside that is shorter
        if (at === from) {
          for (let to = until; to > from + 1; to--) if (move(from, to)) break;
        } else if (at === until) {
          for (let to = from + 1; to < until; to++) if (move(until, to)) break;
        } else if (!move(at, from) && !move(at, until + 1)) {
          const outside = best.steps.map((_, i) => i).filter((i) => i < from || i > until);
          outside.some((other) => swap(at, other));
        }
      }
    }
    if (least === before) break;
  }
  return best;
}
