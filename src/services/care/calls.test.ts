import { isDue } from '../../core/care/due';
import { listStations } from '../../records/machines';
import { signOffSheet } from '../cleaning/sign-off';
import { startSheet } from '../cleaning/sheets';
import { press } from '../cleaning/events';
import { openFault } from '../faults/open-fault';
import { addTestMachine, must, eachTestShop, pressAllInOrder, tester } from '../testing/shop';
import { recordCare } from './care';
import { dueMachines } from './due';

const shop = eachTestShop();
let machineId: string;
const day = 86_400_000;

beforeEach(() => {
  shop.clock.now = Date.UTC(2026, 7, 1, 8);
  machineId = addTestMachine(shop).id;
});

const stationOf = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;

/** The stations at which something is called, with the sign. */
const called = () =>
  Object.fromEntries(
    dueMachines(shop, shop.now(), machineId)[0]!.stations.flatMap(({ slug, tasks }) =>
      tasks.flatMap(({ call, task, standing }) =>
        call && isDue(standing.state) ? [[`${slug} ${task.key}`, call.sign]] : [],
      ),
    ),
  );

const fault = (...signs: string[]) =>
  openFault(shop, tester, {
    machineId,
    at: shop.now(),
    signs,
    danger: 'degraded',
    note: null,
  });

test('an alarm calls the glass, a bump the rail and its wheels, smoke with soot the bed; one alone calls none of it', () => {
  fault('smoke');
  fault('backsoot');
  fault('weak');
  expect(called()).toEqual({});
  fault('alarm');
  expect(called()).toEqual({ 'window wipe': 'The machine shows or sounds an alarm' });
  fault('bump');
  const rails = Object.keys(called()).filter((one) => /rail|wheel|rods/.test(one));
  expect(rails.length).toBeGreaterThan(0);
  expect(Object.keys(called())).toHaveLength(1 + rails.length);
  fault('smoke', 'backsoot');
  expect(Object.keys(called())).toContain('honeycomb clean');
});

test('a second fault with the same sign calls nothing twice; cleaning answers the call', () => {
  fault('alarm');
  fault('alarm');
  shop.clock.now += 60_000;
  const stationId = stationOf('window');
  must(recordCare(shop, tester, { stationId, task: 'wipe', at: shop.now() }));
  expect(called()).toEqual({});
});

test('a frame found dirty calls the round, but not what was cleaned since it was wiped before', () => {
  const care = (slug: string, task: string, finding?: 'haze' | 'soiled' | 'caked') =>
    must(
      recordCare(shop, tester, {
        stationId: stationOf(slug),
        task,
        at: shop.now(),
        finding: finding ?? null,
      }),
    );
  care('frame', 'wipe');
  shop.clock.now += day;
  care('window', 'wipe');
  shop.clock.now += day;
  care('frame', 'wipe', 'haze');
  expect(called()).toEqual({});
  shop.clock.now += day;
  care('honeycomb', 'clean');
  shop.clock.now += day;
  care('frame', 'wipe', 'soiled');
  expect(called()['window wipe']).toBe('frame found soiled');
  expect(Object.keys(called())).not.toContain('honeycomb clean');
  expect(Object.keys(called()).some((one) => one.startsWith('frame'))).toBe(false);
});

test('on a sheet the round is called at its end: what was cleaned on it is not', () => {
  const tasks = [
    { stationId: stationOf('window'), task: 'wipe' },
    { stationId: stationOf('frame'), task: 'wipe' },
  ];
  const sheet = must(startSheet(shop, tester, { machineId, tasks }));
  const mark = (stationId: string, finding: 'clear' | 'caked') =>
    must(
      press(shop, tester, sheet.row.id, [
        { kind: 'mark', task: `${stationId}.wipe`, change: { result: 'done', finding } },
      ]),
    );
  shop.clock.now += 60_000;
  mark(stationOf('window'), 'clear');
  shop.clock.now += 60_000;
  mark(stationOf('frame'), 'caked');
  shop.clock.now += 60_000;
  pressAllInOrder(shop, sheet.row.id);
  must(signOffSheet(shop, tester, sheet.row.id));
  const round = Object.keys(called());
  expect(round).toContain('honeycomb clean');
  expect(round).not.toContain('window wipe');
});
