import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { PNG } from 'pngjs';
import { pickOnly, stretch, unfold, workThrough } from './sheet';
import { addMachine, expect, signIn, test, welcome } from './shop';

test.use({ suite: 'run-sheet' });
test.describe.configure({ mode: 'serial', timeout: 180_000 });

let wren: string;
let heron: string;
const picture = {
  name: 'bed.png',
  mimeType: 'image/png',
  buffer: PNG.sync.write(new PNG({ width: 60, height: 40 })),
};

test('a shop with two machines and swabs on the shelf', async ({ page, server }) => {
  await welcome(page, server.url);
  wren = await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  heron = await addMachine(page, server.url, 'Heron', 'CO2 glass tube');
  await page.goto(`${server.url}/setup/stores?item=swabs`);
  await page.getByLabel('On the shelf, pieces').fill('6');
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByText('counted 6 pieces')).toBeVisible();
  await expect(page.getByRole('row', { name: /Lens swabs/ })).toContainText('order');
});

const start = async (page: Page, machine: string, tasks: RegExp[]) => {
  const id = machine.split('/').at(-1)!;
  await page.goto(`${machine.split('/machines/')[0]}/clean?machine=${id}`);
  await pickOnly(page, tasks);
  await page.getByRole('button', { name: 'Start the clean-down' }).click();
  await expect(page.getByRole('heading', { name: 'In this order' })).toBeVisible();
};

test('a full sheet: nothing before it is safe, a soak in the background, over a reload, to the hand-over', async ({
  page,
  server,
  data,
}) => {
  await signIn(page, server.url);
  await start(page, wren, [/^Honeycomb/, /^Protective window window out/]);
  await expect(page.getByText(/saved/)).toBeVisible();
  // another stretch can be read, not ticked
  await stretch(page, 'Head off').click();
  await expect(page.getByRole('button', { name: 'Done, next' })).toBeDisabled();
  await stretch(page, 'Make it safe').click();
  // by keyboard: Enter does the step in front
  await page.locator('#current').click();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-state="done"]')).toHaveCount(1);
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await expect(page).toHaveTitle(/^\d+:\d\d · Clean Wren/);
  await expect(page.getByText('not enough', { exact: false })).toHaveCount(0);
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  // connectors wait for the discharge; the sheet says until when
  await stretch(page, 'Head off').click();
  await expect(page.getByText(/connectors are touched only when the wait/)).toBeVisible();
  data.clock.forward(11);
  await expect(page.getByRole('button', { name: 'Done, next' })).toBeEnabled({ timeout: 8000 });
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  const tray = page.getByRole('region', { name: 'On the tray' });
  for (const loose of ['1 hose', '1 plug', '2 screws']) {
    await expect(tray.getByText(loose)).toBeVisible();
  }
  await stretch(page, 'Bed out').click();
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  await stretch(page, 'Honeycomb: clean').click();
  await page.getByRole('radio', { name: 'soiled' }).click();
  await page.getByLabel('Picture before').setInputFiles(picture);
  await expect(page.getByAltText('before cleaning')).toBeVisible();
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  const soak = page.getByRole('group', { name: 'Running waits' }).getByText('Honeycomb soaks');
  await expect(soak).toBeVisible();
  await page.reload();
  await expect(soak).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
  // an hour later
  data.clock.forward(61);
  await expect(page).toHaveTitle(/^\(1\) wait over/, { timeout: 8000 });
  await page.getByRole('button', { name: 'Go to it' }).click();
  await expect(page.getByRole('heading', { name: 'Honeycomb: finish' })).toBeVisible();
  await workThrough(page, data.clock);
  await page.getByRole('button', { name: 'Sign off and release Wren' }).click();
  await expect(page.getByRole('heading', { name: 'Wren: handed over' })).toBeVisible();
  await expect(page.getByText('Opened: Bed out, Head off, Shield off, Nozzle off.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'From the stores' })).toContainText('Lens swabs');
  await expect(page.getByRole('region', { name: 'Pictures' }).getByRole('img')).toHaveCount(1);
  // the same picture, kept with its station
  await page.goto(`${wren}/pictures?station=honeycomb`);
  await expect(
    page.getByAltText(/^Honeycomb, Wren, .*, before, found soiled$/).first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Turn' }).first().click();
  await page.getByRole('button', { name: 'Change this one' }).first().click();
  await page.getByRole('list', { name: 'All pictures' }).getByRole('button').first().click();
});

test('two devices work one sheet; a phone that was offline sends its presses later, in order', async ({
  page,
  server,
  browser,
}) => {
  await signIn(page, server.url);
  await start(page, wren, [/^Frame/, /^Belts/]);
  const other = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const phone = await other.newPage();
  await signIn(phone, server.url);
  await phone.goto(page.url());
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  await expect(phone.getByRole('heading', { name: 'Lay out tools and supplies' })).toBeVisible({
    timeout: 9000,
  });
  await other.setOffline(true);
  await phone.getByRole('button', { name: 'Done, next' }).click();
  await phone.getByRole('button', { name: 'Done, next' }).click();
  await expect(phone.getByText(/presses are kept on this device/)).toBeVisible({ timeout: 12_000 });
  await expect(page.locator('[data-state="done"]')).toHaveCount(0);
  // back in reach, but the server's disk is full: what was pressed stays here, and the phone says why
  const full = { ok: false, error: { field: null, message: 'The disk is full.' } };
  await phone.route('**/events?*', (route) => route.fulfill({ status: 503, json: full }));
  await other.setOffline(false);
  await expect(phone.getByText(/The disk is full. Go on: 2 presses are kept/)).toBeVisible({
    timeout: 12_000,
  });
  await phone.unroute('**/events?*');
  await expect(page.locator('[data-state="done"]')).toHaveCount(2, { timeout: 12_000 });
  await expect(phone.getByText(/kept on this device/)).toBeHidden({ timeout: 12_000 });
  const { violations } = await new AxeBuilder({ page: phone }).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
  const width = await phone.evaluate(() => document.documentElement.scrollWidth);
  expect(width).toBeLessThanOrEqual(390);
  await other.close();
});

test('an early stop: what is open stays open, and the hand-over says so', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.getByRole('link', { name: 'Resume', exact: true }).click();
  await page
    .getByRole('button', { name: /^All \d+ are done|^Done$/ })
    .first()
    .click();
  await stretch(page, 'Frame: wipe').click();
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  await page.getByRole('button', { name: 'It is: done' }).click();
  await page.getByRole('button', { name: 'Stop here and sign off' }).click();
  await expect(page.getByRole('button', { name: /^Sign off and release/ })).toBeDisabled();
  await page.getByRole('button', { name: 'Answer the questions' }).click();
  const yes = page.locator('li:not([data-answer="yes"])').getByRole('button', { name: 'yes' });
  while ((await yes.count()) > 0) await yes.first().click();
  await page.getByRole('button', { name: /^Sign off and release/ }).click();
  await expect(page.getByRole('heading', { name: 'Wren: handed over' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Still open' })).toContainText('Belts: inspect');
});

test('a damaged lens stops there and opens a fault that holds the machine', async ({
  page,
  server,
  data,
}) => {
  await signIn(page, server.url);
  await start(page, heron, [/^Focus lens/]);
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  await stretch(page, 'Nozzle off').click();
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  await stretch(page, 'Focus lens: wipe').click();
  await page.getByRole('button', { name: 'Done, next' }).click();
  await page.getByRole('button', { name: 'bulging side to the beam' }).click();
  await page.getByRole('radio', { name: 'damaged' }).click();
  await expect(page.getByText('Never fire through damaged glass.')).toBeVisible();
  await page.getByRole('button', { name: /^Leave it/ }).click();
  await workThrough(page, data.clock);
  await page.getByRole('button', { name: 'Sign off and release Heron' }).click();
  await expect(page.getByRole('heading', { name: 'Heron: handed over' })).toBeVisible();
  await page.goto(server.url);
  await expect(page.getByText(/Found damaged: Focus lens/).first()).toBeVisible();
  await expect(page.getByText('reported fault').first()).toBeVisible();
});

test('an order that breaks a rule says why not; one that does not is timed', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await start(page, wren, [/^Frame/, /^Belts/, /^Honeycomb/]);
  // refit before dry
  await stretch(page, 'Bed back in').focus();
  for (let i = 0; i < 2; i++) await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByText(/Bed back in cannot come before Honeycomb: clean/)).toBeVisible();
  await stretch(page, 'Belts: inspect').focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByText(/Takes as long|min longer|min sooner/)).toBeVisible();
  await page.getByRole('button', { name: 'The soonest order again' }).click();
  // by its handle, which is there only when asked for
  const handle = page.getByRole('button', { name: 'Move Belts: inspect' });
  await expect(handle).toHaveCount(0);
  await page.getByRole('button', { name: 'Move steps' }).click();
  await handle.focus();
  await page.keyboard.press('Space');
  await expect(page.locator('[data-dragging]')).toHaveCount(1);
  // a hand presses on until it is over another line: the first press may only bring that into view
  await expect(async () => {
    await page.keyboard.press('ArrowUp');
    await expect(page.getByText(/was moved over droppable area \S+(wipe|clean)\|/)).toHaveCount(1, {
      timeout: 1500,
    });
  }).toPass();
  await page.keyboard.press('Space');
  await expect(
    page.getByText(/Takes as long|min longer|min sooner|cannot come before/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Done moving' }).click();
  await expect(handle).toHaveCount(0);
  await page.getByRole('button', { name: 'The soonest order again' }).click();
  // another way of doing it changes the clock
  const before = await page
    .getByText(/in this order/)
    .first()
    .textContent();
  await stretch(page, 'Honeycomb: clean').click();
  await unfold(page, /^This way:/);
  await page
    .getByLabel('Way')
    .selectOption({ label: 'wiped with alcohol (35 min hands-on, 5 min by itself)' });
  await expect(page.getByText(/in this order/).first()).not.toHaveText(before!);
  // on paper it fits one page
  await page.getByRole('link', { name: 'On paper' }).click();
  await expect(page.getByRole('heading', { name: 'Run sheet: Wren' })).toBeVisible();
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
});

test('a dry run keeps nothing and tells what was skipped; a wipe is one press and one press back', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  const id = heron.split('/').at(-1)!;
  await page.goto(`${server.url}/clean?machine=${id}`);
  await page.getByRole('button', { name: 'Show every task' }).click();
  await page.getByRole('checkbox', { name: /^Belts/ }).check();
  await page.getByRole('link', { name: /a dry run/ }).click();
  await expect(page.getByRole('heading', { name: 'Dry run: Heron' })).toBeVisible();
  await page.getByRole('button', { name: 'Done, next' }).click();
  await page.getByRole('button', { name: 'End the dry run: what did I skip?' }).click();
  await expect(page.getByText('Unequal belts rack the gantry')).toBeVisible();
  await page.goto(`${server.url}/clean`);
  await page.getByRole('button', { name: 'Heron wiped' }).click();
  await expect(page.getByText('Heron: wiped,')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Heron wiped' })).toBeVisible();
  await page.goto(`${server.url}/record?kind=care`);
  await expect(page.getByText(/pressed by mistake/).first()).toBeVisible();
});

test('several machines together: a clock for each person, a sheet for each machine', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  const swift = await addMachine(page, server.url, 'Swift', 'Galvo desktop');
  expect(swift).toContain('/machines/');
  await page.goto(`${server.url}/log`);
  await page.getByRole('radio', { name: /^Swift/ }).click();
  await page.getByLabel('Another material').selectOption('cut MDF');
  await page.getByRole('radio', { name: '20 min', exact: true }).click();
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText(/^Logged: Swift, 20 min/)).toBeVisible();
  await page.goto(`${server.url}/clean/campaign`);
  await page.getByRole('button', { name: 'Add a person' }).click();
  await page.getByLabel('Person 2').fill('Oluf');
  await page.getByRole('button', { name: /^Start on/ }).click();
  await expect(page.getByRole('heading', { name: /together$/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Next for Oluf' })).toBeVisible();
  await page.getByRole('link', { name: 'Its sheet' }).first().click();
  await expect(page.getByRole('heading', { name: 'Make it safe' })).toBeVisible();
});
