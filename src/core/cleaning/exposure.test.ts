import fc from 'fast-check';
import { leastOpen, minutesOpen, type Exposure } from './exposure';
import { orderSheet, timeInOrder, type SheetTask } from './order';

const before = (id: string, until: 'begun' | 'over' = 'begun') => ({ id, until, rule: 'x' });

/** Something opened, one task in it, closed; and other work that may lie anywhere. */
const sheet = (
  inside: number,
  others: readonly [active: number, passive: number][],
): SheetTask[] => [
  { id: 'open', active: 2, passive: 0, finishing: 0 },
  { id: 'lens', active: inside, passive: 3, finishing: 2, after: [before('open')] },
  ...others.map(([active, passive], i): SheetTask => ({
    id: `other${i}`,
    active,
    passive,
    finishing: 0,
  })),
  { id: 'close', active: 2, passive: 0, finishing: 0, after: [before('lens', 'over')] },
];
const exposures: Exposure[] = [{ open: 'open', close: 'close' }];

/** Of every order that finishes as soon, the shortest time for which it stands open: the plain definition. */
function exhaustive(tasks: readonly SheetTask[], finish: number): number {
  const stretches = tasks.flatMap(({ id, finishing }) => [
    { task: id, part: 'active' as const },
    ...(finishing > 0 ? [{ task: id, part: 'finishing' as const }] : []),
  ]);
  let least = Infinity;
  const permute = (done: typeof stretches, left: typeof stretches): void => {
    if (left.length === 0) {
      const { timed } = timeInOrder(tasks, done);
      if (timed && timed.finish <= finish) least = Math.min(least, minutesOpen(timed, exposures));
      return;
    }
    left.forEach((one, i) => permute([...done, one], left.toSpliced(i, 1)));
  };
  permute([], stretches);
  return least;
}

const anySheet = fc.record({
  inside: fc.integer({ min: 1, max: 9 }),
  others: fc.array(fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 20 })), {
    minLength: 1,
    maxLength: 3,
  }),
});

test('it is open from the end of its opening to the beginning of its closing; what is not in the order counts nothing', () => {
  const at = (task: string, start: number, end: number) => ({
    task,
    part: 'active' as const,
    start,
    end,
  });
  const timed = { steps: [at('open', 0, 2), at('lens', 2, 9), at('close', 12, 14)], finish: 14 };
  expect(minutesOpen(timed, exposures)).toBe(10);
  const twice = [...exposures, { open: 'lens', close: 'close' }];
  expect(minutesOpen(timed, twice)).toBe(13);
  for (const [open, close] of [
    ['open', 'none'],
    ['none', 'close'],
    ['none', 'neither'],
    // closed before it was opened
    ['close', 'open'],
  ] as const) {
    expect([open, close, minutesOpen(timed, [{ open, close }])]).toEqual([open, close, 0]);
  }
});

test('what is open never stands open longer than in the order found, and nothing finishes later', () => {
  fc.assert(
    fc.property(anySheet, ({ inside, others }) => {
      const tasks = sheet(inside, others);
      const found = orderSheet(tasks);
      const least = leastOpen(tasks, found, exposures);
      expect(least.finish).toBe(found.finish);
      expect(minutesOpen(least, exposures)).toBeLessThanOrEqual(minutesOpen(found, exposures));
    }),
    { numRuns: 60 },
  );
});

test('in nearly every small sheet no order of the same finish keeps it open for less', () => {
  const sample = fc.sample(anySheet, { numRuns: 80, seed: 7 });
  const best = sample.filter(({ inside, others }) => {
    const tasks = sheet(inside, others);
    const found = orderSheet(tasks);
    return (
      minutesOpen(leastOpen(tasks, found, exposures), exposures) === exhaustive(tasks, found.finish)
    );
  });
  expect(best.length).toBeGreaterThanOrEqual(76);
});
