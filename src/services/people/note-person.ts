import type { EntryData } from '../../records/audit-log-data';
import type { PersonRow } from '../../records/people';
import { writeEntry, type Actor, type Shop } from '../shop';

/** Notes in the book what became of somebody; the caller holds the transaction. */
export function notePerson(
  shop: Shop,
  actor: Actor,
  { id, name, role }: Pick<PersonRow, 'id' | 'name' | 'role'>,
  change: EntryData<'person'>['change'],
): void {
  writeEntry(shop, actor, {
    kind: 'person',
    machineId: null,
    data: { personId: id, name, role, change },
  });
}
