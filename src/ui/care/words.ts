import type { School } from '../../core/care/schools';

export const schoolWords: Readonly<Record<School, { name: string; lead: string }>> = {
  little: { name: 'Little and often', lead: 'short wipes long before anything shows' },
  meter: { name: 'By the meter', lead: 'soil and run hours alone' },
  calendar: { name: 'By the calendar', lead: 'the same day every week or month' },
  combined: {
    name: 'Combined',
    lead: 'soil hours with the calendar as a cap, whichever comes first',
  },
};

/** "2 h 40" of whole minutes. */
export function minutesWords(minutes: number): string {
  if (minutes < 60) return `${minutes} min`;
  const rest = minutes % 60;
  return `${Math.floor(minutes / 60)} h${rest ? ` ${String(rest).padStart(2, '0')}` : ''}`;
}

/** "87 % of its limit", "2.4 times its limit" */
export function timesWords(used: number): string {
  return used < 2
    ? `${Math.floor(used * 100)} % of its limit`
    : `${used.toFixed(used < 10 ? 1 : 0)} times its limit`;
}
