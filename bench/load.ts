// Many people at once: clients that look, log and report, with an import and a plan at work beside them.
// `node --import tsx bench/load.ts [seconds] [clients]`
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { asCall, builtAction } from '../e2e/built';
import { startServer } from '../e2e/server';
import { Chance } from '../src/demo/random';
import { seedDemo } from '../src/demo/seed';
import { closeShop, openShop } from '../src/services/shop';
import { marit, signedIn } from './browser';

const seconds = Number(process.argv[2] ?? 600);
const clients = Number(process.argv[3] ?? 100);
const say = (line: string) => process.stdout.write(`${line}\n`);
const limit = { p95: 250 };

/** Seconds that a server just begun has before it counts: in a shop it has run for days. They are told apart. */
const warmUp = 30;

/** Seconds between what one client does and does next. */
const pause = { least: 2, most: 10 };

/** Ticks of the processors since the machine began: all, and those that others on it took. Only Linux tells. */
function processorTicks(): { all: number; stolen: number } {
  const stat = '/proc/stat';
  const [first = ''] = fs.existsSync(stat) ? fs.readFileSync(stat, 'utf8').split('\n', 1) : [];
  const ticks = first.split(/\s+/).slice(1, 9).map(Number);
  return { all: ticks.reduce((sum, some) => sum + some, 0), stolen: ticks[7] ?? 0 };
}

async function main() {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-load-'));
  const shop = openShop(dir);
  await seedDemo(shop, () => undefined);
  const sql = shop.db.$client;
  const machines = sql
    .prepare('select id, label_token token from machine where retired_at is null')
    .all() as {
    id: string;
    token: string;
  }[];
  const faults = sql
    .prepare(`select id from entry where kind = 'fault' order by id desc limit 20`)
    .pluck()
    .all() as string[];
  closeShop(shop);
  // as a shop has it: the tests' letters go every 400 ms
  const server = await startServer(dir, { BITACORA_POST_EVERY_MS: '' });
  const cookie = await signedIn(server.url, marit);

  const took: Record<string, number[]> = {};
  const warming: number[] = [];
  /** by minutes since it counts: the import, the plan and whatever starts with them have the first */
  const minutes: number[][] = [];
  const errors: string[] = [];
  const before = processorTicks();
  const start = Date.now() + warmUp * 1000;
  const until = start + seconds * 1000;
  const asked = async (what: string, at: string, init: RequestInit = {}) => {
    const begun = performance.now();
    try {
      const answer = await fetch(server.url + at, { redirect: 'manual', ...init });
      const body = await answer.text();
      if (answer.status >= 400) errors.push(`${what}: ${answer.status}`);
      // an action refuses in words, with 200; two invented hours may meet
      const refused = /"ok":false.*"message":"([^"]*)/.exec(body)?.[1];
      if (init.method && refused && !refused.startsWith('This overlaps')) {
        errors.push(`${what}: ${refused}`);
      }
    } catch (error) {
      errors.push(`${what}: ${(error as Error).message}`);
    }
    const ms = performance.now() - begun;
    if (Date.now() < start) return void warming.push(ms);
    (took[what] ??= []).push(ms);
    (minutes[Math.floor((Date.now() - start) / 60_000)] ??= []).push(ms);
  };
  const call = (what: string, name: string, ...args: unknown[]) => {
    const { id, at } = builtAction(name);
    return asked(what, at, {
      method: 'POST',
      headers: { cookie, origin: server.url, ...asCall(id) },
      body: JSON.stringify(args),
    });
  };
  const inside = { headers: { cookie } };
  const client = async (number: number) => {
    const chance = new Chance(number + 1);
    const wait = () =>
      new Promise((resolve) => setTimeout(resolve, 1000 * chance.between(pause.least, pause.most)));
    await new Promise((resolve) => setTimeout(resolve, chance.between(0, 8000)));
    for (let n = 0; Date.now() < until; n++) {
      const machine = chance.pick(machines);
      await chance.weighted([
        [() => asked('today', '/', inside), 4],
        [() => asked('machine', `/machines/${machine.id}`, inside), 3],
        [() => asked('label', `/at/${machine.token}`), 4],
        [() => asked('faults', '/faults', inside), 2],
        [() => asked('fault', `/faults/${chance.pick(faults)}`, inside), 1],
        [() => asked('record', '/record', inside), 1],
        [
          () =>
            call('log', 'logSessionAction', {
              machineId: machine.id,
              start: Date.now() - 30 * 86_400_000 - chance.whole(0, 1e9),
              runSeconds: 60,
              beamSeconds: null,
              material: 'plywood',
              process: 'cut',
              airAssist: true,
              draught: 'full',
              operator: null,
              note: null,
              key: `load-${number}-${n}`,
            }),
          2,
        ],
        [
          () =>
            call('report', 'reportFaultAction', {
              machineId: machine.id,
              signs: ['weak'],
              key: `load-fault-${number}-${n}`,
            }),
          0.2,
        ],
      ] as [() => Promise<void>, number][])();
      await wait();
    }
  };
  /** An import and a plan at work beside them. */
  const beside = async () => {
    const rows = ['machine,start,run,material,process'];
    for (let n = 0; n < 20_000; n++)
      rows.push(
        `Wren,${new Date(Date.UTC(2012, 0, 1) + n * 3_600_000).toISOString()},40,plywood,cut`,
      );
    const file = path.join(dir, 'load.csv');
    fs.writeFileSync(file, rows.join('\n'));
    const importing = spawn(
      process.execPath,
      ['scripts/program.mjs', 'cli/main.ts', 'import', 'sessions', file],
      {
        env: { ...process.env, DATA_DIR: dir },
        stdio: 'ignore',
      },
    );
    await call('plan', 'startPlanningAction', {});
    return importing;
  };
  const working = new Promise((resolve) => setTimeout(resolve, start - Date.now())).then(beside);
  await Promise.all(Array.from({ length: clients }, (_, number) => client(number)));
  const importing = await working;
  const after = processorTicks();
  const stolen = (100 * (after.stolen - before.stolen)) / (after.all - before.all);
  const all = Object.values(took)
    .flat()
    .sort((a, b) => a - b);
  const at = (share: number, of: number[]) =>
    of[Math.min(of.length - 1, Math.floor(share * of.length))] ?? 0;
  say(
    `${clients} clients, ${seconds} s, ${all.length} requests (${(all.length / seconds).toFixed(1)} a second), ${errors.length} errors`,
  );
  say(
    `p50 ${at(0.5, all).toFixed(0)} ms, p95 ${at(0.95, all).toFixed(0)} ms (asked: under ${limit.p95}), longest ${all.at(-1)!.toFixed(0)} ms`,
  );
  for (const [what, some] of Object.entries(took)) {
    some.sort((a, b) => a - b);
    say(
      `  ${what.padEnd(8)} ${String(some.length).padStart(6)}  p50 ${at(0.5, some).toFixed(0).padStart(5)}  p95 ${at(0.95, some).toFixed(0).padStart(5)} ms`,
    );
  }
  const p95s = minutes.map((some) => {
    some.sort((a, b) => a - b);
    return at(0.95, some).toFixed(0);
  });
  warming.sort((a, b) => a - b);
  say(
    `the ${warmUp} s before, not counted: ${warming.length} requests, p50 ${at(0.5, warming).toFixed(0)} ms, p95 ${at(0.95, warming).toFixed(0)} ms`,
  );
  say(`p95 minute by minute: ${p95s.join(', ')} ms`);
  say(`others on the machine took ${stolen.toFixed(1)} % of its processors meanwhile`);
  for (const line of [...new Set(errors)].slice(0, 10)) say(`  ${line}`);
  importing.kill();
  await server.kill();
  fs.rmSync(dir, { recursive: true, force: true });
}
void main();
