import { entryData, standingEntries } from '../../records/audit-log';
import { eachTestShop, must, openTestShop, refusal } from '../testing/shop';
import type { Actor } from '../shop';
import { createTechnician, openAuth, type Auth } from './auth';
import {
  addPerson,
  bringBack,
  changePassword,
  changeRole,
  endPerson,
  invite,
  join,
  namesInUse,
  people,
  person,
  setPassword,
  signOutPerson,
  takeInvitation,
} from './people';

const shop = eachTestShop(() => openTestShop(Date.now()));
let auth: Auth;
let asa: Actor & { id: string };
let bo: string;
beforeEach(async () => {
  auth = openAuth(shop);
  const made = must(
    await createTechnician(shop, auth, { name: 'Åse', password: 'herring-and-rye' }),
  );
  asa = { ...made, source: 'hand' };
  bo = must(addPerson(shop, asa, { name: 'Bo', role: 'helper' }));
});
const password = 'a-long-enough-one';
const noted = () =>
  standingEntries(shop.db, ['person']).map((row) => {
    const { name, change, role } = entryData(row, 'person');
    return `${name} ${change} ${role}`;
  });
const gone = 'nobody';

test('who is not in the list is not invited, changed, ended, brought back or signed out', async () => {
  const before = noted();
  for (const refused of [
    invite(shop, asa, gone),
    changeRole(shop, asa, { personId: gone, role: 'reader' }),
    endPerson(shop, asa, gone),
    bringBack(shop, asa, gone),
  ]) {
    expect(refusal(refused)).toBe('That person is not in the list.');
  }
  for (const personId of [gone, bo]) {
    expect(refusal(signOutPerson(shop, asa, { personId, placeId: null }))).toBe(
      'That person has no account.',
    );
    const change = { present: password, next: 'another-long-one' };
    expect(refusal(await changePassword(shop, auth, personId, change))).toBe(
      'That person has no account.',
    );
  }
  expect(person(shop, gone)).toBeNull();
  expect((await takeInvitation(shop, auth, 'made-up', password)).ok).toBe(false);
  expect(noted()).toEqual(before);
});

test('who has left is off the lists, is not invited and gets no password, until they are back', async () => {
  expect(namesInUse(shop).sort()).toEqual(['Bo', 'Åse']);
  const link = must(invite(shop, asa, bo));
  must(endPerson(shop, asa, bo));
  expect(namesInUse(shop)).toEqual(['Åse']);
  expect(people(shop).map(({ name }) => name)).toEqual(['Åse', 'Bo']);
  expect(person(shop, bo)).toMatchObject({ endedAt: shop.now(), account: false, invited: false });
  expect(refusal(invite(shop, asa, bo))).toBe('Bo has left. Bring them back first.');
  expect(refusal(await setPassword(shop, auth, asa, 'Bo', password))).toBe(
    'Bo has left. Bring them back first.',
  );
  expect((await join(shop, auth, link, password)).ok).toBe(false);
  const before = noted();
  must(endPerson(shop, asa, bo));
  expect(noted()).toEqual(before);
  must(bringBack(shop, asa, bo));
  expect(noted().at(-1)).toBe('Bo back helper');
  must(await join(shop, auth, must(invite(shop, asa, bo)), password));
  expect(person(shop, bo)).toMatchObject({ account: true, endedAt: null });
});

test('a role that somebody has is given once, and the last technician stays one', () => {
  const before = noted();
  expect(must(changeRole(shop, asa, { personId: bo, role: 'helper' }))).toBe('helper');
  expect(noted()).toEqual(before);
  expect(must(changeRole(shop, asa, { personId: bo, role: 'operator' }))).toBe('operator');
  expect(noted().at(-1)).toBe('Bo role operator');
  const last = changeRole(shop, asa, { personId: asa.id, role: 'helper' });
  expect(last).toMatchObject({ ok: false, error: { field: 'role' } });
  expect(refusal(endPerson(shop, asa, asa.id))).toContain('The last technician');
  // one without an account is no technician who could come in
  must(changeRole(shop, asa, { personId: bo, role: 'technician' }));
  expect(refusal(endPerson(shop, asa, asa.id))).toContain('The last technician');
});

test('a name that is not known is answered with those that are, where there are any', async () => {
  expect(refusal(await setPassword(shop, auth, asa, 'Bob', password))).toBe(
    'Nobody here is called "Bob". There are: Bo, Åse.',
  );
  expect(must(await setPassword(shop, auth, asa, ' Bo ', password))).toBe('made');
  expect(must(await setPassword(shop, auth, asa, 'Bo', 'another-long-one'))).toBe('changed');
  expect(noted().slice(-2)).toEqual(['Bo password helper', 'Bo password helper']);
  expect(await setPassword(shop, auth, asa, 'Bo', 'short')).toMatchObject({
    error: { field: 'password' },
  });
});
