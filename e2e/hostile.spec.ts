import { request as requestKit } from '@playwright/test';
import { Hostile, walk } from './hostile';
import { addMachine, expect, signIn, test, welcome } from './shop';

test.use({ suite: 'hostile' });
test.describe.configure({ mode: 'serial', timeout: 240_000 });

let machineUrl: string;

test('pages run only what is ours, and go into no frame', async ({ page, server }) => {
  const blocked: string[] = [];
  page.on('console', (message) => {
    if (/Content Security Policy|Refused to/i.test(message.text())) blocked.push(message.text());
  });
  page.on('pageerror', (error) => blocked.push(error.message));
  await welcome(page, server.url);
  machineUrl = await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  const nonces = new Set<string>();
  for (const at of ['/', '/faults/new', '/log', '/plan', '/evidence', '/setup', '/setup/labels']) {
    const headers = (await page.goto(server.url + at))!.headers();
    const policy = headers['content-security-policy']!;
    const [, script] = /script-src ([^;]+)/.exec(policy)!;
    expect(script).toMatch(/^'self' 'nonce-[\w+/=]{20,}'$/);
    nonces.add(script!);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).toContain("object-src 'none'");
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['referrer-policy']).toBe('no-referrer');
    expect(headers['permissions-policy']).toContain('geolocation=()');
    expect(headers['x-powered-by']).toBeUndefined();
  }
  expect(nonces.size).toBe(7);
  expect(blocked).toEqual([]);
  // a script that somebody else put there does not run
  await page.goto(`${server.url}/setup`);
  await page.evaluate(() => {
    const script = document.createElement('script');
    script.textContent = 'document.documentElement.dataset.intruder = "in"';
    document.body.append(script);
  });
  expect(await page.evaluate(() => document.documentElement.dataset['intruder'])).toBeUndefined();
});

test('cookies are out of reach of scripts and of other sites', async ({ page, server }) => {
  await signIn(page, server.url);
  const cookies = await page.context().cookies();
  expect(cookies.length).toBeGreaterThan(0);
  for (const { httpOnly, sameSite, path } of cookies) {
    expect([httpOnly, sameSite, path]).toEqual([true, 'Lax', '/']);
  }
});

test('whoever goes through links from one address is told to wait', async ({ server }) => {
  const stranger = await requestKit.newContext();
  let status = 404;
  let asked = 0;
  // the burst that a workshop's phones are allowed, and what comes in again meanwhile
  while (status !== 429 && asked < 600) {
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, n) =>
        stranger.get(`${server.url}/api/plan/feed/guess-${asked + n}.ics`),
      ),
    );
    const slowed = answers.find((answer) => answer.status() === 429);
    if (slowed) {
      status = 429;
      expect(Number(slowed.headers()['retry-after'])).toBeGreaterThan(0);
    }
    asked += answers.length;
  }
  expect(status).toBe(429);
  // who is inside goes on
  expect((await stranger.get(`${server.url}/healthz`)).status()).toBe(200);
  await stranger.dispose();
});

test('what no page sends breaks nothing', async ({ page, server, data }) => {
  test.setTimeout(600_000);
  await signIn(page, server.url);
  const cookies = await page.context().cookies();
  const cookie = cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  const hostile = new Hostile(Date.now(), [
    machineUrl.split('/').at(-1)!,
    'Wren',
    'window',
    'weak',
  ]);
  const { calls, broken, slow, byStatus } = await walk(server.url, cookie, hostile, 10_000);
  expect(broken).toEqual([]);
  expect(slow).toEqual([]);
  expect(calls).toBeGreaterThanOrEqual(10_000);
  // it went in: refusals in words, not at the door alone
  expect(byStatus['200']).toBeGreaterThan(200);
  await page.goto(`${server.url}/setup`);
  await expect(page.getByRole('heading', { name: 'Set-up' })).toBeVisible();
  const ready = await page.request.get(`${server.url}/readyz`);
  expect(await ready.json()).toMatchObject({ ready: true, book: 'writable' });
  expect(data.bitacora('check').code).toBe(0);
});
