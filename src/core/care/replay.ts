import { firstPlace, firstPlaceSoon } from '../units/halving';
import { memoized } from '../units/memoized';
import { localDay, startOfLocalDay } from '../units/zone';
import { perGroup } from '../usage/soil';
import type { CareEvent, CareTask, Counters } from './care';
import { countedBetween, type CountedUse, type RunningTotals, type UseMeter } from './counters';
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

/** What a machine went through, laid out once for all of its tasks. */
export interface ReplayClock {
  span: ReplaySpan;
  /** when the sessions of the span start, in order */
  starts: readonly number[];
  /** what all that is before each place comes to: one place more than sessions */
  totals: readonly RunningTotals[];
  /** from what a task counts that was last done at an instant before the span */
  before: (since: number) => Count;
  /** the beginning of the span, its midnights and its use, in order; a midnight at the instant of a session comes before it */
  moments: readonly Moment[];
}

/** An instant at which a task may have become due. */
interface Moment {
  at: number;
  /** shop-local day */
  day: number;
  /** so many sessions have been by then */
  used: number;
}

/** From what a task counts since it was last done. */
interface Count {
  /** the sessions of the span before it */
  first: number;
  /** what the machine had run by then */
  totals: RunningTotals;
  /** so many sessions on, the day of it was used on both sides of it, and counts on both; Infinity: it was not */
  shared: number;
}

/**
 * @param sessions of one machine in the span, in order of start
 * @param meter of the machine: what was before the span
 */
export function replayClock(
  sessions: readonly CountedUse[],
  span: ReplaySpan,
  meter: Pick<UseMeter, 'totals' | 'dayUsedOnBothSides'>,
): ReplayClock {
  const { from, to, zone } = span;
  const totals: RunningTotals[] = [meter.totals(from)];
  const starts: number[] = [];
  const moments: Moment[] = [];
  const midnights = [from, ...midnightsIn(span)];
  let next = 0;
  let lastDay = meter.dayUsedOnBothSides(from, to + 1) ? localDay(from, zone) : NaN;
  const begin = (until: number) => {
    for (; next < midnights.length && midnights[next]! <= until; next++) {
      const at = midnights[next]!;
      moments.push({ at, day: localDay(at, zone), used: starts.length });
    }
  };
  for (const session of sessions) {
    const { start, runSeconds, beamSeconds, soil } = session;
    if (start > to) break;
    begin(start);
    const day = localDay(start, zone);
    const before = totals.at(-1)!;
    totals.push({
      runSeconds: before.runSeconds + runSeconds,
      beamSeconds: before.beamSeconds + (beamSeconds ?? 0),
      soil: perGroup((group) => before.soil[group] + soil[group]),
      jobs: before.jobs + 1,
      useDays: before.useDays + (day === lastDay ? 0 : 1),
    });
    lastDay = day;
    starts.push(start);
    moments.push({ at: start, day, used: starts.length });
  }
  begin(to);
  const before = memoized((since: number): Count => ({
    first: 0,
    totals: meter.totals(since),
    shared: meter.dayUsedOnBothSides(since, from)
      ? 0
      : meter.dayUsedOnBothSides(since, to + 1)
        ? 1
        : Infinity,
  }));
  return { span, starts, totals, moments, before };
}

/** A task while its station is gone through. */
class Running {
  readonly replayed: Replayed;
  #count: Count;
  /** the shop-local day from which days count */
  #sinceDay: number;
  /** the moment at which it is due next; Infinity: never */
  due = NaN;

  constructor(
    readonly task: ReplayTask,
    private readonly clock: ReplayClock,
  ) {
    this.replayed = { task: task.key, cleanings: 0, furthest: 0 };
    const { starts, span } = clock;
    this.#count =
      task.since < span.from
        ? clock.before(task.since)
        : this.#countFrom(firstPlace(starts.length, (at) => starts[at]! >= task.since));
    this.#sinceDay = localDay(task.since, span.zone);
  }

  /** The share of its limits that is used at a moment: it only grows until it is reset. */
  used(at: number): number {
    const { day, used } = this.clock.moments[at]!;
    return usedOf(this.task.limits, this.#counters(day, Math.max(used, this.#count.first)));
  }

  #counters(day: number, used: number): Counters {
    const { totals, shared } = this.#count;
    const to = this.clock.totals[used]!;
    const sharedDay = used >= shared ? 1 : 0;
    const days = Math.max(0, day - this.#sinceDay);
    // looked at thousands of times: a copy would take longer than the counting
    return Object.assign(countedBetween(totals, to, this.task.group, sharedDay), { days });
  }

  #countFrom(first: number): Count {
    const totals = this.clock.totals[first]!;
    const shared = this.clock.totals[first + 1]?.useDays === totals.useDays ? first + 1 : Infinity;
    return { first, totals, shared };
  }

  /** Remembers how far it went by a moment. */
  look(at: number): void {
    this.replayed.furthest = Math.max(this.replayed.furthest, this.used(at));
  }

  /** Counts anew after a moment; `day`: the shop-local day of it. */
  reset(at: number, day: number): void {
    this.#count = this.#countFrom(this.clock.moments[at]!.used);
    this.#sinceDay = day;
  }

  /** Looks for the first moment from one on at which it is due. */
  seekDue(from: number): void {
    const { length } = this.clock.moments;
    const at = from + firstPlaceSoon(length - from, (place) => this.used(from + place) >= 1);
    this.due = at < length ? at : Infinity;
  }
}

/**
 * Goes through a station's use once more. With `events` each task is reset when the shop in fact did
 * so; without, each is done at the very moment it becomes due: after the session that carries it to
 * its limit, or at the local midnight that does. Of tasks that come due together the deepest is done,
 * and resets the shallower ones as it would. A cleaning at the instant of a session comes before it.
 * It goes from one cleaning to the next, not from session to session.
 * @param tasks of one station, each with its limits
 * @param events of the station in order of time; `null`: done when due
 */
export function replay(
  tasks: readonly ReplayTask[],
  clock: ReplayClock,
  events: readonly CareEvent[] | null,
): Replayed[] {
  const running = tasks.map((task) => new Running(task, clock));
  if (events === null) doWhenDue(running, clock);
  else doAsDone(running, clock, events);
  for (const one of running) one.look(clock.moments.length - 1);
  return running.map(({ replayed }) => replayed);
}

function doWhenDue(running: readonly Running[], { moments }: ReplayClock): void {
  const deepestFirst = [...running].sort(
    (a, b) => (rung(b.task.depth) ?? -1) - (rung(a.task.depth) ?? -1),
  );
  for (const one of running) one.seekDue(0);
  for (;;) {
    const at = running.reduce((soonest, { due }) => Math.min(soonest, due), Infinity);
    if (at === Infinity) return;
    for (const [place, one] of deepestFirst.entries()) {
      if (one.due !== at) continue;
      one.replayed.cleanings += 1;
      one.look(at);
      for (const [otherPlace, other] of deepestFirst.entries()) {
        if (other !== one && !resets(one.task.depth, other.task.depth)) continue;
        // a shallower one is done before its own turn comes
        if (otherPlace < place) other.look(at);
        else if (otherPlace > place && at > 0) other.look(at - 1);
        other.reset(at, moments[at]!.day);
        other.seekDue(at + 1);
      }
    }
  }
}

function doAsDone(
  running: readonly Running[],
  { span: { from, to, zone }, moments }: ReplayClock,
  events: readonly CareEvent[],
): void {
  for (const event of events) {
    if (event.at < from || event.at > to) continue;
    const earlier = firstPlace(moments.length, (at) => moments[at]!.at >= event.at);
    const last = Math.max(0, earlier - 1);
    for (const one of running) {
      if (!resetsTask(event, one.task)) continue;
      // counters only grow until then: this is the furthest it went
      one.look(last);
      if (event.task === one.task.key) one.replayed.cleanings += 1;
      one.reset(last, localDay(event.at, zone));
    }
  }
}

/** The beginnings of days within a span, UTC milliseconds. */
function midnightsIn({ from, to, zone }: ReplaySpan): number[] {
  const midnights: number[] = [];
  for (let day = localDay(from, zone) + 1; ; day++) {
    const at = startOfLocalDay(day, zone);
    if (at > to) return midnights;
    midnights.push(at);
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
