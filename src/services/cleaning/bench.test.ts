import { standingEntries } from '../../records/audit-log';
import { listStations } from '../../records/machines';
import { dueMachines } from '../care/due';
import { openFaults } from '../faults/faults';
import { activeHolds } from '../machines/holds';
import { chooseVariant } from '../machines/builds';
import { stationHistory } from '../machines/machine-view';
import { addModule, moveModule } from '../parts/parts';
import {
  addTestMachine,
  cutPlywood,
  markOn,
  must,
  eachTestShop,
  pressAllInOrder,
  refusal,
  tester,
} from '../testing/shop';
import { benchTasks, drawerHeads, startBenchSheet } from './bench';
import { handOver } from './hand-over';
import { signOffSheet } from './sign-off';
import { runOf, sheetRow, sheetsInWork, startSheet } from './sheets';

const shop = eachTestShop();
let wren: string;
let spare: string;
let fitted: string;
const day = 86_400_000;

beforeEach(() => {
  wren = addTestMachine(shop).id;
  const head = (serial: string) =>
    must(addModule(shop, tester, { kind: 'head', serial, machineId: null, at: shop.now() })).id;
  [spare, fitted] = [head('D-7'), head('D-8')];
  shop.clock.now += 60_000;
  must(moveModule(shop, tester, { moduleId: fitted, machineId: wren }));
});

const station = (slug: string) => listStations(shop.db, wren).find((row) => row.slug === slug)!.id;
const windowWipe = () => [{ stationId: station('window'), task: 'wipe' }];
const dueAt = (slug: string) =>
  dueMachines(shop, shop.now(), wren)[0]!
    .stations.find((row) => row.slug === slug)!
    .tasks.find(({ task }) => task.key === 'wipe')!;

/** Cleans the window of the spare head, as it was found. */
function cleanSpare(marks: Parameters<typeof markOn>[4]) {
  const sheetId = must(startBenchSheet(shop, tester, { moduleId: spare, tasks: windowWipe() })).row
    .id;
  shop.clock.now += 600_000;
  markOn(shop, sheetId, station('window'), 'wipe', marks);
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  return sheetId;
}

test('a head in the drawer has a sheet of its own: no machine is held, isolated or proved for it', () => {
  expect(drawerHeads(shop).map(({ serial, sheetId }) => [serial, sheetId])).toEqual([
    ['D-7', null],
  ]);
  const tasks = must(benchTasks(shop, spare, [])).tasks;
  expect(new Set(tasks.map((task) => task.station))).toEqual(
    new Set(['Laser module', 'Protective window', 'Nozzle / air cone', 'Shield']),
  );
  expect(tasks.flatMap(({ openings }) => openings)).not.toContain('Head off');
  const strip = { stationId: station('module'), task: 'strip-clean' };
  const sheetId = must(
    startBenchSheet(shop, tester, { moduleId: spare, tasks: [...windowWipe(), strip] }),
  ).row.id;
  expect(activeHolds(shop)).toEqual([]);
  expect(sheetsInWork(shop)).toEqual([]);
  const run = runOf(shop, sheetId)!;
  expect(run.pieces.map(({ id }) => id)).not.toContain('open:head-off');
  expect(run.pieces.map(({ id }) => id)).toContain('open:module-top-off');
  expect(run.proofs).toEqual([]);
  expect(run.isolationMinutes).toBe(0);
  const words = run.pieces.flatMap(({ lines }) => lines.map(({ text }) => text)).join(' ');
  expect(words).not.toMatch(/Switched off|plug pulled/);
  expect(words).toMatch(/proved when it is fitted/);
  // its machine goes on, and is cleaned beside it
  must(startSheet(shop, tester, { machineId: wren, tasks: windowWipe() }));
});

test('what is cleaned at the bench counts for that head alone, and goes with it into a machine', () => {
  shop.clock.now += 31 * day;
  cutPlywood(shop, wren, 30);
  const before = dueAt('window').standing.used;
  expect(before).toBeGreaterThan(0);
  const sheetId = cleanSpare({ result: 'done', finding: 'soiled' });
  const cleanedAt = shop.now();
  expect(dueAt('window').standing.used).toBe(before);
  expect(handOver(shop, sheetRow(shop, sheetId)!)).toMatchObject({
    done: [{ station: 'Protective window', task: 'wipe', finding: 'soiled' }],
    proofs: [],
  });
  shop.clock.now += day;
  must(moveModule(shop, tester, { moduleId: spare, machineId: wren }));
  const due = dueAt('window');
  expect(due.everReset).toBe(true);
  expect(due.since).toBeLessThanOrEqual(cleanedAt);
  expect(due.counters.runSeconds).toBe(0);
  expect(stationHistory(shop, station('window')).map(({ task, bench }) => [task, bench])).toEqual([
    ['wipe', true],
  ]);
  // and back with the other: its own soil is there as before
  shop.clock.now += day;
  must(moveModule(shop, tester, { moduleId: fitted, machineId: wren }));
  expect(dueAt('window').everReset).toBe(false);
  expect(stationHistory(shop, station('window'))).toEqual([]);
});

test('a glass found damaged at the bench opens no fault on a machine, and keeps the head out of one', () => {
  cleanSpare({ result: 'done', finding: 'damaged' });
  expect(openFaults(shop)).toEqual([]);
  shop.clock.now += day;
  const fit = { moduleId: spare, machineId: wren };
  expect(refusal(moveModule(shop, tester, fit))).toMatch(/window was found damaged at the bench/);
  cleanSpare({ result: 'replaced', finding: 'damaged' });
  shop.clock.now += day;
  must(moveModule(shop, tester, fit));
});

test('the sheet goes by what was said of that head, not of the one in the machine', () => {
  must(chooseVariant(shop, tester, { machineId: wren, feature: 'reach', variant: 'in-front' }));
  const strip = [{ stationId: station('window'), task: 'strip-clean' }];
  const steps = (sheetId: string) =>
    runOf(shop, sheetId)!
      .pieces.map(({ id }) => id)
      .filter((id) => id.startsWith('open:'));
  const onMachine = must(startSheet(shop, tester, { machineId: wren, tasks: strip })).row.id;
  const atBench = must(startBenchSheet(shop, tester, { moduleId: spare, tasks: strip })).row.id;
  expect(steps(onMachine)).toEqual([]);
  expect(steps(atBench)).not.toEqual([]);
});

test('refused: a head in a machine, one being cleaned, a task of the machine, a move meanwhile', () => {
  const start = (moduleId: string, tasks = windowWipe()) =>
    startBenchSheet(shop, tester, { moduleId, tasks });
  expect(refusal(start(fitted))).toMatch(/is in a machine/);
  expect(refusal(start('nothing'))).toMatch(/not in the book/);
  expect(refusal(start(spare, []))).toMatch(/at least one task/);
  expect(refusal(start(spare, [{ stationId: station('honeycomb'), task: 'clean' }]))).toMatch(
    /needs its machine/,
  );
  must(start(spare));
  expect(refusal(start(spare))).toMatch(/being cleaned already/);
  shop.clock.now += 60_000;
  expect(refusal(moveModule(shop, tester, { moduleId: spare, machineId: wren }))).toMatch(
    /being cleaned at the bench/,
  );
  const tube = must(
    addModule(shop, tester, { kind: 'lens', serial: 'L-1', machineId: null, at: shop.now() }),
  ).id;
  expect(refusal(start(tube))).toMatch(/Only a head/);
  expect(standingEntries(shop.db, ['hold'])).toEqual([]);
});
