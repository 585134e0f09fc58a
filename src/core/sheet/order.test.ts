import fc from 'fast-check';
import { orderSheet, type SheetTask } from './order';

const task = (
  id: string,
  active: number,
  passive = 0,
  finishing = 0,
  after: string[] = [],
): SheetTask => ({ id, active, passive, finishing, after });

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
  const play = (now: number, finish: number, state: (number | null | 'over')[]): void => {
    let moved = false;
    tasks.forEach((one, i) => {
      const at = state[i]!;
      if (at === 'over') return;
      const next = [...state];
      if (at === null) {
        const barred = (one.after ?? []).some(
          (id) => state[tasks.findIndex((t) => t.id === id)] === null,
        );
        if (barred) return;
        const end = now + one.active;
        next[i] = one.finishing > 0 ? end + one.passive : 'over';
        moved = true;
        play(end, Math.max(finish, end + one.passive), next);
      } else {
        const end = Math.max(now, at) + one.finishing;
        next[i] = 'over';
        moved = true;
        play(end, Math.max(finish, end), next);
      }
    });
    if (!moved) best = Math.min(best, finish);
  };
  play(
    0,
    0,
    tasks.map(() => null),
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
        link: fc.nat(20),
      }),
      { minLength: 1, maxLength: most },
    )
    .map((rows) =>
      rows.map(({ active, passive, finishing, link }, i): SheetTask =>
        // some tasks come after an earlier one
        task(`t${i}`, active, passive, finishing, i > 0 && link < 6 ? [`t${link % i}`] : []),
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
        for (const before of after ?? [])
          expect(first.start).toBeGreaterThanOrEqual(at(before, 'active')!.end);
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
  expect(orderSheet(waiting)).toMatchObject({ finish: 41, exact: false });
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
