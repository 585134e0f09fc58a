import { composedTools } from '../../catalogue/steps/compose';
import { bookPage, strikeEntry } from '../audit-log/audit-log';
import { listStations } from '../../records/machines';
import { consumables } from '../../catalogue/consumables';
import { stationKind } from '../../catalogue/catalogue';
import { stationKinds } from '../../catalogue/stations';
import { handOver } from '../cleaning/hand-over';
import { signOffSheet, wantingFor } from '../cleaning/sign-off';
import { sheetRow, startSheet } from '../cleaning/sheets';
import {
  changeStoreItem,
  dropStoreItem,
  itemHistory,
  moveStock,
  shelf,
  storeItems,
  usedBy,
} from './inventory';
import {
  addTestMachine,
  markOn,
  must,
  eachTestShop,
  pressAllInOrder,
  refusal,
  tester,
} from '../testing/shop';

const shop = eachTestShop();
let machineId: string;

beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

test('an item that is not in the stores is neither changed, moved nor dropped', () => {
  const gone = {
    item: 'gone',
    name: 'Ghost',
    unit: 'g',
    pack: 1,
    reorderAt: 0,
    perTask: 1,
    tool: null,
  };
  for (const refused of [
    changeStoreItem(shop, tester, gone),
    moveStock(shop, tester, { item: 'gone', kind: 'receipt', quantity: 1 }),
    dropStoreItem(shop, tester, 'gone'),
  ]) {
    expect(refused).toMatchObject({ ok: false, error: { field: 'item' } });
    expect(refusal(refused)).toBe('That item is not in the stores.');
  }
  expect(storeItems(shop).some(({ name }) => name === 'Ghost')).toBe(false);
});

const has = (item: string) => shelf(shop).find((one) => one.item === item)!.has;
const move = (item: string, kind: 'use' | 'receipt' | 'count', quantity: number) => {
  shop.clock.now += 1000;
  return must(moveStock(shop, tester, { item, kind, quantity }));
};
const station = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;

function cleaned(slug: string, task: string, result: 'done' | 'replaced' | 'put-off') {
  const sheetId = must(
    startSheet(shop, tester, { machineId, tasks: [{ stationId: station(slug), task }] }),
  ).row.id;
  markOn(shop, sheetId, station(slug), task, { result, note: 'as it was' });
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  return sheetId;
}

test('nothing is kept track of until it is counted or received', () => {
  expect(shelf(shop).every((item) => item.has === null && item.state === 'not kept')).toBe(true);
  cleaned('window', 'wipe', 'done');
  expect(has('swabs')).toBeNull();
  move('swabs', 'count', 100);
  expect(has('swabs')).toBe(100);
  move('swabs', 'receipt', 50);
  move('swabs', 'use', 7.5);
  expect(has('swabs')).toBe(142.5);
});

test('signing off draws what the tasks use; a replaced part takes its spare; what was put off takes nothing', () => {
  for (const [item, count] of [
    ['swabs', 40],
    ['gloves', 20],
    ['isopropyl', 300],
    ['window', 4],
  ] as const)
    move(item, 'count', count);
  const sheetId = cleaned('window', 'wipe', 'done');
  expect([has('swabs'), has('gloves'), has('isopropyl'), has('window')]).toEqual([36, 19, 295, 4]);
  cleaned('window', 'wipe', 'replaced');
  expect([has('swabs'), has('window')]).toEqual([32, 3]);
  cleaned('window', 'wipe', 'put-off');
  expect(has('swabs')).toBe(32);
  const over = handOver(shop, sheetRow(shop, sheetId)!);
  expect(over.drawn.map(({ name, quantity }) => [name, quantity])).toContainEqual([
    'Lens swabs',
    4,
  ]);
  expect(itemHistory(shop, 'swabs').map(({ kind, quantity }) => [kind, quantity])).toEqual([
    ['use', 4],
    ['use', 4],
    ['count', 40],
  ]);
});

test('what is short or low is said before the start', () => {
  move('swabs', 'count', 3);
  move('gloves', 'count', 16);
  move('isopropyl', 'count', 900);
  const said = wantingFor(shop, [{ stationId: station('window'), task: 'wipe' }]);
  expect(said.map(({ item, state, has: there, needs }) => [item, state, there, needs])).toEqual([
    ['swabs', 'short', 3, 4],
    ['gloves', 'low', 16, 1],
  ]);
});

test('the shop’s own amounts stand for ours; its own items are drawn by their tool', () => {
  const swabs = storeItems(shop).find(({ item }) => item === 'swabs')!;
  must(changeStoreItem(shop, tester, { ...swabs, perTask: 2 }));
  const own = must(
    changeStoreItem(shop, tester, {
      name: 'Blue cloths',
      unit: 'pieces',
      pack: 10,
      reorderAt: 4,
      perTask: 1,
      tool: 'microfibre',
    }),
  );
  move('swabs', 'count', 10);
  move(own, 'count', 9);
  cleaned('window', 'wipe', 'done');
  cleaned('frame', 'wipe', 'done');
  expect([has('swabs'), has(own)]).toEqual([8, 8]);
  expect(
    refusal(changeStoreItem(shop, tester, { ...swabs, item: null, name: 'lens SWABS' })),
  ).toContain('already');
  must(dropStoreItem(shop, tester, own));
  expect(shelf(shop).some(({ item }) => item === own)).toBe(false);
  expect(refusal(dropStoreItem(shop, tester, own))).toContain('not in the stores');
});

test('a change of coolant takes a tank, a look at it a splash; in proportion when the shop changes it', () => {
  const items = storeItems(shop);
  const use = (key: string, from = items) =>
    usedBy(from, [
      {
        stationKind: 'coolant',
        task: stationKind('coolant').tasks.find((task) => task.key === key)!,
        replaced: false,
      },
    ]).get('distilled');
  expect([use('inspect'), use('change')]).toEqual([0.2, 10]);
  const doubled = items.map((item) =>
    item.item === 'distilled' ? { ...item, perTask: 0.4 } : item,
  );
  expect([use('inspect', doubled), use('change', doubled)]).toEqual([0.4, 20]);
});

test('every starting item is used by some task or replaces something that exists', () => {
  const tools = new Set([
    ...stationKinds.flatMap(({ tasks }) => tasks.flatMap((task) => task.tools)),
    // what a method brings in place of ours
    ...composedTools,
  ]);
  const kinds = new Set(stationKinds.map(({ id }) => id));
  expect(consumables.length).toBeGreaterThan(10);
  for (const { tool, replaces } of consumables) {
    expect(tool ? tools.has(tool) : (replaces ?? []).some((kind) => kinds.has(kind))).toBe(true);
    for (const kind of replaces ?? []) expect(kinds.has(kind)).toBe(true);
  }
});

test('bad amounts are refused with their field; a movement is struck through, not deleted', () => {
  const wrong = (input: object) =>
    moveStock(shop, tester, { item: 'swabs', kind: 'receipt', ...(input as { quantity: number }) });
  expect(wrong({ quantity: -1 })).toMatchObject({ error: { field: 'quantity' } });
  expect(wrong({ quantity: 0 })).toMatchObject({ error: { field: 'quantity' } });
  expect(wrong({})).toMatchObject({ error: { field: 'quantity', message: 'Give an amount.' } });
  expect(wrong({ quantity: 1, item: 'gold' })).toMatchObject({ error: { field: 'item' } });
  expect(wrong({ quantity: 1e9 })).toMatchObject({ error: { field: 'quantity' } });
  move('swabs', 'count', 50);
  move('swabs', 'receipt', 500);
  const [line] = bookPage(shop, { kinds: ['stock'] }, 1);
  expect(line!.what).toBe('Received: Lens swabs, 500 pieces');
  expect(line!.correctable).toBe(true);
  must(strikeEntry(shop, tester, 'technician', line!.id, 'fifty, not five hundred'));
  expect(has('swabs')).toBe(50);
  expect(itemHistory(shop, 'swabs')[0]).toMatchObject({ struck: true });
});
