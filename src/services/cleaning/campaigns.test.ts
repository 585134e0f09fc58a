import { listStations } from '../../records/machines';
import { readCampaign, startCampaign } from './campaigns';
import { chooseMethod } from '../care/methods';
import { changeCard } from '../machines/machines';
import { activeHolds } from '../machines/holds';
import { signOffSheet } from './sign-off';
import { press } from './events';
import {
  addTestMachine,
  dropTestShop,
  must,
  openTestShop,
  pressAllInOrder,
  refusal,
  tester,
  type TestShop,
} from '../testing/shop';

let shop: TestShop;
let heron: string;
let wren: string;

beforeEach(() => {
  shop = openTestShop();
  heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  wren = addTestMachine(shop, 'Wren', 'enclosed-diode').id;
});
afterEach(() => dropTestShop(shop));

const task = (machineId: string, slug: string, key: string) => ({
  stationId: listStations(shop.db, machineId).find((row) => row.slug === slug)!.id,
  task: key,
});

const both = (people: string[]) => ({
  people,
  machines: [
    { machineId: heron, tasks: [task(heron, 'honeycomb', 'clean'), task(heron, 'rails', 'clean')] },
    { machineId: wren, tasks: [task(wren, 'honeycomb', 'clean'), task(wren, 'belts', 'inspect')] },
  ],
});

test('two heads share one bench, a washer and a bench do not wait for each other', () => {
  const finch = addTestMachine(shop, 'Finch', 'enclosed-diode').id;
  must(changeCard(shop, tester, { machineId: finch, card: { bed: 'steel' } }));
  must(chooseMethod(shop, tester, { question: 'honeycomb', choice: 'pressure' }));
  const { campaignId } = must(
    startCampaign(shop, tester, {
      people: ['Marit', 'Ivo'],
      machines: [
        { machineId: wren, tasks: [task(wren, 'module', 'strip-clean')] },
        {
          machineId: finch,
          tasks: [task(finch, 'module', 'strip-clean'), task(finch, 'honeycomb', 'clean')],
        },
      ],
    }),
  );
  const { slots } = readCampaign(shop, campaignId)!;
  const at = (place: string) => slots.filter((slot) => slot.place === place);
  // begun, aired out, finished, of two machines
  expect(at('bench')).toHaveLength(6);
  for (const a of at('bench'))
    for (const b of at('bench'))
      if (a !== b) expect(a.end <= b.start || b.end <= a.start).toBe(true);
  expect(at('washer').length).toBeGreaterThan(0);
});

test('two machines share one wash: their soaks do not overlap, the work of one fills the wait of the other', () => {
  const { campaignId } = must(startCampaign(shop, tester, both(['Marit'])));
  const campaign = readCampaign(shop, campaignId)!;
  const wash = campaign.slots.filter(({ place }) => place === 'wash');
  expect(wash.length).toBeGreaterThanOrEqual(4);
  for (const a of wash)
    for (const b of wash) if (a !== b) expect(a.end <= b.start || b.end <= a.start).toBe(true);
  const hands = campaign.slots.filter(({ person }) => person !== null);
  for (const a of hands)
    for (const b of hands) if (a !== b) expect(a.end <= b.start || b.end <= a.start).toBe(true);
  expect(campaign.finish).toBeLessThan(campaign.sequential);
  expect(campaign.finish).toBeGreaterThanOrEqual(campaign.bound);
  // some of the other machine's work lies inside the soak
  const soak = wash.find(({ part }) => part === 'wait')!;
  expect(
    hands.some(
      ({ sheetId, start, end }) => sheetId !== soak.sheetId && start < soak.end && end > soak.start,
    ),
  ).toBe(true);
  expect(activeHolds(shop)).toHaveLength(2);
  // whoever looks sees the same plan
  expect(readCampaign(shop, campaignId)!.slots).toEqual(campaign.slots);
});

test('two people are never slower than one, and each has work', () => {
  const { campaignId } = must(startCampaign(shop, tester, both(['Marit', 'Oluf'])));
  const two = readCampaign(shop, campaignId)!;
  for (const name of ['Marit', 'Oluf']) {
    expect(two.slots.some(({ person }) => person === name)).toBe(true);
  }
  dropTestShop(shop);
  shop = openTestShop();
  heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  wren = addTestMachine(shop, 'Wren', 'enclosed-diode').id;
  const one = readCampaign(shop, must(startCampaign(shop, tester, both(['Marit']))).campaignId)!;
  expect(two.finish).toBeLessThanOrEqual(one.finish);
});

test('all of the sheets are started or none; nobody, somebody twice and nothing are refused', () => {
  const bad = both(['Marit']);
  bad.machines[1]!.tasks = [{ stationId: 'gone', task: 'clean' }];
  expect(refusal(startCampaign(shop, tester, bad))).toContain('no longer there');
  expect(activeHolds(shop)).toEqual([]);
  expect(refusal(startCampaign(shop, tester, both([])))).toContain('Somebody');
  expect(refusal(startCampaign(shop, tester, both(['Marit', 'Marit'])))).toContain('once');
  expect(refusal(startCampaign(shop, tester, { people: ['Marit'], machines: [] }))).toContain(
    'at least one machine',
  );
});

test('what is done shows as done, on each machine for itself', () => {
  const { campaignId } = must(startCampaign(shop, tester, both(['Marit'])));
  const [first, second] = readCampaign(shop, campaignId)!.sheets;
  must(
    press(
      shop,
      tester,
      first!.sheetId,
      first!.run.tasks.map(({ id }) => ({ kind: 'mark', task: id, change: { result: 'done' } })),
    ),
  );
  pressAllInOrder(shop, first!.sheetId);
  must(signOffSheet(shop, tester, first!.sheetId));
  const after = readCampaign(shop, campaignId)!;
  expect(after.slots.filter(({ sheetId }) => sheetId === first!.sheetId).every((s) => s.done)).toBe(
    true,
  );
  expect(after.slots.some(({ sheetId, done }) => sheetId === second!.sheetId && !done)).toBe(true);
  expect(readCampaign(shop, 'nowhere')).toBeNull();
});

test('each stretch has its words, its person and place, and is done when it is: waits with what they follow', () => {
  const { campaignId } = must(startCampaign(shop, tester, both(['Marit'])));
  const read = () => readCampaign(shop, campaignId)!;
  const { slots, sheets, row } = read();
  const [sheet] = sheets.filter(({ machineId }) => machineId === heron);
  const { run, sheetId } = sheet!;
  const comb = run.tasks.find(
    ({ task: key, station }) => key === 'clean' && station === 'Honeycomb',
  )!;
  const ofComb = (all = read().slots) =>
    all
      .filter(({ key }) => key.startsWith(`${sheetId} ${comb.id}`))
      .sort((a, b) => a.start - b.start);
  const words = ofComb(slots).map(({ what, part, person, place }) => [what, part, person, place]);
  // begun, soaked in the wash, rinsed there, dried in the sun or by the window
  expect(words).toEqual([
    ['Honeycomb: clean', 'hands', 'Marit', null],
    ['Honeycomb soaks', 'wait', null, 'wash'],
    ['Honeycomb: finish', 'hands', 'Marit', 'wash'],
    ['Honeycomb dries', 'wait', null, 'window'],
  ]);
  expect(slots.every(({ start, end }) => end > start)).toBe(true);
  expect(
    slots.filter(({ key }) => key.startsWith(`${sheetId} isolate`)).map((s) => s.what),
  ).toEqual(['Make it safe']);
  expect(row.people).toEqual(['Marit']);
  expect(ofComb().map(({ done }) => done)).toEqual([false, false, false, false]);
  const steps = (lines: readonly { id: string }[]) =>
    lines.map(({ id }) => ({ kind: 'step' as const, step: id, done: true }));
  const [way] = comb.ways;
  must(press(shop, tester, sheetId, steps(way!.active)));
  expect(ofComb().map(({ done }) => done)).toEqual([true, true, false, false]);
  must(press(shop, tester, sheetId, steps(way!.finishing.slice(1))));
  expect(ofComb().map(({ done }) => done)).toEqual([true, true, false, false]);
  must(
    press(shop, tester, sheetId, [
      ...steps(way!.finishing),
      { kind: 'mark', task: comb.id, change: { result: 'done' } },
    ]),
  );
  expect(ofComb().map(({ done }) => done)).toEqual([true, true, true, true]);
  // what is asked and tested at the end is done where the sheet itself says so: every task ended, every answer a yes
  const end = (task: string) =>
    read().slots.find(({ key }) => key.startsWith(`${sheetId} ${task} `))!.done;
  const checks = (answer: 'yes' | 'no') =>
    must(
      press(
        shop,
        tester,
        sheetId,
        run.checks.map(({ id }) => ({ kind: 'check', check: id, answer })),
      ),
    );
  const [rails] = run.tasks.filter(({ id }) => id !== comb.id);
  shop.clock.now += 24 * 3_600_000;
  checks('yes');
  expect([end('checks'), end('proof')]).toEqual([false, false]);
  must(
    press(shop, tester, sheetId, [
      ...steps(rails!.ways[0]!.active),
      { kind: 'mark', task: rails!.id, change: { result: 'done' } },
    ]),
  );
  expect([end('checks'), end('proof')]).toEqual([true, false]);
  checks('no');
  expect(end('checks')).toBe(false);
  checks('yes');
  const prove = (passed: boolean) =>
    must(
      press(
        shop,
        tester,
        sheetId,
        run.proofs.map(({ id }) => ({ kind: 'proof', proof: id, passed, words: 'seen' })),
      ),
    );
  prove(true);
  expect(end('proof')).toBe(true);
});

test('nothing goes back before what is inside it is dry, whoever works and wherever it dries', () => {
  const { campaignId } = must(startCampaign(shop, tester, both(['Marit', 'Oluf'])));
  const { slots, sheets } = readCampaign(shop, campaignId)!;
  for (const { sheetId, run } of sheets) {
    const of = (id: string) => slots.filter(({ key }) => key.startsWith(`${sheetId} ${id}`));
    for (const piece of [...run.pieces, ...run.tasks]) {
      const [first] = of(piece.id).sort((a, b) => a.start - b.start);
      for (const { id, until } of piece.after) {
        const before = of(id);
        const hands = before.filter(({ part }) => part === 'hands');
        const last = {
          begun: Math.min(...hands.map(({ end }) => end)),
          worked: Math.max(...hands.map(({ end }) => end)),
          over: Math.max(...before.map(({ end }) => end)),
        }[until];
        if (before.length > 0 && first)
          expect([piece.id, id, first.start >= last]).toEqual([piece.id, id, true]);
      }
    }
  }
});
