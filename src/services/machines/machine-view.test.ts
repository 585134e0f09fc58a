import { stationKind } from '../../catalogue/catalogue';
import { listStations } from '../../records/machines';
import { correctCare, recordCare } from '../care/care';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';
import {
  allMachines,
  findMachine,
  machineNames,
  stationHistory,
  stationPlace,
} from './machine-view';
import { removeStation, retireMachine } from './machines';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});
const window = () => listStations(shop.db, machineId).find(({ slug }) => slug === 'window')!;
const wipe = (more: object = {}) =>
  must(
    recordCare(shop, tester, { stationId: window().id, task: 'wipe', at: shop.clock.now, ...more }),
  ).entryId;

test('what happened at a station, newest first, what was struck through with it', () => {
  const first = wipe({ finding: 'haze', minutes: 3, note: 'a hair' });
  shop.clock.now += 60_000;
  const second = wipe({ method: 'lens tissue' });
  must(correctCare(shop, tester, { entryId: first, reason: 'never done', change: null }));
  const { id: stationId } = window();
  expect(stationHistory(shop, stationId)).toEqual([
    {
      id: second,
      at: shop.clock.now,
      person: 'Tester',
      task: 'wipe',
      result: 'done',
      finding: null,
      method: 'lens tissue',
      minutes: null,
      note: null,
      struck: false,
      bench: false,
    },
    expect.objectContaining({
      id: first,
      finding: 'haze',
      minutes: 3,
      note: 'a hair',
      struck: true,
    }),
  ]);
  expect(stationHistory(shop, stationId, 1).map(({ id }) => id)).toEqual([second]);
  expect(stationHistory(shop, 'nowhere')).toEqual([]);
});

test('machines are found with the retired ones, and named without their secrets', () => {
  const robin = addTestMachine(shop, 'Robin').id;
  must(retireMachine(shop, tester, { machineId: robin, reason: 'sold' }));
  expect(findMachine(shop, robin)).toMatchObject({ nickname: 'Robin', retiredAt: shop.clock.now });
  expect(findMachine(shop, 'nowhere')).toBeNull();
  expect(allMachines(shop).map(({ nickname }) => nickname)).toEqual(['Wren', 'Robin']);
  expect(machineNames(shop, { retired: false })).toEqual([{ id: machineId, nickname: 'Wren' }]);
  expect(machineNames(shop, { retired: true }).map(({ id }) => id)).toEqual([machineId, robin]);
});

test('a station in words, with the groups its tasks count, until it is gone', () => {
  const { id, name, kind } = window();
  expect(stationPlace(shop, id)).toEqual({
    stationId: id,
    machineId,
    station: name,
    machine: 'Wren',
    groups: stationKind(kind).tasks.map(({ group }) => group),
  });
  must(removeStation(shop, tester, id));
  expect(stationPlace(shop, id)).toBeNull();
  expect(stationPlace(shop, 'nowhere')).toBeNull();
});
