import { fail, ok, type Result } from './result';
import { secondsPerHour, secondsPerMinute } from './time';

const minutesPattern = /^([+-]?)(\d+)(?:[.,](\d+))?$/;
/** "45 min", "2 h", "1,5 h", "1 h 30": as this program writes them itself. */
const unitsPattern =
  /^([+-]?)(?:(\d{1,4})\s*h\s*([0-5]?\d)(?:\s*m(?:in)?)?|(\d+(?:[.,]\d+)?)\s*h(?:ours?)?|(\d+(?:[.,]\d+)?)\s*m(?:in(?:utes?)?)?)\.?$/i;
const clockPattern = /^([+-]?)(\d{1,4}):([0-5]\d)(?::([0-5]\d))?$/;

/**
 * Whole seconds from a duration written as minutes ("45", "7.5", "7,5"), as hours and minutes
 * ("1:30", "1:30:15") or with its units ("45 min", "2 h", "1,5 h", "1 h 30"). A leading minus is read, so that the caller can name it as the fault.
 * @returns seconds, rounded to the nearest, or a sentence saying what was wrong
 * @example parseDuration('1:30') // { ok: true, value: 5400 }
 */
export function parseDuration(text: string): Result<number> {
  const trimmed = text.trim();
  const minutes = minutesPattern.exec(trimmed);
  if (minutes) {
    const value = Number(`${minutes[2]}.${minutes[3] ?? '0'}`);
    return ok(Math.round(value * secondsPerMinute) * (minutes[1] === '-' ? -1 : 1) || 0);
  }
  const clock = clockPattern.exec(trimmed);
  if (clock) {
    const seconds =
      Number(clock[2]) * secondsPerHour +
      Number(clock[3]) * secondsPerMinute +
      Number(clock[4] ?? 0);
    return ok(clock[1] === '-' ? -seconds || 0 : seconds);
  }
  const units = unitsPattern.exec(trimmed);
  if (units) {
    const [, sign, wholeHours, restMinutes, hours, minutesOnly] = units;
    const figure = (text: string | undefined) => Number((text ?? '0').replace(',', '.'));
    const seconds = Math.round(
      (figure(wholeHours) + figure(hours)) * secondsPerHour +
        (figure(restMinutes) + figure(minutesOnly)) * secondsPerMinute,
    );
    return ok(sign === '-' ? -seconds || 0 : seconds);
  }
  return fail(`"${trimmed}" is not a duration: write minutes (45 or 7.5) or h:mm (1:30)`);
}

/**
 * What somebody may have meant who typed a small bare number: "1,5" is a minute and a half to one and an hour and
 * a half to another, and so is "2". It is asked, never guessed. Files say in their heading what they mean.
 * @returns both readings in whole seconds, or `null` where the text leaves no doubt
 * @example bothReadings('1,5') // { minutes: 90, hours: 5400 }
 */
export function bothReadings(text: string): { minutes: number; hours: number } | null {
  const bare = minutesPattern.exec(text.trim());
  if (!bare || bare[1]) return null;
  const value = Number(`${bare[2]}.${bare[3] ?? '0'}`);
  const doubtful = bare[3] === undefined ? value <= mostDoubtfulHours : value < hoursOfDay;
  if (value === 0 || !doubtful) return null;
  return {
    minutes: Math.round(value * secondsPerMinute),
    hours: Math.round(value * secondsPerHour),
  };
}

/** Whole numbers up to this may be hours; a fraction may be up to a day of them. */
const mostDoubtfulHours = 4;
const hoursOfDay = 24;

/**
 * A duration as people say it: "45 s", "20 min", "1 h 30".
 * @param seconds whole seconds, zero or more
 * @example formatDuration(5400) // '1 h 30'
 */
export function formatDuration(seconds: number): string {
  if (seconds < secondsPerMinute) return `${Math.round(seconds)} s`;
  const minutes = Math.round(seconds / secondsPerMinute);
  if (minutes < 60) return `${minutes} min`;
  const rest = minutes % 60;
  return rest === 0
    ? `${Math.floor(minutes / 60)} h`
    : `${Math.floor(minutes / 60)} h ${String(rest).padStart(2, '0')}`;
}
