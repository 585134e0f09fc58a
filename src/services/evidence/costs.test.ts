import { millisecondsPerDay } from '../../core/units/time';
import { listStations } from '../../records/machines';
import { strikeEntry } from '../audit-log/audit-log';
import { recordCare } from '../care/care';
import { signOffSheet } from '../cleaning/sign-off';
import { startSheet } from '../cleaning/sheets';
import { reportFault } from '../faults/report';
import { repairFault } from '../faults/steps';
import { changeStoreItem, itemHistory, moveStock, storeItem } from '../inventory/inventory';
import { addModule, endModule } from '../parts/parts';
import {
  addTestMachine,
  cutPlywood,
  markOn,
  must,
  eachTestShop,
  pressAllInOrder,
  refusal,
  tester,
} from '../testing/shop';
import { logSession } from '../usage/sessions';
import { reckonCosts } from './costs';
import { reckonPartLives } from './part-lives';

const hour = 3_600_000;
const shop = eachTestShop();
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const station = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;

function price(item: string, packPrice: number | null) {
  const { own: _, replaces: __, ...kept } = storeItem(shop, item)!;
  must(changeStoreItem(shop, tester, { ...kept, packPrice }));
}

function cleaned(result: 'done' | 'replaced') {
  const tasks = [{ stationId: station('window'), task: 'wipe' }];
  const sheetId = must(startSheet(shop, tester, { machineId, tasks })).row.id;
  markOn(shop, sheetId, station('window'), 'wipe', { result, note: 'as it was' });
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  shop.clock.now += hour;
}

const own = () => reckonCosts(shop).machines.find((one) => one.machineId === machineId)!;

describe('what a year cost', () => {
  beforeEach(() => {
    for (const [item, count] of [
      ['swabs', 200],
      ['gloves', 40],
      ['window', 8],
    ] as const)
      must(moveStock(shop, tester, { item, kind: 'count', quantity: count }));
    price('swabs', 25);
    price('window', 32);
  });

  it('is what clean-downs drew at the price of a pack, and names what has none', () => {
    cleaned('done');
    cleaned('replaced');
    // four swabs of a pack of a hundred each time, one window of a pack of four, a pair of gloves each
    const costs = reckonCosts(shop);
    expect(own()).toMatchObject({ cleans: 2, materials: 2 * 4 * 0.25 + 8, perClean: 5 });
    expect(own().unpriced).toEqual(['gloves']);
    expect(costs.unpriced).toEqual(['Nitrile gloves']);
    expect(costs.shop).toMatchObject({ cleans: 2, materials: 10 });
    price('gloves', 0);
    expect(reckonCosts(shop).unpriced).toEqual([]);
    price('swabs', null);
    expect(own().unpriced).toEqual(['swabs']);
  });

  it('leaves out what was struck, taken for no machine, or drawn more than a year ago', () => {
    cleaned('done');
    must(moveStock(shop, tester, { item: 'swabs', kind: 'use', quantity: 100 }));
    expect(own().materials).toBe(1);
    const [drawn] = itemHistory(shop, 'swabs').filter(({ sheetId }) => sheetId !== null);
    must(strikeEntry(shop, tester, 'technician', drawn!.entryId, 'counted twice'));
    expect(own().materials).toBe(0);
    cleaned('replaced');
    expect(own().materials).toBeGreaterThan(0);
    shop.clock.now += 366 * millisecondsPerDay;
    expect(own()).toMatchObject({ materials: 0, cleans: 0, total: 0, perClean: null });
  });

  it('adds repairs, and is told by the hour of beam: logged, or by the share that is', () => {
    const log = (beamSeconds?: number) => {
      shop.clock.now += 2 * hour;
      must(
        logSession(shop, tester, {
          machineId,
          start: shop.clock.now - hour,
          runSeconds: 3600,
          ...(beamSeconds !== undefined && { beamSeconds }),
          material: 'plywood',
          process: 'cut',
          key: `costs-session-${keys++}`,
        }),
      );
    };
    for (let n = 0; n < 5; n++) log(1800);
    for (let n = 0; n < 3; n++) log();
    const { faultId } = must(
      reportFault(shop, tester, { machineId, signs: ['weak'], key: 'costs-fault-1' }),
    );
    must(repairFault(shop, tester, { faultId, action: 'new lens', minutes: 10, cost: 40 }));
    expect(own()).toMatchObject({ repairs: 40, total: 40, perBeamHour: 10 });
    expect(own().beamHours).toBeCloseTo(8 / 2, 9);
  });

  it('refuses a price that is none, and keeps the one there was', () => {
    const { own: _, replaces: __, ...kept } = storeItem(shop, 'swabs')!;
    for (const packPrice of [-1, NaN, 2e6]) {
      expect(refusal(changeStoreItem(shop, tester, { ...kept, packPrice }))).toMatch(/price|costs/);
    }
    expect(storeItem(shop, 'swabs')).toMatchObject({ packPrice: 25, pack: 100 });
  });
});

describe('how long parts last', () => {
  it('is told from one replacement to the next, by hand, those in use counted so far', () => {
    // an hour a day, at nine
    cutPlywood(shop, machineId, 100);
    expect(reckonPartLives(shop)).toEqual([]);
    const now = shop.clock.now;
    const replaced = (daysAgo: number, slug = 'window') =>
      must(
        recordCare(shop, tester, {
          stationId: station(slug),
          task: 'wipe',
          at: now - daysAgo * millisecondsPerDay,
          result: 'replaced',
        }),
      );
    replaced(60);
    replaced(20);
    const [window] = reckonPartLives(shop);
    expect(window).toMatchObject({
      bySerial: false,
      ended: 2,
      running: 1,
      runHours: 100,
      mean: 50,
    });
    // 40, 40 and 20 still in use: after the forty both of two have ended
    expect(window!.median).toBe(40);
    expect(window!.lower).toBeLessThan(50);
    expect(window!.upper).toBeGreaterThan(50);
  });

  it('leaves out what was replaced before any use', () => {
    cutPlywood(shop, machineId, 30);
    must(
      recordCare(shop, tester, {
        stationId: station('window'),
        task: 'wipe',
        at: shop.clock.now - 40 * millisecondsPerDay,
        result: 'replaced',
      }),
    );
    expect(reckonPartLives(shop)).toEqual([]);
  });

  it('takes parts with a serial number for themselves, wherever they were', () => {
    cutPlywood(shop, machineId, 30);
    const lens = must(
      addModule(shop, tester, {
        kind: 'lens',
        serial: 'L-1',
        machineId: null,
        at: null,
        name: 'Lens',
      }),
    );
    const lives = () => reckonPartLives(shop).find(({ bySerial }) => bySerial);
    expect(lives()).toMatchObject({ ended: 0, running: 1, mean: null, median: null });
    must(endModule(shop, tester, { moduleId: lens.id, why: 'chipped' }));
    expect(lives()).toMatchObject({ ended: 1, running: 0 });
  });
});
