import fs from 'node:fs';
import path from 'node:path';
import { boundSchedule } from './bound';
import { scheduleCost, type Schedule, type ScheduleProblem } from './problem';
import { dispatchSchedule, fastSchedule, improveSchedule, rounds } from './search';
import { randomProblem } from './testing/problems';

const made = (
  seed: number,
  ...[machines, tasks, windows, days]: [number, number, number, number]
) => randomProblem(seed, { machines, tasks, windows, days, minutes: 60 });

/** With what hands do to a plan: pins, refusals, work put off, and one task that waits for another. */
function handled(problem: ScheduleProblem): ScheduleProblem {
  const [first, second, third, fourth] = problem.tasks;
  const free = problem.windows.filter(
    ({ booked, tick }) => tick >= first!.from && !booked.includes(first!.machine),
  );
  return {
    ...problem,
    tasks: problem.tasks.map((task) =>
      task === fourth ? { ...task, after: [third!.id], from: 3 } : task,
    ),
    pinned: [{ task: first!.id, window: free[1]!.id }],
    barred: [
      { task: second!.id, window: null },
      { task: third!.id, window: problem.windows[0]!.id },
    ],
  };
}

const problems: Readonly<Record<string, ScheduleProblem>> = {
  'one machine': made(21, 1, 6, 8, 20),
  'a small shop': made(22, 3, 20, 10, 28),
  'few windows': made(23, 3, 22, 5, 28),
  'many windows': made(24, 3, 16, 20, 42),
  'a small shop, with what hands did': handled(made(25, 3, 20, 10, 28)),
  'many machines': made(26, 6, 36, 12, 28),
};

const told = (plan: Schedule) =>
  plan.map((windows) => (windows.length > 0 ? windows.join(',') : '-')).join(' ');

/** What every way of planning makes of a problem, and each step by which the search got better. */
function found(problem: ScheduleProblem): string {
  const line = (name: string, plan: Schedule) =>
    `${name} ${scheduleCost(problem, plan).total.toFixed(6)}: ${told(plan)}`;
  const steps: string[] = [];
  const plan = improveSchedule(problem, fastSchedule(problem), {
    seed: 5,
    left: rounds(320),
    found: (_, cost) => steps.push(cost.toFixed(6)),
  });
  const bounds: string[] = [];
  // many machines take long to bound
  if (problem.tasks.length <= 20) {
    boundSchedule(problem, plan, (least) => bounds.push(least.toFixed(6)) < 4);
  }
  return [
    line('dispatched', dispatchSchedule(problem)),
    line('by the fast rule', fastSchedule(problem)),
    line('searched', plan),
    `found on the way: ${steps.join(' ')}`,
    `at least: ${bounds.join(' ')}`,
  ].join('\n');
}

// A plan can be made again by anybody from its seed. Whoever means to change how it is searched reads the costs before
// and after: GOLDEN=write npx jest schedule/golden
test('the same problem and seed give the same plans, by the same steps, in every version', () => {
  const text = Object.entries(problems)
    .map(([name, problem]) => `${name}\n${found(problem)}\n`)
    .join('\n');
  const file = path.join(__dirname, 'golden.txt');
  if (process.env['GOLDEN'] === 'write') fs.writeFileSync(file, text);
  expect(text).toBe(fs.readFileSync(file, 'utf8'));
});
