import { listStations } from '../../records/machines';
import { dueMachines } from './due';
import { dueAs } from './due-as';
import { callTask, callByReading, deferTask, suggestedCalls } from './call-or-defer';
import { recordCare } from './care';
import { addTestMachine, cutPlywood, must, eachTestShop, refusal, tester } from '../testing/shop';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});
const machine = () => dueMachines(shop, shop.now(), machineId)[0]!;
const tasks = () =>
  machine().stations.flatMap((station) => station.tasks.map((due) => ({ station, due })));
const one = (slug: string, key: string) =>
  tasks().find(({ station, due }) => station.slug === slug && due.task.key === key)!.due;
const stationId = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;
const call = (slug: string, task: string) =>
  must(callTask(shop, tester, { stationId: stationId(slug), task, sign: 'seen' }));
const putOff = (slug: string, task: string, until: object = { kind: 'run', hours: 3 }) => {
  shop.clock.now += 1000;
  return deferTask(shop, tester, {
    stationId: stationId(slug),
    task,
    reason: 'fair',
    until: until as never,
  });
};

describe('as what a task is due', () => {
  test('not at all, due, put off with a reason, and due again when it was done and called', () => {
    expect(dueAs(one('window', 'wipe'))).toBeNull();
    expect(refusal(putOff('window', 'wipe'))).toBe('It is not due: there is nothing to put off.');
    call('window', 'wipe');
    expect(dueAs(one('window', 'wipe'))).toBe('due');
    must(putOff('window', 'wipe'));
    expect(dueAs(one('window', 'wipe'))).toBe('put off');
    shop.clock.now += 1000;
    must(
      recordCare(shop, tester, {
        stationId: stationId('window'),
        task: 'wipe',
        at: shop.clock.now,
      }),
    );
    expect(dueAs(one('window', 'wipe'))).toBeNull();
  });

  test('what can burn stays on every list, put off or not', () => {
    const fire = tasks().find(
      ({ due }) =>
        due.task.criticality === 'fire' && dueAs(due) === null && due.task.depth === 'clean',
    )!;
    call(fire.station.slug, fire.due.task.key);
    must(
      putOff(fire.station.slug, fire.due.task.key, {
        kind: 'date',
        at: shop.clock.now + 3_600_000,
      }),
    );
    const now = one(fire.station.slug, fire.due.task.key);
    expect(now.deferral).not.toBeNull();
    expect(dueAs(now)).toBe('due');
  });

  test('what follows every job is listed by itself', () => {
    cutPlywood(shop, machineId, 2);
    const debris = tasks().find(({ station }) => station.kind === 'debris')!.due;
    expect(dueAs(debris)).toBe('after job');
  });
});

describe('what calls a cleaning', () => {
  test('a task that is not there is neither called nor put off', () => {
    const gone = { stationId: stationId('window'), task: 'polish' };
    expect(refusal(callTask(shop, tester, { ...gone, sign: 'seen' }))).toContain('no longer there');
    expect(refusal(putOff('window', 'polish'))).toContain('no longer there');
    expect(refusal(callTask(shop, tester, { ...gone, stationId: 'gone', sign: 'x' }))).toContain(
      'no longer there',
    );
  });

  test('signs suggest the lightest cleaning of the likeliest stations, at most four', () => {
    const suggested = suggestedCalls(machine(), ['weak']);
    expect(suggested.length).toBeGreaterThan(0);
    expect(suggested.length).toBeLessThanOrEqual(4);
    for (const { stationId: at, task, station, name, used, due } of suggested) {
      const found = tasks().find((row) => row.station.id === at && row.due.task.key === task)!;
      expect([station, name, used]).toEqual([
        found.station.name,
        found.due.task.name,
        found.due.standing.used,
      ]);
      expect(due).toBe(false);
    }
    expect(suggestedCalls(machine(), [])).toEqual([]);
    const [first] = suggested;
    must(callTask(shop, tester, { stationId: first!.stationId, task: first!.task, sign: 'seen' }));
    expect(suggestedCalls(machine(), ['weak'])[0]!.due).toBe(true);
  });

  test('a reading calls the lightest cleaning where nothing calls it yet, of a machine that is there', () => {
    const called = () =>
      tasks()
        .filter(({ due }) => due.call !== null)
        .map(({ station, due }) => [station.kind, due.task.key]);
    const read = (of: string) =>
      callByReading(shop, tester, {
        machineId: of,
        kinds: ['window', 'lens'],
        sign: 'it reads low',
        at: shop.clock.now,
      });
    read('nowhere');
    expect(called()).toEqual([]);
    read(machineId);
    const once = called();
    expect(once).toContainEqual(['window', 'wipe']);
    expect(one('window', 'wipe').call).toMatchObject({ sign: 'it reads low' });
    shop.clock.now += 1000;
    read(machineId);
    expect(called()).toEqual(once);
    expect(one('window', 'wipe').call!.at).toBe(shop.clock.now - 1000);
  });
});
