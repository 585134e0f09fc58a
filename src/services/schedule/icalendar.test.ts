import { formatLocal } from '../../core/units/instant';
import { must, refusal } from '../testing/shop';
import { readCalendar } from './icalendar';

/** The shop's zone. */
const oslo = 'Europe/Oslo';

const lines = (...some: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test//EN', ...some, 'END:VCALENDAR', ''].join(
    '\r\n',
  );
const event = (...some: string[]) => [
  'BEGIN:VEVENT',
  'UID:one@example.org',
  'DTSTAMP:19970101T000000Z',
  'SUMMARY:Kayak club',
  ...some,
  'END:VEVENT',
];
const year = (from: number, to = from + 1) => [Date.UTC(from, 0, 1), Date.UTC(to, 0, 1)] as const;

/** When it begins, by the clock of a zone. */
const begins = (text: string, zone: string, span: readonly [number, number]) =>
  must(readCalendar(text, oslo, ...span)).occurrences.map(({ from }) => formatLocal(from, zone));

const newYork = 'America/New_York';
const newYorkZone = [
  'BEGIN:VTIMEZONE',
  'TZID:America/New_York',
  'BEGIN:DAYLIGHT',
  'DTSTART:19870405T020000',
  'RRULE:FREQ=YEARLY;BYMONTH=4;BYDAY=1SU',
  'TZOFFSETFROM:-0500',
  'TZOFFSETTO:-0400',
  'TZNAME:EDT',
  'END:DAYLIGHT',
  'BEGIN:STANDARD',
  'DTSTART:19671029T020000',
  'RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU',
  'TZOFFSETFROM:-0400',
  'TZOFFSETTO:-0500',
  'TZNAME:EST',
  'END:STANDARD',
  'END:VTIMEZONE',
];

// the examples of RFC 5545, section 3.8.5.3, at nine o'clock in New York
const published: [name: string, rule: string[], days: string[]][] = [
  [
    'daily for 10 occurrences',
    ['DTSTART;TZID=America/New_York:19970902T090000', 'RRULE:FREQ=DAILY;COUNT=10'],
    ['02', '03', '04', '05', '06', '07', '08', '09', '10', '11'].map((day) => `1997-09-${day}`),
  ],
  [
    'every other week on Monday, Wednesday and Friday until December 24',
    [
      'DTSTART;TZID=America/New_York:19970901T090000',
      'RRULE:FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=SU;BYDAY=MO,WE,FR',
    ],
    [
      '09-01 09-03 09-05 09-15 09-17 09-19 09-29 10-01 10-03 10-13 10-15 10-17',
      '10-27 10-29 10-31 11-10 11-12 11-14 11-24 11-26 11-28 12-08 12-10 12-12 12-22',
    ]
      .join(' ')
      .split(' ')
      .map((day) => `1997-${day}`),
  ],
  [
    'monthly on the first Friday for 10 occurrences',
    ['DTSTART;TZID=America/New_York:19970905T090000', 'RRULE:FREQ=MONTHLY;COUNT=10;BYDAY=1FR'],
    [
      '1997-09-05',
      '1997-10-03',
      '1997-11-07',
      '1997-12-05',
      '1998-01-02',
      '1998-02-06',
      '1998-03-06',
      '1998-04-03',
      '1998-05-01',
      '1998-06-05',
    ],
  ],
  [
    'every Friday the 13th',
    [
      'DTSTART;TZID=America/New_York:19970902T090000',
      'EXDATE;TZID=America/New_York:19970902T090000',
      'RRULE:FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13',
    ],
    ['1998-02-13', '1998-03-13', '1998-11-13', '1999-08-13', '2000-10-13'],
  ],
];

describe.each([
  ['with the zone described', newYorkZone],
  ['with the zone only named', []],
])('examples of RFC 5545 %s', (_, zone) => {
  it.each(published)('%s', (name, rule, days) => {
    const text = lines(...zone, ...event(...rule, 'DURATION:PT1H'));
    expect(begins(text, newYork, year(1997, 2001))).toEqual(days.map((day) => `${day}T09:00`));
  });
});

it('keeps the clock on the wall across a change of clocks, in the shop’s zone and in others', () => {
  const weekly = ['DTSTART:20270316T180000', 'DTEND:20270316T200000', 'RRULE:FREQ=WEEKLY;COUNT=4'];
  const times = must(readCalendar(lines(...event(...weekly)), oslo, ...year(2027))).occurrences;
  expect(times.map(({ from }) => formatLocal(from, oslo))).toEqual([
    '2027-03-16T18:00',
    '2027-03-23T18:00',
    '2027-03-30T18:00',
    '2027-04-06T18:00',
  ]);
  expect(times.map(({ from, to }) => (to - from) / 3_600_000)).toEqual([2, 2, 2, 2]);
  const utc = lines(...event('DTSTART:20270701T160000Z', 'DTEND:20270701T170000Z'));
  expect(begins(utc, oslo, year(2027))).toEqual(['2027-07-01T18:00']);
});

it('leaves out what is cancelled or free, and moves what was moved', () => {
  const text = lines(
    ...event('DTSTART:20270104T100000', 'DTEND:20270104T110000', 'RRULE:FREQ=WEEKLY;COUNT=4'),
    ...event('RECURRENCE-ID:20270111T100000', 'DTSTART:20270111T100000', 'STATUS:CANCELLED'),
    ...event('RECURRENCE-ID:20270118T100000', 'DTSTART:20270119T150000', 'DTEND:20270119T160000'),
    ...event('DTSTART:20270201T100000', 'TRANSP:TRANSPARENT').map((line) =>
      line.startsWith('UID') ? 'UID:two@example.org' : line,
    ),
  );
  expect(begins(text, oslo, year(2027))).toEqual([
    '2027-01-04T10:00',
    '2027-01-19T15:00',
    '2027-01-25T10:00',
  ]);
});

it('takes a date alone as the whole day, a year of it as a year', () => {
  const day = lines(...event('DTSTART;VALUE=DATE:20270328'));
  const [one] = must(readCalendar(day, oslo, ...year(2027))).occurrences;
  expect((one!.to - one!.from) / 3_600_000).toBe(23); // clocks go forward that day
  const all = lines(...event('DTSTART;VALUE=DATE:20270101', 'DTEND;VALUE=DATE:20280101'));
  expect(must(readCalendar(all, oslo, ...year(2027))).occurrences).toHaveLength(1);
});

it('says what is wrong, and reads the events that are right', () => {
  const hello = refusal(readCalendar('root:x:0:0', oslo, 0, 1));
  expect(hello).toMatch(/not an iCalendar file/);
  expect(hello).not.toMatch(/root/); // what is no calendar is not read out
  expect(refusal(readCalendar('BEGIN:VCALENDAR\nBEGIN:VEVENT', oslo, 0, 1))).toMatch(/not an iCal/);
  expect(refusal(readCalendar('x'.repeat(5_000_001), oslo, 0, 1))).toMatch(/5 MB/);
  const text = lines(
    ...event('DTSTART;TZID=Mars/Olympus:20270104T100000'),
    ...event('SUMMARY:no beginning'),
    ...event('DTSTART:20270105T100000', 'DURATION:PT30M'),
  );
  const read = must(readCalendar(text, oslo, ...year(2027)));
  expect(read.occurrences).toHaveLength(1);
  expect(read.skipped.map(({ why }) => why)).toEqual([
    'its time zone is not known',
    'it has no beginning',
  ]);
});

it('does not follow an event for ever', () => {
  const text = lines(...event('DTSTART:19700101T000000', 'RRULE:FREQ=MINUTELY'));
  const read = must(readCalendar(text, oslo, ...year(2027)));
  expect(read.skipped[0]!.why).toMatch(/more than 20000 times/);
});
