import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { addMachine } from '../machines/machines';
import { browserToken, createTechnician, openAuth, openNewShop, signIn } from './auth';
import { closeShop, openShop } from '../shop';
import { longestWaitSeconds, waitAfter } from './tries';
import { must, eachTestShop, openTestShop, refusal } from '../testing/shop';

const shop = eachTestShop(() => openTestShop(Date.now()));

const right = { name: 'Åse', password: 'herring-and-rye' };

test('the first account is the technician, and there is only one first', async () => {
  const auth = openAuth(shop);
  expect(refusal(await createTechnician(shop, auth, { ...right, password: 'short' }))).toContain(
    '10 characters',
  );
  expect(refusal(await createTechnician(shop, auth, { ...right, name: '<b>' }))).toContain(
    'letter',
  );
  must(await createTechnician(shop, auth, right));
  expect(refusal(await createTechnician(shop, auth, { ...right, name: 'Bo' }))).toContain(
    'already',
  );
  must(await signIn(shop, auth, right));
  must(await signIn(shop, auth, { ...right, name: 'åse' }));
});

test('the password is kept hashed', async () => {
  must(await createTechnician(shop, openAuth(shop), right));
  const rows = JSON.stringify(shop.db.$client.prepare('select * from auth_account').all());
  expect(rows).toContain('password');
  expect(rows).not.toContain(right.password);
});

test('repeated wrong passwords are slowed, also for names nobody has; a right one clears it', async () => {
  const auth = openAuth(shop);
  must(await createTechnician(shop, auth, right));
  const wrong = { ...right, password: 'mackerel-and-rye' };
  for (let i = 0; i < 3; i++) expect(refusal(await signIn(shop, auth, wrong))).toContain('wrong');
  expect(refusal(await signIn(shop, auth, right))).toContain('Wait 2 s');
  shop.clock.now += 2_000;
  expect(refusal(await signIn(shop, auth, wrong))).toContain('is wrong');
  expect(refusal(await signIn(shop, auth, right))).toContain('Wait 4 s');
  shop.clock.now += 4_000;
  must(await signIn(shop, auth, right));
  must(await signIn(shop, auth, right));
  for (let i = 0; i < 3; i++) await signIn(shop, auth, { name: 'Nobody', password: 'x' });
  expect(refusal(await signIn(shop, auth, { name: 'nobody', password: 'x' }))).toContain('Wait');
});

test('the wait doubles up to a ceiling that keeps nobody out', () => {
  expect([0, 2, 3, 4, 5, 40].map((failures) => waitAfter(failures, 3))).toEqual([
    0,
    0,
    2,
    4,
    8,
    longestWaitSeconds,
  ]);
  expect(longestWaitSeconds).toBeLessThanOrEqual(60);
});

test('whoever guesses from one address keeps nobody out at another, nor in a browser that is known', async () => {
  const auth = openAuth(shop);
  must(await createTechnician(shop, auth, right));
  const wrong = { ...right, password: 'mackerel-and-rye' };
  const guesser = { address: '10.0.0.66' };
  for (let i = 0; i < 40; i++) await signIn(shop, auth, wrong, guesser);
  expect(refusal(await signIn(shop, auth, right, guesser))).toContain('Wait');
  must(await signIn(shop, auth, right, { address: '10.0.0.7' }));
  // at the very same address, as behind a proxy: the browser in which this name came in before
  const browser = browserToken(shop, 'Åse');
  must(await signIn(shop, auth, right, { ...guesser, browser }));
  const made = browser.replace(/.$/, (last) => (last === 'A' ? 'B' : 'A'));
  expect(refusal(await signIn(shop, auth, right, { ...guesser, browser: made }))).toContain('Wait');
  expect(
    refusal(
      await signIn(shop, auth, right, { ...guesser, browser: browserToken(shop, 'Somebody') }),
    ),
  ).toContain('Wait');
});

test('one address that tries many names is slowed too', async () => {
  const auth = openAuth(shop);
  const from = { address: '10.0.0.66' };
  for (let i = 0; i < 30; i++) {
    await signIn(shop, auth, { name: `name ${i}`, password: 'x' }, from);
  }
  expect(refusal(await signIn(shop, auth, { name: 'another', password: 'x' }, from))).toContain(
    'Wait',
  );
});

test('waits survive a clock that is set back, and counts are forgotten after a day', async () => {
  const auth = openAuth(shop);
  must(await createTechnician(shop, auth, right));
  const wrong = { ...right, password: 'mackerel-and-rye' };
  for (let i = 0; i < 3; i++) await signIn(shop, auth, wrong);
  shop.clock.now -= 6 * 3_600_000;
  expect(refusal(await signIn(shop, auth, right))).toMatch(/Wait [12] s/);
  shop.clock.now += 2_000;
  must(await signIn(shop, auth, right));
  for (let i = 0; i < 50; i++) await signIn(shop, auth, { name: `nobody ${i}`, password: 'x' });
  const kept = () =>
    (shop.db.$client.prepare('select count(*) n from sign_in_failure').get() as { n: number }).n;
  expect(kept()).toBeGreaterThan(20);
  shop.clock.now += 25 * 3_600_000;
  await signIn(shop, auth, wrong);
  expect(kept()).toBe(2); // this name at this address, and the address
});

describe('a new shop', () => {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-new-'));
  afterAll(() => fs.rmSync(dir, { recursive: true }));
  const input = { ...right, shopName: 'Quay loft', timezone: 'Europe/Oslo' };

  it('is opened whole or not at all, once, and only with the word where one is asked', async () => {
    const fresh = openShop(path.join(dir, 'one'));
    const auth = openAuth(fresh);
    const rows = (table: string) =>
      (fresh.db.$client.prepare(`select count(*) n from ${table}`).get() as { n: number }).n;
    const nothing = () =>
      expect(['person', 'auth_user', 'entry', 'setting'].map(rows)).toEqual([0, 0, 0, 0]);
    expect(refusal(await openNewShop(fresh, auth, input, 'kelp-buoy'))).toContain('word');
    expect(
      refusal(await openNewShop(fresh, auth, { ...input, word: 'guess' }, 'kelp-buoy')),
    ).toContain('word');
    nothing();
    expect(
      refusal(await openNewShop(fresh, auth, { ...input, timezone: 'Mars/Olympus' }, null)),
    ).toContain('time zone');
    expect(refusal(await openNewShop(fresh, auth, { ...input, password: 'x' }, null))).toContain(
      '10 characters',
    );
    nothing();
    // two at once: one of them is the technician
    const both = await Promise.all([
      openNewShop(fresh, auth, { ...input, word: ' Kelp-Buoy ' }, 'kelp-buoy'),
      openNewShop(fresh, auth, { ...input, name: 'Bo', word: 'kelp-buoy' }, 'kelp-buoy'),
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect([rows('person'), rows('auth_user'), rows('auth_account')]).toEqual([1, 1, 1]);
    expect(fresh.name).toBe('Quay loft');
    expect(refusal(await openNewShop(fresh, auth, { ...input, name: 'Cleo' }, null))).toContain(
      'already',
    );
    closeShop(fresh);
  });

  it('is not one whose book somebody has written in', async () => {
    const used = openShop(path.join(dir, 'two'));
    const hand = { id: null, name: 'Somebody', source: 'hand' as const };
    must(addMachine(used, hand, { nickname: 'Wren', family: 'enclosed-diode' }));
    expect(refusal(await openNewShop(used, openAuth(used), input, null))).toContain('already');
    closeShop(used);
  });
});

describe('the secret', () => {
  it.each([
    ['missing', (file: string) => fs.rmSync(file)],
    ['empty', (file: string) => fs.truncateSync(file)],
  ])('that is %s is never made anew in silence', async (_, harm) => {
    must(await createTechnician(shop, openAuth(shop), right));
    harm(path.join(shop.dataDir, 'secret'));
    expect(() => openShop(shop.dataDir)).toThrow(/missing or empty.*new-secret/);
  });
});
