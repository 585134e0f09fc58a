import { fastSchedule } from '../../core/schedule/search';
import { scheduleCost } from '../../core/schedule/problem';
import { dueMachines } from '../care/due';
import { addTestMachine, cutPlywood, eachTestShop, must, refusal, tester } from '../testing/shop';
import { changeSchedule, weighMove } from './changes';
import { keepSchedule, scheduleView } from './schedules';
import { setWeek } from './time';

// Tuesday 24 November 2026, 13:00 in Oslo
const shop = eachTestShop();
const view = () => scheduleView(shop, dueMachines(shop));
beforeEach(() => {
  cutPlywood(shop, addTestMachine(shop).id, 60);
  cutPlywood(shop, addTestMachine(shop, 'Heron', 'co2-glass-tube').id, 60);
  const windows = [1, 3, 5].map((weekday) => ({ weekday, start: 18 * 60, minutes: 100 }));
  must(setWeek(shop, tester, { windows, closed: [6] }));
  const { weeks } = view();
  keepSchedule(shop, tester, weeks, fastSchedule(weeks.problem), { words: 'planned anew' });
});

const ask = (block: string, tasks: string[] | null = null) => {
  const now = view();
  return weighMove(now, { version: now.state.id!, block, tasks });
};
const move = (block: string, window: string, tasks: string[] | null = null) =>
  changeSchedule(shop, tester, {
    version: view().state.id!,
    change: { kind: 'move', block, tasks, window },
  });
/** What the kept plan costs on the weeks as they are now. */
const cost = () => {
  const { weeks, plan } = view();
  return scheduleCost(weeks.problem, plan).total;
};

test('every window but its own is weighed; what is said to be possible is done at that cost', () => {
  const { state, weeks } = view();
  const block = state.blocks[0]!;
  const places = must(ask(block.id));
  expect(places.map(({ window }) => window)).toEqual(
    weeks.windows.map(({ id }) => id).filter((id) => id !== block.window),
  );
  const free = places.find(({ refused }) => refused === null)!;
  const before = cost();
  must(move(block.id, free.window));
  expect(cost() - before).toBeCloseTo(free.cost, 6);
});

test('what is refused is refused in the same words when it is tried all the same', () => {
  const { state } = view();
  const tried = state.blocks.flatMap(({ id, nickname }) =>
    must(ask(id)).flatMap(({ window, refused }) =>
      refused === null ? [] : [{ id, nickname, window, refused }],
    ),
  );
  expect(tried.length).toBeGreaterThan(0);
  for (const { id, nickname, window, refused } of tried.slice(0, 8)) {
    expect(refusal(move(id, window))).toBe(
      `${nickname} cannot go there: ${refused}. Nothing was changed.`,
    );
  }
});

test('later costs more and names what stays dirty longer, by machine, station and task', () => {
  const { state, weeks } = view();
  const block = state.blocks[0]!;
  const last = must(ask(block.id)).at(-1)!;
  expect(last.cost).toBeGreaterThan(0);
  expect(last.worse.length).toBeGreaterThan(0);
  for (const { nickname, station, task, days, from } of last.worse) {
    const known = weeks.tasks.find((one) => one.station === station && one.task === task);
    const lane = weeks.lanes.find(({ id }) => id === known?.machineId);
    expect([nickname, days > 0, from >= weeks.from]).toEqual([lane!.nickname, true, true]);
  }
});

test('a part is weighed by itself, and what is pinned may be taken up again', () => {
  const block = view().state.blocks.find(({ tasks }) => tasks.length > 1)!;
  const [one] = block.tasks.map(({ stationId, task }) => `${stationId}.${task}`);
  const whole = must(ask(block.id));
  const part = must(ask(block.id, [one!]));
  expect(part.map(({ cost: each }) => each)).not.toEqual(whole.map(({ cost: each }) => each));
  must(
    changeSchedule(shop, tester, {
      version: view().state.id!,
      change: { kind: 'pin', block: block.id, pinned: true },
    }),
  );
  expect(must(ask(block.id)).map(({ refused }) => refused)).toEqual(
    whole.map(({ refused }) => refused),
  );
});

test('another plan than the one that was seen, and a clean-down that is gone, are said', () => {
  const now = view();
  const [block] = now.state.blocks;
  expect(refusal(weighMove(now, { version: 'before', block: block!.id, tasks: null }))).toMatch(
    /changed meanwhile/,
  );
  expect(refusal(ask('nothing'))).toBe('That clean-down is no longer planned.');
});
