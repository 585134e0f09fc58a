import { standingEntries } from '../../records/audit-log';
import { dueMachines } from '../care/due';
import type { Actor } from '../shop';
import {
  addTestMachine,
  dropTestShop,
  must,
  openTestShop,
  refusal,
  tester,
  type TestShop,
} from '../testing/shop';
import { correctSession, logSession } from './sessions';
import { undoHours, undoLogged } from './undo';

const ines: Actor = { id: null, name: 'Ines', source: 'label' };
const key = 'a-key-of-one-phone';
let shop: TestShop;
let machineId: string;
beforeEach(() => {
  shop = openTestShop();
  machineId = addTestMachine(shop).id;
});
afterEach(() => dropTestShop(shop));

const session = () => ({
  machineId,
  start: shop.clock.now - 3_600_000,
  runSeconds: 3600,
  material: 'plywood',
  process: 'cut' as const,
  key,
  debrisCleared: true,
});
const jobs = () =>
  dueMachines(shop)[0]!.stations.find(({ slug }) => slug === 'debris')!.tasks[0]!.counters.jobs;

test('what was logged by mistake is taken back by its own key, and the debris with it; twice is once', () => {
  must(
    logSession(shop, ines, {
      ...session(),
      start: shop.clock.now - 8_000_000,
      key: 'before-it',
      debrisCleared: false,
    }),
  );
  must(logSession(shop, ines, session()));
  expect(jobs()).toBe(0);
  for (let i = 0; i < 2; i++) must(undoLogged(shop, ines, { key }));
  expect(standingEntries(shop.db, ['session'])).toHaveLength(1);
  expect(standingEntries(shop.db, ['care'])).toEqual([]);
  expect(jobs()).toBe(1);
  // the time is free again for what it really was
  must(logSession(shop, ines, { ...session(), key: 'the-right-one' }));
});

test('not by another key, not after a day, not over a correction', () => {
  const { entryId } = must(logSession(shop, ines, session()));
  expect(refusal(undoLogged(shop, ines, { key: 'some-other-key' }))).toContain('not in the book');
  shop.clock.now += undoHours * 3_600_000 + 1;
  expect(refusal(undoLogged(shop, ines, { key }))).toContain('over 24 hours ago');
  shop.clock.now -= 3_600_000;
  const { debrisCleared: _, key: __, machineId: ___, ...rest } = session();
  must(
    correctSession(shop, tester, {
      entryId,
      reason: 'half of it',
      change: { ...rest, start: shop.clock.now - 80_000_000, runSeconds: 1800 },
    }),
  );
  expect(refusal(undoLogged(shop, ines, { key }))).toContain('has corrected it already');
});
