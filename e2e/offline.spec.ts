import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { startServer, type RunningServer } from './server';
import { addMachine, DataFolder, expect, here, signIn, test, welcome } from './shop';

test.use({ suite: 'offline', viewport: { width: 390, height: 844 } });
test.describe.configure({ mode: 'serial', timeout: 180_000 });

let data: DataFolder;
let shop: RunningServer;
let machine: string;
let label: string;

/** The server goes away, and comes back at the same address. */
const goAway = () => shop.kill();
async function comeBack() {
  shop = await startServer(data.dir, data.clock.env, Number(new URL(shop.url).port));
}

const labelOf = async (page: Page) => {
  await page.goto(`${machine}/label`);
  return here(shop, (await page.getByText(/^http.*\/at\//).textContent())!);
};

/** The page stands among what this browser keeps, and so does the form for a report, which comes behind it. */
const isKept = (page: Page) =>
  expect
    .poll(() =>
      page.evaluate(async () => {
        if (!navigator.serviceWorker.controller) return false;
        if (!(await caches.match(location.href, { ignoreVary: true }))) return false;
        for (const name of await caches.keys()) {
          const cache = await caches.open(name);
          for (const { url } of await cache.keys()) {
            if (!url.includes('/_next/static/')) continue;
            const kept = await cache.match(url, { ignoreVary: true });
            if ((await kept?.text())?.includes('Report it')) return true;
          }
        }
        return false;
      }),
    )
    .toBe(true);

const noConnection = (page: Page) => page.getByText('No connection.');

async function log(page: Page, minutes: string) {
  await page.getByRole('radio', { name: `${minutes} min`, exact: true }).click();
  await page.getByRole('button', { name: 'Log it' }).click();
}

/** How often the record names a session of so many minutes. */
const inRecord = (page: Page, minutes: number) =>
  page.locator('main li').filter({ hasText: new RegExp(`\\b${minutes} min`) });

test.beforeAll(async ({ browser }) => {
  data = new DataFolder();
  data.bitacora('set', 'address', 'http://book.quay.invalid:3000');
  shop = await startServer(data.dir, data.clock.env);
  const page = await browser.newPage();
  await welcome(page, shop.url);
  machine = await addMachine(page, shop.url, 'Sparrow', 'Open-frame diode');
  label = await labelOf(page);
  await page.close();
});

test.afterAll(async () => {
  await shop.kill();
  data.remove();
});

test('what is logged and reported without a connection is in the book once, in order', async ({
  page,
  browser,
}) => {
  await page.goto(label);
  await isKept(page);
  await page.getByRole('button', { name: /I used it/ }).click();
  await goAway();
  await log(page, '30');
  await expect(page.getByText(/^Kept on this phone, .*: Sparrow, 30 min/)).toBeVisible();
  await expect(noConnection(page)).toBeVisible();
  // a slip is taken back where it was never sent, or may have been
  await log(page, '45');
  await expect(page.getByText('2 kept on this phone')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('1 kept on this phone')).toBeVisible();

  // a timer runs on the server: without it there is none, and the form says so
  await page.getByRole('button', { name: 'Start a timer' }).click();
  await expect(page.getByText(/^The server could not be reached/)).toBeVisible();

  // opened anew without a connection: the page is there, as of when it was made
  await page.reload();
  await expect(noConnection(page)).toBeVisible();
  await expect(page.getByText('What is said here may have changed since')).toBeVisible();
  await page.getByRole('button', { name: /Something is wrong/ }).click();
  await page.getByRole('button', { name: /Everything moves, but no beam/ }).click();
  const png = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#884422' } })
    .png()
    .toBuffer();
  await page
    .locator('input[type=file]')
    .setInputFiles([{ name: 'head.png', mimeType: 'image/png', buffer: png }]);
  await page.getByRole('button', { name: 'Report it' }).click();
  await expect(page.getByRole('heading', { name: 'Not sent yet' })).toBeVisible();
  await expect(page.getByText('Sparrow is not on hold')).toBeVisible();
  await expect(page.getByText('2 kept on this phone')).toBeVisible();

  await comeBack();
  await expect(page.getByText(/kept on this phone/)).toHaveCount(0);
  await expect(noConnection(page)).toHaveCount(0);

  const desk = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await signIn(desk, shop.url);
  await expect(desk.getByText('HOLD reported fault').first()).toBeVisible();
  await desk.getByRole('link', { name: 'Open', exact: true }).click();
  await expect(desk.getByAltText('Photo with this entry')).toHaveCount(1);
  await desk.goto(`${shop.url}/record`);
  await expect(inRecord(desk, 30)).toHaveCount(1);
  await expect(inRecord(desk, 45)).toHaveCount(0);
  await desk.close();
});

test('one whose answer was lost is sent again and stands once', async ({ page, browser }) => {
  await page.goto(label);
  await page.getByRole('button', { name: /I used it/ }).click();
  let lost = 0;
  await page.route('**/at/**', async (route) => {
    if (route.request().method() !== 'POST' || lost > 0) return route.continue();
    lost++;
    await route.fetch();
    await route.abort();
  });
  // before the first, that neither overlaps the other
  await page.getByRole('button', { name: 'It ended earlier' }).click();
  await page.getByRole('textbox', { name: 'It ended at' }).fill('2026-11-01 10:00');
  await log(page, '20');
  await expect(page.getByText(/Sparrow, 20 min/).first()).toBeVisible();
  await expect(page.getByText(/kept on this phone, not sent yet/)).toHaveCount(0);
  expect(lost).toBe(1);
  const desk = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await signIn(desk, shop.url);
  await desk.goto(`${shop.url}/record`);
  await expect(inRecord(desk, 20)).toHaveCount(1);
  await desk.close();
});

test('a page inside stays where it is, and goes on by itself', async ({ page }) => {
  await signIn(page, shop.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await goAway();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(noConnection(page)).toBeVisible();
  await expect(page).toHaveURL(`${shop.url}/`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await comeBack();
  await expect(page).toHaveURL(`${shop.url}/plan`);
  await expect(noConnection(page)).toHaveCount(0);
  // opened anew it says so, and opens by itself
  await goAway();
  await page.evaluate(() => location.reload());
  await expect(page.getByRole('heading', { name: 'No connection' })).toBeVisible();
  await comeBack();
  await expect(page.getByRole('heading', { level: 1, name: 'Plan' })).toBeVisible();
});

test('the page that follows a report opens without a connection', async ({ page }) => {
  await page.goto(label);
  await page.getByRole('button', { name: /Something is wrong/ }).click();
  await page.getByRole('button', { name: /Smoke/ }).first().click();
  await page.getByRole('button', { name: 'Report it' }).click();
  await page.getByRole('link', { name: 'Follow what becomes of it' }).click();
  await expect(page).toHaveURL(/\/follow\//);
  await page.reload();
  await isKept(page);
  const words = await page.getByRole('heading', { level: 1 }).textContent();
  await goAway();
  await page.reload();
  await expect(noConnection(page)).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(words!);
  await comeBack();
  await expect(noConnection(page)).toHaveCount(0);
});

test('what an old label may no longer send goes by the new one, or is removed', async ({
  page,
  browser,
}) => {
  await page.goto(label);
  await isKept(page);
  await page.getByRole('button', { name: /I used it/ }).click();
  await page.getByRole('button', { name: 'It ended earlier' }).click();
  await page.getByRole('textbox', { name: 'It ended at' }).fill('2026-11-02 10:00');
  await goAway();
  await log(page, '10');
  await expect(page.getByText('1 kept on this phone')).toBeVisible();
  const phone = page.context();
  await page.close();
  await comeBack();
  const desk = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await signIn(desk, shop.url);
  await desk.goto(machine);
  await desk.getByText('Change this machine').click();
  await desk.getByLabel(/^New label link/).fill('RENEW');
  await desk.getByRole('button', { name: 'Renew' }).click();
  const renewed = await labelOf(desk);
  expect(renewed).not.toBe(label);
  const again = await phone.newPage();
  await again.goto(renewed);
  await expect(again.getByText('Not taken: This label is no longer valid')).toBeVisible();
  await expect(again.getByText(/Sparrow, 10 min/)).toBeVisible();
  await again.getByRole('button', { name: 'Send again' }).click();
  await expect(again.getByText(/Sparrow, 10 min/)).toHaveCount(0);
  await desk.goto(`${shop.url}/record`);
  await expect(inRecord(desk, 10)).toHaveCount(1);
  await desk.close();
  label = renewed;
});

test('a label is installed as an app that opens at its machine', async ({ page }) => {
  await page.goto(label);
  const links = await page
    .locator('link[rel=manifest]')
    .evaluateAll((all) => all.map((link) => (link as HTMLLinkElement).href));
  expect(links).toHaveLength(1);
  const manifest = await (await page.request.get(links[0]!)).json();
  expect(manifest).toMatchObject({
    name: 'Sparrow',
    start_url: new URL(label).pathname,
    display: 'standalone',
  });
  for (const { src, sizes } of manifest.icons) {
    const icon = await page.request.get(shop.url + src);
    const { width, height } = await sharp(await icon.body()).metadata();
    expect(`${width}x${height}`).toBe(sizes);
  }
});
