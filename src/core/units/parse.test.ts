import { Temporal } from '@js-temporal/polyfill';
import fc from 'fast-check';
import { formatDuration, parseDuration, bothReadings } from './duration';
import { formatLocal, formatOffset, parseInstant } from './instant';

test.each([
  ['45', 2700],
  ['7.5', 450],
  ['7,5', 450],
  ['1:30', 5400],
  ['1:30:15', 5415],
  ['0', 0],
  ['-20', -1200],
  ['-1:00', -3600],
  [' 20 ', 1200],
  ['26:00', 93600],
  ['90 min', 5400],
  ['90min', 5400],
  ['7,5 minutes', 450],
  ['2 h', 7200],
  ['1,5 h', 5400],
  ['1.5 hours', 5400],
  ['1 h 30', 5400],
  ['1h30m', 5400],
  ['1 H 05 min.', 3900],
  ['-2 h', -7200],
  ['+2 h', 7200],
  ['+20', 1200],
  ['+1:00', 3600],
  ['1 h 0', 3600],
  ['0 h 30', 1800],
  ['2 hour', 7200],
  ['30 minute', 1800],
  ['0.5 m', 30],
  // rounded to whole seconds, and nothing is never less than nothing
  ['0.508', 30],
  ['0.2083333 h', 750],
  ['-0', 0],
  ['-0:00', 0],
  ['-0 h', 0],
])('the duration %s is %d seconds', (text, seconds) => {
  expect(parseDuration(text)).toStrictEqual({ ok: true, value: seconds });
});

test.each([
  '',
  'an hour',
  '1:60',
  '1.2.3',
  '1.234,5',
  '1:2',
  'NaN',
  '1e3',
  '0x10',
  '١٢',
  'h',
  'min',
  '1 h 60',
  '1,5 h 30',
  '30 min 1 h',
  '2 s',
  '1 m 30',
  '45 x',
  'x 45',
  '1:30 x',
  'x 1:30',
  '1:30:60',
  'x 2 h',
  '2 h x',
  '12345 h 10',
])('the duration "%s" is refused', (text) => expect(parseDuration(text).ok).toBe(false));

test('what this program says a duration is, it reads', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 60_000 }), (minutes) => {
      expect(parseDuration(formatDuration(minutes * 60))).toEqual({
        ok: true,
        value: minutes * 60,
      });
    }),
  );
});

test('durations read as people say them', () => {
  expect(formatDuration(45)).toBe('45 s');
  expect(formatDuration(1200)).toBe('20 min');
  expect(formatDuration(5400)).toBe('1 h 30');
  expect(formatDuration(7200)).toBe('2 h');
  expect(formatDuration(3599)).toBe('1 h');
});

test.each([
  ['2026-03-01T14:05', Date.UTC(2026, 2, 1, 13, 5)],
  ['2026-03-01 14:05:30', Date.UTC(2026, 2, 1, 13, 5, 30)],
  ['2026-07-01T14:05Z', Date.UTC(2026, 6, 1, 14, 5)],
  ['2026-07-01T14:05+05:45', Date.UTC(2026, 6, 1, 8, 20)],
  ['2026-07-01T14:05:30.250-03', Date.UTC(2026, 6, 1, 17, 5, 30, 250)],
  ['20260701T140530+0200', Date.UTC(2026, 6, 1, 12, 5, 30)],
  ['2024-02-29T00:00', Date.UTC(2024, 1, 28, 23)],
])('%s in Oslo', (text, instant) => {
  expect(parseInstant(text, 'Europe/Oslo')).toEqual({ ok: true, value: instant });
});

test.each([
  ['2026-02-29T10:00', 'not a date'],
  ['2026-13-01T10:00', 'not a date'],
  ['2026-01-01T24:30', 'not a date'],
  ['2026-01-01', 'no time of day'],
  ['01.03.2026 14:05', 'not an ISO 8601'],
  ['03/01/2026 14:05', 'not an ISO 8601'],
  ['yesterday', 'not an ISO 8601'],
  ['2026-03-29T02:30', 'clocks went forward'],
  ['2026-01-01T10:00+25:00', 'offset'],
])('%s is refused: %s', (text, reason) => {
  const parsed = parseInstant(text, 'Europe/Oslo');
  expect(parsed.ok ? '' : parsed.error).toContain(reason);
});

test('a time that happens twice is the first of the two', () => {
  expect(parseInstant('2026-10-25T02:30', 'Europe/Oslo')).toEqual({
    ok: true,
    value: Date.UTC(2026, 9, 25, 0, 30),
  });
});

test('what is formatted with its offset reads back, by us and by Temporal', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: Date.UTC(2000, 0, 1) / 1000, max: Date.UTC(2040, 0, 1) / 1000 }),
      fc.constantFrom('Europe/Oslo', 'America/St_Johns', 'Asia/Kathmandu'),
      (seconds, zone) => {
        const text = formatOffset(seconds * 1000, zone);
        expect(parseInstant(text, 'UTC')).toEqual({ ok: true, value: seconds * 1000 });
        expect(Temporal.Instant.from(text).epochMilliseconds).toBe(seconds * 1000);
        expect(text.startsWith(formatLocal(seconds * 1000, zone))).toBe(true);
      },
    ),
  );
});

test.each([
  ['1,5', { minutes: 90, hours: 5400 }],
  ['1.5', { minutes: 90, hours: 5400 }],
  ['0,5', { minutes: 30, hours: 1800 }],
  ['2', { minutes: 120, hours: 7200 }],
  ['4', { minutes: 240, hours: 14_400 }],
  ['5', null],
  ['45', null],
  ['1:30', null],
  ['90.5', null],
  ['0', null],
  ['', null],
  ['-1,5', null],
])('"%s" may be minutes or hours: %p', (text, readings) => {
  expect(bothReadings(text)).toEqual(readings);
});
