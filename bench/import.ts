// Importing a large file against inserting the same rows with bare prepared statements.
import Database from 'better-sqlite3';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { families } from '../src/catalogue/families';
import { checkSessionsFile, writeSessions } from '../src/services/usage/import/import-sessions';
import { addMachine } from '../src/services/machines/machines';
import { closeShop, openShop, type Actor } from '../src/services/shop';
import { changeSetting } from '../src/services/setup/settings';

const rows = Number(process.argv[2] ?? 1_000_000);
const machineCount = 20;
const actor: Actor = { id: null, name: 'bench', source: 'import' };

function file(): Uint8Array {
  const now = Date.now();
  const each = Math.ceil(rows / machineCount);
  const step = (3650 * 86_400_000) / each;
  const lines = ['machine,start,run,material,process,operator'];
  for (let n = 0; n < rows; n++) {
    const start = now - 3651 * 86_400_000 + Math.floor(Math.floor(n / machineCount) * step);
    const minutes = 5 + ((n * 7) % 60);
    lines.push(
      `Machine ${(n % machineCount) + 1},${new Date(start).toISOString()},${minutes},plywood,cut,op`,
    );
  }
  return new TextEncoder().encode(lines.join('\n'));
}

async function main() {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-import-'));
  const shop = openShop(dir);
  changeSetting(shop, actor, { name: 'timezone', value: 'Europe/Oslo' });
  for (let i = 0; i < machineCount; i++) {
    addMachine(shop, actor, {
      nickname: `Machine ${i + 1}`,
      family: families[i % families.length]!.id,
    });
  }
  const bytes = file();
  const began = performance.now();
  const checked = await checkSessionsFile(shop, bytes, {});
  if (!checked.ok) throw new Error(checked.error);
  const read = performance.now();
  const { counts } = writeSessions(shop, actor, checked.value, {});
  const wrote = performance.now();

  // the same lines once more, bare: entry, session and what it counts for, same indexes, one transaction
  const bare = path.join(dir, 'bare.sqlite');
  shop.db.$client.prepare('vacuum into ?').run(bare);
  closeShop(shop);
  const db = new Database(bare);
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('cache_size = -65536');
  const tables = ['entry', 'session', 'session_hours'].map((name) => ({
    name,
    rows: db
      .prepare(`select * from ${name} where ${name === 'entry' ? "kind = 'session'" : '1'}`)
      .raw()
      .all() as unknown[][],
  }));
  for (const { name } of tables.toReversed()) {
    db.exec(`delete from ${name} where ${name === 'entry' ? "kind = 'session'" : '1'}`);
  }
  const start = performance.now();
  db.transaction(() => {
    for (const { name, rows: all } of tables) {
      const insert = db.prepare(
        `insert into ${name} values (${all[0]!.map(() => '?').join(', ')})`,
      );
      for (const row of all) insert.run(...row);
    }
  })();
  const raw = performance.now() - start;
  db.close();
  fs.rmSync(dir, { recursive: true });

  const rate = (ms: number) => `${Math.round(rows / (ms / 1000)).toLocaleString('en')} rows/s`;
  console.log(`${rows} rows, ${counts.accepted} accepted, ${counts.rejected} rejected`);
  console.log(`read and checked ${rate(read - began)}; written and counted ${rate(wrote - read)}`);
  console.log(`bare prepared inserts ${rate(raw)}`);
  console.log(`writing and counting against bare inserts: ${(raw / (wrote - read)).toFixed(2)}`);
  console.log(`with reading and checking: ${(raw / (wrote - began)).toFixed(2)}`);
}

void main();
