import { shareAt, timesOf, type Schedule, type ScheduleProblem } from './problem';

/** How far a plan lets things go. */
export interface Lateness {
  /** tasks that stand past a limit at some time of the plan */
  tasks: number;
  /** days past its limit of the one that stands so longest; 0: none does */
  worstDays: number;
}

/**
 * How many tasks a plan lets past their limit, and for how long the worst: counted in days that begin past it, from the
 * plan's first day on.
 */
export function lateness(problem: ScheduleProblem, plan: Schedule): Lateness {
  let tasks = 0;
  let worstDays = 0;
  problem.tasks.forEach((task, index) => {
    let worst = 0;
    let since: number | null = null;
    const leave = (until: number) => {
      let days = 0;
      for (let day = since ?? 0; day < until; day++) {
        if (shareAt(task, since, day) > 1) days++;
      }
      worst = Math.max(worst, days);
    };
    for (const { tick } of timesOf(problem, plan, index)) {
      leave(tick);
      since = tick;
    }
    leave(problem.days);
    if (worst > 0) tasks++;
    worstDays = Math.max(worstDays, worst);
  });
  return { tasks, worstDays };
}
