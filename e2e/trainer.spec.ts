import { expect, signIn, test, welcome } from './shop';

test.use({ suite: 'trainer' });
test.describe.configure({ mode: 'serial' });

test('mirrors are set by their dots, and the book keeps that it was done', async ({
  page,
  server,
}) => {
  await welcome(page, server.url);
  await page.goto(`${server.url}/trainer`);
  await page.getByRole('link', { name: 'Set the mirrors' }).click();
  await expect(page).toHaveURL(/seed=\d+/);
  // mirror 2 is out both ways: 3.5 mm to the right and 2.9 mm up at the far side
  await page.goto(`${server.url}/trainer/dots?seed=11`);
  await page.getByRole('button', { name: 'Fire the five' }).click();
  await expect(page.getByText('rear right: 3.5 / 2.9')).toBeVisible();
  await page.getByRole('button', { name: 'What would the bench say?' }).click();
  await expect(page.getByText(/^Mirror 2, the screw that sends the beam sideways/)).toBeVisible();
  const turn = async (screw: string, step: string, way: string, times: number) => {
    await page.getByRole('button', { name: `${step} turn` }).click();
    const button = page.getByRole('button', { name: `Mirror 2, ${screw}: ${way}` });
    for (let i = 0; i < times; i++) await button.click();
  };
  // 0.14 and 0.16 turn: 9/64 and 10/64
  await turn('sideways', '1/16', 'out', 2);
  await turn('sideways', '1/64', 'out', 1);
  await turn('up and down', '1/16', 'out', 2);
  await turn('up and down', '1/64', 'out', 2);
  await page.getByRole('button', { name: 'Fire the five' }).click();
  await expect(page.getByText('Inside in 2 rounds.')).toBeVisible();
  await page.getByRole('link', { name: 'All exercises' }).click();
  await expect(page.getByText(/^passed, 1 time, last/)).toBeVisible();
  await expect(page.getByRole('row', { name: /Set the mirrors passed 2 rounds$/ })).toBeVisible();
  await page.goto(`${server.url}/record?kind=people`);
  await expect(page.getByText('Practised: set the mirrors, passed, 2 rounds')).toBeVisible();
});

test('a made-up fault is solved by checks that cost minutes', async ({ page, server }) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/trainer/drill?seed=5`);
  await page
    .getByRole('button', { name: /minutes$/ })
    .first()
    .click();
  await expect(page.getByText('No', { exact: true })).toBeVisible();
  await page.getByRole('combobox', { name: /^The cause, after 2 min/ }).click();
  await page.getByRole('option').first().click();
  await page.getByRole('button', { name: 'Name the cause' }).click();
  await expect(
    page.getByRole('heading', { name: 'How the program would go about it' }),
  ).toBeVisible();
  await expect(page.getByText(/^(Right|Wrong): it was .+ \d+ min\.$/)).toBeVisible();
});

test('which way round: the lens first, each with its reason', async ({ page, server }) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/trainer/facing?seed=3`);
  await page.getByRole('button', { name: 'curved side to the work' }).click();
  await expect(page.getByText('No: curved side to the beam.')).toBeVisible();
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText('2 of 9')).toBeVisible();
});

test('a shuffled sheet is put in order, and a wrong turn says what goes wrong', async ({
  page,
  server,
}) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/trainer/order?seed=2`);
  const loose = page.getByRole('group', { name: 'What comes next?' });
  await loose.getByRole('button', { name: 'Prove that it is back' }).click();
  await expect(page.getByText(/^Not yet: Prove that it is back/)).toBeVisible();
  await expect(page.getByText(/what is tested is not what goes back to work/)).toBeVisible();
  await loose.getByRole('button', { name: 'Make it safe' }).click();
  await expect(page.getByText(/^Not yet/)).toHaveCount(0);
  await expect(page.getByRole('list', { name: 'In this order' })).toContainText('Make it safe');
  // whatever is refused stays where it is: pressed in turn, all of it comes in order
  for (let rounds = 0; rounds < 200 && (await loose.getByRole('button').count()) > 0; rounds++) {
    const buttons = loose.getByRole('button');
    await buttons.nth(rounds % (await buttons.count())).click();
  }
  await expect(page.getByRole('heading', { name: 'Done, not passed yet' })).toBeVisible();
  await expect(
    page.getByText(/^\d+ mistakes: one will do\. It is back after \d+ min/),
  ).toBeVisible();
});

test('a shop asks for practice before somebody may clean', async ({ page, server }) => {
  await signIn(page, server.url);
  await page.goto(`${server.url}/setup/people`);
  const touch = page.getByRole('checkbox', { name: 'What may touch what' });
  await touch.click();
  await expect(touch).toBeChecked();
  await page.getByRole('textbox', { name: 'Name' }).fill('Bo');
  await page.getByRole('radio', { name: 'helper' }).check();
  await page.getByRole('button', { name: 'Only for labels' }).click();
  await expect(page.getByText(/Bo has not passed yet: What may touch what/)).toBeVisible();
  await page.getByRole('radio', { name: 'operator' }).check();
  await page.getByRole('button', { name: 'Only for labels' }).click();
  await expect(page.getByText('chosen by name on labels only')).toBeVisible();
});
