import { timingSafeEqual } from 'node:crypto';
import { z } from 'zod';
import { faultTitle } from '../../catalogue/signs';
import { ok } from '../../core/units/result';
import { entryByKey } from '../../records/audit-log';
import { write } from '../../records/database';
import { photosOf } from '../../records/photos';
import { photoBytes } from '../audit-log/photos';
import { dropFollowers, followersOf, insertFollower } from '../../records/mail';
import { writeLetter } from '../mail/letters';
import { keyed } from '../people/secret';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { idempotencyKey, optionalText } from '../use-case';
import { readFault, type Fault, type FaultStep } from './faults';

/** What whoever reported a fault sees of it, without an account. */
export interface Followed {
  machine: string;
  words: string;
  reportedAt: number;
  /** where it stands, as one would tell an operator */
  standing: string;
  /** whether the machine may be used */
  held: boolean;
  restriction: string | null;
  lines: { at: number; words: string }[];
  open: boolean;
  /** pictures that came with the report */
  photos: string[];
}

/** The token of a fault's page for whoever reported it: nobody can guess it, nothing is kept of it. */
export function followToken(shop: Pick<Shop, 'dataDir'>, faultId: string): string {
  return `${faultId}.${keyed(shop, 'follow', faultId)}`;
}

/** The fault behind a token, or `null` for a token that was not made here. */
export function faultBehind(shop: Shop, token: string): Fault | null {
  const faultId = token.split('.')[0]!;
  const right = Buffer.from(followToken(shop, faultId));
  const given = Buffer.from(token);
  if (right.length !== given.length || !timingSafeEqual(right, given)) return null;
  return readFault(shop, faultId);
}

/** What becomes of a reported fault, or `null` for a stale or unknown token. */
export function followed(shop: Shop, token: string): Followed | null {
  const fault = faultBehind(shop, token);
  if (!fault) return null;
  return {
    machine: fault.machine,
    words: faultTitle(fault.signs, fault.note),
    reportedAt: fault.at,
    standing: standingWords(fault),
    held: fault.holdIds.length > 0,
    restriction: fault.returned?.restriction ?? null,
    lines: linesOf(fault),
    open: fault.closedAs === null,
    photos: photosOf(shop.db, [fault.id]).map(({ id }) => id),
  };
}

const standings: Readonly<Record<Fault['stage'], string>> = {
  reported: 'Reported. Nobody has looked yet.',
  diagnosed: 'The cause is found; the repair comes next.',
  waiting: 'It waits for a part or for a service.',
  repaired: 'Repaired. It is being tested.',
  proved: 'Repaired and tested.',
  closed: 'Done.',
};

function standingWords({ stage, closedAs, waiting, returned }: Fault): string {
  if (stage === 'waiting' && waiting) return `It waits: ${waiting.what}.`;
  if (stage !== 'closed') return standings[stage];
  if (closedAs === 'fixed') {
    return returned?.restriction
      ? `Back in use, with a restriction: ${returned.restriction}`
      : 'Repaired, tested, back in use.';
  }
  return {
    'not reproduced': 'It could not be made to happen again. The next users will be asked.',
    duplicate: 'It was known already, and is worked on there.',
    'no fault': 'Looked at: nothing is wrong with the machine.',
  }[closedAs!];
}

function linesOf(fault: Fault): Followed['lines'] {
  return [
    { at: fault.at, words: 'You reported it.' },
    ...fault.steps
      .filter(({ struck }) => !struck)
      .map((step) => ({ at: step.at, words: lineWords(step) })),
  ];
}

/** What was told again, as its own teller reads it. */
const againLines: Readonly<Record<NonNullable<FaultStep['again']>, string>> = {
  met: 'Somebody else met it too.',
  worse: 'You said that it got worse.',
  'taken back': 'You took it back.',
};

function lineWords({ kind, title, passed, again }: FaultStep): string {
  switch (kind) {
    case 'diagnosis':
      return `Cause found: ${title}.`;
    case 'repair':
      return `Worked on: ${title}.`;
    case 'proof':
      return passed ? 'A test passed.' : 'A test failed: it goes on.';
    case 'return':
      return `Back in use ${title}.`;
    case 'again':
      return againLines[again!];
    case 'closed':
      return `Closed: ${title}.`;
  }
}

export const tellMoreSchema = z.object({
  what: z.enum(['worse', 'taken back']),
  note: optionalText(1000),
  key: idempotencyKey,
});

/**
 * What whoever reported a fault adds to it: that it got worse, or that it was nothing. A hold stays until the technician
 * has looked, whoever takes the report back.
 */
export function tellMore(
  shop: Shop,
  token: string,
  { what, note, key }: z.output<typeof tellMoreSchema>,
): Outcome<null> {
  const fault = faultBehind(shop, token);
  if (!fault) return refuse('This link is not valid.');
  if (fault.closedAs) return refuse('It is closed already. If it is there again, report it anew.');
  const known = `more:${fault.id}:${key}`;
  return write(shop.db, () => {
    if (entryByKey(shop.db, known)) return ok(null);
    writeEntry(shop, reporter, {
      kind: 'fault again',
      machineId: fault.machineId,
      subjectId: fault.id,
      key: known,
      note,
      data: { reporter: what },
    });
    return ok(null);
  });
}

const reporter: Actor = { id: null, name: 'whoever reported it', source: 'label' };

/** A picture of a report, for whoever holds its link; `null`: it is none of it. */
export function reportPhoto(shop: Shop, token: string, photoId: string): Buffer | null {
  const fault = faultBehind(shop, token);
  const own = fault && photosOf(shop.db, [fault.id]).some(({ id }) => id === photoId);
  return own ? photoBytes(shop, photoId) : null;
}

const mailSchema = z.email('That is not a mail address.').max(200);

/** Asks for a letter when the fault is done. Forgotten once it was sent. */
export function askForLetter(shop: Shop, token: string, mail: string): Outcome<null> {
  const fault = faultBehind(shop, token);
  if (!fault) return refuse('This link is not valid.');
  if (fault.closedAs) return refuse('It is closed already: there is nothing more to tell.');
  const parsed = mailSchema.safeParse(mail.trim());
  if (!parsed.success) return refuse(parsed.error.issues[0]!.message, 'mail');
  if (followersOf(shop.db, fault.id).length >= 20) {
    return refuse('Enough people are told about this one already.', 'mail');
  }
  write(shop.db, () =>
    insertFollower(shop.db, { faultId: fault.id, mail: parsed.data, askedAt: shop.now() }),
  );
  return ok(null);
}

/** Writes to those who asked to hear of a fault that was returned or closed. The caller holds the transaction. */
export function tellFollowers(shop: Shop, fault: Fault): void {
  for (const { mail } of followersOf(shop.db, fault.id)) {
    writeLetter(shop, {
      key: `follow:${fault.id}:${fault.closedAs ?? 'returned'}:${mail}`,
      mail,
      subject: `${fault.machine}: ${fault.closedAs ? 'the fault you reported is closed' : 'back in use'}`,
      body: [
        `You asked to hear of: ${faultTitle(fault.signs, fault.note)} (${fault.machine}).`,
        fault.closedAs === null && fault.returned
          ? `It is back in use${fault.returned.restriction ? `, with a restriction: ${fault.returned.restriction}` : ''}.`
          : standingWords(fault),
        'This is the only thing your address was kept for.',
      ].join('\n\n'),
    });
  }
  if (fault.closedAs) dropFollowers(shop.db, fault.id);
}
