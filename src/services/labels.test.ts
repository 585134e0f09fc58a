import jsqr from 'jsqr';
import { PNG } from 'pngjs';
import { readiness } from './at-machine';
import { recordCare } from './care';
import { dueMachines } from './due';
import { reportFault } from './faults/report';
import { holdMachine } from './holds';
import { labelUrl, machineOfLabel, qrPng } from './labels';
import { renewLabel, requireMachine, retireMachine } from './machines';
import { logSession } from './sessions';
import { startSheet } from './sheets';
import {
  addTestMachine,
  dropTestShop,
  must,
  openTestShop,
  tester,
  type TestShop,
} from './testing/shop';

let shop: TestShop;
beforeEach(() => {
  shop = openTestShop();
});
afterEach(() => dropTestShop(shop));

// Outside check: decoded by a QR reader that shares nothing with the writer.
test('the QR code of a label decodes to its address', async () => {
  const url = labelUrl('http://192.0.2.7:3000', addTestMachine(shop));
  const { data, width, height } = PNG.sync.read(await qrPng(url));
  expect(jsqr(new Uint8ClampedArray(data), width, height)?.data).toBe(url);
});

test('a label link is unguessable, renewable, and ends with the machine', () => {
  const machine = addTestMachine(shop);
  expect(machine.labelToken).toMatch(/^[\w-]{27}$/);
  expect(machineOfLabel(shop, machine.labelToken)?.id).toBe(machine.id);
  const token = must(renewLabel(shop, tester, machine.id));
  expect(machineOfLabel(shop, machine.labelToken)).toBeNull();
  expect(machineOfLabel(shop, token)?.id).toBe(machine.id);
  must(retireMachine(shop, tester, machine.id, 'sold'));
  expect(machineOfLabel(shop, token)).toBeNull();
});

describe('is it ready?', () => {
  test('ready when nothing is reported and nothing dangerous past due', () => {
    expect(readiness(shop, addTestMachine(shop).id)).toEqual({
      ready: true,
      headline: 'Ready',
      reasons: [],
      restrictions: [],
    });
  });

  test('not while it is cleaned, held for a fault or by hand', () => {
    const { id } = addTestMachine(shop);
    const station = dueMachines(shop)[0]!.stations.find(({ slug }) => slug === 'honeycomb')!;
    must(startSheet(shop, tester, id, [{ stationId: station.id, task: 'clean' }]));
    expect(readiness(shop, id)).toMatchObject({ ready: false, headline: 'On hold: being cleaned' });
    const other = addTestMachine(shop, 'Heron', 'co2-glass-tube');
    must(holdMachine(shop, tester, other.id, 'belt on order'));
    must(reportFault(shop, tester, { machineId: other.id, signs: ['fire'], key: 'ready-key-1' }));
    const held = readiness(shop, other.id);
    expect(held.ready).toBe(false);
    expect(held.reasons.join(' ')).toContain('belt on order');
    expect(held.reasons.join(' ')).toContain('Flame');
  });

  test('with care when a fault is known or fire-class care is past due, and clear once it is done', () => {
    const { id } = addTestMachine(shop);
    must(reportFault(shop, tester, { machineId: id, signs: ['weak'], key: 'ready-key-2' }));
    for (let day = 1; day <= 4; day++) {
      must(
        logSession(shop, tester, {
          machineId: id,
          start: shop.clock.now - day * 86_400_000,
          runSeconds: 8 * 3600,
          material: 'plywood',
          process: 'cut',
          key: `ready-use-${day}`,
        }),
      );
    }
    expect(readiness(shop, id).headline).toBe('Ready, with care');
    expect(readiness(shop, id).reasons.at(-1)).toContain('honeycomb');
    for (const { id: stationId, tasks } of dueMachines(shop)[0]!.stations) {
      for (const { task } of tasks)
        must(recordCare(shop, tester, { stationId, task: task.key, at: shop.clock.now }));
    }
    expect(readiness(shop, id).reasons.join(' ')).not.toContain('Fire risk');
    expect(requireMachine(shop, 'wren').ok).toBe(true);
  });
});
