import fc from 'fast-check';
import { perGroup } from '../usage/soil';
import { localDay, startOfLocalDay } from '../units/zone';
import { careResults, limitKinds, type CareEvent } from './care';
import { noUse, type CountedUse } from './counters';
import { depths, resets, rung } from './depth';
import { usedOf } from './due';
import { caredFor, replay, replayClock, type ReplaySpan, type ReplayTask } from './replay';
import { resetsTask } from './resets';
import { plainMeter } from './testing/plain-counters';

const zone = 'UTC';
const hour = 3_600_000;
const day = 24 * hour;
const start = Date.UTC(2026, 2, 2);

const clockOf = (sessions: readonly CountedUse[], over: ReplaySpan) =>
  replayClock(
    sessions.filter(({ start: at }) => at >= over.from),
    over,
    plainMeter(sessions, over.zone),
  );

/** One session of an hour at ten o'clock on each of so many days; an hour of it is an hour of soil. */
const daily = (days: number) =>
  Array.from({ length: days }, (_, n) => ({
    start: start + n * day + 10 * hour,
    runSeconds: 3600,
    beamSeconds: null,
    soil: perGroup(() => hour),
  }));
const task = (over: Partial<ReplayTask>): ReplayTask => ({
  key: 'wipe',
  depth: 'wipe',
  group: 'optics',
  limits: [{ kind: 'soil', value: 4 }],
  since: start,
  ...over,
});
const span = { from: start, to: start + 30 * day, zone };

test('a task done when due: by hand', () => {
  // 30 hours at one a day, limit 4: due after the 4th, 8th, … 28th session: seven times
  expect(replay([task({})], clockOf(daily(30), span), null)).toEqual([
    { task: 'wipe', cleanings: 7, furthest: 1 },
  ]);
  // a limit of 7 days, counted at midnights: days 7, 14, 21, 28
  const weekly = task({ limits: [{ kind: 'days', value: 7 }] });
  expect(replay([weekly], clockOf(daily(30), span), null)[0]!.cleanings).toBe(4);
  // 4 days of use: like the hours, since each day is used once
  const useDays = task({ limits: [{ kind: 'useDays', value: 4 }] });
  expect(replay([useDays], clockOf(daily(30), span), null)[0]!.cleanings).toBe(7);
});

test('a deeper task does the shallower ones with it', () => {
  const clean = task({ key: 'clean', depth: 'clean', limits: [{ kind: 'soil', value: 12 }] });
  const [wiped, cleaned] = replay([task({}), clean], clockOf(daily(30), span), null);
  // cleaned after 12 and 24; wiped after 4, 8, (12 with the clean), 16, 20, (24), 28
  expect(cleaned!.cleanings).toBe(2);
  expect(wiped!.cleanings).toBe(5);
});

test('what the shop did in fact tells how far past the limit it went', () => {
  const event = (after: number): CareEvent => ({
    at: start + after * day,
    task: 'wipe',
    depth: 'wipe',
    result: 'done',
    finding: null,
  });
  // after ten days ten hours, after four more four: the furthest is the rest, 16 hours of 4
  expect(replay([task({})], clockOf(daily(30), span), [event(10), event(14)])).toEqual([
    { task: 'wipe', cleanings: 2, furthest: 4 },
  ]);
  // put off resets nothing
  const putOff = { ...event(10), result: 'put-off' as const };
  expect(replay([task({})], clockOf(daily(30), span), [putOff])[0]).toEqual({
    task: 'wipe',
    cleanings: 0,
    furthest: 7.5,
  });
});

test('what had gathered before the span counts', () => {
  const later = { ...span, from: start + 3 * day };
  // three hours before, so due after the first session of the span, then every four
  expect(replay([task({})], clockOf(daily(30), later), null)[0]!.cleanings).toBe(7);
  const fresh = task({ since: start + 3 * day });
  expect(replay([fresh], clockOf(daily(30), later), null)[0]!.cleanings).toBe(6);
});

test('coolant ages by the calendar and by hours, not by what is burnt', () => {
  const coolant = task({ group: 'coolant', limits: [{ kind: 'soil', value: 1 }] });
  expect(replay([coolant], clockOf(daily(30), span), null)[0]).toMatchObject({
    cleanings: 0,
    furthest: 0,
  });
  const hours = task({ group: 'coolant', limits: [{ kind: 'run', value: 10 }] });
  expect(replay([hours], clockOf(daily(30), span), null)[0]!.cleanings).toBe(3);
});

test('a span ends with its last instant: what comes after it is not seen', () => {
  const days = task({ limits: [{ kind: 'days', value: 2 }] });
  const until = (to: number) =>
    replay([days], clockOf([], { from: start, to, zone }), null)[0]!.cleanings;
  expect([until(start + 2 * day - 1), until(start + 2 * day), until(start + 4 * day)]).toEqual([
    0, 1, 2,
  ]);
});

test('before the span a station is read back to where each task was last reset, and no further', () => {
  const clean = task({ key: 'clean', depth: 'clean' });
  const done = (days: number, of: ReplayTask, result: CareEvent['result'] = 'done'): CareEvent => ({
    at: start + days * day,
    task: of.key,
    depth: of.depth,
    result,
    finding: null,
  });
  const read: number[] = [];
  function* backwards() {
    for (const event of [
      done(12, task({})),
      done(8, task({}), 'put-off'),
      done(6, task({})),
      done(4, clean),
      done(1, clean),
    ]) {
      read.push(event.at);
      yield event;
    }
  }
  const found = caredFor(backwards(), [task({}), clean], { from: start + 10 * day, first: 0 });
  expect(found.events).toEqual([done(12, task({}))]);
  expect([...found.sinces]).toEqual([
    ['wipe', start + 6 * day],
    ['clean', start + 4 * day],
  ]);
  // the one after the last that counts is looked at, and left
  expect(read).toHaveLength(5);
  const never = caredFor([], [clean], { from: start, first: start - day });
  expect(never).toEqual({ events: [], sinces: new Map([['clean', start - day]]) });
});

/** The plain definition: session after session, midnight after midnight. */
function playedThrough(
  tasks: readonly ReplayTask[],
  sessions: readonly CountedUse[],
  span: { from: number; to: number; zone: string },
  events: readonly CareEvent[] | null,
) {
  const dayOf = (at: number) => localDay(at, span.zone);
  const fresh = (since: number) => ({ since, counters: { ...noUse }, lastDay: NaN });
  const running = tasks.map((task) => ({
    task,
    ...fresh(task.since),
    replayed: { task: task.key, cleanings: 0, furthest: 0 },
  }));
  type One = (typeof running)[number];
  const look = (one: One, day: number) => {
    one.counters.days = Math.max(0, day - dayOf(one.since));
    const used = usedOf(one.task.limits, one.counters);
    one.replayed.furthest = Math.max(one.replayed.furthest, used);
    return used;
  };
  const count = ({ start: at, runSeconds, beamSeconds, soil }: CountedUse) => {
    for (const one of running.filter(({ since }) => at >= since)) {
      const { counters, task: of } = one;
      counters.runSeconds += runSeconds;
      counters.beamSeconds += beamSeconds ?? 0;
      counters.soilMilliseconds += of.group === 'coolant' ? 0 : soil[of.group];
      counters.jobs += 1;
      if (one.lastDay !== dayOf(at)) counters.useDays += 1;
      one.lastDay = dayOf(at);
    }
  };
  const doWhatIsDue = (at: number) => {
    for (const one of [...running].sort(
      (a, b) => (rung(b.task.depth) ?? -1) - (rung(a.task.depth) ?? -1),
    )) {
      if (look(one, dayOf(at)) < 1) continue;
      one.replayed.cleanings += 1;
      for (const other of running) {
        const also = other === one || resets(one.task.depth, other.task.depth);
        if (also) Object.assign(other, fresh(at));
      }
    }
  };
  let today = dayOf(span.from);
  const care = (event: CareEvent) => {
    for (const one of running.filter(({ task: of }) => resetsTask(event, of))) {
      look(one, today);
      if (event.task === one.task.key) one.replayed.cleanings += 1;
      Object.assign(one, fresh(event.at));
    }
  };
  const moments: { at: number; session?: CountedUse }[] = [];
  for (let d = today + 1; startOfLocalDay(d, span.zone) <= span.to; d++) {
    moments.push({ at: startOfLocalDay(d, span.zone) });
  }
  const within = sessions.filter(({ start: at }) => at >= span.from && at <= span.to);
  moments.push(...within.map((session) => ({ at: session.start, session })));
  sessions.filter(({ start: at }) => at < span.from).forEach(count);
  if (events === null) doWhatIsDue(span.from);
  const left = (events ?? []).filter(({ at }) => at >= span.from && at <= span.to);
  for (const { at, session } of moments.sort((a, b) => a.at - b.at)) {
    while (left.length > 0 && left[0]!.at <= at) care(left.shift()!);
    today = dayOf(at);
    if (session) count(session);
    if (events === null) doWhatIsDue(at);
  }
  left.forEach(care);
  for (const one of running) look(one, today);
  return running.map(({ replayed }) => replayed);
}

test('law: from cleaning to cleaning it comes to what it does session by session', () => {
  const quarter = 6 * hour;
  // close together: several at one instant, at midnights, at the ends of the span and around them
  const instant = fc.integer({ min: -12, max: 60 }).map((n) => start + n * quarter);
  const ordered = <T>(some: fc.Arbitrary<T[]>, at: (one: T) => number) =>
    some.map((list) => [...list].sort((a, b) => at(a) - at(b)));
  const anySessions = ordered(
    fc.array(
      fc.record({
        start: instant,
        runSeconds: fc.integer({ min: 0, max: 3 * 3600 }),
        beamSeconds: fc.option(fc.integer({ min: 0, max: 3600 })),
        soil: fc.nat(4).map((n) => perGroup((group) => (group === 'air' ? 2 : 1) * n * hour)),
      }),
      { maxLength: 40 },
    ),
    ({ start: at }) => at,
  );
  const limit = fc.record({
    kind: fc.constantFrom(...limitKinds),
    value: fc.integer({ min: 1, max: 6 }),
  });
  const anyTask = (key: string) =>
    fc.record({
      key: fc.constant(key),
      depth: fc.constantFrom(...depths),
      group: fc.constantFrom('optics' as const, 'air' as const, 'coolant' as const),
      limits: fc
        .tuple(limit, fc.option(limit), fc.boolean())
        .map(([first, second, late]) => [
          first,
          ...(second ? [{ ...second, ...(late && { notBefore: true as const }) }] : []),
        ]),
      since: instant,
    });
  const anyEvents = ordered(
    fc.array(
      fc.record({
        at: instant,
        task: fc.constantFrom('a', 'b', 'c'),
        depth: fc.constantFrom(...depths),
        result: fc.constantFrom(...careResults),
        finding: fc.constant(null),
      }),
      { maxLength: 8 },
    ),
    ({ at }) => at,
  );
  let cleanings = 0;
  fc.assert(
    fc.property(
      fc.tuple(anyTask('a'), anyTask('b'), anyTask('c')),
      anySessions,
      anyEvents,
      fc.constantFrom('UTC', 'Europe/Oslo'),
      fc.nat(3),
      (tasks, sessions, events, at, sixth) => {
        const ran = { from: start + sixth * quarter, to: start + 50 * quarter + sixth, zone: at };
        const clock = clockOf(sessions, ran);
        for (const done of [events, null]) {
          const found = replay(tasks, clock, done);
          expect(found).toEqual(playedThrough(tasks, sessions, ran, done));
          cleanings += found.reduce((sum, one) => sum + one.cleanings, 0);
        }
      },
    ),
    { numRuns: 400 },
  );
  expect(cleanings).toBeGreaterThan(800);
});
