import { inPercent } from '../../core/units/percent';
import { z } from 'zod';
import { secondLook } from '../../catalogue/proofs';
import { ok } from '../../core/units/result';
import { entryById, entryData } from '../../records/audit-log';
import { openEntries } from '../../records/open-entries';
import { activeHolds, releaseHold, releaseHoldEntry, releaseSchema } from '../machines/holds';
import { othersWhoDiagnose } from '../people/names';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, optionalText, requiredText, useCase } from '../use-case';
import { strengthSince } from '../readings/strength/burns';
import { readFault, requireOpenFault, type Fault } from './faults';
import { tellFollowers } from './follow';

/** A machine in use under a restriction, as operators read it. */
export interface Restriction {
  /** the return it was made with */
  id: string;
  faultId: string;
  machineId: string;
  words: string;
  since: number;
  person: string;
}

/** The restrictions in force, oldest first. */
export function restrictions(shop: Pick<Shop, 'db'>, machineId?: string): Restriction[] {
  return openEntries(shop.db, 'fault return', machineId).map((row) => ({
    id: row.id,
    faultId: row.subjectId!,
    machineId: row.machineId!,
    words: entryData(row, 'fault return').restriction!,
    since: row.at,
    person: row.person,
  }));
}

/**
 * Returns a machine to use once every required test has passed. Below the shop's floor of strength it
 * returns only with a restriction.
 */
export const returnMachine = useCase(
  z.object({ faultId: id, restriction: optionalText(1000) }),
  (shop, actor, { faultId, restriction }): Outcome<null> => {
    const fault = requireOpenFault(shop, faultId);
    if (!fault.ok) return fault;
    const returned = returnToUse(shop, actor, fault.value, restriction);
    if (returned.ok) tellFollowers(shop, readFault(shop, faultId)!);
    return returned;
  },
);

/** The return itself. The caller holds the transaction. */
export function returnToUse(
  shop: Shop,
  actor: Actor,
  fault: Fault,
  restriction: string | null,
): Outcome<null> {
  const missing = fault.proofs.find(({ passed }) => !passed);
  if (fault.stage === 'waiting') return refuse(`It waits: ${fault.waiting!.what}.`);
  if (missing) {
    return refuse(
      `Not yet: ${missing.words.toLowerCase()} (${missing.because}) ${missing.passed === false ? 'failed' : 'is not recorded'}.`,
      'proof',
    );
  }
  if (restriction && restriction.length > 200) {
    return refuse('A restriction has at most 200 characters: operators read it.', 'restriction');
  }
  const measured = strengthSince(shop, fault);
  // a speed halved and back is not the same number to the last digit
  if (measured && measured.strength < shop.strengthFloor - 1e-9 && !restriction) {
    return refuse(
      `Strength is ${inPercent(measured.strength)}, under the floor of ${inPercent(shop.strengthFloor)}: return it with a restriction that operators will read, or go on.`,
      'restriction',
    );
  }
  writeEntry(shop, actor, {
    kind: 'fault return',
    machineId: fault.machineId,
    subjectId: fault.id,
    data: { restriction, strength: measured?.strength ?? null },
  });
  const words = restriction ? `proved, with a restriction: ${restriction}` : 'proved';
  for (const id of fault.holdIds) {
    const hold = { id, machineId: fault.machineId };
    releaseHoldEntry(shop, actor, hold, { how: 'proof', words });
  }
  return ok(null);
}

/**
 * Releases a hold for a stated reason, before anything is proved. After fire or a broken guard that takes
 * a second person's look first, where there is another person.
 */
export const releaseEarly = useCase(
  releaseSchema,
  (shop, actor, { holdId, reason }): Outcome<null> => {
    const hold = activeHolds(shop).find(({ id }) => id === holdId);
    const fault = hold?.faultId ? readFault(shop, hold.faultId) : null;
    const refused = fault && lookRefusal(shop, actor, fault);
    return refused ? refuse(refused) : releaseHold(shop, actor, { holdId, reason });
  },
);

/** Why a machine may not return without a second look, or `null`. */
export function lookRefusal(shop: Shop, actor: Actor, fault: Fault): string | null {
  const look = fault.proofs.find(({ id }) => id === secondLook);
  const others = look && !look.passed ? othersWhoDiagnose(shop, actor) : [];
  return others.length > 0
    ? `After fire or a broken guard it returns only after a second look by ${others.join(' or ')}.`
    : null;
}

/** Lifts a restriction: the machine may do everything again. */
export const liftRestriction = useCase(
  z.object({
    restrictionId: id,
    how: requiredText('Say what changed, so that it may do everything again.', 300),
  }),
  (shop, actor, { restrictionId, how }): Outcome<null> => {
    const row = entryById(shop.db, restrictionId);
    if (row?.kind !== 'fault return') return refuse('That restriction is not in the book.');
    if (!restrictions(shop, row.machineId!).some((one) => one.id === restrictionId)) {
      return refuse('That restriction has been lifted already.');
    }
    writeEntry(shop, actor, {
      kind: 'restriction lifted',
      machineId: row.machineId,
      subjectId: restrictionId,
      data: { how },
    });
    return ok(null);
  },
);
