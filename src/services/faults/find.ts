import { causeWords } from '../../catalogue/causes';
import { faultTitle } from '../../catalogue/signs';
import type { Shop } from '../shop';
import { closedFaults, type Fault } from './faults';

/** So many of the last closed faults are looked through where faults are searched. */
export const closedLooked = 200;

/** What a fault says anywhere on its page. */
function saidOf(fault: Fault): string {
  return [
    fault.machine,
    fault.person,
    faultTitle(fault.signs, fault.note),
    fault.note,
    fault.material,
    fault.job,
    fault.pointedAt?.name,
    fault.cause && causeWords(fault.cause),
    fault.waiting?.what,
    ...fault.steps.flatMap(({ struck, title, note, person }) =>
      struck ? [] : [causeWords(title), note, person],
    ),
  ]
    .filter(Boolean)
    .join(' ')
    .toLowerCase();
}

/**
 * The faults that say all of the words, in any order, anywhere on their pages: those open and the last 200 closed.
 * @param open those that are open
 * @returns open ones as they came, closed ones newest closing first; `looked`: how many were looked through
 */
export function findFaults(
  shop: Shop,
  open: readonly Fault[],
  text: string,
): { open: Fault[]; closed: Fault[]; looked: number } {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const says = (fault: Fault) => {
    const said = saidOf(fault);
    return words.every((word) => said.includes(word));
  };
  const closed = closedFaults(shop, closedLooked);
  return {
    open: open.filter(says),
    closed: closed.filter(says),
    looked: open.length + closed.length,
  };
}
