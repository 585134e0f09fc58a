// Plans on invented shops: what the fast rule, a person's rule and the search cost, and what can be proved. The search
// is judged by its rounds, not by a clock that others share: as many as a quiet machine makes in the time a plan gets,
// against ten times as many.
// Usage: node --import tsx bench/schedule.ts [seeds] [seconds of the proof] [kind of shop]
import { boundSchedule } from '../src/core/schedule/bound';
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
import { median } from 'simple-statistics';

const seeds = Number(process.argv[2] ?? 10);
const proofSeconds = Number(process.argv[3] ?? 10);
const only = process.argv[4];
/** About what a quiet machine makes in the first second of search, and in the ten that follow. */
const planRounds = [25_000, 250_000];

const sizes: Record<string, Size> = {
  ordinary: { machines: 8, tasks: 80, windows: 56, days: 28, minutes: 60 },
  tight: { machines: 8, tasks: 80, windows: 12, days: 28, minutes: 90 },
  '16 machines': { machines: 16, tasks: 160, windows: 56, days: 28, minutes: 90 },
};

const cell = (value: number, width = 9) => value.toFixed(0).padStart(width);
const share = (value: number, width = 9) => `${(value * 100).toFixed(2)}%`.padStart(width);

/** A short search and a longer one from what it found, as a plan has it. */
function searchOf(problem: ScheduleProblem, times: number): Schedule {
  const plan = planRounds.reduce(
    (from: Schedule, many, at) =>
      improveSchedule(problem, from, { seed: at + 1, left: rounds(many * times) }),
    fastSchedule(problem),
  );
  if (violations(problem, plan).some(({ rule }) => rule !== 'fire')) {
    throw new Error('the search broke a rule');
  }
  return plan;
}

/** What one problem comes to, and what can be proved of it. */
function tried(problem: ScheduleProblem) {
  const cost = (plan: Schedule) => scheduleCost(problem, plan).total;
  const began = performance.now();
  const plan = searchOf(problem, 1);
  const seconds = (performance.now() - began) / 1000;
  const until = performance.now() + proofSeconds * 1000;
  const bound = boundSchedule(problem, plan, () => performance.now() < until);
  const searched = cost(plan);
  const longer = cost(searchOf(problem, 10));
  return {
    fast: cost(fastSchedule(problem)),
    person: cost(dispatchSchedule(problem)),
    searched,
    late: scheduleCost(problem, plan).late,
    seconds,
    longer,
    behind: searched / Math.min(longer, searched) - 1,
    open: 1 - bound / searched,
  };
}

function main() {
  for (const [name, size] of Object.entries(sizes)) {
    if (only && only !== name) continue;
    console.log(
      `\n${name}: ${size.machines} machines, ${size.tasks} tasks, ${size.windows} windows`,
    );
    console.log(
      'seed     fast  overdue   search   (s)   late  10 × longer   search behind 10 ×   not proved',
    );
    const behind: number[] = [];
    const open: number[] = [];
    for (let seed = 1; seed <= seeds; seed++) {
      const one = tried(randomProblem(seed, size));
      behind.push(one.behind);
      open.push(one.open);
      console.log(
        `${String(seed).padStart(4)}${cell(one.fast)}${cell(one.person)}${cell(one.searched)}${one.seconds.toFixed(1).padStart(6)}${cell(one.late, 7)}${cell(one.longer, 13)}${share(one.behind, 21)}${share(one.open, 13)}`,
      );
    }
    const most = (values: number[]) =>
      `median ${share(median(values), 0)}, most ${share(Math.max(...values), 0)}`;
    console.log(
      `search behind one ten times longer (1.5 % asked): ${most(behind)}; not proved (5 % asked of ordinary weeks): ${most(open)}`,
    );
  }
}

main();
