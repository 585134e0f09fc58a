import { perGroup } from '../../core/usage/soil';
import { listStations } from '../../records/machines';
import { bookCsv, bookPage, strikeEntry } from './audit-log';
import { addDevice, shutOutDevice } from '../device-api/devices';
import { keepJob } from '../usage/job-files';
import { callTask, deferTask } from '../care/call-or-defer';
import { chooseMethod } from '../care/methods';
import { takeReading } from '../usage/meters';
import { addModule, endModule, moveModule } from '../parts/parts';
import { addOwnTask, changeLimits, changeSchool, removeOwnTask } from '../care/care-plans';
import { changeWeight } from '../usage/soil-weights';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';

const shop = eachTestShop();
let machineId: string;
const day = 86_400_000;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const station = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;
/** The newest lines of the book, in words. */
const newest = (count = 1) => bookPage(shop, {}, count).map(({ what }) => what);
const after = (step: () => unknown) => {
  shop.clock.now += 1000;
  step();
  return newest()[0];
};

test('everything that decides a number is said in words in the book', () => {
  const window = station('window');
  expect(after(() => must(changeSchool(shop, tester, { machineId, school: 'meter' })))).toBe(
    'Care plan: meter',
  );
  const limits = [
    { kind: 'soil' as const, value: 6 },
    { kind: 'days' as const, value: 9 },
  ];
  const change = { stationId: window, task: 'wipe', basis: 'manual' as const };
  expect(after(() => must(changeLimits(shop, tester, { ...change, limits, reason: 'p. 4' })))).toBe(
    'Limits of Protective window, wipe: 6 soil hours or 9 days (manual)',
  );
  expect(after(() => must(changeLimits(shop, tester, { ...change, limits: null })))).toBe(
    'Limits of Protective window, wipe: back to the school',
  );
  const own = {
    name: 'Sniff at it',
    depth: 'inspect' as const,
    group: 'air' as const,
    criticality: 'fire' as const,
    limits: [{ kind: 'days' as const, value: 2 }],
    minutes: 1,
  };
  expect(after(() => must(addOwnTask(shop, tester, { stationId: station('duct'), ...own })))).toBe(
    'Own task at Duct: Sniff at it',
  );
  expect(
    after(() =>
      must(removeOwnTask(shop, tester, { stationId: station('duct'), task: 'sniff-at-it' })),
    ),
  ).toBe('Own task taken away at Duct: sniff-at-it');
  expect(
    after(() =>
      must(callTask(shop, tester, { stationId: window, task: 'wipe', sign: 'faint lines' })),
    ),
  ).toBe('Called due: Protective window, wipe, because faint lines');
  const until = { kind: 'run' as const, hours: 3 };
  expect(
    after(() =>
      must(deferTask(shop, tester, { stationId: window, task: 'wipe', reason: 'fair', until })),
    ),
  ).toBe('Put off for 3 run hours: Protective window, wipe');
  expect(
    after(() =>
      must(
        changeWeight(shop, tester, {
          what: { change: 'factor', factor: 'airOff', weight: perGroup(() => 2) },
          from: null,
          reason: 'seen',
        }),
      ),
    ),
  ).toBe('Soil factor airOff for all of the past: optics 2, bed 2, motion 2, air 2');
  expect(
    after(() =>
      must(
        chooseMethod(shop, tester, { question: 'air', choice: 'compressor', stationId: window }),
      ),
    ),
  ).toBe('Method at Protective window: compressor');
  expect(after(() => must(addDevice(shop, tester, { name: 'Meter', machineId })))).toBe(
    'Device added: Meter',
  );
  const job = {
    machineId,
    hash: '0123456789abcdef',
    name: 'dial.nc',
    runSeconds: 125,
    beamSeconds: 60,
  };
  expect(after(() => must(keepJob(shop, tester, job)))).toMatch(/^Job file dial\.nc: 2 min/);
});

test('meters and modules too; a page of the record and its export say the same', () => {
  const read = (hours: number, key: string, jump?: object) =>
    must(
      takeReading(shop, tester, {
        machineId,
        at: shop.clock.now,
        seconds: hours * 3600,
        key,
        ...(jump && { jump: jump as never }),
      }),
    );
  expect(after(() => read(990, 'words-one'))).toBe('Meter read: 990.0 h');
  after(() => read(4, 'words-two', { how: 'rolled over', atSeconds: 1000 * 3600 }));
  expect(newest(2).sort()).toEqual(['Meter read: 4.0 h', 'Meter rolled over at 1000.0 h']);
  let id = '';
  after(() => {
    id = must(
      addModule(shop, tester, {
        kind: 'head',
        serial: 'H-1',
        name: '20 W',
        hadHours: 12,
        machineId: null,
        at: shop.clock.now,
      }),
    ).id;
  });
  expect(newest()[0]).toBe('Module added: 20 W H-1, 12 h old');
  expect(after(() => must(moveModule(shop, tester, { moduleId: id, machineId })))).toBe(
    '20 W H-1 fitted',
  );
  expect(after(() => must(moveModule(shop, tester, { moduleId: id, machineId: null })))).toBe(
    '20 W H-1 into the drawer',
  );
  expect(after(() => must(endModule(shop, tester, { moduleId: id, why: 'dropped' })))).toBe(
    '20 W H-1 ended: dropped',
  );
  const csv = [...bookCsv(shop, {})].join('');
  for (const line of newest(8)) expect(csv).toContain(line);
});

test('a mistaken call is struck through and calls nothing any more', () => {
  const window = station('window');
  const { entryId } = must(
    callTask(shop, tester, { stationId: window, task: 'wipe', sign: 'faint' }),
  );
  must(strikeEntry(shop, tester, 'technician', entryId, 'it was the focus'));
  const line = bookPage(shop, {}, 5).find(({ id }) => id === entryId)!;
  expect(line.struck).toMatchObject({ reason: 'it was the focus' });
  // a second call is a first one again
  shop.clock.now += day;
  must(callTask(shop, tester, { stationId: window, task: 'wipe', sign: 'now it is' }));
  const id = must(addDevice(shop, tester, { name: 'Screen', machineId: null })).id;
  must(shutOutDevice(shop, tester, id));
  must(shutOutDevice(shop, tester, id));
  expect(newest(9).filter((words) => words === 'Device revoked: Screen')).toHaveLength(1);
});
