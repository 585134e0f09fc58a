import { shopBoard } from '../today/board';
import { dueMachines } from '../care/due';
import { dueRows } from '../care/due-rows';
import { bookPage, strikeEntry } from '../audit-log/audit-log';
import { recordCare } from '../care/care';
import { openFaults, readFault } from '../faults/faults';
import { reportFault } from '../faults/report';
import { closeFault, diagnoseFault, proveFault, repairFault } from '../faults/steps';
import { activeHolds, releaseHold } from '../machines/holds';
import { addStation, removeStation, renameMachine, retireMachine } from '../machines/machines';
import { correctSession, logSession, logTimer, runTimer } from '../usage/sessions';
import { abandonSheet } from '../cleaning/abandon';
import { signOffSheet } from '../cleaning/sign-off';
import { readSheet, startSheet } from '../cleaning/sheets';
import { changeSetting } from '../setup/settings';
import {
  addTestMachine,
  markOn,
  must,
  eachTestShop,
  pressAllInOrder,
  refusal,
  tester,
} from './shop';

const hour = 3_600_000;
const shop = eachTestShop();
let keys = 0;

function log(machineId: string, startsAgo: number, hours: number, more: object = {}) {
  return must(
    logSession(shop, tester, {
      machineId,
      start: shop.clock.now - startsAgo * hour,
      runSeconds: hours * 3600,
      material: 'plywood',
      process: 'cut',
      airAssist: true,
      draught: 'full',
      key: `test-key-${keys++}`,
      ...more,
    }),
  );
}

function task(machineId: string, slug: string, key: string) {
  const [machine] = dueMachines(shop, shop.clock.now, machineId);
  const station = machine!.stations.find((candidate) => candidate.slug === slug)!;
  return { ...station.tasks.find((candidate) => candidate.task.key === key)!, station };
}

test('hours in, a station due, cleaned, clear again', () => {
  const { id } = addTestMachine(shop);
  for (let day = 3; day > 0; day--) log(id, day * 24, 9);
  const before = task(id, 'honeycomb', 'clean');
  expect(before.standing).toEqual({
    used: 27 / 25,
    state: 'due',
    first: { kind: 'soil', left: -2 },
  });
  must(
    recordCare(shop, tester, {
      stationId: before.station.id,
      task: 'clean',
      at: shop.clock.now,
      finding: 'caked',
    }),
  );
  expect(task(id, 'honeycomb', 'clean').standing).toMatchObject({ used: 0, state: 'clear' });
  // the plate beside it was not cleaned: exactly what was done is reset
  expect(task(id, 'plate', 'clean').standing.used).toBe(27 / 25);
});

test('a report in, held, diagnosed, repaired, failed, proved, released, closed', () => {
  const { id } = addTestMachine(shop);
  const { faultId, held } = must(
    reportFault(shop, tester, { machineId: id, signs: ['nobeam'], key: 'report-key-1' }),
  );
  expect(held).toBe(true);
  expect(
    must(reportFault(shop, tester, { machineId: id, signs: ['nobeam'], key: 'report-key-1' }))
      .faultId,
  ).toBe(faultId);
  expect(activeHolds(shop)).toHaveLength(1);
  shop.clock.now += 10 * 60_000;
  must(diagnoseFault(shop, tester, { faultId, cause: 'connector' }));
  must(repairFault(shop, tester, { faultId, action: 'reseated', minutes: 6 }));
  expect(refusal(closeFault(shop, tester, { faultId, as: 'fixed' }))).toContain('proof');
  must(proveFault(shop, tester, { faultId, tested: 'frame run', passed: false }));
  expect(activeHolds(shop)).toHaveLength(1);
  must(repairFault(shop, tester, { faultId, action: 'reseated again', minutes: 4 }));
  shop.clock.now += 20 * 60_000;
  must(proveFault(shop, tester, { faultId, tested: 'test burn at baseline', passed: true }));
  expect(activeHolds(shop)).toHaveLength(1);
  must(closeFault(shop, tester, { faultId, as: 'fixed' }));
  expect(openFaults(shop)).toHaveLength(0);
  const fault = readFault(shop, faultId)!;
  expect(fault.times).toEqual({
    response: 10 * 60_000,
    repairMinutes: 10,
    open: 30 * 60_000,
    down: 30 * 60_000,
  });
  expect(fault.steps.map(({ title }) => title)).toEqual([
    'connector not home after refit',
    'reseated, 6 min hands-on',
    'frame run: failed',
    'reseated again, 4 min hands-on',
    'test burn at baseline: passed',
    'without restriction',
    'fixed',
  ]);
  expect(refusal(diagnoseFault(shop, tester, { faultId, cause: 'x' }))).toContain('closed');
});

test('a held machine returns without a proof only for a stated reason', () => {
  const { id } = addTestMachine(shop);
  const { faultId } = must(
    reportFault(shop, tester, { machineId: id, signs: ['fire'], key: 'report-key-2' }),
  );
  expect(refusal(closeFault(shop, tester, { faultId, as: 'no fault' }))).toContain('reason');
  const [hold] = activeHolds(shop);
  expect(refusal(releaseHold(shop, tester, { holdId: hold!.id, reason: '  ' }))).toContain(
    'reason',
  );
  must(closeFault(shop, tester, { faultId, as: 'no fault', note: 'steam from wet cork' }));
  expect(activeHolds(shop)).toHaveLength(0);
  expect(refusal(releaseHold(shop, tester, { holdId: hold!.id, reason: 'again' }))).toContain(
    'already',
  );
});

test('a clean-down: hold, marks survive, sign-off resets exactly what was done', () => {
  const { id } = addTestMachine(shop);
  log(id, 30, 20);
  const window = task(id, 'window', 'wipe').station;
  const comb = task(id, 'honeycomb', 'clean').station;
  const sheet = must(
    startSheet(shop, tester, {
      machineId: id,
      tasks: [
        { stationId: window.id, task: 'wipe' },
        { stationId: comb.id, task: 'clean' },
      ],
    }),
  );
  expect(activeHolds(shop)[0]!.why).toBe('cleaning');
  expect(
    refusal(
      startSheet(shop, tester, { machineId: id, tasks: [{ stationId: comb.id, task: 'clean' }] }),
    ),
  ).toContain('already');
  expect(refusal(signOffSheet(shop, tester, sheet.row.id))).toContain('Nothing is marked');
  markOn(shop, sheet.row.id, window.id, 'wipe', {
    finding: 'soiled',
    result: 'done',
    method: 'isopropyl 99 %, foam swab',
    minutes: 6,
  });
  expect(readSheet(shop, sheet.row.id)!.marked).toBe(1);
  expect(refusal(signOffSheet(shop, tester, sheet.row.id))).toMatch(/make it safe.*And \d more/);
  pressAllInOrder(shop, sheet.row.id);
  shop.clock.now += hour;
  const signed = must(signOffSheet(shop, tester, sheet.row.id));
  expect(signed).toEqual({ recorded: 1, left: ['Honeycomb: clean'], faultIds: [] });
  expect(activeHolds(shop)).toHaveLength(0);
  expect(task(id, 'window', 'wipe').standing.used).toBe(0);
  expect(task(id, 'honeycomb', 'clean').standing.used).toBeGreaterThan(0.7);
  expect(refusal(signOffSheet(shop, tester, sheet.row.id))).toContain('closed');
});

test('an abandoned clean-down resets nothing and keeps what was marked as words', () => {
  const { id } = addTestMachine(shop);
  log(id, 30, 20);
  const comb = task(id, 'honeycomb', 'clean').station;
  const { row } = must(
    startSheet(shop, tester, { machineId: id, tasks: [{ stationId: comb.id, task: 'clean' }] }),
  );
  markOn(shop, row.id, comb.id, 'clean', {
    finding: 'caked',
    result: 'in-part',
    note: 'left half only',
  });
  expect(refusal(abandonSheet(shop, tester, { sheetId: row.id, reason: '' }))).toContain('why');
  must(abandonSheet(shop, tester, { sheetId: row.id, reason: 'called away, bed is out' }));
  expect(task(id, 'honeycomb', 'clean').everReset).toBe(false);
  expect(bookPage(shop, { kinds: ['clean-down abandoned'] }, 5)[0]!.what).toContain(
    'left half only',
  );
  expect(activeHolds(shop)).toHaveLength(0);
});

test('a sign-off with a damaged window opens a fault and holds the machine; a bad mark changes nothing', () => {
  const { id } = addTestMachine(shop);
  const window = task(id, 'window', 'wipe').station;
  const { row } = must(
    startSheet(shop, tester, { machineId: id, tasks: [{ stationId: window.id, task: 'wipe' }] }),
  );
  markOn(shop, row.id, window.id, 'wipe', { finding: 'damaged', result: 'put-off' });
  pressAllInOrder(shop, row.id);
  expect(refusal(signOffSheet(shop, tester, row.id))).toContain('note');
  expect(activeHolds(shop)).toHaveLength(1);
  markOn(shop, row.id, window.id, 'wipe', { finding: 'damaged', result: 'done' });
  pressAllInOrder(shop, row.id);
  expect(must(signOffSheet(shop, tester, row.id)).faultIds).toHaveLength(1);
  expect(activeHolds(shop)[0]!.why).toBe('fault');
});

test('an inspection that finds it soiled makes the clean due; done, it is clear', () => {
  const { id } = addTestMachine(shop, 'Heron', 'co2-glass-tube');
  const coolant = task(id, 'coolant', 'inspect');
  must(
    recordCare(shop, tester, {
      stationId: coolant.station.id,
      task: 'inspect',
      at: shop.clock.now,
      result: 'looked-fine',
      finding: 'soiled',
    }),
  );
  expect(task(id, 'coolant', 'change')).toMatchObject({
    standing: { state: 'due', used: 0 },
    call: { finding: 'soiled' },
  });
  shop.clock.now += hour;
  must(
    recordCare(shop, tester, { stationId: coolant.station.id, task: 'change', at: shop.clock.now }),
  );
  expect(task(id, 'coolant', 'change')).toMatchObject({ standing: { state: 'clear' }, call: null });
});

test('logging refuses what cannot be and says what was kept', () => {
  const { id } = addTestMachine(shop);
  log(id, 5, 2);
  const base = {
    machineId: id,
    start: shop.clock.now - 10 * hour,
    runSeconds: 3600,
    key: 'another-key',
  };
  const trying = (change: object) => refusal(logSession(shop, tester, { ...base, ...change }));
  expect(trying({ runSeconds: -5 })).toContain('negative');
  expect(trying({ runSeconds: 0 })).toContain('zero');
  expect(trying({ runSeconds: 90_000 })).toContain('24 hours');
  expect(trying({ start: shop.clock.now + hour })).toContain('future');
  expect(trying({ start: shop.clock.now - hour / 2 })).toContain('end in the future');
  expect(trying({ beamSeconds: 3601 })).toContain('longer than the run');
  expect(trying({ material: 'plywod' })).toContain('did you mean plywood?');
  expect(trying({ material: 'PVC' })).toContain('chlorine');
  expect(trying({ start: shop.clock.now - 4 * hour })).toContain('overlaps');
  expect(trying({ machineId: 'nowhere' })).toContain('no machine');
  expect(must(logSession(shop, tester, { ...base })).duplicate).toBe(false);
  expect(must(logSession(shop, tester, { ...base })).duplicate).toBe(true);
});

test('clearing the debris can be logged with the job', () => {
  const { id } = addTestMachine(shop);
  log(id, 30, 1);
  expect(task(id, 'debris', 'clear').standing.state).toBe('due');
  log(id, 20, 1, { debrisCleared: true });
  expect(task(id, 'debris', 'clear').standing.used).toBe(0);
});

test('a timer logs what it measured and survives until it is logged', () => {
  const { id } = addTestMachine(shop);
  const started = must(runTimer(shop, tester, id));
  shop.clock.now += 25 * 60_000;
  expect(must(runTimer(shop, tester, id)).startedAt).toBe(started.startedAt);
  const input = {
    machineId: id,
    beamSeconds: null,
    material: 'cork',
    process: 'cut' as const,
    airAssist: null,
    draught: null,
    operator: null,
    note: null,
    key: 'timer-key-1',
    debrisCleared: false,
  };
  expect(refusal(logTimer(shop, tester, { ...input, material: 'pvc' }))).toContain('chlorine');
  must(logTimer(shop, tester, input));
  expect(task(id, 'debris', 'clear').counters).toMatchObject({ runSeconds: 1500, jobs: 1 });
  expect(refusal(logTimer(shop, tester, { ...input, key: 'timer-key-2' }))).toContain('No timer');
});

test('corrections strike through, count as if entered so, and cannot be made twice', () => {
  const { id } = addTestMachine(shop);
  const { entryId } = log(id, 48, 8);
  const change = {
    start: shop.clock.now - 48 * hour,
    runSeconds: 3600,
    beamSeconds: null,
    material: 'cork',
    process: 'cut' as const,
    airAssist: true,
    draught: 'full' as const,
    operator: 'Ines',
    note: null,
  };
  expect(refusal(correctSession(shop, tester, { entryId, reason: ' ', change }))).toContain('why');
  must(correctSession(shop, tester, { entryId, reason: 'it was one hour', change }));
  expect(task(id, 'window', 'wipe').counters).toMatchObject({
    runSeconds: 3600,
    soilMilliseconds: 4_320_000,
  });
  expect(refusal(correctSession(shop, tester, { entryId, reason: 'again', change }))).toContain(
    'already',
  );
  const [newer, older] = bookPage(shop, { kinds: ['session'] }, 5);
  expect(older!.struck).toMatchObject({ reason: 'it was one hour', by: newer!.id });
  must(strikeEntry(shop, tester, 'technician', newer!.id, 'never happened'));
  expect(task(id, 'window', 'wipe').counters.jobs).toBe(0);
});

test('a struck cleaning resets nothing any more', () => {
  const { id } = addTestMachine(shop);
  log(id, 30, 10);
  const comb = task(id, 'honeycomb', 'clean').station;
  const { entryId } = must(
    recordCare(shop, tester, { stationId: comb.id, task: 'clean', at: shop.clock.now }),
  );
  must(strikeEntry(shop, tester, 'technician', entryId, 'wrong machine'));
  expect(task(id, 'honeycomb', 'clean').standing.used).toBe(10 / 25);
  expect(refusal(strikeEntry(shop, tester, 'technician', entryId, 'again'))).toContain('already');
});

test('machines and stations: names stay unique, an added station starts clean, the book keeps all', () => {
  const { id } = addTestMachine(shop);
  log(id, 30, 10);
  expect(
    refusal(
      renameMachine(shop, tester, {
        machineId: addTestMachine(shop, 'Heron').id,
        nickname: 'WREN',
      }),
    ),
  ).toContain('already');
  must(addStation(shop, tester, { machineId: id, kind: 'honeycomb', name: 'Spare comb' }));
  expect(task(id, 'spare-comb', 'clean').standing.used).toBe(0);
  expect(task(id, 'honeycomb', 'clean').standing.used).toBe(10 / 25);
  const [machine] = dueMachines(shop, shop.clock.now, id);
  const slugs = machine!.stations.map(({ slug }) => slug);
  expect(slugs.indexOf('spare-comb')).toBe(slugs.indexOf('plate') + 1);
  must(removeStation(shop, tester, task(id, 'spare-comb', 'clean').station.id));
  must(retireMachine(shop, tester, { machineId: id, reason: 'sold' }));
  expect(dueMachines(shop).map(({ nickname }) => nickname)).toEqual(['Heron']);
  expect(
    refusal(logSession(shop, tester, { machineId: id, start: 0, runSeconds: 1, key: 'late-key' })),
  ).toContain('retired');
});

test('a new time zone counts the days anew', () => {
  const { id } = addTestMachine(shop);
  const comb = task(id, 'honeycomb', 'clean').station;
  must(
    recordCare(shop, tester, {
      stationId: comb.id,
      task: 'clean',
      at: Date.UTC(2026, 10, 23, 22, 30),
    }),
  );
  expect(task(id, 'honeycomb', 'clean').counters.days).toBe(1); // 23:30 in Oslo, the day before
  must(changeSetting(shop, tester, { name: 'timezone', value: 'Asia/Tokyo' }));
  expect(task(id, 'honeycomb', 'clean').counters.days).toBe(0); // 07:30 in Tokyo, the same day
  expect(refusal(changeSetting(shop, tester, { name: 'timezone', value: 'Oslo' }))).toContain(
    'IANA',
  );
});

test('due rows carry what the command line promises', () => {
  const { id } = addTestMachine(shop);
  log(id, 30, 7.5);
  const rows = dueRows(dueMachines(shop, shop.clock.now, id), shop.zone);
  const row = rows.find(({ station, task: key }) => station === 'honeycomb' && key === 'clean')!;
  expect(row).toEqual({
    machine: 'Wren',
    station: 'honeycomb',
    task: 'clean',
    depth: 'clean',
    group: 'bed',
    state: 'clear',
    known: true,
    used: 0.3,
    usedRange: null,
    counters: { runHours: 7.5, beamHours: 0, soilHours: 7.5, days: 1, jobs: 1, useDays: 1 },
    limits: [
      { kind: 'soil', value: 25 },
      { kind: 'days', value: 30 },
    ],
    first: { kind: 'soil', left: 17.5 },
    since: '2026-11-23T07:00:00+01:00',
    called: null,
    putOff: null,
  });
});

test('debris nobody ticked off stands by itself and does not make the whole machine past due', () => {
  const { id } = addTestMachine(shop);
  for (let day = 1; day <= 3; day++) log(id, day * 24, 0.5);
  const board = shopBoard(shop);
  expect(board.machines[0]!.state).toBe('clear');
  expect(board.due).toEqual([]);
  expect(board.afterJob.map(({ task: { counters } }) => counters.jobs)).toEqual([3]);
});
