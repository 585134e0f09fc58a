import ICAL from 'ical.js';
import { refuse, type Outcome } from '../shop';
import { ok } from '../../core/units/result';
import { millisecondsPerDay } from '../../core/units/time';
import { instantOf } from './time';

/** One time at which something is booked. UTC milliseconds. */
export interface Occurrence {
  uid: string;
  words: string;
  from: number;
  to: number;
}

/** What was read of a calendar. */
export interface ReadCalendar {
  events: number;
  occurrences: Occurrence[];
  /** events that could not be understood, with the reason */
  skipped: { words: string; why: string }[];
}

/** What a process that reads a calendar is told. UTC milliseconds. */
export interface CalendarOrder {
  text: string;
  zone: string;
  from: number;
  to: number;
}

/** More than so many times of one event are not followed. */
const mostTimes = 20_000;

/** How far a moved instance may lie from its turn. */
const reach = 33 * millisecondsPerDay;

/** The largest calendar that is read, bytes. */
export const largestCalendar = 5_000_000;

/**
 * Reads the times of an iCalendar text (RFC 5545) that overlap a span: recurring events with their exceptions
 * and moved instances, time zones as the calendar describes them. Cancelled events and instances, and those that
 * leave the time free (TRANSPARENT), are left out. Times without a zone are the shop's; a date alone is a whole
 * day there.
 * @param zone of the shop
 * @param from UTC milliseconds, `to` too
 */
export function readCalendar(
  text: string,
  zone: string,
  from: number,
  to: number,
): Outcome<ReadCalendar> {
  if (text.length > largestCalendar) return refuse('The calendar is over 5 MB.', 'file');
  let root: ICAL.Component;
  try {
    root = new ICAL.Component(ICAL.parse(text));
  } catch {
    // what the parser says quotes the file: it may be one that was not meant to be read out
    return refuse('This is not an iCalendar file that can be read. Nothing was kept.', 'file');
  }
  if (root.name !== 'vcalendar') {
    return refuse(
      'This is not an iCalendar file: it has no calendar in it. Nothing was kept.',
      'file',
    );
  }
  const zones = new Map(
    root
      .getAllSubcomponents('vtimezone')
      .map((one) => [String(one.getFirstPropertyValue('tzid')), new ICAL.Timezone(one)]),
  );
  const instant = instantMaker(zone, zones);
  const events = root.getAllSubcomponents('vevent');
  const moved = new Map<string, ICAL.Component[]>();
  for (const event of events) {
    if (!event.hasProperty('recurrence-id')) continue;
    const uid = String(event.getFirstPropertyValue('uid'));
    moved.set(uid, [...(moved.get(uid) ?? []), event]);
  }
  const read: ReadCalendar = { events: 0, occurrences: [], skipped: [] };
  for (const component of events) {
    if (component.hasProperty('recurrence-id')) continue;
    const words = String(component.getFirstPropertyValue('summary') ?? 'booked');
    try {
      read.events += 1;
      const exceptions = moved.get(String(component.getFirstPropertyValue('uid'))) ?? [];
      const event = new ICAL.Event(component, { exceptions, strictExceptions: true });
      read.occurrences.push(...timesOf(event, words, instant, from, to));
    } catch (error) {
      const why = error instanceof NotUnderstood ? error.message : 'it cannot be read';
      read.skipped.push({ words, why });
    }
  }
  return ok({
    ...read,
    occurrences: read.occurrences.sort((a, b) => a.from - b.from || a.to - b.to),
  });
}

/** Why an event is not understood, in words of ours. */
class NotUnderstood extends Error {}

const isFree = (component: ICAL.Component) =>
  component.getFirstPropertyValue('status') === 'CANCELLED' ||
  component.getFirstPropertyValue('transp') === 'TRANSPARENT';

/** UTC milliseconds of a time of an event. */
type Instant = (time: ICAL.Time, event: ICAL.Component) => number;

function timesOf(
  event: ICAL.Event,
  words: string,
  instant: Instant,
  from: number,
  to: number,
): Occurrence[] {
  const { uid } = event;
  const found: Occurrence[] = [];
  const add = (item: ICAL.Event, start: ICAL.Time, end: ICAL.Time) => {
    if (isFree(item.component)) return;
    const begins = instant(start, item.component);
    const ends = Math.max(begins, instant(end, item.component));
    if (begins < to && ends > from) {
      found.push({ uid, words: item.summary ?? words, from: begins, to: ends });
    }
  };
  if (!event.startDate) throw new NotUnderstood('it has no beginning');
  if (!event.isRecurring()) {
    add(event, event.startDate, event.endDate);
    return found;
  }
  if (isFree(event.component)) return found;
  const lasts = event.duration.toSeconds() * 1000;
  const times = event.iterator();
  for (let count = 0; count < mostTimes; count++) {
    const next = times.next();
    if (!next) return found;
    // a moved instance may come earlier or later than its turn; a month is far enough
    const turn = Date.UTC(next.year, next.month - 1, next.day);
    if (turn > to + reach) return found;
    if (turn + lasts + reach < from) continue;
    const { item, startDate, endDate } = event.getOccurrenceDetails(next);
    add(item, startDate, endDate);
  }
  throw new NotUnderstood(`it comes more than ${mostTimes} times`);
}

/** UTC milliseconds of a calendar's time: by the zone it names, else by the clock of the shop. */
function instantMaker(zone: string, zones: ReadonlyMap<string, ICAL.Timezone>): Instant {
  const byShop = instantOf(zone);
  const makers = new Map<string, (day: number, minute: number) => number>();
  return (time, event) => {
    const day = Math.floor(Date.UTC(time.year, time.month - 1, time.day) / millisecondsPerDay);
    const minute = time.isDate ? 0 : time.hour * 60 + time.minute;
    const seconds = time.isDate ? 0 : time.second * 1000;
    const described = time.zone?.tzid ?? 'floating';
    if (described === 'UTC' || described === 'Z') return time.toUnixTime() * 1000;
    // a zone that the calendar only names is taken as one of the platform's
    const named = event.getFirstProperty('dtstart')?.getFirstParameter('tzid');
    const name = described === 'floating' ? (named ?? 'floating') : described;
    if (time.isDate || name === 'floating') return byShop(day, minute) + seconds;
    if (zones.has(name) && described === name)
      return time.convertToZone(ICAL.Timezone.utcTimezone).toUnixTime() * 1000;
    let make = makers.get(name);
    if (!make) {
      try {
        make = instantOf(name);
        make(day, minute);
      } catch {
        throw new NotUnderstood('its time zone is not known');
      }
      makers.set(name, make);
    }
    return make(day, minute) + seconds;
  };
}
