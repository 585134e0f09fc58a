import { arrange, sheetMinutes } from '../../core/cleaning/run';
import { dueMachines } from '../care/due';
import { callTask } from '../care/call-or-defer';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';
import { dueLoads } from './due-loads';
import { sheetMinutesFinder } from './sheet-minutes';
import { draftRun } from './sheets';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});
const call = (slug: string, task: string) => {
  const station = dueMachines(shop, shop.now(), machineId)[0]!.stations.find(
    (one) => one.slug === slug,
  )!;
  must(callTask(shop, tester, { stationId: station.id, task, sign: 'seen' }));
  return { stationId: station.id, task };
};
const load = () => dueLoads(shop, dueMachines(shop)).get(machineId)!;

test('a machine on which nothing is due takes nothing', () => {
  expect(load()).toEqual({ due: 0, tasks: [], takes: null });
});

test('what is due takes what the very sheet of it takes', () => {
  const picked = [call('window', 'wipe'), call('frame', 'wipe')];
  const { due, tasks, takes } = load();
  expect(due).toBe(2);
  expect(tasks.map(({ stationId, task }) => `${stationId} ${task}`).sort()).toEqual(
    picked.map(({ stationId, task }) => `${stationId} ${task}`).sort(),
  );
  const run = must(draftRun(shop, machineId, tasks));
  expect(takes).toEqual(sheetMinutes(arrange(run, new Map(), null)));
  expect(takes!.handsOn).toBeGreaterThan(0);
});

test('minutes of what cannot be drawn up are refused in words', () => {
  const minutesOf = sheetMinutesFinder(shop);
  const one = [{ stationId: 'gone', task: 'wipe' }];
  expect(minutesOf({ machineId }, one).ok).toBe(false);
  expect(minutesOf({ moduleId: 'gone' }, one).ok).toBe(false);
  expect(minutesOf({ machineId: 'gone' }, one).ok).toBe(false);
});
