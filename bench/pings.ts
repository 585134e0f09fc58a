// Whether heavy work keeps anybody waiting: pings while each is done, in a large shop.
// `node --import tsx bench/pings.ts [folder] [work]`
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { median, quantile } from 'simple-statistics';
import { asCall, builtAction } from '../e2e/built';
import { startServer } from '../e2e/server';
import { localDay } from '../src/core/units/zone';
import { openFaults } from '../src/services/faults/faults';
import { closeShop, openShop } from '../src/services/shop';
import { signedIn } from './browser';
import { fillShop, full, keeper } from './large-shop';

const say = (line: string) => process.stdout.write(`${line}\n`);
/** Most that a request may wait for another, milliseconds. */
const limit = 100;
/** One ping so often, milliseconds. */
const every = 10;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Looks at the clock all the time: where the machine itself stood still, it does too. */
const clockWatcher = `
  const { parentPort } = require('node:worker_threads');
  let stalls = [];
  let last = performance.now();
  setInterval(() => {
    const now = performance.now();
    stalls.push(now - last - 2);
    last = now;
  }, 2);
  parentPort.on('message', () => { parentPort.postMessage(Math.max(0, ...stalls)); stalls = []; });
`;
const watcher = new Worker(clockWatcher, { eval: true });
/** The longest that the machine stood still since it was last asked, milliseconds. */
const stoodStill = () =>
  new Promise<number>((resolve) => {
    watcher.once('message', resolve);
    watcher.postMessage(null);
  });

/** Waits of the pings sent while the work is done, milliseconds, and how long the work took. */
async function pinged(url: string, work: () => Promise<unknown>) {
  const waits: number[] = [];
  let working = true;
  await stoodStill();
  const pinging = (async () => {
    while (working) {
      const begun = performance.now();
      await (await fetch(`${url}/healthz`)).arrayBuffer();
      waits.push(performance.now() - begun);
      await pause(every);
    }
  })();
  const begun = performance.now();
  await work();
  const took = performance.now() - begun;
  working = false;
  await pinging;
  return { took, waits: waits.sort((a, b) => a - b), still: await stoodStill() };
}

async function main() {
  const [, , given, only] = process.argv;
  const root = given || fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-pings-'));
  const dir = path.join(root, 'full');
  const shop = openShop(dir);
  const sql = shop.db.$client;
  if (sql.prepare('select count(*) from machine').pluck().get() === 0) await fillShop(shop, full);
  const machine = sql.prepare('select id, nickname from machine limit 1').get() as {
    id: string;
    nickname: string;
  };
  const [fault] = openFaults(shop);
  const today = localDay(shop.now(), shop.zone);
  closeShop(shop);
  const server = await startServer(dir, { BITACORA_COPIES_AFTER_MS: '86400000' });
  const cookie = await signedIn(server.url, keeper);

  const fetched = async (at: string, init: RequestInit = {}) => {
    const answer = await fetch(server.url + at, {
      redirect: 'manual',
      ...init,
      headers: { cookie, origin: server.url, ...init.headers },
    });
    if (answer.status !== 200) throw new Error(`${at} answers ${answer.status}`);
    return answer;
  };
  const read = async (at: string) => {
    for await (const piece of (await fetched(at)).body!) void piece;
  };
  /** Calls an action; what it answers. */
  const call = async (name: string, ...args: unknown[]): Promise<unknown> => {
    const { id, at } = builtAction(name);
    const answer = await fetched(at, {
      method: 'POST',
      headers: asCall(id),
      body: JSON.stringify(args),
    });
    const row = (await answer.text()).split('\n').find((line) => line.startsWith('1:'));
    const { ok, value, error } = JSON.parse(row!.slice(2)) as {
      ok: boolean;
      value: unknown;
      error: unknown;
    };
    if (!ok) throw new Error(`${name}: ${JSON.stringify(error)}`);
    return value;
  };
  /** Asks after work of the server as a page does, until it has ended. */
  const seenToEnd = async (ask: () => Promise<unknown>, ended: (seen: never) => boolean) => {
    while (!ended((await ask()) as never)) await pause(500);
  };
  const sole = async (name: string, view: string, ...args: unknown[]) => {
    const id = await call(name, ...args);
    await seenToEnd(
      () => call(view, id),
      (seen: { ended: string | null }) => seen.ended !== null,
    );
  };
  const planned = async (name: string, ...args: unknown[]) => {
    const { id } = (await call(name, ...args)) as { id: string };
    await seenToEnd(
      () => call('viewPlanningAction', id),
      ({ phase }: { phase: string }) => phase === 'ended',
    );
  };
  const rows = (count: number) => {
    const lines = ['machine,start,run,material,process'];
    for (let n = 0; n < count; n++) {
      const start = new Date(Date.UTC(2011, 0, 1) + n * 600_000).toISOString();
      lines.push(`${machine.nickname},${start},4,plywood,cut`);
    }
    return lines.join('\n');
  };
  const cares = () => {
    const lines = ['date,machine,station,task,person,minutes'];
    for (let n = 0; n < 20_000; n++) {
      const day = new Date(Date.UTC(1990, 0, 1) + n * 43_200_000).toISOString().slice(0, 10);
      lines.push(`${day},${machine.nickname},Protective window,wipe,Bo,${1 + (n % 20)}`);
    }
    return lines.join('\n');
  };
  const weight = {
    what: { change: 'factor', factor: 'airOff', weight: { optics: 2, bed: 1, motion: 1, air: 1 } },
    from: null,
    reason: 'a trial of the bench',
  };
  const works: Record<string, () => Promise<unknown>> = {
    nothing: () => pause(3000),
    'the book as CSV': () => read('/api/book'),
    evidence: () => sole('startEvidenceAction', 'viewEvidenceAction'),
    'a plan of the windows': () => planned('startPlanningAction'),
    'a plan, otherwise': () =>
      planned('startWhatIfAction', {
        busier: { machineId: machine.id, times: 2, from: today, days: 30 },
      }),
    'the page of the plan': () => read('/plan'),
    '25 minutes at hand': () => call('inMinutesAction', null, 25),
    '240 minutes at hand': () => call('inMinutesAction', null, 240),
    'weights, seen before': async () => {
      const id = await call('startReweighAction', weight, true);
      await seenToEnd(
        () => call('viewReweighAction', id),
        ({ outcome }: { outcome: unknown }) => outcome !== null,
      );
    },
    'a history of 20,000, seen before': () =>
      call('previewHistoryAction', { kind: 'care', text: cares() }),
    'care plan compared': () => read(`/machines/${machine.id}/plan`),
    'machines compared': () => read('/evidence/compare'),
    'a fault diagnosed': () => read(`/faults/${fault!.id}`),
    'a search': () => call('searchAction', 'lens'),
    'the record, filtered': () => read('/record?kind=care&text=lens'),
    'a copy': () => sole('copyNowAction', 'viewSafekeepingAction'),
    'the book checked': () => sole('checkBookAction', 'viewSafekeepingAction'),
    'the archive packed': () => sole('packArchiveAction', 'viewSafekeepingAction', null),
    'an import of 100,000': async () => {
      const begun = await fetched('/api/imports?name=pings.csv&overlap=yes', {
        method: 'POST',
        headers: { 'content-type': 'text/csv' },
        body: rows(100_000),
      });
      const { value: id } = (await begun.json()) as { value: string };
      const state = async (wanted: string) => {
        await seenToEnd(
          async () => (await fetched(`/api/imports/${id}?part=new`)).json(),
          ({ value }: { value: { state: string; message: string } }) => {
            if (value.state === 'failed') throw new Error(value.message);
            return value.state === wanted;
          },
        );
      };
      await state('checked');
      await fetched(`/api/imports/${id}`, { method: 'POST' });
      await state('written');
    },
  };
  const long = new Set([
    'nothing',
    'a plan of the windows',
    'a plan, otherwise',
    'the book as CSV',
    'evidence',
    'weights, seen before',
    'a copy',
    'the book checked',
    'the archive packed',
    'an import of 100,000',
  ]);
  say(
    'waits of pings while it is done, milliseconds, and the longest that the machine itself stood still',
  );
  say('work                                 took s   longest   1 in 200    median     still');
  let over = 0;
  // the first action of a server loads the code of all
  for (let n = 0; n < 5; n++) {
    await call('searchAction', 'lens');
    await read('/plan');
  }
  const beside = openShop(dir);
  /** A book that changes: nothing that was kept of it holds. */
  const touch = () =>
    beside.db.$client.exec(
      "insert or replace into setting (name, value) values ('bench', random())",
    );
  for (const [name, work] of Object.entries(works)) {
    if (only && !name.includes(only)) continue;
    try {
      // a server that runs has its code at hand; what is short is done several times, since others work here too
      if (!long.has(name)) for (let n = 0; n < 5; n++) await work();
      const runs = [];
      for (let n = 0; n < (long.has(name) ? 1 : 7); n++) {
        touch();
        runs.push(await pinged(server.url, work));
      }
      const took = median(runs.map((run) => run.took));
      const longest = median(runs.map(({ waits }) => waits.at(-1)!));
      const all = runs.flatMap(({ waits }) => waits);
      const still = median(runs.map((run) => run.still));
      if (longest > limit) over += 1;
      say(
        `${name.padEnd(34)} ${(took / 1000).toFixed(1).padStart(8)} ${longest.toFixed(0).padStart(9)} ${quantile(all, 0.995).toFixed(0).padStart(10)} ${median(all).toFixed(1).padStart(9)} ${still.toFixed(0).padStart(9)}${longest > limit ? '  over' : ''}`,
      );
    } catch (error) {
      say(`${name.padEnd(34)} failed: ${(error as Error).message.slice(0, 200)}`);
    }
  }
  closeShop(beside);
  say(over === 0 ? 'Nothing keeps a request waiting over 100 ms.' : `Over 100 ms: ${over}.`);
  await server.kill();
  await watcher.terminate();
  if (!given) fs.rmSync(root, { recursive: true });
}
void main();
