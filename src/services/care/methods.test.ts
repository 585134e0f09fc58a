import { writeEntry } from '../shop';
import { stationById } from '../../records/machines';
import { standingEntries } from '../../records/audit-log';
import { listStations } from '../../records/machines';
import { recordCare } from './care';
import { disputedField } from '../../catalogue/matrix';
import { answeredQuestions, chooseMethod, stationMethods } from './methods';
import { changeCard } from '../machines/machines';
import { progressOf } from '../../core/cleaning/progress';
import { eventsOf } from '../cleaning/events';
import { runOf, startSheet } from '../cleaning/sheets';
import { addTestMachine, markOn, must, eachTestShop, refusal, tester } from '../testing/shop';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const stationId = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;
const clean = (slug: string, task: string, method: string, more: object = {}) =>
  recordCare(shop, tester, {
    stationId: stationId(slug),
    task,
    at: shop.clock.now,
    method,
    ...more,
  });

test('a harmful method is refused with its reason, whoever insists', () => {
  expect(refusal(clean('honeycomb', 'clean', 'oven cleaner'))).toMatch(/attacks aluminium/);
  expect(refusal(clean('honeycomb', 'clean', 'oven cleaner', { methodDecided: true }))).toMatch(
    /attacks/,
  );
  expect(standingEntries(shop.db, ['care'])).toEqual([]);
  // the same on steel is disputed only
  must(changeCard(shop, tester, { machineId, card: { bed: 'steel honeycomb' } }));
  expect(refusal(clean('honeycomb', 'clean', 'oven cleaner'))).toMatch(/Disputed/);
});

test('a disputed method warns once, and the choice of the shop is remembered', () => {
  const first = clean('lid-window', 'wipe', 'alcohol on a cloth');
  expect(first).toMatchObject({ ok: false, error: { field: disputedField } });
  must(clean('lid-window', 'wipe', 'alcohol on a cloth', { methodDecided: true }));
  must(clean('lid-window', 'wipe', 'isopropyl on a cloth'));
  const settled = standingEntries(shop.db, ['method choice']);
  expect(settled).toHaveLength(1);
  expect(settled[0]!.person).toBe('Tester');
});

test('what is disputed stands for nothing on a sheet until the shop has settled it', () => {
  const standsForSoap = (nickname: string) => {
    const { id } = addTestMachine(shop, nickname);
    const lid = listStations(shop.db, id).find(({ slug }) => slug === 'lid-window')!.id;
    const sheet = startSheet(shop, tester, {
      machineId: id,
      tasks: [{ stationId: lid, task: 'wipe' }],
    });
    return runOf(shop, must(sheet).row.id)!.instead!['mild soap'];
  };
  expect(standsForSoap('Heron')).toEqual(['mild cleaner']);
  must(clean('lid-window', 'wipe', 'alcohol on a cloth', { methodDecided: true }));
  expect(standsForSoap('Plover')).toEqual(['denatured alcohol', 'mild cleaner']);
});

test('a refused method on a sheet loses nothing else that was marked', () => {
  const window = stationId('window');
  const sheet = must(
    startSheet(shop, tester, { machineId, tasks: [{ stationId: window, task: 'wipe' }] }),
  );
  const { problems } = markOn(shop, sheet.row.id, window, 'wipe', {
    finding: 'soiled',
    result: 'done',
    method: 'water on a swab',
    minutes: 4,
    note: 'left edge',
  });
  expect(problems[0]!.message).toMatch(/Never plain water/);
  expect(progressOf(eventsOf(shop, sheet.row.id)).marks.get(`${window}.wipe`)).toMatchObject({
    finding: 'soiled',
    result: 'done',
    method: null,
    minutes: 4,
    note: 'left edge',
  });
});

test('a school is chosen for the shop or for one station; harmful ways are not offered', () => {
  const window = stationId('window');
  const { machineId } = stationById(shop.db, window)!;
  const chosen = (id: string | null) =>
    answeredQuestions(shop, id ? { machineId, stationId: id } : null).find(
      (one) => one.id === 'optic-liquid',
    )!;
  expect(chosen(null)).toMatchObject({ chosen: 'isopropyl', by: null });
  must(chooseMethod(shop, tester, { question: 'optic-liquid', choice: 'optics-fluid' }));
  must(
    chooseMethod(shop, tester, { question: 'optic-liquid', choice: 'wipes', stationId: window }),
  );
  expect(chosen(null).chosen).toBe('optics-fluid');
  expect(chosen(window)).toMatchObject({
    chosen: 'wipes',
    by: { person: 'Tester', for: 'station' },
  });
  // the machine stands between the two: nearer than the shop, farther than the station
  must(chooseMethod(shop, tester, { question: 'optic-liquid', choice: 'acetone', machineId }));
  expect(chosen(window).chosen).toBe('wipes');
  expect(chosen(stationId('shield'))).toMatchObject({ chosen: 'acetone', by: { for: 'machine' } });
  expect(chosen(null).chosen).toBe('optics-fluid');
  expect(stationMethods(shop, window, 'optics')[0]).toMatch(/wipe/);
  expect(stationMethods(shop, window, 'optics')).not.toContain('soap and water');
  expect(stationMethods(shop, stationId('shield'), 'optics')).toContain('soap and water');
  expect(refusal(chooseMethod(shop, tester, { question: 'optic-liquid', choice: 'gin' }))).toMatch(
    /not one of/,
  );
});

test('out or in place was one question once: its answers still stand, each for its own', () => {
  const answer = (id: string) => answeredQuestions(shop).find((one) => one.id === id)!.chosen;
  const kept = (choice: string) =>
    writeEntry(shop, tester, {
      kind: 'method choice',
      machineId: null,
      data: { question: 'in-place', choice, stationId: null },
    });
  kept('lens-in');
  kept('mirrors-out');
  expect([answer('lens-place'), answer('mirror-place')]).toEqual(['lens-in', 'mirrors-out']);
});
