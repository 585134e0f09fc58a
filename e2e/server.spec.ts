import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { builtPages } from './built';
import { startServer } from './server';
import { addMachine, DataFolder, expect, technician, test, welcome } from './shop';

test.use({ suite: 'server' });
test.describe.configure({ mode: 'serial' });

const sqlite = (data: DataFolder) => path.join(data.dir, 'bitacora.sqlite');

test('beyond loopback the first page asks for the word that the server printed', async ({
  page,
}) => {
  const data = new DataFolder();
  const server = await startServer(data.dir, { PUBLIC_URL: 'http://quay.invalid:3000' });
  await page.goto(server.url);
  await page.getByLabel('Name of the shop').fill('Test loft');
  await page.getByRole('combobox', { name: 'Time zone of the shop' }).fill('Europe/Oslo');
  await page.getByLabel('Your name, technician').fill(technician.name);
  await page.getByLabel('Your password').first().fill(technician.password);
  await page.getByLabel("The server's word").fill('guess-guess-gues');
  await page.getByRole('button', { name: 'Open the book' }).click();
  await expect(page.getByText('not the word the server printed')).toBeVisible();
  const word = /asks for this word: (\S+)/.exec(server.printed())![1]!;
  await page.getByLabel("The server's word").fill(word);
  await page.getByRole('button', { name: 'Open the book' }).click();
  await expect(page.getByRole('link', { name: 'Today' })).toBeVisible();
  // there is no second first page
  await page.goto(`${server.url}/welcome`);
  await expect(page).not.toHaveURL(/welcome/);
  await server.kill();
  data.remove();
});

test('a connection outlasts a look at a page: an action sent on one that is being closed would fail', async () => {
  const data = new DataFolder();
  const server = await startServer(data.dir);
  const { headers } = await fetch(`${server.url}/healthz`);
  const [, seconds] = /timeout=(\d+)/.exec(headers.get('keep-alive') ?? '') ?? [];
  expect(Number(seconds)).toBeGreaterThan(60);
  await server.kill();
  data.remove();
});

test('pages and scripts come compressed, to whoever takes them so', async ({ page }) => {
  const data = new DataFolder();
  const server = await startServer(data.dir, { PAGE_HELPER: 'off' });
  await welcome(page, server.url);
  const came = async (address: string, encoding: string) => {
    const answer = await page.request.get(new URL(address, server.url).href, {
      headers: { 'accept-encoding': encoding },
    });
    expect(answer.status()).toBe(200);
    return { as: answer.headers()['content-encoding'], text: await answer.text() };
  };
  const today = await came('/', 'gzip');
  expect(today.as).toBe('gzip');
  expect(today.text).toContain('</html>');
  const script = /\/_next\/static\/chunks\/[^"]+\.js/.exec(today.text)![0];
  expect((await came(script, 'gzip')).as).toBe('gzip');
  const plain = await came('/', 'identity');
  expect(plain.as).toBeUndefined();
  expect(plain.text).toContain('</html>');
  await server.kill();
  data.remove();
});

test('stopped, it folds all that was written into the one file, which is its owner’s alone', async ({
  page,
}) => {
  const data = new DataFolder();
  const server = await startServer(data.dir);
  await welcome(page, server.url);
  await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  expect(fs.existsSync(`${sqlite(data)}-wal`)).toBe(true);
  for (const name of fs.readdirSync(data.dir)) {
    const { mode } = fs.statSync(path.join(data.dir, name));
    expect([name, mode & 0o077]).toEqual([name, 0]);
  }
  const ended = new Promise<number | null>((resolve) => server.process.once('exit', resolve));
  server.process.kill('SIGTERM');
  expect(await ended).toBe(0);
  expect(fs.readdirSync(data.dir).filter((name) => /-wal|-shm|pid/.test(name))).toEqual([]);
  data.remove();
});

test('a second process draws pages of the same book; where it dies, the server draws them', async ({
  page,
}) => {
  const data = new DataFolder();
  const server = await startServer(data.dir, { PAGE_HELPER: 'always' });
  const pid = server.process.pid!;
  /** The process that helps, and how long it has worked, in ticks of the clock. */
  const helper = () => {
    const all = fs.readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ');
    const of = all.find((one) =>
      fs.readFileSync(`/proc/${one}/cmdline`, 'utf8').includes('page-helper'),
    );
    if (of === undefined) return { of: 0, worked: 0 };
    const fields = fs.readFileSync(`/proc/${of}/stat`, 'utf8').split(') ')[1]!.split(' ');
    return { of: Number(of), worked: Number(fields[11]) };
  };
  await welcome(page, server.url);
  const cookie = (await page.context().cookies()).map(({ name, value }) => `${name}=${value}`);
  const ask = async (at: string) => {
    const answer = await fetch(server.url + at, { headers: { cookie: cookie.join('; ') } });
    return { status: answer.status, headers: answer.headers, text: await answer.text() };
  };
  // it is there once pages make it work
  await expect(async () => {
    const before = helper().worked;
    for (let n = 0; n < 40; n++) expect((await ask('/')).status).toBe(200);
    expect(helper().worked - before).toBeGreaterThan(5);
  }).toPass({ timeout: 60_000 });
  const added = await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  const { text, headers } = await ask('/');
  expect(text).toContain('Wren');
  expect(headers.get('content-encoding')).toBe('gzip');
  const nonce = /'nonce-([^']+)'/.exec(headers.get('content-security-policy')!)![1]!;
  expect(text).toContain(`nonce="${nonce}"`);
  expect((await ask('/machines/none')).status).toBe(404);
  // no page writes as it is drawn
  for (const at of builtPages) {
    const place = at.replace('/machines/[id]', new URL(added).pathname);
    if (!place.includes('[')) expect((await ask(place)).status, place).toBeLessThan(500);
  }
  expect(server.printed()).not.toMatch(/readonly|RecordsError/i);
  const asked = Array.from({ length: 40 }, () => ask('/'));
  process.kill(helper().of, 'SIGKILL');
  expect((await Promise.all(asked)).map(({ status }) => status)).toEqual(Array(40).fill(200));
  // it is called again with the next page
  await expect(async () => {
    await ask('/');
    expect(helper().of).toBeGreaterThan(0);
  }).toPass({ timeout: 60_000 });
  const ended = new Promise<number | null>((resolve) => server.process.once('exit', resolve));
  server.process.kill('SIGTERM');
  expect(await ended).toBe(0);
  expect(fs.readdirSync(data.dir).filter((name) => /-wal|-shm|pid/.test(name))).toEqual([]);
  data.remove();
});

test('a book that is gone or damaged is no new shop: start and page say so, and a copy brings it back', async ({
  page,
}) => {
  test.setTimeout(180_000); // five starts, and four times the command line
  const data = new DataFolder();
  let server = await startServer(data.dir);
  await welcome(page, server.url);
  await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  const copies = `${data.dir}-copies`;
  const made = data.bitacora('backup', copies);
  expect(made.code).toBe(0);
  const copy = path.join(copies, fs.readdirSync(copies)[0]!);
  // not under a server that runs
  expect(data.bitacora('restore', copy).code).toBe(2);
  await server.kill();
  for (const [harm, words] of [
    [() => fs.truncateSync(sqlite(data)), /The records are empty/],
    [() => fs.writeFileSync(sqlite(data), Buffer.alloc(9000, 7)), /The records are damaged/],
    [() => fs.rmSync(sqlite(data)), /The records are missing/],
  ] as const) {
    fs.rmSync(`${sqlite(data)}-wal`, { force: true });
    fs.rmSync(`${sqlite(data)}-shm`, { force: true });
    harm();
    server = await startServer(data.dir);
    expect(server.printed()).toMatch(words);
    for (const at of ['/', '/welcome', '/sign-in', '/at/some-label']) {
      await page.goto(server.url + at);
      await expect(page.getByRole('heading', { name: 'The book cannot be opened' })).toBeVisible();
      await expect(page.getByText(words)).toBeVisible();
    }
    const due = await page.request.get(`${server.url}/api/v1/due`);
    expect([due.status(), await due.text()]).toEqual([503, expect.stringMatching(words)]);
    await server.kill();
  }
  fs.rmSync(data.dir, { recursive: true });
  expect(data.bitacora('restore', copy).code).toBe(0);
  server = await startServer(data.dir);
  // keys came back too: whoever was signed in still is
  await page.goto(server.url);
  await expect(page.getByRole('link', { name: /Wren/ }).first()).toBeVisible();
  await server.kill();
  data.remove();
});

test('the disk is full: what is refused says so, reading goes on, and with room again nothing is missing', async ({
  page,
}) => {
  const data = new DataFolder();
  const mount = ['-rm', 'mount', '-t', 'tmpfs', '-o', 'size=1m', 'tmpfs', data.dir];
  const { status } = spawnSync('unshare', mount);
  test.skip(status !== 0, 'this computer lets nobody make a disk of their own');
  // where the copies go is another disk
  const server = await startServer(
    data.dir,
    { BITACORA_COPIES_AFTER_MS: '86400000' },
    undefined,
    '24m',
  );
  await welcome(page, server.url);
  await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  const duration = page.getByLabel('Other duration, in minutes or h:mm');
  const log = async (minutes: string) => {
    await duration.fill(minutes);
    await page.getByRole('button', { name: 'Log it' }).click();
  };
  await page.goto(`${server.url}/log`);
  const filler = path.join('/proc', String(server.process.pid), 'root', data.dir, 'filler');
  fill(filler);
  await log('17');
  await expect(page.getByText(/disk of the server is full/).first()).toBeVisible();
  await expect(duration).toHaveValue('17');
  const ready = await page.request.get(`${server.url}/readyz`);
  expect(ready.status()).toBe(503);
  await page.goto(`${server.url}/record`);
  await expect(page.getByText('Wren').first()).toBeVisible();
  await expect(page.getByText(/17 min/)).toHaveCount(0);
  fs.rmSync(filler);
  await page.goto(`${server.url}/log`);
  await log('18');
  await expect(page.getByText(/disk of the server is full/)).toHaveCount(0);
  await page.goto(`${server.url}/record`);
  await expect(page.getByText(/18 min/).first()).toBeVisible();
  await expect(page.getByText(/17 min/)).toHaveCount(0);
  await server.kill();
  data.remove();
});

/** Writes until nothing more goes in. */
function fill(file: string): void {
  const handle = fs.openSync(file, 'w');
  const piece = Buffer.alloc(4096);
  try {
    for (;;) fs.writeSync(handle, piece);
  } catch (error) {
    expect((error as NodeJS.ErrnoException).code).toBe('ENOSPC');
  } finally {
    fs.closeSync(handle);
  }
}

test('a password is set on the server’s own computer', async ({ page }) => {
  const data = new DataFolder();
  const server = await startServer(data.dir);
  await welcome(page, server.url);
  const set = spawnSync(
    process.execPath,
    ['scripts/program.mjs', 'cli/main.ts', 'password', technician.name],
    {
      cwd: path.resolve(__dirname, '..'),
      env: { ...process.env, DATA_DIR: data.dir },
      input: 'sprat-and-rye-bread\n',
      encoding: 'utf8',
    },
  );
  expect(set.stdout).toContain('signed out everywhere');
  await page.goto(`${server.url}/record`);
  await expect(page).toHaveURL(`${server.url}/sign-in`);
  await page.getByLabel('Name').fill(technician.name);
  await page.getByLabel('Password').first().fill('sprat-and-rye-bread');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('link', { name: 'Today' })).toBeVisible();
  await server.kill();
  data.remove();
});
