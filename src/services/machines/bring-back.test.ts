import { dueMachines } from '../care/due';
import { logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { machineOfLabel } from './labels';
import {
  addStation,
  bringBackMachine,
  removeStation,
  requireMachine,
  restoreStation,
  retireMachine,
  stationsGone,
} from './machines';

const shop = eachTestShop();
let id: string;
beforeEach(() => {
  ({ id } = addTestMachine(shop));
});

const stations = () => dueMachines(shop, shop.now(), id)[0]!.stations;
const window = () => stations().find(({ kind }) => kind === 'window')!;
const run = () => {
  const start = shop.clock.now;
  shop.clock.now += 3_600_000;
  must(logSession(shop, tester, { machineId: id, start, runSeconds: 3600, key: `gone-${start}` }));
};

test('a removed station comes back with its counters as if it had never gone', () => {
  run();
  const { id: stationId, name } = window();
  must(removeStation(shop, tester, stationId));
  expect(stations().some((one) => one.id === stationId)).toBe(false);
  expect(stationsGone(shop, id)).toEqual([{ id: stationId, name }]);
  run();
  must(restoreStation(shop, tester, stationId));
  expect(window().tasks[0]!.counters.runSeconds).toBe(7200);
  expect(stationsGone(shop, id)).toEqual([]);
  must(restoreStation(shop, tester, stationId)); // twice is once
});

test('not beside another of its name', () => {
  const { id: stationId, name } = window();
  must(removeStation(shop, tester, stationId));
  must(addStation(shop, tester, { machineId: id, kind: 'window', name }));
  expect(refusal(restoreStation(shop, tester, stationId))).toContain('rename that one first');
});

test('a retired machine comes back as it was, under a new label', () => {
  run();
  const { labelToken } = must(requireMachine(shop, id));
  must(retireMachine(shop, tester, { machineId: id, reason: 'lent' }));
  expect(dueMachines(shop)).toEqual([]);
  must(bringBackMachine(shop, tester, id));
  expect(window().tasks[0]!.counters.runSeconds).toBe(3600);
  expect(machineOfLabel(shop, labelToken)).toBeNull();
  expect(must(requireMachine(shop, id)).labelToken).not.toBe(labelToken);
});
