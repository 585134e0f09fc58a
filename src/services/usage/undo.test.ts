import { standingEntries } from '../../records/audit-log';
import { dueMachines } from '../care/due';
import type { Actor } from '../shop';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { changeSetting } from '../setup/settings';
import { correctSession, logSession } from './sessions';
import { undoLogged } from './undo';

const ines: Actor = { id: null, name: 'Ines', source: 'label' };
const key = 'a-key-of-one-phone';
const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

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
  shop.clock.now += 24 * 3_600_000 + 1;
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

test('the shop says for how long; not at all is an answer too', () => {
  must(logSession(shop, ines, session()));
  shop.clock.now += 30 * 3_600_000;
  must(changeSetting(shop, tester, { name: 'undo-hours', value: '0' }));
  expect(refusal(undoLogged(shop, ines, { key }))).toContain('the technician corrects');
  expect(refusal(changeSetting(shop, tester, { name: 'undo-hours', value: '169' }))).toMatch(/168/);
  must(changeSetting(shop, tester, { name: 'undo-hours', value: '48' }));
  must(undoLogged(shop, ines, { key }));
});

test('one that was logged at the wrong machine goes to the right one, its cleared debris too', () => {
  const other = addTestMachine(shop, 'Heron').id;
  const counted = () =>
    [machineId, other].map((id) => {
      const [machine] = dueMachines(shop, shop.now(), id);
      const window = machine!.stations.find(({ kind }) => kind === 'window')!.tasks[0]!;
      return window.counters.runSeconds;
    });
  must(logSession(shop, ines, { ...session(), debrisCleared: true }));
  expect(counted()).toEqual([3600, 0]);
  must(undoLogged(shop, ines, { key, machineId: other }));
  expect(counted()).toEqual([0, 3600]);
  const cares = standingEntries(shop.db, ['care']);
  expect(cares.map((entry) => entry.machineId)).toEqual([other]);
  // it stands corrected: whoever logged it has no second try
  expect(refusal(undoLogged(shop, ines, { key }))).toContain('has corrected it already');
});

test('moved onto a time that is taken there it stays where it is', () => {
  const other = addTestMachine(shop, 'Heron').id;
  must(logSession(shop, ines, session()));
  must(logSession(shop, tester, { ...session(), machineId: other, key: 'of-the-other' }));
  expect(refusal(undoLogged(shop, ines, { key, machineId: other }))).toContain('overlaps');
  must(undoLogged(shop, ines, { key }));
});
