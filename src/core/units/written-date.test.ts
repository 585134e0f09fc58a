import * as fc from 'fast-check';
import { fittingOrders, readDate, type DateOrder } from './written-date';

const zone = 'Europe/Oslo';
const read = (text: string, order: DateOrder) => {
  const date = readDate(text, order, zone);
  return date.ok ? new Date(date.value.at).toISOString() : date.error;
};

const third = '2026-11-03T11:00:00.000Z';

test.each<[string, DateOrder, string]>([
  ['3.11.2026', 'dmy', third],
  ['03/11/26', 'dmy', third],
  ['3-11-2026', 'dmy', third],
  ['3. 11. 2026', 'dmy', third],
  ['3 Nov 2026', 'dmy', third],
  ['Tue 3 november 2026', 'dmy', third],
  ['3rd Nov. 2026', 'dmy', third],
  ['11/3/2026', 'mdy', third],
  ['Nov 3, 2026', 'mdy', third],
  ['2026-11-03', 'iso', third],
  ['2026-11-03', 'mdy', third],
  ['2026/11/3', 'dmy', third],
  ['20261103', 'iso', third],
  ['3.11.2026 14:05', 'dmy', '2026-11-03T13:05:00.000Z'],
  ['3.11.2026 14.05', 'dmy', '2026-11-03T13:05:00.000Z'],
  ['11/3/2026 2:05 PM', 'mdy', '2026-11-03T13:05:00.000Z'],
  ['11/3/2026 2:05:30 p.m.', 'mdy', '2026-11-03T13:05:30.000Z'],
  ['2026-11-03T14:05:30', 'iso', '2026-11-03T13:05:30.000Z'],
  ['3 Sept 26', 'dmy', '2026-09-03T10:00:00.000Z'],
  ['3 SEP 2026', 'dmy', '2026-09-03T10:00:00.000Z'],
  ['1st January 2026', 'dmy', '2026-01-01T11:00:00.000Z'],
  ['Wednesday, 2nd December 2026', 'dmy', '2026-12-02T11:00:00.000Z'],
  ['11-3-26', 'mdy', third],
  ['November 3 2026', 'mdy', third],
  ['nov 3rd, 2026', 'mdy', third],
  ['3.11.2026 08:05', 'dmy', '2026-11-03T07:05:00.000Z'],
  ['3.11.2026 8:05', 'dmy', '2026-11-03T07:05:00.000Z'],
  ['3.11.2026 8.05.09', 'dmy', '2026-11-03T07:05:09.000Z'],
  ['11/3/2026 12:05 AM', 'mdy', '2026-11-02T23:05:00.000Z'],
  ['11/3/2026 12:05pm', 'mdy', '2026-11-03T11:05:00.000Z'],
  ['11/3/2026 2:05:30 a.m.', 'mdy', '2026-11-03T01:05:30.000Z'],
])('%s, %s', (text, order, iso) => {
  expect(read(text, order)).toBe(iso);
});

test.each<[string, DateOrder, string]>([
  ['31.2.2026', 'dmy', 'is no date with the day first'],
  ['3.11.2026', 'mdy', 'is no date with the month first'],
  ['11/13/2026', 'dmy', 'is no date with the day first'],
  ['3.11.2026', 'iso', 'is no date with the year first'],
  ['last spring', 'dmy', 'is no date'],
  ['3.11.2026 25:00', 'dmy', 'is no time of day'],
  ['29.3.2026 02:30', 'dmy', 'the clocks went forward over it'],
  ['', 'dmy', 'no date is written'],
])('%s is refused, %s', (text, order, words) => {
  expect(read(text, order)).toContain(words);
});

test('the whole column says which order it is', () => {
  expect(fittingOrders(['3/11/2026', '4/11/2026'], zone)).toEqual(['dmy', 'mdy']);
  expect(fittingOrders(['3/11/2026', '', '13/11/2026'], zone)).toEqual(['dmy']);
  expect(fittingOrders(['3/11/2026', '11/13/2026'], zone)).toEqual(['mdy']);
  expect(fittingOrders(['13/11/2026', '11/13/2026'], zone)).toEqual([]);
  expect(fittingOrders(['2026-11-03', '2026-12-03'], zone)).toEqual(['iso']);
  expect(fittingOrders(['2026-11-03', '3.12.2026'], zone)).toEqual(['dmy']);
  expect(fittingOrders(['2026-11-03', '3/12/2026'], zone)).toEqual(['dmy', 'mdy']);
  expect(fittingOrders(['soon'], zone)).toEqual([]);
});

test('what the platform writes for a country is read back in its order', () => {
  // the platform’s own data (CLDR) is the reference: day first in Britain and Germany, month first in the US
  const countries: [string, DateOrder][] = [
    ['en-GB', 'dmy'],
    ['de-DE', 'dmy'],
    ['nb-NO', 'dmy'],
    ['en-US', 'mdy'],
    ['sv-SE', 'iso'],
  ];
  const day = fc.date({
    min: new Date('2001-01-01'),
    max: new Date('2040-01-01'),
    noInvalidDate: true,
  });
  fc.assert(
    fc.property(day, fc.constantFrom(...countries), (date, [country, order]) => {
      const written = date.toLocaleDateString(country, { timeZone: 'UTC' });
      const back = readDate(written, order, 'UTC');
      expect(back.ok && new Date(back.value.at).toISOString().slice(0, 10)).toBe(
        date.toISOString().slice(0, 10),
      );
    }),
  );
});
