import { entryData, standingEntries } from '../../records/audit-log';
import { allOpen } from '../../records/open-entries';
import { listStations } from '../../records/machines';
import { activeHolds, holdMachine } from '../machines/holds';
import { retireMachine } from '../machines/machines';
import { bookPage } from '../audit-log/audit-log';
import {
  addTestMachine,
  cutPlywood,
  markOn,
  must,
  eachTestShop,
  refusal,
  tester,
} from '../testing/shop';
import { abandonSheet, notTakenUp, takeUpAgain } from './abandon';
import { handOver } from './hand-over';
import { startSheet, readSheet, sheetRow } from './sheets';

const hour = 3_600_000;
const shop = eachTestShop();
let machineId: string;
let sheetId: string;
const station = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;
const start = () =>
  must(
    startSheet(shop, tester, {
      machineId,
      tasks: [{ stationId: station('frame'), task: 'wipe' }],
    }),
  ).row.id;
const abandon = () => must(abandonSheet(shop, tester, { sheetId, reason: 'called away' }));
const again = () => takeUpAgain(shop, tester, { sheetId });

beforeEach(() => {
  machineId = addTestMachine(shop).id;
  cutPlywood(shop, machineId, 2);
  sheetId = start();
  markOn(shop, sheetId, station('frame'), 'wipe', { finding: 'soiled' });
});

test('an abandoned clean-down is taken up again as it was: its marks, its hold, one line in the book', () => {
  const before = {
    open: allOpen(shop.db),
    holds: activeHolds(shop),
    sheet: readSheet(shop, sheetId),
  };
  shop.clock.now += hour;
  abandon();
  expect(activeHolds(shop)).toEqual([]);
  shop.clock.now += hour;
  expect(notTakenUp(shop, sheetRow(shop, sheetId)!)).toBeNull();
  must(again());
  expect(allOpen(shop.db)).toEqual(before.open);
  expect(activeHolds(shop)).toEqual(before.holds);
  expect(readSheet(shop, sheetId)).toEqual(before.sheet);
  expect(handOver(shop, sheetRow(shop, sheetId)!).closed).toBeNull();
  const struck = bookPage(shop, {}, 20).filter(({ struck: by }) => by);
  expect(struck.map(({ kind }) => kind).sort()).toEqual(['clean-down abandoned', 'release']);
  // and it can be abandoned for good, with what is said then
  shop.clock.now += hour;
  must(abandonSheet(shop, tester, { sheetId, reason: 'for good' }));
  expect(handOver(shop, sheetRow(shop, sheetId)!).closed!.abandoned).toBe('for good');
});

test('what was found and done by then is kept in words, whatever was only looked at left out', () => {
  markOn(shop, sheetId, station('frame'), 'wipe', {
    finding: 'soiled',
    result: 'in-part',
    note: 'left side only',
  });
  abandon();
  const marksOf = () => {
    const row = standingEntries(shop.db, ['clean-down abandoned']).at(-1)!;
    return entryData(row, 'clean-down abandoned').marks;
  };
  expect(marksOf()).toEqual(['Frame: wipe, found soiled, in-part, left side only']);
  // with nothing marked there is nothing to tell
  sheetId = start();
  abandon();
  expect(marksOf()).toEqual([]);
  sheetId = start();
  markOn(shop, sheetId, station('frame'), 'wipe', { result: 'done' });
  abandon();
  expect(marksOf()).toEqual(['Frame: wipe, done']);
});

test('each of two that were abandoned says its own reason', () => {
  const first = sheetId;
  abandon();
  sheetId = start();
  must(abandonSheet(shop, tester, { sheetId, reason: 'no gloves left' }));
  const reasonOf = (id: string) => handOver(shop, sheetRow(shop, id)!).closed!.abandoned;
  expect([first, sheetId].map(reasonOf)).toEqual(['called away', 'no gloves left']);
});

test('one that is in work, or not there, is not taken up', () => {
  expect(refusal(again())).toContain('not abandoned');
  expect(refusal(takeUpAgain(shop, tester, { sheetId: 'gone' }))).toContain('not there');
});

test.each<[string, () => void, RegExp]>([
  ['a day is over', () => (shop.clock.now += 25 * hour), /more than a day ago/],
  [
    'it was used',
    () => ((shop.clock.now += (30 * hour) / 10), cutPlywood(shop, machineId, 1)),
    /session/,
  ],
  ['it is held', () => must(holdMachine(shop, tester, { machineId, words: 'smells' })), /hold/],
  ['another was begun', () => start(), /go on with that one/],
  [
    'it is retired',
    () => must(retireMachine(shop, tester, { machineId, reason: 'sold' })),
    /retired/,
  ],
])('not when %s since', (_, change, why) => {
  abandon();
  shop.clock.now += 60_000;
  change();
  const open = allOpen(shop.db);
  expect(refusal(again())).toMatch(why);
  expect(allOpen(shop.db)).toEqual(open);
  expect(readSheet(shop, sheetId)!.row.closedAt).not.toBeNull();
});
