import { countersOver } from '../../core/care/counters';
import type { CareEvent, LimitKind } from '../../core/care/care';
import { counterFor } from '../../core/care/due';
import { resetsTask } from '../../core/care/resets';
import { sawtooth, type SawMark, type SawPoint } from '../../core/care/sawtooth';
import { memoized } from '../../core/units/memoized';
import { millisecondsPerDay } from '../../core/units/time';
import { careBackwards } from '../../records/care';
import type { Shop } from '../shop';
import { machineMeter } from '../usage/machine-meter';
import type { StationDue } from './due';

/** The use of a station against the limit of the heaviest of its tasks that was ever done, over half a year. */
export interface StationSaw {
  task: string;
  limit: { kind: LimitKind; value: number };
  from: number;
  to: number;
  points: SawPoint[];
  marks: SawMark[];
}

const shown = 183 * millisecondsPerDay;

/** What can be followed back: beam hours of the past are estimates anew each day. */
const followed: readonly LimitKind[] = ['soil', 'run', 'days', 'jobs', 'useDays'];

/** How a station fouled and was cleaned; `null` where it has no task that counts, or nothing was done there yet. */
export function stationSaw(shop: Shop, station: StationDue, now: number): StationSaw | null {
  const due = station.tasks.find(({ everReset }) => everReset);
  if (!due) return null;
  const { task, standing, since, counters } = due;
  const limit =
    task.limits.find(({ kind }) => kind === standing.first.kind && followed.includes(kind)) ??
    task.limits.find(({ kind }) => followed.includes(kind));
  if (!limit) return null;
  const { kind, value } = limit;
  const events: CareEvent[] = [];
  for (const event of careBackwards(shop.db, station.id, now)) {
    events.push(event);
    // the tooth that the half year begins in
    if (event.at < now - shown && resetsTask(event, task)) break;
  }
  events.reverse();
  const resets = events.filter((event) => resetsTask(event, task)).map(({ at }) => at);
  // the last tooth begins where every other screen counts from
  const starts = [...new Set([...resets.filter((at) => at < since), since])];
  const meterOf = memoized((machineId: string) => machineMeter(shop.db, shop.zone, machineId));
  const count = (from: number, at: number) =>
    at === now && from === since
      ? counterFor(kind, counters) / value
      : counterFor(
          kind,
          countersOver(station.stays, meterOf, task.group, {
            since: from,
            now: at,
            zone: shop.zone,
          }),
        ) / value;
  const from = Math.max(now - shown, starts[0]!);
  return {
    task: task.name,
    limit,
    from,
    to: now,
    points: sawtooth(starts, from, now, count),
    marks: events
      .filter(({ at, finding }) => at >= from && (finding !== null || resets.includes(at)))
      .map(({ at, finding }) => ({ at, finding, resets: starts.includes(at) })),
  };
}
