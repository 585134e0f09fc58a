// Server CPU of every page that somebody who is signed in can open: the demo, half of a large shop, and all of it.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { startServer } from '../e2e/server';
import { seedDemo } from '../src/demo/seed';
import { listMachines } from '../src/records/machines';
import { dueMachines } from '../src/services/care/due';
import { closedFaults, openFaults } from '../src/services/faults/faults';
import { sheetsInWork } from '../src/services/cleaning/sheets';
import { benchTools } from '../src/services/readings/bench/bench-view';
import { closeShop, openShop, type Actor, type Shop } from '../src/services/shop';
import { logSession } from '../src/services/usage/sessions';
import { quantile } from 'simple-statistics';
import { fillShop, full, half, keeper } from './large-shop';
import { marit, signedIn } from './browser';

const say = (line: string) => process.stdout.write(`${line}\n`);
/** Most server CPU of a page, milliseconds, and most against the demo's. */
const limits = { cpu: 60, ratio: 1.3, growth: 1.1 };
/**
 * A server that runs is warm: its scripts are compiled over its first thousand answers, which cost up to a quarter more.
 * All pages are asked for so often at first, in turn, and each so often again before it is measured.
 */
const warmUps = { all: 15, each: 20 };
/**
 * Measured in so many blocks of so many asks; the block at the lower quartile counts, since others work on the machine
 * too, and what they do only adds.
 */
const blocks = { count: 8, asks: 10 };
/** After a write, in every second block. */
const asksAnew = 5;

const bench: Actor = { id: null, name: 'bench', source: 'demo' };

interface Folder {
  dir: string;
  who: { name: string; password: string };
}

async function filled(dir: string, name: string): Promise<Folder> {
  const shop = openShop(dir);
  const known = shop.db.$client.prepare('select count(*) from machine').pluck().get() as number;
  if (known === 0) {
    if (name === 'demo') await seedDemo(shop, () => undefined);
    else await fillShop(shop, name === 'half' ? half : full);
  }
  closeShop(shop);
  return { dir, who: name === 'demo' ? marit : keeper };
}

/** The pages by name, each with the address it has in this shop. */
function pagesOf(shop: Shop): Record<string, string> {
  const [machine] = dueMachines(shop);
  const station = machine!.stations.find(({ tasks }) => tasks.length > 0)!;
  const [open] = openFaults(shop);
  const [closed] = closedFaults(shop, 1);
  const [sheet] = sheetsInWork(shop);
  const of = `/machines/${machine!.id}`;
  return {
    '/': '/',
    '/faults': '/faults',
    '/faults/new': '/faults/new',
    '/faults/[open]': `/faults/${open!.id}`,
    '/faults/[closed]': `/faults/${closed!.id}`,
    '/record': '/record',
    '/log': '/log',
    '/import': '/import',
    '/machines/[id]': of,
    '/machines/[id]?station': `${of}?station=${station.slug}`,
    '/machines/[id]/strength': `${of}/strength`,
    '/machines/[id]/bench': `${of}/bench`,
    '/machines/[id]/bench/[tool]': `${of}/bench/${benchTools(shop, machine!.id)[0]!.slug}`,
    '/machines/[id]/pictures': `${of}/pictures?station=${station.slug}`,
    '/bench': '/bench',
    '/trainer': '/trainer',
    '/machines/[id]/meter': `${of}/meter`,
    '/machines/[id]/plan': `${of}/plan`,
    '/machines/[id]/build': `${of}/build`,
    '/machines/[id]/before': `${of}/before`,
    '/machines/[id]/label': `${of}/label`,
    '/clean': `/clean?machine=${machine!.id}`,
    ...(sheet && { '/clean/[sheet]': `/clean/${sheet.row.id}` }),
    '/plan': '/plan',
    '/plan/week': '/plan/week',
    '/plan/load': '/plan/load',
    '/plan/order': '/plan/order',
    '/evidence': '/evidence',
    '/evidence/reliability': '/evidence/reliability',
    '/setup': '/setup',
    '/setup/people': '/setup/people',
    '/setup/stores': '/setup/stores',
    '/setup/weights': '/setup/weights',
    '/setup/methods': '/setup/methods',
    '/setup/labels': '/setup/labels',
    '/setup/copies': '/setup/copies',
    '/you': '/you',
  };
}

/** CPU a process has used so far, milliseconds, all of its threads. */
function cpuOf(pid: number): number {
  const stat = fs.readFileSync(`/proc/${pid}/stat`, 'utf8');
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return (Number(fields[11]) + Number(fields[12])) * 10;
}

/** A server on one folder, with somebody signed in. */
async function served({ dir, who }: Folder) {
  // the night's copy of a large book is no page's doing
  const server = await startServer(dir, {
    BITACORA_COPIES_AFTER_MS: '86400000',
    // as often as a shop's server looks for letters, not as the tests' does
    BITACORA_POST_EVERY_MS: '15000',
  });
  const cookie = await signedIn(server.url, who);
  const beside = openShop(dir);
  const pages = pagesOf(beside);
  const ask = async (name: string) => {
    const answer = await fetch(server.url + pages[name]!, {
      headers: { cookie },
      redirect: 'manual',
    });
    const text = await answer.text();
    if (answer.status !== 200) throw new Error(`${name} answers ${answer.status}`);
    return text.length;
  };
  return {
    pages,
    ask,
    /** Server CPU of one ask, milliseconds, over a block of them. */
    block: async (name: string, asks: number, before: () => void = () => undefined) => {
      const used = cpuOf(server.process.pid!);
      for (let n = 0; n < asks; n++) {
        before();
        await ask(name);
      }
      return (cpuOf(server.process.pid!) - used) / asks;
    },
    /** Logs a minute of use, as nearly everything that is written is. */
    log: () => {
      const [machine] = listMachines(beside.db);
      const use = { machineId: machine!.id, start: beside.now() - 60_000, runSeconds: 60 };
      const logged = logSession(
        beside,
        bench,
        { ...use, key: crypto.randomUUID() },
        { allowOverlap: true },
      );
      if (!logged.ok) throw new Error(logged.error.message);
    },
    /** Writes something else, so that nothing that was kept holds. */
    touch: () =>
      beside.db.$client.exec(
        "insert or replace into setting (name, value) values ('bench', random())",
      ),
    end: async () => {
      closeShop(beside);
      await server.kill();
    },
  };
}

type Found = Record<string, { cpu: number; logged: number; anew: number; kilobytes: number }>;

/** The shops in turn, block by block: whatever else the machine does meets them alike, and a ratio stands. */
async function measure(folders: Record<string, Folder>, only?: readonly string[]) {
  const shops: Record<string, Awaited<ReturnType<typeof served>>> = {};
  for (const [name, folder] of Object.entries(folders)) shops[name] = await served(folder);
  const found: Record<string, Found> = {};
  try {
    const each = Object.entries(shops);
    for (const [, { pages, ask }] of each)
      for (let n = 0; n < warmUps.all; n++) for (const page of Object.keys(pages)) await ask(page);
    for (const page of Object.keys(each.at(-1)![1].pages)) {
      if (only && !only.includes(page)) continue;
      const there = each.filter(([, { pages }]) => page in pages);
      const taken = there.map(() => ({
        cpu: [] as number[],
        logged: [] as number[],
        anew: [] as number[],
        bytes: 0,
      }));
      for (const [at, [, shop]] of there.entries())
        for (let n = 0; n < warmUps.each; n++) taken[at]!.bytes = await shop.ask(page);
      for (let block = 0; block < blocks.count; block++) {
        for (const [at, [, shop]] of there.entries()) {
          taken[at]!.cpu.push(await shop.block(page, blocks.asks));
          if (block % 2 === 0) continue;
          taken[at]!.logged.push(await shop.block(page, asksAnew, shop.log));
          taken[at]!.anew.push(await shop.block(page, asksAnew, shop.touch));
        }
      }
      for (const [at, [name]] of there.entries()) {
        const { cpu, logged, anew, bytes } = taken[at]!;
        (found[name] ??= {})[page] = {
          cpu: quantile(cpu, 0.25),
          logged: quantile(logged, 0.25),
          anew: quantile(anew, 0.25),
          kilobytes: bytes / 1000,
        };
      }
    }
  } finally {
    for (const shop of Object.values(shops)) await shop.end();
  }
  return found;
}

const head =
  'page                          demo  half  full ms   full/demo full/half    logged      anew   HTML kB';

/** Says what was measured, a line a page. @returns the pages outside their limits */
function told(results: Record<string, Found>): string[] {
  say(head);
  const outside: string[] = [];
  for (const [name, { cpu, logged, anew, kilobytes }] of Object.entries(results['full']!)) {
    const demo = results['demo']?.[name]?.cpu ?? NaN;
    const small = results['half']?.[name]?.cpu ?? NaN;
    const marks = [
      cpu > limits.cpu && 'over 60 ms',
      // what is quick is not worth a ratio: a tick of the clock is most of it
      cpu > 25 && cpu / small > limits.growth && 'grows',
      cpu > 25 && cpu / demo > limits.ratio && 'over 1.3 of the demo',
    ].filter(Boolean);
    if (marks.length > 0) outside.push(name);
    say(
      `${name.padEnd(26)} ${[demo, small, cpu].map((ms) => ms.toFixed(1).padStart(6)).join('')}   ${(cpu / demo).toFixed(2).padStart(8)} ${(cpu / small).toFixed(2).padStart(9)} ${logged.toFixed(1).padStart(9)} ${anew.toFixed(1).padStart(9)} ${kilobytes.toFixed(0).padStart(9)}  ${marks.join(', ')}`,
    );
  }
  return outside;
}

async function main() {
  const [, , given, only, shops] = process.argv;
  const root = given || fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-pages-'));
  const folders: Record<string, Folder> = {};
  for (const name of shops?.split(',') ?? ['demo', 'half', 'full'])
    folders[name] = await filled(path.join(root, name), name);
  say(
    'milliseconds of server CPU; logged: after a session; anew: after something else, nothing is kept',
  );
  const once = told(await measure(folders, only?.split(',')));
  // others work on the machine: a page that truly takes so long does it twice
  if (once.length > 0) say(`Outside: ${once.length}. These again:`);
  const twice = once.length > 0 ? told(await measure(folders, once)) : [];
  say(
    twice.length === 0
      ? 'All pages within their limits.'
      : `Outside both times: ${twice.join(', ')}.`,
  );
  if (!given) fs.rmSync(root, { recursive: true });
}
void main();
