import fs from 'node:fs';
import path from 'node:path';
import { PNG } from 'pngjs';
import type { Page } from '@playwright/test';
import { chromiumProgram } from '../scripts/chromium.mjs';
import { addMachine, expect, signIn, test, welcome } from './shop';

/** A belt plucked once every two seconds, at 75 Hz, as a sound file: partials that die away, in some noise. */
function plucked(): string {
  const rate = 44_100;
  const samples = Int16Array.from({ length: 2 * rate }, (_, i) => {
    const t = i / rate - 0.2;
    const tone = [1, 0.6, 0.35, 0.2].reduce(
      (sum, part, n) =>
        t < 0
          ? 0
          : sum + part * Math.exp(-t * (3 + 2 * n)) * Math.sin(2 * Math.PI * 75 * (n + 1) * t),
      0,
    );
    return Math.round(32_000 * (0.35 * tone + 0.004 * Math.sin(i * i)));
  });
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + samples.byteLength, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE(rate * 2, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(samples.byteLength, 40);
  const file = path.resolve('test-results', 'belt.wav');
  fs.mkdirSync(path.dirname(file), { recursive: true });
  fs.writeFileSync(file, Buffer.concat([head, Buffer.from(samples.buffer)]));
  return file;
}

test.use({
  suite: 'bench',
  launchOptions: {
    executablePath: chromiumProgram,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${plucked()}`,
    ],
  },
});
test.describe.configure({ mode: 'serial' });

let heron: string;

async function noOverflow(page: Page) {
  const wide = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(wide).toBeLessThanOrEqual(0);
}

test('a plucked belt is heard within half a hertz, on a phone, in under fifteen seconds', async ({
  page,
  server,
}) => {
  await welcome(page, server.url);
  heron = await addMachine(page, server.url, 'Heron', 'CO2 glass tube');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${heron}/bench/belts`);
  await noOverflow(page);
  const began = Date.now();
  await page.getByRole('button', { name: 'Listen' }).click();
  const heard = page.getByText(/^Heard [\d.]+ Hz/);
  await expect(heard).toBeVisible();
  expect(Date.now() - began).toBeLessThan(15_000);
  const hertz = Number(/[\d.]+/.exec((await heard.textContent())!)![0]);
  expect(Math.abs(hertz - 75)).toBeLessThan(0.5);
  await expect(page.getByText(/^7\.[456]\d? N$/)).toBeVisible();
  await page.getByLabel('The baseline').check();
  await page.getByRole('button', { name: 'Save the tension' }).click();
  await expect(page.getByText(/^Kept: 7\.[456]\d? N/)).toBeVisible();
  // the other side, slacker, typed
  await page.getByRole('combobox', { name: 'Belt' }).fill('Y belt, right');
  await page.getByLabel('or the tone, typed, Hz').fill('60');
  await page.getByRole('button', { name: 'Save the tension' }).click();
  await expect(page.getByText(/^Kept. Off: 4\.84 N; 6\d % of Y belt, left/)).toBeVisible();
});

test('dots placed by hand name the mirror, and a picture of one is read', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${heron}/bench/dots`);
  const put = async (place: string, h: number) => {
    await page.getByRole('button', { name: new RegExp(`^${place}:`) }).click();
    await page.getByLabel('Sideways, mm').fill(String(h));
    await page.getByLabel('Up, mm').fill('0');
  };
  // mirror 2 out by 2 mrad: 2 · 2 · (120 + x) / 1000
  for (const place of ['rear left', 'front left']) await put(place, 0.5);
  for (const place of ['rear right', 'front right']) await put(place, 2.9);
  await expect(page.getByText('Out of line.')).toBeVisible();
  await expect(page.getByText(/^Mirror 2, the screw that sends the beam sideways/)).toBeVisible();
  await expect(page.getByText(/^Mirror 1, the screw/)).toHaveCount(0);

  // the middle from a picture: tape of 200 pixels for 20 mm, the dot 17 px right of and 10 px under its middle
  await page.getByRole('button', { name: /^middle:/ }).click();
  await page.locator('input[type=file]').setInputFiles({
    name: 'dot.png',
    mimeType: 'image/png',
    buffer: picture([{ x: 217, y: 160 }]),
  });
  await expect(page.getByText('Found.')).toBeVisible();
  const canvas = page.getByLabel('Picture of the tape middle');
  const seen = (await canvas.boundingBox())!;
  const tap = (x: number, y: number) =>
    canvas.click({ position: { x: (x * seen.width) / 400, y: (y * seen.height) / 300 } });
  await tap(200, 150);
  await tap(100, 150);
  await tap(300, 150);
  await page.getByLabel('Width of the tape, mm').fill('20');
  await page
    .getByRole('button', {
      name: /^Take 1\.[67]\d* mm sideways, -(1|0\.9\d*|1\.0\d*) mm up for middle$/,
    })
    .click();
  await expect(page.getByLabel('Sideways, mm')).toHaveValue(/^1\.[67]/);
  await page.getByLabel('Up, mm').fill('0');
  await page.getByRole('button', { name: 'Save the dots' }).click();
  await expect(page.getByText(/^Kept. Off: Mirror 2 out of line/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'What the last dots ask for' })).toBeVisible();
});

test('a picture of no dot, or of two, is said plainly', async ({ page, server }) => {
  await signIn(page, server.url);
  await page.goto(`${heron}/bench/dots`);
  const choose = (buffer: Buffer) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name: 'dot.png', mimeType: 'image/png', buffer });
  await choose(picture([]));
  await expect(page.getByText('No dot is seen in it.')).toBeVisible();
  await choose(
    picture([
      { x: 100, y: 150 },
      { x: 300, y: 150 },
    ]),
  );
  await expect(page.getByText('There is more than one dark spot')).toBeVisible();
  await choose(Buffer.from('no picture'));
  await expect(page.getByText('This is no picture')).toBeVisible();
});

test('draught: ten places, a stopwatch, tissue; coolant warns of dew before it is there', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${heron}/bench/draught`);
  const places = page.getByRole('group', { name: 'Velocity, m/s' }).getByRole('textbox');
  await expect(places).toHaveCount(10);
  for (let i = 0; i < 9; i++) await places.nth(i).fill('5');
  await expect(page.getByText('1 place still to read')).toBeVisible();
  await page.getByRole('button', { name: 'Save the flow' }).click();
  await expect(page.getByText('A traverse has 10 places')).toBeVisible();
  await places.nth(9).fill('5');
  await expect(page.getByText(/^318 m³\/h$/)).toBeVisible();
  await page.getByRole('button', { name: 'Save the flow' }).click();
  await expect(page.getByText('Kept: 318 m³/h.')).toBeVisible();
  await page.getByRole('button', { name: 'Start the watch' }).click();
  await page.waitForTimeout(1100);
  await page.getByRole('button', { name: 'Smoke gone: stop' }).click();
  await expect(page.getByLabel('Seconds')).toHaveValue(/^[12]\.?\d?$/);

  await page.goto(`${heron}/bench/coolant`);
  await page.getByLabel('Coolant, °C').fill('15');
  await page.getByLabel('Room, °C').first().fill('25');
  await page.getByLabel('Humidity, %').fill('60');
  await expect(page.getByText(/^Wet: 1\.\d+ K under the dew point/)).toBeVisible();
  await page.getByRole('button', { name: 'Save the reading' }).click();
  await expect(page.getByText('below the dew point')).not.toHaveCount(0);

  await page.goto(`${server.url}/bench`);
  await expect(page.getByText(/Mirror 2 out of line/)).toBeVisible();
});

test('gauges, a fan’s plate and the load of a filter, on a phone', async ({ page, server }) => {
  await signIn(page, server.url);
  const metal = await addMachine(page, server.url, 'Plover', 'CO2 metal tube');
  await page.setViewportSize({ width: 390, height: 844 });
  for (const slug of ['dots', 'draught', 'belts', 'coolant', 'fan', 'gauges']) {
    await page.goto(`${slug === 'fan' || slug === 'coolant' ? heron : metal}/bench/${slug}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await noOverflow(page);
  }

  // a usual gauge brings its unit and its limits; one of the shop's own has what is typed
  await page.getByRole('combobox', { name: 'What is measured' }).fill('Backlash');
  await expect(page.getByLabel('Unit')).toHaveValue('mm');
  await expect(page.getByLabel('Not over')).toHaveValue('0.2');
  await page.getByLabel('Figure').fill('0.35');
  await page.getByRole('button', { name: 'Save the reading' }).click();
  await expect(page.getByText('Kept. Off: 0.35 mm, over 0.2 mm')).toBeVisible();
  await page.getByRole('combobox', { name: 'What is measured' }).fill('Bed to nozzle');
  await page.getByLabel('Figure').fill('7.5');
  await page.getByLabel('Not under').fill('9');
  await page.getByLabel('Not over').fill('8');
  await page.getByRole('button', { name: 'Save the reading' }).click();
  await expect(page.getByText('The lower limit lies under the upper one.')).toBeVisible();
  await page.getByLabel('Not under').fill('7');
  await page.getByRole('button', { name: 'Save the reading' }).click();
  await expect(page.getByText('Kept: 7.5 mm')).toBeVisible();

  await page.goto(`${heron}/bench/fan`);
  const plate = async (which: 'old' | 'next', [size, thick, volts, amps]: readonly string[]) => {
    const group = page.getByRole('group', { name: which, exact: true });
    await group.getByLabel('Frame, mm').fill(size!);
    await group.getByLabel('Thickness, mm').fill(thick!);
    await group.getByLabel('Volts').fill(volts!);
    await group.getByLabel('Amps').fill(amps!);
  };
  await plate('old', ['60', '25', '24', '0.3']);
  await plate('next', ['60', '25', '12', '0.3']);
  await expect(page.getByText('Does not fit', { exact: true })).toBeVisible();
  await plate('next', ['60', '25', '24', '0.21']);
  await expect(page.getByText('Fits', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Save the match' }).click();
  await expect(page.getByText(/^Kept: Fits/)).toBeVisible();

  await page.goto(`${metal}/bench/draught`);
  const load = page.locator('section', { hasText: 'Load of the filter' }).first();
  await load.getByLabel('Pressure across it, Pa').fill('40');
  await load.getByLabel(/^Flow, m³/).fill('200');
  await load.getByLabel('The baseline').check();
  await load.getByRole('button', { name: 'Save the load' }).click();
  await expect(page.getByText('Kept: 10 Pa at 100 m³/h.')).toBeVisible();
  // the fan gives half: a quarter of the pressure would be as clean
  await load.getByLabel('Pressure across it, Pa').fill('22');
  await load.getByLabel(/^Flow, m³/).fill('100');
  await load.getByRole('button', { name: 'Save the load' }).click();
  await expect(page.getByText('Kept. Off: 22 Pa at 100 m³/h, 220 % of the baseline')).toBeVisible();
  await noOverflow(page);
});

/** Tape seen by a phone, 400 by 300: dark spots of 18 pixels on light tape with some grain. */
function picture(spots: readonly { x: number; y: number }[]): Buffer {
  const png = new PNG({ width: 400, height: 300 });
  for (let y = 0; y < 300; y++) {
    for (let x = 0; x < 400; x++) {
      const dark = spots.some((spot) => Math.hypot(x - spot.x, y - spot.y) < 18);
      const light = (dark ? 60 : 200) + ((x * 7 + y * 13) % 9) - x / 20;
      png.data.fill(light, (y * 400 + x) * 4, (y * 400 + x) * 4 + 3);
      png.data[(y * 400 + x) * 4 + 3] = 255;
    }
  }
  return PNG.sync.write(png);
}
