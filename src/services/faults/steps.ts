import { z } from 'zod';
import { burnProof, openedPlaces, secondLook } from '../../catalogue/proofs';
import { matchFan } from '../../core/faults/fan';
import { ok } from '../../core/units/result';
import { write } from '../../records/database';
import { releaseHoldEntry } from '../machines/holds';
import { isSame, othersWhoDiagnose } from '../people/names';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { id, optionalText, requiredText, useCase } from '../use-case';
import { storeItem, takeOut } from '../inventory/inventory';
import { strengthSince } from '../readings/strength/burns';
import { readFault, requireOpenFault, waitingActions, type Fault } from './faults';
import { tellFollowers } from './follow';
import { lookRefusal, returnToUse } from './return';

const longText = optionalText(1000);

/** The fault, and the last step whoever writes has seen: what came between must be looked at first. */
const about = { faultId: id, seen: id.nullish() };

function requireSeen(
  shop: Shop,
  { faultId, seen }: { faultId: string; seen?: string | null | undefined },
): Outcome<Fault> {
  const fault = requireOpenFault(shop, faultId);
  if (!fault.ok || seen === undefined) return fault;
  const last = fault.value.steps.at(-1);
  if ((last?.id ?? null) === seen || !last) return fault;
  return refuse(
    `${last.person} recorded "${last.title}" meanwhile. Look at it, then press again if you still mean it.`,
    'seen',
  );
}

export const diagnosisSchema = z.object({
  ...about,
  cause: requiredText('Choose a cause or write one.', 200),
  note: longText,
});

/** Records what was found to be the cause. */
export const diagnoseFault = useCase(diagnosisSchema, (shop, actor, input): Outcome<string> => {
  const { cause, note } = input;
  const fault = requireSeen(shop, input);
  if (!fault.ok) return fault;
  return ok(
    writeEntry(shop, actor, {
      kind: 'fault diagnosis',
      machineId: fault.value.machineId,
      subjectId: fault.value.id,
      note,
      data: { cause },
    }),
  );
});

const places = openedPlaces.map(({ id }) => id) as [string, ...string[]];
const plate = z
  .number('Give the figure.')
  .positive('A figure of a fan is above zero.')
  .max(100_000);
const fanSchema = z.object({
  size: plate,
  thickness: plate,
  voltage: plate,
  current: plate,
  flow: plate.nullable(),
});

export const repairSchema = z.object({
  ...about,
  action: requiredText('Say what was done.', 200),
  part: optionalText(120),
  minutes: z.number('Give the minutes.').int().min(0).max(10_000),
  opened: z.array(z.enum(places)).default([]),
  parts: z
    .array(
      z.object({
        item: id.nullable(),
        name: requiredText('Name the part.', 80),
        serial: z.string().trim().max(80).default(''),
        quantity: z.number('Give the number of parts.').positive().max(1000),
      }),
    )
    .max(12)
    .default([]),
  fan: z.object({ old: fanSchema, next: fanSchema }).nullish(),
  /** in the shop's money */
  cost: z.number().min(0, 'A cost is not below zero.').max(1_000_000).default(0),
  /** UTC milliseconds */
  expected: z.number().int().nullish(),
  note: longText,
});

/**
 * Records one visit of a repair: what was done, opened and put in. Parts that the stores keep track of
 * are taken out of them. A fan that does not fit the one it replaces is refused.
 */
export const repairFault = useCase(repairSchema, (shop, actor, input): Outcome<string> => {
  const { note, fan, cost, expected, action, part, minutes, opened, parts } = input;
  const fault = requireSeen(shop, input);
  if (!fault.ok) return fault;
  const misfits = fan ? matchFan(fan.old, fan.next).misfits : [];
  if (misfits.length > 0) {
    return refuse(`That fan does not fit: ${misfits.map(({ words }) => words).join('; ')}.`, 'fan');
  }
  const unknown = parts.find(({ item }) => item !== null && !storeItem(shop, item));
  if (unknown) return refuse(`${unknown.name} is no longer in the stores.`, 'parts');
  const waits = waitingActions.includes(action);
  if (expected && !waits) return refuse('Only what is awaited or sent out has a date.', 'expected');
  if (expected && expected < shop.now() - 24 * 3_600_000) {
    return refuse('The date it is expected lies in the past.', 'expected');
  }
  return ok(
    write(shop.db, () => {
      const id = writeEntry(shop, actor, {
        kind: 'fault repair',
        machineId: fault.value.machineId,
        subjectId: fault.value.id,
        note,
        data: {
          action,
          part,
          minutes,
          opened,
          parts,
          fan: fan ?? null,
          cost: Math.round(cost * 100),
          expected: expected ?? null,
        },
      });
      for (const { item, name, serial, quantity } of parts) {
        if (item === null) continue;
        const what = [name, serial].filter(Boolean).join(' ');
        takeOut(shop, actor, item, quantity, fault.value.machineId, `repair: ${what}`);
      }
      return id;
    }),
  );
});

export const proofSchema = z.object({
  ...about,
  tested: requiredText('Say what was tested.', 200),
  passed: z.boolean('Say whether it passed.'),
  /** which of the required tests this was; left out: any other */
  proof: id.nullish(),
  note: longText,
});

/**
 * Records a test. The machine stays on hold until all that are required have passed and it is returned.
 * The second look after fire or a guard fault takes another person, where there is one.
 */
export const proveFault = useCase(proofSchema, (shop, actor, input): Outcome<string> => {
  const { note, tested, passed, proof } = input;
  const found = requireSeen(shop, input);
  if (!found.ok) return found;
  const fault = found.value;
  if (fault.stage === 'waiting') {
    return refuse(`It waits (${fault.waiting!.what}): record the repair first.`);
  }
  if (proof && !fault.proofs.some(({ id }) => id === proof)) {
    return refuse('That test is not among those this fault needs.', 'proof');
  }
  if (proof === secondLook && passed) {
    const others = othersWhoDiagnose(shop, actor);
    const worked = fault.steps.some(
      ({ kind, by, struck }) => !struck && kind === 'repair' && isSame(by, actor),
    );
    if (worked && others.length > 0) {
      return refuse(
        `The second look is another person's: ${others.join(' or ')}. You repaired it.`,
        'proof',
      );
    }
  }
  const strength = proof === burnProof ? (strengthSince(shop, fault)?.strength ?? null) : null;
  return ok(
    writeEntry(shop, actor, {
      kind: 'fault proof',
      machineId: fault.machineId,
      subjectId: fault.id,
      note,
      data: { tested, passed, proof: proof ?? null, strength },
    }),
  );
});

export const closingSchema = z.object({
  ...about,
  as: z.enum(['fixed', 'not reproduced', 'duplicate', 'no fault']),
  duplicateOf: optionalText(120),
  note: longText,
});

/**
 * Closes a fault. *Fixed* needs every required proof, and returns a machine that was not returned yet.
 * Closed in another way, a machine that is still held is released only if the note gives the reason; after
 * fire or a broken guard it is not released in that way at all.
 */
export const closeFault = useCase(closingSchema, (shop, actor, input): Outcome<null> => {
  const { note, as } = input;
  const found = requireSeen(shop, input);
  if (!found.ok) return found;
  const fault = found.value;
  const duplicateOf = as === 'duplicate' ? input.duplicateOf : null;
  if (as === 'fixed' && fault.stage !== 'proved') {
    const missing = fault.proofs.find(({ passed }) => !passed)!;
    return refuse(`Fixed needs a proof: ${missing.words.toLowerCase()}.`, 'as');
  }
  if (as === 'duplicate') {
    const other = duplicateOf ? readFault(shop, duplicateOf) : null;
    if (!other || other.machineId !== fault.machineId || other.id === fault.id) {
      return refuse('Choose the fault on this machine that it duplicates.', 'duplicateOf');
    }
  }
  const held = fault.holdIds.length > 0;
  if (held && as !== 'fixed') {
    const refused = as === 'duplicate' ? null : lookRefusal(shop, actor, fault);
    if (refused) return refuse(refused);
    if (!note) {
      return refuse(
        'The machine is on hold for this fault: state the reason for its return.',
        'note',
      );
    }
  }
  if (as === 'fixed' && !fault.returned) {
    const returned = returnToUse(shop, actor, fault, null);
    if (!returned.ok) return returned;
  }
  writeEntry(shop, actor, {
    kind: 'fault closed',
    machineId: fault.machineId,
    subjectId: fault.id,
    note,
    data: { as, duplicateOf },
  });
  if (as !== 'fixed') {
    for (const id of fault.holdIds) {
      const hold = { id, machineId: fault.machineId };
      releaseHoldEntry(shop, actor, hold, { how: 'reason', words: `${as}: ${note}` });
    }
  }
  tellFollowers(shop, readFault(shop, fault.id)!);
  return ok(null);
});
