import { arrange, sheetMinutes } from '../../core/cleaning/run';
import { ok } from '../../core/units/result';
import { sheetMinutesFinder } from '../cleaning/sheet-minutes';
import { runOf, startSheet } from '../cleaning/sheets';
import { changeSetting } from '../setup/settings';
import { allOrNothing } from '../use-case';
import { shopBoard } from './board';
import { choosable, inMinutes, type Offer } from './choice';
import { holdMachine } from '../machines/holds';
import { callTask, deferTask } from '../care/call-or-defer';
import { logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';

const shop = eachTestShop();
let machineId: string;
const day = 86_400_000;

beforeEach(() => {
  shop.clock.now = Date.UTC(2026, 9, 1, 8);
  machineId = addTestMachine(shop).id;
});

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

/** What the sheet takes that is started from an offer. */
function started({ machineId: id, tasks }: Offer) {
  const { row } = must(startSheet(shop, tester, { machineId: id, tasks }));
  return sheetMinutes(arrange(runOf(shop, row.id)!, new Map(), null));
}

test('three amounts of time have three answers, and the sheet of each is back in that time to the minute', () => {
  run(20);
  shop.clock.now += 40 * day;
  const other = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  shop.clock.now += 400 * day;
  const board = shopBoard(shop);
  const asked = [12, 25, 60, 120];
  const answers = asked.map((minutes) => inMinutes(shop, board, minutes));
  const worths = answers.map(({ offers }) => offers[0]!.worth);
  expect(worths[0]).toBeGreaterThan(0);
  worths.slice(1).forEach((worth, i) => expect(worth).toBeGreaterThanOrEqual(worths[i]!));
  expect(worths.at(-1)).toBeGreaterThan(worths[0]!);
  for (const [at, { offers }] of answers.entries()) {
    for (const { back, tasks } of offers) {
      expect(back).toBeLessThanOrEqual(asked[at]!);
      // one machine a clean-down
      expect(new Set(tasks.map((task) => task.machineId)).size).toBe(1);
    }
  }
  const most = answers.at(-1)!.offers;
  expect(new Set(most.map(({ machineId: id }) => id))).toEqual(new Set([machineId, other]));
  for (const offer of most) {
    expect(started(offer)).toEqual({ handsOn: offer.handsOn, back: offer.back });
  }
  // what is being cleaned is offered no more
  expect(inMinutes(shop, shopBoard(shop), 120)).toMatchObject({ offers: [], any: false });
});

test('what does not fit is not offered; what more time would add is said', () => {
  run(20);
  const board = shopBoard(shop);
  const { offers, more, any } = inMinutes(shop, board, 3);
  expect([offers, any]).toEqual([[], true]);
  expect(more).toMatchObject({ extra: expect.any(Number) });
  const later = inMinutes(shop, board, 3 + more!.extra);
  expect(later.offers[0]!.tasks.map(({ id }) => id)).toEqual(more!.added.map(({ id }) => id));
});

test('more time is named where it buys a tenth more, the least of it, with what it would add', () => {
  run(20);
  addTestMachine(shop, 'Heron', 'co2-glass-tube');
  shop.clock.now += 90 * day;
  const board = shopBoard(shop);
  const extras = [5, 10, 15, 20, 30];
  let named = 0;
  for (let minutes = 5; minutes <= 60; minutes += 5) {
    const { offers, more } = inMinutes(shop, board, minutes);
    const [best] = offers;
    if (!best) continue;
    const bought = extras.map(
      (extra) => inMinutes(shop, board, minutes + extra, best.machineId).offers[0]!,
    );
    const first = bought.findIndex(
      ({ worth, tasks }) =>
        worth > best.worth * 1.1 &&
        tasks.some(({ id }) => !best.tasks.some((one) => one.id === id)),
    );
    expect(more?.extra).toBe(extras[first]);
    if (!more) continue;
    named += 1;
    const had = best.tasks.map(({ id }) => id);
    expect(more.added.map(({ id }) => id)).toEqual(
      bought[first]!.tasks.map(({ id }) => id).filter((id) => !had.includes(id)),
    );
  }
  expect(named).toBeGreaterThan(2);
});

test('what an opening would serve too is another task of the very machine', () => {
  run(20);
  shop.clock.now += 90 * day;
  const board = shopBoard(shop);
  const offers = [10, 20, 30, 45].flatMap((minutes) => inMinutes(shop, board, minutes).offers);
  const also = offers.flatMap(({ also: one, tasks }) => (one ? [{ one, tasks }] : []));
  expect(also.length).toBeGreaterThan(0);
  for (const { one, tasks } of also) {
    expect(one.machineId).toBe(machineId);
    expect(tasks.map(({ id }) => id)).not.toContain(one.id);
    expect(tasks.some(({ opening }) => opening === one.opening)).toBe(true);
  }
});

test('asked of one machine the others are left out', () => {
  run(20);
  addTestMachine(shop, 'Heron', 'co2-glass-tube');
  shop.clock.now += 400 * day;
  const { offers } = inMinutes(shop, shopBoard(shop), 60, machineId);
  expect(offers.map((one) => one.machineId)).toEqual([machineId]);
});

test('of many machines three are offered, those that it buys most on', () => {
  run(20);
  for (const name of ['Swift', 'Finch', 'Tern']) {
    const own = machineId;
    machineId = addTestMachine(shop, name).id;
    run(20);
    machineId = own;
  }
  const board = shopBoard(shop);
  const { offers } = inMinutes(shop, board, 60);
  expect(offers).toHaveLength(3);
  expect(new Set(offers.map((one) => one.machineId)).size).toBe(3);
  const worths = offers.map(({ worth }) => worth);
  expect(worths).toEqual([...worths].sort((a, b) => b - a));
});

test('what a sheet takes is reckoned once while only use is logged', () => {
  run(20);
  const other = addTestMachine(shop, 'Swift').id;
  const [offer] = inMinutes(shop, shopBoard(shop), 60).offers;
  const taken = () => sheetMinutesFinder(shop)({ machineId }, picked);
  const picked = offer!.tasks.map(({ stationId, task }) => ({ stationId, task }));
  const before = taken();
  must(
    logSession(shop, tester, {
      machineId: other,
      start: shop.clock.now,
      runSeconds: 60,
      key: 'use-of-another',
    }),
  );
  expect(taken()).toBe(before);
  // in another order it is the same sheet
  expect(sheetMinutesFinder(shop)({ machineId }, picked.toReversed())).toBe(before);
  must(changeSetting(shop, tester, { name: 'name', value: 'Loft' }));
  expect(taken()).not.toBe(before);
  expect(taken()).toEqual(before);
  // within a write it is not kept
  allOrNothing(shop, () => {
    const within = taken();
    expect(within).toEqual(before);
    expect(taken()).not.toBe(within);
    return ok(null);
  });
});
