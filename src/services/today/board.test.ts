import { criticalities } from '../../core/care/danger';
import { fastSchedule } from '../../core/schedule/search';
import { callTask, deferTask } from '../care/call-or-defer';
import { recordCare } from '../care/care';
import { dueMachines } from '../care/due';
import { addMachine } from '../machines/machines';
import { weeksAhead } from '../schedule/problem';
import { keepSchedule } from '../schedule/schedules';
import { setWeek } from '../schedule/time';
import { addTestMachine, cutPlywood, eachTestShop, must, tester } from '../testing/shop';
import { shopBoard, type Board, type DueItem } from './board';

const shop = eachTestShop();
const hour = 3_600_000;

beforeEach(() => {
  addTestMachine(shop, 'Heron', 'co2-glass-tube');
  const { id } = addTestMachine(shop, 'Wren');
  cutPlywood(shop, id, 9);
});

const named = (items: readonly DueItem[]) =>
  items.map(
    ({ machine, station, task }) => `${machine.nickname} ${station.name}: ${task.task.key}`,
  );
const counts = ({ due, putOff, afterJob, dueCount, pastDueCount, unknown }: Board) => ({
  listed: due.length + afterJob.length,
  putOff: putOff.length,
  dueCount,
  pastDueCount,
  unknown,
});

test('what is due is counted once, gravest first, apart from what follows a job', () => {
  const board = shopBoard(shop);
  expect(board.due.length).toBeGreaterThan(3);
  const ranks = board.due.map(({ task }) => ({
    grave: criticalities.indexOf(task.task.criticality),
    used: task.standing.used,
  }));
  expect(ranks).toEqual([...ranks].sort((a, b) => a.grave - b.grave || b.used - a.used));
  expect(new Set(ranks.map(({ grave }) => grave)).size).toBeGreaterThan(2);
  const { listed, dueCount, pastDueCount, putOff } = counts(board);
  expect(putOff).toBe(0);
  expect(listed).toBe(dueCount);
  expect(pastDueCount).toBeGreaterThan(0);
  expect(pastDueCount).toBeLessThanOrEqual(dueCount);
});

test('what is put off is no longer counted, but what can burn stays', () => {
  const before = counts(shopBoard(shop));
  const putOff = (item: DueItem) =>
    must(
      deferTask(shop, tester, {
        stationId: item.station.id,
        task: item.task.task.key,
        reason: 'no swabs',
        until: { kind: 'date', at: shop.clock.now + 4 * hour },
      }),
    );
  const { due } = shopBoard(shop);
  const glass = due.find(({ task }) => task.task.criticality === 'optic damage')!;
  putOff(glass);
  const after = shopBoard(shop);
  expect(named(after.putOff)).toEqual(named([glass]));
  expect(named(after.due)).not.toContain(named([glass])[0]);
  expect(counts(after)).toMatchObject({ putOff: 1, dueCount: before.dueCount - 1 });
  const fire = due.find(({ task }) => task.task.criticality === 'fire')!;
  putOff(fire);
  const burning = shopBoard(shop);
  expect(named(burning.due)).toContain(named([fire])[0]);
  expect(counts(burning)).toMatchObject({ putOff: 1, dueCount: before.dueCount - 1 });
});

test('what a sign called is due though nothing is counted; what was done is not', () => {
  const heron = dueMachines(shop).find(({ nickname }) => nickname === 'Heron')!;
  const station = heron.stations.find(({ kind }) => kind === 'lens')!;
  const task = station.tasks[0]!.task.key;
  const listed = () => named(shopBoard(shop).due).includes(`Heron ${station.name}: ${task}`);
  expect(listed()).toBe(false);
  must(callTask(shop, tester, { stationId: station.id, task, sign: 'faint lines' }));
  expect(listed()).toBe(true);
  shop.clock.now += hour;
  must(
    recordCare(shop, tester, { stationId: station.id, task, at: shop.clock.now, result: 'done' }),
  );
  expect(listed()).toBe(false);
});

test('what nobody knows of is counted by itself', () => {
  expect(shopBoard(shop).unknown).toBe(0);
  must(addMachine(shop, tester, { nickname: 'Bittern', family: 'enclosed-diode', past: 'used' }));
  expect(shopBoard(shop).unknown).toBeGreaterThan(5);
});

test('the plan of the day is there once there is one, and what is read late is read once', () => {
  const board = shopBoard(shop);
  expect(board.planned).toBeNull();
  must(
    setWeek(shop, tester, { windows: [{ weekday: 1, start: 18 * 60, minutes: 120 }], closed: [] }),
  );
  const weeks = weeksAhead(shop, dueMachines(shop), null);
  keepSchedule(shop, tester, weeks, fastSchedule(weeks.problem), { words: 'tried' });
  // what was asked for stays as it was read
  expect(board.planned).toBeNull();
  // Tuesday evening, the day of the test's clock
  const { planned } = shopBoard(shop);
  expect(planned!.today.map(({ nickname }) => nickname)).toContain('Wren');
  expect(planned!.left).toEqual([]);
});
