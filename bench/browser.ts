import { chromium } from '@playwright/test';
import { chromiumProgram } from '../scripts/chromium.mjs';

/** Signs somebody in by the form, and tells the cookie that they come in by from then on. */
export async function signedIn(
  url: string,
  { name, password }: { name: string; password: string },
): Promise<string> {
  const browser = await chromium.launch({
    executablePath: chromiumProgram,
    args: ['--no-sandbox'],
  });
  try {
    const page = await browser.newPage();
    await page.goto(`${url}/sign-in`);
    await page.getByLabel('Name').first().fill(name);
    await page.getByLabel('Password').first().fill(password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL(`${url}/`);
    const cookies = await page.context().cookies();
    return cookies.map((one) => `${one.name}=${one.value}`).join('; ');
  } finally {
    await browser.close();
  }
}

/** Who keeps the made-up workshop. */
export const marit = { name: 'Marit', password: 'net-loft-lantern' };
