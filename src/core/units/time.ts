/** Conversion constants. Seconds are the unit of use at rest, milliseconds of instants. */
export const secondsPerMinute = 60;
export const secondsPerHour = 60 * secondsPerMinute;
export const secondsPerDay = 24 * secondsPerHour;
export const millisecondsPerSecond = 1000;
export const millisecondsPerMinute = secondsPerMinute * millisecondsPerSecond;
export const millisecondsPerHour = secondsPerHour * millisecondsPerSecond;
/** A UTC day. Shop-local days have 23 to 25 hours: use `localDay` for those. */
export const millisecondsPerDay = secondsPerDay * millisecondsPerSecond;

/**
 * Hours from whole seconds.
 * @example secondsToHours(5400) // 1.5
 */
export function secondsToHours(seconds: number): number {
  return seconds / secondsPerHour;
}

/**
 * Hours from milliseconds, the unit in which soil is kept (weights make fractions of a second).
 * @example millisecondsToHours(5400000) // 1.5
 */
export function millisecondsToHours(milliseconds: number): number {
  return milliseconds / millisecondsPerHour;
}
