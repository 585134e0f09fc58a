// Calls that no page sends, to every action, page and route: how many break anything, or hang.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Hostile, walk } from '../e2e/hostile';
import { startServer } from '../e2e/server';
import { seedDemo } from '../src/demo/seed';
import { closeShop, openShop } from '../src/services/shop';
import { marit, signedIn } from './browser';

const say = (line: string) => process.stdout.write(`${line}\n`);
const [, , calls = '10000', seed = '1'] = process.argv;

async function main() {
  // its copies lie beside it
  const around = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-fuzz-'));
  const dir = path.join(around, 'shop');
  const shop = openShop(dir);
  await seedDemo(shop, () => undefined);
  const sql = shop.db.$client;
  const real = ['machine', 'station', 'entry', 'sheet', 'person'].flatMap(
    (table) => sql.prepare(`select id from ${table} limit 20`).pluck().all() as string[],
  );
  const label = sql.prepare('select label_token from machine limit 3').pluck().all() as string[];
  closeShop(shop);
  const server = await startServer(dir);
  try {
    const cookie = await signedIn(server.url, marit);
    const hostile = new Hostile(Number(seed), [...real, ...label]);
    const found = await walk(server.url, cookie, hostile, Number(calls));
    say(`${found.calls} calls: ${JSON.stringify(found.byStatus)}`);
    say(`${found.broken.length} broke something, ${found.slow.length} took over 2 s`);
    for (const line of [...found.broken, ...found.slow].slice(0, 40)) say(`  ${line}`);
    const alive = await fetch(`${server.url}/healthz`);
    say(`The server answers ${alive.status}.`);
  } finally {
    await server.kill();
    fs.rmSync(around, { recursive: true, force: true });
  }
}
void main();
