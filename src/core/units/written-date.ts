import dayjs from 'dayjs';
import customParseFormat from 'dayjs/plugin/customParseFormat.js';
import utc from 'dayjs/plugin/utc.js';
import { fail, ok, type Result } from './result';
import { millisecondsPerHour } from './time';
import { wallInstants } from './zone';

dayjs.extend(customParseFormat);
dayjs.extend(utc);

/** In which order the figures of a date stand: year first (ISO 8601), day first, month first. */
export const dateOrders = ['iso', 'dmy', 'mdy'] as const;
export type DateOrder = (typeof dateOrders)[number];

const days: Readonly<Record<DateOrder, readonly string[]>> = {
  iso: ['YYYY-M-D', 'YYYYMMDD'],
  dmy: ['D-M-YYYY', 'D-M-YY', 'D MMM YYYY', 'D MMMM YYYY', 'D MMM YY'],
  mdy: ['M-D-YYYY', 'M-D-YY', 'MMM D YYYY', 'MMMM D YYYY'],
};
const times = ['H:mm', 'H:mm:ss', 'h:mm A', 'h:mm:ss A'];

/** What a date without a time of day is taken for. */
const noon = { hour: 12, minute: 0, second: 0 };
const halfDay = 12 * millisecondsPerHour;

/** A written date, as an instant. */
export interface WrittenDate {
  /** UTC milliseconds */
  at: number;
  /** whether a time of day was written; else noon stands for it */
  timed: boolean;
}

/** "3.11.2026 14:05" as "3-11-2026 14:05": marks between figures, ordinals and commas are ways of writing. */
function plain(text: string): { day: string; time: string | null } {
  const tidy = text
    .trim()
    .replace(/^(mon|tue|wed|thu|fri|sat|sun)[a-z]*[.,]?\s+/i, '')
    .replace(/(\d)(st|nd|rd|th)\b/gi, '$1')
    .replace(/T(?=\d)/, ' ')
    .replace(/,/g, ' ')
    .replace(/\s+/g, ' ');
  const match = /^(.*?)(?: (\d{1,2}[:.]\d{2}(?:[:.]\d{2})?(?: ?[ap]\.?m\.?)?))?$/i.exec(tidy)!;
  const day = match[1]!
    .replace(/(?<=\d)\s*[./-]\s*(?=\d)/g, '-')
    .replace(/\.(?= |$)/g, '')
    .replace(/(?<!\d)0(?=\d[- ])|(?<=^\d{4}-\d{1,2}-)0/g, '')
    .replace(/\b([a-z]{3})[a-z]*\b/gi, (name, head: string) =>
      name === 'Sept' ? 'Sep' : short(name, head),
    );
  const time = match[2]
    ? match[2]
        .replace(/^0(?=\d)/, '')
        .replace(/\./g, (_, at: number, all: string) => (/\d/.test(all[at + 1] ?? '') ? ':' : ''))
        .replace(/ ?([ap])m?$/i, (_, half: string) => ` ${half.toUpperCase()}M`)
    : null;
  return { day, time };
}

const months = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ');

/** A month by its three letters, whatever case it was written in. */
function short(name: string, head: string): string {
  const month = months.find((one) => one.toLowerCase() === head.toLowerCase());
  return month ?? name;
}

/**
 * A date as people and spreadsheets write one, with or without a time of day, local to the zone: year first,
 * day first or month first, with dots, strokes, dashes or a month's name. A date with its year first is read
 * whatever the order. A time that the clocks skip is refused, one that comes twice is the first.
 * @example readDate('3.11.26', 'dmy', 'Europe/Oslo') // noon of 3 November 2026
 */
export function readDate(text: string, order: DateOrder, zone: string): Result<WrittenDate> {
  const { day, time } = plain(text);
  if (!day) return fail('no date is written');
  // no country writes the month first with dots (CLDR)
  if (order === 'mdy' && /^\s*\d{1,2}\s*\./.test(text)) {
    return fail(`"${text.trim()}" is no date ${orderWords[order]}`);
  }
  const orders = order === 'iso' ? (['iso'] as const) : (['iso', order] as const);
  for (const format of orders.flatMap((one) => days[one])) {
    const read = dayjs.utc(day, format, true);
    if (!read.isValid()) continue;
    let clock = noon;
    if (time !== null) {
      const written = times.map((one) => dayjs.utc(time, one, true)).find((one) => one.isValid());
      if (!written) return fail(`"${time}" is no time of day`);
      clock = { hour: written.hour(), minute: written.minute(), second: written.second() };
    }
    const wall = { year: read.year(), month: read.month() + 1, day: read.date(), ...clock };
    const found = wallInstants({ ...wall, millisecond: 0 }, zone);
    if (found.kind === 'none') {
      return fail(`"${text.trim()}" does not exist in ${zone}: the clocks went forward over it`);
    }
    return ok({ at: found.kind === 'one' ? found.instant : found.first, timed: time !== null });
  }
  return fail(`"${text.trim()}" is no date ${orderWords[order]}`);
}

/** The instant of a written date, where a day that is today stands for now, not for a noon still to come. */
export function upToNow({ at, timed }: WrittenDate, now: number): number {
  return !timed && at > now && at - now <= halfDay ? now : at;
}

/** How an order is called. */
export const orderWords: Readonly<Record<DateOrder, string>> = {
  iso: 'with the year first, such as 2026-11-03',
  dmy: 'with the day first, such as 3.11.2026',
  mdy: 'with the month first, such as 11/3/2026',
};

/**
 * The orders in which every one of some written dates can be read: more than one, where no day is above 12; none,
 * where they are no dates or not all of one order. Blank ones say nothing.
 */
export function fittingOrders(texts: readonly string[], zone: string): DateOrder[] {
  const written = texts.filter((text) => text.trim());
  const fits = dateOrders.filter((order) =>
    written.every((text) => readDate(text, order, zone).ok),
  );
  // with its year first a date can be read in any order: then there is nothing to ask
  return fits.includes('iso') ? ['iso'] : fits;
}
