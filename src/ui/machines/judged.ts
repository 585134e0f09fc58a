import type { Call } from '../../core/care/calls';
import type { Deferral } from '../../core/care/deferral';
import { clockTime, dayDate } from '../shared/marks/when';

/** "found caked", "faint to the left" */
export function callWords({ finding, sign }: Call): string {
  return finding ? `found ${finding}` : sign!;
}

/** "until Thu 3 Dec 14:00", "for 5 more run hours" */
export function untilWords({ until }: Deferral, now: number, zone: string): string {
  return until.kind === 'date'
    ? `until ${dayDate(until.at, zone, now)} ${clockTime(until.at, zone)}`
    : `for ${until.hours} run hours`;
}
