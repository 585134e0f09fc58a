import { changeSetting } from './setup/settings';
import { holdMachine } from './machines/holds';
import { kept, keptBesidesUse, keptOf, ofNow } from './kept';
import { openShop, closeShop } from './shop';
import { allOrNothing } from './use-case';
import { correctSession, logSession } from './usage/sessions';
import { addTestMachine, must, eachTestShop, tester } from './testing/shop';

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

describe('what does not follow from use', () => {
  const besides = (of = shop) => keptBesidesUse(of, 'name', ofNow, () => ((reads += 1), of.name));
  let key = 0;
  const log = (of: typeof shop, machineId: string) => {
    const start = shop.clock.now - 3_600_000 * ++key;
    return must(
      logSession(of, tester, { machineId, start, runSeconds: 60, key: `of-kept-${key}-test` }),
    );
  };

  test('is kept while use is logged, by us or another process', () => {
    const { id } = addTestMachine(shop);
    const other = Object.assign(
      openShop(shop.dataDir, () => shop.clock.now),
      { clock: shop.clock },
    );
    besides();
    log(shop, id);
    besides();
    log(other, id);
    besides();
    expect(reads).toBe(1);
    rename(other, 'Pier');
    expect([besides(), reads]).toEqual(['Pier', 2]);
    log(shop, id);
    rename(shop, 'Loft');
    log(shop, id);
    expect([besides(), reads]).toEqual(['Loft', 3]);
    shop.clock.now += ofNow;
    besides();
    expect(reads).toBe(4);
    closeShop(other);
  });

  test('a session taken back is no longer use alone', () => {
    const { id } = addTestMachine(shop);
    const { entryId } = log(shop, id);
    besides();
    must(correctSession(shop, tester, { entryId, reason: 'not so', change: null }));
    besides();
    expect(reads).toBe(2);
  });

  test('within a write it is read each time and not kept', () => {
    allOrNothing(shop, () => {
      besides();
      rename(shop, 'Pier');
      expect(besides()).toBe('Pier');
    });
    expect(reads).toBe(2);
    expect([besides(), reads]).toEqual(['Pier', 3]);
  });
});

describe('what follows from the lines of some machines', () => {
  let key = 0;
  const log = (of: typeof shop, machineId: string) =>
    must(
      logSession(of, tester, {
        machineId,
        start: shop.clock.now - 3_600_000 * ++key,
        runSeconds: 60,
        key: `of-machine-${key}`,
      }),
    );
  let [wren, swift] = ['', ''];
  const ofWren = () => keptOf(shop, 'wren', ofNow, () => ({ value: (reads += 1), of: [wren] }));
  beforeEach(() => {
    wren = addTestMachine(shop).id;
    swift = addTestMachine(shop, 'Swift').id;
  });

  test('is read anew for a line of theirs or of none, not for one of another', () => {
    expect([ofWren(), ofWren()]).toEqual([1, 1]);
    log(shop, swift);
    expect(ofWren()).toBe(1);
    log(shop, wren);
    expect([ofWren(), ofWren()]).toEqual([2, 2]);
    rename(shop, 'Loft');
    expect(ofWren()).toBe(3);
    shop.clock.now += ofNow;
    expect([ofWren(), ofWren()]).toEqual([4, 4]);
  });

  test('where all but the use of others counts, it is read anew for that too, and for no more', () => {
    const read = () =>
      keptOf(shop, 'besides', ofNow, () => ({ value: (reads += 1), of: [wren] }), {
        besidesUse: true,
      });
    expect([read(), read()]).toEqual([1, 1]);
    log(shop, swift);
    expect(read()).toBe(1);
    const { entryId } = log(shop, wren);
    expect(read()).toBe(2);
    must(holdMachine(shop, tester, { machineId: swift, words: 'belt on order' }));
    expect([read(), read()]).toEqual([3, 3]);
    // whose session it is that a line puts right is not told apart
    const change = { start: shop.clock.now - 60_000, runSeconds: 30 };
    must(correctSession(shop, tester, { entryId, reason: 'longer', change }));
    expect([read(), read()]).toEqual([4, 4]);
  });

  test('hears what another process wrote', () => {
    ofWren();
    const other = Object.assign(
      openShop(shop.dataDir, () => shop.clock.now),
      { clock: shop.clock },
    );
    log(other, swift);
    expect(ofWren()).toBe(1);
    log(other, wren);
    expect(ofWren()).toBe(2);
    closeShop(other);
  });

  test('within a write it is read each time and not kept', () => {
    ofWren();
    expect(() =>
      allOrNothing(shop, () => {
        expect([ofWren(), ofWren()]).toEqual([2, 3]);
        throw new Error('taken back');
      }),
    ).toThrow('taken back');
    expect(ofWren()).toBe(1);
  });

  test('what is written while it is read is not kept as if it had been seen', () => {
    const begun = keptOf(shop, 'late', ofNow, () => {
      const before = (reads += 1);
      const other = Object.assign(
        openShop(shop.dataDir, () => shop.clock.now),
        { clock: shop.clock },
      );
      log(other, wren);
      closeShop(other);
      return { value: before, of: [wren] };
    });
    const after = keptOf(shop, 'late', ofNow, () => ({ value: (reads += 1), of: [wren] }));
    expect(after).not.toBe(begun);
  });
});
