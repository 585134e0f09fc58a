// Kills a process in the middle of mixed writes, over and over, and looks at every entry: what was acknowledged is there,
// and nothing is half there. `node --import tsx bench/kill.ts 1000`
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Chance } from '../src/demo/random';
import { addMachine } from '../src/services/machines/machines';
import { checkBook } from '../src/services/safekeeping/check';
import { changeSetting } from '../src/services/setup/settings';
import { closeShop, openShop, type Actor, type Shop } from '../src/services/shop';

const rounds = Number(process.argv[2] ?? 10);
const say = (line: string) => process.stdout.write(`${line}\n`);
const actor: Actor = { id: null, name: 'bench', source: 'hand' };
const chance = new Chance(7);
const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-kill-'));

interface Acknowledged {
  kind: 'care' | 'fault' | 'session' | 'strike';
  id?: string;
  at?: number;
}

/** One life of a writer, ended by SIGKILL at a moment of chance. */
function life(round: number): Promise<Acknowledged[]> {
  return new Promise((resolve, reject) => {
    const script = path.join(__dirname, 'kill-writer.ts');
    const writer = spawn(process.execPath, ['--import', 'tsx', script, dir, String(round)], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let said = '';
    writer.stdout.on('data', (piece: Buffer) => {
      if (said === '') setTimeout(() => writer.kill('SIGKILL'), chance.between(1, 350));
      said += piece.toString();
    });
    writer.once('error', reject);
    writer.once('close', () => {
      const whole = said.slice(0, said.lastIndexOf('\n') + 1).trim();
      const lines = whole.split('\n').filter(Boolean);
      resolve(lines.map((line) => JSON.parse(line) as Acknowledged).filter(({ kind }) => kind));
    });
  });
}

/** Of what was acknowledged, what is not there; and what is there without what belongs to it. */
function look(shop: Shop, told: readonly Acknowledged[]): { lost: number; half: number } {
  const sql = shop.db.$client;
  const has = (query: string, ...values: unknown[]) =>
    sql.prepare(query).get(...values) !== undefined;
  const found = ({ kind, id, at }: Acknowledged) => {
    switch (kind) {
      case 'care':
        return has('select 1 from care where at = ?', at);
      case 'strike':
        return has('select 1 from entry where supersedes = ?', id);
      default:
        return has('select 1 from entry where id = ?', id);
    }
  };
  const count = (query: string) => sql.prepare(query).pluck().get() as number;
  const half =
    count(`select count(*) from entry e where kind = 'session'
           and not exists (select 1 from session s where s.entry_id = e.id)`) +
    count(`select count(*) from entry e where kind = 'care'
           and not exists (select 1 from care c where c.entry_id = e.id)`) +
    // a fire holds its machine in the very same write
    count(`select count(*) from entry e where kind = 'fault'
           and not exists (select 1 from entry h where h.subject_id = e.id and h.kind = 'hold')`);
  return { lost: told.filter((one) => !found(one)).length, half };
}

async function main() {
  const made = openShop(dir);
  changeSetting(made, actor, { name: 'timezone', value: 'Europe/Oslo' });
  const machine = addMachine(made, actor, { nickname: 'Wren', family: 'enclosed-diode' });
  if (!machine.ok) throw new Error(machine.error.message);
  closeShop(made);
  let told = 0;
  let lost = 0;
  let half = 0;
  for (let round = 0; round < rounds; round++) {
    const acknowledged = await life(round);
    const shop = openShop(dir);
    const seen = look(shop, acknowledged);
    closeShop(shop);
    told += acknowledged.length;
    lost += seen.lost;
    half = seen.half;
    if (seen.lost + seen.half > 0) say(`round ${round}: ${seen.lost} lost, ${seen.half} half`);
    if ((round + 1) % 100 === 0) say(`${round + 1} rounds, ${told} entries`);
  }
  const shop = openShop(dir);
  const bad = checkBook(shop).filter(({ ok }) => !ok);
  closeShop(shop);
  say(`${rounds} kills, ${told} acknowledged entries: ${lost} lost, ${half} half there.`);
  say(
    bad.length === 0
      ? 'The book is whole.'
      : bad.map(({ what, words }) => `${what}: ${words}`).join('\n'),
  );
  fs.rmSync(dir, { recursive: true });
  if (lost + half + bad.length > 0) process.exitCode = 1;
}
void main();
