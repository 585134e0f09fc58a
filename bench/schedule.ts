// Plans on invented shops: what the fast rule, the search, the solver and a person's rule cost and take.
// Usage: node --import tsx bench/schedule.ts [seeds] [seconds of the solver]
import {
  scheduleCost,
  violations,
  type Schedule,
  type ScheduleProblem,
} from '../src/core/schedule/problem';
import { dispatchSchedule, fastSchedule, improveSchedule } from '../src/core/schedule/search';
import { randomProblem, type Size } from '../src/core/schedule/testing/problems';
import { machineBounds, solveSchedule } from '../src/services/schedule/solver';

const seeds = Number(process.argv[2] ?? 10);
const solverSeconds = Number(process.argv[3] ?? 30);

const sizes: Record<string, { size: Size; searchSeconds: number }> = {
  ordinary: {
    size: { machines: 8, tasks: 80, windows: 56, days: 28, minutes: 60 },
    searchSeconds: 1,
  },
  tight: {
    size: { machines: 8, tasks: 80, windows: 12, days: 28, minutes: 90 },
    searchSeconds: 1,
  },
  '16 machines': {
    size: { machines: 16, tasks: 160, windows: 56, days: 28, minutes: 90 },
    searchSeconds: 3,
  },
};

async function timed<T>(step: () => T | Promise<T>): Promise<[T, number]> {
  const began = performance.now();
  const value = await step();
  return [value, performance.now() - began];
}

const cell = (value: number, width = 9) => value.toFixed(0).padStart(width);

function searchFor(problem: ScheduleProblem, start: Schedule, seconds: number): Schedule {
  const began = performance.now();
  return improveSchedule(problem, start, {
    left: () => 1 - (performance.now() - began) / (seconds * 1000),
  });
}

async function main() {
  for (const [name, { size, searchSeconds }] of Object.entries(sizes)) {
    console.log(
      `\n${name}: ${size.machines} machines, ${size.tasks} tasks, ${size.windows} windows`,
    );
    console.log(
      'seed     fast    (ms)  overdue   search solver cold  solver warm  bound by machine  proved  search over best',
    );
    const over: number[] = [];
    const proved: number[] = [];
    for (let seed = 1; seed <= seeds; seed++) {
      const problem = randomProblem(seed, size);
      const cost = (plan: Schedule) => scheduleCost(problem, plan).total;
      const [fast, fastMs] = await timed(() => fastSchedule(problem));
      const person = dispatchSchedule(problem);
      const searched = searchFor(problem, fast, searchSeconds);
      if (violations(problem, searched).some(({ rule }) => rule !== 'fire')) {
        throw new Error(`seed ${seed}: the search broke a rule`);
      }
      const cold = await solveSchedule(problem, { seconds: solverSeconds });
      const warm = await solveSchedule(problem, { seconds: solverSeconds, start: searched });
      const longer = searchFor(problem, searched, searchSeconds * 5);
      const best = Math.min(cold.cost, warm.cost, cost(longer), cost(searched));
      const { bound } = await machineBounds(problem, longer, {
        seconds: 20,
        told: () => true,
      });
      const least = Math.max(bound, warm.bound, cold.bound);
      over.push(cost(searched) / Math.min(cold.cost, warm.cost, cost(searched)) - 1);
      proved.push((best - least) / best);
      console.log(
        `${String(seed).padStart(4)}${cell(cost(fast))}${cell(fastMs)}${cell(cost(person))}${cell(cost(searched))}${cell(cold.cost, 12)}${cell(warm.cost, 13)}${cell(least, 18)}${((1 - proved.at(-1)!) * 100).toFixed(1).padStart(7)}%${(over.at(-1)! * 100).toFixed(2).padStart(10)}% (${((cost(searched) / best - 1) * 100).toFixed(2)}% over a longer search)`,
      );
    }
    const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;
    console.log(
      `median: search ${(median(over) * 100).toFixed(2)} % over the solver's best, ${(median(proved) * 100).toFixed(1)} % not proved`,
    );
  }
}

void main();
