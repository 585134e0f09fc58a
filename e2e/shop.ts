import {
  test as base,
  expect,
  type Browser,
  type BrowserContext,
  type Page,
  type Request,
} from '@playwright/test';
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { startServer, type RunningServer } from './server';
import { Clock } from './sheet';

const root = path.resolve(__dirname, '..');

/** A folder of data and the commands to fill it. */
export class DataFolder {
  /** what lies beside the folder, copies and a book moved aside, goes with it */
  private readonly around = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-e2e-'));
  readonly dir = path.join(this.around, 'shop');
  readonly clock: Clock;

  constructor() {
    fs.mkdirSync(this.dir);
    this.clock = new Clock(this.dir);
  }

  /** Runs the command line on this folder. */
  bitacora(...args: string[]): { code: number; out: string } {
    const { status, stdout } = spawnSync(
      process.execPath,
      ['scripts/program.mjs', 'cli/main.ts', ...args],
      {
        cwd: root,
        env: { ...process.env, ...this.clock.env, DATA_DIR: this.dir },
        encoding: 'utf8',
      },
    );
    return { code: status ?? 1, out: stdout };
  }

  remove(): void {
    fs.rmSync(this.around, { recursive: true, force: true });
  }
}

export const technician = { name: 'Ragna', password: 'a-long-enough-one' };

/** A printed link as it is reached in a test: the shop's own address is no network here. */
export const here = (server: Pick<RunningServer, 'url'>, link: string) =>
  server.url + new URL(link.trim()).pathname;

/** Goes through the first start of a new shop. */
export async function welcome(page: Page, url: string): Promise<void> {
  await page.goto(url);
  await page.getByLabel('Name of the shop').fill('Test loft');
  await page.getByRole('combobox', { name: 'Time zone of the shop' }).fill('Europe/Oslo');
  await page.getByLabel('Your name, technician').fill(technician.name);
  await page.getByLabel('Your password').first().fill(technician.password);
  await page.getByRole('button', { name: 'Open the book' }).click();
  await expect(page.getByRole('link', { name: 'Today' })).toBeVisible();
}

/** Who signed in at a server once stays in: the cookies of that browser, by address. */
const signedIn = new Map<string, Awaited<ReturnType<BrowserContext['cookies']>>>();

/** Signs the technician in: at the form the first time, later as the browser that did. */
export async function signIn(page: Page, url: string): Promise<void> {
  const today = page.getByRole('link', { name: 'Today' });
  const known = signedIn.get(url);
  if (known) {
    await page.context().addCookies(known);
    await page.goto(url);
    if (await today.isVisible()) return;
  }
  await page.goto(`${url}/sign-in`);
  await page.getByLabel('Name').fill(technician.name);
  await page.getByLabel('Password').first().fill(technician.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(today).toBeVisible();
  signedIn.set(url, await page.context().cookies());
}

/** Adds a machine through the page and returns the address of its own. */
export async function addMachine(
  page: Page,
  url: string,
  nickname: string,
  family: string,
  past: 'New' | 'Used before' = 'New',
) {
  await page.goto(`${url}/machines/new`);
  await page.getByLabel('Nickname').fill(nickname);
  await page.getByRole('radio', { name: new RegExp(`^${family}`) }).click();
  await page.getByRole('radio', { name: new RegExp(`^${past}`) }).click();
  await page.getByRole('button', { name: 'Add the machine' }).click();
  await expect(page.getByRole('heading', { level: 1, name: nickname })).toBeVisible();
  return page.url().split('?')[0]!;
}

/**
 * A page as somebody uses it who waits for it: typing begins when it answers (what is typed sooner may be set back),
 * and what was sent has come in before another page is opened.
 */
function withPatience(page: Page): void {
  const sending = new Set<Request>();
  page.on('request', (request) => {
    if (request.method() === 'POST') sending.add(request);
  });
  page.on('requestfinished', (request) => sending.delete(request));
  page.on('requestfailed', (request) => sending.delete(request));
  const sent = async () => {
    // what a press sends goes out a moment after it
    for (let tries = 0; tries < 200 && (tries === 0 || sending.size > 0); tries++) {
      await page.waitForTimeout(50);
    }
  };
  const awake = () => page.locator('html[data-awake]').waitFor();
  const goto = page.goto.bind(page);
  const reload = page.reload.bind(page);
  page.goto = async (url, options) => {
    await sent();
    const response = await goto(url, options);
    const isPage = response?.headers()['content-type']?.startsWith('text/html');
    if (isPage && !options?.waitUntil) await awake();
    return response;
  };
  page.reload = async (options) => {
    await sent();
    const response = await reload(options);
    await awake();
    return response;
  };
}

/** Each file of tests has a server and data of its own. */
export const test = base.extend<
  object,
  { suite: string; data: DataFolder; server: RunningServer; browser: Browser }
>({
  browser: [
    async ({ browser }, use) => {
      const newContext = browser.newContext.bind(browser);
      browser.newContext = async (options) => {
        const context = await newContext(options);
        context.on('page', withPatience);
        return context;
      };
      await use(browser);
    },
    { scope: 'worker' },
  ],
  // a suite of its own makes a worker of its own, and so a shop of its own
  suite: ['', { option: true, scope: 'worker' }],
  data: [
    async ({}, use) => {
      const data = new DataFolder();
      await use(data);
      data.remove();
    },
    { scope: 'worker' },
  ],
  server: [
    async ({ data }, use) => {
      // where links lead must not hang on the networks of the machine
      data.bitacora('set', 'address', 'http://book.quay.invalid:3000');
      const server = await startServer(data.dir, data.clock.env);
      await use(server);
      await server.kill();
    },
    { scope: 'worker' },
  ],
});

export { expect };
