import { careByEntry } from '../../records/care';
import { entryById, standingEntries, strikesOf } from '../../records/audit-log';
import { listStations } from '../../records/machines';
import { bookPage } from '../audit-log/audit-log';
import { readFault } from '../faults/faults';
import { removeStation } from '../machines/machines';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { correctCare, recordCare } from './care';
import { dueMachines } from './due';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const minute = 60_000;
const stationId = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;
const care = (more: object = {}) => ({
  stationId: stationId('window'),
  task: 'wipe',
  at: shop.clock.now,
  ...more,
});
const record = (more: object = {}) => recordCare(shop, tester, care(more));
const kept = (entryId: string) => careByEntry(shop.db, [entryId]).get(entryId)!;
const cares = () => standingEntries(shop.db, ['care']);

describe('care that is recorded', () => {
  test('is kept as it was said, with what is not said left open', () => {
    const { entryId, faultId } = must(record({ finding: 'haze', minutes: 3, note: ' a hair ' }));
    expect(faultId).toBeNull();
    expect(kept(entryId)).toEqual({
      entryId,
      machineId,
      stationId: stationId('window'),
      task: 'wipe',
      depth: expect.any(String),
      at: shop.clock.now,
      result: 'done',
      finding: 'haze',
      method: null,
      way: null,
      minutes: 3,
      sheetId: null,
      moduleId: null,
    });
    expect(entryById(shop.db, entryId)).toMatchObject({
      machineId,
      note: 'a hair',
      at: shop.clock.now,
      person: 'Tester',
    });
  });

  test('of a key that is known is the same care, and is counted once', () => {
    const first = must(record({ key: 'care-key-1', finding: 'damaged' }));
    expect(first.faultId).not.toBeNull();
    expect(must(record({ key: 'care-key-1' }))).toEqual({
      entryId: first.entryId,
      faultId: null,
    });
    expect(cares()).toHaveLength(1);
  });

  test.each([
    ['of a task that is not there', { task: 'polish' }, 'task', 'has no task "polish": it has '],
    ['of a station that is not there', { stationId: 'gone' }, 'station', 'no longer there'],
    ['of a look that was none', { result: 'looked-fine' }, 'result', 'only tasks that are a look'],
    ['put off without a word', { result: 'put-off' }, 'note', 'Say in the note'],
    ['done in part without a word', { result: 'in-part' }, 'note', 'Say in the note'],
    [
      'not reached without a word',
      { result: 'not-reached', note: '  ' },
      'note',
      'Say in the note',
    ],
    ['of more than a day', { minutes: 1441 }, 'minutes', ''],
    ['of less than nothing', { minutes: -1 }, 'minutes', ''],
    ['of half a minute', { minutes: 0.5 }, 'minutes', ''],
  ])('%s is refused', (_, more, field, words) => {
    const refused = record(more);
    expect(refusal(refused)).toContain(words);
    expect(refused).toMatchObject({ error: { field } });
    expect(cares()).toEqual([]);
  });

  test('with a word it may be put off, done in part, or not reached', () => {
    for (const result of ['put-off', 'in-part', 'not-reached']) {
      const { entryId } = must(record({ result, note: 'no swabs left' }));
      expect(kept(entryId).result).toBe(result);
    }
  });

  test('lies at most two minutes ahead, as clocks differ', () => {
    must(record({ at: shop.clock.now + 2 * minute }));
    expect(refusal(record({ at: shop.clock.now + 2 * minute + 1 }))).toContain('in the future');
  });

  test('a station taken out of the path takes none', () => {
    const more = care();
    must(removeStation(shop, tester, more.stationId));
    expect(refusal(recordCare(shop, tester, more))).toBe('That station is no longer there.');
  });

  test('a look is done by looking', () => {
    const look = dueMachines(shop)[0]!
      .stations.flatMap(({ id, tasks }) => tasks.map(({ task }) => ({ id, task })))
      .find(({ task }) => task.lookOnly)!;
    const looked = { stationId: look.id, task: look.task.key, result: 'looked-fine' };
    expect(kept(must(record(looked)).entryId).result).toBe('looked-fine');
  });

  test('damage opens a fault, but not where the part was replaced', () => {
    const { faultId } = must(record({ finding: 'damaged' }));
    expect(readFault(shop, faultId!)).toMatchObject({ machineId });
    expect(must(record({ finding: 'damaged', result: 'replaced' })).faultId).toBeNull();
    for (const finding of ['clear', 'haze', 'caked']) {
      expect(must(record({ finding })).faultId).toBeNull();
    }
  });
});

describe('care that is corrected', () => {
  const correct = (entryId: string, change: object | null, reason = 'slip of the finger') =>
    correctCare(shop, tester, {
      entryId,
      reason,
      change: change && { at: shop.clock.now, ...change },
    });

  test('stands struck through beside the new one, of the same station and task', () => {
    const old = must(record({ minutes: 3, finding: 'haze' })).entryId;
    shop.clock.now += 5 * minute;
    const { entryId } = must(
      correct(old, { at: shop.clock.now - minute, minutes: 9, finding: 'caked', note: 'twice' }),
    );
    expect(kept(entryId)).toEqual({
      ...kept(old),
      entryId,
      at: shop.clock.now - minute,
      minutes: 9,
      finding: 'caked',
    });
    expect(entryById(shop.db, entryId)).toMatchObject({
      supersedes: old,
      reason: 'slip of the finger',
      note: 'twice',
      at: shop.clock.now - minute,
    });
    expect(cares().map(({ id }) => id)).toEqual([entryId]);
    expect(strikesOf(shop.db, [old]).get(old)!.id).toBe(entryId);
  });

  test('or is struck without one, and counts no more', () => {
    const old = must(record()).entryId;
    const { entryId } = must(correct(old, null, ' never done '));
    expect(entryById(shop.db, entryId)).toMatchObject({
      kind: 'strike',
      machineId,
      supersedes: old,
      reason: 'never done',
      at: shop.clock.now,
    });
    expect(cares()).toEqual([]);
    expect(bookPage(shop, {}, 1)[0]!.what).toBe('Struck through: a care entry');
  });

  test('only once, with a reason, and never into the future', () => {
    const old = must(record()).entryId;
    expect(refusal(correct('nowhere', null))).toBe('That entry is not in the book.');
    const [other] = standingEntries(shop.db, ['machine']);
    expect(refusal(correct(other!.id, null))).toBe('That entry is not in the book.');
    expect(correct(old, null, '  ').ok).toBe(false);
    const ahead = correct(old, { at: shop.clock.now + 1 });
    expect(ahead).toMatchObject({ error: { field: 'at' } });
    expect(refusal(correct(old, { result: 'put-off' }))).toContain('Say in the note');
    expect(refusal(correct(old, { result: 'looked-fine' }))).toContain('a look');
    expect(cares().map(({ id }) => id)).toEqual([old]);
    must(correct(old, { minutes: 4 }));
    expect(refusal(correct(old, { minutes: 5 }))).toContain('corrected already');
  });

  test('a harmful way was a mistake, a disputed one is said with it', () => {
    const comb = { stationId: stationId('honeycomb'), task: 'clean' };
    const old = must(record(comb)).entryId;
    expect(refusal(correct(old, { method: 'oven cleaner' }))).toContain('attacks aluminium');
    const { entryId } = must(correct(old, { method: 'warm water and dish soap' }));
    expect(kept(entryId).method).toBe('warm water and dish soap');
  });
});
