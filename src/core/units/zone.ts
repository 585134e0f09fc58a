import { tzOffset } from '@date-fns/tz';
import { firstPlace } from './halving';
import { millisecondsPerDay, millisecondsPerMinute } from './time';

/** A calendar date with a time of day as read from a clock on the wall. Months count from 1. */
export interface WallTime {
  year: number;
  month: number;
  day: number;
  hour: number;
  minute: number;
  second: number;
  millisecond: number;
}

/** What a wall time means in a zone: one instant, two (clocks went back) or none (clocks went forward). */
export type WallInstants =
  | { kind: 'one'; instant: number }
  | { kind: 'twice'; first: number; second: number }
  | { kind: 'none' };

/** A zone's offsets over years: with them its clocks are read without asking the platform. */
export interface ZoneOffsets {
  zone: string;
  /** each offset with the instant it holds from, in milliseconds, earliest first */
  spans: [from: number, offset: number][];
  /** UTC milliseconds: they are known up to here, and not at it */
  until: number;
}

/** Offsets that were told by the server, by zone. */
const told = new Map<string, ZoneOffsets>();

/** What `offsetsAround` found, by year and zone. */
const around = new Map<string, ZoneOffsets>();

/** Offsets of whole UTC days in which a zone does not change; `null` marks a day with a change in it. */
const steadyOffsets = new Map<string, Map<number, number | null>>();

function offsetAt(instant: number, zone: string): number {
  return tzOffset(zone, new Date(instant)) * millisecondsPerMinute;
}

/**
 * Offset of the zone from UTC at an instant, in milliseconds, east positive. Source of the rules:
 * the IANA data of the platform.
 * @param instant UTC milliseconds
 * @throws RangeError when the zone is not an IANA name
 */
export function zoneOffset(instant: number, zone: string): number {
  const known = told.get(zone);
  if (known && instant >= known.spans[0]![0] && instant < known.until) {
    const next = firstPlace(known.spans.length, (place) => known.spans[place]![0] > instant);
    return known.spans[next - 1]![1];
  }
  let days = steadyOffsets.get(zone);
  if (!days) {
    if (!isZone(zone)) throw new RangeError(`zoneOffset requires an IANA time zone, not "${zone}"`);
    days = new Map();
    steadyOffsets.set(zone, days);
  }
  const utcDay = Math.floor(instant / millisecondsPerDay);
  let offset = days.get(utcDay);
  if (offset === undefined) {
    const first = offsetAt(utcDay * millisecondsPerDay, zone);
    offset = first === offsetAt((utcDay + 1) * millisecondsPerDay - 1, zone) ? first : null;
    days.set(utcDay, offset);
  }
  return offset ?? offsetAt(instant, zone);
}

/** The offsets of the years people read dates of: ten back, two ahead. */
export function offsetsAround(now: number, zone: string): ZoneOffsets {
  const year = new Date(now).getUTCFullYear();
  const key = `${year} ${zone}`;
  let found = around.get(key);
  if (!found) {
    found = offsetsBetween(Date.UTC(year - 10, 0, 1), Date.UTC(year + 3, 0, 1), zone);
    around.set(key, found);
  }
  return found;
}

/**
 * Every offset of a zone between two instants, so that a browser need not load the platform's own rules for the dates
 * it writes: on a slow phone the first of them takes longer than all the others together.
 * @param from UTC milliseconds
 * @param until UTC milliseconds, later
 * @throws RangeError when the zone is not an IANA name
 */
export function offsetsBetween(from: number, until: number, zone: string): ZoneOffsets {
  const spans: ZoneOffsets['spans'] = [[from, zoneOffset(from, zone)]];
  for (let day = from; day < until; day += millisecondsPerDay) {
    const offset = spans.at(-1)![1];
    const minutes = Math.min(millisecondsPerDay, until - day) / millisecondsPerMinute;
    const at = (minute: number) => day + minute * millisecondsPerMinute;
    if (offsetAt(at(minutes), zone) === offset) continue;
    const change = at(firstPlace(minutes, (minute) => offsetAt(at(minute), zone) !== offset));
    spans.push([change, offsetAt(change, zone)]);
  }
  return { zone, spans, until };
}

/** From now on the zone's offsets are read from these where they reach. */
export function tellOffsets(offsets: ZoneOffsets): void {
  told.set(offsets.zone, offsets);
}

/** Whether the platform knows this IANA zone name. */
export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return zone.includes('/') || zone === 'UTC';
  } catch {
    return false;
  }
}

/**
 * The shop-local calendar day an instant falls on, as days since 1 January 1970.
 * @param instant UTC milliseconds
 * @example localDay(Date.UTC(2026, 0, 1, 23, 30), 'Europe/Oslo') // 20455, which is 2 January 2026
 */
export function localDay(instant: number, zone: string): number {
  return Math.floor((instant + zoneOffset(instant, zone)) / millisecondsPerDay);
}

/**
 * Calendar days from one instant to a later one: how many local midnights lie between them. The
 * length of the days does not matter, so a day of 23 or 25 hours counts as one.
 * @returns a whole number, negative when `to` lies on an earlier local day
 */
export function calendarDays(from: number, to: number, zone: string): number {
  return localDay(to, zone) - localDay(from, zone);
}

/** The clock on the wall at an instant. */
export function wallTime(instant: number, zone: string): WallTime {
  const shifted = new Date(instant + zoneOffset(instant, zone));
  return {
    year: shifted.getUTCFullYear(),
    month: shifted.getUTCMonth() + 1,
    day: shifted.getUTCDate(),
    hour: shifted.getUTCHours(),
    minute: shifted.getUTCMinutes(),
    second: shifted.getUTCSeconds(),
    millisecond: shifted.getUTCMilliseconds(),
  };
}

/** The instants a wall time stands for in a zone. Looks at the offsets a day before and after. */
export function wallInstants(wall: WallTime, zone: string): WallInstants {
  const asUtc = Date.UTC(
    wall.year,
    wall.month - 1,
    wall.day,
    wall.hour,
    wall.minute,
    wall.second,
    wall.millisecond,
  );
  const offsets = new Set([
    zoneOffset(asUtc - millisecondsPerDay, zone),
    zoneOffset(asUtc + millisecondsPerDay, zone),
  ]);
  const instants = [...offsets]
    .map((offset) => asUtc - offset)
    .filter((instant) => instant + zoneOffset(instant, zone) === asUtc)
    .sort((a, b) => a - b);
  const [first, second] = instants;
  if (first === undefined) return { kind: 'none' };
  return second === undefined ? { kind: 'one', instant: first } : { kind: 'twice', first, second };
}

/**
 * First instant of a local day, in UTC milliseconds. Where clocks go forward at midnight, the day
 * begins at the first instant that exists.
 */
export function startOfLocalDay(day: number, zone: string): number {
  const midnight = day * millisecondsPerDay;
  const offsets = [-1, 1].map((side) => zoneOffset(midnight + side * millisecondsPerDay, zone));
  const candidates = offsets.map((offset) => midnight - offset).sort((a, b) => a - b);
  const exact = candidates.find((instant) => instant + zoneOffset(instant, zone) === midnight);
  return exact ?? candidates.find((instant) => localDay(instant, zone) === day) ?? candidates[0]!;
}
