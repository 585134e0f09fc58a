import { latePrice, sittings, type Schedule } from '../../core/schedule/problem';
import { startOfLocalDay } from '../../core/units/zone';
import type { Place } from '../../services/schedule/changes';
import type { Weeks } from '../../services/schedule/problem';
import { dayDate } from '../shared/marks/when';

/** "within 1 % of the best possible", "no better plan found; 12 % not proved" */
export function proofWords(cost: number, bound: number | null): string {
  if (bound === null) return 'nothing proved yet';
  const gap = cost <= 0 ? 0 : Math.max(0, cost - bound) / cost;
  if (gap < 0.0005) return 'no better plan exists';
  if (gap <= 0.01) return 'within 1 % of the best possible';
  return `no better plan found; ${Math.ceil(gap * 100)} % not proved`;
}

/** "costs 12 more", "saves 5", "costs the same" */
export function costWords(change: number): string {
  const minutes = Math.round(change);
  if (minutes === 0) return 'costs the same';
  return minutes > 0 ? `costs ${minutes} more` : `saves ${-minutes}`;
}

/** How often what can burn is let past its limit, by what that costs: "once", "3 times". */
export function lateWords(late: number): string {
  const times = Math.round(late / latePrice);
  return times === 1 ? 'once' : `${times} times`;
}

/** "Exhaust duct, strip clean" */
export const taskWords = (station: string, task: string): string =>
  `${station}, ${task.replaceAll('-', ' ')}`;

/** "Heron, Exhaust duct, clean: past its limit on 3 more days, from Fri 4 Dec" */
export function worseWords(
  { nickname, station, task, days, from }: Place['worse'][number],
  zone: string,
  now: number,
): string {
  const when = dayDate(startOfLocalDay(from, zone), zone, now);
  return `${nickname}, ${taskWords(station, task)}: past its limit on ${days} more ${days === 1 ? 'day' : 'days'}, from ${when}`;
}

/** What differs between two plans of the same weeks: "31 clean-downs as before, 4 changed, 2 new, 1 gone" */
export function changedWords({ problem }: Weeks, before: Schedule, after: Schedule): string {
  const keyed = (plan: Schedule) =>
    new Map(
      sittings(problem, plan).map((one) => [
        `${one.machine} ${one.window}`,
        [...one.tasks].sort((a, b) => a - b).join(' '),
      ]),
    );
  const [old, next] = [keyed(before), keyed(after)];
  const same = [...next].filter(([key, tasks]) => old.get(key) === tasks).length;
  const changed = [...next].filter(([key, tasks]) => old.has(key) && old.get(key) !== tasks).length;
  const fresh = [...next].filter(([key]) => !old.has(key)).length;
  const gone = [...old].filter(([key]) => !next.has(key)).length;
  const parts = [
    `${same} ${same === 1 ? 'clean-down' : 'clean-downs'} as before`,
    changed && `${changed} with other tasks`,
    fresh && `${fresh} new`,
    gone && `${gone} gone`,
  ].filter(Boolean);
  return parts.join(', ');
}
