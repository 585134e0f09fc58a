import { dangerAdvice, faultTitle, holdsAtOnce } from '../../catalogue/signs';
import { fireLoad } from '../../core/care/fire-load';
import { dueNow, type MachineDue } from '../care/due';
import { openFaults, type Fault } from '../faults/faults';
import { restrictions } from '../faults/return';
import { withFireHolds, type HoldNow } from '../care/fire-hold';
import { shownHolds } from './holds';
import type { Shop } from '../shop';

/** Whether a machine may be used: not at all, with something to mind, or without. */
export type Verdict = 'no' | 'care' | 'yes';

/** What an operator may know of one machine, and nothing else of the shop. */
export interface Readiness {
  verdict: Verdict;
  /** "On hold: being cleaned", "Ready", "Ready, with care" */
  headline: string;
  reasons: string[];
  /** what it may be used for only, until it is lifted */
  restrictions: string[];
}

/** Whether a machine may be used, from its state now, in words an operator can act on. */
export function readiness(shop: Shop, machineId: string): Readiness {
  const limited = restrictions(shop, machineId).map(({ words }) => words);
  const [machine] = dueNow(shop, machineId);
  const holds = withFireHolds(shop, machine ? [machine] : [], shownHolds(shop, machineId));
  const fire = fireWords(machine);
  const unseen = unseenWords(machine);
  const reasons = [
    ...holds.map(holdWords),
    ...openFaults(shop, machineId).flatMap((fault) => faultWords(fault, holds.length > 0)),
    ...limited.map((words) => `Use it only so: ${words}`),
    ...(fire ? [fire] : []),
    ...(unseen ? [unseen] : []),
  ];
  const common = { reasons, restrictions: limited };
  if (holds.length > 0)
    return { verdict: 'no', headline: `On hold: ${holds[0]!.words}`, ...common };
  if (fire)
    return { verdict: 'care', headline: 'Fire risk: clean it before the next job', ...common };
  if (reasons.length > 0) return { verdict: 'care', headline: 'Ready, with care', ...common };
  return { verdict: 'yes', headline: 'Ready', ...common };
}

function holdWords({ why, words }: HoldNow): string {
  if (why === 'fire load')
    return `Too much in it can burn (${words}). It comes back when that is cleaned: ask the technician.`;
  if (why === 'cleaning')
    return 'The technician is cleaning it. It comes back when that is signed off.';
  if (why === 'fault') return 'A fault was reported. It comes back when it is repaired and proved.';
  return words;
}

/** What an open fault asks of an operator now: nothing once the machine was returned from it. */
function faultWords(fault: Fault, held: boolean): string[] {
  const { signs, note, danger, returned, steps } = fault;
  const since = steps.some(
    ({ kind, at, struck }) => !struck && kind !== 'closed' && at > (returned?.at ?? 0),
  );
  if (returned && !since) return [];
  const words = faultTitle(signs, note);
  if (held) return [`Known already: ${words}.`];
  // what stops work was released by the technician with a reason, or it would be held
  if (holdsAtOnce(danger)) {
    return [
      `Known already: ${words}. The technician has looked and lets it be used: stay beside it.`,
    ];
  }
  return [`Known already: ${words}. ${dangerAdvice[danger]}`];
}

/** What can burn and is past due, or `null`. */
function fireWords(machine: MachineDue | undefined): string | null {
  const past = (machine?.stations ?? []).filter(({ tasks }) =>
    tasks.some(
      ({ task, standing }) => task.criticality === 'fire' && standing.state === 'past due',
    ),
  );
  if (past.length === 0) return null;
  const names = past.map(({ name }) => name.toLowerCase()).join(', ');
  const load = Math.round(fireLoad(machine!.stations)!.share * 100);
  return `Fire risk: ${names} past due for cleaning, fire load ${load} %. Clean it first or ask the technician; if you must run, stay beside it with the extinguisher at hand.`;
}

/** What can burn and nobody knows when it was last cleaned, or `null`. */
function unseenWords(machine: MachineDue | undefined): string | null {
  const unseen = (machine?.stations ?? []).filter(({ tasks }) =>
    tasks.some(
      ({ task, standing }) => task.criticality === 'fire' && standing.state === 'not known',
    ),
  );
  if (unseen.length === 0) return null;
  const names = unseen.map(({ name }) => name.toLowerCase()).join(', ');
  return `Not known when it was last cleaned: ${names}. Look for residue before a long job, and stay beside it.`;
}
