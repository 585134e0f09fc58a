import path from 'node:path';
import Database from 'better-sqlite3';
import { log } from './log';
import { readSetting, writeSetting } from '../records/settings';
import { recordsFile, write } from '../records/database';
import { ok } from '../core/units/result';
import { attempted, patiently, troubleWords } from './shop';
import { eachTestShop, refusal } from './testing/shop';

const shop = eachTestShop();
beforeEach(() => {
  jest.spyOn(log, 'error').mockImplementation(() => undefined);
});
afterEach(() => {
  jest.restoreAllMocks();
});

const full = () => {
  const { $client } = shop.db;
  $client.pragma(`max_page_count = ${String($client.pragma('page_count', { simple: true }))}`);
  return attempted(shop, () =>
    ok(write(shop.db, () => writeSetting(shop.db, 'name', 'x'.repeat(500_000)))),
  );
};

test('what the disk or the database refuses is told whoever pressed, in the words of the log', async () => {
  const said = refusal(await full());
  expect(said).toMatch(/disk of the server is full/);
  expect(jest.mocked(log.error).mock.calls[0]![1]).toBe(said);
});

test('records that may only be read say so, and nothing is kept', async () => {
  shop.db.$client.pragma('query_only = on');
  const said = refusal(
    await attempted(shop, () => ok(write(shop.db, () => writeSetting(shop.db, 'name', 'x')))),
  );
  expect(said).toMatch(/cannot be written|could not be written/);
  shop.db.$client.pragma('query_only = off');
  expect(readSetting(shop.db, 'name')).toBeNull();
});

test.each([
  ['ENOSPC', /disk of the server is full/],
  ['EROFS', /cannot be written/],
  ['EACCES', /cannot be written/],
])('a file system that answers %s is told too', async (code, words) => {
  const failing = () => {
    throw Object.assign(new Error('write'), { code });
  };
  expect(refusal(await attempted(shop, failing))).toMatch(words);
});

test('a defect is no refusal: it goes on as it is', async () => {
  const defect = new TypeError('x is not a function');
  expect(troubleWords(defect)).toBeNull();
  await expect(
    attempted(shop, () => {
      throw defect;
    }),
  ).rejects.toBe(defect);
});

test('whoever waits for another process to end writing does not hold the others up', async () => {
  const other = new Database(path.join(shop.dataDir, recordsFile));
  other.exec('begin immediate');
  shop.db.$client.pragma('busy_timeout = 20');
  const tries = new Map<string, number>();
  const names = ['a', 'b', 'c', 'd', 'e'];
  const all = Promise.all(
    names.map((name) =>
      patiently(shop, () => {
        tries.set(name, (tries.get(name) ?? 0) + 1);
        write(shop.db, () => writeSetting(shop.db, name, 'written'));
      }),
    ),
  );
  await new Promise((resolve) => setTimeout(resolve, 300));
  // each try blocks for as long as the file is waited for: one each, not one whenever the file is looked at
  expect([...tries.values()]).toEqual([1, 1, 1, 1, 1]);
  other.exec('rollback');
  other.close();
  await all;
  expect(names.map((name) => readSetting(shop.db, name))).toEqual(names.map(() => 'written'));
  expect(shop.db.$client.pragma('busy_timeout', { simple: true })).toBe(20);
});

test('whoever logs while an import writes for long is not refused', async () => {
  const other = new Database(path.join(shop.dataDir, recordsFile));
  other.exec('begin immediate');
  shop.db.$client.pragma('busy_timeout = 20');
  const began = Date.now();
  const clock = jest.spyOn(Date, 'now');
  const logged = attempted(shop, () => {
    write(shop.db, () => writeSetting(shop.db, 'a', 'logged'));
    return ok(null);
  });
  await new Promise((resolve) => setTimeout(resolve, 100));
  clock.mockReturnValue(began + 25_000);
  await new Promise((resolve) => setTimeout(resolve, 100));
  clock.mockRestore();
  other.exec('rollback');
  other.close();
  expect(await logged).toEqual(ok(null));
  expect(readSetting(shop.db, 'a')).toBe('logged');
});
