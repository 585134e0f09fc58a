import { ok } from '../../core/units/result';
import { randomInt } from 'node:crypto';
import type { PersonRow } from '../../records/people';
import { personById, personByCode, updatePerson } from '../../records/people';
import { keyed } from './secret';
import type { Outcome, Shop } from '../shop';
import { refuse } from '../shop';
import { useCase, id } from '../use-case';
import { notePerson } from './note-person';
import type { TryCount } from './tries';
import { slowed } from './tries';

const codeDigits = 6;

/**
 * Gives somebody a short code for the labels, in place of the one before. It is drawn by chance and nobody
 * chooses it, so that trying to set one never tells that another has it.
 * @returns the code: it is shown now and never again
 */
export const giveCode = useCase(id, (shop, actor, personId): Outcome<string> => {
  const row = personById(shop.db, personId);
  if (!row || row.endedAt !== null) return refuse('That person is not in the list.');
  for (;;) {
    const code = String(randomInt(10 ** codeDigits)).padStart(codeDigits, '0');
    const codeHash = keyed(shop, 'label code', code);
    if (/^(\d)\1+$/.test(code) || personByCode(shop.db, codeHash)) continue;
    updatePerson(shop.db, personId, { codeHash });
    notePerson(shop, actor, row, 'code');
    return ok(code);
  }
});

/** Takes somebody's code for the labels away. */
export const dropCode = useCase(id, (shop, actor, personId): Outcome<null> => {
  const row = personById(shop.db, personId);
  if (!row || row.endedAt !== null) return refuse('That person is not in the list.');
  updatePerson(shop.db, personId, { codeHash: null });
  notePerson(shop, actor, row, 'code');
  return ok(null);
});

/**
 * Whoever has this code, where a code is enough for their role. Wrong ones are slowed by address over all labels
 * and, from many addresses, over the whole shop; a right one forgives none.
 * @param address network address it comes from, as far as it is known
 */
export async function personOfCode(
  shop: Shop,
  code: string,
  address = 'here',
): Promise<Outcome<PersonRow>> {
  const counts: TryCount[] = [
    { key: `codes at ${address}`, free: 4, fades: 120 },
    { key: 'codes', free: 40, fades: 60 },
  ];
  return slowed(shop, counts, () => {
    const row = personByCode(shop.db, keyed(shop, 'label code', code.trim()));
    if (!row || row.endedAt !== null) {
      return refuse('That code is not known. Nothing was recorded; try again.', 'code');
    }
    if (!shop.codeRoles.includes(row.role)) {
      return refuse(
        `A code is not enough for a ${row.role} here: sign in with name and password.`,
        'code',
      );
    }
    return ok(row);
  });
}
