import { expect, type Page } from '@playwright/test';
import fs from 'node:fs';
import path from 'node:path';

/** The clock of a server, put ahead by its test. */
export class Clock {
  private readonly file: string;
  private ahead = 0;

  constructor(dir: string) {
    this.file = path.join(dir, 'clock-ahead');
  }

  /** What the server is started with. */
  get env(): Record<string, string> {
    return {
      NODE_OPTIONS: `--import ${path.join(__dirname, 'clock.mjs')}`,
      TEST_CLOCK_FILE: this.file,
    };
  }

  /** Goes to the next "until 14:05" of the shop's day. */
  forwardTo(words: string): void {
    const [, hours, minutes] = words.match(/ until (\d\d):(\d\d)/)!;
    const now = new Date(Date.now() + this.ahead).toLocaleTimeString('en-GB', {
      timeZone: 'Europe/Oslo',
      hour: '2-digit',
      minute: '2-digit',
    });
    const [nowHours, nowMinutes] = now.split(':').map(Number) as [number, number];
    const wait = (Number(hours) - nowHours) * 60 + Number(minutes) - nowMinutes;
    this.forward(((wait + 1440) % 1440) + 1);
  }

  forward(minutes: number): void {
    this.ahead += minutes * 60_000;
    fs.writeFileSync(this.file, String(this.ahead));
  }
}

/** On the page that picks tasks: these and no others. */
export async function pickOnly(page: Page, names: readonly RegExp[]): Promise<void> {
  await page.getByRole('button', { name: 'Start the clean-down' }).waitFor();
  const all = page.getByRole('button', { name: 'Show every task' });
  if (await all.isVisible()) await all.click();
  const checked = page.getByRole('checkbox', { checked: true });
  while ((await checked.count()) > 0) await checked.first().uncheck();
  for (const name of names) await page.getByRole('checkbox', { name }).check();
}

/** A stretch in the order list of a sheet. */
export const stretch = (page: Page, title: string) =>
  page.getByRole('button', { name: new RegExp(`^\\d+–\\d+\\s*${title}`) });

/** Opens what stands behind a summary; a press while the page still moves is made again. */
export async function unfold(page: Page, words: RegExp): Promise<void> {
  const details = page.locator('details', { has: page.locator('summary', { hasText: words }) });
  await expect(async () => {
    if ((await details.getAttribute('open')) === null) await details.locator('summary').click();
    await expect(details).toHaveAttribute('open', /.*/, { timeout: 500 });
  }).toPass();
}

/**
 * Works a sheet to the end as somebody who finds all in order and waits for nothing: the clock of the
 * server is put ahead instead.
 */
export async function workThrough(
  page: Page,
  clock: Clock,
  onStretch?: (name: string) => Promise<void>,
): Promise<void> {
  let last = '';
  const press = page.locator('section[aria-labelledby="current"]');
  const name = (pattern: RegExp | string) => press.getByRole('button', { name: pattern }).first();
  for (let round = 0; round < 200; round++) {
    await page.waitForTimeout(60);
    if (await page.getByText('Every step is done.').isVisible()) return;
    const heading = (await page.locator('#current').textContent()) ?? '';
    if (heading !== last) await onStretch?.(heading);
    last = heading;
    const waits = page.getByText(/ until \d\d:\d\d\./).first();
    if (await waits.isVisible()) {
      clock.forwardTo((await waits.textContent())!);
      await expect(waits).toBeHidden({ timeout: 10_000 });
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
      name(/^All checked/),
    ]) {
      if (!(await button.isVisible()) || !(await button.isEnabled())) continue;
      await button.click();
      break;
    }
  }
  throw new Error('the sheet did not come to its end');
}
