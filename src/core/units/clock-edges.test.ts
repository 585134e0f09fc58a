import { formatDuration } from './duration';
import { parseInstant } from './instant';
import { clockOf, dateOf, dayOf, minutesOf } from './wall-clock';

it.each([
  [0, '0 s'],
  [59, '59 s'],
  [60, '1 min'],
  [89, '1 min'],
  [90, '2 min'],
  [3569, '59 min'],
  [3570, '1 h'],
  [3600, '1 h'],
  [3900, '1 h 05'],
  [36_000, '10 h'],
])('%d seconds are said as %s', (seconds, words) => expect(formatDuration(seconds)).toBe(words));

it.each([
  ['+18:00', Date.UTC(2026, 2, 1, 6)],
  ['-18:00', Date.UTC(2026, 2, 2, 18)],
  ['+05:59', Date.UTC(2026, 2, 1, 18, 1)],
  ['+0530', Date.UTC(2026, 2, 1, 18, 30)],
  ['Z', Date.UTC(2026, 2, 2, 0)],
  ['z', Date.UTC(2026, 2, 2, 0)],
])('an offset of %s is taken off', (offset, instant) => {
  const read = parseInstant(`2026-03-02T00:00${offset}`, 'Europe/Oslo');
  expect(read).toEqual({ ok: true, value: instant });
});

it.each(['+19:00', '+18:60', '-19:30', '+05:60'])('an offset of %s does not exist', (offset) => {
  expect(parseInstant(`2026-03-02T00:00${offset}`, 'Europe/Oslo').ok).toBe(false);
});

it.each(['2026-02-29', '2026-13-01', '2026-00-10', '2026-01-32'])('%s is no day', (date) => {
  expect(parseInstant(`${date}T00:00`, 'UTC').ok).toBe(false);
});
it.each(['24:00', '12:60'])('%s is no time', (clock) => {
  expect(parseInstant(`2026-01-01T${clock}`, 'UTC').ok).toBe(false);
});

it.each([
  [0, '00:00'],
  [5, '00:05'],
  [605, '10:05'],
  [1439, '23:59'],
  [1440, '00:00'],
])('minute %d of a day is %s on the clock', (minutes, clock) => {
  expect(clockOf(minutes)).toBe(clock);
  expect(minutesOf(clock)).toBe(minutes % 1440);
});
it.each(['', '7:00', '07:0', '07:00:00', 'noon'])('%j is none on the clock', (clock) => {
  expect(minutesOf(clock)).toBeNaN();
});

it('days are counted from 1970, and back', () => {
  expect([dayOf('1970-01-01'), dayOf('2026-12-03')]).toEqual([0, 20_790]);
  expect([dateOf(0), dateOf(20_790)]).toEqual(['1970-01-01', '2026-12-03']);
  expect(dayOf('')).toBeNaN();
});
