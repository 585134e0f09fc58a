import { chooseTasks } from '../../core/care/choose';
import { shopBoard } from './board';
import { choosable } from './choice';
import { holdMachine } from '../machines/holds';
import { callTask, deferTask } from '../care/call-or-defer';
import { logSession } from '../usage/sessions';
import {
  addTestMachine,
  dropTestShop,
  must,
  openTestShop,
  tester,
  type TestShop,
} from '../testing/shop';

let shop: TestShop;
let machineId: string;
const day = 86_400_000;

beforeEach(() => {
  shop = openTestShop();
  shop.clock.now = Date.UTC(2026, 9, 1, 8);
  machineId = addTestMachine(shop).id;
});
afterEach(() => dropTestShop(shop));

const candidates = () => choosable(shop, shopBoard(shop));
const run = (hours: number) => {
  const start = shop.clock.now;
  shop.clock.now += hours * 3_600_000;
  must(
    logSession(shop, tester, {
      machineId,
      start,
      runSeconds: hours * 3600,
      material: 'plywood',
      process: 'cut',
      key: `choice-${start}`,
    }),
  );
};

test('a fresh machine has nothing to choose from; a used one has what is due or nearly so', () => {
  expect(candidates()).toEqual([]);
  run(4);
  const found = candidates();
  expect(found.map(({ station, used }) => [station, used])).toContainEqual([
    'Protective window',
    0.8,
  ]);
  expect(found.every(({ used }) => used >= 0.8)).toBe(true);
  // clearing the loose debris belongs to every job
  expect(found.some(({ station }) => station === 'Loose debris')).toBe(false);
});

test('what a sign called counts as due; what was put off and what is held is left out', () => {
  run(4);
  const window = candidates().find(({ station }) => station === 'Protective window')!;
  must(
    callTask(shop, tester, { stationId: window.stationId, task: window.task, sign: 'faint lines' }),
  );
  expect(candidates().find(({ id }) => id === window.id)!.used).toBe(1);
  must(
    deferTask(shop, tester, {
      stationId: window.stationId,
      task: window.task,
      reason: 'order first',
      until: { kind: 'date', at: shop.clock.now + day },
    }),
  );
  expect(candidates().some(({ id }) => id === window.id)).toBe(false);
  must(holdMachine(shop, tester, { machineId, words: 'looks odd' }));
  expect(candidates()).toEqual([]);
});

test('three amounts of time have three answers that fit', () => {
  run(20);
  shop.clock.now += 40 * day;
  const all = candidates();
  const answers = [15, 30, 60].map((minutes) => chooseTasks(all, minutes));
  answers.forEach(({ minutes }, i) => expect(minutes).toBeLessThanOrEqual([15, 30, 60][i]!));
  const [least, more, most] = answers.map(({ worth }) => worth) as [number, number, number];
  expect(least).toBeGreaterThan(0);
  expect(more).toBeGreaterThan(least);
  expect(most).toBeGreaterThan(more);
});
