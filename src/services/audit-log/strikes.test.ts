import { entryKinds, type EntryKind } from '../../records/audit-log-data';
import { roles, type Role } from '../../core/people/roles';
import { insertEntry } from '../../records/audit-log';
import { mayStrike, strikeEntry } from './audit-log';
import { addBooking } from '../schedule/bookings';
import { addTestMachine, dropTestShop, must, openTestShop, refusal, tester } from '../testing/shop';

/** What each role may strike, written by hand: nobody strikes what they may not write. */
const table: Record<Role, EntryKind[]> = {
  technician: [
    'session',
    'care',
    'fault check',
    'fault cause',
    'fault showing',
    'fault diagnosis',
    'fault repair',
    'meter reading',
    'meter explained',
    'day without use',
    'deferral',
    'call',
    'care plan',
    'task past',
    'machine past',
    'put back',
    'stock',
    'reading',
    'technician days',
    'booking',
  ],
  helper: [
    'session',
    'care',
    'fault check',
    'fault cause',
    'fault showing',
    'fault diagnosis',
    'fault repair',
    'meter reading',
    'meter explained',
    'day without use',
    'deferral',
    'call',
    'task past',
    'put back',
    'stock',
    'reading',
  ],
  operator: [],
  reader: [],
};

test.each(
  roles.flatMap((role) =>
    entryKinds.map((kind) => ({ role, kind, may: table[role].includes(kind) })),
  ),
)('a $role may strike a $kind: $may', ({ role, kind, may }) => {
  expect(mayStrike(role, kind)).toBe(may);
});

test('what a helper may not write a helper does not strike, by any door', () => {
  const shop = openTestShop();
  const machineId = addTestMachine(shop).id;
  const from = shop.clock.now;
  const { entryId } = must(
    addBooking(shop, tester, { machineId, from, to: from + 3_600_000, weeks: 1, words: 'club' }),
  );
  expect(refusal(strikeEntry(shop, tester, 'helper', entryId, 'mine now'))).toContain(
    'A helper may not',
  );
  const plan = insertEntry(shop.db, {
    kind: 'care plan',
    machineId,
    at: from,
    recordedAt: from,
    personId: null,
    person: 'Tester',
    source: 'hand',
    data: { change: 'school', school: 'meter' },
  });
  expect(refusal(strikeEntry(shop, tester, 'helper', plan, 'mine now'))).toContain('set-up');
  expect(refusal(strikeEntry(shop, tester, 'operator', entryId, 'mine now'))).toContain(
    'An operator',
  );
  must(strikeEntry(shop, tester, 'technician', entryId, 'called off'));
  dropTestShop(shop);
});
