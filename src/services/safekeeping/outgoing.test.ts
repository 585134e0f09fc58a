import fs from 'node:fs';
import path from 'node:path';
import { addTestMachine, eachTestShop, must, refusal, tester } from '../testing/shop';
import { retireMachine } from '../machines/machines';
import { changeSetting } from '../setup/settings';
import { outgoing, packOutgoing } from './outgoing';

const shop = eachTestShop();

test('nothing waits before something was packed, nor in an empty folder', () => {
  expect(outgoing(shop.dataDir)).toBeNull();
  fs.mkdirSync(path.join(shop.dataDir, 'outgoing'));
  expect(outgoing(shop.dataDir)).toBeNull();
  fs.writeFileSync(path.join(shop.dataDir, 'outgoing', 'half.part'), 'x');
  expect(outgoing(shop.dataDir)).toBeNull();
});

test('one archive waits, named after the shop or the machine and the day of the shop', async () => {
  const wren = addTestMachine(shop, 'Wren 2/b').id;
  must(changeSetting(shop, tester, { name: 'name', value: 'Tern Quay' }));
  shop.clock.now = Date.UTC(2026, 10, 24, 23, 30); // the 25th in Oslo
  expect(must(await packOutgoing(shop, null))).toBe('Tern-Quay-2026-11-25.tar.gz');
  const whole = outgoing(shop.dataDir)!;
  expect(whole).toMatchObject({ name: 'Tern-Quay-2026-11-25.tar.gz' });
  expect(whole.bytes).toBe(fs.statSync(whole.file).size);
  expect(must(await packOutgoing(shop, wren))).toBe('Wren-2-b-2026-11-25.tar.gz');
  expect(outgoing(shop.dataDir)!.name).toBe('Wren-2-b-2026-11-25.tar.gz');
  expect(fs.existsSync(whole.file)).toBe(false);
});

test('a machine that is not there leaves what waits where it is', async () => {
  const wren = addTestMachine(shop).id;
  const name = must(await packOutgoing(shop, null));
  must(retireMachine(shop, tester, { machineId: wren, reason: 'sold' }));
  expect(refusal(await packOutgoing(shop, 'nowhere'))).toContain('There is no machine');
  expect(refusal(await packOutgoing(shop, wren))).toBe('Wren is retired.');
  expect(outgoing(shop.dataDir)!.name).toBe(name);
});
