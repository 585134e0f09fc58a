import { millisecondsPerHour, secondsToHours } from '../units/time';
import type { Criticality } from './danger';

/** Until when a task is put off: an instant, or so many more run hours of its machine. */
export type DeferUntil =
  | { kind: 'date'; /** UTC milliseconds */ at: number }
  | { kind: 'run'; /** more than 0 */ hours: number };

/** A task put off, with the reason that is kept. */
export interface Deferral {
  /** UTC milliseconds */
  at: number;
  until: DeferUntil;
  reason: string;
}

/** The longest a fire-class task can be put off, in hours: one shift. Common practice, no source. */
export const shiftHours = 8;

/**
 * Whether a deferral still holds.
 * @param runSeconds what the machine has run since the deferral
 */
export function deferralHolds({ until }: Deferral, now: number, runSeconds: number): boolean {
  return until.kind === 'date' ? now < until.at : secondsToHours(runSeconds) < until.hours;
}

/**
 * Why a task cannot be put off, or `null` when it can. Soot and debris that can burn wait once, for one
 * shift at most: each further hour of work adds to what would burn.
 * @param earlier deferrals of the task since it was last done
 * @param now UTC milliseconds
 */
export function deferralRefusal(
  criticality: Criticality,
  until: DeferUntil,
  earlier: readonly Deferral[],
  now: number,
): string | null {
  if (until.kind === 'date' && until.at <= now)
    return 'Put it off until a time that is yet to come.';
  if (until.kind === 'run' && !(until.hours > 0)) return 'Give run hours above 0.';
  if (criticality !== 'fire') return null;
  if (earlier.length > 0) {
    return 'What can burn is put off once only, and this was. Clean it, or hold the machine.';
  }
  if (until.kind === 'run' || until.at - now > shiftHours * millisecondsPerHour) {
    return `What can burn is put off for one shift at most: until a time within ${shiftHours} hours.`;
  }
  return null;
}
