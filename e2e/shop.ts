import { test as base, expect, type Page } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { startServer, type RunningServer } from './server';

const root = path.resolve(__dirname, '..');

/** A folder of data and the commands to fill it. */
export class DataFolder {
  readonly dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-e2e-'));
  /** by how much the server's clock runs ahead, in milliseconds */
  readonly clockFile = path.join(this.dir, 'clock-ahead');

  /** Puts the server's clock ahead. */
  forward(minutes: number): void {
    const before = fs.existsSync(this.clockFile) ? Number(fs.readFileSync(this.clockFile)) : 0;
    fs.writeFileSync(this.clockFile, String(before + minutes * 60_000));
  }

  /** Runs the command line on this folder. */
  bitacora(...args: string[]): { code: number; out: string } {
    const { status, stdout } = spawnSync(
      process.execPath,
      ['--import', 'tsx', 'src/cli/main.ts', ...args],
      { cwd: root, env: { ...process.env, DATA_DIR: this.dir }, encoding: 'utf8' },
    );
    return { code: status ?? 1, out: stdout };
  }

  remove(): void {
    fs.rmSync(this.dir, { recursive: true, force: true });
  }
}

export const technician = { name: 'Ragna', password: 'a-long-enough-one' };

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

export async function signIn(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/sign-in`);
  await page.getByLabel('Name').fill(technician.name);
  await page.getByLabel('Password').first().fill(technician.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('link', { name: 'Today' })).toBeVisible();
}

/** Adds a machine through the page and returns the address of its own. */
export async function addMachine(page: Page, url: string, nickname: string, family: string) {
  await page.goto(`${url}/machines/new`);
  await page.getByLabel('Nickname').fill(nickname);
  await page.getByRole('button', { name: new RegExp(`^${family}`) }).click();
  await page.getByRole('button', { name: 'Add the machine' }).click();
  await expect(page.getByRole('heading', { level: 1, name: nickname })).toBeVisible();
  return page.url().split('?')[0]!;
}

/** On the page that picks tasks: these and no others. */
export async function pickOnly(page: Page, names: readonly RegExp[]): Promise<void> {
  const all = page.getByRole('button', { name: 'Show every task' });
  if (await all.isVisible()) await all.click();
  const checked = page.getByRole('checkbox', { checked: true });
  while ((await checked.count()) > 0) await checked.first().uncheck();
  for (const name of names) await page.getByRole('checkbox', { name }).check();
}

/** A stretch in the order list of a sheet. */
export const stretch = (page: Page, title: string) =>
  page.getByRole('button', { name: new RegExp(`^\\d+–\\d+\\s*${title}`) });

/**
 * Works a sheet to the end as somebody who finds all in order and waits for nothing: the clock of the
 * server is put ahead instead.
 */
export async function workThrough(page: Page, data?: DataFolder): Promise<void> {
  const press = page.locator('section[aria-labelledby="current"]');
  const name = (pattern: RegExp | string) => press.getByRole('button', { name: pattern }).first();
  for (let round = 0; round < 200; round++) {
    await page.waitForTimeout(120);
    if (await page.getByText('Every step is done.').isVisible()) return;
    if (data && (await page.getByText(/ until \d\d:\d\d\./).isVisible())) {
      data.forward(90);
      await page.waitForTimeout(4200);
      continue;
    }
    const yes = press.locator('li:not([data-answer="yes"])').getByRole('button', {
      name: /^(yes|passed)$/,
    });
    for (const button of [
      yes.first(),
      name(/^It is: done/),
      name(/^All \d+ are done/),
      name(/^Done/),
      name(/^Back in/),
      name(/^Whole again/),
    ]) {
      if (!(await button.isVisible()) || !(await button.isEnabled())) continue;
      await button.click();
      break;
    }
  }
  throw new Error('the sheet did not come to its end');
}

/** Each file of tests has a server and data of its own. */
export const test = base.extend<object, { suite: string; data: DataFolder; server: RunningServer }>(
  {
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
        const server = await startServer(data.dir, {
          NODE_OPTIONS: `--import ${path.join(__dirname, 'clock.mjs')}`,
          TEST_CLOCK_FILE: data.clockFile,
        });
        await use(server);
        await server.kill();
      },
      { scope: 'worker' },
    ],
  },
);

export { expect };
