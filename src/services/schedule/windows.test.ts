import { Temporal } from '@js-temporal/polyfill';
import { technicianWindows } from './time';

const dayOf = (date: string) => Date.parse(date) / 86_400_000;
const plan = {
  week: [
    { weekday: 6, start: 60, minutes: 180 },
    { weekday: 6, start: 17 * 60, minutes: 120 },
  ],
  closed: [],
  changes: [],
};
const on = (date: string, zone: string) =>
  technicianWindows({ zone }, plan, dayOf(date), 1).map(({ from, to }) =>
    [from, to].map((at) =>
      Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone).toString().slice(0, 22),
    ),
  );

// Sundays on which Europe's clocks go forward at 2 and back at 3 (Directive 2000/84/EC); Temporal is the reference
test.each<[string, string, [string, string][]]>([
  [
    'an ordinary day',
    '2026-11-22',
    [
      ['2026-11-22T01:00:00+01', '2026-11-22T04:00:00+01'],
      ['2026-11-22T17:00:00+01', '2026-11-22T19:00:00+01'],
    ],
  ],
  [
    'the day of 23 hours',
    '2026-03-29',
    [
      ['2026-03-29T01:00:00+01', '2026-03-29T04:00:00+02'],
      ['2026-03-29T17:00:00+02', '2026-03-29T19:00:00+02'],
    ],
  ],
  [
    'the day of 25 hours',
    '2026-10-25',
    [
      ['2026-10-25T01:00:00+02', '2026-10-25T04:00:00+01'],
      ['2026-10-25T17:00:00+01', '2026-10-25T19:00:00+01'],
    ],
  ],
])('a window begins and ends by the clock on the wall: %s', (_, date, windows) => {
  expect(on(date, 'Europe/Oslo')).toEqual(windows);
});

test('one that begins in the hour that comes twice begins the first time, one that is skipped an hour later, for what is left', () => {
  const half = { ...plan, week: [{ weekday: 6, start: 150, minutes: 90 }] };
  const [twice] = technicianWindows({ zone: 'Europe/Oslo' }, half, dayOf('2026-10-25'), 1);
  expect(new Date(twice!.from).toISOString()).toBe('2026-10-25T00:30:00.000Z');
  const [skipped] = technicianWindows({ zone: 'Europe/Oslo' }, half, dayOf('2026-03-29'), 1);
  expect(new Date(skipped!.from).toISOString()).toBe('2026-03-29T01:30:00.000Z');
  expect(new Date(skipped!.to).toISOString()).toBe('2026-03-29T02:00:00.000Z');
  const over = { ...plan, week: [{ weekday: 6, start: 150, minutes: 60 }] };
  expect(technicianWindows({ zone: 'Europe/Oslo' }, over, dayOf('2026-03-29'), 1)).toEqual([]);
});
