import { changeSetting } from './setup/settings';
import { kept, ofNow } from './kept';
import { openShop, closeShop } from './shop';
import { allOrNothing } from './use-case';
import { must, eachTestShop, tester } from './testing/shop';

const shop = eachTestShop();
let reads: number;
beforeEach(() => {
  reads = 0;
});

const name = () => kept(shop, 'name', ofNow, () => ((reads += 1), shop.name));
const rename = (of: Parameters<typeof changeSetting>[0], value: string) =>
  must(changeSetting(of, tester, { name: 'name', value }));

test('what nothing changed is read once', () => {
  expect([name(), name(), reads]).toEqual(['Our workshop', 'Our workshop', 1]);
});

test('a write, ours or of another process, and time that goes by read it anew', () => {
  name();
  rename(shop, 'Loft');
  expect([name(), reads]).toEqual(['Loft', 2]);
  const other = openShop(shop.dataDir);
  rename(other, 'Shed');
  closeShop(other);
  expect([name(), reads]).toEqual(['Shed', 3]);
  shop.clock.now += ofNow;
  expect([name(), reads]).toEqual(['Shed', 4]);
});

test('what a write reads of its own and takes back is not kept', () => {
  name();
  expect(() =>
    allOrNothing(shop, () => {
      rename(shop, 'Pier');
      expect(name()).toBe('Pier');
      throw new Error('taken back');
    }),
  ).toThrow('taken back');
  expect(name()).toBe('Our workshop');
});
