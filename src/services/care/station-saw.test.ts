import { counterFor } from '../../core/care/due';
import { millisecondsPerDay } from '../../core/units/time';
import { addTestMachine, cutPlywood, must, eachTestShop, tester } from '../testing/shop';
import { dueMachines } from './due';
import { recordCare } from './care';
import { stationSaw } from './station-saw';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const window = () =>
  dueMachines(shop, shop.now(), machineId)[0]!.stations.find(({ slug }) => slug === 'window')!;
const wipe = (finding: 'clear' | 'haze' | 'soiled') =>
  must(
    recordCare(shop, tester, {
      stationId: window().id,
      task: 'wipe',
      at: shop.clock.now,
      result: 'done',
      finding,
      note: null,
    }),
  );

it('is not drawn before anything was done', () => {
  cutPlywood(shop, machineId, 4);
  expect(stationSaw(shop, window(), shop.now())).toBeNull();
});

it('rises with use, falls at each cleaning, and ends where the counter stands', () => {
  wipe('clear');
  for (const finding of ['haze', 'soiled'] as const) {
    shop.clock.now += 6 * millisecondsPerDay;
    cutPlywood(shop, machineId, 5);
    wipe(finding);
  }
  shop.clock.now += 4 * millisecondsPerDay;
  cutPlywood(shop, machineId, 3);
  const station = window();
  const saw = stationSaw(shop, station, shop.now())!;
  expect(saw.marks.map(({ finding, resets }) => [finding, resets])).toEqual([
    ['clear', true],
    ['haze', true],
    ['soiled', true],
  ]);
  const { task, counters } = station.tasks.find(({ task: one }) => one.key === 'wipe')!;
  const limit = task.limits.find(({ kind }) => kind === saw.limit.kind)!;
  expect(saw.points.at(-1)).toEqual({
    at: shop.now(),
    used: counterFor(limit.kind, counters) / limit.value,
  });
  // three teeth: two of five hours, one of three
  const falls = saw.points.filter(({ used }, i) => i > 0 && used < saw.points[i - 1]!.used);
  expect(falls).toHaveLength(2);
  const tops = saw.points
    .filter(({ used }, i) => used > 0 && (saw.points[i + 1]?.used ?? 0) < used)
    .map(({ used }) => used);
  expect(tops).toHaveLength(3);
  expect(tops[0]).toBeCloseTo(tops[1]!, 9);
  expect(tops[2]! / tops[0]!).toBeGreaterThan(0.5);
});
