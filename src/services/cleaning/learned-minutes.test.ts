import { elapsed, handsOn } from '../../core/care/minutes';
import type { Marks } from '../../core/cleaning/progress';
import { minutesOf } from '../../core/cleaning/run';
import { careOfSheet } from '../../records/care';
import { listStations, machineById } from '../../records/machines';
import { recordCare } from '../care/care';
import { chooseMethod } from '../care/methods';
import {
  addTestMachine,
  markOn,
  must,
  eachTestShop,
  pressAllInOrder,
  tester,
} from '../testing/shop';
import { press } from './events';
import { sheetMinutesFinder } from './sheet-minutes';
import { signOffSheet } from './sign-off';
import { runOf, startSheet } from './sheets';
import { workFinder } from './work';
import { stationKind } from '../../catalogue/catalogue';

const shop = eachTestShop();
let machineId: string;
let stationId: string;
const minute = 60_000;

beforeEach(() => {
  machineId = addTestMachine(shop).id;
  stationId = listStations(shop.db, machineId).find(({ slug }) => slug === 'honeycomb')!.id;
});

const begin = () =>
  must(startSheet(shop, tester, { machineId, tasks: [{ stationId, task: 'clean' }] })).row.id;
const task = () => `${stationId}.clean`;

/** Presses every line of one end of the honeycomb's work. */
function work(sheetId: string, end: 'active' | 'finishing'): void {
  const [way] = runOf(shop, sheetId)!.tasks[0]!.ways;
  const steps = way![end].map(({ id: step }) => ({ kind: 'step' as const, step, done: true }));
  must(press(shop, tester, sheetId, steps));
}

interface Soak {
  /** loose after so many minutes, as somebody says; left out: its wait runs out */
  looseAfter?: number;
  /** so often it was not loose at the end of its wait, and was soaked again */
  again?: number;
  result?: 'done' | 'in-part';
}

function wash({ looseAfter, again = 0, result = 'done' }: Soak): void {
  const sheetId = begin();
  const { passive } = minutesOf(runOf(shop, sheetId)!.tasks[0]!, new Map());
  for (let n = 0; n < again; n++) {
    work(sheetId, 'active');
    shop.clock.now += passive * minute;
    must(press(shop, tester, sheetId, [{ kind: 'again', task: task() }]));
  }
  work(sheetId, 'active');
  shop.clock.now += (looseAfter ?? passive) * minute;
  if (looseAfter !== undefined) {
    must(press(shop, tester, sheetId, [{ kind: 'wait over', of: task(), why: 'it comes off' }]));
  }
  work(sheetId, 'finishing');
  markOn(shop, sheetId, stationId, 'clean', { result, note: 'one corner is left' });
  shop.clock.now += 600 * minute;
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  shop.clock.now += 600 * minute;
}

/** What it soaks on the next sheet, and of how many soaks that is the median. */
function next() {
  const [way] = runOf(shop, begin())!.tasks[0]!.ways;
  return [way!.id, way!.minutes.passive, way!.soaksLearned];
}
const starting = 60;

test('a soak takes its starting minutes until five were seen to their end', () => {
  for (const looseAfter of [10, 12, 14, 16]) wash({ looseAfter });
  wash({ looseAfter: 11, result: 'in-part' });
  expect(next()).toEqual(['usual', starting, 0]);
});

test('then what it took here: shorter where it came off sooner, longer where it was soaked again', () => {
  for (const looseAfter of [10, 12, 14, 16, 20]) wash({ looseAfter });
  expect(next()).toEqual(['usual', 14, 5]);
});

test('what was not loose at its end counts every soak of it', () => {
  wash({});
  for (const again of [1, 1, 2, 1]) wash({ again });
  expect(next()).toEqual(['usual', 2 * starting, 5]);
});

/** The work at the honeycomb as everything that asks now is told. */
function workNow() {
  const machine = machineById(shop.db, machineId)!;
  const station = listStations(shop.db, machineId).find(({ id }) => id === stationId)!;
  const clean = stationKind(station.kind).tasks.find(({ key }) => key === 'clean')!;
  return workFinder(shop)(machine, station, clean);
}

test('sheet, choice and schedule count the same; another way keeps its own minutes', () => {
  const minutesNow = () => {
    const sheet = must(sheetMinutesFinder(shop)({ machineId }, [{ stationId, task: 'clean' }]));
    return { alone: elapsed(workNow().task.minutes), back: sheet.back };
  };
  const before = minutesNow();
  for (let n = 0; n < 5; n++) wash({ looseAfter: 10 });
  const after = minutesNow();
  expect(before.alone - after.alone).toBe(starting - 10);
  expect(before.back - after.back).toBe(starting - 10);
  must(chooseMethod(shop, tester, { question: 'honeycomb', choice: 'long-soak' }));
  expect(next()).toEqual(['long-soak', 720, 0]);
});

test('the minutes of the hands are learned by way: another way begins with its own', () => {
  const washed = (way: string | null, minutes: number) => {
    const sheetId = begin();
    if (way) must(press(shop, tester, sheetId, [{ kind: 'way', task: task(), way }]));
    markOn(shop, sheetId, stationId, 'clean', { result: 'done', minutes });
    shop.clock.now += 600 * minute;
    pressAllInOrder(shop, sheetId);
    must(signOffSheet(shop, tester, sheetId));
    shop.clock.now += 600 * minute;
  };
  const handsOnBy = () => {
    const { ways } = workNow();
    return (id: string) => handsOn(ways.find((way) => way.id === id)!.minutes);
  };
  const starting = handsOnBy();
  for (let n = 0; n < 5; n++) washed(null, 40);
  expect([handsOnBy()('usual'), handsOnBy()('wipe')]).toEqual([40, starting('wipe')]);
  for (let n = 0; n < 5; n++) washed('wipe', 12);
  expect([handsOnBy()('usual'), handsOnBy()('wipe')]).toEqual([40, 12]);
  // done without a sheet it was done in the way in force
  must(chooseMethod(shop, tester, { question: 'honeycomb', choice: 'wipe' }));
  for (let n = 0; n < 15; n++) {
    shop.clock.now += 600 * minute;
    const at = shop.clock.now;
    must(recordCare(shop, tester, { stationId, task: 'clean', at, minutes: 9 }));
  }
  expect([handsOnBy()('usual'), handsOnBy()('wipe')]).toEqual([40, 9]);
});

test('the book says in which way it was done, where there are several, unless a method was typed', () => {
  const methodOf = (marks: Partial<Marks>) => {
    const sheetId = begin();
    must(press(shop, tester, sheetId, [{ kind: 'way', task: task(), way: 'wipe' }]));
    markOn(shop, sheetId, stationId, 'clean', marks);
    pressAllInOrder(shop, sheetId);
    must(signOffSheet(shop, tester, sheetId));
    shop.clock.now += 600 * minute;
    return careOfSheet(shop.db, sheetId)[0]!.method;
  };
  const { name } = workNow().ways.find(({ id }) => id === 'wipe')!;
  expect(methodOf({ result: 'done' })).toBe(name);
  expect(methodOf({ result: 'done', method: 'warm water and dish soap' })).toBe(
    'warm water and dish soap',
  );
  expect(methodOf({ result: 'in-part', note: 'the left half' })).toBeNull();
});
