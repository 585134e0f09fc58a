// Plans on invented shops: what the fast rule, the search, the solver and a person's rule cost and take. The search is
// judged by its rounds, not by a clock that others share: as many as a quiet machine makes in the time a plan gets,
// against ten times as many.
// Usage: node --import tsx bench/schedule.ts [seeds] [seconds of the solver]
import {
  scheduleCost,
  violations,
  type Schedule,
  type ScheduleProblem,
} from '../src/core/schedule/problem';
import {
  dispatchSchedule,
  fastSchedule,
  improveSchedule,
  rounds,
} from '../src/core/schedule/search';
import { randomProblem, type Size } from '../src/core/schedule/testing/problems';
import { machineBounds, solveSchedule } from '../src/services/schedule/solver';
import { median } from 'simple-statistics';

const seeds = Number(process.argv[2] ?? 10);
const solverSeconds = Number(process.argv[3] ?? 30);
/** About what a quiet machine makes in the three seconds of search that a plan gets. */
const searchRounds = 75_000;

const sizes: Record<string, Size> = {
  ordinary: { machines: 8, tasks: 80, windows: 56, days: 28, minutes: 60 },
  tight: { machines: 8, tasks: 80, windows: 12, days: 28, minutes: 90 },
  '16 machines': { machines: 16, tasks: 160, windows: 56, days: 28, minutes: 90 },
};

const cell = (value: number, width = 9) => value.toFixed(0).padStart(width);
const share = (value: number, width = 9) => `${(value * 100).toFixed(2)}%`.padStart(width);

function searchOf(problem: ScheduleProblem, many: number): Schedule {
  const found = improveSchedule(problem, fastSchedule(problem), { left: rounds(many) });
  if (violations(problem, found).some(({ rule }) => rule !== 'fire')) {
    throw new Error('the search broke a rule');
  }
  return found;
}

/** What one problem comes to, and what can be proved of it. */
async function tried(problem: ScheduleProblem) {
  const cost = (plan: Schedule) => scheduleCost(problem, plan).total;
  const began = performance.now();
  const searched = searchOf(problem, searchRounds);
  const seconds = (performance.now() - began) / 1000;
  const longer = searchOf(problem, searchRounds * 10);
  const told = () => true;
  const { bound } = await machineBounds(problem, longer, { seconds: solverSeconds / 2, told });
  const solved = await solveSchedule(problem, { seconds: solverSeconds / 2, start: searched });
  const best = Math.min(solved.cost, cost(longer), cost(searched));
  return {
    fast: cost(fastSchedule(problem)),
    person: cost(dispatchSchedule(problem)),
    searched: cost(searched),
    seconds,
    longer: cost(longer),
    solved: solved.cost,
    behind: cost(searched) / Math.min(cost(longer), cost(searched)) - 1,
    // as a plan says it: of the plan that came out, not of the best known
    open: (Math.min(cost(searched), solved.cost) - Math.max(bound, solved.bound)) / best,
  };
}

async function main() {
  for (const [name, size] of Object.entries(sizes)) {
    console.log(
      `\n${name}: ${size.machines} machines, ${size.tasks} tasks, ${size.windows} windows`,
    );
    console.log(
      'seed     fast  overdue   search   (s)  10 × longer   solver   search behind 10 ×   not proved',
    );
    const behind: number[] = [];
    const open: number[] = [];
    for (let seed = 1; seed <= seeds; seed++) {
      const one = await tried(randomProblem(seed, size));
      behind.push(one.behind);
      open.push(one.open);
      console.log(
        `${String(seed).padStart(4)}${cell(one.fast)}${cell(one.person)}${cell(one.searched)}${one.seconds.toFixed(1).padStart(6)}${cell(one.longer, 13)}${cell(one.solved)}${share(one.behind, 21)}${share(one.open, 13)}`,
      );
    }
    const most = (values: number[]) =>
      `median ${share(median(values), 0)}, most ${share(Math.max(...values), 0)}`;
    console.log(
      `search behind one ten times longer (1.5 % asked): ${most(behind)}; not proved (5 % asked of ordinary weeks): ${most(open)}`,
    );
  }
}

void main();
