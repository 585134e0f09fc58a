import type { z } from 'zod';
import { bookPage, strikeEntry } from '../../audit-log/audit-log';
import { listStations, machineById } from '../../../records/machines';
import { recordDone } from '../../care/done-already';
import { dueMachines } from '../../care/due';
import { diagnose } from '../../faults/diagnosis';
import { readFault } from '../../faults/faults';
import { reportFault } from '../../faults/report';
import {
  addTestMachine,
  cutPlywood,
  must,
  eachTestShop,
  refusal,
  tester,
} from '../../testing/shop';
import { benchFacts, benchProofs } from './answers';
import { latestReadings, readingsOf, recordReading } from './bench';
import { benchPresets, benchTools, filterOutlook } from './bench-view';
import { roomHumidity } from './room';
import type { readingInput } from './reading-input';

const hour = 3_600_000;
const shop = eachTestShop();
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop, 'Gannet', 'co2-glass-tube').id;
});

type Taken = z.input<typeof readingInput>;
const take = (taken: Taken, more: { baseline?: boolean; key?: string; at?: number } = {}) =>
  recordReading(shop, tester, { machineId, taken, key: `reading-${keys++}`, ...more });
const air = (velocity: number, wind = false): Taken => ({
  instrument: 'draught',
  diameter: 125,
  velocities: Array.from({ length: 10 }, () => velocity),
  wind,
});
const belt = (name: string, hertz: number): Taken => ({
  instrument: 'belt',
  belt: name,
  mass: 0.0084,
  span: 0.2,
  hertz,
});
const corners = [
  { place: 'front left', x: 0, y: 0 },
  { place: 'front right', x: 600, y: 0 },
  { place: 'rear left', x: 0, y: 400 },
  { place: 'rear right', x: 600, y: 400 },
  { place: 'middle', x: 300, y: 200 },
];
/** Dots of mirror 2 out by so many milliradians. */
const dots = (mrad: number): Taken => ({
  instrument: 'dots',
  lead: { first: 150, second: 120 },
  mount: { pitch: 0.7, lever: 40 },
  tolerance: 0.3,
  dots: corners.map((at) => ({
    ...at,
    h: (2 * mrad * (120 + at.x)) / 1000,
    v: 0,
    clipped: null,
  })),
});
const called = () =>
  dueMachines(shop, shop.now(), machineId)[0]!.stations.flatMap(({ slug, tasks }) =>
    tasks.flatMap(({ call }) => (call?.sign ? [`${slug}: ${call.sign}`] : [])),
  );

describe('a reading', () => {
  it('is held against the baseline of the same before it', () => {
    expect(must(take(air(5), { baseline: true })).state).toBe('as it was');
    shop.clock.now += hour;
    expect(must(take(air(4.5)))).toMatchObject({
      state: 'as it was',
      words: '199 m³/h, 90 % of the baseline',
    });
    shop.clock.now += hour;
    must(take(air(4.5), { baseline: true }));
    shop.clock.now += hour;
    expect(must(take(air(4.5))).words).toContain('100 % of the baseline');
    // one belt says nothing of another
    expect(must(take(belt('X belt', 75))).state).toBe('first');
  });

  it('that is off calls the fan and the duct, and not where there is wind', () => {
    must(take(air(5), { baseline: true }));
    shop.clock.now += hour;
    must(take(air(3, true)));
    expect(called()).toEqual([]);
    shop.clock.now += hour;
    must(take(air(3)));
    expect(called()).toEqual(['duct-fan: flow of the duct: 133 m³/h, 60 % of the baseline']);
  });

  it('of spent coolant calls its change', () => {
    must(
      take({
        instrument: 'coolant',
        water: 20,
        room: null,
        humidity: null,
        conductivity: 240,
        flow: null,
        level: 'full',
      }),
    );
    expect(called()).toEqual([expect.stringMatching(/^coolant: coolant: .*240 µS\/cm/)]);
  });

  it('of a filter at twice its clean resistance calls the filter, whatever the fan gives meanwhile', () => {
    const plover = addTestMachine(shop, 'Plover', 'co2-metal-tube').id;
    const read = (pressure: number, flow: number, baseline = false) =>
      must(
        recordReading(shop, tester, {
          machineId: plover,
          taken: { instrument: 'filter', pressure, flow },
          baseline,
          key: `filter-${keys++}`,
        }),
      );
    read(50, 100, true);
    for (let week = 1; week <= 3; week++) {
      cutPlywood(shop, plover, 7);
      shop.clock.now += 7 * 24 * hour;
      // less flow through it: the same 50 Pa says more
      expect(read(50, 100 - 5 * week)).toMatchObject({ state: 'as it was' });
    }
    const outlook = filterOutlook(shop, plover)!;
    expect(outlook.perHour).toBeGreaterThan(0);
    expect(outlook.hoursLeft!.likely).toBeGreaterThan(0);
    expect(filterOutlook(shop, machineId)).toBeNull();
    shop.clock.now += hour;
    expect(read(50, 70)).toMatchObject({
      state: 'off',
      words: '102 Pa at 100 m³/h, 204 % of the baseline',
    });
    const due = dueMachines(shop, shop.now(), plover)[0]!;
    const calls = due.stations.filter(({ tasks }) => tasks.some(({ call }) => call?.sign));
    expect(calls.map(({ kind }) => kind)).toEqual(['filter']);
  });

  it('tells before from after: what was cleaned since the first one stands with its page', () => {
    const station = (kind: string) =>
      listStations(shop.db, machineId).find((one) => one.kind === kind)!.id;
    const clean = (kind: string, task: string) => {
      const done = { machineId, at: shop.now(), finding: null, key: `cleaned-${keys++}` };
      must(recordDone(shop, tester, { ...done, tasks: [{ stationId: station(kind), task }] }));
    };
    const cleaned = (slug: string) =>
      benchTools(shop, machineId).find((tool) => tool.slug === slug)!.cleaned;
    clean('inline-fan', 'clean');
    shop.clock.now += hour;
    must(take(air(5), { baseline: true }));
    expect(cleaned('draught')).toEqual([]);
    shop.clock.now += hour;
    clean('inline-fan', 'clean');
    clean('lens', 'wipe');
    expect(cleaned('draught')).toEqual([shop.now()]);
    expect(cleaned('dots')).toEqual([]);
    const machine = machineById(shop.db, machineId)!;
    expect(benchPresets(shop, machine).coolantChanged).toBeNull();
    clean('coolant', 'change');
    expect(benchPresets(shop, machine).coolantChanged).toBe(shop.now());
  });

  it('of the room’s humidity is heard at every machine for a day', () => {
    const other = addTestMachine(shop, 'Plover', 'co2-desktop').id;
    const humid = (value: number, name = 'Room humidity', unit = '%') =>
      take({ instrument: 'gauge', name, unit, value, low: null, high: 65 });
    expect(roomHumidity(shop)).toBeNull();
    must(humid(58));
    must(humid(12, 'Humidity of the chiller'));
    must(humid(12, 'Room humidity', 'g/m³'));
    expect(roomHumidity(shop)).toBe(0.58);
    shop.clock.now += 20 * hour;
    must(
      recordReading(shop, tester, {
        machineId: other,
        taken: {
          instrument: 'coolant',
          water: 20,
          room: 21,
          humidity: 0.71,
          conductivity: null,
          flow: null,
          level: null,
        },
        key: 'damp-coolant',
      }),
    );
    expect(roomHumidity(shop)).toBe(0.71);
    shop.clock.now += 25 * hour;
    expect(roomHumidity(shop)).toBeNull();
  });

  it('sent twice is one, and calls once', () => {
    must(take(air(5), { baseline: true }));
    shop.clock.now += hour;
    const first = must(take(air(3), { key: 'the-same-press' }));
    const second = must(take(air(3), { key: 'the-same-press' }));
    expect(second.id).toBe(first.id);
    expect(readingsOf(shop, machineId)).toHaveLength(2);
    expect(called()).toHaveLength(1);
  });

  it('that says nothing is refused in words, and nothing is kept', () => {
    const hole = { ...air(5), velocities: [1, 2, 3] } as Taken;
    expect(refusal(take(hole))).toContain('10 places');
    expect(refusal(take(air(0)))).toContain('No air anywhere');
    expect(refusal(take(belt('', 75)))).toContain('Name the belt');
    expect(refusal(take(belt('X', Number.NaN)))).toContain('Give the tone');
    const row = {
      ...dots(1),
      dots: [0, 1, 2, 3].map((x) => ({ ...corners[0]!, x, h: 0, v: 0, clipped: null })),
    };
    expect(refusal(take(row as Taken))).toContain('both ways across the bed');
    expect(refusal(take({ ...dots(1), dots: [] } as Taken))).toContain('4 dots or more');
    expect(refusal(take(air(5), { at: shop.clock.now + hour }))).toContain('lies ahead');
    expect(readingsOf(shop, machineId)).toEqual([]);
  });

  it('struck through counts no more', () => {
    const { id } = must(take(air(9), { baseline: true }));
    shop.clock.now += hour;
    expect(must(take(air(5))).state).toBe('off');
    must(strikeEntry(shop, tester, 'technician', id, 'anemometer held the wrong way'));
    const [only] = readingsOf(shop, machineId);
    expect(only).toMatchObject({ state: 'first' });
  });

  it('stands in the book in words', () => {
    must(take(belt('Y belt, left', 75), { baseline: true }));
    const [line] = bookPage(shop, { kinds: ['reading'] }, 10);
    expect(line!.what).toBe('Baseline: Y belt, left, 7.56 N');
  });

  it('of one belt is held against its other side of the same day', () => {
    must(take(belt('Y belt, left', 75)));
    shop.clock.now += hour;
    expect(must(take(belt('Y belt, right', 60))).state).toBe('off');
    shop.clock.now += 48 * hour;
    expect(must(take(belt('Y belt, right', 60))).state).toBe('first');
    expect(latestReadings(readingsOf(shop, machineId)).map(({ name }) => name)).toEqual([
      'Y belt, right',
      'Y belt, left',
    ]);
  });
});

describe('a diagnosis', () => {
  const report = () =>
    must(
      reportFault(shop, tester, {
        machineId,
        signs: ['corner'],
        key: `bench-fault-${keys++}`,
      }),
    ).faultId;
  const misaligned = (faultId: string) =>
    diagnose(shop, readFault(shop, faultId)!).causes.find(({ id }) => id === 'misaligned')!
      .probability;

  it('is answered by dots read since the report', () => {
    const faultId = report();
    const before = misaligned(faultId);
    shop.clock.now += hour;
    must(take(dots(2)));
    const after = diagnose(shop, readFault(shop, faultId)!);
    expect(after.answers.map(({ check }) => check)).toContain('dots');
    expect(misaligned(faultId)).toBeGreaterThan(before);
    shop.clock.now += hour;
    must(take(dots(0)));
    expect(misaligned(faultId)).toBeLessThan(before);
  });

  it('is moved by what the bench said shortly before it, and not by what is long past', () => {
    must(take(dots(2)));
    expect(benchFacts(shop, machineId, shop.clock.now)).toEqual({ dots: 'out' });
    expect(benchFacts(shop, machineId, shop.clock.now + 15 * 24 * hour)).toEqual({});
    shop.clock.now += 15 * 24 * hour;
    const old = misaligned(report());
    must(take(dots(2)));
    shop.clock.now += hour;
    expect(misaligned(report())).toBeGreaterThan(old);
  });

  it('hears of wind from the reading of the draught nearest to it, within a day', () => {
    const wind = () => benchFacts(shop, machineId, shop.clock.now).wind;
    must(take(air(6)));
    expect(wind()).toBe(false);
    shop.clock.now += 20 * hour;
    must(take(air(3, true)));
    shop.clock.now += hour;
    expect(wind()).toBe(true);
    const blown = (faultId: string) =>
      diagnose(shop, readFault(shop, faultId)!).causes.find(({ id }) => id === 'back-draught')!;
    const smoke = () =>
      must(reportFault(shop, tester, { machineId, signs: ['smoke'], key: `wind-key-${keys++}` }))
        .faultId;
    const windy = blown(smoke());
    expect(windy.because.map(({ words }) => words)).toContain('Wind on the outlet');
    shop.clock.now += 25 * hour;
    expect(wind()).toBeUndefined();
    expect(blown(smoke()).probability).toBeLessThan(windy.probability);
  });

  it('has its proof read at the bench after the repair', () => {
    const fault = { machineId, at: shop.clock.now, steps: [] };
    expect(benchProofs(shop, fault).map(({ read }) => read)).toEqual([null, null]);
    shop.clock.now += hour;
    must(take(dots(0)));
    expect(benchProofs(shop, fault)[0]).toMatchObject({
      proof: 'dots',
      href: `/machines/${machineId}/bench/dots`,
      read: { state: 'as it was' },
    });
    const repaired = [{ kind: 'repair', at: shop.clock.now + hour, struck: false }];
    expect(benchProofs(shop, { ...fault, steps: repaired })[0]!.read).toBeNull();
  });
});
