import { perGroup } from '../usage/soil';
import type { CareEvent, CareTask } from './care';
import { reckon, type ToReckon } from './reckon';
import type { TaskPast } from './past';
import { plainMeter } from './testing/plain-counters';

const hour = 3_600_000;
const day = 24 * hour;
const zone = 'Europe/Oslo';
const begun = Date.UTC(2026, 9, 1, 6);
const now = begun + 40 * day;

/** An hour at ten o'clock on each of forty days; of every second one nobody knows the beam, of the others it was half. */
const sessions = Array.from({ length: 40 }, (_, n) => ({
  start: begun + n * day + 2 * hour,
  runSeconds: 3600,
  beamSeconds: n % 2 === 0 ? null : 1800,
  soil: perGroup(() => hour),
}));
const meterOf = () => plainMeter(sessions, zone);

const task = (key: string, depth: CareTask['depth'], more: Partial<CareTask> = {}): CareTask => ({
  key,
  depth,
  group: 'bed',
  limits: [{ kind: 'run', value: 20 }],
  ...more,
});
const wipe = task('wipe', 'wipe');
const clean = task('clean', 'clean');
const grease = task('grease', 'lubricate');
const did = (of: CareTask, after: number, result: CareEvent['result'] = 'done'): CareEvent => ({
  at: begun + after * day,
  task: of.key,
  depth: of.depth,
  result,
  finding: null,
});
const told = (of: CareTask, more: Partial<TaskPast>): TaskPast => ({
  at: begun,
  task: of.key,
  last: { kind: 'unknown' },
  hours: null,
  sure: null,
  soil: perGroup(() => 1),
  ...more,
});
const reckoned = (of: CareTask, more: Partial<ToReckon> = {}) =>
  reckon(
    {
      task: of,
      planned: [wipe, clean, grease],
      events: [],
      stays: [{ machineId: 'a', from: -Infinity, to: Infinity }],
      pasts: [],
      life: null,
      isNew: false,
      start: begun,
      firstUse: sessions[0]!.start,
      ...more,
    },
    meterOf,
    { now, zone },
  );

test('what was never done counts from the beginning, and is known only where all was new then', () => {
  expect(reckoned(wipe)).toEqual({
    counters: {
      runSeconds: 40 * 3600,
      beamSeconds: 20 * 1800,
      soilMilliseconds: 40 * hour,
      days: 40,
      jobs: 40,
      useDays: 40,
    },
    since: begun,
    countsFrom: begun,
    everReset: false,
    known: false,
    said: null,
    carriedHours: 0,
    range: null,
  });
  expect(reckoned(wipe, { isNew: true }).known).toBe(true);
});

test.each([
  ['it was done', [did(wipe, 10)], 10],
  ['it was done twice, in any order', [did(wipe, 25), did(wipe, 10)], 25],
  ['a deeper one was done', [did(clean, 12)], 12],
  ['it was replaced', [did(grease, 14, 'replaced')], 14],
  [
    'it was put off or done in part, after it was done',
    [did(wipe, 10), did(wipe, 20, 'put-off'), did(wipe, 30, 'in-part')],
    10,
  ],
])('in the book %s: from there on, surely', (_, events, from) => {
  const found = reckoned(wipe, { events });
  expect(found).toMatchObject({
    since: begun + from * day,
    countsFrom: begun + from * day,
    everReset: true,
    known: true,
    said: null,
    carriedHours: 0,
    range: null,
  });
  expect(found.counters).toMatchObject({ runSeconds: (40 - from) * 3600, days: 40 - from });
});

test('a shallower task, and a lubrication, reset nothing deeper', () => {
  expect(reckoned(clean, { events: [did(wipe, 10)] }).everReset).toBe(false);
  expect(reckoned(clean, { events: [did(grease, 10)] }).everReset).toBe(false);
});

test('hours that were said are carried, until the book has something later', () => {
  const said = told(wipe, { last: { kind: 'hours' }, hours: 8, sure: 2 });
  const found = reckoned(wipe, { pasts: [said] });
  expect(found).toMatchObject({
    since: begun,
    countsFrom: begun,
    everReset: false,
    known: true,
    said,
    carriedHours: 8,
  });
  // forty hours in the log, and 6, 8 or 10 before: of twenty
  expect(found.counters.runSeconds).toBe(48 * 3600);
  expect(found.range).toEqual({ least: 2.3, most: 2.5 });
  const later = reckoned(wipe, { pasts: [said], events: [did(wipe, 10)] });
  expect(later).toMatchObject({ since: begun + 10 * day, said: null, carriedHours: 0 });
  // what is sure to the hour has no range
  expect(reckoned(wipe, { pasts: [{ ...said, sure: 0 }] }).range).toBeNull();
});

test('a date that was told resets what it is deep enough for; without hours the most is not known', () => {
  const at = begun - 30 * day;
  const said = told(clean, { last: { kind: 'date', at } });
  for (const one of [wipe, clean]) {
    const found = reckoned(one, { pasts: [said] });
    expect(found).toMatchObject({ since: at, countsFrom: at, said, known: false });
    expect(found.range).toEqual({ least: 2, most: null });
    expect(found.counters.days).toBe(70);
  }
  expect(reckoned(grease, { pasts: [said] }).said).toBeNull();
  // of two, what leaves less on it counts: the wipe's own later date, with its hours
  const own = told(wipe, { last: { kind: 'date', at: begun - day }, hours: 1, sure: 0 });
  expect(reckoned(wipe, { pasts: [said, own] })).toMatchObject({ said: own, carriedHours: 1 });
  expect(reckoned(clean, { pasts: [said, own] })).toMatchObject({ said });
});

test('what somebody could not say is told with it, and changes nothing', () => {
  const unknown = told(wipe, {});
  expect(reckoned(wipe, { pasts: [unknown] })).toMatchObject({
    said: unknown,
    known: false,
    carriedHours: 0,
    since: begun,
  });
});

test('beam that nobody logged is the machine’s own share of the run, with its range', () => {
  const tube = task('swap', 'replace', { limits: [{ kind: 'beam', value: 10 }] });
  const found = reckoned(tube, { planned: [tube] });
  // ten hours known, and of twenty more a half: 10 + 5, 10 or 15
  expect(found.counters.beamSeconds).toBe(20 * 3600);
  expect(found.range).toEqual({ least: 1.5, most: 2.5 });
  const reset = reckoned(tube, { planned: [tube], events: [did(tube, 20)] });
  expect(reset.counters.beamSeconds).toBe(10 * 3600);
  expect(reset.range).toEqual({ least: 0.75, most: 1.25 });
});
