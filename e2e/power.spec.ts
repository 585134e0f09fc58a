import fs from 'node:fs';
import path from 'node:path';
import { startServer } from './server';
import { addMachine, DataFolder, expect, test, welcome } from './shop';
import { stretch } from './sheet';

/** Rows of an hour each, one after another, ending before the autumn. */
function bigLog(rows: number): string {
  const start = Date.UTC(2015, 0, 1);
  const lines = ['machine,start,run,material,process'];
  for (let i = 0; i < rows; i++) {
    lines.push(`Wren,${new Date(start + i * 3_600_000).toISOString()},55,plywood,cut`);
  }
  return lines.join('\n');
}

test('the power goes in mid clean-down and in mid import: what was acknowledged is there, nothing else', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const data = new DataFolder();
  let server = await startServer(data.dir);
  await welcome(page, server.url);
  let machine = await addMachine(page, server.url, 'Wren', 'Enclosed diode');

  // mid clean-down
  await page.goto(`${server.url}/clean?machine=${machine.split('/').at(-1)}`);
  await page.getByRole('button', { name: 'Show every task' }).click();
  await page.getByRole('checkbox', { name: /^Honeycomb/ }).check();
  await page.getByRole('button', { name: 'Start the clean-down' }).click();
  await page.getByRole('button', { name: /^All \d+ are done/ }).click();
  await stretch(page, 'Honeycomb: clean').click();
  await page.getByRole('radio', { name: 'soiled' }).click();
  await page.getByRole('button', { name: 'Done, next' }).click();
  await expect(page.locator('[data-state="done"]')).toHaveCount(1);
  await page.waitForResponse((response) => response.url().includes('/events?'));
  await server.kill();
  // pressed while there is no power: kept on the device, sent when it is back
  await page.getByRole('button', { name: 'Done, next' }).click();
  await expect(page.getByText(/kept on this device/)).toBeVisible({ timeout: 12_000 });
  server = await startServer(data.dir, {}, Number(new URL(server.url).port));
  machine = server.url + new URL(machine).pathname;
  await expect(page.getByText(/kept on this device/)).toBeHidden({ timeout: 15_000 });
  await page.goto(server.url); // still signed in: sessions are in the file too
  await page.getByRole('link', { name: 'Resume', exact: true }).click();
  await stretch(page, 'Honeycomb: clean').click();
  await expect(page.getByRole('radio', { name: 'soiled' })).toBeChecked();
  await expect(page.locator('[data-state="done"]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Abandon' }).click();
  await page.getByLabel(/^Why, and how/).fill('the power went');
  await page.getByRole('button', { name: 'Abandon the clean-down' }).click();
  await expect(page.getByRole('heading', { name: 'Wren: clean-down abandoned' })).toBeVisible();
  // it comes back: taken up again, all that was marked is there
  await page.getByRole('button', { name: 'Undo: take it up again' }).click();
  await expect(page.getByRole('heading', { name: 'Clean Wren' })).toBeVisible();
  await stretch(page, 'Honeycomb: clean').click();
  await expect(page.locator('[data-state="done"]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Abandon' }).click();
  await page.getByLabel(/^Why, and how/).fill('for good');
  await page.getByRole('button', { name: 'Abandon the clean-down' }).click();
  await expect(page.getByRole('heading', { name: 'Wren: clean-down abandoned' })).toBeVisible();

  // mid import: the button is pressed, the answer has not come
  const file = path.join(data.dir, 'big.csv');
  fs.writeFileSync(file, bigLog(24_000));
  await page.goto(`${server.url}/import`);
  await page.locator('input[type=file]').setInputFiles(file);
  await page.getByRole('button', { name: 'Import the 24000 good rows' }).click({ timeout: 90_000 });
  await page.waitForTimeout(500);
  await server.kill();
  await page.waitForTimeout(3000); // the import's own process ends with its server
  server = await startServer(data.dir);
  machine = server.url + new URL(machine).pathname;
  await page.goto(`${machine}?station=plate&sum=clean`);
  const sum = await page.locator('tfoot').textContent();
  expect(['No session since it was last done.0.0000', '24000 sessions22000.0000']).toContain(sum);

  // and once more to the end: nothing is counted twice
  await page.goto(`${server.url}/import`);
  await page.locator('input[type=file]').setInputFiles(file);
  await expect(page.getByText(/known already, 0 rejected/)).toBeVisible({ timeout: 90_000 });
  const button = page.getByRole('button', { name: /Import the 24000 good rows/ });
  if (await button.isVisible()) {
    await button.click();
    await expect(page.getByRole('heading', { name: /24000 sessions logged/ })).toBeVisible({
      timeout: 90_000,
    });
  }
  await page.goto(`${machine}?station=plate&sum=clean`);
  await expect(page.locator('tfoot')).toContainText('24000 sessions22000.0000');
  await server.kill();
  data.remove();
});
