import { log } from '../log';
import fs from 'node:fs';
import path from 'node:path';
import { millisecondsPerDay, millisecondsPerHour } from '../../core/units/time';
import { reportFault } from '../faults/report';
import { closeShop, openShop } from '../shop';
import { logSession } from '../usage/sessions';
import {
  addTestMachine,
  cutPlywood,
  must,
  eachTestShop,
  openTestShop,
  refusal,
  tester,
} from '../testing/shop';
import { checkBook } from './check';
import { listCopies, testCopy } from './copies';
import { copyDue, copyAge, keepCopy } from './nightly';
import { changeCopyRules, copyRules, usualFolder } from './rules';

const shop = eachTestShop(() => openTestShop(Date.now()));
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
  cutPlywood(shop, machineId, 3);
});
afterEach(() => {
  fs.rmSync(usualFolder(shop.dataDir), { recursive: true, force: true });
});

const rules = { folder: '', hour: 3, daily: 2, weekly: 0, monthly: 0, gigabytes: 20 };
const nextDay = () => (shop.clock.now += millisecondsPerDay);

test('a copy is made each day, opened and counted, and the rules let the old ones go', async () => {
  must(changeCopyRules(shop, tester, { ...rules, hour: 0 }));
  expect(copyDue(shop)).toBe(true);
  for (let day = 0; day < 4; day++) {
    expect(must(await keepCopy(shop))).toMatchObject({ ok: true });
    expect(copyDue(shop)).toBe(false);
    nextDay();
    expect(copyDue(shop)).toBe(true);
  }
  const copies = listCopies(copyRules(shop).folder);
  expect(copies).toHaveLength(2);
  // names tell the second, not its parts
  const { newest, old } = copyAge(shop);
  expect(newest).toBe(Math.floor((shop.clock.now - millisecondsPerDay) / 1000) * 1000);
  expect(old).toBe(false);
  const entries = shop.db.$client.prepare('select count(*) from entry').pluck().get();
  expect(copies[0]).toMatchObject({ holds: { machines: 1, entries }, tested: { ok: true } });
});

test('not before its hour', () => {
  must(changeCopyRules(shop, tester, { ...rules, hour: 23 }));
  shop.clock.now = Date.UTC(2030, 0, 10, 12);
  expect(copyDue(shop)).toBe(false);
  shop.clock.now = Date.UTC(2030, 0, 10, 22, 1); // 23:01 in Oslo
  expect(copyDue(shop)).toBe(true);
});

test('a missed night is old; a book younger than that has missed none', async () => {
  expect(copyAge(shop)).toMatchObject({ newest: null, old: false });
  shop.clock.now += 37 * millisecondsPerHour;
  expect(copyAge(shop).old).toBe(true);
  must(await keepCopy(shop));
  expect(copyAge(shop).old).toBe(false);
  shop.clock.now += 35 * millisecondsPerHour;
  expect(copyAge(shop).old).toBe(false);
  shop.clock.now += 2 * millisecondsPerHour;
  expect(copyAge(shop).old).toBe(true);
});

test('a copy that a clock ran ahead of dates stands for no night, and takes no other’s place', async () => {
  must(changeCopyRules(shop, tester, { ...rules, hour: 0, daily: 1, weekly: 0, monthly: 0 }));
  const today = shop.clock.now;
  shop.clock.now += 300 * millisecondsPerDay;
  must(await keepCopy(shop));
  shop.clock.now = today;
  expect(copyDue(shop)).toBe(true);
  must(await keepCopy(shop));
  expect(copyDue(shop)).toBe(false);
  expect(listCopies(copyRules(shop).folder)).toHaveLength(2);
  expect(copyAge(shop).newest).toBe(Math.floor(today / 1000) * 1000);
});

test('where no copy can be made, that is said until one can', async () => {
  const silent = jest.spyOn(log, 'error').mockImplementation(() => undefined);
  const blocked = path.join(shop.dataDir, '..', `${path.basename(shop.dataDir)}-blocked`);
  fs.writeFileSync(blocked, 'a file, not a folder');
  must(changeCopyRules(shop, tester, { ...rules, folder: path.join(blocked, 'copies') }));
  await expect(keepCopy(shop).then((outcome) => outcome.ok)).resolves.toBe(false);
  expect(copyAge(shop).trouble!.words).toMatch(/cannot take copies: ENOTDIR/);
  fs.rmSync(blocked);
  must(await keepCopy(shop));
  expect(copyAge(shop).trouble).toBeNull();
  fs.rmSync(blocked, { recursive: true });
  silent.mockRestore();
});

test('what lies in the folder of copies and is none is left out, also where it looks like one', async () => {
  must(await keepCopy(shop));
  const { folder } = copyRules(shop);
  for (const [name, written] of [
    ['a', '{}'],
    ['b', 'not JSON'],
    ['c', '{"made": "2026-11-01T00:00:00.000Z"}'],
  ] as const) {
    fs.mkdirSync(path.join(folder, name));
    fs.writeFileSync(path.join(folder, name, 'copy.json'), written);
  }
  fs.mkdirSync(path.join(folder, 'holiday-pictures'));
  const copies = listCopies(folder);
  expect(copies).toHaveLength(1);
  expect(copies[0]).toMatchObject({ name: path.basename(copies[0]!.folder), tested: { ok: true } });
  expect(listCopies(path.join(folder, 'nowhere'))).toEqual([]);
});

test('a copy that lost a page, an entry or a picture fails its test, and stays where it is', async () => {
  must(await keepCopy(shop));
  const [copy] = listCopies(copyRules(shop).folder);
  const records = path.join(copy!.folder, 'bitacora.sqlite');
  const handle = fs.openSync(records, 'r+');
  fs.writeSync(handle, Buffer.alloc(200, 7), 0, 200, 9000);
  fs.closeSync(handle);
  expect(refusal(testCopy(copy!.folder, shop.clock.now))).toContain('not as it was copied');
  expect(listCopies(copyRules(shop).folder)[0]!.tested).toMatchObject({ ok: false });
  nextDay();
  must(await keepCopy(shop));
  nextDay();
  must(await keepCopy(shop));
  nextDay();
  must(changeCopyRules(shop, tester, { ...rules, daily: 1 }));
  must(await keepCopy(shop));
  // the rules count copies that are whole: what failed is for somebody to look at
  expect(listCopies(copyRules(shop).folder).map(({ tested }) => tested!.ok)).toEqual([true, false]);
});

test.each([
  [{ folder: 'copies' }, /from the root/],
  [{ daily: 0 }, /at least one/],
  [{ hour: 24 }, /At most 23/],
  [{ gigabytes: 0 }, /More than 0/],
])('rules that cannot be: %o', (change, words) => {
  expect(refusal(changeCopyRules(shop, tester, { ...rules, ...change }))).toMatch(words);
});

test('copies do not go into the data itself', () => {
  const folder = path.join(shop.dataDir, 'copies');
  expect(refusal(changeCopyRules(shop, tester, { ...rules, folder }))).toContain('Not within');
});

describe('the book read through', () => {
  const bad = () => checkBook(shop).filter(({ ok }) => !ok);

  test('nothing is wrong with a sound one, and nothing is left behind', () => {
    expect(bad()).toEqual([]);
    expect(fs.readdirSync(shop.dataDir).filter((name) => name.startsWith('check-'))).toEqual([]);
  });

  test.each<[string, string, RegExp]>([
    ['Counters', 'update odometer set run_s = run_s + 60', / 3 days and /],
    ['Counters', 'delete from session_hours', /3 sessions/],
    [
      'Counters',
      `insert into open_entry (entry_id, kind) select id, 'fault' from entry limit 1`,
      /1 open faults or holds/,
    ],
    ['Entries', `update entry set data = '{"change":1}' where kind = 'machine'`, /machine /],
    ['Entries', `update entry set kind = 'poem' where kind = 'machine'`, /poem /],
  ])('%s: %s', (what, harm, words) => {
    shop.db.$client.exec(harm);
    expect(bad()).toMatchObject([{ what, words: expect.stringMatching(words) }]);
  });

  test('rows that name a machine that is gone', () => {
    shop.db.$client.exec(
      'pragma foreign_keys = off; delete from machine; pragma foreign_keys = on',
    );
    expect(bad()[0]).toMatchObject({
      what: 'References',
      words: expect.stringMatching(/name what is not there: .*station/),
    });
  });

  test('a picture that is gone', () => {
    const { faultId } = must(
      reportFault(shop, tester, { machineId, signs: ['weak'], key: 'check-photo' }),
    );
    shop.db.$client
      .prepare('insert into photo (id, entry_id, width, height, stored_at) values (?, ?, 1, 1, 0)')
      .run('lost', faultId);
    expect(bad()).toMatchObject([{ what: 'Pictures', words: 'Missing: lost.jpg.' }]);
  });
});

test('the shop goes on while it is copied', async () => {
  const beside = openShop(shop.dataDir, shop.now);
  const made = keepCopy(shop);
  must(
    logSession(beside, tester, {
      machineId,
      start: shop.clock.now - millisecondsPerHour,
      runSeconds: 600,
      beamSeconds: null,
      material: 'plywood',
      process: 'cut',
      airAssist: null,
      draught: null,
      operator: null,
      note: null,
      key: 'beside-the-copy',
    }),
  );
  closeShop(beside);
  must(await made);
});
