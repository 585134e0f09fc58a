import fs from 'node:fs';
import path from 'node:path';
import { startServer } from './server';
import { addMachine, DataFolder, expect, technician, test, welcome } from './shop';

test.use({ suite: 'safekeeping' });

test('a folder that is destroyed comes back from the copy the server made by itself, the same book', async ({
  page,
}) => {
  const data = new DataFolder();
  const copies = `${data.dir}-copies`;
  let server = await startServer(data.dir);
  await welcome(page, server.url);
  await addMachine(page, server.url, 'Wren', 'Enclosed diode');
  await page.goto(`${server.url}/setup/copies`);
  await expect(page.getByText('That is the disk of the book itself')).toBeVisible();
  await page.getByLabel('Not before, hour').fill('0');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await server.kill();

  server = await startServer(data.dir, { BITACORA_COPIES_AFTER_MS: '300' });
  await expect(async () => {
    await page.goto(`${server.url}/setup/copies`);
    await expect(page.getByText('1 copy,')).toBeVisible({ timeout: 1000 });
    await expect(page.getByText(/^Tested/)).toBeVisible({ timeout: 1000 });
  }).toPass();
  // the press makes another, which stands beside it
  await page.getByRole('button', { name: 'Make a copy now' }).click();
  await expect(page.getByText('Copied. Opened, read through and counted: whole.')).toBeVisible();
  await page.getByRole('button', { name: 'Check the book' }).click();
  await expect(page.getByText('Whole.', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Make the archive' }).click();
  const packed = page.getByRole('link', { name: /Test-loft-.*\.tar\.gz/ });
  await expect(packed).toBeVisible();
  const download = page.waitForEvent('download');
  await packed.click();
  const before = fs.readFileSync(await (await download).path());
  await server.kill();

  fs.rmSync(data.dir, { recursive: true });
  server = await startServer(data.dir);
  await page.context().clearCookies();
  await page.goto(server.url);
  await page.getByText('Or put a copy back').click();
  await page.getByRole('button', { name: 'Put it back' }).first().click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await page.getByLabel('Name').fill(technician.name);
  await page.getByLabel('Password').first().fill(technician.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('link', { name: 'Wren' }).first()).toBeVisible();
  const after = path.join(copies, 'after.tar.gz');
  expect(data.bitacora('archive', after).code).toBe(0);
  expect(fs.readFileSync(after).equals(before)).toBe(true);
  expect(data.bitacora('check').code).toBe(0);

  // a second server on the same folder touches nothing, and says why
  const second = await startServer(data.dir);
  expect(second.printed()).toMatch(/Another server \(process \d+\) works on/);
  await page.goto(second.url);
  await expect(page.getByText('Another server')).toBeVisible();
  await second.kill();
  await server.kill();
  data.remove();
});
