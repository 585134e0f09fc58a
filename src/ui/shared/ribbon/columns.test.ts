import { dueMachines } from '../../../services/care/due';
import { addTestMachine, eachTestShop, must, tester } from '../../../services/testing/shop';
import { logSession } from '../../../services/usage/sessions';
import { amount, fillShare, leftWords, lineAt, ribbonColumns } from './columns';

const shop = eachTestShop();

test('a column says in words what it shows', () => {
  const { id } = addTestMachine(shop);
  must(
    logSession(shop, tester, {
      machineId: id,
      start: shop.clock.now - 26 * 3_600_000,
      runSeconds: 18 * 3600,
      material: 'wood',
      process: 'engrave',
      key: 'ribbon-key',
    }),
  );
  const [machine] = dueMachines(shop);
  const labels = ribbonColumns(machine!.stations).map(({ label }) => label);
  // optics: 18 h × 0.7 = 12.6 soil hours against 5, 10 and 20
  expect(labels).toContain('Protective window: 252 %, past due, 7.6 soil hours over');
  expect(labels).toContain('Nozzle / air cone: 126 %, past due, 2.6 soil hours over');
  expect(labels).toContain('Honeycomb: 21 %, clear, 19.6 soil hours left');
  expect(labels).toContain(
    'Safety key: no care task. Out and in your pocket while the machine is open.',
  );
});

test('amounts carry their unit, one and many', () => {
  expect(amount('soil', 3.14)).toBe('3.1 soil hours');
  expect(amount('days', 1)).toBe('1 day');
  expect(amount('jobs', 2)).toBe('2 jobs');
  expect(leftWords({ kind: 'run', left: -0.5 })).toBe('0.5 run hours over');
});

test('the fill grows with use, meets the line at due and stays inside the column', () => {
  const shares = [0, 0.3, 0.8, 1, 1.25, 2, 9].map(fillShare);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(fillShare(1)).toBeCloseTo(lineAt, 12);
  expect(fillShare(9)).toBe(1);
});
