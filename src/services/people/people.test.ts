import type { Role } from '../../core/people/roles';
import { type Auth, createTechnician, openAuth, signIn } from './auth';
import { bookPage } from '../audit-log/audit-log';
import { actorAtLabel, nobody } from '../machines/labels';
import {
  addPerson,
  bringBack,
  changePassword,
  changeRole,
  endPerson,
  invite,
  join,
  people,
  person,
  personSignedIn,
  readInvitation,
  setPassword,
  signOutPerson,
  takeInvitation,
} from './people';
import { namesAtLabel, othersWhoDiagnose } from './names';
import { type Actor } from '../shop';
import { changeSetting } from '../setup/settings';
import { addTestMachine, eachTestShop, must, openTestShop, refusal } from '../testing/shop';
import { finishExercise } from '../training/training';
import { giveCode, dropCode } from './codes';

const day = 24 * 3_600_000;
const shop = eachTestShop(() => openTestShop(Date.now()));
let auth: Auth;
let asa: Actor;
beforeEach(async () => {
  auth = openAuth(shop);
  const made = must(
    await createTechnician(shop, auth, { name: 'Åse', password: 'herring-and-rye' }),
  );
  asa = { ...made, source: 'hand' };
});

const named = (name: string) => people(shop).find((one) => one.name === name)!;
const add = (name: string, role: Role = 'helper') => must(addPerson(shop, asa, { name, role }));

describe('what is practised before one may clean', () => {
  const asked = (value: string) => changeSetting(shop, asa, { name: 'training-first', value });
  const practise = (name: string, exercise: 'dots' | 'touch', passed: boolean) => {
    const key = `${name}-${exercise}-${passed}`;
    must(
      finishExercise(shop, { id: null, name, source: 'hand' }, { exercise, score: 3, passed, key }),
    );
  };

  it('is asked of a new helper, by what they passed under their name', () => {
    const cai = add('Cai');
    const bo = add('Bo', 'operator');
    must(asked('dots, touch'));
    const become = (personId: string, role: Role) => changeRole(shop, asa, { personId, role });
    expect(refusal(become(bo, 'helper'))).toContain('Set the mirrors, What may touch what');
    expect(refusal(addPerson(shop, asa, { name: 'Dag', role: 'technician' }))).toContain('Trainer');
    practise('Bo', 'dots', true);
    practise('Bo', 'touch', false);
    expect(refusal(become(bo, 'helper'))).toContain('not passed yet: What may touch what');
    practise('Bo', 'touch', true);
    must(become(bo, 'helper'));
    // who may clean already keeps it, up and down
    must(become(cai, 'technician'));
    must(become(cai, 'helper'));
    must(become(cai, 'operator'));
    expect(refusal(become(cai, 'helper'))).toContain('Set the mirrors');
    must(asked('nothing'));
    must(become(cai, 'helper'));
    expect(refusal(asked('juggling'))).toContain('Name exercises');
  });
});

describe('invitations', () => {
  it('let one person choose a password, once', async () => {
    const id = add('Bo');
    const token = must(invite(shop, asa, id));
    expect(must(readInvitation(shop, token)).name).toBe('Bo');
    expect(refusal(await join(shop, auth, token, 'short'))).toContain('10 characters');
    // on every list of the most used, in any case
    for (const used of ['1234567890', 'Password123', ' QwertyUiop ']) {
      expect(refusal(await join(shop, auth, token, used))).toContain('among the most used');
    }
    must(await join(shop, auth, token, 'a-long-enough-one'));
    expect(refusal(readInvitation(shop, token))).toContain('has been used');
    must(await signIn(shop, auth, { name: 'bo', password: 'a-long-enough-one' }));
    expect(named('Bo')).toMatchObject({ account: true, role: 'helper', invited: false });
  });

  it('run out after seven days, and the newest of a person is the only one', () => {
    const id = add('Bo');
    const first = must(invite(shop, asa, id));
    const second = must(invite(shop, asa, id));
    expect(refusal(readInvitation(shop, first))).toContain('not valid');
    shop.clock.now += 7 * day + 1;
    expect(refusal(readInvitation(shop, second))).toContain('run out');
    expect(refusal(readInvitation(shop, 'made-up'))).toContain('not valid');
  });

  it('set a new password for one who has an account, and sign out everywhere', async () => {
    const id = add('Bo');
    must(await join(shop, auth, must(invite(shop, asa, id)), 'a-long-enough-one'));
    expect(named('Bo').places).toHaveLength(1);
    must(await join(shop, auth, must(invite(shop, asa, id)), 'another-long-one'));
    expect(named('Bo').places).toHaveLength(1);
    expect(
      refusal(await signIn(shop, auth, { name: 'Bo', password: 'a-long-enough-one' })),
    ).toContain('wrong');
    must(await signIn(shop, auth, { name: 'Bo', password: 'another-long-one' }));
  });

  it('taken twice at once let in once, and what fails on the way leaves nothing', async () => {
    const id = add('Bo');
    const token = must(invite(shop, asa, id));
    const both = await Promise.all([
      takeInvitation(shop, auth, token, 'a-long-enough-one'),
      takeInvitation(shop, auth, token, 'another-long-one'),
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    const rows = () =>
      shop.db.$client.prepare(`select id from auth_user where username = 'bo'`).all();
    expect(rows()).toHaveLength(1);
    const cleo = must(invite(shop, asa, add('Cleo')));
    shop.db.$client.exec(
      `create trigger no_entry before insert on entry begin select raise(abort, 'the power went'); end`,
    );
    await expect(takeInvitation(shop, auth, cleo, 'a-long-enough-one')).rejects.toThrow();
    shop.db.$client.exec('drop trigger no_entry');
    expect(must(readInvitation(shop, cleo)).userId).toBeNull();
    expect(
      shop.db.$client.prepare(`select id from auth_user where username = 'cleo'`).all(),
    ).toEqual([]);
    must(await takeInvitation(shop, auth, cleo, 'a-long-enough-one'));
  });

  it('are kept as a hash only', () => {
    const token = must(invite(shop, asa, add('Bo')));
    expect(JSON.stringify(shop.db.$client.prepare('select * from invitation').all())).not.toContain(
      token,
    );
  });
});

describe('roles', () => {
  it('the last technician stays, as technician', async () => {
    expect(refusal(changeRole(shop, asa, { personId: asa.id!, role: 'helper' }))).toContain(
      'last technician',
    );
    expect(refusal(endPerson(shop, asa, asa.id!))).toContain('last technician');
    const id = add('Bo', 'technician');
    // one who was never let in is no help
    expect(refusal(endPerson(shop, asa, asa.id!))).toContain('last technician');
    must(await join(shop, auth, must(invite(shop, asa, id)), 'a-long-enough-one'));
    must(endPerson(shop, asa, asa.id!));
    expect(refusal(changeRole(shop, asa, { personId: id, role: 'reader' }))).toContain(
      'last technician',
    );
  });

  it('refuse what is none, and names that are taken or are no names', () => {
    expect(refusal(addPerson(shop, asa, { name: 'Bo', role: 'king' as Role }))).toContain('role');
    expect(refusal(addPerson(shop, asa, { name: '<b>Bo</b>', role: 'reader' }))).toContain(
      'letter',
    );
    add('Bo');
    expect(refusal(addPerson(shop, asa, { name: 'BO', role: 'reader' }))).toContain('already');
  });

  it('end with the person: signed out, off the labels, never signed in again, kept in the book', async () => {
    const id = add('Bo');
    must(await join(shop, auth, must(invite(shop, asa, id)), 'a-long-enough-one'));
    must(giveCode(shop, asa, id));
    const userId = (
      shop.db.$client.prepare('select user_id id from person where name = ?').get('Bo') as {
        id: string;
      }
    ).id;
    expect(personSignedIn(shop, userId)?.name).toBe('Bo');
    must(endPerson(shop, asa, id));
    expect(personSignedIn(shop, userId)).toBeNull();
    expect(named('Bo').places).toEqual([]);
    expect(namesAtLabel(shop)).not.toContain('Bo');
    expect(
      refusal(await signIn(shop, auth, { name: 'Bo', password: 'a-long-enough-one' })),
    ).toContain('wrong');
    expect(refusal(addPerson(shop, asa, { name: 'Bo', role: 'reader' }))).toContain(
      'bring them back',
    );
    must(bringBack(shop, asa, id));
    shop.clock.now += 60_000;
    must(await signIn(shop, auth, { name: 'Bo', password: 'a-long-enough-one' }));
    const words = bookPage(shop, { kinds: ['person'] }, 20).map(({ what }) => what);
    expect(words).toEqual(expect.arrayContaining(['Bo has left', 'Bo is back as helper']));
  });

  it('say who could give a second look: only those who can sign in', async () => {
    const bo = add('Bo');
    expect(othersWhoDiagnose(shop, asa)).toEqual([]);
    must(await join(shop, auth, must(invite(shop, asa, bo)), 'a-long-enough-one'));
    add('Cleo', 'operator');
    expect(othersWhoDiagnose(shop, asa)).toEqual(['Bo']);
  });
});

describe('passwords', () => {
  it('are changed with the present one only, and wrong ones are slowed', async () => {
    const change = (present: string, next: string) =>
      changePassword(shop, auth, asa.id!, { present, next });
    expect(refusal(await change('herring-and-rye', 'short'))).toContain('10 characters');
    for (let i = 0; i < 3; i++) {
      expect(refusal(await change('not-it-at-all', 'mackerel-and-rye'))).toContain('is wrong');
    }
    expect(refusal(await change('herring-and-rye', 'mackerel-and-rye'))).toContain('Wait');
    shop.clock.now += 60_000;
    must(await change('herring-and-rye', 'mackerel-and-rye'));
    must(await signIn(shop, auth, { name: 'Åse', password: 'mackerel-and-rye' }));
  });

  it('a changed one ends the sign-ins elsewhere and not this one; another role ends them all', async () => {
    const bo = add('Bo');
    must(await join(shop, auth, must(invite(shop, asa, bo)), 'a-long-enough-one'));
    must(await signIn(shop, auth, { name: 'Bo', password: 'a-long-enough-one' }));
    const [here] = named('Bo').places;
    const input = { present: 'a-long-enough-one', next: 'another-long-one' };
    must(await changePassword(shop, auth, bo, input, { placeId: here!.id }));
    expect(named('Bo').places.map(({ id }) => id)).toEqual([here!.id]);
    must(changeRole(shop, asa, { personId: bo, role: 'reader' }));
    expect(named('Bo').places).toEqual([]);
  });

  it('are set on the server’s own computer for whoever forgot theirs', async () => {
    const cli: Actor = { id: null, name: 'command line', source: 'command line' };
    must(await signIn(shop, auth, { name: 'Åse', password: 'herring-and-rye' }));
    expect(must(await setPassword(shop, auth, cli, 'åse', 'sprat-and-rye-bread'))).toBe('changed');
    expect(named('Åse').places).toEqual([]);
    must(await signIn(shop, auth, { name: 'Åse', password: 'sprat-and-rye-bread' }));
    add('Bo');
    expect(must(await setPassword(shop, auth, cli, 'Bo', 'a-long-enough-one'))).toBe('made');
    must(await signIn(shop, auth, { name: 'Bo', password: 'a-long-enough-one' }));
    expect(refusal(await setPassword(shop, auth, cli, 'Zoe', 'a-long-enough-one'))).toContain(
      'There are: Bo, Åse',
    );
    expect(refusal(await setPassword(shop, auth, cli, 'Bo', 'short'))).toContain('10 characters');
  });

  it('sessions are revoked one by one', async () => {
    must(await signIn(shop, auth, { name: 'Åse', password: 'herring-and-rye' }));
    must(await signIn(shop, auth, { name: 'Åse', password: 'herring-and-rye' }));
    const [first, second] = named('Åse').places;
    must(signOutPerson(shop, asa, { personId: asa.id!, placeId: first!.id }));
    expect(named('Åse').places.map(({ id }) => id)).toEqual([second!.id]);
    expect(person(shop, asa.id!)).toEqual(named('Åse'));
    expect(person(shop, 'nobody')).toBeNull();
    // a session that ran out is no place any more
    shop.clock.now += 400 * day;
    expect(person(shop, asa.id!)!.places).toEqual([]);
    shop.clock.now -= 400 * day;
    const signedOut = () =>
      bookPage(shop, {}, 50).filter((entry) => JSON.stringify(entry).includes('signed out'));
    expect(signedOut()).toHaveLength(1);
    // where nobody was signed in nothing was done, and nothing is written
    must(signOutPerson(shop, asa, { personId: asa.id!, placeId: 'no such place' }));
    expect(signedOut()).toHaveLength(1);
    must(signOutPerson(shop, asa, { personId: asa.id!, placeId: null }));
    expect(named('Åse').places).toEqual([]);
    expect(signedOut()).toHaveLength(2);
    add('Bo');
    expect(
      refusal(signOutPerson(shop, asa, { personId: named('Bo').id, placeId: null })),
    ).toContain('no account');
    expect(['Bo', 'Åse'].map((name) => named(name).account)).toEqual([false, true]);
  });
});

describe('at a label', () => {
  const at = (name: string, code: string, danger = false, address = '10.0.0.5') =>
    actorAtLabel(shop, { name, code }, danger, address);

  it('anybody may act under any name, or none', async () => {
    addTestMachine(shop);
    expect(must(await at('', ''))).toMatchObject({ name: nobody, id: null, source: 'label' });
    expect(must(await at(' <b>Zoe</b> ', '')).name).toBe('<b>Zoe</b>');
  });

  it('a name from the list, where the shop asks for one', async () => {
    must(changeSetting(shop, asa, { name: 'label-asks', value: 'name' }));
    add('Bo', 'operator');
    add('Rhea', 'reader');
    expect(must(await at('Bo', '')).name).toBe('Bo');
    expect(refusal(await at('Rhea', ''))).toContain('from the list');
    expect(refusal(await at('Zoe', ''))).toContain('from the list');
    expect(must(await at('Zoe', '', true)).name).toBe('Zoe');
  });

  describe('a code, where the shop asks for one', () => {
    beforeEach(() => {
      must(changeSetting(shop, asa, { name: 'label-asks', value: 'code' }));
    });
    /** A code that is not this one. */
    const other = (code: string) => String((Number(code) + 1) % 1_000_000).padStart(6, '0');

    it('is drawn by the server, and says whose it is; another takes its place', async () => {
      const bo = add('Bo', 'operator');
      const code = must(giveCode(shop, asa, bo));
      expect(code).toMatch(/^\d{6}$/);
      expect(must(await at('', code))).toMatchObject({ name: 'Bo', id: bo });
      const next = must(giveCode(shop, asa, bo));
      expect(must(await at('', next)).name).toBe('Bo');
      expect(refusal(await at('', code))).toContain('not known');
      expect(JSON.stringify(shop.db.$client.prepare('select * from person').all())).not.toContain(
        next,
      );
      must(dropCode(shop, asa, bo));
      expect(refusal(await at('', next))).toContain('not known');
    });

    it('is slowed over all labels, not forgiven by a right one, and never holds danger up', async () => {
      const code = must(giveCode(shop, asa, add('Bo', 'operator')));
      // a right code between the wrong ones does not clear them
      for (let i = 0; i < 3; i++) await at('', other(code));
      must(await at('', code));
      await at('', other(code));
      expect(refusal(await at('', code))).toContain('Wait');
      expect(must(await at('', '', true)).name).toBe(nobody);
      expect(must(await at('', other(code), true)).name).toBe(nobody);
      expect(must(await at('', code, false, '10.0.0.9')).name).toBe('Bo');
      shop.clock.now += 60_000;
      expect(must(await at('', code)).name).toBe('Bo');
    });

    it('is slowed over the whole shop where guesses come from many addresses', async () => {
      const code = must(giveCode(shop, asa, add('Bo', 'operator')));
      for (let i = 0; i < 40; i++) await at('', other(code), false, `10.0.1.${i}`);
      expect(refusal(await at('', code, false, '10.0.2.1'))).toContain('Wait');
    });

    it('is enough only for roles that the shop allows, never a technician by default', async () => {
      const own = must(giveCode(shop, asa, asa.id!));
      expect(refusal(await at('', own))).toContain('not enough for a technician');
      must(changeSetting(shop, asa, { name: 'code-roles', value: 'technician, operator' }));
      expect(must(await at('', own)).name).toBe('Åse');
      const helper = must(giveCode(shop, asa, add('Bo', 'helper')));
      expect(refusal(await at('', helper))).toContain('not enough for a helper');
      expect(refusal(changeSetting(shop, asa, { name: 'code-roles', value: 'king' }))).toContain(
        'Name roles',
      );
    });
  });
});
