// Server time of Today's figures against the size of the book, beside bare SQL over the same totals, and
// beside summing the sessions.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { shopBoard } from '../src/services/today/board';
import { dueMachines } from '../src/services/care/due';
import { closeShop, openShop } from '../src/services/shop';
import { fillShop, full as fullSize, half as halfSize, type ShopSize } from './large-shop';

const machineCount = 20;

/** Fastest milliseconds of a step among many, after a warm-up: what other work on the machine adds is left out. */
function fastest(step: () => unknown, runs = 40): number {
  for (let i = 0; i < Math.min(8, runs); i++) step();
  let best = Infinity;
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    step();
    best = Math.min(best, performance.now() - start);
  }
  return best;
}

async function measure(size: ShopSize) {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-bench-'));
  const shop = openShop(dir);
  await fillShop(shop, size);
  const tasks = dueMachines(shop).flatMap(({ id, stations }) =>
    stations.flatMap((station) =>
      station.tasks.map(({ task }) => ({ id, station: station.id, task: task.key })),
    ),
  );
  const sql = shop.db.$client;
  const figures = ['run_s', 'beam_s', 'optics_ms', 'bed_ms', 'motion_ms', 'air_ms', 'jobs'];
  // what one task needs, in one statement: its last reset, then the running totals at both ends and
  // what the sessions of those two days add
  const through = (name: string, day: string) =>
    `(select ${name} from odometer o where o.machine_id = @machine and o.day < ${day} order by o.day desc limit 1)`;
  const within = (name: string, day: string, until: string) =>
    `(select coalesce(sum(${name}), 0) from session_hours h where h.machine_id = @machine and h.start < ${until} and h.start >= ${until} - 90000000 and h.day = ${day})`;
  const sums = figures.map((name) => {
    const inDay = name === 'jobs' ? '1' : name;
    return `coalesce(${through(name, '@today')}, 0) + ${within(inDay, '@today', '@now')} - coalesce(${through(name, 'reset.day')}, 0) - ${within(inDay, 'reset.day', 'reset.at')} ${name}`;
  });
  const overTotals = sql.prepare(
    `with reset as (
       select coalesce(max(at), 0) at, coalesce(max(at), 0) / 86400000 day from care
       where station_id = @station and task = @task and at <= @now
         and not exists (select 1 from entry later where later.supersedes = care.entry_id)
     ) select ${sums.join(', ')} from reset`,
  );
  const overSessions = sql.prepare(
    `select ${figures
      .slice(0, 6)
      .map((name) => `sum(${name})`)
      .join(', ')}, count(*) from session_hours where machine_id = @id and start >= @since`,
  );
  const now = shop.now();
  const result = {
    sessions: size.sessions,
    figures: fastest(() => dueMachines(shop)),
    // spread: all that Today shows is read, not only what every page does
    board: fastest(() => ({ ...shopBoard(shop) })),
    totals: fastest(() =>
      tasks.map(({ id, station, task }) =>
        overTotals.get({
          machine: id,
          station,
          task,
          now: now + 1,
          today: Math.floor(now / 86_400_000),
        }),
      ),
    ),
    summing: fastest(() => tasks.map(({ id }) => overSessions.get({ id, since: 0 })), 3),
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

async function main() {
  const half = await measure(halfSize);
  const full = await measure(fullSize);
  for (const { sessions, figures, board, totals, summing, tasks } of [half, full]) {
    console.log(
      `${sessions} sessions, ${machineCount} machines, ${tasks} tasks: Today ${board.toFixed(1)} ms, of that its figures ${figures.toFixed(1)} ms; ` +
        `bare SQL over the same running totals ${totals.toFixed(1)} ms; summing the sessions ${summing.toFixed(0)} ms`,
    );
  }
  console.log(`Figures against bare SQL: ${(full.figures / full.totals).toFixed(2)} times`);
  console.log(
    `Summing the sessions against the figures: ${(full.summing / full.figures).toFixed(1)} times`,
  );
  console.log(`Figures when history doubles: ${(full.figures / half.figures).toFixed(2)} times`);
  console.log(`Spreadsheet: ${spreadsheet(full.tasks)}`);
}
void main();
