import { secondWait } from '../../core/cleaning/waits';
import { listStations } from '../../records/machines';
import {
  addTestMachine,
  markOn,
  must,
  eachTestShop,
  pressAllInOrder,
  tester,
} from '../testing/shop';
import { recordReading } from '../readings/bench/bench';
import { placesOn, runOn } from './testing/sheets';
import { press } from './events';
import { signOffSheet } from './sign-off';
import { runOf, startSheet } from './sheets';

const shop = eachTestShop();
let machineId: string;
const minute = 60_000;

beforeEach(() => {
  shop.clock.now = Date.UTC(2026, 0, 12, 8);
  machineId = addTestMachine(shop).id;
});

const comb = () => listStations(shop.db, machineId).find(({ slug }) => slug === 'honeycomb')!.id;

/** Washes the honeycomb; it is found dry after so many minutes, or its wait runs out. */
function wash(foundDryAfter: number | null): void {
  const stationId = comb();
  const sheetId = must(
    startSheet(shop, tester, { machineId, tasks: [{ stationId, task: 'clean' }] }),
  ).row.id;
  markOn(shop, sheetId, stationId, 'clean', { result: 'done' });
  if (foundDryAfter === null) shop.clock.now += 600 * minute;
  else {
    shop.clock.now += foundDryAfter * minute;
    const over = { of: secondWait(`${stationId}.clean`), why: 'tapped: no drop falls' };
    must(press(shop, tester, sheetId, [{ kind: 'wait over', ...over }]));
  }
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  shop.clock.now += 600 * minute;
}

/** Where the next one may dry, the first one chosen, and for how long. */
function places() {
  const stationId = comb();
  const sheet = must(startSheet(shop, tester, { machineId, tasks: [{ stationId, task: 'clean' }] }))
    .row.id;
  return runOf(shop, sheet)!.tasks[0]!.dryings!.map(({ id, minutes, learned }) => [
    id,
    minutes,
    learned ?? 0,
  ]);
}

test('drying takes its starting minutes until five were seen', () => {
  for (const found of [150, 130, null, 160]) wash(found);
  expect(places()[0]).toEqual(['window', 240, 0]);
});

test('then it takes what it took here: ended early as it was, else all of it; other places stay', () => {
  for (const found of [150, 130, null, 160, 140]) wash(found);
  expect(places()).toEqual([
    ['window', 150, 5],
    ['indoors', 480, 0],
    ['blown', 120, 0],
  ]);
});

test('in a humid room it dries longer indoors, in the shop’s own minutes where it knows them', () => {
  const humid = () =>
    must(
      recordReading(shop, tester, {
        machineId,
        taken: {
          instrument: 'gauge',
          name: 'Room humidity',
          unit: '%',
          value: 75,
          low: null,
          high: 65,
        },
        key: `humidity-${shop.clock.now}`,
      }),
    );
  for (const found of [150, 130, null, 160, 140]) wash(found);
  humid();
  expect(places()).toEqual([
    ['window', 150, 5],
    ['indoors', 960, 0],
    ['blown', 240, 0],
  ]);
});

test('what the room says stands at the tasks it bears on: the compressor, bare screws, what dries', () => {
  const said = (
    humidity: number | undefined,
    slug: string,
    key: string,
    { air = 'compressor', family = 'co2-glass-tube' } = {},
  ) => {
    const machine = {
      family,
      methods: { air },
      ...(humidity !== undefined && { humidity }),
    };
    const tasks = runOn(machine, placesOn(machine, [slug, key])).tasks;
    return (tasks[0]!.card ?? []).filter((line) => line.startsWith('The room is at'));
  };
  expect(said(0.72, 'lead-screws', 'wipe')).toEqual([
    'The room is at 72 %: the screws are greased.',
  ]);
  expect(said(0.41, 'lead-screws', 'wipe')).toEqual([
    'The room is at 41 %: they stay dry, without grease.',
  ]);
  expect(said(0.72, 'honeycomb', 'clean')).toEqual([
    'The room is at 72 %: indoors it dries 1.8 times as long as in half humid air.',
  ]);
  expect(said(0.52, 'honeycomb', 'clean')).toEqual([]);
  const fan = (air: string) => said(0.8, 'head-fan', 'clean', { air, family: 'co2-desktop' });
  expect(fan('compressor')[0]).toContain('the compressor gives water');
  expect(fan('canned')).toEqual([]);
  expect(said(undefined, 'lead-screws', 'wipe')).toEqual([]);
});
