import { families } from '../../catalogue/families';
import { standingEntries } from '../../records/audit-log';
import { dueMachines } from '../care/due';
import { quickTasks, recordQuickCare, undoQuickCare } from './quick-care';
import { startSheet } from './sheets';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';

const shop = eachTestShop();

test.each(families.map(({ id }) => id))(
  'the wipe of a %s is short and needs no opening',
  (family) => {
    addTestMachine(shop, 'Wren', family);
    const tasks = quickTasks(dueMachines(shop)[0]!);
    expect(tasks.length).toBeGreaterThan(1);
    const minutes = tasks.reduce((sum, task) => sum + task.minutes, 0);
    expect(minutes).toBeGreaterThanOrEqual(4);
    expect(minutes).toBeLessThanOrEqual(10);
  },
);

test('one press records all of it once; it is taken back by striking it through', () => {
  const { id } = addTestMachine(shop);
  const tasks = quickTasks(dueMachines(shop)[0]!);
  const { entryIds } = must(
    recordQuickCare(shop, tester, { machineId: id, tasks, key: 'press-1' }),
  );
  expect(
    must(recordQuickCare(shop, tester, { machineId: id, tasks, key: 'press-1' })).entryIds,
  ).toEqual(entryIds);
  expect(standingEntries(shop.db, ['care'])).toHaveLength(tasks.length);
  must(undoQuickCare(shop, tester, entryIds));
  expect(standingEntries(shop.db, ['care'])).toHaveLength(0);
});

test('on a machine in the middle of a clean-down it is refused; of a bad lot nothing is kept', () => {
  const { id } = addTestMachine(shop);
  const tasks = quickTasks(dueMachines(shop)[0]!);
  const bad = [...tasks, { stationId: tasks[0]!.stationId, task: 'no-such' }];
  expect(
    refusal(recordQuickCare(shop, tester, { machineId: id, tasks: bad, key: 'press-2' })),
  ).toContain('no task');
  expect(standingEntries(shop.db, ['care'])).toHaveLength(0);
  expect(
    refusal(recordQuickCare(shop, tester, { machineId: id, tasks: [], key: 'press-3' })),
  ).toContain('Nothing');
  must(startSheet(shop, tester, { machineId: id, tasks: [tasks[0]!] }));
  expect(
    refusal(recordQuickCare(shop, tester, { machineId: id, tasks, key: 'press-4' })),
  ).toContain('being cleaned');
});
