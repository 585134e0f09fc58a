import { PNG } from 'pngjs';
import type { Page } from '@playwright/test';
import { addMachine, expect, here, signIn, test, welcome } from './shop';

test.use({ suite: 'eyewear' });
test.describe.configure({ mode: 'serial', timeout: 180_000 });

/**
 * Share of red, green and blue that common eyewear lets through: models, no maker's curve. Orange for blue light,
 * green-grey for infrared, clear for far infrared.
 */
const eyewear = {
  orange: [0.85, 0.45, 0],
  'green-grey': [0.15, 0.45, 0.25],
  clear: [0.92, 0.92, 0.92],
} as const;
type Seen = (typeof eyewear)[keyof typeof eyewear];

/** Relative luminance (WCAG 2.2) of a colour through eyewear; the share of black that stray light adds is left as it is. */
function luminance([r, g, b]: readonly number[], [tr, tg, tb]: Seen): number {
  const linear = (value: number) => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * tr * linear(r!) + 0.7152 * tg * linear(g!) + 0.0722 * tb * linear(b!);
}

/** Every colour of text on the page with what is under it, and some of its words. */
const textsOf = (page: Page) =>
  page.evaluate(() => {
    const rgb = (colour: string) => (colour.match(/[\d.]+/g) ?? []).map(Number);
    const under = (element: Element | null): number[] => {
      for (let at = element; at; at = at.parentElement) {
        const [r, g, b, a = 1] = rgb(getComputedStyle(at).backgroundColor);
        if (a > 0.5) return [r!, g!, b!];
      }
      return [255, 255, 255];
    };
    const found: { words: string; on: number[]; ink: number[] }[] = [];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walk.nextNode()) {
      const words = walk.currentNode.textContent!.trim();
      const element = walk.currentNode.parentElement!;
      if (!words || element.closest('script, style, [disabled], [data-disabled], .visually-hidden'))
        continue;
      const box = element.getBoundingClientRect();
      if (box.width < 2 || box.height < 2) continue;
      const style = getComputedStyle(element);
      if (style.visibility === 'hidden') continue;
      const ink = rgb(element.closest('svg') ? style.fill : style.color).slice(0, 3);
      found.push({ words: words.slice(0, 40), on: under(element), ink });
    }
    return found;
  });

let heron: string;
let label: string;

test('the eyewear scheme is chosen by its name, and stays', async ({ page, server }) => {
  await welcome(page, server.url);
  heron = await addMachine(page, server.url, 'Heron', 'CO2 glass tube');
  await page.goto(`${heron}/label`);
  label = here(server, (await page.getByText(/^http.*\/at\//).textContent())!);
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Change to night' }).click();
  // a page that comes in dark knows that it is
  await page.reload();
  await page.getByRole('button', { name: 'Change to the scheme for laser eyewear' }).click();
  await expect(page.locator('html[data-eyewear]')).toHaveCount(1);
  await page.reload();
  await expect(page.locator('html[data-eyewear]')).toHaveCount(1);
  await expect(page.getByRole('button', { name: 'Change to day' })).toBeVisible();
});

test('every text is at least 7 : 1 through each kind of eyewear', async ({ page, server }) => {
  await signIn(page, server.url);
  await page.addInitScript(() => localStorage.setItem('bitacora-eyewear', '1'));
  const pages = [
    server.url,
    heron,
    `${heron}/bench`,
    `${heron}/bench/dots`,
    `${heron}/strength`,
    `${server.url}/faults`,
    `${server.url}/faults/new`,
    `${server.url}/plan`,
    `${server.url}/log`,
    `${server.url}/record`,
    `${server.url}/evidence`,
    `${server.url}/clean?machine=${heron.split('/').at(-1)}`,
    `${server.url}/trainer`,
    `${server.url}/trainer/order?seed=2`,
    `${server.url}/trainer/dots?seed=11`,
    `${server.url}/plan/load`,
    `${server.url}/setup/stores`,
    `${server.url}/evidence/forecast`,
    `${server.url}/evidence/reliability`,
    `${heron}/meter`,
    `${heron}?station=lens`,
    label,
  ];
  for (const address of pages) {
    await page.goto(address);
    const texts = await textsOf(page);
    expect(texts.length, address).toBeGreaterThan(5);
    for (const [name, seen] of Object.entries(eyewear)) {
      for (const { words, ink, on } of texts) {
        const [a, b] = [luminance(ink, seen), luminance(on, seen)].sort((x, y) => y - x);
        const contrast = (a! + 0.05) / (b! + 0.05);
        expect(contrast, `${address}, ${name}: "${words}" ${ink} on ${on}`).toBeGreaterThanOrEqual(
          7,
        );
      }
    }
  }
});

test('every mark of a state is told from every other without hue', async ({ page, server }) => {
  await signIn(page, server.url);
  await page.addInitScript(() => localStorage.setItem('bitacora-eyewear', '1'));
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Marks' }).click();
  const marks = page.getByRole('dialog').locator('dt svg');
  await expect(marks).toHaveCount(6);
  const pictures = await Promise.all(
    Array.from({ length: 6 }, async (_, i) => PNG.sync.read(await marks.nth(i).screenshot())),
  );
  for (const [name, seen] of Object.entries(eyewear)) {
    const seenAs = pictures.map(({ width, height, data }) =>
      Array.from({ length: width * height }, (_, i) =>
        luminance([data[i * 4]!, data[i * 4 + 1]!, data[i * 4 + 2]!], seen),
      ),
    );
    const white = luminance([255, 255, 255], seen);
    for (let a = 0; a < 6; a++) {
      for (let b = a + 1; b < 6; b++) {
        const size = Math.min(seenAs[a]!.length, seenAs[b]!.length);
        let apart = 0;
        for (let i = 0; i < size; i++) apart += Math.abs(seenAs[a]![i]! - seenAs[b]![i]!);
        // more than one part in twenty-five of the mark turns from black to white
        expect(apart / size / white, `${name}: marks ${a} and ${b}`).toBeGreaterThan(0.04);
      }
    }
  }
});
