// Draws docs/screenshots from a fresh made-up workshop on the built app: `npm run build` first.
import { chromium, type Page } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { startServer } from './server';

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

async function main() {
  const dataDir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-pictures-'));
  spawnSync(process.execPath, ['--import', 'tsx', 'src/cli/main.ts', 'seed-demo'], {
    cwd: root,
    env: { ...process.env, DATA_DIR: dataDir },
    stdio: 'inherit',
  });
  const server = await startServer(dataDir);
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
  await shoot(page, 'clean');
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Wren: Honeycomb' }).click();
  await page.getByRole('link', { name: 'How is this counted?' }).click();
  await page.getByRole('link', { name: 'Close the sum' }).waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, 'machine');
  const machine = page.url().split('?')[0]!;
  await page.goto(`${server.url}/log?machine=${machine.split('/').at(-1)}`);
  await page.getByRole('button', { name: '45 min', exact: true }).click();
  await shoot(page, 'log-hours');
  await page.goto(`${server.url}/import`);
  const rows = [
    'machine;start;run;material;process;air_assist;operator',
    'Heron;2024-03-04T10:00;"1:30";cork;cut;on;Ines',
    'Heron;2024-03-04T12:10;45,5;plywood;cut;on;Piotr',
    'Hreon;2024-03-05T10:00;30;plywood;cut;on;Piotr',
    'Wren;2024-03-05T10:00;-20;plywood;cut;on;Yara',
    'Wren;2024-03-05T11:00;25;plywod;cut;on;Yara',
    'Wren;2024-03-06T14:00;40;PVC;cut;on;Yara',
    'Wren;05.03.2024 16:00;40;card;cut;on;Yara',
    'Heron;2024-03-04T11:00;30;cork;cut;on;Ines',
  ];
  await page.locator('input[type=file]').setInputFiles({
    name: 'march.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(rows.join('\n')),
  });
  await page.getByRole('button', { name: 'Import the 2 good rows' }).waitFor();
  await shoot(page, 'import');
  await page.goto(`${machine}/plan`);
  await shoot(page, 'plan');
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Bittern' }).first().click();
  await page.getByRole('link', { name: 'Meter and files' }).click();
  await page.getByText('The meter is stuck').waitFor();
  await shoot(page, 'meter');
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Heron' }).first().click();
  await page.getByRole('link', { name: 'Meter and files' }).click();
  await page
    .getByRole('button', { name: /as unlogged use/ })
    .first()
    .waitFor();
  await shoot(page, 'unlogged');
  await page.goto(`${server.url}/setup/weights?why=cut%20cork`);
  await page.getByRole('dialog').waitFor();
  await shoot(page, 'weights');
  await page.goto(`${server.url}/setup/methods`);
  await page.waitForLoadState('networkidle');
  await page.getByLabel('Part').selectOption('clear plastic');
  await page.getByLabel('Cleaned with').fill('alcohol on a cloth');
  await shoot(page, 'methods');
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
  await page
    .getByRole('link', { name: /^Wren degraded/ })
    .first()
    .click();
  await page.getByRole('tab', { name: 'Repair' }).waitFor();
  await shoot(page, 'fault');
  await page.goto(`${server.url}/record`);
  await shoot(page, 'record');
  await page.goto(`${machine}/label`);
  await shoot(page, 'label');
  const link = (await page.getByText(/^http.*\/at\//).textContent())!;

  const phone = await open(390, 844);
  await phone.goto(link);
  await shoot(phone, 'at-the-machine');
  await phone.getByRole('button', { name: /I used it/ }).click();
  await phone.getByRole('button', { name: '30 min', exact: true }).click();
  await shoot(phone, 'at-the-machine-used');
  await phone.getByRole('button', { name: 'Back', exact: true }).click();
  await phone.getByRole('button', { name: /Something is wrong/ }).click();
  await phone.getByRole('button', { name: 'More smoke inside than usual' }).click();
  await phone.evaluate(() => window.scrollTo(0, 0));
  await shoot(phone, 'at-the-machine-wrong');
  const night = await open(1280, 800, 'dark');
  await signIn(night);
  await shoot(night, 'today-night');

  await browser.close();
  await server.kill();
  fs.rmSync(dataDir, { recursive: true, force: true });
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1); // the server it started goes with it
});
