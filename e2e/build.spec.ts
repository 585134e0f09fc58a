import AxeBuilder from '@axe-core/playwright';
import { pickOnly, stretch, workThrough } from './sheet';
import { addMachine, expect, signIn, test, welcome } from './shop';

test.use({ suite: 'build' });
test.describe.configure({ mode: 'serial', timeout: 120_000 });

let machine: string;
const idOf = () => machine.split('/').at(-1)!;

test('a machine begins as most of its family and is told how it differs; the page shows how it then comes apart', async ({
  page,
  server,
}) => {
  await welcome(page, server.url);
  // told when it is added, as far as it is known
  await page.goto(`${server.url}/machines/new`);
  await page.getByLabel('Nickname').fill('Finch');
  await page.getByRole('radio', { name: /^Enclosed diode/ }).click();
  await page.getByText(/How it comes apart: as most of them/).click();
  await page.getByLabel('The head is held by').selectOption({ index: 1 });
  await expect(page.getByText('1 not as most')).toBeVisible();
  await page.getByRole('button', { name: 'Add the machine' }).click();
  await page.getByRole('link', { name: 'Build' }).click();
  await expect(page.getByText('· not as most')).toHaveCount(1);
  machine = await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  await page.goto(machine);
  await page.getByRole('link', { name: 'Say where it differs' }).click();
  await expect(page.getByRole('heading', { name: 'Wren: build' })).toBeVisible();
  const apart = page.getByRole('region', { name: 'How it comes apart' });
  await apart.getByText('Head off').click();
  await expect(apart.getByText(/undoes its two screws/)).toBeVisible();
  await page
    .getByLabel('The head is held by')
    .selectOption({ label: 'a latch; it slides up and out, upright' });
  await expect(apart.getByText(/Latch open; slide the head up/)).toBeVisible();
  await expect(page.getByText('· not as most')).toBeVisible();
  // in own words, refused without a step, kept with one
  await page
    .getByLabel('Air hose', { exact: true })
    .selectOption({ label: 'otherwise, in own words …' });
  await page.getByLabel('Air hose:').fill('a quarter-turn coupling');
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(page.getByText(/Write at least one step/)).toBeVisible();
  await page
    .getByLabel('How it comes off, a step a line')
    .fill('Coupling a quarter left, draw it out.');
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(apart.getByText('Coupling a quarter left, draw it out.')).toBeVisible();
  // what cannot be is said
  await page.getByLabel('Outer shield').selectOption({ label: 'none' });
  await page.getByLabel('Nozzle', { exact: true }).selectOption('none');
  await expect(page.getByRole('alert').getByText(/has neither/)).toBeVisible();
  await page
    .getByLabel('How the outer glass is reached')
    .selectOption({ label: 'nothing in front of it: its ring comes off by hand' });
  await expect(page.getByText(/has neither/)).toHaveCount(0);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
  await page.setViewportSize({ width: 390, height: 844 });
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(width).toBeLessThanOrEqual(390);
});

test('the order of work is turned round with a reason; the wait before connectors is the machine’s own', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${machine}/build`);
  const order = page.getByRole('region', { name: 'Order of work: our own way' });
  await order.getByRole('button', { name: 'Turn it round' }).first().click();
  await expect(order.getByText('Say why this machine is done so.')).toBeVisible();
  await order.getByLabel('Why, on this machine?').first().fill('a cloth lies under it');
  await order.getByRole('button', { name: 'Turn it round' }).first().click();
  await expect(order.getByText('The bed comes out before the head comes off')).toBeVisible();
  const wait = page.getByRole('region', { name: 'Wait before connectors' });
  await wait.getByLabel('Minutes').fill('15');
  await wait.getByLabel('Where the figure is from').fill('label at the plug');
  await wait.getByRole('button', { name: 'Save' }).click();
  await expect(wait.getByText('15 minutes: label at the plug.')).toBeVisible();
});

test('between two cuts: only the glass, the machine left on, and the job goes on', async ({
  page,
  server,
  data,
}) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/clean?machine=${idOf()}`);
  await page.getByRole('button', { name: 'Protective window, 5 min' }).click();
  await expect(page.getByRole('heading', { name: 'Wren: between two cuts' })).toBeVisible();
  await expect(page.getByText(/The machine stays on/).first()).toBeVisible();
  await workThrough(page, data.clock);
  await page.getByRole('button', { name: 'Sign off and release Wren' }).click();
  await expect(page.getByRole('heading', { name: 'Wren: handed over' })).toBeVisible();
  await expect(page.getByText(/cleaned between two cuts of a job/i)).toBeVisible();
});

test('a method chosen for one machine is read in its steps; a step is put in own words', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/setup/methods?machine=${idOf()}`);
  await expect(page.getByRole('heading', { name: 'Methods at Wren' })).toBeVisible();
  await page
    .getByRole('region', { name: 'What wets the optic?' })
    .getByRole('button', { name: /^acetone/ })
    .click();
  await expect(page.getByText(/Chosen for this machine/)).toBeVisible();
  await page.goto(`${server.url}/clean?machine=${idOf()}`);
  await pickOnly(page, [/^Protective window wipe/]);
  await page.getByRole('button', { name: 'Start the clean-down' }).click();
  await stretch(page, 'Protective window: wipe').click();
  await expect(page.getByText(/with one drop of acetone/)).toBeVisible();
  await expect(page.getByText(/plastic housing nearby: covered/)).toBeVisible();
  await stretch(page, 'Make it safe').click();
  await page.getByText('These words are not right here').click();
  await page
    .getByLabel('The step, in our own words')
    .fill('The job is over and the screen is locked.');
  await page.getByLabel('Why it is done so here').fill('it restarts by itself');
  await page.getByRole('button', { name: 'Save these words' }).click();
  await expect(page.getByText('Saved: from the next sheet on.')).toBeVisible();
});

test('after a fire every part is looked at first; then a deep clean of what is sooty', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  const swift = await addMachine(page, server.url, 'Swift', 'Galvo desktop');
  await page.goto(`${swift}/after-fire`);
  await page.getByLabel('What burned').fill('pine');
  await page.getByLabel('With what settings').fill('95 %');
  const submit = page.getByRole('button', { name: 'Save the look and start the cleaning' });
  await submit.click();
  await expect(page.getByText('Ordinary or deep?')).toBeVisible();
  await page.getByRole('radio', { name: /^Deep:/ }).click();
  await submit.click();
  await expect(page.getByText(/^Not looked at yet: Debris/)).toBeVisible();
  for (const group of await page.getByRole('radiogroup').filter({ hasText: 'untouched' }).all()) {
    await group.getByText('untouched').click();
  }
  await page.getByRole('radiogroup', { name: 'Glass and mirrors' }).getByText('sooty').click();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)).toEqual([]);
  await submit.click();
  await expect(page.getByRole('heading', { name: 'Clean Swift' })).toBeVisible();
  await expect(stretch(page, 'Field lens: wipe')).toBeVisible();
});
