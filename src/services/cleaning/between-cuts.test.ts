import { listStations } from '../../records/machines';
import { dueMachines } from '../care/due';
import { chooseMethod } from '../care/methods';
import { chooseVariant } from '../machines/builds';
import { burnsOf, recordBurn } from '../readings/strength/burns';
import { changeRecipe, referenceBurn } from '../readings/strength/recipes';
import { moveStock } from '../inventory/inventory';
import { openPutBacks } from './put-backs';
import {
  addTestMachine,
  markOn,
  must,
  eachTestShop,
  pressAllInOrder,
  refusal,
  tester,
} from '../testing/shop';
import { eventsOf, press } from './events';
import { handOver } from './hand-over';
import { betweenCutsOffers } from './offers';
import { changeStepWords, ownWordsOf } from './own-words';
import { draftFinder, runOf, sheetRow, startSheet } from './sheets';
import { signOffSheet } from './sign-off';

const shop = eachTestShop();
let machineId: string;

beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const station = (slug: string, of = machineId) =>
  listStations(shop.db, of).find((row) => row.slug === slug)!.id;
const start = (slug: string, task: string, more = {}, of = machineId) =>
  startSheet(shop, tester, {
    machineId: of,
    tasks: [{ stationId: station(slug, of), task }],
    ...more,
  });
const between = { occasion: 'between cuts' as const };

test('between two cuts only glass that comes out by hand, where the beam can be disarmed', () => {
  expect(refusal(start('window', 'strip-clean', between))).toMatch(
    /Only glass that comes out by hand/,
  );
  expect(refusal(start('belts', 'inspect', between))).toMatch(/Only glass/);
  const sparrow = addTestMachine(shop, 'Sparrow', 'open-frame-diode').id;
  expect(refusal(start('window', 'wipe', between, sparrow))).toMatch(/Nothing on Sparrow disarms/);
  const heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  expect(refusal(start('mirror-1', 'wipe', between, heron))).toMatch(
    /not between two cuts on a CO2/,
  );
  must(chooseMethod(shop, tester, { question: 'between-cuts', choice: 'never' }));
  expect(refusal(start('window', 'wipe', between))).toMatch(/switched off in Methods/);
});

test('it is offered with its minutes, worked with the machine on, and kept as what it was', () => {
  const [machine] = dueMachines(shop, shop.now(), machineId);
  const offers = betweenCutsOffers(shop, machine!);
  expect(offers).toEqual([
    { stationId: station('window'), task: 'wipe', station: 'Protective window', minutes: 5 },
  ]);
  const sheetId = must(start('window', 'wipe', between)).row.id;
  markOn(shop, sheetId, station('window'), 'wipe', { result: 'between-cuts', finding: 'haze' });
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  expect(handOver(shop, sheetRow(shop, sheetId)!).done[0]).toMatchObject({
    result: 'between-cuts',
  });
});

test('what dries while the machine runs on slats is on the put-back list until it is dry', () => {
  const heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  must(chooseVariant(shop, tester, { machineId: heron, feature: 'stand-in', variant: 'slats' }));
  const rinse = () => {
    const sheetId = must(start('honeycomb', 'clean', {}, heron)).row.id;
    markOn(shop, sheetId, station('honeycomb', heron), 'clean', { result: 'done' });
    pressAllInOrder(shop, sheetId);
    must(signOffSheet(shop, tester, sheetId));
  };
  rinse();
  const [back] = openPutBacks(shop, heron);
  // in November nothing dries outdoors: four hours by the window
  expect(back).toMatchObject({ until: shop.clock.now + 240 * 60_000 });
  expect(back!.what).toMatch(/Honeycomb dries .*runs on slats/);
  // what is rinsed again was back in between: it is on the list once
  shop.clock.now += 20 * 24 * 3_600_000;
  rinse();
  const [again, ...others] = openPutBacks(shop, heron);
  expect(again).toMatchObject({ until: shop.clock.now + 240 * 60_000 });
  expect(others).toEqual([]);
});

test('where it dries is chosen on the sheet, and a mount that was pressed asks for dots', () => {
  const heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  const sheetId = must(start('mirror-1', 'wipe', {}, heron)).row.id;
  const task = `${station('mirror-1', heron)}.wipe`;
  markOn(shop, sheetId, station('mirror-1', heron), 'wipe', { result: 'done' });
  pressAllInOrder(shop, sheetId);
  must(press(shop, tester, sheetId, [{ kind: 'way', task: `${task}~mount`, way: 'pressed' }]));
  expect(refusal(signOffSheet(shop, tester, sheetId))).toMatch(/Not tested yet: Corner dots/);
  must(press(shop, tester, sheetId, [{ kind: 'way', task: `${task}~mount`, way: 'untouched' }]));
  must(signOffSheet(shop, tester, sheetId));
  expect(eventsOf(shop, sheetId).length).toBeGreaterThan(3);
});

test('put off, done in part and not reached stand as open in the hand-over, each with its reason', () => {
  const sheetId = must(
    startSheet(shop, tester, {
      machineId,
      tasks: [
        { stationId: station('frame'), task: 'wipe' },
        { stationId: station('belts'), task: 'inspect' },
        { stationId: station('cables'), task: 'inspect' },
      ],
    }),
  ).row.id;
  markOn(shop, sheetId, station('frame'), 'wipe', { result: 'done' });
  markOn(shop, sheetId, station('belts'), 'inspect', { result: 'in-part', note: 'left one only' });
  markOn(shop, sheetId, station('cables'), 'inspect', { result: 'not-reached', note: 'boxed in' });
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  const over = handOver(shop, sheetRow(shop, sheetId)!);
  expect(over.done.map(({ station: name }) => name)).toEqual(['Frame']);
  expect(over.left.map(({ station: name, how, note }) => [name, how, note])).toEqual([
    ['Belts', 'in-part', 'left one only'],
    ['Cables', 'not-reached', 'boxed in'],
  ]);
});

test('the words of a step are the shop’s, for one machine or all, and ours again', () => {
  const finch = addTestMachine(shop, 'Finch').id;
  const gloves = (of: string) => {
    const sheetId = must(start('window', 'wipe', {}, of)).row.id;
    const line = runOf(shop, sheetId)!.tasks[0]!.ways[0]!.active[2]!;
    must(signOff(sheetId, of));
    return line.text;
  };
  const signOff = (sheetId: string, of: string) => {
    markOn(shop, sheetId, station('window', of), 'wipe', { result: 'done' });
    pressAllInOrder(shop, sheetId);
    return signOffSheet(shop, tester, sheetId);
  };
  const change = (words: string | null, everywhere = false) =>
    changeStepWords(shop, tester, {
      machineId,
      everywhere,
      instead: 'Fresh gloves on.',
      words,
      reason: 'as we do it',
    });
  must(change('Cotton gloves on.', true));
  must(change('Two pairs of gloves on.'));
  expect([gloves(machineId), gloves(finch)]).toEqual([
    'Two pairs of gloves on.',
    'Cotton gloves on.',
  ]);
  expect(ownWordsOf(shop, machineId).get('Fresh gloves on.')).toEqual({
    words: 'Two pairs of gloves on.',
    reason: 'as we do it',
    by: 'Tester',
  });
  must(change(null));
  expect([gloves(machineId), gloves(finch)]).toEqual(['Fresh gloves on.', 'Cotton gloves on.']);
  // what is said everywhere later does not speak for a machine that has its own
  must(change('One pair of gloves on.'));
  must(change('Nitrile gloves on.', true));
  expect([gloves(machineId), gloves(finch)]).toEqual([
    'One pair of gloves on.',
    'Nitrile gloves on.',
  ]);
  must(change(null, true));
  expect([gloves(machineId), gloves(finch)]).toEqual([
    'One pair of gloves on.',
    'Fresh gloves on.',
  ]);
  expect(ownWordsOf(shop, finch).size).toBe(0);
  expect(
    refusal(
      changeStepWords(shop, tester, {
        machineId: finch,
        instead: 'Fresh gloves on.',
        reason: 'ours',
      }),
    ),
  ).toBe('These are our words already.');
});

test('a sheet that is only thought of is refused between cuts as one that is begun', () => {
  const draft = (slug: string, task: string, options: object) =>
    draftFinder(shop)(machineId, [{ stationId: station(slug), task }], options);
  expect(refusal(draft('belts', 'inspect', { between: true }))).toMatch(/Only glass/);
  expect(must(draft('window', 'wipe', { between: true })).between).toBeTruthy();
  expect(must(draft('window', 'wipe', {})).between).toBeUndefined();
});

test('a burn before and one after are readings of the machine, each at its own time', () => {
  const recipe = must(
    changeRecipe(shop, tester, {
      machineId,
      material: 'plywood',
      thickness: 3,
      power: 80,
      speed: 10,
      passes: 1,
      airAssist: true,
    }),
  );
  must(
    recordBurn(shop, tester, {
      machineId,
      recipeId: recipe,
      cuts: [
        { speed: 10, through: true },
        { speed: 12, through: false },
      ],
      thickness: 3,
      baseline: true,
      note: '',
      key: 'first-baseline',
    }),
  );
  shop.clock.now += 24 * 3_600_000;
  const sheetId = must(start('window', 'strip-clean')).row.id;
  const burn = (when: 'before' | 'after', through: number | null, failed: number | null) =>
    must(
      press(shop, tester, sheetId, [
        { kind: 'burn', when, burn: { recipeId: recipe, through, failed } },
      ]),
    );
  burn('before', 5, 6);
  const early = shop.clock.now;
  shop.clock.now += 40 * 60_000;
  markOn(shop, sheetId, station('window'), 'strip-clean', { result: 'done' });
  burn('after', 9, null);
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  const burns = burnsOf(shop, machineId).get(recipe)!;
  expect(burns.map(({ fastest, note }) => [fastest, note])).toEqual([
    [10, null],
    [5, 'before cleaning'],
    [9, 'after cleaning'],
  ]);
  expect(burns[1]!.at).toBe(early);
  expect(burns[2]!.strength).toBeCloseTo(0.9, 5);
  expect(referenceBurn(shop, machineId)!.words).toBe('plywood 3 mm, 80 %, 1 pass, air on');
});

test('what a sheet draws from the stores is what the method in force uses', () => {
  const count = (item: string, quantity: number) =>
    must(moveStock(shop, tester, { item, kind: 'count', quantity, note: '' }));
  for (const item of ['isopropyl', 'swabs', 'acetone', 'cotton-swabs']) count(item, 100);
  const drawn = () => {
    const sheetId = must(start('window', 'wipe')).row.id;
    markOn(shop, sheetId, station('window'), 'wipe', { result: 'done' });
    pressAllInOrder(shop, sheetId);
    must(signOffSheet(shop, tester, sheetId));
    shop.clock.now += 3_600_000;
    return handOver(shop, sheetRow(shop, sheetId)!)
      .drawn.map(({ name }) => name)
      .sort();
  };
  expect(drawn()).toEqual(['Isopropyl alcohol 99 %', 'Lens swabs']);
  must(chooseMethod(shop, tester, { question: 'optic-liquid', choice: 'acetone' }));
  must(chooseMethod(shop, tester, { question: 'optic-carrier', choice: 'cotton' }));
  expect(drawn()).toEqual(['Acetone', 'Cotton swabs']);
});

test('what a sheet draws is what the way it was done in uses', () => {
  for (const item of ['degreaser', 'denatured', 'cotton-swabs']) {
    must(moveStock(shop, tester, { item, kind: 'count', quantity: 1000, note: '' }));
  }
  const drawn = (way: string) => {
    const sheetId = must(start('honeycomb', 'clean')).row.id;
    const task = runOf(shop, sheetId)!.tasks[0]!.id;
    must(press(shop, tester, sheetId, [{ kind: 'way', task, way }]));
    markOn(shop, sheetId, station('honeycomb'), 'clean', { result: 'done' });
    pressAllInOrder(shop, sheetId);
    must(signOffSheet(shop, tester, sheetId));
    shop.clock.now += 3_600_000;
    return handOver(shop, sheetRow(shop, sheetId)!)
      .drawn.map(({ name, quantity }) => `${quantity} ${name}`)
      .sort();
  };
  expect(drawn('usual')).toEqual(['100 Household degreaser']);
  expect(drawn('wipe')).toEqual(['100 Denatured alcohol']);
  expect(drawn('cells')).toEqual(['100 Household degreaser', '4 Cotton swabs']);
});

test('a substitute is offered where it does no harm, drawn in place of the usual, and told at the end', () => {
  for (const item of ['swabs', 'cotton-swabs']) {
    must(moveStock(shop, tester, { item, kind: 'count', quantity: 100, note: '' }));
  }
  const clean = (...whats: Parameters<typeof press>[3][number][]) => {
    const sheetId = must(start('window', 'wipe')).row.id;
    must(press(shop, tester, sheetId, whats));
    markOn(shop, sheetId, station('window'), 'wipe', { result: 'done' });
    pressAllInOrder(shop, sheetId);
    must(signOffSheet(shop, tester, sheetId));
    shop.clock.now += 3_600_000;
    const { drawn, instead } = handOver(shop, sheetRow(shop, sheetId)!);
    return { sheetId, drawn: drawn.map(({ name }) => name), instead };
  };
  const usual = clean();
  expect([usual.drawn, usual.instead]).toEqual([['Lens swabs'], []]);
  const offered = runOf(shop, usual.sheetId)!.instead!;
  expect(offered['lens swabs']).toContain('cotton swabs');
  const other = clean({ kind: 'instead', tool: 'lens swabs', used: 'cotton swabs' });
  expect(other.drawn).toEqual(['Cotton swabs']);
  expect(other.instead).toEqual([{ tool: 'lens swabs', used: 'cotton swabs' }]);
  // pressed by mistake and taken back
  const taken = clean(
    { kind: 'instead', tool: 'lens swabs', used: 'cotton swabs' },
    { kind: 'instead', tool: 'lens swabs', used: null },
  );
  expect([taken.drawn, taken.instead]).toEqual([['Lens swabs'], []]);
});
