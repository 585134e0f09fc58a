import fc from 'fast-check';
import { startingWeights } from '../../catalogue/materials';
import { eachSessionHours } from '../usage/session-hours';
import { calledTask, callOf } from './calls';
import { careResults, findings, type CareEvent, type CareTask, type Counters } from './care';
import { countersOver, noUse, type CountedUse } from './counters';
import { countersSince, plainMeter } from './testing/plain-counters';
import { compareDanger } from './danger';
import { depths, resets } from './depth';
import { careState, isDue, standing } from './due';
import { lastReset } from './resets';

const task = (key: string, depth: CareTask['depth']): CareTask => ({
  key,
  depth,
  group: 'bed',
  limits: [{ kind: 'soil', value: 25 }],
});
const inspect = task('inspect', 'inspect');
const wipe = task('wipe', 'wipe');
const clean = task('clean', 'clean');
const strip = task('strip-clean', 'strip-clean');
const grease = task('grease', 'lubricate');
const all = [inspect, wipe, clean, strip, grease];

const event = (of: CareTask, at: number, more: Partial<CareEvent> = {}): CareEvent => ({
  at,
  task: of.key,
  depth: of.depth,
  result: 'done',
  finding: null,
  ...more,
});

describe('resets', () => {
  test('a deeper task resets every shallower one and none deeper', () => {
    const events = [event(clean, 10)];
    expect(all.map((t) => lastReset(t, events)?.at ?? null)).toEqual([10, 10, 10, null, null]);
  });

  test('lubrication resets itself alone; a replacement resets it too', () => {
    expect(all.map((t) => lastReset(t, [event(grease, 5)]) !== null)).toEqual([
      false,
      false,
      false,
      false,
      true,
    ]);
    const replaced = [event(wipe, 7, { result: 'replaced' })];
    expect(all.every((t) => lastReset(t, replaced)?.at === 7)).toBe(true);
  });

  test.each(['in-part', 'put-off', 'not-reached'] as const)('%s resets nothing', (result) => {
    expect(all.some((t) => lastReset(t, [event(strip, 9, { result })]))).toBe(false);
  });

  test('law: what a shallower depth resets, a deeper one on the ladder resets too', () => {
    const ladder = ['inspect', 'wipe', 'clean', 'strip-clean', 'replace'] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...ladder),
        fc.constantFrom(...ladder),
        fc.constantFrom(...depths),
        (a, b, other) => {
          const [shallow, deep] = ladder.indexOf(a) < ladder.indexOf(b) ? [a, b] : [b, a];
          if (resets(shallow, other)) expect(resets(deep, other)).toBe(true);
        },
      ),
    );
  });

  test('law: the order in which entries were written does not matter', () => {
    const anyEvent = fc
      .tuple(
        fc.constantFrom(...all),
        fc.integer({ min: 0, max: 1000 }),
        fc.constantFrom(...careResults),
      )
      .map(([of, at, result]) => event(of, at, { result }));
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 20 }), fc.constantFrom(...all), (events, t) => {
        const inOrder = [...events].sort((a, b) => a.at - b.at);
        expect(lastReset(t, events)?.at).toBe(lastReset(t, inOrder)?.at);
      }),
    );
  });
});

describe('calls by a finding', () => {
  test.each([
    ['clear', null],
    ['haze', null],
    ['soiled', 'wipe'],
    ['caked', 'clean'],
    ['damaged', 'clean'],
  ] as const)('an inspection that finds %s calls %s', (finding, called) => {
    expect(calledTask(finding, all)?.key ?? null).toBe(called);
    const events = [event(inspect, 10, { finding })];
    for (const t of all) expect(callOf(t, all, events) !== null).toBe(t.key === called);
  });

  test('doing the called task answers the call; an older cleaning does not', () => {
    const found = event(inspect, 10, { finding: 'caked' });
    expect(callOf(clean, all, [event(clean, 9), found])).toEqual({
      finding: 'caked',
      sign: null,
      at: 10,
    });
    expect(callOf(clean, all, [found, event(strip, 11)])).toBeNull();
  });

  test('a cleaning of the same instant answers a finding; the last of two findings is the call', () => {
    const found = (at: number) => event(inspect, at, { finding: 'caked' });
    expect(callOf(clean, all, [event(clean, 10), found(10)])).toBeNull();
    expect(callOf(clean, all, [event(clean, 10), found(11)])?.at).toBe(11);
    expect(callOf(clean, all, [found(14), found(12)])?.at).toBe(14);
    expect(callOf(clean, all, [event(inspect, 14, { finding: null }), found(12)])?.at).toBe(12);
  });

  test('a finding made at a cleaning calls nothing: the cleaning answers it', () => {
    for (const finding of findings) {
      expect(callOf(strip, all, [event(clean, 10, { finding })])).toBeNull();
    }
  });

  test('a station without a cleaning task calls nothing', () => {
    expect(calledTask('caked', [inspect])).toBeNull();
  });
});

describe('standing', () => {
  const counters: Counters = { ...noUse, soilMilliseconds: 28 * 3_600_000, days: 12, jobs: 3 };

  test('used is the largest share; what is left stands on the limit reached first', () => {
    const found = standing(
      [
        { kind: 'days', value: 30 },
        { kind: 'soil', value: 25 },
      ],
      counters,
    );
    expect(found.used).toBeCloseTo(1.12, 12);
    expect(found.first).toEqual({ kind: 'soil', left: -3 });
    expect(found.state).toBe('due');
  });

  test('a limit that must be reached too holds it back, and makes nothing due by itself', () => {
    const soil = { kind: 'soil' as const, value: 25 };
    const waits = (value: number) => ({ kind: 'days' as const, value, notBefore: true as const });
    // 112 % of the soil, but 12 of 30 days: the days count
    const held = standing([soil, waits(30)], counters);
    expect(held).toEqual({ used: 0.4, state: 'clear', first: { kind: 'days', left: 18 } });
    // reached long ago, it says no more
    expect(standing([soil, waits(5)], counters)).toEqual(standing([soil], counters));
    // whichever stands first, of several the one that is least full; a call still makes it due
    const jobs = { kind: 'jobs' as const, value: 10, notBefore: true as const };
    expect(standing([waits(30), jobs, soil], counters).first).toEqual({ kind: 'jobs', left: 7 });
    expect(standing([soil, waits(30)], counters, true).state).toBe('due');
    expect(() => standing([waits(30)], counters)).toThrow('that makes due');
  });

  test('with and without limits that must be reached too, it is due when by hand it is', () => {
    const value = fc.integer({ min: 1, max: 40 });
    const limit = fc.record({
      kind: fc.constantFrom('soil' as const, 'run' as const, 'days' as const, 'jobs' as const),
      value,
      notBefore: fc.constantFrom(undefined, true as const),
    });
    const use = fc.record({ soil: value, run: value, days: value, jobs: value });
    fc.assert(
      fc.property(fc.array(limit, { minLength: 1, maxLength: 4 }), use, (limits, used) => {
        fc.pre(limits.some(({ notBefore }) => !notBefore));
        const reached = ({ kind, value: at }: (typeof limits)[number]) => used[kind] >= at;
        const due =
          limits.some((one) => !one.notBefore && reached(one)) &&
          limits.every((one) => !one.notBefore || reached(one));
        const { state } = standing(limits, {
          ...noUse,
          soilMilliseconds: used.soil * 3_600_000,
          runSeconds: used.run * 3600,
          days: used.days,
          jobs: used.jobs,
        });
        expect(isDue(state)).toBe(due);
      }),
    );
  });

  test.each([
    [0, 'clear'],
    [0.7999, 'clear'],
    [0.8, 'soon'],
    [0.9999, 'soon'],
    [1, 'due'],
    [1.2499, 'due'],
    [1.25, 'past due'],
    [9, 'past due'],
  ] as const)('%d of a limit is %s', (used, state) => expect(careState(used)).toBe(state));

  test('a call makes it due at once and never lighter than counted', () => {
    expect(standing([{ kind: 'days', value: 100 }], counters, true).state).toBe('due');
    expect(standing([{ kind: 'days', value: 4 }], counters, true).state).toBe('past due');
  });

  test('danger orders fire first, then the largest share', () => {
    const rows = [
      { criticality: 'motion', used: 3 },
      { criticality: 'fire', used: 1.1 },
      { criticality: 'optic damage', used: 2 },
      { criticality: 'fire', used: 1.4 },
    ] as const;
    expect([...rows].sort(compareDanger).map(({ used }) => used)).toEqual([1.4, 1.1, 2, 3]);
  });
});

describe('counters', () => {
  const zone = 'Europe/Oslo';
  const counted = (starts: number[]): CountedUse[] => {
    const sessions = starts.map((start) => ({
      start,
      runSeconds: 3600,
      beamSeconds: 600,
      material: 'cork',
      process: 'cut' as const,
      airAssist: true,
      draught: 'full' as const,
    }));
    const hours = eachSessionHours(sessions, () => startingWeights);
    return sessions.map((session, i) => ({ ...session, ...hours[i]! }));
  };

  test('a session counts whole from its start; at the very reset it counts, after now it does not', () => {
    const sessions = counted([999, 1000, 5000, 5001]);
    const since = countersSince(sessions, 'optics', 1000, 5000, zone);
    expect(since).toMatchObject({ jobs: 2, runSeconds: 7200, soilMilliseconds: 2 * 4_320_000 });
    expect(countersSince(sessions, 'coolant', 0, 9999, zone).soilMilliseconds).toBe(0);
  });

  test('days are local midnights across both changes of the clocks; days of use are distinct', () => {
    const since = Date.UTC(2026, 2, 28, 22, 30); // Sat 28 March, 23:30 in Oslo
    const now = Date.UTC(2026, 2, 30, 22, 30); // Tue 31 March, 00:30 in Oslo
    const starts = [0, 10, 47].map((h) => since + h * 3_600_000);
    const spring = countersSince(counted(starts), 'air', since, now, zone);
    expect([spring.days, spring.useDays]).toEqual([3, 3]);
    const autumn = Date.UTC(2026, 9, 24, 22, 30); // Sun 25 October, 00:30
    expect(countersSince([], 'air', autumn, autumn + 24 * 3_600_000, zone).days).toBe(0);
  });

  test('running totals over the stays of a part count what its own sessions do, one after another', () => {
    const hour = 3_600_000;
    // the clocks change within these days; moves and sessions meet at the same hours, and on one day
    const first = Date.UTC(2026, 9, 24, 0);
    const instant = fc.integer({ min: 0, max: 60 }).map((hours) => first + hours * hour);
    const uses = fc.array(instant, { maxLength: 12 }).map((starts) => counted(starts));
    fc.assert(
      fc.property(
        uses,
        uses,
        fc.uniqueArray(instant, { maxLength: 4 }),
        instant,
        instant,
        fc.constantFrom('optics' as const, 'air' as const, 'coolant' as const),
        (a, b, moves, since, now, group) => {
          const ends = [-Infinity, ...moves.sort((x, y) => x - y), Infinity];
          const stays = ends.slice(0, -1).map((from, index) => ({
            machineId: index % 2 === 0 ? 'a' : 'b',
            from,
            to: ends[index + 1]!,
          }));
          const own = stays.flatMap(({ machineId, from, to }) =>
            (machineId === 'a' ? a : b).filter(({ start }) => start >= from && start < to),
          );
          const meters = { a: plainMeter(a, zone), b: plainMeter(b, zone) };
          const over = countersOver(stays, (id) => meters[id as 'a' | 'b'], group, {
            since,
            now,
            zone,
          });
          expect(over).toEqual(since > now ? noUse : countersSince(own, group, since, now, zone));
        },
      ),
      { numRuns: 400 },
    );
  });
});
