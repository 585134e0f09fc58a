import { localDay, startOfLocalDay } from '../units/zone';
import type { CareEvent, CareTask } from './care';
import { noUse, type CountedUse } from './counters';
import { resets, rung } from './depth';
import { usedOf } from './due';
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

/** Something that happens to a machine: it is used, or a day begins. */
interface Moment {
  at: number;
  /** shop-local day */
  day: number;
  session: CountedUse | null;
}

/** What a machine went through, laid out once for all of its tasks. */
export interface ReplayClock {
  span: ReplaySpan;
  /** its use before the span, in order of start */
  before: readonly Moment[];
  /** midnights and use within the span, in order; a midnight at the instant of a session comes before it */
  moments: readonly Moment[];
}

/** @param sessions of one machine in order of start, from the earliest `since` of its tasks on */
export function replayClock(sessions: readonly CountedUse[], span: ReplaySpan): ReplayClock {
  const used = sessions.map((session): Moment => ({
    at: session.start,
    day: localDay(session.start, span.zone),
    session,
  }));
  const within = used.filter(({ at }) => at >= span.from && at <= span.to);
  return {
    span,
    before: used.filter(({ at }) => at < span.from),
    moments: [...midnightsIn(span), ...within].sort((a, b) => a.at - b.at),
  };
}

/**
 * Goes through a station's use once more. With `events` each task is reset when the shop in fact did
 * so; without, each is done at the very moment it becomes due: after the session that carries it to
 * its limit, or at the local midnight that does. Of tasks that come due together the deepest is done,
 * and resets the shallower ones as it would. A cleaning at the instant of a session comes before it.
 * @param tasks of one station, each with its limits
 * @param events of the station in order of time; `null`: done when due
 */
export function replay(
  tasks: readonly ReplayTask[],
  { span: { from, to, zone }, before, moments }: ReplayClock,
  events: readonly CareEvent[] | null,
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
  /** Its share used on a day; remembers the largest. */
  const look = (one: Running, day: number): number => {
    one.counters.days = Math.max(0, day - one.sinceDay);
    const used = usedOf(one.task.limits, one.counters);
    if (used > one.replayed.furthest) one.replayed.furthest = used;
    return used;
  };
  const doWhatIsDue = (at: number, day: number) => {
    for (const one of deepestFirst) {
      if (look(one, day) < 1) continue;
      one.replayed.cleanings += 1;
      for (const other of running) {
        if (other === one || resets(one.task.depth, other.task.depth)) reset(other, at, day);
      }
    }
  };
  const count = ({ session, day }: Moment) => {
    if (!session) return;
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
  const care = (event: CareEvent, today: number) => {
    for (const one of running) {
      if (!resetsTask(event, one.task)) continue;
      // counters only grow until then: this is the furthest it went
      look(one, today);
      if (event.task === one.task.key) one.replayed.cleanings += 1;
      reset(one, event.at, localDay(event.at, zone));
    }
  };

  before.forEach(count);
  let today = localDay(from, zone);
  const done = (events ?? []).filter(({ at }) => at >= from && at <= to);
  if (events === null) doWhatIsDue(from, today);
  let next = 0;
  for (const moment of moments) {
    while (next < done.length && done[next]!.at <= moment.at) care(done[next++]!, today);
    today = moment.day;
    count(moment);
    if (events === null) doWhatIsDue(moment.at, today);
  }
  for (const event of done.slice(next)) care(event, today);
  for (const one of running) look(one, today);
  return running.map(({ replayed }) => replayed);
}

/** The beginnings of days within a span. */
function midnightsIn({ from, to, zone }: ReplaySpan): Moment[] {
  const midnights: Moment[] = [];
  for (let day = localDay(from, zone) + 1; ; day++) {
    const at = startOfLocalDay(day, zone);
    if (at > to) return midnights;
    midnights.push({ at, day, session: null });
  }
}

/**
 * The events of a station from an instant on, in order, and from when each task counts at that instant.
 * @param backwards its events, latest first: read no further than they count
 */
export function caredFor(
  backwards: Iterable<CareEvent>,
  tasks: readonly CareTask[],
  { from, first }: { from: number; first: number },
): { events: CareEvent[]; sinces: Map<string, number> } {
  const events: CareEvent[] = [];
  const sinces = new Map(tasks.map(({ key }) => [key, first]));
  let open = tasks;
  for (const event of backwards) {
    if (event.at >= from) {
      events.push(event);
      continue;
    }
    if (open.length === 0) break;
    for (const task of open) if (resetsTask(event, task)) sinces.set(task.key, event.at);
    open = open.filter((task) => !resetsTask(event, task));
  }
  return { events: events.reverse(), sinces };
}
