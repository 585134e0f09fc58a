import { changeLimits } from './care-plans';
import { recordCare } from './care';
import { dueMachines } from './due';
import { machineForecast } from '../forecast/forecast';
import { logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';

const hour = 3_600_000;
const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const lens = () => dueMachines(shop)[0]!.stations.find(({ slug }) => slug === 'window')!;
const clean = () => lens().tasks.find(({ task }) => task.key === 'wipe')!;
const use = (hoursAgo: number, beamMinutes: number | null) =>
  must(
    logSession(shop, tester, {
      machineId,
      start: shop.clock.now - hoursAgo * hour,
      runSeconds: 3600,
      beamSeconds: beamMinutes === null ? null : beamMinutes * 60,
      material: 'plywood',
      process: 'cut',
      airAssist: true,
      draught: 'full',
      operator: null,
      note: null,
      key: `beam-key-${hoursAgo}`,
    }),
  );
const limitInBeam = (value: number) =>
  must(
    changeLimits(shop, tester, {
      stationId: lens().id,
      task: 'wipe',
      limits: [{ kind: 'beam', value }],
      basis: 'manual',
      reason: 'the manual counts beam hours',
    }),
  );

test('known beam time counts as logged, the rest by the machine’s own share of its run', () => {
  // long ago: ten hours of run, half of them beam
  for (let n = 0; n < 10; n++) use(900 + 2 * n, n % 2 ? 36 : 24);
  must(
    recordCare(shop, tester, {
      stationId: lens().id,
      task: 'wipe',
      at: shop.clock.now - 800 * hour,
      result: 'done',
    }),
  );
  limitInBeam(10);
  for (let n = 0; n < 4; n++) use(700 - 2 * n, 45); // three hours of beam, logged
  for (let n = 0; n < 4; n++) use(600 - 2 * n, null); // four of run, of which nobody knows
  const { standing, range } = clean();
  // 8 of 14 hours with both known were beam: 3 h + 4 h × 8/14
  expect(standing.used).toBeCloseTo((3 + (4 * 8) / 14) / 10, 3);
  expect(standing.first.kind).toBe('beam');
  expect(range!.least).toBeLessThan(standing.used);
  expect(range!.most).toBeGreaterThan(standing.used);
});

test('where no beam time was ever logged all of the run counts, and that is said', () => {
  limitInBeam(10);
  for (let n = 0; n < 6; n++) use(100 - 2 * n, null);
  const { standing, range } = clean();
  expect(standing.used).toBeCloseTo(0.6, 6);
  expect(range).toEqual({ least: 0, most: 0.6 });
});

test('all of it logged: nothing is doubtful, and the forecast fills it by the share', () => {
  limitInBeam(20);
  for (let day = 30; day >= 1; day--) use(24 * day, 30);
  const { standing, range } = clean();
  expect(standing.used).toBeCloseTo(15 / 20, 6);
  expect(range).toBeNull();
  const forecast = machineForecast(shop, machineId);
  // half an hour of beam a day: the five that are left take ten days
  expect(forecast.due(clean())!.likely! - forecast.today).toBeGreaterThanOrEqual(9);
  expect(forecast.due(clean())!.likely! - forecast.today).toBeLessThanOrEqual(11);
});
