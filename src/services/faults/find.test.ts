import { faultTitle } from '../../catalogue/signs';
import { strikeEntry } from '../audit-log/audit-log';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';
import { openFaults } from './faults';
import { findFaults } from './find';
import { reportFault } from './report';
import { closeFault, diagnoseFault, repairFault } from './steps';

const shop = eachTestShop();

const find = (text: string) => findFaults(shop, openFaults(shop), text);
const report = (machineId: string, key: string, more: object = {}) =>
  must(reportFault(shop, tester, { machineId, signs: ['smoke'], key: `${key}-of-faults`, ...more }))
    .faultId;

test('faults are found by machine, sign, words of the report, cause and what a repair waits for', () => {
  const heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
  const wren = addTestMachine(shop, 'Wren').id;
  const smoke = report(heron, 'find-1', { note: 'behind the Flange' });
  const belt = report(wren, 'find-2', { signs: ['stutter'] });
  must(diagnoseFault(shop, tester, { faultId: belt, cause: 'belt' }));
  must(
    repairFault(shop, tester, {
      faultId: belt,
      action: 'awaiting part',
      minutes: 0,
      part: 'toothed belt, 6 mm',
      expected: shop.clock.now + 86_400_000,
    }),
  );
  const ids = (text: string) => {
    const { open, closed } = find(text);
    return [...open, ...closed].map(({ id }) => id);
  };
  expect(ids('FLANGE')).toEqual([smoke]);
  expect(ids('flange heron')).toEqual([smoke]);
  expect(ids('  heron\t\n flange ')).toEqual([smoke]);
  // no words ask for nothing
  expect(ids(' ')).toHaveLength(2);
  expect(ids('wren')).toEqual([belt]);
  expect(ids('toothed')).toEqual([belt]);
  expect(ids(tester.name)).toHaveLength(2);
  const title = faultTitle(['stutter'], null).split(' ').at(-1)!;
  expect(ids(`${title} wren`)).toEqual([belt]);
  // every word is asked for
  expect(ids('flange wren')).toEqual([]);
  expect(find('nowhere')).toEqual({ open: [], closed: [], looked: 2 });

  must(closeFault(shop, tester, { faultId: smoke, as: 'no fault', note: 'a resinous sheet' }));
  expect(find('flange')).toMatchObject({ open: [], closed: [{ id: smoke }] });
  expect(ids('resinous')).toEqual([smoke]);
  // one open, one closed: both were looked through
  expect(find('resinous').looked).toBe(2);
});

test('what was struck from the book is not found by its words', () => {
  const { id: machineId } = addTestMachine(shop);
  const faultId = report(machineId, 'find-3');
  const cause = must(diagnoseFault(shop, tester, { faultId, cause: 'a mouse in the duct' }));
  expect(find('mouse').open).toHaveLength(1);
  must(strikeEntry(shop, tester, 'technician', cause, 'it was a leaf'));
  expect(find('mouse').open).toEqual([]);
  expect(find('smoke').open).toHaveLength(1);
});
