// Server time of Today's figures against the size of the book, beside bare SQL over the same totals.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { families } from '../src/catalogue/families';
import { Chance } from '../src/demo/random';
import { shopBoard } from '../src/services/board';
import { recordCare } from '../src/services/care';
import { dueMachines } from '../src/services/due';
import { writeSession } from '../src/services/sessions';
import { addMachine } from '../src/services/machines';
import {
  allOrNothing,
  changeSetting,
  closeShop,
  openShop,
  type Actor,
  type Shop,
} from '../src/services/shop';
import { rebuildUsage } from '../src/services/usage';

const actor: Actor = { id: null, name: 'bench', source: 'demo' };
const tenYears = 3650 * 86_400_000;
const machineCount = 20;

function fill(shop: Shop, sessions: number): void {
  const chance = new Chance(1);
  const now = shop.now();
  changeSetting(shop, actor, 'timezone', 'Europe/Oslo');
  allOrNothing(shop, () => {
    const ids = Array.from({ length: machineCount }, (_, i) => {
      const added = addMachine(shop, actor, {
        nickname: `Machine ${i + 1}`,
        family: families[i % families.length]!.id,
        at: now - tenYears,
      });
      if (!added.ok) throw new Error(added.error.message);
      return added.value.id;
    });
    const each = Math.floor(sessions / machineCount);
    for (const id of ids) {
      for (let n = 0; n < each; n++) {
        writeSession(
          shop,
          actor,
          id,
          {
            start: now - tenYears + Math.floor((n / each) * (tenYears - 7_200_000)),
            runSeconds: chance.whole(300, 5400),
            beamSeconds: null,
            material: chance.yes(0.1) ? null : chance.pick(['plywood', 'cork', 'acrylic']),
            process: 'cut',
            airAssist: true,
            draught: 'full',
            operator: 'bench',
          },
          null,
        );
      }
    }
    rebuildUsage(shop);
    // ten years of care: each task about every five weeks
    for (const machine of dueMachines(shop)) {
      for (const station of machine.stations) {
        for (const { task } of station.tasks) {
          for (let day = 30; day < 3650; day += 35) {
            const at = now - day * 86_400_000 + chance.whole(0, 80_000_000) - 86_400_000;
            recordCare(shop, actor, { stationId: station.id, task: task.key, at });
          }
        }
      }
    }
  });
}

/** Median milliseconds of a step, after a warm-up. */
function median(step: () => unknown, runs = 15): number {
  step();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    step();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[Math.floor(runs / 2)]!;
}

function measure(sessions: number) {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-bench-'));
  const shop = openShop(dir);
  fill(shop, sessions);
  const tasks = dueMachines(shop).flatMap(({ id, stations }) =>
    stations.flatMap((station) => station.tasks.map(({ since }) => ({ id, since }))),
  );
  const sql = shop.db.$client;
  const overTotals = sql.prepare(
    `select (select bed_ms from odometer o where o.machine_id = @id order by day desc limit 1)
          - coalesce((select bed_ms from odometer o where o.machine_id = @id and day < @day order by day desc limit 1), 0) soil`,
  );
  const overSessions = sql.prepare(
    'select sum(bed_ms) soil from session_hours where machine_id = @id and start >= @since',
  );
  const result = {
    sessions,
    board: median(() => shopBoard(shop)),
    totals: median(() =>
      tasks.map(({ id, since }) => overTotals.get({ id, day: Math.floor(since / 86_400_000) })),
    ),
    summing: median(() => tasks.map(({ id }) => overSessions.get({ id, since: 0 })), 3),
    tasks: tasks.length,
  };
  closeShop(shop);
  fs.rmSync(dir, { recursive: true });
  return result;
}

/** Milliseconds a spreadsheet takes to open and recalculate one SUM a task, where there is one. */
function spreadsheet(tasks: number): string {
  const found = spawnSync('soffice', ['--version']);
  if (found.error) return 'no spreadsheet on this machine';
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-sheet-'));
  const rows = Array.from({ length: 50_000 }, (_, i) => `${i % machineCount},${(i * 37) % 90}`);
  const sums = Array.from(
    { length: tasks },
    (_, i) => `"=SUMIF(A1:A50000,${i % machineCount},B1:B50000)",`,
  );
  fs.writeFileSync(path.join(dir, 'log.csv'), [...rows, ...sums].join('\n'));
  const start = performance.now();
  spawnSync('soffice', [
    '--headless',
    '--convert-to',
    'xlsx',
    '--outdir',
    dir,
    path.join(dir, 'log.csv'),
  ]);
  fs.rmSync(dir, { recursive: true });
  return `${Math.round(performance.now() - start)} ms to open and recalculate a tenth of it`;
}

const half = measure(250_000);
const full = measure(500_000);
for (const { sessions, board, totals, summing, tasks } of [half, full]) {
  console.log(
    `${sessions} sessions, ${machineCount} machines, ${tasks} tasks: Today ${board.toFixed(1)} ms; ` +
      `bare SQL over running totals ${totals.toFixed(1)} ms; summing the sessions ${summing.toFixed(0)} ms`,
  );
}
console.log(`Today against bare SQL: ${(full.board / full.totals).toFixed(1)} times`);
console.log(`Summing the sessions against Today: ${(full.summing / full.board).toFixed(1)} times`);
console.log(`Today when history doubles: ${(full.board / half.board).toFixed(2)} times`);
console.log(`Spreadsheet: ${spreadsheet(full.tasks)}`);
