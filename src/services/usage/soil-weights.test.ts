import { perGroup } from '../../core/usage/soil';
import { millisecondsToHours } from '../../core/units/time';
import { standingEntries } from '../../records/audit-log';
import { openRecords } from '../../records/database';
import { allHours, allOdometers } from '../../records/usage/totals';

import { stationArithmetic } from '../care/arithmetic';
import { dueMachines } from '../care/due';
import { correctSession, logSession } from './sessions';
import { changeWeight, previewWeight, weightLines, type WeightInput } from './soil-weights';
import { rebuildUsage } from './usage';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';

const shop = eachTestShop();
let machineId: string;
const hour = 3_600_000;
let keys = 0;

beforeEach(() => {
  shop.clock.now = Date.UTC(2026, 9, 1, 8);
  machineId = addTestMachine(shop).id;
});

const log = (material: string | null, more: object = {}) => {
  const start = shop.clock.now;
  shop.clock.now += 2 * hour;
  return must(
    logSession(shop, tester, {
      machineId,
      start,
      runSeconds: 3600,
      material,
      process: material ? 'cut' : null,
      key: `weights-${keys++}-test`,
      ...more,
    }),
  );
};
const optics = () => {
  const due = dueMachines(shop, shop.clock.now, machineId)[0]!;
  const task = due.stations
    .find(({ slug }) => slug === 'window')!
    .tasks.find(({ task: { key } }) => key === 'wipe')!;
  return { hours: millisecondsToHours(task.counters.soilMilliseconds), since: task.since };
};
const plywood = (from: number | null, weight: number): WeightInput => ({
  what: { change: 'work', name: 'plywood', process: 'cut', weight: perGroup(() => weight) },
  from,
  reason: 'window wiped dark after six hours, three times',
});

test('from now on: what was logged keeps its weight, what is logged now has the new one', () => {
  log('plywood');
  must(changeWeight(shop, tester, plywood(shop.clock.now, 2.5)));
  expect(optics().hours).toBe(1);
  log('plywood');
  expect(optics().hours).toBe(3.5);
});

test('the past weighed anew, unknown materials with it; the arithmetic sums to the counter exactly', () => {
  log('plywood');
  log(null);
  log('acrylic', { airAssist: false });
  must(changeWeight(shop, tester, plywood(null, 2.3333)));
  // by hand: plywood, the unknown hour as the mix before it, acrylic 0.6 with the air off 3
  expect(optics().hours).toBeCloseTo(2.3333 * 2 + 0.6 * 3, 6);
  const rows = stationArithmetic(
    shop,
    [{ machineId, from: -Infinity, to: Infinity }],
    'optics',
    optics().since,
    shop.clock.now,
  );
  const sum = rows.reduce((total, row) => total + row.soilMilliseconds, 0);
  expect(millisecondsToHours(sum)).toBe(optics().hours);
  expect(standingEntries(shop.db, ['soil weights'])).toHaveLength(1);
});

test('what was decided is kept with who, why and since when', () => {
  must(changeWeight(shop, tester, plywood(null, 2)));
  must(changeWeight(shop, tester, plywood(shop.clock.now, 3)));
  const line = weightLines(shop).find(({ label }) => label === 'cut plywood')!;
  expect(line.weight.optics).toBe(3);
  expect(line.start!.optics).toBe(1);
  expect(line.history.map(({ weight, person, from }) => [weight.optics, person, from])).toEqual([
    [3, 'Tester', shop.clock.now],
    [2, 'Tester', null],
  ]);
  expect(weightLines(shop).find(({ label }) => label === 'cut cork')!.history).toEqual([]);
});

test('a preview says what would become due and writes nothing', () => {
  for (let n = 0; n < 3; n++) log('plywood');
  const before = optics().hours;
  const shares: number[] = [];
  const preview = must(
    previewWeight(shop, tester, plywood(null, 3), (share) => shares.push(share)),
  );
  const window = preview.changed.find(
    ({ station, task }) => station === 'Protective window' && task.startsWith('Wipe'),
  )!;
  expect(window.before).toEqual({ used: 3 / 5, state: 'clear' });
  expect(window.after).toEqual({ used: 9 / 5, state: 'past due' });
  expect(optics().hours).toBe(before);
  expect(standingEntries(shop.db, ['soil weights'])).toEqual([]);
  expect(shares.at(-1)).toBe(1);
  expect(must(changeWeight(shop, tester, plywood(null, 3)))).toBeTruthy();
  expect(optics().hours).toBe(9);
});

test('an own material can be logged; chlorinated plastics, negative weights and taken words cannot', () => {
  const own = (name: string, weight = 1.2, aliases: string[] = []): WeightInput => ({
    what: {
      change: 'material',
      name,
      aliases,
      works: [{ process: 'cut', weight: perGroup(() => weight) }],
    },
    from: null,
    reason: 'feels like card with more tar',
  });
  expect(refusal(changeWeight(shop, tester, own('banner vinyl')))).toMatch(/chlorine/);
  expect(refusal(changeWeight(shop, tester, own('banner', 1, ['soft PVC'])))).toMatch(/chlorine/);
  expect(refusal(changeWeight(shop, tester, own('birch bark', -0.1)))).toMatch(/0 or more/);
  expect(refusal(changeWeight(shop, tester, own('birch bark', NaN)))).toMatch(/number/);
  expect(refusal(changeWeight(shop, tester, own('pine')))).toMatch(/already stands for/);
  expect(refusal(changeWeight(shop, tester, { ...own('birch bark'), reason: ' ' }))).toMatch(
    /rests on/,
  );
  expect(
    refusal(
      logSession(shop, tester, {
        machineId,
        start: shop.clock.now,
        runSeconds: 60,
        material: 'birch bark',
        key: 'not-yet-known',
      }),
    ),
  ).toMatch(/Unknown material/);
  must(changeWeight(shop, tester, own('birch bark', 1.25)));
  log('Birch  bark');
  expect(optics().hours).toBe(1.25);
});

describe('while the past is weighed anew', () => {
  /** All that is derived, as it is kept and as it is when it is built anew. */
  const derived = () => [allHours(shop.db), allOdometers(shop.db)];
  const expectWhole = () => {
    const keptSo = derived();
    rebuildUsage(shop);
    expect(keptSo).toEqual(derived());
  };
  /** Weighs, with something done by others once the machines have been worked out. */
  const weighedBeside = (meanwhile: () => void, weight = 2) => {
    let told = 0;
    const outcome = changeWeight(shop, tester, plywood(null, weight), () => {
      if (told++ === 0) meanwhile();
    });
    expect(told).toBeGreaterThan(0);
    return outcome;
  };

  it('others write without a wait', () => {
    for (let n = 0; n < 3; n++) log('plywood');
    const beside = openRecords(shop.dataDir, { waitMs: 0 });
    const person = () =>
      beside.$client
        .prepare(`insert into setting (name, value) values ('written beside', '1')`)
        .run();
    must(weighedBeside(() => void person()));
    beside.$client.close();
    expect(optics().hours).toBe(6);
    expectWhole();
  });

  it('what they logged, on that machine or another, has the new weight too', () => {
    log('plywood');
    const other = addTestMachine(shop, 'Heron').id;
    log('plywood', { machineId: other });
    must(weighedBeside(() => void (log('plywood'), log(null))));
    expect(optics().hours).toBe(6);
    expectWhole();
  });

  it('what they took back is not counted, and a machine that came meanwhile is weighed', () => {
    const { entryId } = log('plywood');
    log('plywood');
    must(
      weighedBeside(() => {
        must(correctSession(shop, tester, { entryId, reason: 'twice', change: null }));
        log('plywood', { machineId: addTestMachine(shop, 'Heron').id });
      }),
    );
    expect(optics().hours).toBe(2);
    expectWhole();
  });

  it('another change of the table holds beside it, and where it takes the name, the later is refused', () => {
    log('plywood');
    log('acrylic');
    const acrylic = { change: 'work', name: 'acrylic', process: 'cut' } as const;
    const weight = perGroup(() => 5);
    must(
      weighedBeside(() =>
        must(changeWeight(shop, tester, { ...plywood(null, 5), what: { ...acrylic, weight } })),
      ),
    );
    expect(optics().hours).toBe(2 + 5);
    expectWhole();
    const bark: WeightInput = {
      what: {
        change: 'material',
        name: 'birch bark',
        aliases: [],
        works: [{ process: 'cut', weight: perGroup(() => 1.25) }],
      },
      from: null,
      reason: 'test',
    };
    let told = 0;
    const late = changeWeight(shop, tester, bark, () => {
      if (told++ === 0) must(changeWeight(shop, tester, bark));
    });
    expect(refusal(late)).toMatch(/in the table already/);
    expect(standingEntries(shop.db, ['soil weights'])).toHaveLength(3);
    expectWhole();
  });
});

test('the lines of the table name each material and factor', () => {
  const labels = weightLines(shop).map(({ label }) => label);
  expect(labels).toEqual(
    expect.arrayContaining(['cut plywood', 'air assist off ×', 'draught weak ×', 'draught off ×']),
  );
  expect(new Set(labels).size).toBe(labels.length);
});
