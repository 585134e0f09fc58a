import fs from 'node:fs';
import os from 'node:os';
import { perGroup } from '../../core/usage/soil';
import { standingEntries } from '../../records/audit-log';
import { cancelReweigh, startReweigh, viewReweigh, type ReweighView } from './reweigh';
import { logSession } from './sessions';
import type { WeightInput, WeightPreview } from './soil-weights';
import type { Actor } from '../shop';
import {
  addTestMachine,
  dropTestShop,
  must,
  openTestShop,
  refusal,
  tester,
  type TestShop,
} from '../testing/shop';

let shop: TestShop;
const other: Actor = { id: 'somebody-else', name: 'Jokum', source: 'hand' };
const input: WeightInput = {
  what: { change: 'work', name: 'plywood', process: 'cut', weight: perGroup(() => 3) },
  from: null,
  reason: 'test',
};

beforeEach(() => {
  // the process has a clock of its own: today's
  shop = openTestShop(Date.now());
  const machineId = addTestMachine(shop).id;
  const session = { machineId, runSeconds: 3600, material: 'plywood', process: 'cut' as const };
  for (let n = 0; n < 3; n++) {
    const start = shop.clock.now - (n + 1) * 7_200_000;
    must(logSession(shop, tester, { ...session, start, key: `reweigh-${n}-test` }));
  }
});
afterEach(() => dropTestShop(shop));

async function ended(id: string): Promise<NonNullable<ReweighView['outcome']>> {
  for (let tries = 0; tries < 300; tries++) {
    const { outcome } = must(viewReweigh(tester, id));
    if (outcome) return outcome;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the work never ended');
}
const scratches = () =>
  fs.readdirSync(os.tmpdir()).filter((name) => name.startsWith('bitacora-reweigh-')).length;

test('a preview and then the change, in a process of its own; its scratch folder goes with it', async () => {
  const before = scratches();
  const preview = must(await ended(must(startReweigh(shop, tester, input, true)))) as WeightPreview;
  expect(preview.changed.map(({ station }) => station)).toContain('Protective window');
  expect(standingEntries(shop.db, ['soil weights'])).toEqual([]);
  must(await ended(must(startReweigh(shop, tester, input, false))));
  expect(standingEntries(shop.db, ['soil weights'])).toHaveLength(1);
  for (let tries = 0; tries < 50 && scratches() !== before; tries++) {
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  expect(scratches()).toBe(before);
}, 60_000);

test("bad input comes back as its problem; the work is nobody else's to look at", async () => {
  const id = must(startReweigh(shop, tester, { ...input, reason: ' ' }, false));
  expect(refusal(viewReweigh(other, id))).toMatch(/no longer open/);
  expect(refusal(await ended(id))).toMatch(/rests on/);
  // once told it is forgotten
  expect(refusal(viewReweigh(tester, id))).toMatch(/no longer open/);
}, 60_000);

test('cancelled work writes nothing', async () => {
  const id = must(startReweigh(shop, tester, input, false));
  must(cancelReweigh(tester, id));
  expect(refusal(viewReweigh(tester, id))).toMatch(/no longer open/);
  await new Promise((resolve) => setTimeout(resolve, 2500));
  expect(standingEntries(shop.db, ['soil weights'])).toEqual([]);
}, 60_000);
