import { may } from '../../core/people/roles';
import { allPeople } from '../../records/people';
import type { Actor, Shop } from '../shop';

/** Names for choosing oneself at a label. */
export function namesAtLabel(shop: Shop): string[] {
  return allPeople(shop.db)
    .filter(({ endedAt, role }) => endedAt === null && may(role, 'log'))
    .map(({ name }) => name);
}

/** Whether two are one person: by who they are; by name only where neither has an account (the command line). */
export function isSame(
  one: Pick<Actor, 'id' | 'name'>,
  other: Pick<Actor, 'id' | 'name'>,
): boolean {
  if (one.id !== null && other.id !== null) return one.id === other.id;
  return one.name === other.name;
}

/** Who else of the shop could give a second look: they must be able to sign in. */
export function othersWhoDiagnose(shop: Shop, who: Pick<Actor, 'id' | 'name'>): string[] {
  return allPeople(shop.db)
    .filter(
      ({ id, endedAt, userId, name, role }) =>
        endedAt === null && userId !== null && !isSame({ id, name }, who) && may(role, 'diagnose'),
    )
    .map((row) => row.name);
}
