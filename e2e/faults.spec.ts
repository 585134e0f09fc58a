import type { Browser, Page } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import { openMailbox, type Mailbox } from '../src/standins/mailbox';
import { addMachine, expect, here, signIn, technician, test, welcome } from './shop';

test.use({ suite: 'faults' });
test.describe.configure({ mode: 'serial', timeout: 180_000 });

let mailbox: Mailbox;
let heron: string;
let label: string;

test.beforeAll(async () => {
  mailbox = await openMailbox(0, 0);
});
test.afterAll(async () => {
  await mailbox.close();
});

const phone = async (browser: Browser) =>
  (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();

async function noOverflow(page: Page) {
  const wide = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(wide).toBeLessThanOrEqual(0);
}

const letter = (subject: RegExp) =>
  expect.poll(() => mailbox.letters.find((one) => subject.test(one.subject)), { timeout: 30_000 });

test('the technician asks for mail, and it goes out', async ({ page, server }) => {
  await welcome(page, server.url);
  heron = await addMachine(page, server.url, 'Heron', 'CO2 glass tube');
  await page.goto(`${heron}/label`);
  label = here(server, (await page.getByText(/^http.*\/at\//).textContent())!);
  await page.goto(`${server.url}/setup/mail`);
  await page.getByLabel('Mail server').fill('127.0.0.1');
  await page.getByRole('textbox', { name: 'Port' }).fill(String(mailbox.smtpPort));
  await page.getByLabel('Sender').fill('not an address');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByLabel('Sender')).toHaveValue('not an address');
  await page.getByLabel('Sender').fill('shop@loft.invalid');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Try it' }).click();
  await letter(/mail works/).toBeTruthy();
  await page.goto(`${server.url}/you`);
  await page.getByLabel('Address').fill('ragna@loft.invalid');
  await page.getByLabel('At once, for every report').check();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
});

test('a baseline by the ladder, then half the speed: strength 50 %', async ({ page, server }) => {
  await signIn(page, server.url);
  await page.goto(`${heron}/strength`);
  const recipe = page.getByRole('region', { name: 'Add a recipe' });
  await recipe.getByLabel('Stock').fill('plywood');
  await recipe.getByLabel('Thickness').fill('3');
  await recipe.getByLabel('Power').fill('60');
  await recipe.getByLabel('Speed').fill('90000');
  await recipe.getByRole('button', { name: 'Add' }).click();
  await expect(recipe.getByText(/at most 20000/)).toBeVisible();
  await recipe.getByLabel('Speed').fill('10');
  await recipe.getByRole('button', { name: 'Add' }).click();
  const view = page.getByRole('region', { name: 'plywood 3 mm' });
  await expect(view.getByText('No baseline yet')).toBeVisible();
  const cut = (through: boolean) =>
    view.getByRole('button', { name: through ? 'It fell out' : 'It held' }).click();
  await view.getByRole('button', { name: 'Make a test burn' }).click();
  await expect(view.getByText('Cut 1 of at most 10: 10 mm/s')).toBeVisible();
  await cut(true);
  await expect(view.getByText('Cut 2 of at most 10: 12.5 mm/s')).toBeVisible();
  for (const through of [false, false, false, false, false]) await cut(through);
  await expect(view.getByText(/It just succeeds at 10 mm\/s/)).toBeVisible();
  await view.getByRole('button', { name: 'Save the test burn' }).click();
  await expect(view.getByText('As strong as the baseline')).toBeVisible();

  await view.getByRole('button', { name: 'Make a test burn' }).click();
  for (const through of [false, true, false, false, false, false]) await cut(through);
  await expect(view.getByText('It just succeeds at 5 mm/s: 50 %.')).toBeVisible();
  await view.getByRole('button', { name: 'Save the test burn' }).click();
  await expect(view.getByText('Dropped to 50 % of the baseline.')).toBeVisible();
  const scales = view.getByRole('group', { name: 'Clean now or later?' });
  await scales.getByLabel('Minutes of work waiting').fill('60');
  await scales.getByLabel('Minutes to clean').fill('16');
  await expect(scales.getByRole('status')).toContainText('Now: it saves 14 min');
  await scales.getByLabel('Minutes of work waiting').fill('30');
  await expect(scales.getByRole('status')).toContainText('Later: cleaning now costs 1 min');
  const card = await page.request.get(
    server.url + (await view.getByRole('link', { name: 'G-code' }).getAttribute('href'))!,
  );
  expect(await card.text()).toContain('; 100 percent, 10 mm/s');
  await expect(page.getByRole('img', { name: /100 %; .*50 %/ })).toBeVisible();
  await page.goto(heron);
  await expect(page.getByRole('link', { name: /strength 50 % of the baseline/ })).toBeVisible();
});

test('from the phone to mail, diagnosis, repair, proof and return, with the reporter told', async ({
  page,
  browser,
  server,
}) => {
  const hand = await phone(browser);
  await hand.goto(label);
  await hand.getByRole('button', { name: /Something is wrong/ }).click();
  await hand.getByRole('button', { name: /Does not cut through/ }).click();
  await hand.getByLabel('Your name').fill('Ines <img src=x onerror=alert(1)>');
  await noOverflow(hand);
  await hand.getByRole('button', { name: 'Report it' }).click();
  await expect(hand.getByText('Reported. Thank you')).toBeVisible();
  await hand.getByRole('link', { name: 'Follow what becomes of it' }).click();
  await expect(hand.getByText('Nobody has looked yet')).toBeVisible();
  await noOverflow(hand);
  const axe = await new AxeBuilder({ page: hand }).withTags(['wcag2a', 'wcag2aa']).analyze();
  expect(axe.violations).toEqual([]);
  await hand.getByLabel('Tell me by mail').fill('ines@loft.invalid');
  await hand.getByRole('button', { name: 'Tell me' }).click();
  await expect(hand.getByText('One letter comes')).toBeVisible();
  await letter(/Heron: Does not cut/).toMatchObject({
    to: 'ragna@loft.invalid',
    text: expect.stringContaining('Ines <img src=x onerror=alert(1)> reported for Heron'),
  });

  // somebody else meets it too, and says so instead of reporting it again
  const second = await phone(browser);
  await second.goto(label);
  await second.getByRole('button', { name: /Something is wrong/ }).click();
  await second.getByRole('button', { name: /Does not cut through/ }).click();
  await second.getByRole('button', { name: 'Same as this' }).click();
  await expect(second.getByText('Reported. Thank you')).toBeVisible();

  await signIn(page, server.url);
  await page.goto(`${server.url}/faults`);
  await expect(page.getByText('1 not looked at')).toBeVisible();
  await page.getByRole('link', { name: /Does not cut through/ }).click();
  await expect(page.getByText('Ines <img src=x onerror=alert(1)>').first()).toBeVisible();
  await expect(page.getByText('somebody else met it')).toBeVisible();
  const first = page
    .getByRole('region', { name: 'What it likely is' })
    .getByRole('listitem')
    .first();
  await first.locator('summary').click();
  await first.getByRole('button', { name: 'It is this: decide' }).click();
  await page.getByRole('combobox', { name: 'What was done' }).fill('cleaned');
  await page.getByLabel('optics moved or taken out').check();
  await page.getByRole('button', { name: 'A part was put in' }).click();
  await page.getByRole('combobox', { name: 'Part put in' }).fill('Focus lens');
  await page.getByLabel('Serial number').fill('L-77');
  // as a scanner does; the repair is not recorded by it
  await page.getByLabel('Serial number').press('Enter');
  await page.getByLabel('Minutes hands-on').fill('12');
  await page.getByRole('button', { name: 'Record the repair' }).click();
  await expect(page.getByText(/Focus lens L-77, 12 min/).first()).toBeVisible();
  for (const proof of [/^Dots.*passed$/, /^Test burn.*passed$/, /^The job.*passed$/]) {
    await page.getByRole('button', { name: proof }).click();
    await expect(page.getByRole('button', { name: proof })).toHaveAttribute('aria-pressed', 'true');
  }
  await page.getByRole('button', { name: 'Return it to use' }).click();
  await page.getByRole('button', { name: 'Close the fault' }).click();
  await expect(page.getByRole('heading', { name: 'Closed as fixed' })).toBeVisible();
  await letter(/Heron: the fault you reported is closed/).toMatchObject({
    to: 'ines@loft.invalid',
  });
  await hand.reload();
  await expect(hand.getByText('Repaired, tested, back in use.')).toBeVisible();
  await hand.goto(hand.url().replace(/.$/, (last) => (last === 'A' ? 'B' : 'A')));
  await expect(hand.getByText('This link is not valid')).toBeVisible();
});

test('a fire report: the shop’s word first, held, and back only after a second look', async ({
  page,
  browser,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/setup/people`);
  await page.getByRole('textbox', { name: 'Name' }).fill('Bo');
  await page.getByRole('radio', { name: /^helper/ }).check();
  await page.getByRole('button', { name: 'Add and invite' }).click();
  const link = here(server, (await page.locator('code').textContent())!);
  const helper = await (await browser.newContext()).newPage();
  await helper.goto(link);
  await helper.getByLabel('Your password').fill('another-long-one');
  await helper.getByRole('button', { name: 'Save and come in' }).click();
  await expect(helper.getByRole('link', { name: 'Today' })).toBeVisible();

  // even where labels ask for a code, danger is taken from anybody
  await page.getByRole('radio', { name: /their own short code/ }).click();
  await expect(page.getByRole('radio', { name: /their own short code/ })).toBeChecked();
  const hand = await phone(browser);
  await hand.goto(label);
  await hand.getByRole('button', { name: /Something is wrong/ }).click();
  await hand.getByRole('button', { name: /Faint, patchy/ }).click();
  await hand.getByLabel('Your code').fill('1234');
  await hand.getByRole('button', { name: 'Report it' }).click();
  await expect(hand.getByText('That code is not known')).toBeVisible();
  await hand.getByRole('button', { name: /Faint, patchy/ }).click();
  await hand.getByRole('button', { name: /Flame, glow/ }).click();
  await expect(hand.getByRole('status')).toContainText('Stop now: switch off at the plug');
  await hand.getByLabel('Your code').fill('');
  await hand.getByRole('button', { name: 'Report it' }).click();
  await expect(hand.getByText('Heron is on hold now')).toBeVisible();
  await letter(/^STOP: Heron/).toBeTruthy();

  await page.goto(`${server.url}/faults`);
  await page.getByRole('link', { name: /Flame, glow/ }).click();
  await page.getByText('Release the machine before it is proved').click();
  await page.getByLabel('Release without a proof: why?').fill('nothing burnt');
  await page.getByRole('button', { name: 'Release', exact: true }).click();
  await expect(page.getByText(/second look by Bo/)).toBeVisible();
  await page.getByRole('tab', { name: 'Repair' }).click();
  await page.getByRole('combobox', { name: 'What was done' }).fill('cleaned, all of it');
  await page.getByRole('button', { name: 'Record the repair' }).click();
  const press = async (by: Page, proof: RegExp) => {
    await by.getByRole('button', { name: proof }).click();
    await expect(by.getByRole('button', { name: proof })).toHaveAttribute('aria-pressed', 'true');
  };
  await press(page, /^Lens, cables.*passed$/);
  await press(page, /^The job.*passed$/);
  await page.getByRole('button', { name: /^A second look.*passed$/ }).click();
  await expect(page.getByText("The second look is another person's: Bo")).toBeVisible();
  await helper.goto(page.url());
  await helper.getByRole('tab', { name: 'Proof' }).click();
  await press(helper, /^A second look.*passed$/);
  await helper.getByRole('button', { name: 'Return it and release' }).click();
  await expect(helper.getByText('without restriction')).toBeVisible();
  await hand.goto(label);
  await expect(hand.getByText('Do not use it.')).toHaveCount(0);
  // the first page is behind now: it says so instead of writing over it
  await page.getByRole('tab', { name: 'Close' }).click();
  await page.getByRole('radio', { name: /^no fault/ }).click();
  await page
    .getByRole('textbox', { name: /Reason|Note/ })
    .last()
    .fill('x');
  await page.getByRole('button', { name: 'Close the fault' }).click();
  await expect(page.getByText(/meanwhile/)).toBeVisible();
});

test('one that cannot be found again asks the next user, by name from the list', async ({
  page,
  browser,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/setup/people`);
  await page.getByRole('radio', { name: /a name from the list/ }).click();
  await page.goto(`${server.url}/faults/new`);
  await page.getByRole('button', { name: /^Old burnt smell/ }).click();
  await page.getByRole('button', { name: 'Report it' }).click();
  await page.getByRole('tab', { name: 'Close' }).click();
  await page.getByRole('radio', { name: /^not reproduced/ }).click();
  await page.getByRole('textbox', { name: 'Note' }).last().fill('nothing to smell');
  await page.getByRole('button', { name: 'Close the fault' }).click();
  await expect(page.getByRole('heading', { name: 'Closed as not reproduced' })).toBeVisible();
  await page.goto(server.url);
  await expect(page.getByText(/on watch: Old burnt smell/)).toBeVisible();

  const hand = await phone(browser);
  await hand.goto(label);
  await hand.getByRole('button', { name: /I used it/ }).click();
  const question = hand.getByRole('region', { name: 'One question' });
  await expect(question).toContainText('Old burnt smell when opened');
  await hand.getByRole('radio', { name: '20 min', exact: true }).click();
  await hand.getByRole('button', { name: 'Log it' }).click();
  await expect(hand.getByText('Choose your name from the list.')).toBeVisible();
  await hand.getByRole('combobox', { name: 'Your name' }).selectOption(technician.name);
  await hand.getByRole('button', { name: 'Log it' }).click();
  await expect(hand.getByText(/^Logged: Heron/)).toBeVisible();
  await question.getByRole('button', { name: 'Yes, again' }).click();
  await expect(hand.getByText('Reported. Thank you')).toBeVisible();
  await page.goto(`${server.url}/faults`);
  await page
    .getByRole('link', { name: /Old burnt smell/ })
    .first()
    .click();
  await expect(page.getByRole('link', { name: 'was seen again' })).toBeVisible();
});
