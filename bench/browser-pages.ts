// What a page costs a browser: script and HTML it loads, how long a slow phone is busy with it before it answers, and
// how much moves under the finger. `node --import tsx bench/browser-pages.ts [folder] [page,page]`
import { chromium, type Browser } from '@playwright/test';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { median } from 'simple-statistics';
import zlib from 'node:zlib';
import { startServer } from '../e2e/server';
import { chromiumProgram } from '../scripts/chromium.mjs';
import { seedDemo } from '../src/demo/seed';
import { dueMachines } from '../src/services/care/due';
import { sheetsInWork } from '../src/services/cleaning/sheets';
import { closeShop, openShop } from '../src/services/shop';
import { marit, signedIn } from './browser';

const say = (line: string) => process.stdout.write(`${line}\n`);
const times = 3;
/** Asked: kilobytes of script (gz), milliseconds a phone four times slower is blocked, and layout shift. */
const asked = { script: 260, label: 180, blocked: 300, shift: 0.05 };

interface Cost {
  script: number;
  html: number;
  blocked: number;
  shift: number;
}

async function costOf(browser: Browser, url: string, cookie: string): Promise<Cost> {
  const { hostname } = new URL(url);
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await context.addCookies(
    cookie.split('; ').map((pair) => {
      const at = pair.indexOf('=');
      return { name: pair.slice(0, at), value: pair.slice(at + 1), domain: hostname, path: '/' };
    }),
  );
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const scripts = new Map<string, Promise<Buffer>>();
  let html = 0;
  let awake = false;
  page.on('response', (response) => {
    const type = response.request().resourceType();
    // what comes behind the page, once it answers, is not waited for
    if (type === 'script' && !awake) scripts.set(response.url(), response.body());
    if (type === 'document') void response.body().then((body) => (html = body.length));
  });
  await page.addInitScript(() => {
    const seen = { tasks: [] as number[], shift: 0 };
    Object.assign(window, { seen });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) seen.tasks.push(duration);
    }).observe({ type: 'longtask', buffered: true });
    new PerformanceObserver((list) => {
      for (const one of list.getEntries() as (PerformanceEntry & {
        value: number;
        hadRecentInput: boolean;
      })[]) {
        if (!one.hadRecentInput) seen.shift += one.value;
      }
    }).observe({ type: 'layout-shift', buffered: true });
  });
  await page.goto(url);
  await page.locator('html[data-awake]').waitFor();
  awake = true;
  await page.waitForTimeout(2500);
  const { tasks, shift } = await page.evaluate(
    () => (window as unknown as { seen: { tasks: number[]; shift: number } }).seen,
  );
  const bodies = await Promise.all(scripts.values());
  await context.close();
  return {
    script: bodies.reduce((sum, body) => sum + zlib.gzipSync(body).length, 0) / 1000,
    html: html / 1000,
    blocked: tasks.reduce((sum, task) => sum + Math.max(0, task - 50), 0),
    shift,
  };
}

async function main() {
  const dir = process.argv[2] ?? fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-browser-'));
  const shop = openShop(dir);
  if (dueMachines(shop).length === 0) await seedDemo(shop, () => undefined);
  const [machine] = dueMachines(shop);
  const station = machine!.stations.find(({ tasks }) => tasks.length > 0)!;
  const token = shop.db.$client
    .prepare('select label_token from machine where id = ?')
    .pluck()
    .get(machine!.id);
  const [sheet] = sheetsInWork(shop);
  const pages: Record<string, string> = {
    label: `/at/${String(token)}`,
    ...(sheet && { sheet: `/clean/${sheet.row.id}` }),
    Today: '/',
    machine: `/machines/${machine!.id}?station=${station.slug}`,
    plan: '/plan',
    load: '/plan/load',
    log: '/log',
    report: '/faults/new',
    faults: '/faults',
    record: '/record',
    evidence: '/evidence',
  };
  closeShop(shop);
  const server = await startServer(dir);
  const browser = await chromium.launch({
    executablePath: chromiumProgram,
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const cookie = await signedIn(server.url, marit);
  say('page       script kB (gz)  HTML kB  blocked ms (4x)  layout shift');
  const only = process.argv[3]?.split(',');
  for (const [name, at] of Object.entries(pages)) {
    if (only && !only.includes(name)) continue;
    const found: Cost[] = [];
    for (let n = 0; n < times; n++) found.push(await costOf(browser, server.url + at, cookie));
    const of = (what: keyof Cost) => median(found.map((one) => one[what]));
    const marks = [
      of('script') > (name === 'label' ? asked.label : asked.script) && 'much script',
      of('blocked') > asked.blocked && 'blocked long',
      of('shift') > asked.shift && 'moves',
    ].filter(Boolean);
    say(
      `${name.padEnd(10)} ${of('script').toFixed(0).padStart(14)} ${of('html').toFixed(0).padStart(8)} ${of('blocked').toFixed(0).padStart(16)} ${of('shift').toFixed(3).padStart(13)}  ${marks.join(', ')}`,
    );
  }
  await browser.close();
  await server.kill();
  if (!process.argv[2]) fs.rmSync(dir, { recursive: true, force: true });
}
void main();
