import { millisecondsPerMinute } from '../units/time';

/** When a phone wrote something down and when it sent it, UTC milliseconds by its own clock. */
export interface PhoneTimes {
  madeAt: number;
  sentAt: number;
}

/** Clocks that agree within this are left alone. */
const slack = 2 * millisecondsPerMinute;

/** How long the phone kept it, milliseconds; `null` where its clock was set back in between: nobody knows. */
export function keptMs({ madeAt, sentAt }: PhoneTimes): number | null {
  const kept = sentAt - madeAt;
  return kept < -slack ? null : Math.max(0, kept);
}

/**
 * A time that a phone wrote down, by our clock: a phone that is wrong now was as wrong then.
 * @param time UTC milliseconds by the phone's clock
 * @param now UTC milliseconds by ours, when it arrived
 * @returns `null` where the phone's clock was set back in between
 */
export function byOurClock(time: number, phone: PhoneTimes, now: number): number | null {
  if (keptMs(phone) === null) return null;
  const ahead = phone.sentAt - now;
  return Math.abs(ahead) <= slack ? time : time - ahead;
}
