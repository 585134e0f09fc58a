import { dangerAdvice, findSign } from '../catalogue/signs';
import { dueMachines } from './due';
import { openFaults } from './faults/faults';
import { restrictions } from './faults/return';
import { activeHolds } from './holds';
import type { Shop } from './shop';

/** What an operator may know of one machine, and nothing else of the shop. */
export interface Readiness {
  ready: boolean;
  /** "on hold: being cleaned", "ready", "ready, with care" */
  headline: string;
  reasons: string[];
  /** what it may be used for only, until it is lifted */
  restrictions: string[];
}

/** Whether a machine may be used now, in words an operator can act on. */
export function readiness(shop: Shop, machineId: string): Readiness {
  const holds = activeHolds(shop, machineId);
  const faults = openFaults(shop, machineId);
  const [machine] = dueMachines(shop, shop.now(), machineId);
  const reasons: string[] = [];
  for (const hold of holds) {
    reasons.push(
      hold.why === 'cleaning'
        ? 'The technician is cleaning it. It comes back when that is signed off.'
        : hold.why === 'fault'
          ? 'A fault was reported. It comes back when it is repaired and proved.'
          : hold.words,
    );
  }
  for (const { signs, danger } of faults) {
    const words = signs.map((id) => findSign(id)?.words ?? 'something else').join('; ');
    reasons.push(`Known already: ${words}.${holds.length === 0 ? ` ${dangerAdvice[danger]}` : ''}`);
  }
  const limited = restrictions(shop, machineId).map(({ words }) => words);
  reasons.push(...limited.map((words) => `Use it only so: ${words}`));
  const fire = (machine?.stations ?? []).filter(
    ({ worst, kind }) =>
      kind !== 'debris' &&
      worst?.task.criticality === 'fire' &&
      worst.standing.state === 'past due',
  );
  if (fire.length > 0) {
    reasons.push(
      `Fire risk: ${fire.map(({ name }) => name.toLowerCase()).join(', ')} past due for cleaning. Stay beside it, keep the extinguisher at hand.`,
    );
  }
  if (holds.length > 0) {
    return {
      ready: false,
      headline: `On hold: ${holds[0]!.words}`,
      reasons,
      restrictions: limited,
    };
  }
  return {
    ready: true,
    headline: reasons.length > 0 ? 'Ready, with care' : 'Ready',
    reasons,
    restrictions: limited,
  };
}
