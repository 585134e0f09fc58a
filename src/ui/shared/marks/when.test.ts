import fc from 'fast-check';
import { ago, backWords, clockTime, dayDate, longDate, span } from './when';

const zone = 'Europe/Oslo';
const now = Date.UTC(2026, 10, 24, 13, 10);
const hour = 3_600_000;

test('times are relative and absolute together', () => {
  expect(ago(now - 20_000, now, zone)).toBe('just now');
  expect(ago(now - 20 * 60_000, now, zone)).toBe('20 min ago, 13:50');
  expect(ago(now - 3 * hour, now, zone)).toBe('3 h ago, 11:10');
  expect(ago(now - 24 * hour, now, zone)).toBe('yesterday, 14:10');
  expect(ago(now - 6 * 24 * hour, now, zone)).toBe('6 days ago, Wed 18 Nov');
});

test('a date carries its year when it is another one', () => {
  expect(dayDate(now, zone, now)).toBe('Tue 24 Nov');
  expect(dayDate(Date.UTC(2025, 0, 1), zone, now)).toBe('Wed 1 Jan 2025');
  expect(clockTime(Date.UTC(2026, 0, 1, 23, 30), zone)).toBe('00:30');
});

test('dates and times read as the platform writes them in British English', () => {
  const written = (options: Intl.DateTimeFormatOptions, of: string) => {
    const format = new Intl.DateTimeFormat('en-GB', { timeZone: of, ...options });
    return (instant: number) => format.format(instant).replace(/,/g, '');
  };
  for (const where of [zone, 'America/New_York', 'Asia/Kathmandu']) {
    const clock = written({ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }, where);
    const year = written({ year: 'numeric' }, where);
    const short = written({ weekday: 'short', day: 'numeric', month: 'short' }, where);
    const long = written({ weekday: 'long', day: 'numeric', month: 'long' }, where);
    const since = fc.integer({ min: Date.UTC(1999, 0, 1), max: Date.UTC(2039, 0, 1) });
    fc.assert(
      fc.property(since, (at) => {
        expect(clockTime(at, where)).toBe(clock(at));
        expect(longDate(at, where)).toBe(long(at));
        const day = year(at) === year(now) ? short(at) : `${short(at)} ${year(at)}`;
        expect(dayDate(at, where, now)).toBe(day);
      }),
      { numRuns: 500 },
    );
  }
});

test('spans read in two leading units', () => {
  expect([35 * 60_000, 3 * hour + 600_000, 2 * hour, 52 * hour].map(span)).toEqual([
    '35 min',
    '3 h 10',
    '2 h',
    '2 d 4 h',
  ]);
});

test('when a machine is back says the day where it is another one', () => {
  const back = (minutes: number) => backWords({ handsOn: 35, back: minutes }, now, zone);
  expect(back(40)).toBe('35 min hands-on, back at 14:50');
  expect(back(24 * 60)).toBe('35 min hands-on, back tomorrow 14:10');
  expect(back(5 * 24 * 60)).toBe('35 min hands-on, back Sun 29 Nov 14:10');
});
