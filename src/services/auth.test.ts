import { createTechnician, openAuth, signIn, waitAfter } from './auth';
import { dropTestShop, must, openTestShop, refusal, type TestShop } from './testing/shop';

let shop: TestShop;
beforeEach(() => {
  shop = openTestShop(Date.now());
});
afterEach(() => dropTestShop(shop));

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

test('the wait doubles up to a quarter of an hour', () => {
  expect([0, 2, 3, 4, 5, 40].map(waitAfter)).toEqual([0, 0, 2, 4, 8, 900]);
});
