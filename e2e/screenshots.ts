// Draws docs/screenshots from a fresh made-up workshop on the built app: `npm run build` first.
import { chromium, type Page } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { chromiumProgram } from '../scripts/chromium.mjs';
import { makeCopy, testCopy } from '../src/services/safekeeping/copies';
import { copyRules, usualFolder } from '../src/services/safekeeping/rules';
import { closeShop, openShop } from '../src/services/shop';
import { startServer } from './server';
import { Clock, pickOnly, stretch } from './sheet';

const root = path.resolve(__dirname, '..');
const folder = path.join(root, 'docs', 'screenshots');

/** Pictures of one size side by side. */
async function beside(pictures: Buffer[], file: string) {
  const { width, height } = await sharp(pictures[0]).metadata();
  const step = width! + 24;
  await sharp({
    create: {
      width: pictures.length * step - 24,
      height: height!,
      channels: 3,
      background: '#8d8676',
    },
  })
    .composite(pictures.map((input, index) => ({ input, left: index * step, top: 0 })))
    .png()
    .toFile(file);
}

/** A missed night on Today, above the copies themselves. */
async function copies(page: Page, url: string, dataDir: string, file: string) {
  const days = 4;
  const shop = openShop(dataDir, () => Date.now() - days * 86_400_000);
  const made = makeCopy(shop, copyRules(shop).folder);
  if (made.ok) testCopy(made.value.folder, shop.now());
  closeShop(shop);
  await page.goto(url);
  await page.getByText('The newest copy of the book').waitFor();
  const top = await page.screenshot({ clip: { x: 0, y: 0, width: 1280, height: 250 } });
  await page.goto(`${url}/setup/copies`);
  // where the pictures are made is nobody's folder
  await page.evaluate((path) => {
    const shown = '/srv/bitacora-copies';
    for (const one of document.querySelectorAll('span, input')) {
      if (one instanceof HTMLInputElement) {
        if (one.placeholder === path) one.placeholder = shown;
      } else if (one.textContent === path) one.textContent = shown;
    }
  }, usualFolder(dataDir));
  const below = await page.screenshot();
  await sharp({ create: { width: 1280, height: 1074, channels: 3, background: '#8d8676' } })
    .composite([
      { input: top, left: 0, top: 0 },
      { input: below, left: 0, top: 274 },
    ])
    .png()
    .toFile(file);
  fs.rmSync(usualFolder(dataDir), { recursive: true });
}

/** What is known of the time before the book of one machine, beside the columns of a notebook that are confirmed. */
async function pastOf(page: Page, url: string, file: string) {
  await page.goto(url);
  await page.getByRole('link', { name: 'Plover' }).first().click();
  await page.getByRole('link', { name: 'Before this book' }).click();
  await page.getByRole('button', { name: 'Save' }).waitFor();
  await page.getByLabel('The same for many').fill('3 Mar 2026');
  await page.mouse.wheel(0, 140);
  await page.waitForTimeout(300);
  const before = await page.screenshot();
  await page.goto(`${url}/import?kind=care`);
  await page.getByLabel('Table').setInputFiles({
    name: 'notebook.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Maschine;Datum;Teil;Zustand;Wer\nHeron;3/2/2026;Honeycomb;soiled;Amina\nHeron;4/2/2026;Duct, Lens;;Marit\n',
    ),
  });
  await page.getByRole('button', { name: 'Show what each row becomes' }).waitFor();
  await page.waitForTimeout(300);
  await beside([before, await page.screenshot()], file);
}

/** What the book teaches: a limit with its findings. */
async function evidence(
  page: Page,
  url: string,
  shoot: (page: Page, name: string) => Promise<void>,
) {
  await page.goto(`${url}/evidence`);
  const lens = page.getByRole('row', { name: /Heron.*focus lens/i });
  await lens.waitFor({ timeout: 120_000 });
  await lens.getByRole('link').click();
  await page.locator('.recharts-line').first().waitFor();
  await shoot(page, 'interval');
}

/** Dots placed and what they ask for, a learner's tapes, and the scheme for eyewear. */
async function benchAndTrainer(
  page: Page,
  url: string,
  shoot: (page: Page, name: string) => Promise<void>,
) {
  await page.getByRole('link', { name: 'Bench', exact: true }).last().click();
  await page.getByRole('link', { name: /^Dots/ }).click();
  for (const [place, h, v] of [
    ['rear left', 0.4, 0.1],
    ['rear right', 2.9, 0.3],
    ['middle', 1.6, 0.1],
    ['front left', 0.3, 0],
    ['front right', 2.8, 0.1],
  ] as const) {
    await page.getByRole('button', { name: new RegExp(`^${place}:`) }).click();
    await page.getByLabel('Sideways, mm').fill(String(h));
    await page.getByLabel('Up, mm').fill(String(v));
  }
  await page.getByText('Out of line.').first().waitFor();
  await page.evaluate(() => window.scrollTo(0, 130));
  await page.waitForTimeout(300);
  const dots = await page.screenshot();
  await page.goto(page.url().replace(/dots$/, 'draught'));
  await page.getByRole('heading', { name: 'What another fan would do' }).waitFor();
  await page.waitForTimeout(300);
  await beside([dots, await page.screenshot()], path.join(folder, 'bench.png'));
  await page.goto(`${url}/trainer/dots?seed=11`);
  await page.getByRole('button', { name: 'Fire the five' }).click();
  await page.getByRole('button', { name: 'What would the bench say?' }).click();
  await page.evaluate(() => window.scrollTo(0, 90));
  await shoot(page, 'trainer');
  await page.evaluate(() => localStorage.setItem('bitacora-eyewear', '1'));
  await page.goto(url);
  await shoot(page, 'eyewear');
  await page.evaluate(() => localStorage.removeItem('bitacora-eyewear'));
}

async function main() {
  const dataDir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-pictures-'));
  spawnSync(process.execPath, ['scripts/program.mjs', 'cli/main.ts', 'seed-demo'], {
    cwd: root,
    env: { ...process.env, DATA_DIR: dataDir },
    stdio: 'inherit',
  });
  spawnSync(
    process.execPath,
    ['scripts/program.mjs', 'cli/main.ts', 'set', 'address', 'http://book.quay.invalid:3000'],
    { cwd: root, env: { ...process.env, DATA_DIR: dataDir } },
  );
  const clock = new Clock(dataDir);
  const server = await startServer(dataDir, clock.env);
  process.on('exit', () => server.process.kill('SIGKILL'));
  const browser = await chromium.launch({
    executablePath: chromiumProgram,
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const open = async (width: number, height: number) =>
    (
      await browser.newContext({
        viewport: { width, height },
        colorScheme: 'light',
        timezoneId: 'Europe/Oslo',
      })
    ).newPage();
  const signIn = async (page: Page) => {
    await page.goto(`${server.url}/sign-in`);
    await page.getByLabel('Name').fill('Marit');
    await page.getByLabel('Password').first().fill('net-loft-lantern');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL(`${server.url}/`);
  };
  const shoot = async (page: Page, name: string) => {
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: path.join(folder, `${name}.png`) });
    console.log(name);
  };

  /** The plan and the load. */
  const weeksAhead = async (page: Page) => {
    await page.goto(`${server.url}/plan`);
    await page.getByRole('button', { name: 'Plan anew' }).click();
    await page.getByText('The plan as it is being found').waitFor();
    await page.getByText(/planned anew by Marit, just now/).waitFor({ timeout: 90_000 });
    await shoot(page, 'weeks');
    await page.goto(`${server.url}/plan/load`);
    await page.getByRole('heading', { name: /time enough/ }).waitFor();
    await shoot(page, 'load');
  };

  /** How a machine comes apart, and below it what greases its rails. */
  const buildAndGrease = async (page: Page) => {
    await page.goto(server.url);
    await page
      .getByRole('link', { name: /^Bittern/ })
      .first()
      .click();
    await page.getByRole('link', { name: 'Build', exact: true }).click();
    await page.getByRole('heading', { name: 'Bittern: build' }).waitFor();
    await page
      .getByRole('group')
      .filter({ hasText: 'Head off' })
      .first()
      .locator('summary')
      .click();
    const top = await page.screenshot({ clip: { x: 0, y: 0, width: 1280, height: 620 } });
    const grease = page.getByRole('region', { name: 'Grease map' });
    await grease.scrollIntoViewIfNeeded();
    const below = await grease.screenshot();
    const { width, height } = await sharp(below).metadata();
    await sharp({
      create: { width: 1280, height: 620 + height! + 24, channels: 3, background: '#f4efe4' },
    })
      .composite([
        { input: top, left: 0, top: 0 },
        { input: below, left: 1280 - width! - 24, top: 632 },
      ])
      .png()
      .toFile(path.join(folder, 'build.png'));
    console.log('build');
  };

  const page = await open(1280, 800);
  await signIn(page);
  await shoot(page, 'today');
  await page.getByRole('link', { name: 'Resume', exact: true }).click();
  await page.getByRole('heading', { name: 'Clean Sparrow' }).waitFor();
  await page.getByRole('group', { name: 'Running waits' }).waitFor();
  await stretch(page, 'Protective window: strip clean').click();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, 'step');
  const sheet = page.url();
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Wren: Honeycomb' }).click();
  await page.getByRole('heading', { name: 'Honeycomb', exact: true }).waitFor();
  const machine = page.url().split('?')[0]!;
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Heron' }).first().click();
  await page
    .getByRole('link', { name: /^Focus lens/ })
    .first()
    .click();
  await page.getByRole('heading', { name: 'Focus lens', exact: true }).waitFor();
  await shoot(page, 'machine');
  await page.goto(`${machine}/plan`);
  await shoot(page, 'plan');
  await buildAndGrease(page);
  await pastOf(page, server.url, path.join(folder, 'before.png'));
  await copies(page, server.url, dataDir, path.join(folder, 'copies.png'));
  await page.goto(`${server.url}/faults`);
  await shoot(page, 'faults');
  await page.goto(`${server.url}/faults/new`);
  await page.getByRole('radio', { name: /^Heron/ }).click();
  await page.getByRole('button', { name: /^Does not cut through/ }).click();
  await page.getByLabel('In your words').fill('cork only scored since this morning');
  await page.getByRole('button', { name: 'Report it' }).click();
  const next = page.getByRole('region', { name: 'Worth checking next' });
  await next.getByRole('button').nth(1).click();
  await page.getByRole('region', { name: 'Answered' }).waitFor();
  const likely = page.getByRole('region', { name: 'What it likely is' });
  await likely.locator('summary').first().click();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, 'fault');
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Heron' }).first().click();
  await page.getByRole('link', { name: 'Strength', exact: true }).click();
  await page.getByText('moving average').waitFor();
  await shoot(page, 'strength');
  await benchAndTrainer(page, server.url, shoot);
  await evidence(page, server.url, shoot);
  await weeksAhead(page);
  await page.goto(`${server.url}/record`);
  await shoot(page, 'record');
  await page.goto(`${machine}/label`);
  const printed = (await page.getByText(/^http.*\/at\//).textContent())!;
  const link = server.url + new URL(printed).pathname;

  const phone = await open(390, 844);
  const onPhone: Buffer[] = [];
  const keep = async () => {
    await phone.waitForLoadState('networkidle');
    onPhone.push(await phone.screenshot());
  };
  await phone.goto(link);
  await keep();
  await phone.getByRole('button', { name: /Something is wrong/ }).click();
  await phone.getByRole('button', { name: /^Edges charred/ }).click();
  await keep();
  await phone.getByRole('button', { name: 'Report it' }).click();
  await phone.getByRole('link', { name: /^Follow/ }).click();
  await phone.getByText('Nobody has looked yet').waitFor();
  await keep();
  await signIn(phone);
  await phone.goto(sheet);
  await phone.getByRole('group', { name: 'Running waits' }).waitFor();
  await phone.locator('[aria-current="step"]').first().scrollIntoViewIfNeeded();
  await keep();
  // a fresh sheet, worked to its end
  await page.goto(`${server.url}/clean?machine=${machine.split('/').at(-1)}`);
  await pickOnly(page, [/^Honeycomb/, /^Protective window window out/, /^Rails/, /^Belts/]);
  await page.getByRole('button', { name: 'Start the clean-down' }).click();
  await page.getByRole('heading', { name: 'In this order' }).waitFor();
  await shoot(page, 'sheet');

  // last of all the server goes away from a phone at its label
  await phone.goto(link);
  await phone.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await phone.getByRole('button', { name: /I used it/ }).click();
  await phone.getByRole('radio', { name: '45 min', exact: true }).click();
  await phone.waitForLoadState('networkidle');
  await server.kill();
  await phone.getByLabel('Your name').fill('Ines');
  await phone.getByRole('button', { name: 'Log it' }).click();
  await phone.getByText(/^Kept on this phone/).waitFor();
  await phone.evaluate(() => window.scrollTo(0, 0));
  onPhone.push(await phone.screenshot());
  await beside(onPhone, path.join(folder, 'phones.png'));
  console.log('phones');

  await browser.close();
  fs.rmSync(dataDir, { recursive: true, force: true });
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1); // the server it started goes with it
});
