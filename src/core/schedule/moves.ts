import {
  scheduleCost,
  shareAt,
  timesOf,
  violations,
  type Schedule,
  type ScheduleProblem,
  type Violation,
} from './problem';

/** Some tasks taken from one window to another; `null`: from or to nowhere. All by index. */
export interface Move {
  tasks: readonly number[];
  from: number | null;
  to: number | null;
}

/** The plan after a move. A task that is done at that dawn already is not done twice. */
export function moved(
  { windows }: ScheduleProblem,
  plan: Schedule,
  { tasks, from, to }: Move,
): Schedule {
  return plan.map((places, task) => {
    if (!tasks.includes(task)) return places;
    const rest = places.filter((window) => window !== from);
    if (to === null) return rest;
    const same = rest.filter((window) => windows[window]!.tick !== windows[to]!.tick);
    return [...same, to].sort((a, b) => a - b);
  });
}

/** The days on which a task is past its limit in a plan, by days from the beginning. */
export function pastDays(problem: ScheduleProblem, plan: Schedule, task: number): number[] {
  const one = problem.tasks[task]!;
  const days: number[] = [];
  let since: number | null = null;
  const leave = (until: number) => {
    for (let day = since ?? 0; day < until; day++) {
      if (shareAt(one, since, day) > 1) days.push(day);
    }
  };
  for (const { tick } of timesOf(problem, plan, task)) {
    leave(tick);
    since = tick;
  }
  leave(problem.days);
  return days;
}

/** What becomes of a plan by a change of it. */
export interface Effect {
  /** minutes, or what is worth as much; negative: it saves */
  cost: number;
  /** tasks that are past their limit on more days, with how many more and the first new one; what can burn first */
  worse: { task: number; days: number; from: number }[];
  /** rules that it breaks and the plan before did not, or less: a window that is too full may get no fuller */
  broken: Violation[];
}

/** What a change of a plan costs and what becomes past due by it. */
export function effectOf(problem: ScheduleProblem, before: Schedule, after: Schedule): Effect {
  const worse: Effect['worse'] = [];
  problem.tasks.forEach((_, task) => {
    if (before[task] === after[task] && problem.tasks[task]!.coveredBy.length === 0) return;
    const were = new Set(pastDays(problem, before, task));
    const are = pastDays(problem, after, task);
    const more = are.length - were.size;
    if (more > 0) {
      worse.push({ task, days: more, from: are.find((day) => !were.has(day)) ?? are[0]! });
    }
  });
  const grave = (task: number) => (problem.tasks[task]!.criticality === 'fire' ? 0 : 1);
  const name = ({ rule, at, window }: Violation) => `${rule} ${at} ${window ?? ''}`;
  const known = new Map(violations(problem, before).map((one) => [name(one), one.over ?? 0]));
  return {
    cost: scheduleCost(problem, after).total - scheduleCost(problem, before).total,
    worse: worse.sort((a, b) => grave(a.task) - grave(b.task) || b.days - a.days),
    // a hand may take up again what a hand had pinned
    broken: violations(problem, after).filter(
      (one) => one.rule !== 'pin' && (one.over ?? 0) > (known.get(name(one)) ?? -1),
    ),
  };
}
