import fc from 'fast-check';
import {
  orderSheet,
  orderTimer,
  sequentialMinutes,
  timeInOrder,
  workedSoFar,
  type SheetTask,
  type Stretch,
} from './order';

const task = (
  id: string,
  active: number,
  passive = 0,
  finishing = 0,
  after: string[] = [],
  until: 'begun' | 'worked' | 'over' = 'begun',
  drying = 0,
): SheetTask => ({
  id,
  active,
  passive,
  finishing,
  drying,
  after: after.map((before) => ({ id: before, until, rule: 'first' })),
});

// Cases with their true minima as computed with independent libraries.
test('the easy case: everything fits beside the soak', () => {
  const sheet = orderSheet([
    task('bed', 8, 60, 12),
    task('outlet fan', 10, 20, 4),
    task('window', 6, 5, 6),
    task('rails', 14),
    task('mirrors', 9),
    task('plate', 12, 15, 5),
    task('body', 10),
  ]);
  expect(sheet).toMatchObject({ finish: 96, sequential: 196, exact: true });
});

test('the harder case', () => {
  const sheet = orderSheet([
    task('a', 5, 30, 6),
    task('b', 7, 25, 3),
    task('c', 4, 40, 9),
    task('d', 6, 10, 2),
    task('e', 3),
  ]);
  expect(sheet.finish).toBe(57);
});

test('a wait that ends a task counts to the end', () => {
  expect(orderSheet([task('paint', 2, 30), task('rails', 10)]).finish).toBe(32);
});

/** Every order of every part, played out: the plain definition. */
function exhaustive(tasks: readonly SheetTask[]): number {
  let best = Infinity;
  const place = (id: string) => tasks.findIndex((t) => t.id === id);
  const play = (now: number, parts: number[], ends: number[]): void => {
    let moved = false;
    tasks.forEach((one, i) => {
      const whole = one.finishing > 0 ? 2 : 1;
      if (parts[i] === whole) return;
      const befores = parts[i] === 0 ? (one.after ?? []) : [];
      const barred = befores.some(({ id, until }) => {
        const other = place(id);
        // worked and over: both hands-on parts; the drying after them counts for over only
        const needed = until === 'begun' || tasks[other]!.finishing === 0 ? 1 : 2;
        return parts[other]! < needed;
      });
      if (barred) return;
      moved = true;
      const ready = Math.max(
        now,
        parts[i] === 0 ? 0 : ends[i]!,
        ...befores.filter(({ until }) => until === 'over').map(({ id }) => ends[place(id)]!),
      );
      const end = ready + (parts[i] === 0 ? one.active : one.finishing);
      const last = parts[i]! + 1 === whole;
      const wait = (parts[i] === 0 ? one.passive : 0) + (last ? (one.drying ?? 0) : 0);
      play(end, parts.with(i, parts[i]! + 1), ends.with(i, end + wait));
    });
    if (!moved) best = Math.min(best, Math.max(0, ...ends));
  };
  play(
    0,
    tasks.map(() => 0),
    tasks.map(() => 0),
  );
  return best;
}

const minutes = fc.integer({ min: 0, max: 30 });
const anyTasks = (most: number) =>
  fc
    .array(
      fc.record({
        active: fc.integer({ min: 1, max: 15 }),
        passive: minutes,
        finishing: minutes,
        // soaks, is rinsed, and dries: two waits
        drying: fc.oneof(fc.constant(0), minutes),
        link: fc.nat(20),
      }),
      { minLength: 1, maxLength: most },
    )
    .map((rows) =>
      rows.map(({ active, passive, finishing, drying, link }, i): SheetTask =>
        // some tasks come after an earlier one
        task(
          `t${i}`,
          active,
          passive,
          finishing,
          i > 0 && link < 9 ? [`t${link % i}`] : [],
          (['begun', 'worked', 'over'] as const)[link % 3],
          drying,
        ),
      ),
    );

test('no order is shorter than the one found', () => {
  fc.assert(
    fc.property(anyTasks(5), (tasks) => {
      expect(orderSheet(tasks).finish).toBe(exhaustive(tasks));
    }),
    { numRuns: 120 },
  );
});

test('up to seven tasks with two waits each, no order is shorter', () => {
  const sheets = fc
    .array(
      fc.record({
        active: fc.integer({ min: 1, max: 12 }),
        passive: fc.integer({ min: 1, max: 60 }),
        finishing: fc.integer({ min: 1, max: 12 }),
        drying: fc.integer({ min: 1, max: 60 }),
      }),
      { minLength: 6, maxLength: 7 },
    )
    .map((rows) =>
      // in three chains, so that every order of seven tasks can be played out
      rows.map(({ active, passive, finishing, drying }, i): SheetTask =>
        task(`t${i}`, active, passive, finishing, i > 2 ? [`t${i - 3}`] : [], 'worked', drying),
      ),
    );
  fc.assert(
    fc.property(sheets, (tasks) => {
      const found = orderSheet(tasks);
      expect(found.exact).toBe(true);
      expect(found.finish).toBe(exhaustive(tasks));
    }),
    { numRuns: 12 },
  );
});

test('what only dries may be passed over by what needs the hands to be off it', () => {
  const comb = task('comb', 10, 60, 15, [], 'begun', 240);
  const run = (until: 'worked' | 'over') =>
    orderSheet([comb, task('slats in', 1, 0, 0, ['comb'], until)]);
  const start = (until: 'worked' | 'over') =>
    run(until).steps.find((step) => step.task === 'slats in')!.start;
  expect(start('worked')).toBe(10 + 60 + 15);
  expect(start('over')).toBe(10 + 60 + 15 + 240);
  expect(run('worked').finish).toBe(325);
});

test('a sheet too long to try every order of is rarely longer than its soonest, and never shorter', () => {
  let soonest = 0;
  const runs = 60;
  fc.assert(
    fc.property(anyTasks(5), (tasks) => {
      const least = exhaustive(tasks);
      const { finish, steps } = orderSheet(tasks, 0);
      expect(finish).toBeGreaterThanOrEqual(least);
      const sequence = steps.map(({ task: id, part }) => ({ task: id, part }));
      expect(timeInOrder(tasks, sequence).timed?.finish).toBe(finish);
      if (finish === least) soonest += 1;
    }),
    { numRuns: runs, seed: 7 },
  );
  expect(soonest).toBeGreaterThanOrEqual(runs * 0.95);
});

test('rules are kept and no sheet is longer than one after another, however long it is', () => {
  fc.assert(
    fc.property(anyTasks(14), (tasks) => {
      const { steps, finish, sequential } = orderSheet(tasks);
      expect(finish).toBeLessThanOrEqual(sequential);
      const at = (id: string, part: 'active' | 'finishing') =>
        steps.find((step) => step.task === id && step.part === part);
      steps.forEach(
        (step, i) => i > 0 && expect(step.start).toBeGreaterThanOrEqual(steps[i - 1]!.end),
      );
      for (const { id, passive, finishing, after } of tasks) {
        const first = at(id, 'active')!;
        if (finishing > 0)
          expect(at(id, 'finishing')!.start).toBeGreaterThanOrEqual(first.end + passive);
        for (const before of after ?? []) {
          const other = tasks.find((one) => one.id === before.id)!;
          const begunAt = at(before.id, 'active')!.end;
          const ended = at(before.id, 'finishing')?.end;
          const over = (ended ?? begunAt + other.passive) + (other.drying ?? 0);
          const need = { begun: begunAt, worked: ended ?? begunAt, over };
          expect(first.start).toBeGreaterThanOrEqual(need[before.until]);
        }
      }
    }),
    { numRuns: 60 },
  );
});

test('a long sheet is ordered too, and said to be the soonest only where it is known to be', () => {
  const many = Array.from({ length: 24 }, (_, i) =>
    task(`t${i}`, 3 + (i % 5), (i * 17) % 45, (i * 5) % 9, i > 3 ? [`t${i % 3}`] : []),
  );
  const { finish, exact } = orderSheet(many);
  // all hands-on work is the least there is
  const work = many.reduce((sum, { active, finishing }) => sum + active + finishing, 0);
  expect(finish).toBeGreaterThanOrEqual(work);
  expect(exact).toBe(finish === work);
  // waits of half an hour behind each other, and nothing to do meanwhile: the bound is not met
  const waiting = Array.from({ length: 10 }, (_, i) =>
    task(`w${i}`, 1, 30, 1, i > 0 ? [`w${i - 1}`] : []),
  );
  const chained = orderSheet(waiting);
  expect(chained.finish).toBe(41);
});

test('nine tasks are ordered exactly; rules that go in a circle are named', () => {
  const nine = Array.from({ length: 9 }, (_, i) =>
    task(`t${i}`, 3 + (i % 4), (i * 17) % 40, (i * 5) % 9),
  );
  expect(orderSheet(nine).exact).toBe(true);
  expect(() => orderSheet([task('a', 1, 0, 0, ['b']), task('b', 1, 0, 0, ['a'])])).toThrow(
    /circle: a, b, a/,
  );
  expect(() => orderSheet([task('a', 1, 0, 0, ['z'])])).toThrow(/no task "z"/);
});

const parts = (tasks: readonly SheetTask[]): Stretch[] =>
  orderSheet(tasks).steps.map(({ task: id, part }) => ({ task: id, part }));

test('seven tasks as the brute force has them', () => {
  let seed = 20;
  const next = (below: number) => (seed = (seed * 1103515245 + 12345) % 2147483648) % below;
  for (let set = 0; set < 4; set++) {
    // two with an end of their own: the brute force plays out every order
    const seven = Array.from({ length: 7 }, (_, i) =>
      task(`t${i}`, 1 + next(14), next(3) === 0 ? 0 : next(50), i < 2 ? 1 + next(10) : 0),
    );
    expect(orderSheet(seven)).toMatchObject({ finish: exhaustive(seven), exact: true });
  }
});

test('an order by hand is timed as it stands; nothing by hand beats the order found', () => {
  fc.assert(
    fc.property(anyTasks(6), fc.infiniteStream(fc.nat(1000)), (tasks, chance) => {
      const shuffled = parts(tasks)
        .map((one) => ({ one, at: chance.next().value as number }))
        .sort((a, b) => a.at - b.at)
        .map(({ one }) => one);
      const { timed, broken } = timeInOrder(tasks, shuffled);
      const inTime = orderTimer(tasks);
      expect(inTime(shuffled, Infinity)).toEqual(timed);
      if (!timed) {
        expect(broken.length).toBeGreaterThan(0);
        return;
      }
      expect(inTime(shuffled, timed.finish)).toEqual(timed);
      expect(inTime(shuffled, timed.finish - 1)).toBeNull();
      expect(timed.steps.map(({ task: id, part }) => ({ task: id, part }))).toEqual(shuffled);
      expect(timed.finish).toBeGreaterThanOrEqual(orderSheet(tasks).finish);
      expect(timed.finish).toBeLessThanOrEqual(sequentialMinutes(tasks));
    }),
    { numRuns: 200 },
  );
});

test('the order found, taken as made by hand, takes as long', () => {
  fc.assert(
    fc.property(anyTasks(8), (tasks) => {
      const { finish } = orderSheet(tasks);
      expect(timeInOrder(tasks, parts(tasks)).timed?.finish).toBe(finish);
    }),
    { numRuns: 60 },
  );
});

test('an order that breaks a rule is told by which', () => {
  const tasks = [
    task('bed', 8, 60, 12),
    task('refit', 2, 0, 0, ['bed'], 'over'),
    task('proof', 3, 0, 0, ['refit']),
  ];
  const { broken } = timeInOrder(tasks, [
    { task: 'bed', part: 'active' },
    { task: 'refit', part: 'active' },
    { task: 'proof', part: 'active' },
    { task: 'bed', part: 'finishing' },
  ]);
  expect(broken).toEqual([{ task: 'refit', before: 'bed', rule: 'first' }]);
  const early = timeInOrder(tasks.slice(0, 1), [{ task: 'bed', part: 'finishing' }]);
  expect(early.broken).toEqual([{ task: 'bed', before: 'bed', rule: 'begun' }]);
  // what is left out follows as listed
  expect(timeInOrder([task('a', 2), task('b', 3, 5, 1)], []).timed).toMatchObject({ finish: 11 });
});

test('a sheet worked so far says what may come next, and refuses by the rules alone', () => {
  const tasks = [task('bed', 8, 60, 12), task('refit', 2, 0, 0, ['bed'], 'over')];
  const begun = workedSoFar(tasks, [{ task: 'bed', part: 'active' }]);
  expect(begun.brokenBy({ task: 'bed', part: 'finishing' })).toEqual([]);
  expect(begun.brokenBy({ task: 'refit', part: 'active' })).toEqual([
    { task: 'refit', before: 'bed', rule: 'first' },
  ]);
  expect(workedSoFar(tasks, []).brokenBy({ task: 'bed', part: 'finishing' })[0]?.rule).toBe(
    'begun',
  );
  expect(() => begun.brokenBy({ task: 'lid', part: 'active' })).toThrow(RangeError);
  // what never breaks a rule is an order, and is timed alike
  fc.assert(
    fc.property(anyTasks(6), fc.infiniteStream(fc.nat(1000)), (some, chance) => {
      const done: Stretch[] = [];
      for (let left = parts(some); left.length > 0;) {
        const { brokenBy } = workedSoFar(some, done);
        const may = left.filter((one) => brokenBy(one).length === 0);
        const one = may[(chance.next().value as number) % may.length]!;
        done.push(one);
        left = left.filter((other) => other !== one);
      }
      expect(workedSoFar(some, done).timed).toEqual(timeInOrder(some, done).timed);
    }),
    { numRuns: 100 },
  );
});
