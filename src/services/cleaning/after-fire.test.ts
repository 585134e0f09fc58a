import { fireParts } from '../../catalogue/after-fire';
import { standingEntries } from '../../records/audit-log';
import { dueMachines } from '../care/due';
import { openFaults } from '../faults/faults';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { partsToLookAt, recordAfterFire } from './after-fire';
import { readSheet, runOf } from './sheets';

const shop = eachTestShop();
let machineId: string;

beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const machine = () => dueMachines(shop, shop.now(), machineId)[0]!;
type Found = 'untouched' | 'sooty' | 'damaged' | 'not looked at';

const record = (found: Record<string, Found>, depth: 'ordinary' | 'deep' = 'ordinary') =>
  recordAfterFire(shop, tester, {
    machineId,
    burned: 'pine',
    settings: '90 %, 4 mm/s, air off',
    depth,
    parts: partsToLookAt(machine()).map(({ id }) => ({
      part: id,
      found: found[id] ?? ('untouched' as const),
      note: found[id] ? 'black' : '',
    })),
  });

test('only parts that the machine has are looked at; wiring and boards always', () => {
  const ids = partsToLookAt(machine()).map(({ id }) => id);
  expect(ids).toEqual(expect.arrayContaining(['debris', 'glass', 'wiring', 'board', 'sensor']));
  expect(ids).not.toContain('camera');
  expect(new Set(fireParts.map(({ id }) => id)).size).toBe(fireParts.length);
});

test('every part is looked at before anything is cleaned', () => {
  expect(refusal(record({ glass: 'not looked at', cables: 'not looked at' }))).toBe(
    'Not looked at yet: Glass and mirrors, Cables and plugs.',
  );
  expect(standingEntries(shop.db, ['after fire'])).toHaveLength(0);
});

test('sooty parts are called due and stand on a sheet, as shallow or as deep as was decided', () => {
  const { sheetId, faultId } = must(record({ glass: 'sooty', bed: 'sooty' }));
  expect(faultId).toBeNull();
  const tasks = runOf(shop, sheetId!)!.tasks.map(({ station, task }) => `${station}: ${task}`);
  expect(tasks.sort()).toEqual(['Honeycomb: clean', 'Protective window: wipe']);
  expect(readSheet(shop, sheetId!)!.row.occasion).toBe('after fire');
  const window = machine().stations.find(({ slug }) => slug === 'window')!;
  const wipe = window.tasks.find(({ task }) => task.key === 'wipe')!;
  expect(wipe.call?.sign).toBe('after a fire of pine');
});

test('a deep clean strips them', () => {
  const { sheetId } = must(record({ glass: 'sooty' }, 'deep'));
  expect(runOf(shop, sheetId!)!.tasks.map(({ task }) => task)).toEqual(['strip-clean']);
});

test('what is damaged opens a fault that names it and what burned; nothing sooty starts no sheet', () => {
  const { sheetId, faultId } = must(record({ cables: 'damaged' }));
  expect(sheetId).toBeNull();
  const fault = openFaults(shop).find(({ id }) => id === faultId)!;
  expect(fault.note).toBe(
    'Found damaged after a fire: Cables and plugs: black. Burned: pine, 90 %, 4 mm/s, air off.',
  );
});
