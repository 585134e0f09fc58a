import { parse } from 'csv-parse/sync';
import { listStations } from '../../records/machines';
import { recordCare } from '../care/care';
import { removeStation, retireMachine } from '../machines/machines';
import { holdMachine } from '../machines/holds';
import { reportFault } from '../faults/report';
import { diagnoseFault } from '../faults/steps';
import { correctSession, logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { bookCsv, bookPage, bookPeople, strikeEntry } from './audit-log';

const shop = eachTestShop();
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});
const hour = 3_600_000;
const stationId = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;
const log = (more: object = {}) => {
  shop.clock.now += hour;
  return must(
    logSession(shop, tester, {
      machineId,
      start: shop.clock.now - hour,
      runSeconds: 2700,
      key: `book-lines-${keys++}`,
      ...more,
    }),
  ).entryId;
};
const line = (id: string) => bookPage(shop, {}, 50).find((one) => one.id === id)!;

test.each<[object, string]>([
  [{}, 'Used 45 min, material not logged'],
  [{ beamSeconds: 600 }, 'Used 45 min, beam 10 min, material not logged'],
  [{ material: 'plywood', process: 'cut' }, 'Used 45 min, cut plywood'],
  [{ material: 'plywood' }, 'Used 45 min, worked plywood'],
  [
    { material: 'cork', process: 'cut', airAssist: false, draught: 'weak', operator: 'Ines' },
    'Used 45 min, cut cork, air assist off, draught weak, by Ines',
  ],
  [{ airAssist: true, draught: 'full' }, 'Used 45 min, material not logged'],
])('a session %j reads: %s', (more, words) => {
  expect(line(log(more)).what).toBe(words);
});

test.each<[object, string]>([
  [{}, 'done'],
  [{ finding: 'haze', method: 'lens tissue', minutes: 0 }, 'done, found haze, lens tissue, 0 min'],
  [{ result: 'replaced' }, 'replaced'],
  [{ result: 'put-off', note: 'no swabs' }, 'put off'],
  [{ result: 'in-part', note: 'one side' }, 'done in part'],
  [{ result: 'not-reached', note: 'behind' }, 'could not reach'],
])('care %j reads: %s', (more, words) => {
  const care = { stationId: stationId('window'), task: 'wipe', at: shop.clock.now, ...more };
  const { entryId } = must(recordCare(shop, tester, care));
  const station = listStations(shop.db, machineId).find(({ slug }) => slug === 'window')!;
  const task = line(entryId).what.split(': ')[1]!.split(',')[0];
  expect(line(entryId).what).toBe(`${station.name}: ${task}, ${words}`);
  expect(line(entryId)).toMatchObject({
    kind: 'care',
    correctable: true,
    faultId: null,
    session: null,
  });
  expect(line(entryId).care).toMatchObject({ task: 'wipe', lookOnly: false });
  // the station may go, the line stays as it was
  const before = line(entryId).what;
  must(removeStation(shop, tester, station.id));
  expect(line(entryId).what).toBe(before);
});

test('a line says who, where, of what fault, and what it stands in place of', () => {
  const first = log({ note: 'box' });
  const { entryId } = must(
    correctSession(shop, tester, {
      entryId: first,
      reason: 'shorter',
      change: { start: shop.clock.now - hour, runSeconds: 60, note: null },
    }),
  );
  expect(line(first)).toMatchObject({
    machine: 'Wren',
    person: 'Tester',
    source: 'hand',
    note: 'box',
    correctable: false,
    struck: { person: 'Tester', reason: 'shorter', by: entryId },
    supersedes: null,
  });
  expect(line(entryId)).toMatchObject({
    note: null,
    struck: null,
    correctable: true,
    supersedes: { id: first, reason: 'shorter' },
  });
  expect(line(entryId).session).toMatchObject({ runS: 60 });
  const { faultId } = must(
    reportFault(shop, tester, { machineId, signs: ['stutter'], key: 'book-lines-fault' }),
  );
  const step = must(diagnoseFault(shop, tester, { faultId, cause: 'a loose plug' }));
  expect([line(faultId).faultId, line(step).faultId]).toEqual([faultId, faultId]);
  expect([line(faultId).correctable, line(step).correctable]).toEqual([false, true]);
  must(retireMachine(shop, tester, { machineId, reason: 'sold' }));
  expect(line(first).machine).toBe('Wren');
  expect(bookPeople(shop)).toContain('Tester');
});

test('what may not be struck says why, and stays', () => {
  const strike = (
    id: string,
    role: 'technician' | 'helper' | 'operator' = 'technician',
    reason = 'slip',
  ) => strikeEntry(shop, tester, role, id, reason);
  expect(refusal(strike('nowhere'))).toBe('That entry is not in the book.');
  const hold = must(holdMachine(shop, tester, { machineId, words: 'belt' }));
  expect(refusal(strike(hold))).toContain('answered by a new one, not struck through');
  const { faultId } = must(
    reportFault(shop, tester, { machineId, signs: ['stutter'], key: 'book-lines-strike' }),
  );
  const step = must(diagnoseFault(shop, tester, { faultId, cause: 'a loose plug' }));
  expect(strike(step, 'operator').ok).toBe(false);
  expect(strike(step, 'technician', '  ')).toMatchObject({ error: { field: 'reason' } });
  must(strike(step, 'helper', ' wrong plug '));
  expect(line(step).struck).toMatchObject({ reason: 'wrong plug' });
  expect(refusal(strike(step))).toBe('It has been struck through already.');
  const session = log();
  must(strike(session));
  expect(refusal(strike(session))).toContain('corrected already');
});

// Outside check: read back by a CSV parser that shares nothing with the writer.
test('the export of a session has its parts in columns of their own, of all else it has none', () => {
  log({ beamSeconds: 600, material: 'cork', process: 'cut', airAssist: true, draught: 'full' });
  log();
  const rows: Record<string, string>[] = parse([...bookCsv(shop, {})].join(''), {
    bom: true,
    columns: true,
  });
  const [plain, full] = rows.filter(({ kind }) => kind === 'session');
  expect(full).toMatchObject({
    machine: 'Wren',
    person: 'Tester',
    source: 'hand',
    run: '45',
    beam: '10',
    material: 'cork',
    process: 'cut',
    air_assist: 'on',
    draught: 'full',
    operator: '',
    start: full!['at'],
  });
  expect(plain).toMatchObject({ run: '45', beam: '', material: '', air_assist: '', draught: '' });
  const other = rows.find(({ kind }) => kind === 'machine')!;
  expect([other['start'], other['run'], other['what']]).toEqual([
    '',
    '',
    'Machine added (Enclosed diode): Wren',
  ]);
});
