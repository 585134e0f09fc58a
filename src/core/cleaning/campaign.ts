import type { Before } from './order';

/** A stretch of an activity; the stretches follow each other without a gap. Minutes. */
export interface Segment {
  minutes: number;
  /** whether it takes a pair of hands */
  hands: boolean;
  /** a shared place it occupies: the wash, the drying rack, the compressor. One at a time */
  place?: string;
}

/** Work that is begun once and then runs through: hands-on, then perhaps a wait. */
export interface Activity {
  id: string;
  segments: readonly Segment[];
  /** `begun`: after the first segment of the other; `over`: after its last */
  after?: readonly Pick<Before, 'id' | 'until'>[];
}

/** A segment on the clock. */
export interface Slot {
  activity: string;
  segment: number;
  start: number;
  end: number;
  /** from 0; `null` when it takes no hands */
  person: number | null;
  place: string | null;
}

/** A campaign on its clock, in minutes from its beginning. */
export interface Campaign {
  slots: Slot[];
  finish: number;
  /** everything one after another */
  sequential: number;
  /** no schedule is shorter than this */
  bound: number;
}

/** How the search goes. */
export interface CampaignSearch {
  /** numbers from 0 (inclusive) to 1 (exclusive) */
  random: () => number;
  /** schedules tried; default 400 */
  tries?: number;
}

/**
 * Schedules activities for several people who share places, to be done soonest: a serial schedule in
 * order of the longest chain behind each activity, then bettered by moving activities in that order.
 * The problem is the resource-constrained project (of which the job shop is a special case), so the
 * result is good, and known to be the best only where it meets the bound.
 * @throws RangeError without people, or when `after` names what is not there or goes in a circle
 */
export function scheduleCampaign(
  activities: readonly Activity[],
  people: number,
  { random, tries = 400 }: CampaignSearch,
): Campaign {
  if (people < 1) throw new RangeError('scheduleCampaign requires at least one person');
  const shape = shapeOf(activities);
  const bound = leastFinish(shape, people);
  let order = activities.map((_, i) => i).sort((a, b) => shape.tail[b]! - shape.tail[a]! || a - b);
  let current = serial(shape, order, people);
  let best = current;
  for (let round = 0; round < tries && best.finish > bound && order.length > 1; round++) {
    const from = Math.floor(random() * order.length);
    const to = Math.floor(random() * order.length);
    const moved = order.toSpliced(from, 1);
    moved.splice(to, 0, order[from]!);
    const tried = serial(shape, moved, people);
    // sideways steps too: most moves change nothing, and standing still would end the search
    if (tried.finish <= current.finish || random() < 0.02) {
      order = moved;
      current = tried;
    }
    if (tried.finish < best.finish) best = tried;
  }
  const sequential = activities.reduce((sum, { segments }) => sum + total(segments), 0);
  return { slots: best.slots, finish: best.finish, sequential, bound };
}

const total = (segments: readonly Segment[]) =>
  segments.reduce((sum, { minutes }) => sum + minutes, 0);

interface Shape {
  activities: readonly Activity[];
  before: { index: number; until: Before['until'] }[][];
  /** minutes of the longest chain that begins with each activity */
  tail: number[];
}

function shapeOf(activities: readonly Activity[]): Shape {
  const at = new Map(activities.map(({ id }, index) => [id, index]));
  const before = activities.map(({ id, after }) =>
    (after ?? []).map(({ id: other, until }) => {
      const index = at.get(other);
      if (index === undefined) {
        throw new RangeError(`scheduleCampaign knows no activity "${other}" before "${id}"`);
      }
      return { index, until };
    }),
  );
  const tail = activities.map(() => -1);
  const walk = (index: number, path: readonly number[]): number => {
    if (path.includes(index)) {
      const names = [...path, index].map((i) => activities[i]!.id).join(', ');
      throw new RangeError(`scheduleCampaign met a circle: ${names}`);
    }
    if (tail[index]! >= 0) return tail[index]!;
    const { segments } = activities[index]!;
    let longest = total(segments);
    before.forEach((befores, other) => {
      for (const { index: first, until } of befores) {
        if (first !== index) continue;
        const lead = until === 'begun' ? (segments[0]?.minutes ?? 0) : total(segments);
        longest = Math.max(longest, lead + walk(other, [...path, index]));
      }
    });
    return (tail[index] = longest);
  };
  activities.forEach((_, index) => walk(index, []));
  return { activities, before, tail };
}

/** The longest chain, the hands there are, and each place by itself: none can be beaten. */
function leastFinish({ activities, tail }: Shape, people: number): number {
  let hands = 0;
  const places = new Map<string, number>();
  for (const { segments } of activities) {
    for (const { minutes, hands: takes, place } of segments) {
      if (takes) hands += minutes;
      if (place) places.set(place, (places.get(place) ?? 0) + minutes);
    }
  }
  return Math.max(0, ...tail, hands / people, ...places.values());
}

interface Busy {
  start: number;
  end: number;
}

const free = (busy: readonly Busy[], start: number, end: number) =>
  busy.every((other) => other.end <= start || other.start >= end);

/** Puts each activity, in an order, where it can begin first. */
function serial({ activities, before }: Shape, order: readonly number[], people: number) {
  const persons: Busy[][] = Array.from({ length: people }, () => []);
  const places = new Map<string, Busy[]>();
  const begunAt = new Map<number, number>();
  const overAt = new Map<number, number>();
  const slots: Slot[] = [];
  const left = [...order];
  while (left.length > 0) {
    const next = left.findIndex((index) => before[index]!.every((one) => overAt.has(one.index)));
    const [index] = left.splice(next, 1) as [number];
    const { id, segments } = activities[index]!;
    const earliest = Math.max(
      0,
      ...before[index]!.map(({ index: other, until }) =>
        (until === 'begun' ? begunAt : overAt).get(other)!,
      ),
    );
    const found = firstFit(segments, earliest, persons, places);
    let clock = found.start;
    segments.forEach(({ minutes, hands, place }, segment) => {
      const busy = { start: clock, end: clock + minutes };
      const person = hands ? found.persons[segment]! : null;
      if (person !== null) persons[person]!.push(busy);
      if (place) places.set(place, [...(places.get(place) ?? []), busy]);
      slots.push({ activity: id, segment, ...busy, person, place: place ?? null });
      clock = busy.end;
      if (segment === 0) begunAt.set(index, clock);
    });
    if (segments.length === 0) begunAt.set(index, clock);
    overAt.set(index, clock);
  }
  slots.sort((a, b) => a.start - b.start || a.end - b.end);
  return { slots, finish: Math.max(0, ...overAt.values()) };
}

/** The first start from `earliest` on at which hands and places are free for every segment. */
function firstFit(
  segments: readonly Segment[],
  earliest: number,
  persons: readonly Busy[][],
  places: ReadonlyMap<string, Busy[]>,
): { start: number; persons: (number | null)[] } {
  // a start can only become possible where something ends, seen from each segment
  const ends = [...persons.flat(), ...[...places.values()].flat()].map(({ end }) => end);
  let offset = 0;
  const starts = new Set([earliest]);
  for (const { minutes } of segments) {
    for (const end of ends) if (end - offset > earliest) starts.add(end - offset);
    offset += minutes;
  }
  for (const start of [...starts].sort((a, b) => a - b)) {
    const taken: (number | null)[] = [];
    let clock = start;
    const fits = segments.every(({ minutes, hands, place }) => {
      const from = clock;
      clock += minutes;
      if (place && !free(places.get(place) ?? [], from, clock)) return false;
      if (!hands) {
        taken.push(null);
        return true;
      }
      const person = persons.findIndex((busy) => free(busy, from, clock));
      taken.push(person);
      return person >= 0;
    });
    if (fits) return { start, persons: taken };
  }
  throw new Error('firstFit requires a start after everything else, and there always is one');
}
