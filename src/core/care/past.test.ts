import * as fc from 'fast-check';
import type { Counters, Limit } from './care';
import { noUse } from './counters';
import { standing, withoutKnowing } from './due';
import {
  carriedBy,
  lookTells,
  pastEvent,
  pastProblem,
  withCarried,
  type Carried,
  type Life,
  type TaskPast,
} from './past';
import { pastText, pastWords, readPast } from './past-words';
import { lastReset } from './resets';

const day = 24 * 3_600_000;
const usedBy = (limits: readonly Limit[], counters: Counters) => standing(limits, counters).used;
const zone = 'Europe/Oslo';
const now = Date.UTC(2026, 10, 24, 12);
const soil = { optics: 1, bed: 2, motion: 1, air: 0.5 };
const told = (more: Partial<TaskPast>): TaskPast => ({
  at: now,
  task: 'clean',
  last: { kind: 'unknown' },
  hours: null,
  sure: null,
  soil,
  ...more,
});
const life: Life = { at: now, hours: 1000, sure: 100, since: now - 1000 * day };
const bed = { limits: [{ kind: 'soil' as const, value: 100 }], group: 'bed' as const, soil };

test('an hour of the machine a day: two hundred days since are two hundred hours, give or take half', () => {
  const carried = carriedBy(told({ last: { kind: 'date', at: now - 200 * day } }), life, Infinity)!;
  expect(carried).toMatchObject({ since: now - 200 * day, from: now - 200 * day, share: 0 });
  expect(carried.run.likely).toBeCloseTo(200, 9);
  expect(carried.run.least).toBeCloseTo(100, 9);
  expect(carried.run.most).toBeCloseTo(300, 9);
});

test('nobody ran it for longer than its counter says, give or take what the counter is sure to', () => {
  // nearly all of its life: half as much again would be 1425 hours of the 1000
  const nearly = told({ last: { kind: 'date', at: now - 950 * day } });
  expect(carriedBy(nearly, life, Infinity)!.run).toEqual({
    least: expect.closeTo(475, 9),
    likely: expect.closeTo(950, 9),
    most: 1100,
  });
});

test('hours that were asked for and not said are not known', () => {
  expect(carriedBy(told({ last: { kind: 'hours' } }), life, Infinity)).toBeNull();
});

test('what the log holds since that day is not guessed again', () => {
  const since = now - 200 * day;
  const half = carriedBy(told({ last: { kind: 'date', at: since } }), life, now - 100 * day)!;
  expect(half.run.likely).toBeCloseTo(100, 9);
  const all = carriedBy(told({ last: { kind: 'date', at: since } }), life, since - day)!;
  expect(all.run).toEqual({ least: 0, likely: 0, most: 0 });
});

test('a date alone claims no hours that nobody knows', () => {
  const carried = carriedBy(told({ last: { kind: 'date', at: now - 9 * day } }), null, Infinity)!;
  expect(carried.run).toEqual({ least: 0, likely: 0, most: null });
  const counted = withCarried(noUse, carried, bed, { now, zone });
  expect(counted.most).toBeNull();
  // but days are days
  const byDays = { ...bed, limits: [{ kind: 'days' as const, value: 10 }] };
  const { likely, most } = withCarried(noUse, carried, byDays, { now, zone });
  expect(usedBy(byDays.limits, likely)).toBe(0.9);
  expect(most).toEqual(likely);
});

test('hours that were said count from when they were said, weighed as the work of then', () => {
  const past = told({
    last: { kind: 'date', at: now - 90 * day },
    hours: 40,
    sure: 10,
    at: now - day,
  });
  const carried = carriedBy(past, life, now - 60 * day)!;
  expect(carried).toMatchObject({ from: now - day, run: { least: 30, likely: 40, most: 50 } });
  const counted = { ...noUse, runSeconds: 3600, soilMilliseconds: 3_600_000, days: 1 };
  const { least, likely, most } = withCarried(counted, carried, bed, { now, zone });
  expect(likely).toMatchObject({ runSeconds: 41 * 3600, days: 90 });
  // 40 hours of a bed that fouls twice as fast as usual, and one more hour
  expect([least, likely, most!].map((one) => usedBy(bed.limits, one))).toEqual([0.61, 0.81, 1.01]);
});

test('never done: all of its life; of no life nothing is known', () => {
  const never = told({ last: { kind: 'never' } });
  expect(carriedBy(never, life, Infinity)).toMatchObject({
    since: life.since,
    from: life.at,
    run: { least: 900, likely: 1000, most: 1100 },
  });
  expect(carriedBy(never, null, Infinity)).toBeNull();
  expect(carriedBy({ ...never, hours: 70 }, null, Infinity)).toMatchObject({
    since: null,
    from: now,
    run: { likely: 70 },
  });
  expect(carriedBy(told({}), life, Infinity)).toBeNull();
});

test.each([
  ['clear', 0],
  ['haze', 0.5],
  ['soiled', 1],
  ['caked', 1.25],
] as const)('a look that finds it %s starts at %d of every limit', (finding, share) => {
  const limits = [
    { kind: 'soil' as const, value: 60 },
    { kind: 'days' as const, value: 20 },
  ];
  const carried = carriedBy(told({ last: { kind: 'look', finding } }), null, Infinity)!;
  const { likely } = withCarried(noUse, carried, { ...bed, limits }, { now, zone });
  expect(usedBy(limits, likely)).toBeCloseTo(share, 9);
  expect(usedBy([limits[1]!], likely)).toBeCloseTo(share, 9);
});

test('whatever is said, the least is never above the likely, nor that above the most', () => {
  const last = fc.oneof(
    fc.record({
      kind: fc.constant('date' as const),
      at: fc.integer({ min: now - 900 * day, max: now }),
    }),
    fc.constantFrom({ kind: 'hours' as const }, { kind: 'never' as const }),
  );
  fc.assert(
    fc.property(
      last,
      fc.option(fc.double({ min: 0, max: 900, noNaN: true })),
      fc.option(fc.double({ min: 0, max: 200, noNaN: true })),
      fc.integer({ min: now - 900 * day, max: now }),
      (time, hours, sure, firstUse) => {
        const carried = carriedBy(told({ last: time, hours, sure }), life, firstUse);
        if (!carried) return;
        const { least, likely, most } = withCarried(noUse, carried, bed, { now, zone });
        const shares = [least, likely, most ?? likely].map((one) => usedBy(bed.limits, one));
        expect(shares).toEqual([...shares].sort((a, b) => a - b));
      },
    ),
  );
});

test('what is told with a date answers for shallower tasks; a new part for all, lubrication too', () => {
  const at = now - 30 * day;
  const clean = pastEvent(told({ last: { kind: 'date', at } }), 'clean')!;
  expect(lastReset({ key: 'wipe', depth: 'wipe' }, [clean])).toBe(clean);
  expect(lastReset({ key: 'strip', depth: 'strip-clean' }, [clean])).toBeNull();
  const fresh = pastEvent(told({ last: { kind: 'new', at } }), 'clean')!;
  expect(lastReset({ key: 'grease', depth: 'lubricate' }, [fresh])).toBe(fresh);
  for (const kind of ['hours', 'never', 'unknown'] as const) {
    expect(pastEvent(told({ last: { kind } }), 'clean')).toBeNull();
  }
});

test('what is not known is never clear, and due all the same where the least of it is', () => {
  const limits = [{ kind: 'run' as const, value: 10 }];
  const at = (hours: number) =>
    withoutKnowing(standing(limits, { ...noUse, runSeconds: hours * 3600 })).state;
  expect([at(0), at(9), at(10), at(13)]).toEqual(['not known', 'not known', 'due', 'past due']);
});

test('dirt shows; wear and dry rails do not', () => {
  expect(['inspect', 'wipe', 'clean', 'strip-clean'].every((one) => lookTells(one as 'wipe'))).toBe(
    true,
  );
  expect((['replace', 'lubricate', 'drain'] as const).some(lookTells)).toBe(false);
});

test.each<[string, Partial<TaskPast>, string | null]>([
  ['tomorrow', { last: { kind: 'date', at: now + day } }, 'still to come'],
  ['before the machine', { last: { kind: 'date', at: now - 1001 * day } }, 'before the machine'],
  ['more hours than ever', { last: { kind: 'hours' }, hours: 1101 }, 'more than the 1000 h'],
  [
    'more hours than days hold',
    { last: { kind: 'date', at: now - day }, hours: 60 },
    'not so many hours',
  ],
  ['hours ago without hours', { last: { kind: 'hours' } }, 'how many run hours'],
  ['the day it came', { last: { kind: 'date', at: now - 1000 * day }, hours: 1000 }, null],
])('%s', (_, past, words) => {
  const wrong = pastProblem(told(past), life);
  if (words === null) expect(wrong).toBeNull();
  else expect(wrong!.words).toContain(words);
});

test.each<[string, object]>([
  ['3.3.2026', { last: { kind: 'date', at: Date.UTC(2026, 2, 3, 11) }, hours: null }],
  ['3 Mar 2026, 400 h', { last: { kind: 'date' }, hours: 400, sure: null }],
  ['3 Mar 2026; about 400 ± 50 h', { last: { kind: 'date' }, hours: 400, sure: 50 }],
  ['400 h', { last: { kind: 'hours' }, hours: 400 }],
  ['about 400,5 hours ago', { last: { kind: 'hours' }, hours: 400.5 }],
  ['~400h +- 20', { last: { kind: 'hours' }, hours: 400, sure: 20 }],
  ['Never', { last: { kind: 'never' } }],
  ['never, 400 h', { last: { kind: 'never' }, hours: 400 }],
  ['?', { last: { kind: 'unknown' } }],
  ['not known', { last: { kind: 'unknown' } }],
  ['new', { last: { kind: 'new', at: now }, hours: 0 }],
  ['new part, 1.11.2026', { last: { kind: 'new', at: Date.UTC(2026, 10, 1, 11) }, hours: null }],
])('"%s" is read', (text, past) => {
  const read = readPast(text, 'dmy', zone, now);
  expect(read).toMatchObject({ ok: true, value: past });
});

test('what was said is written so that it is read the same', () => {
  const written = fc.constantFrom(
    '2026-03-03',
    '2026-03-03, 40 h',
    'new 2026-03-03',
    '400 ± 50 h',
    'never',
    '?',
  );
  fc.assert(
    fc.property(written, (text) => {
      const read = readPast(text, 'iso', zone, now);
      expect(read.ok && pastText(read.value, zone)).toBe(text);
    }),
  );
});

test('today is not later than now', () => {
  const morning = Date.UTC(2026, 10, 24, 6);
  const read = readPast('24.11.2026', 'dmy', zone, morning);
  expect(read.ok && read.value.last).toEqual({ kind: 'date', at: morning });
});

test.each(['in spring', '31.2.2026', '400', ''])('"%s" is not', (text) => {
  const read = readPast(text, 'dmy', zone, now);
  expect(!read.ok && read.error).toContain('Write a date');
});

test('a carried share needs no limit of every kind', () => {
  const carried: Carried = {
    since: null,
    from: now,
    run: { least: 0, likely: 0, most: 0 },
    share: 1,
  };
  expect(withCarried(noUse, carried, bed, { now, zone }).likely.days).toBe(0);
});

test.each([
  [{ kind: 'date', at: now } as const, null, null, 'last done DAY'],
  [{ kind: 'date', at: now } as const, 400, null, 'last done DAY, about 400 run hours since'],
  [{ kind: 'date', at: now } as const, 400, 50, 'last done DAY, about 400 ± 50 run hours since'],
  [{ kind: 'new', at: now } as const, 0, null, 'new part DAY'],
  [{ kind: 'new', at: now } as const, 12, null, 'new part DAY, about 12 run hours since'],
  [{ kind: 'hours' } as const, 400, 50, 'last done about 400 ± 50 run hours before'],
  [{ kind: 'never' } as const, null, null, 'never done'],
  [{ kind: 'never' } as const, 900, null, 'never done, in about 900 run hours'],
  [{ kind: 'unknown' } as const, null, null, 'not known when it was last done'],
])('a past in words: %j, %j ± %j h', (last, hours, sure, words) => {
  expect(pastWords({ last, hours, sure }, () => 'DAY')).toBe(words);
});
