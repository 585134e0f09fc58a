// usage: node --import tsx bench/zzshot.ts "path::name::width::js" ...
import { chromium } from '@playwright/test';
import { chromiumProgram } from '../scripts/chromium.mjs';
import { startServer } from '../e2e/server';
import { marit, signedIn } from './browser';
import { keeper } from './large-shop';
import Database from 'better-sqlite3';
async function main() {
  const data = process.env.DATA ?? '/tmp/demo3';
  const server = await startServer(data);
  const cookie = await signedIn(server.url, process.env.LARGE ? keeper : marit);
  const sql = new Database(`${data}/bitacora.sqlite`, { readonly: true });
  const browser = await chromium.launch({ executablePath: chromiumProgram, args: ['--no-sandbox'] });
  for (const arg of process.argv.slice(2)) {
    let [p, name, width = '1280', step = ''] = arg.split('::') as string[];
    p = p!.replace(/@(\w+)/, (_, nick) => (sql.prepare('select id from machine where nickname=?').get(nick) as {id:string}).id);
    const w = Number(width);
    const ctx = await browser.newContext({ viewport: { width: w, height: w < 600 ? 844 : 800 }, timezoneId: 'Europe/Oslo', reducedMotion: 'reduce' });
    await ctx.addCookies(cookie.split('; ').map((c) => ({ name: c.slice(0, c.indexOf('=')), value: c.slice(c.indexOf('=') + 1), url: server.url })));
    const page = await ctx.newPage();
    page.setDefaultTimeout(15000);
    page.on('pageerror', (e) => console.log('pageerror', e.message));
    await page.goto(server.url + p);
    await page.locator('html[data-awake]').waitFor().catch(() => console.log('not awake'));
    if (step) await new Function('page', 'sql', 'url', `return (async()=>{${step}})()`)(page, sql, server.url);
    await page.waitForTimeout(400);
    await page.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: !!process.env.FULL });
    console.log(name, page.url(), await page.evaluate('document.documentElement.scrollWidth'));
    await ctx.close();
  }
  await browser.close();
  await server.kill();
}
void main();
