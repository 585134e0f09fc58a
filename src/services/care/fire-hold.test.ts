import { fireLoad } from '../../core/care/fire-load';
import { changeSetting } from '../setup/settings';
import { readiness } from '../machines/readiness';
import { holdMachine } from '../machines/holds';
import { shopBoard } from '../today/board';
import { inMinutes } from '../today/choice';
import { recordCare } from './care';
import { dueMachines } from './due';
import { addTestMachine, cutPlywood, must, eachTestShop, refusal, tester } from '../testing/shop';

const shop = eachTestShop();
let id: string;
beforeEach(() => {
  id = addTestMachine(shop).id;
  addTestMachine(shop, 'Heron', 'co2-glass-tube');
});

const limit = (value: string) => changeSetting(shop, tester, { name: 'fire-hold', value });
const held = () => shopBoard(shop).holds.map(({ machineId, why }) => [machineId, why]);
/** Cleans whatever guards against fire. */
function cleanFire(): void {
  for (const { stations } of dueMachines(shop).filter((one) => one.id === id)) {
    for (const station of stations) {
      for (const { task } of station.tasks) {
        if (task.criticality !== 'fire') continue;
        const at = shop.clock.now;
        const result = task.lookOnly ? 'looked-fine' : 'done';
        must(recordCare(shop, tester, { stationId: station.id, task: task.key, at, result }));
      }
    }
  }
}

test('a fire load holds nothing until the shop says so, and then until it is cleaned out', () => {
  cutPlywood(shop, id, 40);
  expect(held()).toEqual([]);
  expect(readiness(shop, id).verdict).toBe('care');
  must(limit('150'));
  expect(held()).toEqual([[id, 'fire load']]);
  expect(readiness(shop, id)).toMatchObject({
    verdict: 'no',
    headline: expect.stringMatching(/^On hold: fire load over 999 %: /),
  });
  expect(readiness(shop, id).reasons[0]).toMatch(/^Too much in it can burn .*when that is cleaned/);
  // it may be cleaned, so it is offered
  expect(
    inMinutes(shop, shopBoard(shop), 60).offers.some(({ machineId }) => machineId === id),
  ).toBe(true);
  cleanFire();
  expect(held()).toEqual([]);
  expect(readiness(shop, id).verdict).not.toBe('no');
});

test('held from the limit on and not before it, to the percent; 0 takes it back', () => {
  cutPlywood(shop, id, 2);
  const { share } = fireLoad(dueMachines(shop).find((one) => one.id === id)!.stations)!;
  const percent = Math.floor(share * 100);
  expect(percent).toBeGreaterThanOrEqual(100);
  expect(percent).toBeLessThan(500);
  must(limit(String(percent)));
  expect(held()).toEqual([[id, 'fire load']]);
  must(limit(String(percent + 1)));
  expect(held()).toEqual([]);
  must(limit(String(percent)));
  must(limit('0'));
  expect(held()).toEqual([]);
});

test('what is held already is not held twice', () => {
  cutPlywood(shop, id, 40);
  must(limit('100'));
  must(holdMachine(shop, tester, { machineId: id, words: 'the lid is loose' }));
  expect(held()).toEqual([[id, 'by hand']]);
});

test.each(['50', '501', 'often', '-100', '1e2'])('%s is no limit', (value) => {
  expect(refusal(limit(value))).toMatch(/From 100 to 500 percent/);
  expect(shop.fireHold).toBeNull();
});
