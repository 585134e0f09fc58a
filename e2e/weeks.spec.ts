import AxeBuilder from '@axe-core/playwright';
import ICAL from 'ical.js';
import fs from 'node:fs';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { addMachine, expect, signIn, test, welcome } from './shop';

test.use({ suite: 'weeks' });
test.describe.configure({ mode: 'serial', timeout: 180_000 });

const day = 86_400_000;
let begun = false;

test.beforeEach(async ({ page, server }) => {
  if (begun) await signIn(page, server.url);
});

/** The clean-downs that are drawn. */
const tags = (page: import('@playwright/test').Page) =>
  page.getByRole('region', { name: 'The weeks ahead' }).getByRole('button', { name: /minutes:/ });

test('nothing can be planned before it is said when the technician is there', async ({
  page,
  server,
  data,
}) => {
  await welcome(page, server.url);
  await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  await addMachine(page, server.url, 'Heron', 'CO2 glass tube');
  begun = true;
  const rows = Array.from({ length: 50 }, (_, n) => {
    const start = new Date(Date.now() - (n + 1) * day).toISOString();
    return [`Wren,${start},40,plywood,cut`, `Heron,${start},50,plywood,cut`];
  }).flat();
  const file = path.join(data.dir, 'weeks.csv');
  fs.writeFileSync(file, ['machine,start,run,material,process', ...rows].join('\n'));
  expect(data.bitacora('import', 'sessions', file).code).toBe(0);
  await page.goto(`${server.url}/plan`);
  await expect(page.getByText('Nothing is planned yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Plan four weeks' }).click();
  await expect(page.getByText('Nobody has said yet when the technician is there')).toBeVisible();
});

/** Types a time of 24 hours into its two parts. */
async function fillTime(page: Page, label: string, time: string) {
  const [hours, minutes] = time.split(':') as [string, string];
  await page.getByLabel(`${label}: hours`).fill(hours);
  await page.getByLabel(`${label}: minutes`).fill(minutes);
}

test('windows, days that differ, bookings typed and read from a calendar', async ({
  page,
  server,
  data,
}) => {
  await page.goto(`${server.url}/setup/time`);
  for (const name of ['Monday', 'Wednesday', 'Friday', 'Sunday']) {
    await page.getByRole('button', { name: `Add a window on ${name}` }).click();
    await fillTime(page, `${name}, from`, '17:00');
    await fillTime(page, `${name}, to`, '16:00');
  }
  await page.getByRole('button', { name: 'Save the week' }).click();
  await expect(page.getByText(/at least 10 minutes: it ends later/)).toBeVisible();
  for (const name of ['Monday', 'Wednesday', 'Friday', 'Sunday']) {
    await fillTime(page, `${name}, to`, '20:00');
  }
  await page.getByRole('button', { name: 'Save the week' }).click();
  await expect(page.getByText('720 minutes a week')).toBeVisible();
  await page.getByLabel('Why').fill('a cold');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('technician away, a cold')).toBeVisible();
  await page
    .getByRole('button', { name: /^Remove (Mon|Tue|Wed|Thu|Fri|Sat|Sun) \d+ \w+$/ })
    .click();
  await expect(page.getByText('technician away, a cold')).toHaveCount(0);

  const at = (days: number) => new Date(Date.now() + days * day).toISOString().slice(0, 10);
  const bookings = page.getByRole('region', { name: 'Bookings', exact: true });
  await bookings.getByLabel('From').fill(`${at(4)} 09:00`);
  await bookings.getByLabel('To', { exact: true }).fill(`${at(4)} 08:00`);
  await bookings.getByRole('button', { name: 'Book' }).click();
  await expect(bookings.getByText('It ends before it begins.').first()).toBeVisible();
  await bookings.getByLabel('To', { exact: true }).fill(`${at(4)} 21:00`);
  await bookings.getByLabel('For what').fill('open day');
  await bookings.getByRole('button', { name: 'Book' }).click();
  await expect(bookings.getByText('open day')).toBeVisible();

  const calendars = page.getByRole('region', { name: 'Calendars of bookings' });
  const bad = path.join(data.dir, 'calendars', 'bad.ics');
  fs.mkdirSync(path.dirname(bad));
  fs.writeFileSync(bad, '<html>not a calendar</html>');
  await calendars.getByLabel('Name').fill('Club');
  await calendars.getByLabel('or a file in that folder').fill(bad);
  await calendars.getByRole('button', { name: 'Read the calendar' }).click();
  await expect(calendars.getByText(/not an iCalendar file/)).toBeVisible();
  const stamp = at(5).replaceAll('-', '');
  fs.writeFileSync(
    bad,
    [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//test//EN',
      'BEGIN:VEVENT',
      'UID:club@example.org',
      `DTSTART;TZID=Europe/Oslo:${stamp}T180000`,
      'DURATION:PT2H',
      'RRULE:FREQ=WEEKLY;COUNT=3',
      'SUMMARY:Club <b>night</b>',
      'END:VEVENT',
      'END:VCALENDAR',
    ].join('\r\n'),
  );
  await calendars.getByRole('button', { name: 'Read the calendar' }).click();
  await expect(calendars.getByText('3 bookings in the year ahead')).toBeVisible();
  await expect(bookings.getByText('Club <b>night</b>')).toHaveCount(3);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
});

test('one press plans, a move says what it costs, a pin stays, a cancel leaves the plan', async ({
  page,
  server,
}) => {
  await page.goto(`${server.url}/plan`);
  // a press before the page listens is pressed again; the first answer is there at once
  await expect(async () => {
    await page.getByRole('button', { name: 'Plan four weeks' }).click();
    await expect(page.getByText('The plan as it is being found')).toBeVisible({ timeout: 4000 });
  }).toPass();
  await expect(tags(page).first()).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: /Proving|solver|Keeping/ })).toBeVisible({
    timeout: 45_000,
  });
  await page.getByRole('button', { name: 'Stop here and save' }).click();
  await expect(page.getByText(/planned anew by Ragna/)).toBeVisible();
  const count = await tags(page).count();
  expect(count).toBeGreaterThan(3);

  // by keyboard: picked up, held over another window, and left
  const first = tags(page).first();
  const name = await first.getAttribute('aria-label');
  await first.focus();
  await page.keyboard.press('Space');
  await expect(first).toHaveAttribute('data-dragged', 'true');
  const says = page.getByRole('status').filter({ hasText: / to (Mon|Wed|Fri|Sun) / });
  await expect(async () => {
    await page.keyboard.press('ArrowRight');
    await expect(says).toContainText(/costs|saves|not possible/, { timeout: 1500 });
  }).toPass();
  await page.keyboard.press('Escape');
  await expect(says).toHaveCount(0);
  await expect(page.getByRole('button', { name: name!, exact: true })).toBeVisible();

  // by mouse: what is said while it is held holds when it is let go
  await expect(async () => {
    await page.keyboard.press('Escape');
    await page.mouse.up();
    const from = (await first.boundingBox())!;
    // another window than its own, which a search of some seconds decides; none in which the machine is booked
    const cells = page.locator('[class*="_cell"]:not([data-barred])');
    const own = cells.nth(1).getByRole('button', { name: name!, exact: true });
    const other = (await own.count()) === 1 ? 0 : 1;
    const to = (await cells.nth(other).boundingBox())!;
    await page.mouse.move(from.x + 12, from.y + 12);
    await page.mouse.down();
    // a hand goes on until it sees what it holds; moves made before that are of no window yet
    await page.mouse.move(to.x + to.width / 2 - 8, from.y + 14, { steps: 8 });
    await expect(first).toHaveAttribute('data-dragged', 'true', { timeout: 2000 });
    await page.mouse.move(to.x + to.width / 2, from.y + 14, { steps: 8 });
    await expect(says).toContainText(/costs|saves|not possible/, { timeout: 2000 });
  }, 'what is held says what it costs').toPass({ timeout: 40_000, intervals: [0] });
  const refused = (await says.textContent())!.includes('not possible');
  await page.mouse.up();
  if (refused) await expect(page.getByText(/cannot go there/)).toBeVisible();
  else await expect(page.getByRole('button', { name: /; pinned/ })).toHaveCount(1);

  // by the list of windows: each with its cost
  await tags(page).last().click();
  await page.getByRole('combobox', { name: 'Move to' }).click();
  const options = page.getByRole('option');
  await expect(options.first()).toContainText(/costs|saves|not possible/);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Pin here' }).click();
  await expect(page.getByRole('button', { name: 'Unpin' })).toBeVisible();
  await expect(page.getByText(/pinned by Ragna/)).toBeVisible();

  await page.getByRole('button', { name: 'Plan anew' }).click();
  await expect(page.getByText('The plan as it is being found')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText(/pinned by Ragna/)).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
});

test('what if an evening less: what it costs, and nothing of it is kept', async ({
  page,
  server,
}) => {
  await page.goto(`${server.url}/plan`);
  const asking = page.getByRole('region', { name: 'What if' });
  await asking.getByRole('button', { name: 'Ask' }).click();
  const form = page.locator('form').filter({ hasText: 'No evenings on' });
  await form.getByRole('combobox', { name: 'No evenings on' }).click();
  await page.getByRole('option', { name: 'Wednesday' }).click();
  await form.getByRole('button', { name: 'See' }).click();
  await expect(page.getByText('What if there were no Wednesday evenings')).toBeVisible();
  await expect(page.getByText('than the same days as they are')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Back to the plan that holds' }).click();
  await expect(page.getByText(/pinned by Ragna/)).toBeVisible();

  // the evening really goes: only what must is moved
  await page.goto(`${server.url}/setup/time`);
  await page.getByRole('button', { name: 'Remove Wednesday 17:00' }).click();
  await page.getByRole('button', { name: 'Save the week' }).click();
  await expect(page.getByText('540 minutes a week')).toBeVisible();
  await page.goto(`${server.url}/plan`);
  const overtaken = page.getByText('This plan was overtaken.');
  if (await overtaken.isVisible()) {
    await page.getByRole('button', { name: 'move only what must' }).click();
    await expect(page.getByText(/only what must was moved: it costs \d+/)).toBeVisible();
  }
});

test('the feed is read by another parser, and stops when its link is renewed', async ({
  page,
  server,
  request,
}) => {
  await page.goto(`${server.url}/plan`);
  const count = await tags(page).count();
  const link = await page.getByLabel('Private link').inputValue();
  const address = server.url + new URL(link).pathname;
  const answer = await request.get(address);
  expect(answer.headers()['content-type']).toContain('text/calendar');
  const events = new ICAL.Component(ICAL.parse(await answer.text())).getAllSubcomponents('vevent');
  const standing = events.filter((one) => one.getFirstPropertyValue('status') === 'CONFIRMED');
  expect(standing).toHaveLength(count);
  await page.getByRole('button', { name: 'New link; this one stops' }).click();
  await expect(page.getByLabel('Private link')).not.toHaveValue(link);
  expect((await request.get(address)).status()).toBe(404);
});

test('the week sheet, what to order, the load, Today, and a phone', async ({ page, server }) => {
  for (const [place, words] of [
    ['week?week=1', 'hands-on. Soaks and drying run by themselves.'],
    ['order', 'What the planned clean-downs need'],
    ['load', 'needed in the next 13 weeks'],
  ] as const) {
    await page.goto(`${server.url}/plan/${place}`);
    await expect(page.getByText(words)).toBeVisible();
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.map(({ id }) => id)).toEqual([]);
  }
  await page.goto(server.url);
  await expect(page.getByRole('heading', { name: 'Planned today' })).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  for (const place of ['/plan', '/plan/load', '/plan/week', '/plan/order', '/setup/time']) {
    await page.goto(server.url + place);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const wide = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(wide, place).toBeLessThanOrEqual(0);
  }
});
