import { counterFor } from '../../core/care/due';
import { entryWords } from '../audit-log/entry-words';
import { strikeEntry } from '../audit-log/audit-log';
import { openFaults } from '../faults/faults';
import { addMachine } from '../machines/machines';
import { readiness } from '../machines/readiness';
import { addModule } from '../parts/parts';
import { weeksAhead } from '../schedule/problem';
import { cutPlywood, must, eachTestShop, refusal, tester } from '../testing/shop';
import { choosable } from '../today/choice';
import { shopBoard } from '../today/board';
import { machineForecast } from '../forecast/forecast';
import { standingEntries } from '../../records/audit-log';
import { recordCare } from './care';
import { recordDone } from './done-already';
import { dueMachines, firstLook } from './due';
import { dueRows } from './due-rows';
import { lookFirst, pastPage, sayPast } from './past';

const day = 24 * 3_600_000;
const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = must(addMachine(shop, tester, { nickname: 'Heron', family: 'enclosed-diode' })).id;
});

const station = (slug: string) => dueMachines(shop)[0]!.stations.find((one) => one.slug === slug)!;
const task = (slug: string, key: string) =>
  station(slug).tasks.find((one) => one.task.key === key)!;
const keyOf = (slug: string, key: string) => `${station(slug).id} ${key}`;
const say = (tasks: Record<string, string>, machine: object | null = null) =>
  sayPast(shop, tester, {
    machineId,
    machine,
    tasks: Object.fromEntries(
      Object.entries(tasks).map(([name, text]) => {
        const [slug, key] = name.split(' ') as [string, string];
        return [keyOf(slug, key), text];
      }),
    ),
  });

test('of a used machine nothing is known, and nothing of it reads as clear', () => {
  const rows = dueRows(dueMachines(shop), shop.zone).filter(
    ({ limits }) => limits[0]!.kind !== 'jobs',
  );
  expect(rows.length).toBeGreaterThan(15);
  for (const row of rows) expect([row.state, row.known]).toEqual(['not known', false]);
  expect(dueMachines(shop)[0]!.state).toBe('not known');
  // what can burn and nobody has looked at is under no calm mark
  expect(readiness(shop, machineId)).toMatchObject({ verdict: 'care' });
  expect(readiness(shop, machineId).reasons.join()).toContain('Not known when it was last cleaned');
});

test('a new machine starts at zero, and is clear', () => {
  const fresh = must(
    addMachine(shop, tester, { nickname: 'Wren', family: 'enclosed-diode', past: 'new' }),
  );
  const [due] = dueMachines(shop, shop.now(), fresh.id);
  expect(due!.state).toBe('clear');
  expect(due!.stations.flatMap(({ tasks }) => tasks).every(({ known }) => known)).toBe(true);
  expect(readiness(shop, fresh.id).verdict).toBe('yes');
});

test('a start that is not sure makes the forecast wide by just that much', () => {
  const told = { sure: '16 h', doubtful: '16 ± 4 h' };
  const ids = Object.entries(told).map(([nickname, text]) => {
    const family = 'enclosed-diode';
    machineId = must(addMachine(shop, tester, { nickname, family })).id;
    const of = dueMachines(shop, shop.now(), machineId)[0]!.stations;
    const belts = of.find(({ slug }) => slug === 'belts')!;
    must(
      sayPast(shop, tester, {
        machineId,
        machine: { inUseSince: '12.7.2025', hours: 1000, sure: 0 },
        tasks: { [`${belts.id} inspect`]: text },
      }),
    );
    return machineId;
  });
  shop.clock.now += 16 * day;
  const [sure, doubtful] = ids.map((id) => {
    cutPlywood(shop, id, 15);
    const of = dueMachines(shop, shop.now(), id)[0]!.stations;
    const { tasks } = of.find(({ slug }) => slug === 'belts')!;
    return machineForecast(shop, id).due(tasks.find(({ task: { key } }) => key === 'inspect')!)!;
  });
  expect(doubtful!.likely).toBe(sure!.likely);
  // an hour a day: four hours more or less are four days
  expect(sure!.early! - doubtful!.early!).toBeGreaterThanOrEqual(3);
  expect(doubtful!.late! - sure!.late!).toBeGreaterThanOrEqual(3);
});

test('a date and rough hours give the counters that a hand would count', () => {
  // 1,000 h in 500 days: two a day. Cleaned 60 days ago: 120 h of soil on the honeycomb, 60 days
  must(
    say(
      { 'honeycomb clean': '25.9.2026', 'belts inspect': '40 ± 10 h' },
      { inUseSince: '12.7.2025', hours: 1000, sure: 100 },
    ),
  );
  const comb = task('honeycomb', 'clean');
  expect(comb.known).toBe(true);
  const hours = counterFor('run', comb.counters);
  expect(hours).toBeGreaterThan(118);
  expect(hours).toBeLessThan(122);
  expect(comb.counters.days).toBe(60);
  expect(counterFor('soil', comb.counters)).toBeCloseTo(hours, 3);
  const limit = comb.task.limits.find(({ kind }) => kind === 'soil')!.value;
  expect(comb.standing.used).toBeCloseTo(hours / limit, 3);
  expect(comb.range!.least).toBeLessThan(comb.standing.used);
  expect(comb.range!.most).toBeGreaterThan(comb.standing.used);
  // the shallower of the station is known by it, the deeper stays not known
  for (const { task: other, known } of station('honeycomb').tasks) {
    expect([other.key, known]).toEqual([
      other.key,
      ['clean', 'wipe', 'inspect'].includes(other.depth),
    ]);
  }
});

test('use that is logged later counts on top, at what it weighs', () => {
  must(say({ 'honeycomb clean': '20.11.2026, 5 h' }));
  shop.clock.now += 3 * day;
  cutPlywood(shop, machineId, 2);
  const { counters, carriedHours, known } = task('honeycomb', 'clean');
  expect([
    counters.runSeconds / 3600,
    counters.soilMilliseconds / 3_600_000,
    carriedHours,
    known,
  ]).toEqual([7, 7, 5, true]);
});

test('a date alone leaves the hours open: days count, what counts by use stays not known', () => {
  must(say({ 'honeycomb clean': '20.11.2026' }));
  const comb = task('honeycomb', 'clean');
  expect(comb).toMatchObject({ known: false, standing: { state: 'not known' } });
  expect(comb.counters.days).toBe(4);
  // the log tells the rest once it reaches back
  shop.clock.now += day;
  must(say({}, { inUseSince: '1.1.2026', hours: 300 }));
  expect(task('honeycomb', 'clean').known).toBe(true);
});

test('what the book has later wins over what was said; what was said later than it wins too', () => {
  must(say({ 'honeycomb clean': '400 h' }));
  const { id } = station('honeycomb');
  must(recordCare(shop, tester, { stationId: id, task: 'clean', at: shop.now() - 2 * day }));
  expect(task('honeycomb', 'clean')).toMatchObject({ everReset: true, known: true, said: null });
  must(say({ 'honeycomb clean': '23.11.2026, 1 h' }));
  expect(task('honeycomb', 'clean')).toMatchObject({ everReset: false, carriedHours: 1 });
});

test('said anew is struck and said; the same twice is once; an empty field withdraws', () => {
  must(say({ 'honeycomb clean': '400 h' }));
  expect(must(say({ 'honeycomb clean': '400 h' }))).toEqual({ said: 0, withdrawn: 0, same: 1 });
  must(say({ 'honeycomb clean': '300 h' }));
  const standing = standingEntries(shop.db, ['task past']);
  expect(standing.map((row) => entryWords(shop, row))).toEqual([
    'Before this book: Honeycomb, clean, last done about 300 run hours before',
  ]);
  expect(must(say({ 'honeycomb clean': '' }))).toMatchObject({ withdrawn: 1 });
  expect(standingEntries(shop.db, ['task past'])).toEqual([]);
  expect(task('honeycomb', 'clean').known).toBe(false);
});

test('it is corrected like any other entry', () => {
  must(say({ 'honeycomb clean': '400 h' }));
  const [row] = standingEntries(shop.db, ['task past']);
  must(strikeEntry(shop, tester, 'helper', row!.id, 'another machine'));
  expect(task('honeycomb', 'clean').known).toBe(false);
});

test.each<[Record<string, string>, object | null, string, string]>([
  [{ 'honeycomb clean': '1.1.2027' }, null, 'honeycomb clean', 'still to come'],
  [
    { 'honeycomb clean': '1.1.2020' },
    { inUseSince: '1.1.2026', hours: 90 },
    'honeycomb clean',
    'before the machine',
  ],
  [
    { 'honeycomb clean': '10000 h' },
    { inUseSince: '1.1.2026', hours: 90 },
    'honeycomb clean',
    'more than the 90 h',
  ],
  [{ 'honeycomb clean': 'in spring' }, null, 'honeycomb clean', 'is no date'],
  [{ 'honeycomb polish': '1.1.2026' }, null, 'honeycomb polish', 'no such task'],
])('%j is refused, and nothing is taken down', (tasks, machine, at, words) => {
  const [slug, key] = at.split(' ') as [string, string];
  const outcome = say({ 'belts inspect': 'never', ...tasks }, machine);
  expect(!outcome.ok && outcome.error.fields![`tasks.${keyOf(slug, key)}`]).toContain(words);
  expect(standingEntries(shop.db, ['task past', 'machine past'])).toEqual([]);
});

test.each<[object, string, string]>([
  [{ inUseSince: '1.1.2027' }, 'machine.inUseSince', 'still to come'],
  [{ inUseSince: 'long ago' }, 'machine.inUseSince', 'is no date'],
  [{ inUseSince: '20.11.2026', hours: 10_000 }, 'machine.hours', 'not so many hours'],
])('of the machine: %j', (machine, field, words) => {
  const outcome = say({}, machine);
  expect(!outcome.ok && outcome.error.fields![field]).toContain(words);
});

test('a new machine stays new however often its page is saved, and may have run since', () => {
  machineId = must(
    addMachine(shop, tester, { nickname: 'Wren', family: 'enclosed-diode', past: 'new' }),
  ).id;
  const wren = () => dueMachines(shop, shop.now(), machineId)[0]!;
  const key = `${wren().stations.find(({ slug }) => slug === 'belts')!.id} inspect`;
  shop.clock.now += 30 * day;
  cutPlywood(shop, machineId, 20);
  const before = standingEntries(shop.db, ['machine past']);
  const machine = { inUseSince: '24.11.2026', hours: 0, sure: null };
  must(sayPast(shop, tester, { machineId, machine, tasks: { [key]: 'never' } }));
  expect(standingEntries(shop.db, ['machine past'])).toEqual(before);
  const belts = wren().stations.find(({ slug }) => slug === 'belts')!.tasks[0]!;
  expect(belts).toMatchObject({ known: true, counters: { runSeconds: 20 * 3600 } });
  // fifteen of its twenty hours ago can be; more than it ever ran cannot
  must(sayPast(shop, tester, { machineId, tasks: { [key]: '15 h' } }));
  expect(refusal(sayPast(shop, tester, { machineId, tasks: { [key]: '21 h' } }))).toContain(
    'more than the 20 h',
  );
});

test('what its counter shows is a reading, and stands for its hours', () => {
  must(say({ 'belts inspect': 'never' }, { inUseSince: '1.1.2026', meterHours: 321 }));
  expect(task('belts', 'inspect').counters.runSeconds).toBe(321 * 3600);
  expect(standingEntries(shop.db, ['meter reading'])).toHaveLength(1);
});

test.each([
  ['clear', 0, 'clear'],
  ['haze', 0.5, 'clear'],
  ['soiled', 1, 'due'],
  ['caked', 1.25, 'past due'],
] as const)('a first look that finds it %s makes it known at %d', (finding, used, state) => {
  must(lookFirst(shop, tester, { stationId: station('honeycomb').id, finding }));
  const comb = task('honeycomb', 'clean');
  expect(comb).toMatchObject({ known: true, standing: { state } });
  // days are whole days
  expect(comb.standing.used).toBeCloseTo(used, 1);
  expect(
    refusal(lookFirst(shop, tester, { stationId: station('honeycomb').id, finding })),
  ).toContain('known already');
});

test('a look does not tell of coolant, and damage opens a fault', () => {
  const tube = must(addMachine(shop, tester, { nickname: 'Egret', family: 'co2-glass-tube' })).id;
  const coolant = dueMachines(shop, shop.now(), tube)[0]!.stations.find(
    ({ slug }) => slug === 'coolant',
  )!;
  must(lookFirst(shop, tester, { stationId: coolant.id, finding: 'clear' }));
  const after = dueMachines(shop, shop.now(), tube)[0]!.stations.find(
    ({ id }) => id === coolant.id,
  )!;
  expect(after.tasks.map(({ task: { key }, known }) => [key, known]).sort()).toEqual([
    ['change', false],
    ['inspect', true],
  ]);
  expect(firstLook(after)).toBeNull();
  expect(refusal(lookFirst(shop, tester, { stationId: coolant.id, finding: 'clear' }))).toContain(
    'known',
  );
  const { faultId } = must(
    lookFirst(shop, tester, { stationId: station('honeycomb').id, finding: 'damaged' }),
  );
  expect(openFaults(shop).map(({ id }) => id)).toEqual([faultId]);
});

test('a first look is planned and offered, the rest of the station waits for it', () => {
  const weeks = weeksAhead(shop, dueMachines(shop), null);
  const combs = weeks.tasks.filter(({ slug }) => slug === 'honeycomb');
  const look = firstLook(station('honeycomb'))!;
  expect(combs.map(({ task: key, known }) => [key, known])).toEqual([[look.task.key, false]]);
  const offered = choosable(shop, shopBoard(shop)).filter(
    ({ station: name }) => name === 'Honeycomb',
  );
  expect(offered).toMatchObject([{ task: look.task.key, known: false }]);
  expect(machineForecast(shop, machineId).due(task('honeycomb', 'clean'))).toBeNull();
});

test('a module that comes new is known; one that came with a used machine is as unknown as that', () => {
  const kind = 'head';
  must(addModule(shop, tester, { kind, serial: 'A-1', machineId, at: null }));
  expect(station('window').tasks[0]!.known).toBe(false);
  const other = must(addMachine(shop, tester, { nickname: 'Teal', family: 'enclosed-diode' })).id;
  shop.clock.now += day;
  must(addModule(shop, tester, { kind, serial: 'B-1', machineId: other, at: shop.now() - 1 }));
  const teal = dueMachines(shop).find(({ id }) => id === other)!;
  const window = teal.stations.find(({ slug }) => slug === 'window')!;
  expect(window.tasks[0]!.known).toBe(true);
});

test('the page of a past shows what is said as it would be written, and counts what is not known', () => {
  const before = pastPage(shop, machineId);
  expect(before.unknown).toBe(before.total);
  must(say({ 'honeycomb clean': '3.3.2026; about 400 ± 50 h', 'belts inspect': '?' }));
  const page = pastPage(shop, machineId);
  const texts = page.stations.flatMap(({ tasks }) => tasks).filter(({ text }) => text);
  expect(texts.map(({ text }) => text).sort()).toEqual(['2026-03-03, 400 ± 50 h', '?']);
  expect(page.unknown).toBeLessThan(before.unknown);
});

test('what was done without a sheet is recorded at once, several together, each once', () => {
  const tasks = [
    { stationId: station('honeycomb').id, task: 'clean' },
    { stationId: station('belts').id, task: 'inspect' },
  ];
  const at = shop.now() - day;
  const done = { machineId, tasks, at, finding: 'haze' as const, by: 'Sunniva', key: 'done-key-1' };
  const first = must(recordDone(shop, tester, done));
  expect(must(recordDone(shop, tester, done)).entryIds).toEqual(first.entryIds);
  expect(task('honeycomb', 'clean')).toMatchObject({ everReset: true, known: true, since: at });
  expect(task('belts', 'inspect').since).toBe(at);
  const rows = standingEntries(shop.db, ['care']);
  expect(rows.map(({ note, person }) => [note, person])).toEqual([
    ['done by Sunniva', 'Tester'],
    ['done by Sunniva', 'Tester'],
  ]);
  const bad = [...tasks, { stationId: 'none', task: 'clean' }];
  expect(refusal(recordDone(shop, tester, { ...done, tasks: bad, key: 'done-key-2' }))).toContain(
    'no longer',
  );
  expect(standingEntries(shop.db, ['care'])).toHaveLength(2);
  expect(
    refusal(recordDone(shop, tester, { ...done, at: shop.now() + day, key: 'done-key-3' })),
  ).toContain('future');
});

test('used or new is said anew: what came new is not known once it did not, and the other way round', () => {
  const { id, addedAt } = must(
    addMachine(shop, tester, { nickname: 'Wren', family: 'enclosed-diode', past: 'new' }),
  );
  machineId = id;
  const known = () =>
    dueMachines(shop, shop.now(), machineId)[0]!.stations.flatMap(({ tasks }) =>
      tasks.filter((one) => one.task.limits[0]!.kind !== 'jobs').map((one) => one.known),
    );
  const sayMachine = (machine: object) => sayPast(shop, tester, { machineId, machine, tasks: {} });
  shop.clock.now += 10 * day;
  cutPlywood(shop, machineId, 5);
  must(sayMachine({ isNew: false, inUseSince: '1.3.2026', hours: 400, sure: 50 }));
  expect(new Set(known())).toEqual(new Set([false]));
  expect(standingEntries(shop.db, ['machine past']).at(-1)).toMatchObject({
    data: { isNew: false, hours: 400, sure: 50 },
  });
  // it did come new: it counts from the day it came, and not from today
  must(sayMachine({ isNew: true }));
  const [standing, ...more] = standingEntries(shop.db, ['machine past'], { machineId });
  expect([standing!.at, standing!.data, more]).toEqual([
    addedAt,
    { isNew: true, inUseSince: addedAt, hours: 0, sure: null },
    [],
  ]);
  expect(new Set(known())).toEqual(new Set([true]));
  const belts = dueMachines(shop, shop.now(), machineId)[0]!.stations.find(
    ({ slug }) => slug === 'belts',
  )!.tasks[0]!;
  expect(belts.counters.runSeconds).toBe(5 * 3600);
  // left out, it stays as it was said
  must(sayMachine({ inUseSince: '1.3.2026', hours: 3 }));
  expect(standingEntries(shop.db, ['machine past'], { machineId })).toEqual([standing]);
});
