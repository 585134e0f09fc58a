// Draws docs/screenshots from a fresh made-up workshop on the built app: `npm run build` first.
import { chromium, type Page } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { startServer } from './server';
import { Clock, pickOnly, stretch, workThrough } from './sheet';

const root = path.resolve(__dirname, '..');
const folder = path.join(root, 'docs', 'screenshots');

/** A plaque with rounded corners, rings in it and a filled band, in a dialect of the usual kind. */
function jobFile(): string {
  const lines = ['; tide plaque', 'G21 G90', 'M4 S0', 'G0 X60 Y40', 'G1 F4200 S700'];
  for (let y = 40; y <= 90; y += 0.5) {
    lines.push(`G0 X60 Y${y} S0`, `G1 X300 S${200 + Math.round(300 * Math.abs(Math.sin(y / 9)))}`);
  }
  for (let r = 20; r <= 80; r += 15)
    lines.push(`G0 X${180 - r} Y200`, `G2 X${180 - r} Y200 I${r} J0 S650`);
  lines.push(
    'G0 X40 Y20',
    'G1 X320 S800 F1500',
    'G3 X340 Y40 I0 J20',
    'G1 Y280',
    'G1 X40',
    'G1 Y20',
  );
  return [...lines, 'G38.2 Z-2', 'M5', 'M2'].join('\n');
}

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

async function main() {
  const dataDir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-pictures-'));
  spawnSync(process.execPath, ['--import', 'tsx', 'src/cli/main.ts', 'seed-demo'], {
    cwd: root,
    env: { ...process.env, DATA_DIR: dataDir },
    stdio: 'inherit',
  });
  const clock = new Clock(dataDir);
  const server = await startServer(dataDir, clock.env);
  process.on('exit', () => server.process.kill('SIGKILL'));
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const open = async (width: number, height: number, colorScheme: 'light' | 'dark' = 'light') =>
    (
      await browser.newContext({
        viewport: { width, height },
        colorScheme,
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

  const page = await open(1280, 800);
  await signIn(page);
  await shoot(page, 'today');
  await page.getByRole('link', { name: 'Resume' }).click();
  await page.getByRole('heading', { name: 'Clean Sparrow' }).waitFor();
  await page.getByRole('group', { name: 'Running waits' }).waitFor();
  await stretch(page, 'Protective window: strip clean').click();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, 'step');
  const sheet = page.url();
  await page.goto(`${server.url}/setup/stores?item=isopropyl`);
  await shoot(page, 'stores');
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Wren: Honeycomb' }).click();
  await page.getByRole('link', { name: 'How is this counted?' }).click();
  await page.getByRole('link', { name: 'Close the sum' }).waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, 'machine');
  const machine = page.url().split('?')[0]!;
  await page.goto(`${machine}/plan`);
  await shoot(page, 'plan');
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Bittern' }).first().click();
  await page.getByRole('link', { name: 'Meter and files' }).click();
  await page.getByText('The meter is stuck').waitFor();
  await shoot(page, 'meter');
  await page.goto(`${server.url}/setup/weights?why=cut%20cork`);
  await page.getByRole('dialog').waitFor();
  await shoot(page, 'weights');
  await page.goto(`${server.url}/log?machine=${machine.split('/').at(-1)}`);
  await page.getByText('Take the times from the job file').click();
  await page.locator('input[type=file]').setInputFiles({
    name: 'tide-plaque.gcode',
    mimeType: 'text/plain',
    buffer: Buffer.from(jobFile()),
  });
  await page.getByRole('button', { name: 'Use these figures' }).waitFor();
  await shoot(page, 'job-file');
  await page.goto(`${server.url}/faults`);
  await shoot(page, 'faults');
  await page.goto(`${server.url}/faults/new`);
  await page.getByRole('button', { name: /^Heron/ }).click();
  await page.getByRole('button', { name: /^Does not cut through/ }).click();
  await page.getByLabel('In your words').fill('cork only scored since this morning');
  await page.getByRole('button', { name: 'Report it' }).click();
  await page.getByRole('button', { name: 'No', exact: true }).first().click();
  await page.getByRole('region', { name: 'Answered' }).waitFor();
  const likely = page.getByRole('region', { name: 'What it likely is' });
  await likely.locator('summary').first().click();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, 'fault');
  await page.goto(`${server.url}/faults`);
  await page
    .getByRole('link', { name: /^Bittern pause/ })
    .first()
    .click();
  await page.getByRole('tab', { name: 'Proof and return' }).click();
  await shoot(page, 'proof');
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Heron' }).first().click();
  await page.getByRole('link', { name: 'Strength', exact: true }).click();
  await page.getByText('moving average').waitFor();
  await shoot(page, 'strength');
  await page.goto(`${server.url}/record`);
  await shoot(page, 'record');
  await page.goto(`${machine}/label`);
  const link = (await page.getByText(/^http.*\/at\//).textContent())!;
  await page.goto(`${server.url}/setup/labels`);
  await shoot(page, 'labels');

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
  await beside(onPhone, path.join(folder, 'phones.png'));
  console.log('phones');
  const night = await open(1280, 800, 'dark');
  await signIn(night);
  await shoot(night, 'today-night');
  // a fresh sheet, worked to its end
  await page.goto(`${server.url}/clean?machine=${machine.split('/').at(-1)}`);
  await pickOnly(page, [/^Honeycomb/, /^Protective window window out/, /^Rails/, /^Belts/]);
  await page.getByRole('button', { name: 'Start the clean-down' }).click();
  await page.getByRole('heading', { name: 'In this order' }).waitFor();
  await shoot(page, 'sheet');
  await workThrough(page, clock, async (name) => {
    if (name !== 'Is it whole again?') return;
    await page.evaluate(() => window.scrollTo(0, 0));
    await shoot(page, 'refit');
  });
  await page.getByRole('button', { name: /^Sign off and release/ }).scrollIntoViewIfNeeded();
  await shoot(page, 'sign-off');

  await browser.close();
  await server.kill();
  fs.rmSync(dataDir, { recursive: true, force: true });
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1); // the server it started goes with it
});
