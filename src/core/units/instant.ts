import { fail, ok, type Result } from './result';
import { millisecondsPerMinute } from './time';
import { wallInstants, wallTime, type WallTime } from './zone';

const pattern =
  /^(\d{4})-?(\d{2})-?(\d{2})(?:[T ](\d{2}):?(\d{2})(?::?(\d{2})(?:[.,](\d{1,9}))?)?)?\s*(Z|[+-]\d{2}(?::?\d{2})?)?$/i;

/**
 * An instant from ISO 8601 text, in UTC milliseconds. Text without an offset is local to the zone.
 * A local time that happens twice (clocks went back) is taken as the first of the two; one that
 * does not exist (clocks went forward) is refused. Source of the notation: ISO 8601-1:2019, calendar
 * dates, extended or basic, with a blank allowed for the T as in RFC 3339.
 * @example parseInstant('2026-03-01T14:05', 'Europe/Oslo') // { ok: true, value: 1772370300000 }
 */
export function parseInstant(text: string, zone: string): Result<number> {
  const trimmed = text.trim();
  const match = pattern.exec(trimmed);
  if (!match) {
    return fail(`"${trimmed}" is not an ISO 8601 date and time, such as 2026-03-01T14:05`);
  }
  const [, year, month, day, hour, minute, second, fraction, offset] = match;
  if (hour === undefined) return fail(`"${trimmed}" has no time of day`);
  const wall: WallTime = {
    year: Number(year),
    month: Number(month),
    day: Number(day),
    hour: Number(hour),
    minute: Number(minute),
    second: Number(second ?? 0),
    millisecond: Math.floor(Number(`0.${fraction ?? 0}`) * 1000),
  };
  const asUtc = Date.UTC(
    wall.year,
    wall.month - 1,
    wall.day,
    wall.hour,
    wall.minute,
    wall.second,
    wall.millisecond,
  );
  const back = new Date(asUtc);
  const exists =
    back.getUTCFullYear() === wall.year &&
    back.getUTCMonth() === wall.month - 1 &&
    back.getUTCDate() === wall.day &&
    wall.hour < 24 &&
    wall.minute < 60 &&
    wall.second < 60;
  if (!exists) return fail(`"${trimmed}" is not a date and time that exists`);
  if (offset) return offsetInstant(asUtc, offset, trimmed);
  const instants = wallInstants(wall, zone);
  switch (instants.kind) {
    case 'one':
      return ok(instants.instant);
    case 'twice':
      return ok(instants.first);
    case 'none':
      return fail(`"${trimmed}" does not exist in ${zone}: the clocks went forward over it`);
  }
}

function offsetInstant(asUtc: number, offset: string, text: string): Result<number> {
  if (offset.toUpperCase() === 'Z') return ok(asUtc);
  const hours = Number(offset.slice(1, 3));
  const minutes = Number(offset.slice(3).replace(':', '') || 0);
  if (hours > 18 || minutes > 59) return fail(`"${text}" has an offset that does not exist`);
  const shift = (hours * 60 + minutes) * millisecondsPerMinute;
  return ok(asUtc - (offset.startsWith('-') ? -shift : shift));
}

const two = (value: number) => String(value).padStart(2, '0');

/**
 * Local date and time to the minute without an offset, as a form field wants it.
 * @example formatLocal(1772370300000, 'Europe/Oslo') // '2026-03-01T14:05'
 */
export function formatLocal(instant: number, zone: string): string {
  const wall = wallTime(instant, zone);
  return `${String(wall.year).padStart(4, '0')}-${two(wall.month)}-${two(wall.day)}T${two(wall.hour)}:${two(wall.minute)}`;
}

/**
 * Local date and time with its offset, in ISO 8601, to the second: what exports carry.
 * @example formatOffset(1772370300000, 'Europe/Oslo') // '2026-03-01T14:05:00+01:00'
 */
export function formatOffset(instant: number, zone: string): string {
  const whole = Math.floor(instant / 1000) * 1000;
  const wall = wallTime(whole, zone);
  const asUtc = Date.UTC(wall.year, wall.month - 1, wall.day, wall.hour, wall.minute, wall.second);
  const offset = Math.round((asUtc - whole) / millisecondsPerMinute);
  const size = Math.abs(offset);
  const sign = offset < 0 ? '-' : '+';
  return `${formatLocal(whole, zone)}:${two(wall.second)}${sign}${two(Math.floor(size / 60))}:${two(size % 60)}`;
}
