import { localDay } from '../../core/units/zone';
import { recordCare } from '../care/care';
import { changeLimits } from '../care/care-plans';
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

describe('how limits fill', () => {
  const limited = (
    limits: {
      kind: 'run' | 'jobs' | 'useDays' | 'beam' | 'days';
      value: number;
      notBefore?: true;
    }[],
  ) => {
    const { id } = dueMachines(shop)[0]!.stations.find(({ slug }) => slug === 'honeycomb')!;
    must(
      changeLimits(shop, tester, { stationId: id, task: 'clean', limits, reason: 'for the test' }),
    );
    return task('honeycomb', 'clean');
  };
  /** Cleaned three and a half days ago: three hours, three jobs and three days of use since. */
  beforeEach(() => {
    cutPlywood(shop, machineId, 60);
    const { id } = dueMachines(shop)[0]!.stations.find(({ slug }) => slug === 'honeycomb')!;
    const at = shop.clock.now - 3.5 * day;
    must(recordCare(shop, tester, { stationId: id, task: 'clean', at, result: 'done' }));
  });
  const likely = (one: ReturnType<typeof task>) => {
    const forecast = machineForecast(shop, machineId);
    return forecast.due(one)!.likely! - forecast.today;
  };

  it.each(['run', 'jobs', 'useDays'] as const)('by %s: one a day, by hand', (kind) => {
    expect(likely(limited([{ kind, value: 9 }]))).toBe(9 - 3);
  });

  it('by days alone, counted from midnight to midnight; the first of two makes due', () => {
    expect(likely(limited([{ kind: 'days', value: 9 }]))).toBe(9 - 3);
    expect(
      likely(
        limited([
          { kind: 'days', value: 20 },
          { kind: 'run', value: 8 },
        ]),
      ),
    ).toBe(8 - 3);
  });

  it('by beam: where none was ever logged all of the run counts', () => {
    expect(likely(limited([{ kind: 'beam', value: 9 }]))).toBe(9 - 3);
  });

  it('not before the later of all that must be reached', () => {
    expect(
      likely(
        limited([
          { kind: 'run', value: 5 },
          { kind: 'days', value: 20, notBefore: true },
        ]),
      ),
    ).toBe(20 - 3);
    expect(
      likely(
        limited([
          { kind: 'run', value: 30 },
          { kind: 'days', value: 9, notBefore: true },
        ]),
      ),
    ).toBe(30 - 3);
  });

  it('what is due is due today, early and late', () => {
    const now = limited([{ kind: 'run', value: 2 }]);
    const { today, due } = machineForecast(shop, machineId);
    expect(due(now)).toEqual({ early: today, likely: today, late: today });
  });

  it('as a plan needs it: where each limit stands, and what each day adds to it', () => {
    const one = limited([
      { kind: 'run', value: 10 },
      { kind: 'days', value: 20 },
      { kind: 'jobs', value: 5, notBefore: true },
    ]);
    const forecast = machineForecast(shop, machineId);
    const [run, days, jobs] = forecast.fillings(one, 4);
    expect(run!.start).toBeCloseTo(3 / 10, 9);
    expect(days!.start).toBeCloseTo(3 / 20, 9);
    expect(jobs).toMatchObject({ start: 3 / 5, notBefore: true });
    expect(run).not.toHaveProperty('notBefore');
    expect(days!.sum).toHaveLength(5);
    days!.sum.forEach((sum, n) => expect(sum).toBeCloseTo(n / 20, 9));
    // today has had its part; from tomorrow on an hour and a job a day
    const [first] = forecast.hours(1);
    const wanted = [0, first!, first! + 1, first! + 2, first! + 3];
    run!.sum.forEach((sum, n) => expect(sum).toBeCloseTo(wanted[n]! / 10, 6));
    // begun tomorrow, no part of today
    const later = forecast.fillings(one, 3, undefined, 1)[0]!;
    later.sum.forEach((sum, n) => expect(sum).toBeCloseTo(n / 10, 6));
    expect(forecast.hours(3, undefined, 1).map((hours) => hours.toFixed(6))).toEqual([
      '1.000000',
      '1.000000',
      '1.000000',
    ]);
    // half as much where half is expected
    expect(forecast.hours(2, () => 0.5, 1)[1]).toBeCloseTo(0.5, 6);
    expect(forecast.fillings(one, 0)[0]!.sum).toEqual([0]);
  });
});
