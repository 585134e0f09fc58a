import { perGroup } from '../../core/usage/soil';
import { bookPage, strikeEntry } from '../audit-log/audit-log';
import { addTestMachine, cutPlywood, eachTestShop, must, tester } from '../testing/shop';
import type { Outcome } from '../shop';
import { allOrNothing } from '../use-case';
import { correctSession, logSession } from '../usage/sessions';
import { changeWeight } from '../usage/soil-weights';
import { schoolTrials } from './school-trials';

const shop = eachTestShop();
const hour = 3_600_000;
let machineId: string;
let last: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
  cutPlywood(shop, machineId, 40);
  last = schoolTrials(shop, machineId).map(told).join();
});

const told = ({ cleanings, furthest }: ReturnType<typeof schoolTrials>[number]) =>
  `${cleanings} ${furthest?.used}`;
const use = (start: number) => ({
  machineId,
  start,
  runSeconds: 3 * 3600,
  beamSeconds: null,
  material: 'plywood',
  process: 'cut' as const,
  airAssist: true,
  draught: 'full' as const,
  operator: null,
  note: null,
});
const before = (days: number) => shop.clock.now - days * 24 * hour - 5 * hour;
const ofBook = (nth: number) => bookPage(shop, { kinds: ['session'] }, nth + 1)[nth]!.id;

test.each<[string, () => Outcome<unknown>]>([
  ['a session of today', () => logSession(shop, tester, { ...use(before(0)), key: 'of-today-1' })],
  [
    'one of last week',
    () => logSession(shop, tester, { ...use(before(6)), key: 'of-last-week-1' }),
  ],
  [
    'one that is corrected',
    () =>
      correctSession(shop, tester, {
        entryId: ofBook(9),
        reason: 'it was three hours',
        change: use(before(9)),
      }),
  ],
  ['one that is struck', () => strikeEntry(shop, tester, 'technician', ofBook(9), 'never was')],
  [
    'a weight that is changed for all of the past',
    () =>
      changeWeight(shop, tester, {
        what: { change: 'work', name: 'plywood', process: 'cut', weight: perGroup(() => 3) },
        from: null,
        reason: 'a dirtier lot',
      }),
  ],
])('%s counts at once in what schools would have meant', (_what, change) => {
  must(change());
  const now = schoolTrials(shop, machineId);
  // within a write nothing is kept: it is read anew
  expect(now).toEqual(allOrNothing(shop, () => schoolTrials(shop, machineId)));
  expect(now.map(told).join()).not.toBe(last);
});

test('a day later the day before counts as one that is over', () => {
  must(logSession(shop, tester, { ...use(before(0)), key: 'of-today-2' }));
  schoolTrials(shop, machineId);
  shop.clock.now += 24 * hour;
  expect(schoolTrials(shop, machineId)).toEqual(
    allOrNothing(shop, () => schoolTrials(shop, machineId)),
  );
});
