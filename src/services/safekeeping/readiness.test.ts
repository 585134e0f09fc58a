import fs from 'node:fs';
import path from 'node:path';
import { addTestMachine, eachTestShop, must, openTestShop } from '../testing/shop';
import { keepCopy } from './nightly';
import { readiness } from './readiness';
import { usualFolder } from './rules';

const shop = eachTestShop(() => openTestShop(Date.now()));
afterEach(() => {
  jest.restoreAllMocks();
  fs.rmSync(usualFolder(shop.dataDir), { recursive: true, force: true });
});
const disk = (free: number) =>
  jest.spyOn(fs, 'statfsSync').mockReturnValue({ bavail: free / 4096, bsize: 4096 } as never);

test('a book that can be written on a disk with room is ready, with or without a copy', async () => {
  disk(4096e6);
  addTestMachine(shop);
  expect(readiness(shop)).toEqual({
    ready: true,
    book: 'writable',
    free: 4096e6,
    copyHours: null,
    copyOld: false,
  });
  must(await keepCopy(shop));
  shop.clock.now += 26 * 3_600_000;
  expect(readiness(shop)).toMatchObject({ ready: true, copyHours: 26 });
  // an old copy is said, and ends nothing
  shop.clock.now += 60 * 24 * 3_600_000;
  expect(readiness(shop)).toMatchObject({ ready: true, copyOld: true });
});

test.each([
  [200e6, true],
  [199.9e6, false],
  [0, false],
])('with %d bytes free: %p', (free, ready) => {
  disk(free);
  expect(readiness(shop)).toMatchObject({ ready, book: 'writable' });
});

test('a book that is gone is not ready, and says so', () => {
  disk(4096e6);
  const book = path.join(shop.dataDir, 'bitacora.sqlite');
  fs.renameSync(book, `${book}.aside`);
  const found = readiness(shop);
  fs.renameSync(`${book}.aside`, book);
  expect(found).toMatchObject({ ready: false, book: expect.stringContaining('were taken away') });
  expect(readiness(shop).ready).toBe(true);
});
