import { localDay, startOfLocalDay } from '../units/zone';
import type { CareEvent, CareTask } from './care';
import { noUse, type CountedUse } from './counters';
import { resets, rung } from './depth';
import { standing } from './due';
import { resetsTask } from './resets';

/** A stretch of a station's life to be gone through again. */
export interface ReplaySpan {
  /** UTC milliseconds */
  from: number;
  to: number;
  zone: string;
}

/** A task with the instant its counters stood at zero before the span. */
export interface ReplayTask extends CareTask {
  /** UTC milliseconds */
  since: number;
}

/** How one task fared over the span. */
export interface Replayed {
  task: string;
  /** how often it was done */
  cleanings: number;
  /** largest share of its limits that was reached; 1 is the limit */
  furthest: number;
}

interface Running {
  task: ReplayTask;
  since: number;
  /** shop-local day of `since` */
  sinceDay: number;
  counters: typeof noUse;
  lastUseDay: number | null;
  replayed: Replayed;
}

/**
 * Goes through a station's use once more. With `events` each task is reset when the shop in fact did
 * so; without, each is done at the very moment it becomes due: after the session that carries it to
 * its limit, or at the local midnight that does. Of tasks that come due together the deepest is done,
 * and resets the shallower ones as it would.
 * @param tasks of one station, each with its limits
 * @param sessions of the machine in order of start, from the earliest `since` on
 * @param events of the station in order of time; `null`: done when due
 */
// eslint-disable-next-line max-lines-per-function -- one clock: what happens in order, over the counters it keeps
export function replay(
  tasks: readonly ReplayTask[],
  sessions: readonly CountedUse[],
  events: readonly CareEvent[] | null,
  { from, to, zone }: ReplaySpan,
): Replayed[] {
  const running: Running[] = tasks.map((task) => ({
    task,
    since: task.since,
    sinceDay: localDay(task.since, zone),
    counters: { ...noUse },
    lastUseDay: null,
    replayed: { task: task.key, cleanings: 0, furthest: 0 },
  }));
  const deepestFirst = [...running].sort(
    (a, b) => (rung(b.task.depth) ?? -1) - (rung(a.task.depth) ?? -1),
  );

  const reset = (one: Running, at: number, day: number) => {
    one.since = at;
    one.sinceDay = day;
    one.counters = { ...noUse };
    one.lastUseDay = null;
  };
  const look = (at: number, day: number) => {
    for (const one of deepestFirst) {
      one.counters.days = Math.max(0, day - one.sinceDay);
      const { used } = standing(one.task.limits, one.counters);
      one.replayed.furthest = Math.max(one.replayed.furthest, used);
      if (events !== null || used < 1) continue;
      one.replayed.cleanings += 1;
      for (const other of running) {
        if (other === one || resets(one.task.depth, other.task.depth)) reset(other, at, day);
      }
    }
  };
  const count = (session: CountedUse, day: number) => {
    for (const one of running) {
      if (session.start < one.since) continue;
      one.counters.runSeconds += session.runSeconds;
      one.counters.beamSeconds += session.beamSeconds ?? 0;
      one.counters.soilMilliseconds +=
        one.task.group === 'coolant' ? 0 : session.soil[one.task.group];
      one.counters.jobs += 1;
      if (one.lastUseDay !== day) one.counters.useDays += 1;
      one.lastUseDay = day;
    }
  };
  const care = (event: CareEvent) => {
    for (const one of running) {
      if (!resetsTask(event, one.task)) continue;
      if (event.task === one.task.key) one.replayed.cleanings += 1;
      reset(one, event.at, localDay(event.at, zone));
    }
  };

  const before = sessions.filter(({ start }) => start < from);
  for (const session of before) count(session, localDay(session.start, zone));
  // what happens, in order; a cleaning at the instant of a session comes before it
  const happenings = [
    ...(events ?? [])
      .filter(({ at }) => at >= from)
      .map((event) => ({ at: event.at, rank: 0, step: () => care(event) })),
    ...midnightsIn({ from, to, zone }).map(({ at, day }) => ({
      at,
      rank: 1,
      step: () => look(at, day),
    })),
    ...sessions.slice(before.length).map((session) => ({
      at: session.start,
      rank: 2,
      step: () => {
        const day = localDay(session.start, zone);
        count(session, day);
        look(session.start, day);
      },
    })),
  ]
    .filter(({ at }) => at <= to)
    .sort((a, b) => a.at - b.at || a.rank - b.rank);
  look(from, localDay(from, zone));
  for (const { step } of happenings) step();
  return running.map(({ replayed }) => replayed);
}

/** The beginnings of days within a span. */
function midnightsIn({ from, to, zone }: ReplaySpan): { at: number; day: number }[] {
  const midnights: { at: number; day: number }[] = [];
  for (let day = localDay(from, zone) + 1; ; day++) {
    const at = startOfLocalDay(day, zone);
    if (at > to) return midnights;
    midnights.push({ at, day });
  }
}
