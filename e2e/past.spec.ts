import fs from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import type { Locator } from '@playwright/test';
import type { DueRow } from '../src/services/care/due-rows';
import { addMachine, expect, signIn, test, welcome } from './shop';

test.use({ suite: 'past' });
test.describe.configure({ mode: 'serial', timeout: 240_000 });

const day = 86_400_000;
const written = (ago: number) => new Date(Date.now() - ago * day).toISOString().slice(0, 10);

/** Four machines as a notebook has them: in use since so many days, with so many hours, and when what was cleaned. */
const notebook = [
  { name: 'Wren', family: 'Enclosed diode', since: 500, hours: 1000 },
  { name: 'Heron', family: 'CO2 glass tube', since: 800, hours: 2400 },
  { name: 'Sparrow', family: 'Open-frame diode', since: 300, hours: 450 },
  { name: 'Egret', family: 'CO2 desktop', since: 400, hours: 400 },
] as const;
const cleaned = 60;

test('four machines with the past of all their tasks, in fewer than eighty presses', async ({
  page,
  server,
  data,
}) => {
  const began = Date.now();
  let presses = 0;
  const press = async (target: Locator) => {
    presses += 1;
    await target.click();
  };
  const write = async (target: Locator, text: string) => {
    presses += 1;
    await target.fill(text);
  };
  await welcome(page, server.url);
  presses += 5;
  for (const { name, family, since, hours } of notebook) {
    await page.goto(`${server.url}/machines/new`);
    await write(page.getByLabel('Nickname'), name);
    await press(page.getByRole('radio', { name: new RegExp(`^${family}`) }));
    await press(page.getByRole('button', { name: 'Add the machine' }));
    await expect(page.getByRole('heading', { name: `${name}: before this book` })).toBeVisible();
    await write(page.getByLabel('In use since'), written(since));
    await write(page.getByLabel('Run hours so far'), String(hours));
    await write(page.getByLabel('The same for many'), written(cleaned));
    await press(page.getByRole('button', { name: /^Fill the \d+ empty lines$/ }));
    // what was otherwise: two by their hours, one never, one that nobody knows
    const lines = page.getByRole('textbox', { name: /: last done$/ });
    await write(lines.nth(1), '35 h');
    await write(lines.nth(3), 'never');
    await write(lines.nth(5), '?');
    await press(page.getByRole('button', { name: 'Save' }));
    await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  }
  expect(presses).toBeLessThan(80);
  expect(Date.now() - began).toBeLessThan(600_000);

  // held against a count by hand: the average of each machine's life over the days since
  const rows = JSON.parse(data.bitacora('due', '--json').out) as DueRow[];
  let counted = 0;
  for (const { name, since, hours } of notebook) {
    const own = rows.filter((row) => row.machine === name && row.limits[0]!.kind !== 'jobs');
    expect(own.length).toBeGreaterThan(14);
    const each = (cleaned * hours) / since;
    for (const row of own.filter(({ since: last }) => last.startsWith(written(cleaned)))) {
      const by = {
        run: each,
        beam: Infinity,
        soil: each,
        days: cleaned,
        useDays: Infinity,
        jobs: Infinity,
      };
      if (row.limits.some(({ kind }) => by[kind] === Infinity)) continue;
      const used = Math.max(...row.limits.map(({ kind, value }) => by[kind] / value));
      expect(Math.abs(row.used / used - 1), `${name} ${row.station} ${row.task}`).toBeLessThan(
        0.03,
      );
      expect(row.known).toBe(true);
      counted += 1;
    }
    // nothing unknown reads as clear
    for (const row of own.filter(({ known }) => !known)) {
      expect(['not known', 'due', 'past due']).toContain(row.state);
    }
  }
  expect(rows.some(({ known }) => !known)).toBe(true);
  expect(counted).toBeGreaterThan(40);
});

test('what cannot be is said at its line, and nothing is lost of what was typed', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.getByRole('link', { name: /^Wren/ }).first().click();
  await page.getByRole('link', { name: 'Before this book' }).click();
  const first = page.getByRole('textbox', { name: /: last done$/ }).first();
  await first.fill('2031-01-01');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('That day is still to come.')).toBeVisible();
  await expect(first).toHaveValue('2031-01-01');
  // a date that reads two ways asks which
  await first.fill('3/4/2026');
  await expect(page.getByText('last done Fri 3 Apr')).toBeVisible();
  await page.getByRole('radio', { name: 'month first' }).click();
  await expect(page.getByText('last done Wed 4 Mar')).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Wren', exact: true })).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
});

test('what is not known asks for a first look; what was done is recorded in two presses', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  const teal = await addMachine(page, server.url, 'Teal', 'Enclosed diode', 'Used before');
  const machine = teal.replace(/\/before$/, '');
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await page.goto(`${machine}?station=honeycomb`);
  await expect(page.getByText(/Of \d+ of its tasks nobody has said/)).toBeVisible();
  await expect(page.getByRole('link', { name: /^Honeycomb: not known when it was/ })).toBeVisible();
  await page.getByRole('button', { name: 'haze', exact: true }).click();
  await expect(page.getByRole('link', { name: /^Honeycomb: 50 %, clear/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Undone: it stands struck through')).toBeVisible();

  await page.goto(`${machine}?station=duct`);
  await page.getByRole('button', { name: /^Done already/ }).click();
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByText('Recorded.')).toBeVisible();
  await expect(page.getByRole('link', { name: /^Duct: 0 %, clear/ })).toBeVisible();
});

test('a notebook comes in as it was written: columns confirmed, dates asked, each row told', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/import?kind=care`);
  const notebook = (date: string) => ({
    name: 'notebook.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`Maschine;Tag;Teil\nTeal;${date};Honeycomb\nTeel;${date};Duct\n`),
  });
  await page.getByLabel('Table').setInputFiles(notebook('3/2/2026'));
  await expect(page.getByLabel('Column of: Station, one or several')).toHaveValue('Teil');
  await page.getByLabel('Column of: Date').selectOption('Tag');
  const show = page.getByRole('button', { name: 'Show what each row becomes' });
  await expect(show).toBeDisabled();
  await page.getByRole('radio', { name: /^with the day first/ }).click();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await show.click();
  await expect(page.getByText('did you mean Teal?')).toBeVisible();
  await expect(page.getByText('Tue 3 Feb')).toBeVisible();
  const refused = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download the refused rows' }).click();
  const handedBack = fs.readFileSync(await (await refused).path(), 'utf8');
  expect(handedBack).toMatch(/refused because\r\n.*did you mean Teal\?/s);
  await page.getByRole('button', { name: 'Take in the good row' }).click();
  await expect(page.getByRole('heading', { name: /1 taken in/ })).toBeVisible();
  // the same again adds nothing, and its columns are known
  await page.getByRole('button', { name: 'Take another file' }).click();
  await page.reload();
  await page.getByLabel('Table').setInputFiles(notebook('3.2.2026'));
  await expect(page.getByLabel('Column of: Date')).toHaveValue('Tag');
  await show.click();
  await expect(page.getByText(/^1 known already, 1 refused/)).toBeVisible();

  // sessions with other headings go the same way into the reader of sessions
  await page.goto(`${server.url}/import`);
  await page.getByLabel('Sessions file').setInputFiles({
    name: 'log.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Laser;Datum;Std\nTeal;13.2.2026;1,5\n'),
  });
  await show.click();
  await expect(page.getByRole('button', { name: 'Import the good row' })).toBeVisible();
});
