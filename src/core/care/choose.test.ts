import fc from 'fast-check';
import { depths, resets } from './depth';
import { criticalities } from './danger';
import { alongside, chooseTasks, worth, type Candidate } from './choose';

const candidate = (over: Partial<Candidate>): Candidate => ({
  id: 'a',
  machine: 'Wren',
  station: 'bed',
  task: 'clean',
  depth: 'clean',
  criticality: 'housekeeping',
  used: 1,
  minutes: 10,
  opening: 'lid-only',
  openingMinutes: 0,
  ...over,
});

test('risk is small before the limit and steep past it; fire outweighs the rest', () => {
  const at = (used: number) => worth({ criticality: 'housekeeping', used });
  expect([at(0.5), at(1), at(1.5)]).toEqual([0.125, 1, 3.375]);
  expect(at(9)).toBe(at(4));
  expect(worth({ criticality: 'fire', used: 1 })).toBe(5);
});

test('an opening shared is paid once', () => {
  const shared = { opening: 'head-off', openingMinutes: 5 };
  const three = ['a', 'b', 'c'].map((id) => candidate({ id, station: id, minutes: 4, ...shared }));
  expect(chooseTasks(three, 17)).toMatchObject({ minutes: 17, saved: 10 });
  expect(chooseTasks(three, 16).tasks).toHaveLength(2);
});

test('a deeper task is worth the shallower ones it does with it', () => {
  const wipe = candidate({ id: 'wipe', depth: 'wipe', minutes: 5, used: 1.2 });
  const strip = candidate({ id: 'strip', depth: 'strip-clean', minutes: 8, used: 1 });
  expect(chooseTasks([wipe, strip], 20).tasks.map(({ id }) => id)).toEqual(['strip']);
  expect(chooseTasks([wipe, strip], 6).tasks.map(({ id }) => id)).toEqual(['wipe']);
});

// Instance P01 of the 0/1 knapsack collection of J. Burkardt, Florida State University (from memory):
// capacity 165, best profit 309 with the first four and the sixth.
test('a published knapsack', () => {
  const weights = [23, 31, 29, 44, 53, 38, 63, 85, 89, 82];
  const profits = [92, 57, 49, 68, 60, 43, 67, 84, 87, 72];
  const items = weights.map((minutes, i) =>
    // worth is the cube of the share used: scaled down so that none is capped
    candidate({ id: `${i}`, station: `${i}`, minutes, used: Math.cbrt(profits[i]! / 2) }),
  );
  const { tasks, minutes } = chooseTasks(items, 165);
  expect(tasks.map(({ id }) => Number(id)).sort()).toEqual([0, 1, 2, 3, 5]);
  expect(minutes).toBe(165);
});

const anyCandidate = fc.record({
  machine: fc.constantFrom('Wren', 'Heron'),
  station: fc.constantFrom('window', 'bed', 'rails'),
  depth: fc.constantFrom(...depths),
  criticality: fc.constantFrom(...criticalities),
  used: fc.double({ min: 0.1, max: 3, noNaN: true }),
  minutes: fc.integer({ min: 1, max: 20 }),
  opening: fc.constantFrom('lid', 'head', 'rear'),
});
const openingMinutes: Record<string, number> = { lid: 0, head: 5, rear: 8 };
const anyCandidates = (most: number) =>
  fc.array(anyCandidate, { maxLength: most }).map((rows) =>
    rows.map((row, i): Candidate => ({
      ...row,
      id: `c${i}`,
      task: `c${i}`,
      openingMinutes: openingMinutes[row.opening]!,
    })),
  );

/** Worth of a set: every task it does or covers, once. */
function worthOf(set: readonly Candidate[], all: readonly Candidate[]): number {
  return all
    .filter((one) =>
      set.some(
        (done) =>
          done.id === one.id ||
          (done.machine === one.machine &&
            done.station === one.station &&
            resets(done.depth, one.depth)),
      ),
    )
    .reduce((sum, one) => sum + worth(one), 0);
}
function costOf(set: readonly Candidate[]): number {
  const openings = new Map(set.map((one) => [`${one.machine} ${one.opening}`, one.openingMinutes]));
  return (
    set.reduce((sum, one) => sum + one.minutes, 0) +
    [...openings.values()].reduce((a, b) => a + b, 0)
  );
}

test('no set within the minutes is worth more, and the minutes are never passed', () => {
  fc.assert(
    fc.property(anyCandidates(11), fc.integer({ min: 0, max: 90 }), (all, minutes) => {
      const { tasks, minutes: spent, worth: value } = chooseTasks(all, minutes);
      expect(spent).toBeLessThanOrEqual(minutes);
      expect(spent).toBe(costOf(tasks));
      let best = 0;
      for (let mask = 0; mask < 1 << all.length; mask++) {
        const set = all.filter((_, i) => mask & (1 << i));
        if (costOf(set) <= minutes) best = Math.max(best, worthOf(set, all));
      }
      expect(worthOf(tasks, all)).toBeCloseTo(best, 6);
      expect(value).toBeCloseTo(best, 6);
    }),
    { numRuns: 60 },
  );
});

test('what shares an opening already paid for is offered too', () => {
  const head = { opening: 'head-off', openingMinutes: 5 };
  const done = candidate({ id: 'window', station: 'window', used: 1.4, minutes: 8, ...head });
  const near = candidate({ id: 'nozzle', station: 'nozzle', used: 0.85, minutes: 6, ...head });
  const far = candidate({ id: 'shield', station: 'shield', used: 0.4, minutes: 2, ...head });
  const other = candidate({
    id: 'duct',
    station: 'duct',
    used: 0.95,
    minutes: 2,
    opening: 'rear-off',
    openingMinutes: 8,
  });
  const chosen = chooseTasks([done, near, far, other], 14);
  expect(chosen.tasks.map(({ id }) => id)).toEqual(['window']);
  expect(alongside(chosen, [done, near, far, other], 14).map(({ id }) => id)).toEqual(['nozzle']);
  // what fits into the rest comes first, however light; what a chosen one does as well is not offered
  const long = candidate({ id: 'rail', station: 'rail', used: 2, minutes: 30, ...head });
  const wipe = candidate({ id: 'wipe', station: 'window', depth: 'wipe', minutes: 1, ...head });
  const only = { ...chosen, tasks: [done] };
  expect(alongside(only, [done, long, near, wipe], 20).map(({ id }) => id)).toEqual([
    'nozzle',
    'rail',
  ]);
  expect(alongside({ ...only, tasks: [] }, [near], 60)).toEqual([]);
});

test('what is chosen is told heaviest first; of very many, those that pay most are weighed', () => {
  const one = (id: string, used: number, minutes = 5) =>
    candidate({ id, station: id, used, minutes });
  const chosen = chooseTasks([one('light', 0.9), one('heavy', 1.4), one('middle', 1.1)], 60);
  expect(chosen.tasks.map(({ id }) => id)).toEqual(['heavy', 'middle', 'light']);
  // a crowd of slow and light ones before the one that is worth it
  const crowd = Array.from({ length: 60 }, (_, n) => one(`slow${n}`, 0.5, 50));
  expect(chooseTasks([...crowd, one('worth it', 2, 5)], 5).tasks.map(({ id }) => id)).toEqual([
    'worth it',
  ]);
});

describe('minutes until the machine is back', () => {
  const one = (id: string, machine: string, more: Partial<Candidate> = {}): Candidate => ({
    id,
    machine,
    station: id,
    task: 'clean',
    depth: 'clean',
    criticality: 'fire',
    used: 1.2,
    minutes: 10,
    opening: 'lid-only',
    openingMinutes: 0,
    around: 5,
    alone: 15,
    ...more,
  });

  test('what must dry for longer than there is time is left out, however little of it is work', () => {
    const comb = one('comb', 'Wren', { minutes: 25, alone: 340 });
    expect(chooseTasks([comb, one('plate', 'Wren')], 120).tasks.map(({ id }) => id)).toEqual([
      'plate',
    ]);
    expect(chooseTasks([comb], 340)).toMatchObject({ minutes: 340 });
  });

  test('making safe and proving are paid once a machine: of equal worth, fewer machines', () => {
    const all = [one('a', 'Wren'), one('b', 'Wren'), one('c', 'Heron')];
    expect(chooseTasks(all, 25)).toMatchObject({ minutes: 25 });
    expect(chooseTasks(all, 25).tasks.map(({ machine }) => machine)).toEqual(['Wren', 'Wren']);
    expect(chooseTasks(all, 40).minutes).toBe(40);
  });
});
