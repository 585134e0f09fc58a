import { listStations } from '../../records/machines';
import { openFaults } from '../faults/faults';
import {
  addTestMachine,
  cutPlywood,
  eachTestShop,
  markOn,
  must,
  pressAllInOrder,
  tester,
} from '../testing/shop';
import { press } from './events';
import { handOver } from './hand-over';
import { runOf, sheetRow, startSheet } from './sheets';
import { signOffSheet } from './sign-off';

const minute = 60_000;
const shop = eachTestShop();
let machineId: string;
let sheetId: string;
const station = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;
const mark = (slug: string, task: string, marks: Parameters<typeof markOn>[4]) =>
  markOn(shop, sheetId, station(slug), task, marks);
const over = () => handOver(shop, sheetRow(shop, sheetId)!);

beforeEach(() => {
  machineId = addTestMachine(shop).id;
  cutPlywood(shop, machineId, 12);
  sheetId = must(
    startSheet(shop, tester, {
      machineId,
      tasks: [
        { stationId: station('frame'), task: 'wipe' },
        { stationId: station('window'), task: 'strip-clean' },
        { stationId: station('honeycomb'), task: 'clean' },
      ],
    }),
  ).row.id;
});

test('what a clean-down did and left stands with its reasons, minutes and what is next', () => {
  const open = over();
  expect(open).toMatchObject({ closed: null, minutes: null, done: [], opened: [], proofs: [] });
  expect(open.left).toHaveLength(3);
  const opening = runOf(shop, sheetId)!.pieces.find(({ kind }) => kind === 'open')!;
  expect(open.left.every(({ how, note }) => how === null && note === null)).toBe(true);

  mark('frame', 'wipe', { result: 'done', finding: 'soiled', minutes: 7, note: 'sticky' });
  mark('window', 'strip-clean', { result: 'put-off', note: 'no swabs left' });
  mark('honeycomb', 'clean', { result: 'in-part', finding: 'soiled', note: 'the left half' });
  must(
    press(shop, tester, sheetId, [
      { kind: 'again', task: `${station('frame')}.wipe` },
      { kind: 'instead', tool: 'dry cloth', used: 'paper towel' },
      { kind: 'step', step: `${opening.id}#0`, done: true },
    ]),
  );
  mark('frame', 'wipe', { result: 'done', finding: 'soiled', minutes: 9, note: 'sticky' });
  pressAllInOrder(shop, sheetId);
  shop.clock.now += 40 * minute;
  must(signOffSheet(shop, tester, sheetId));
  const closedAt = shop.clock.now;

  const after = over();
  expect(after.closed).toEqual({ at: closedAt, by: 'Tester', abandoned: null });
  const frame = after.done.find(({ task, result }) => task === 'wipe' && result === 'done')!;
  expect(frame).toMatchObject({ finding: 'soiled', minutes: 9, note: 'sticky', again: 1 });
  // as the sheet had it: no more than all of it together
  expect(frame.planned).toBeGreaterThan(0);
  expect(after.done).toHaveLength(1);
  expect(after.planned).toBeGreaterThan(frame.planned!);
  expect(after.planned).toBe(open.planned);
  const left = Object.fromEntries(
    after.left.map(({ station: name, how, note, due }) => [name, { how, note, due }]),
  );
  expect(left['Protective window']).toMatchObject({ how: 'put-off', note: 'no swabs left' });
  expect(left['Honeycomb']).toMatchObject({ how: 'in-part', note: 'the left half' });
  // where each stands now: nothing of it was reset
  expect(left['Protective window']!.due!.standing.used).toBeGreaterThan(0);
  expect(after.instead).toEqual([{ tool: 'dry cloth', used: 'paper towel' }]);
  expect(after.opened).toEqual([opening.title]);
  expect(new Set(after.proofs.map(({ passed }) => passed))).toEqual(new Set([true]));
  expect(after.late).toEqual([]);

  expect(after.next).toHaveLength(3);
  const used = after.next.map(({ due }) => due.standing.used);
  expect(used).toEqual([...used].sort((a, b) => b - a));
  expect(after.next.every(({ due }) => due.task.key !== 'debris')).toBe(true);
});

test('a press that comes in when it is closed is told apart, and changes nothing', () => {
  mark('frame', 'wipe', { result: 'done', finding: 'soiled' });
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  const before = over();
  shop.clock.now += 5 * minute;
  press(shop, tester, sheetId, [
    {
      kind: 'mark',
      task: `${station('window')}.strip-clean`,
      change: { result: 'done' },
    },
  ]);
  const after = over();
  expect(after.late.map(({ what }) => what.kind)).toEqual(['mark']);
  expect(after.done).toEqual(before.done);
  expect(after.left.map(({ how }) => how)).toEqual(before.left.map(({ how }) => how));
});

test('damage that was found is one fault, told by the sign-off', () => {
  mark('window', 'strip-clean', { result: 'done', finding: 'damaged' });
  pressAllInOrder(shop, sheetId);
  const done = must(signOffSheet(shop, tester, sheetId));
  expect(done.faultIds).toEqual(openFaults(shop).map(({ id }) => id));
  expect(done.faultIds).toHaveLength(1);
  expect(done.recorded).toBe(1);
  expect(done.left).toHaveLength(2);
});
