import { criticalities } from '../../care/danger';
import {
  scheduleCost,
  violations,
  type Schedule,
  type ScheduleProblem,
  type ScheduleTask,
} from '../problem';

/** A generator of chance with a seed, of another kind than the search's own. */
export function chance(seed: number): () => number {
  let state = seed * 2654435761;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

export interface Size {
  machines: number;
  tasks: number;
  windows: number;
  days: number;
  /** minutes of a window, at least */
  minutes?: number;
}

/** An invented problem: stations of one to three tasks, some fast, some slow, some with bookings. */
export function randomProblem(
  seed: number,
  { machines, tasks, windows, days, minutes = 60 }: Size,
): ScheduleProblem {
  const next = chance(seed);
  const pickOf = <T>(values: readonly T[]) => values[Math.floor(next() * values.length)]!;
  const names = Array.from({ length: machines }, (_, at) => `m${at}`);
  const openings = ['head off', 'bed out', 'panel'];
  const made: ScheduleTask[] = [];
  while (made.length < tasks) {
    const criticality = pickOf(criticalities);
    const machine = pickOf(names);
    const coveredBy: string[] = [];
    // days in which it fills; deepest first: each shallower one fills faster
    const period = 8 * 8 ** next();
    for (
      let depth = Math.min(tasks - made.length, 1 + Math.floor(next() * 3));
      depth > 0;
      depth--
    ) {
      const id = `t${made.length}`;
      const daily = 2 / (period * (1 + depth / 2));
      const start = Math.max(0, 1 - daily * days * next()) * (criticality === 'fire' ? 0.9 : 1.15);
      const calendar = next() < 0.3 ? daily * (0.5 + next()) : 0;
      const sum = (share: number) => Array.from({ length: days + 1 }, (_, day) => day * share);
      made.push({
        id,
        machine,
        criticality,
        minutes: 2 + Math.floor(next() * 4) + 6 * depth,
        openings: next() < 0.5 ? [pickOf(openings)] : [],
        fillings: [
          { start, sum: sum(daily) },
          ...(calendar > 0 ? [{ start: next() * start, sum: sum(calendar) }] : []),
        ],
        coveredBy: [...coveredBy],
        after: coveredBy.length > 0 && next() < 0.1 ? [coveredBy[0]!] : [],
        from: next() < 0.1 ? Math.floor(next() * 4) : 0,
      });
      coveredBy.push(id);
    }
  }
  return {
    tasks: made,
    days,
    windows: Array.from({ length: windows }, (_, at) => ({
      id: `w${at}`,
      tick: Math.floor((at * days) / windows) + (at % 2),
      minutes: minutes + Math.floor(next() * minutes),
      booked: next() < 0.25 ? [pickOf(names)] : [],
    })).sort((a, b) => a.tick - b.tick),
    setUpMinutes: Object.fromEntries(names.map((name) => [name, 5])),
    openingMinutes: { 'head off': 6, 'bed out': 4, panel: 3 },
    pinned: [],
    barred: [],
  };
}

/** The least total of all plans there are that break no rule but fire's, for very small problems. */
export function exhaustive(problem: ScheduleProblem): { cost: number; plan: Schedule } {
  const sets = Array.from({ length: 2 ** problem.windows.length }, (_, bits) =>
    problem.windows.flatMap((__, window) => (bits & (2 ** window) ? [window] : [])),
  ).filter((set) => new Set(set.map((at) => problem.windows[at]!.tick)).size === set.length);
  const plan: number[][] = problem.tasks.map(() => []);
  let least: { cost: number; plan: Schedule } = { cost: Infinity, plan: [] };
  const visit = (task: number) => {
    if (task < problem.tasks.length) {
      for (const set of sets) {
        plan[task] = set;
        visit(task + 1);
      }
      plan[task] = [];
      return;
    }
    const { total } = scheduleCost(problem, plan);
    if (total >= least.cost) return;
    if (violations(problem, plan).some(({ rule }) => rule !== 'fire')) return;
    least = { cost: total, plan: plan.slice() };
  };
  visit(0);
  return least;
}
