import AxeBuilder from '@axe-core/playwright';
import { parse } from 'csv-parse/sync';
import fs from 'node:fs';
import jsqr from 'jsqr';
import { PNG } from 'pngjs';
import { pickOnly, stretch, unfold, workThrough } from './sheet';
import { addMachine, expect, here, signIn, technician, test, welcome } from './shop';

test.use({ suite: 'technician' });
test.describe.configure({ mode: 'serial', timeout: 180_000 });

let machine: string;

test('first start asks for the technician, and only once', async ({ page, server }) => {
  await welcome(page, server.url);
  await expect(page.getByText('No machines yet')).toBeVisible();
  // a page that has nothing to show yet says what comes there and leads to it
  const places = ['log', 'faults/new', 'clean', 'clean/campaign', 'bench', 'plan', 'plan/load'];
  for (const place of [...places, 'setup/labels']) {
    await page.goto(`${server.url}/${place}`);
    const here = page.getByRole('main').getByRole('link', { name: 'Add a machine' });
    await expect(here, place).toBeVisible();
  }
  await page.goto(`${server.url}/machines/nowhere`);
  await expect(page.getByRole('heading', { name: 'Not in the book' })).toBeVisible();
  await expect(page.getByRole('main')).toHaveCount(1);
  machine = await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  await expect(page.getByRole('link', { name: /^Honeycomb: 0 %, clear/ })).toBeVisible();
  await page.goto(`${server.url}/welcome`);
  await expect(page).toHaveURL(`${server.url}/`);
});

test('a wrong password is refused and slowed; nothing opens without signing in', async ({
  page,
  server,
  request,
}) => {
  for (const path of [
    '/',
    '/record',
    '/log',
    '/import',
    '/faults',
    '/setup',
    machine.replace(server.url, ''),
  ]) {
    await page.goto(server.url + path);
    await expect(page).toHaveURL(`${server.url}/sign-in`);
  }
  expect((await request.get(`${server.url}/api/book`)).status()).toBe(401);
  expect(
    (
      await request.post(`${server.url}/api/imports?name=x`, {
        data: 'machine',
        headers: { Origin: server.url },
      })
    ).status(),
  ).toBe(401);
  await page.getByLabel('Name').fill(technician.name);
  // each further wrong try doubles the wait: a server that takes longer than the first still comes to one
  const told = page.getByText(/The name or the password is wrong\.|Wait \d+ s/);
  const wait = page.getByText(/Wait \d+ s/);
  let tries = 0;
  do {
    await page.getByLabel('Password').first().fill(`wrong-${tries}`);
    const answer = page.waitForResponse((one) => one.request().method() === 'POST');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await answer;
    await expect(told).toBeVisible();
    tries += 1;
  } while (tries < 8 && !(await wait.isVisible()));
  expect(tries).toBeGreaterThan(3);
  const seconds = Number(/Wait (\d+) s/.exec((await wait.textContent())!)![1]);
  await page.waitForTimeout((seconds + 1) * 1000);
  await page.getByLabel('Password').first().fill(technician.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('link', { name: 'Today' })).toBeVisible();
});

test('hours by hand: three taps, and the last choice is remembered', async ({ page, server }) => {
  await signIn(page, server.url);
  await page.goto(machine);
  await page.keyboard.press('h');
  await expect(page.getByRole('heading', { name: 'Log hours' })).toBeVisible();
  // the first time a material is chosen
  await page.getByLabel('Another material').selectOption('cut MDF');
  await page.getByRole('radio', { name: '20 min', exact: true }).click();
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText(/^Logged: Wren, 20 min/)).toBeVisible();
  // a refusal takes what was said before away, and is where the eye is
  const debris = page.getByRole('radiogroup', { name: /loose debris/ });
  for (const answer of ['yes', 'no']) {
    await expect(debris.getByRole('radio', { name: answer, exact: true })).not.toBeChecked();
  }
  const typed = page.getByLabel('Other duration, in minutes or h:mm');
  await typed.fill('1,5');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText('Nothing is logged yet: is 1,5 minutes or hours?')).toBeInViewport();
  await expect(page.getByText(/^Logged/)).toHaveCount(0);
  const minutes = page.getByRole('radio', { name: /^minutes/ });
  await expect(minutes).toBeInViewport();
  await minutes.click();
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText(/overlaps the session/)).toBeInViewport();
  await expect(page.getByText(/^Logged/)).toHaveCount(0);
  // the second time it is offered; the only machine needs no choosing
  await page.goto(`${server.url}/log`);
  await expect(page.getByRole('radio', { name: 'cut MDF' })).toBeChecked();
  await page.getByRole('radio', { name: '10 min', exact: true }).click();
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText(/overlaps the session/)).toBeVisible();
});

test('hours from a file: preview, good rows in, bad rows named and handed back', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/import`);
  const rows = ['machine;start;run;material;process;colour'];
  for (let day = 1; day <= 9; day++) rows.push(`Wren;2026-11-0${day}T10:00;"3:00";plywood;cut;red`);
  rows.push('Wern;2026-11-12T10:00;30;plywood;cut;', 'Wren;2026-11-12T10:00;-5;plywood;cut;');
  rows.push('Wren;2026-11-12T10:00;30;plywod;cut;', 'Wren;2026-11-09T11:00;30;plywood;cut;');
  const file = { name: 'log.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) };
  await page.locator('input[type=file]').setInputFiles(file);
  await expect(page.getByRole('heading', { name: 'log.csv: 9 sessions to log' })).toBeVisible();
  await expect(page.getByText('did you mean Wren?')).toBeVisible();
  await expect(page.getByText('did you mean plywood?')).toBeVisible();
  await expect(page.getByText('the run time is negative')).toBeVisible();
  await expect(page.getByText(/overlaps the session of 2026-11-09 10:00, 3 h/)).toBeVisible();
  await expect(page.getByText('Not used: the columns colour.')).toBeVisible();
  await page.getByRole('button', { name: 'Import the 9 good rows' }).click();
  await expect(page.getByRole('heading', { name: 'log.csv: 9 sessions logged' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download the rejected rows' }).click();
  const rejected = fs.readFileSync(await (await download).path(), 'utf8');
  const parsed: Record<string, string>[] = parse(rejected, {
    bom: true,
    columns: true,
    delimiter: ';',
  });
  expect(parsed.map(({ line }) => line)).toEqual(['11', '12', '13', '14']);
  // the same file twice adds nothing
  await page.getByRole('button', { name: 'Import another file' }).click();
  await page.locator('input[type=file]').setInputFiles(file);
  await expect(page.getByText('9 known already, 4 rejected.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Import the/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Choose another file' })).toBeVisible();
});

test('a station is due, is cleaned across a reload, and is clear', async ({
  page,
  server,
  data,
}) => {
  await signIn(page, server.url);
  await expect(
    page.getByRole('listitem').filter({ hasText: /Wren: Honeycomb\s*fire/ }),
  ).toBeVisible();
  await page.goto(`${machine}?station=honeycomb&sum=clean`);
  // 9 × 3 h of plywood and 20 min of MDF at 1.2 of the bed group
  await expect(page.locator('tfoot')).toContainText('27.4000');
  await page.keyboard.press('c');
  await expect(page.getByRole('heading', { name: 'Clean Wren' })).toBeVisible();
  await pickOnly(page, [/^Honeycomb/]);
  await page.getByRole('button', { name: 'Start the clean-down' }).click();
  await expect(page.getByRole('heading', { name: 'Make it safe' })).toBeVisible();
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  await stretch(page, 'Honeycomb: clean').click();
  await page.getByRole('radio', { name: 'caked' }).click();
  await unfold(page, /^Method, minutes, note/);
  await page.getByLabel('Note', { exact: true }).fill('soaked twice');
  await page.getByLabel('Minutes').click();
  await page.waitForTimeout(600);
  await page.reload();
  await stretch(page, 'Honeycomb: clean').click();
  await expect(page.getByRole('radio', { name: 'caked' })).toBeChecked();
  await unfold(page, /^Method, minutes, note/);
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('soaked twice');
  await page.goto(server.url);
  await expect(page.getByText(/^0 of \d+ tasks done/)).toBeVisible();
  await page.getByRole('link', { name: 'Resume', exact: true }).click();
  await workThrough(page, data.clock);
  await page.getByRole('button', { name: 'Sign off and release Wren' }).click();
  await expect(page.getByRole('heading', { name: 'Wren: handed over' })).toBeVisible();
  await page.goto(machine);
  // the clock was put ahead while it dried: a day may have begun
  await expect(page.getByRole('link', { name: /^Honeycomb: [0-5] %, clear/ })).toBeVisible();
  await page.goto(`${machine}?station=honeycomb`);
  await expect(page.getByRole('listitem').filter({ hasText: /found caked/ })).toBeVisible();
});

test('an entry is corrected: the old one is struck through, the counters follow', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/record?kind=use`);
  const line = page.getByRole('listitem').filter({ hasText: 'Used 20 min' });
  await line.getByRole('button', { name: /^Correct/ }).click();
  await page.getByLabel('Run, in minutes or h:mm').fill('0:10');
  await page.getByRole('button', { name: 'Save the correction' }).click();
  await expect(page.getByText('Say why it is corrected.').first()).toBeVisible();
  await page.getByLabel('Why is it corrected?').fill('it was ten');
  await page.getByRole('button', { name: 'Save the correction' }).click();
  await expect(page.getByText(/struck through by Ragna: it was ten/)).toBeVisible();
  await expect(page.getByText('corrects an earlier entry: it was ten')).toBeVisible();
  await page.goto(`${machine}?station=plate&sum=clean`);
  await expect(page.locator('tfoot')).toContainText('27.2000');
});

test('the record exports as CSV that an independent parser reads back', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/record?kind=use`);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export as CSV' }).click();
  const csv = fs.readFileSync(await (await download).path(), 'utf8');
  const rows: Record<string, string>[] = parse(csv, { bom: true, columns: true });
  expect(rows).toHaveLength(11);
  expect(rows.filter(({ struck_because }) => struck_because)).toHaveLength(1);
  expect(rows.at(-1)).toMatchObject({
    machine: 'Wren',
    run: '180',
    material: 'plywood',
    start: '2026-11-01T10:00:00+01:00',
  });
});

test('the label prints as a QR code that an independent decoder reads', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${machine}/label`);
  const label = page.getByRole('region', { name: 'Label of Wren' });
  const written = await label.getByText(/^http/).textContent();
  const { data, width, height } = PNG.sync.read(await label.locator('svg').screenshot());
  const decoded = jsqr(new Uint8ClampedArray(data), width, height);
  expect(decoded?.data).toBe(written);
  await page.goto(here(server, written!));
  await expect(page.getByRole('button', { name: /I used it/ })).toBeVisible();
});

test('a press before the page answers is done as soon as it does', async ({ page, server }) => {
  await signIn(page, server.url);
  const slow = await page.context().newCDPSession(page);
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 8 });
  await page.goto(`${server.url}/faults/new`, { waitUntil: 'commit' });
  const awake = await page.evaluate(async () => {
    const find = (selector: string) => document.querySelector<HTMLElement>(`main ${selector}`);
    const [sign, tile] = ['button[aria-pressed]', 'input[type="radio"][value="stop"]'];
    while (!find(tile!)) await new Promise((resolve) => setTimeout(resolve, 5));
    const was = 'awake' in document.documentElement.dataset;
    find(tile!)!.click();
    find(sign!)!.click();
    return was;
  });
  expect(awake).toBe(false);
  await expect(page.locator('main button[aria-pressed]').first()).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(page.getByRole('radio', { name: 'No: dangerous' })).toBeChecked();
});

test('what is typed before the page answers is sent as it was typed', async ({ page, server }) => {
  await signIn(page, server.url);
  // a slow phone: the page stands there long before its scripts have come
  let letGo = () => {};
  const awaited = new Promise<void>((resolve) => (letGo = resolve));
  await page.route(/\.js(\?|$)/, async (route) => {
    await awaited;
    await route.continue();
  });
  await page.goto(`${server.url}/setup`, { waitUntil: 'commit' });
  const name = page.getByLabel('Name of the shop');
  const before = await name.inputValue();
  await name.fill('The Slow Loft');
  const form = page.locator('form', { has: name });
  await form.getByRole('button', { name: 'Save' }).click();
  letGo();
  await expect(form.getByRole('status')).toHaveText('Saved: The Slow Loft');
  await page.unrouteAll();
  await page.reload();
  await expect(name).toHaveValue('The Slow Loft');
  await name.fill(before);
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByRole('status')).toHaveText(`Saved: ${before}`);
});

test('keys lead to the verbs, ? lists them, typing in a field does not', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('f');
  await expect(page.getByRole('heading', { name: 'Report a fault' })).toBeVisible();
  await page.getByLabel('In your words').fill('hc');
  await expect(page).toHaveURL(/faults\/new/);
});

test('from H to logged in under fifteen keys', async ({ page, server }) => {
  await signIn(page, server.url);
  let keys = 0;
  const press = async (key: string) => {
    await page.keyboard.press(key);
    keys += 1;
  };
  await press('h');
  await expect(page.getByRole('heading', { name: 'Log hours' })).toBeVisible();
  // the focus is in the form: on its first machine, or on how long where there is one only
  const other = page.getByLabel('Other duration, in minutes or h:mm');
  const wren = page.getByRole('radio', { name: 'Wren' });
  const begun = page.locator(':focus').and(other.or(wren));
  await expect(begun).toBeVisible();
  if ((await wren.count()) > 0) await press('Enter');
  await expect(other).toBeFocused();
  for (const key of '0:02') await press(key);
  await press('Enter');
  await expect(page.getByText(/^Logged: Wren, 2 min/)).toBeVisible();
  expect(keys).toBeLessThan(15);
});

test('no page has an accessibility fault that a machine can find', async ({ page, server }) => {
  test.setTimeout(360_000); // every page, in every scheme
  await signIn(page, server.url);
  for (const path of [
    '/',
    '/faults',
    '/faults/new',
    '/record',
    '/log',
    '/import',
    '/clean',
    '/clean/campaign',
    '/setup',
    '/setup/stores?item=swabs',
    '/setup/labels',
    machine.slice(server.url.length),
  ]) {
    await page.emulateMedia({ colorScheme: 'light' });
    await page.goto(server.url + path);
    await page.getByRole('heading', { level: 1 }).waitFor();
    const light = await new AxeBuilder({ page }).analyze();
    // at night the same page has other inks, and nothing else is other
    await page.emulateMedia({ colorScheme: 'dark' });
    await page.locator('html[data-mantine-color-scheme="dark"]').waitFor();
    const dark = await new AxeBuilder({ page }).withRules(['color-contrast']).analyze();
    // under lenses too, where a screen is looked at with them on
    await page.evaluate(() => (document.documentElement.dataset.eyewear = ''));
    const lenses = await new AxeBuilder({ page }).withRules(['color-contrast']).analyze();
    expect(
      [...light.violations, ...dark.violations, ...lenses.violations].map(
        ({ id, nodes }) => `${path} ${id}: ${nodes[0]?.html}`,
      ),
    ).toEqual([]);
  }
});
