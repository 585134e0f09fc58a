import { logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { carePlanFinder, carePlanHistory, changeLimits, tasksUnder } from './care-plans';
import { dueMachines } from './due';
import { fitCalendar, littleUse } from './little-use';

const shop = eachTestShop();
let id: string;
const day = 86_400_000;
beforeEach(() => {
  ({ id } = addTestMachine(shop));
});

/** Runs it for some hours each week. */
function used(weeks: number, hours: number, material = 'plywood') {
  for (let n = 0; n < weeks; n++) {
    const start = shop.clock.now;
    must(
      logSession(shop, tester, {
        machineId: id,
        start: start - hours * 3_600_000,
        runSeconds: hours * 3600,
        material,
        process: 'cut',
        key: `little-${start}`,
      }),
    );
    shop.clock.now += 7 * day;
  }
}
const tasks = () =>
  dueMachines(shop, shop.now(), id)[0]!.stations.flatMap(({ name, tasks: own }) =>
    own.map((one) => ({ station: name, ...one })),
  );

test('a machine of an hour a week is not cleaned weekly by the calendar alone; what can burn is', () => {
  used(8, 1);
  const little = littleUse(shop, id)!;
  expect(little.hoursPerWeek).toBeCloseTo(1, 1);
  expect(little.tasks.length).toBeGreaterThan(3);
  const before = tasks().filter(({ standing }) => standing.state === 'past due').length;
  must(fitCalendar(shop, tester, { machineId: id, hoursPerWeek: null }));
  const after = tasks();
  expect(after.filter(({ standing }) => standing.state === 'past due').length).toBeLessThan(before);
  for (const { task } of after.filter(({ task: one }) => one.criticality === 'fire')) {
    expect(task.basis.from).toBe('school');
  }
  // each is a change with its reason, and goes back one by one
  expect(carePlanHistory(shop, id)).toHaveLength(little.tasks.length);
  const [first] = little.tasks;
  must(
    changeLimits(shop, tester, {
      stationId: first!.stationId,
      task: first!.task,
      limits: null,
      reason: 'busier now',
    }),
  );
  expect(littleUse(shop, id)!.tasks).toEqual([first]);
});

test('one that is used all week keeps its calendar; one too young is asked', () => {
  expect(littleUse(shop, id)).toBeNull();
  expect(refusal(fitCalendar(shop, tester, { machineId: id, hoursPerWeek: null }))).toContain(
    'too young',
  );
  expect(littleUse(shop, id, 0.5)!.tasks.length).toBeGreaterThan(3);
  used(6, 23);
  expect(littleUse(shop, id)!.tasks).toEqual([]);
  expect(refusal(fitCalendar(shop, tester, { machineId: id, hoursPerWeek: null }))).toContain(
    'fits',
  );
});

test('what somebody set is left alone', () => {
  used(8, 1);
  const [first] = littleUse(shop, id)!.tasks;
  const { stationId, task } = first!;
  must(
    changeLimits(shop, tester, {
      stationId,
      task,
      limits: [{ kind: 'days', value: 3 }],
      reason: 'salt air',
    }),
  );
  must(fitCalendar(shop, tester, { machineId: id, hoursPerWeek: null }));
  const plan = carePlanFinder(shop, shop.now(), id)(id);
  const own = dueMachines(shop, shop.now(), id)[0]!.stations.find((one) => one.id === stationId)!;
  expect(tasksUnder(plan, own).find(({ key }) => key === task)!.limits).toEqual([
    { kind: 'days', value: 3 },
  ]);
});

test('the calendar waits until a quarter of the limit is used, by the soil of each group as it was counted', () => {
  used(8, 1, 'mdf');
  const little = littleUse(shop, id)!;
  expect(little.counted).toBe(true);
  const listed = tasks();
  const soiling = new Set<number>();
  for (const { task: key, name, station, from, to } of little.tasks) {
    const { task, counters, ...one } = listed.find(
      (other) => other.station === station && other.task.key === key,
    )!;
    expect(name).toBe(task.name);
    const limit = (kind: string) => task.limits.find((some) => some.kind === kind)?.value;
    expect(from).toBe(limit('days'));
    const inWeeks = [
      (limit('soil') ?? Infinity) / (counters.soilMilliseconds / 3_600_000 / 8),
      (limit('run') ?? Infinity) / (counters.runSeconds / 3600 / 8),
    ];
    soiling.add(
      Math.round((counters.soilMilliseconds / 3_600_000 / (counters.runSeconds / 3600)) * 1000),
    );
    const fits = Math.min((Math.min(...inWeeks) * 7) / 4, from * 4);
    expect([station, key, to]).toEqual([station, key, Math.floor(fits / 7) * 7]);
    expect(one.known).toBe(true);
  }
  // the groups do not soil alike
  expect(soiling.size).toBeGreaterThan(1);
});

test('twice the hours that somebody expects never give a longer calendar, none and all of the week are hours too', () => {
  used(8, 1);
  const at = (hours: number) =>
    new Map(
      littleUse(shop, id, hours)!.tasks.map(({ stationId, task, to }) => [
        `${stationId} ${task}`,
        to,
      ]),
    );
  const [one, two] = [at(1), at(2)];
  for (const [place, to] of two) expect(to).toBeLessThanOrEqual(one.get(place) ?? 0);
  expect(littleUse(shop, id, 1)!.counted).toBe(false);
  expect(refusal(fitCalendar(shop, tester, { machineId: id, hoursPerWeek: 168 }))).toContain(
    'fits',
  );
  expect(refusal(fitCalendar(shop, tester, { machineId: id, hoursPerWeek: 169 }))).toBeTruthy();
  expect(must(fitCalendar(shop, tester, { machineId: id, hoursPerWeek: 2 }))).toEqual({
    changed: two.size,
  });
  expect(carePlanHistory(shop, id)[0]!.reason).toContain('about 2.0 h a week, as expected');
});
