import { Temporal } from '@js-temporal/polyfill';
import fc from 'fast-check';
import {
  calendarDays,
  isZone,
  localDay,
  offsetsAround,
  offsetsBetween,
  startOfLocalDay,
  tellOffsets,
  wallInstants,
  wallTime,
  zoneOffset,
} from './zone';

const zones = [
  'Europe/Oslo',
  'America/New_York',
  'Australia/Lord_Howe',
  'Asia/Kathmandu',
  'America/Sao_Paulo',
  'Pacific/Apia',
  'UTC',
];
const instants = fc.integer({ min: Date.UTC(1995, 0, 1), max: Date.UTC(2040, 0, 1) });

// Outside check: the Temporal polyfill, an implementation of its own over the platform's IANA data.
const temporalDay = (instant: number, zone: string) =>
  Temporal.Instant.fromEpochMilliseconds(instant)
    .toZonedDateTimeISO(zone)
    .toPlainDate()
    .since('1970-01-01', { largestUnit: 'days' }).days;

test('local days agree with Temporal on any instant in any zone', () => {
  fc.assert(
    fc.property(instants, fc.constantFrom(...zones), (instant, zone) => {
      expect(localDay(instant, zone)).toBe(temporalDay(instant, zone));
    }),
    { numRuns: 2000 },
  );
});

test('the start of a local day agrees with Temporal, also where midnight does not exist', () => {
  fc.assert(
    fc.property(instants, fc.constantFrom(...zones), (instant, zone) => {
      const day = Temporal.Instant.fromEpochMilliseconds(instant).toZonedDateTimeISO(zone);
      const start = day.startOfDay().epochMilliseconds;
      expect(startOfLocalDay(localDay(instant, zone), zone)).toBe(start);
    }),
    { numRuns: 2000 },
  );
  // Sao Paulo went forward at midnight on 4 November 2018: the day began at one o'clock.
  const day = localDay(Date.UTC(2018, 10, 4, 12), 'America/Sao_Paulo');
  expect(startOfLocalDay(day, 'America/Sao_Paulo')).toBe(Date.UTC(2018, 10, 4, 3));
});

test('days of 23 and 25 hours count as one (Europe/Oslo, last Sundays of March and October)', () => {
  const oslo = 'Europe/Oslo';
  const march = localDay(Date.UTC(2026, 2, 29, 12), oslo);
  expect(startOfLocalDay(march + 1, oslo) - startOfLocalDay(march, oslo)).toBe(23 * 3_600_000);
  const october = localDay(Date.UTC(2026, 9, 25, 12), oslo);
  expect(startOfLocalDay(october + 1, oslo) - startOfLocalDay(october, oslo)).toBe(25 * 3_600_000);
  expect(calendarDays(Date.UTC(2026, 2, 28, 22, 30), Date.UTC(2026, 2, 29, 22, 30), oslo)).toBe(2);
  expect(calendarDays(Date.UTC(2026, 9, 24, 22, 30), Date.UTC(2026, 9, 25, 22, 30), oslo)).toBe(0);
});

test('a wall time that happens twice has two instants, one that is skipped has none', () => {
  const wall = { year: 2026, month: 10, day: 25, hour: 2, minute: 30, second: 0, millisecond: 0 };
  expect(wallInstants(wall, 'Europe/Oslo')).toEqual({
    kind: 'twice',
    first: Date.UTC(2026, 9, 25, 0, 30),
    second: Date.UTC(2026, 9, 25, 1, 30),
  });
  expect(wallInstants({ ...wall, month: 3, day: 29 }, 'Europe/Oslo')).toEqual({ kind: 'none' });
});

test('wall time and instant lead back to each other', () => {
  fc.assert(
    fc.property(instants, fc.constantFrom(...zones), (instant, zone) => {
      const back = wallInstants(wallTime(instant, zone), zone);
      if (back.kind === 'none') throw new Error('an instant always has a wall time');
      const found = back.kind === 'one' ? [back.instant] : [back.first, back.second];
      expect(found).toContain(instant);
    }),
  );
});

test('every offset of a zone is found, each from the minute it holds', () => {
  const hours = (offset: number) => offset / 3_600_000;
  const year = (zone: string, of: number) =>
    offsetsBetween(Date.UTC(of, 0, 1), Date.UTC(of + 1, 0, 1), zone).spans.map(([from, offset]) => [
      new Date(from).toISOString().slice(0, 16),
      hours(offset),
    ]);
  // EU Directive 2000/84/EC: at 01:00 UTC on the last Sundays of March and October
  expect(year('Europe/Oslo', 2026)).toEqual([
    ['2026-01-01T00:00', 1],
    ['2026-03-29T01:00', 2],
    ['2026-10-25T01:00', 1],
  ]);
  // half an hour, in the other half of the year; and a day that never was (30 December 2011)
  expect(year('Australia/Lord_Howe', 2026).map(([, offset]) => offset)).toEqual([11, 10.5, 11]);
  expect(year('Pacific/Apia', 2011).at(-1)).toEqual(['2011-12-30T10:00', 14]);
  expect(year('Asia/Kathmandu', 2026)).toEqual([['2026-01-01T00:00', 5.75]]);
});

test('told offsets say the same as the platform, and where they end the platform is asked', () => {
  const of = offsetsAround(Date.UTC(2026, 10, 30), 'America/Sao_Paulo');
  expect([of.spans[0]![0], of.until]).toEqual([Date.UTC(2016, 0, 1), Date.UTC(2029, 0, 1)]);
  const edges = of.spans.flatMap(([from]) => [from - 1, from, from + 1]);
  const at = [...edges, of.until - 1, of.until, Date.UTC(2012, 6, 1), Date.UTC(2035, 0, 1)];
  const asked = at.map((instant) => zoneOffset(instant, 'America/Sao_Paulo'));
  const zone = 'Told/Zone';
  tellOffsets({ ...of, zone });
  const within = at.filter((instant) => instant >= of.spans[0]![0] && instant < of.until);
  expect(within.map((instant) => zoneOffset(instant, zone))).toEqual(
    asked.filter((_, n) => within.includes(at[n]!)),
  );
  // a name no platform knows: beyond what was told it is refused, not guessed
  for (const beyond of [of.spans[0]![0] - 1, of.until]) {
    expect(() => zoneOffset(beyond, zone)).toThrow(RangeError);
  }
});

test('zones are IANA names', () => {
  expect(isZone('Europe/Oslo')).toBe(true);
  expect(isZone('Oslo')).toBe(false);
  expect(isZone('')).toBe(false);
  expect(isZone('UTC')).toBe(true);
  expect(isZone('Nowhere/Town')).toBe(false);
  // known to the platform, and ambiguous or of a fixed offset
  for (const zone of ['EST', 'CET', 'GMT']) expect(isZone(zone)).toBe(false);
  expect(() => localDay(0, 'Nowhere/Town')).toThrow(RangeError);
});
