import { strikeEntry } from '../audit-log/audit-log';
import { listStations } from '../../records/machines';
import { dueMachines } from './due';
import { recordCare } from './care';
import { callTask, deferTask } from './call-or-defer';
import {
  addOwnTask,
  changeLimits,
  changeSchool,
  copyCarePlan,
  carePlanHistory,
  removeOwnTask,
} from './care-plans';
import { localDay } from '../../core/units/zone';
import { bookPage } from '../audit-log/audit-log';
import { machineForecast } from '../forecast/forecast';
import { logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { schoolTrials } from './school-trials';

const shop = eachTestShop();
let machineId: string;
const hour = 3_600_000;
const day = 24 * hour;

beforeEach(() => {
  shop.clock.now = Date.UTC(2026, 7, 1, 8);
  machineId = addTestMachine(shop).id;
});

const stationOf = (slug: string, machine = machineId) =>
  listStations(shop.db, machine).find((row) => row.slug === slug)!.id;
const taskOf = (slug: string, key: string, machine = machineId) =>
  dueMachines(shop, shop.clock.now, machine)[0]!
    .stations.find((row) => row.slug === slug)!
    .tasks.find(({ task }) => task.key === key)!;
let keys = 0;
const run = (start: number, hours = 1) =>
  must(
    logSession(shop, tester, {
      machineId,
      start,
      runSeconds: hours * 3600,
      material: 'plywood',
      process: 'cut',
      key: `plan-test-${keys++}`,
    }),
  );

test('limits that somebody doubts are kept with both figures and who says which, until one is confirmed', () => {
  const stationId = stationOf('window');
  const limits = [{ kind: 'soil' as const, value: 9 }];
  const other = [{ kind: 'soil' as const, value: 20 }];
  const doubted = (more: object) =>
    changeLimits(shop, tester, {
      stationId,
      task: 'wipe',
      limits,
      reason: 'two opinions',
      other,
      saidBy: 'Marit',
      otherBy: 'the manual, p. 12',
      ...more,
    });
  expect(refusal(doubted({ saidBy: '' }))).toMatch(/who says these/);
  expect(refusal(doubted({ otherBy: ' ' }))).toMatch(/who says otherwise/);
  expect(refusal(doubted({ other: limits }))).toMatch(/Both say the same/);
  must(doubted({}));
  expect(taskOf('window', 'wipe').task.limits).toEqual(limits);
  expect(taskOf('window', 'wipe').task.basis.unconfirmed).toEqual({
    by: 'Marit',
    other,
    otherBy: 'the manual, p. 12',
  });
  shop.clock.now += day;
  must(
    changeLimits(shop, tester, { stationId, task: 'wipe', limits: other, reason: 'looked it up' }),
  );
  expect(taskOf('window', 'wipe').task.basis.unconfirmed).toBeUndefined();
  expect(taskOf('window', 'wipe').task.limits).toEqual(other);
});

test('limits change from a date on, with a reason and a basis, and go back to the school', () => {
  const window = stationOf('window');
  const limits = [{ kind: 'soil' as const, value: 9 }];
  const input = { stationId: window, task: 'wipe', limits, basis: 'manual' as const };
  expect(refusal(changeLimits(shop, tester, { ...input }))).toMatch(/why/);
  must(
    changeLimits(shop, tester, { ...input, reason: 'manual, page 12', from: shop.clock.now + day }),
  );
  expect(taskOf('window', 'wipe').task.basis.from).toBe('school');
  shop.clock.now += day;
  expect(taskOf('window', 'wipe').task).toMatchObject({
    limits,
    basis: { from: 'manual', reason: 'manual, page 12' },
  });
  must(changeLimits(shop, tester, { ...input, limits: null, reason: 'not for our work' }));
  expect(taskOf('window', 'wipe').task.limits[0]!.value).toBe(5);
  expect(carePlanHistory(shop, machineId)).toHaveLength(2);
});

test('fifty hours and thirty days as a manual has it: due when both are reached, on every screen alike', () => {
  const stationId = stationOf('window');
  must(recordCare(shop, tester, { stationId, task: 'wipe', result: 'done', at: shop.clock.now }));
  const both = [
    { kind: 'run' as const, value: 5 },
    { kind: 'days' as const, value: 30, notBefore: true as const },
  ];
  const set = (limits: typeof both | [(typeof both)[1]]) =>
    changeLimits(shop, tester, {
      stationId,
      task: 'wipe',
      limits,
      basis: 'manual',
      reason: 'manual, p. 7',
    });
  expect(refusal(set([both[1]!]))).toMatch(/must make it due/);
  must(set(both));
  const start = shop.clock.now;
  shop.clock.now = start + 12 * day;
  for (let at = 1; at <= 8; at++) run(start + at * hour);
  expect(taskOf('window', 'wipe').standing).toEqual({
    used: 0.4,
    state: 'clear',
    first: { kind: 'days', left: 18 },
  });
  // the forecast waits for the days, and the copy of the plan carries both
  const due = machineForecast(shop, machineId).due(taskOf('window', 'wipe'))!;
  expect(due).toMatchObject({ early: due.likely, late: due.likely });
  expect(due.likely! - localDay(shop.clock.now, shop.zone)).toBe(18);
  const twin = addTestMachine(shop, 'Finch').id;
  must(copyCarePlan(shop, tester, { fromId: machineId, toId: twin }));
  expect(taskOf('window', 'wipe', twin).task.limits).toEqual(both);
  expect(bookPage(shop, { kinds: ['care plan'] }, 9).map(({ what }) => what)).toContainEqual(
    expect.stringContaining('5 run hours, not before 30 days (manual)'),
  );
  shop.clock.now = start + 30 * day;
  expect(taskOf('window', 'wipe').standing).toMatchObject({ used: 1, state: 'due' });
});

test('a plan with a task without limits, or with a limit that is none, changes nothing', () => {
  const input = { stationId: stationOf('window'), task: 'wipe', basis: 'shop' as const };
  const why = { reason: 'because' };
  expect(refusal(changeLimits(shop, tester, { ...input, limits: [], ...why }))).toMatch(
    /at least one/,
  );
  for (const value of [0, -3, NaN, Infinity]) {
    const limits = [{ kind: 'soil' as const, value }];
    expect(refusal(changeLimits(shop, tester, { ...input, limits, ...why }))).toMatch(/above 0/);
  }
  const own = {
    name: 'Sniff at the filter',
    depth: 'inspect' as const,
    group: 'air' as const,
    criticality: 'fire' as const,
    limits: [],
    minutes: 1,
  };
  expect(refusal(addOwnTask(shop, tester, { stationId: stationOf('duct'), ...own }))).toMatch(
    /at least one/,
  );
  expect(carePlanHistory(shop, machineId)).toEqual([]);
});

test('a task of the shop is due, done and taken away like any other', () => {
  const duct = stationOf('duct');
  const task = must(
    addOwnTask(shop, tester, {
      stationId: duct,
      name: 'Sniff at the duct',
      depth: 'inspect',
      group: 'air',
      criticality: 'fire',
      limits: [{ kind: 'days', value: 3 }],
      minutes: 1,
    }),
  );
  shop.clock.now += 4 * day;
  expect(taskOf('duct', task.key).standing.state).toBe('past due');
  must(
    recordCare(shop, tester, {
      stationId: duct,
      task: task.key,
      at: shop.clock.now,
      result: 'looked-fine',
    }),
  );
  expect(taskOf('duct', task.key).standing.used).toBe(0);
  expect(
    refusal(removeOwnTask(shop, tester, { stationId: stationOf('window'), task: 'wipe' })),
  ).toMatch(/limits instead/);
  must(removeOwnTask(shop, tester, { stationId: duct, task: task.key }));
  expect(taskOf('duct', task.key)).toBeUndefined();
});

test('a plan is copied by station and task; what has no twin is named', () => {
  const other = addTestMachine(shop, 'Swift', 'galvo-desktop').id;
  must(changeSchool(shop, tester, { machineId, school: 'calendar' }));
  for (const [slug, task] of [
    ['window', 'wipe'],
    ['plate', 'clean'],
  ] as const) {
    const limits = [{ kind: 'days' as const, value: 6 }];
    must(
      changeLimits(shop, tester, {
        stationId: stationOf(slug),
        task,
        limits,
        basis: 'evidence',
        reason: 'clear at five days nine times of ten',
      }),
    );
  }
  const copied = must(copyCarePlan(shop, tester, { fromId: machineId, toId: other }));
  expect(copied).toEqual({ changes: 2, left: ['Protective window'] });
  expect(taskOf('plate', 'clean', other).task.basis).toMatchObject({
    from: 'evidence',
    reason: 'copied from Wren',
  });
  expect(refusal(copyCarePlan(shop, tester, { fromId: machineId, toId: machineId }))).toMatch(
    /another/,
  );
});

test('the four schools on three months differ as counted by hand', () => {
  // one hour of plywood a day for 91 days, nothing ever cleaned
  const start = shop.clock.now;
  for (let n = 0; n < 91; n++) {
    shop.clock.now = start + n * day + 3 * hour;
    run(start + n * day + hour);
  }
  // leave one station only: all others get a limit no three months reach
  const others = dueMachines(shop, shop.clock.now, machineId)[0]!.stations;
  for (const station of others) {
    for (const { task } of station.tasks) {
      if (station.slug === 'nozzle') continue;
      must(
        changeLimits(shop, tester, {
          stationId: station.id,
          task: task.key,
          limits: [{ kind: 'run', value: 1e6 }],
          reason: 'out of the sum',
        }),
      );
    }
  }
  const { task } = taskOf('nozzle', 'clean');
  const each = task.minutes.active + task.minutes.finishing;
  const trials = schoolTrials(shop, machineId);
  // Every session is one job, one soil hour and one day of use. From the morning of the first to the
  // 91st session 90 midnights pass. The smallest limit decides: 91 / n times for hours and jobs, 90 / n
  // for days.
  const byHand = trials.map(({ school }) => [
    school,
    Math.max(
      ...task.schools[school].map(({ kind, value }) =>
        Math.floor((kind === 'days' ? 90 : 91) / value),
      ),
    ),
  ]);
  const counted = trials.map(({ school, cleanings }) => [school, cleanings]);
  expect(counted).toEqual(byHand);
  expect(new Set(byHand.map(([, n]) => n)).size).toBeGreaterThan(1);
  for (const { school, cleanings, minutes, furthest } of trials) {
    expect(minutes).toBe(cleanings * each);
    // never cleaned: everything of the span stands against the limit
    const shares = task.schools[school].map(
      ({ kind, value }) => (kind === 'days' ? 90 : 91) / value,
    );
    expect(furthest!.used).toBeCloseTo(Math.max(...shares), 9);
  }
});

describe('deferral', () => {
  const put = (
    until: { kind: 'date'; at: number } | { kind: 'run'; hours: number },
    slug: string,
    task: string,
  ) =>
    deferTask(shop, tester, {
      stationId: stationOf(slug),
      task,
      reason: 'queue for the fair',
      until,
    });

  beforeEach(() => {
    shop.clock.now += 40 * day;
    run(shop.clock.now - 39 * day, 20);
  });

  test('keeps the state and the reason until its time', () => {
    const until = { kind: 'date' as const, at: shop.clock.now + 2 * day };
    must(put(until, 'window', 'wipe'));
    expect(taskOf('window', 'wipe')).toMatchObject({
      standing: { state: 'past due' },
      deferral: { reason: 'queue for the fair', until },
    });
    shop.clock.now += 2 * day;
    expect(taskOf('window', 'wipe').deferral).toBeNull();
  });

  test('ends with the care, also one of the very instant at which it was put off', () => {
    const until = { kind: 'date' as const, at: shop.clock.now + 2 * day };
    must(put(until, 'window', 'wipe'));
    const wiped = { stationId: stationOf('window'), task: 'wipe', at: shop.clock.now };
    const { entryId } = must(recordCare(shop, tester, wiped));
    expect(taskOf('window', 'wipe').deferral).toBeNull();
    // never was: it waits again
    must(strikeEntry(shop, tester, 'technician', entryId, 'another machine'));
    expect(taskOf('window', 'wipe').deferral).toMatchObject({ until });
    // a care of before does not end it
    must(recordCare(shop, tester, { ...wiped, at: shop.clock.now - 1 }));
    expect(taskOf('window', 'wipe').deferral).toMatchObject({ until });
  });

  test('until so many run hours', () => {
    must(put({ kind: 'run', hours: 2 }, 'window', 'wipe'));
    shop.clock.now += 2.5 * hour;
    run(shop.clock.now - 1.5 * hour);
    expect(taskOf('window', 'wipe').deferral).not.toBeNull();
    shop.clock.now += hour;
    run(shop.clock.now - hour);
    expect(taskOf('window', 'wipe').deferral).toBeNull();
  });

  test('what can burn waits once, for one shift at most', () => {
    const shift = (hours: number) => ({ kind: 'date' as const, at: shop.clock.now + hours * hour });
    expect(refusal(put(shift(9), 'honeycomb', 'clean'))).toMatch(/one shift/);
    expect(refusal(put({ kind: 'run', hours: 1 }, 'honeycomb', 'clean'))).toMatch(/one shift/);
    must(put(shift(8), 'honeycomb', 'clean'));
    shop.clock.now += 9 * hour;
    expect(refusal(put(shift(1), 'honeycomb', 'clean'))).toMatch(/once only/);
    // once cleaned, the next time is a first time again
    must(
      recordCare(shop, tester, {
        stationId: stationOf('honeycomb'),
        task: 'clean',
        at: shop.clock.now,
      }),
    );
    expect(refusal(put(shift(1), 'honeycomb', 'clean'))).toMatch(/not due/);
    shop.clock.now += 60 * day;
    run(shop.clock.now - 59 * day, 23);
    must(put(shift(1), 'honeycomb', 'clean'));
  });
});

test('a sign calls a task due before its limits until it is done', () => {
  const stationId = stationOf('window');
  must(callTask(shop, tester, { stationId, task: 'wipe', sign: 'faint to the left' }));
  expect(taskOf('window', 'wipe')).toMatchObject({
    standing: { state: 'due', used: 0 },
    call: { sign: 'faint to the left', finding: null },
  });
  shop.clock.now += hour;
  must(recordCare(shop, tester, { stationId, task: 'wipe', at: shop.clock.now }));
  expect(taskOf('window', 'wipe').standing.state).toBe('clear');
  expect(refusal(callTask(shop, tester, { stationId, task: 'wipe', sign: ' ' }))).toMatch(/why/);
});

describe('what is no plan is refused, and changes nothing', () => {
  const days = [{ kind: 'days' as const, value: 3 }];
  const own = (more: object = {}) =>
    addOwnTask(shop, tester, {
      stationId: stationOf('duct'),
      name: 'Sniff at it',
      depth: 'inspect',
      group: 'air',
      criticality: 'fire',
      limits: days,
      minutes: 1,
      ...more,
    });

  test.each<[string, object, string, string]>([
    ['of no station', { stationId: 'gone' }, 'station', 'no longer there'],
    ['without letters', { name: '窓窓窓' }, 'name', 'Name it with letters.'],
    ['with two letters', { name: 'ab' }, 'name', 'Name it in a few words.'],
    ['of no time', { minutes: 0 }, 'minutes', 'At least 1 minute.'],
    [
      'that ends in no time',
      { finishing: ['Wipe it'] },
      'finishMinutes',
      'how many minutes its end takes',
    ],
    ['of dust and glass', { dusty: true, glass: true }, 'glass', 'one or the other'],
    ['that waits for days', { waitMinutes: 2881 }, 'waitMinutes', 'At most two days.'],
  ])('a task %s', (_, more, field, words) => {
    const refused = own(more);
    expect(refused).toMatchObject({ ok: false, error: { field } });
    expect(refusal(refused)).toContain(words);
    expect(carePlanHistory(shop, machineId)).toEqual([]);
  });

  test('a task of a name that is there already, or that was taken away', () => {
    must(own());
    const again = own({ name: 'SNIFF  at it' });
    expect(refusal(again)).toContain('has a task of that name already');
    must(removeOwnTask(shop, tester, { stationId: stationOf('duct'), task: 'sniff-at-it' }));
    expect(
      refusal(removeOwnTask(shop, tester, { stationId: stationOf('duct'), task: 'sniff-at-it' })),
    ).toContain('has no task "sniff-at-it" in its plan');
    must(own());
  });

  test('a task says how it is done, or at least that it is the shop’s', () => {
    expect(must(own({ note: 'by nose', tools: ['nose'] }))).toMatchObject({
      key: 'sniff-at-it',
      note: 'by nose',
      tools: ['nose'],
      lookOnly: true,
      minutes: { active: 1, passive: 0, finishing: 0 },
      schools: { little: days, meter: days, calendar: days, combined: days },
    });
    const bare = must(own({ name: 'Brush it', depth: 'clean', waitMinutes: 5 }));
    expect(bare).toMatchObject({
      note: 'A task of this shop.',
      tools: ['as the shop does it'],
      lookOnly: false,
      minutes: { active: 1, passive: 5, finishing: 0 },
    });
    expect(bare.own).toBeUndefined();
    const steps = { steps: ['Brush', 'Look'], finishing: ['Wipe'], finishMinutes: 2, dusty: true };
    expect(must(own({ name: 'Brush and wipe', ...steps })).own).toMatchObject({
      steps: ['Brush', 'Look'],
      finishing: ['Wipe'],
      dusty: true,
      glass: false,
    });
  });

  test('of a machine, a station or a task that is not there', () => {
    const school = { machineId: 'gone', school: 'meter' as const };
    expect(refusal(changeSchool(shop, tester, school))).toContain('There is no machine');
    const limits = { task: 'wipe', limits: days, reason: 'so' };
    for (const [stationId, task, words] of [
      ['gone', 'wipe', 'That station is no longer there.'],
      [stationOf('window'), 'polish', 'has no task "polish" in its plan.'],
    ] as const) {
      expect(refusal(changeLimits(shop, tester, { ...limits, stationId, task }))).toContain(words);
      expect(refusal(removeOwnTask(shop, tester, { stationId, task }))).toContain(words);
    }
    const robin = addTestMachine(shop, 'Robin').id;
    for (const [fromId, toId, words] of [
      ['gone', robin, 'There is no machine'],
      [robin, 'gone', 'There is no machine'],
      [robin, robin, 'Choose another machine'],
    ] as const) {
      expect(refusal(copyCarePlan(shop, tester, { fromId, toId }))).toContain(words);
    }
    expect(carePlanHistory(shop, machineId)).toEqual([]);
  });

  test('a copy brings the tasks of the shop’s own with it, with limits of their own', () => {
    must(own());
    must(
      changeLimits(shop, tester, {
        stationId: stationOf('duct'),
        task: 'sniff-at-it',
        limits: [{ kind: 'days', value: 9 }],
        reason: 'often enough',
      }),
    );
    const robin = addTestMachine(shop, 'Robin').id;
    must(copyCarePlan(shop, tester, { fromId: machineId, toId: robin }));
    expect(taskOf('duct', 'sniff-at-it', robin).task.limits).toEqual([{ kind: 'days', value: 9 }]);
    const before = carePlanHistory(shop, robin).length;
    expect(must(copyCarePlan(shop, tester, { fromId: machineId, toId: robin })).changes).toBe(
      carePlanHistory(shop, robin).length - before,
    );
    expect(taskOf('duct', 'sniff-at-it', robin).task.limits).toEqual([{ kind: 'days', value: 9 }]);
  });
});
