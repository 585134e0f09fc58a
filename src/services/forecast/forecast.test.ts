import { localDay } from '../../core/units/zone';
import { recordCare } from '../care/care';
import { dueMachines } from '../care/due';
import { forecastRecords, machineForecast } from './forecast';
import { changeDays } from '../schedule/time';
import { addTestMachine, cutPlywood, must, eachTestShop, tester } from '../testing/shop';

const day = 24 * 3_600_000;
const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const task = (slug: string, key: string) =>
  dueMachines(shop)[0]!
    .stations.find((station) => station.slug === slug)!
    .tasks.find((one) => one.task.key === key)!;

it('says nothing of a machine without use, but for limits in days', () => {
  const forecast = machineForecast(shop, machineId);
  const tasks = dueMachines(shop)[0]!.stations.flatMap((station) => station.tasks);
  for (const one of tasks) {
    const due = forecast.due(one);
    const calendar = one.task.limits.some(({ kind }) => kind === 'days');
    expect(due === null).toBe(!calendar);
  }
});

it('finds the day on which an hour a day fills a limit, by hand', () => {
  cutPlywood(shop, machineId, 60);
  const { id } = dueMachines(shop)[0]!.stations.find(({ slug }) => slug === 'honeycomb')!;
  const at = shop.clock.now - 3.5 * day;
  must(recordCare(shop, tester, { stationId: id, task: 'clean', at, result: 'done' }));
  const comb = task('honeycomb', 'clean');
  const soil = comb.task.limits.find(({ kind }) => kind === 'soil')!.value;
  const forecast = machineForecast(shop, machineId);
  // cut plywood is what an hour of soil is measured by: three hours are used, one more every day
  expect(comb.counters.soilMilliseconds).toBe(3 * 3_600_000);
  expect(forecast.due(comb)).toMatchObject({ likely: forecast.today + soil - 3 });
  expect(forecast.today).toBe(localDay(shop.clock.now, 'Europe/Oslo'));
});

it('leaves out closed days, and counts what today still brings', () => {
  cutPlywood(shop, machineId, 60);
  const { id } = dueMachines(shop)[0]!.stations.find(({ slug }) => slug === 'honeycomb')!;
  const at = shop.clock.now - 3.5 * day;
  must(recordCare(shop, tester, { stationId: id, task: 'clean', at, result: 'done' }));
  const today = localDay(shop.clock.now, 'Europe/Oslo');
  const likely = () => machineForecast(shop, machineId).due(task('honeycomb', 'clean'))!.likely!;
  const before = likely();
  must(
    changeDays(shop, tester, {
      from: today + 1,
      to: today + 5,
      what: 'closed',
      windows: [],
      note: 'holidays',
    }),
  );
  expect(likely()).toBe(before + 5);
  // late in the evening nothing more comes today; in the morning all of it does
  const soil = task('honeycomb', 'clean').task.limits.find(({ kind }) => kind === 'soil')!.value;
  shop.clock.now = Date.UTC(2026, 10, 24, 22, 30);
  expect(likely()).toBe(today + soil - 3 + 5);
  shop.clock.now = Date.UTC(2026, 10, 24, 5);
  expect(likely()).toBe(today + soil - 3 + 5 - 1);
});

it('an hour a day for sixty days is forecast without a miss', () => {
  cutPlywood(shop, machineId, 60);
  const [record] = forecastRecords(shop);
  expect(record).toMatchObject({ nickname: 'Wren', useDays: 60 });
  for (const { judged, held } of record!.coverage) expect(held).toBe(judged);
  expect(record!.coverage[0]!.judged).toBeGreaterThan(0);
});
