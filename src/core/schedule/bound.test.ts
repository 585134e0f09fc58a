import { boundSchedule, risingBounds } from './bound';
import { machinePart } from './milp';
import { scheduleCost, timesOf, type ScheduleProblem, type ScheduleTask } from './problem';
import { Relaxation } from './relax';
import { fastSchedule, improveSchedule, rounds } from './search';
import { exhaustive, randomProblem } from './testing/problems';

const last = (bounds: Iterable<number>) => [...bounds].at(-1)!;

const oneMachine = (seed: number): ScheduleProblem => {
  const part = machinePart(
    randomProblem(seed, { machines: 1, tasks: 3, windows: 5, days: 20, minutes: 400 }),
    'm0',
  );
  return { ...part, windows: part.windows.slice(0, 4) };
};

describe('the bound of one machine', () => {
  it('rises to within 0.04 % of the least of all plans, and never over it', () => {
    let covered = 0;
    for (let seed = 1; seed <= 16; seed++) {
      const part = oneMachine(seed);
      const { cost } = exhaustive(part);
      const bounds = [...risingBounds(new Relaxation(part), cost)];
      for (const bound of bounds) expect(bound).toBeLessThanOrEqual(cost + 1e-9);
      expect([seed, bounds.at(-1)! >= 0.9996 * cost - 1e-9]).toEqual([seed, true]);
      if (part.tasks.some(({ coveredBy }) => coveredBy.length > 0)) covered++;
    }
    expect(covered).toBeGreaterThan(6);
  });

  it('holds where a task has two that do it too, or two do each other', () => {
    let tight = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const part = oneMachine(seed);
      const coveredBy = [[seed % 2 ? 't1' : ''], [seed % 2 ? 't0' : ''], ['t0', 't1']];
      const tasks = part.tasks.map((task, at): ScheduleTask => ({
        ...task,
        coveredBy: coveredBy[at]!.filter((id) => id !== ''),
        after: [],
      }));
      const problem = { ...part, tasks };
      const { cost } = exhaustive(problem);
      const bound = last(risingBounds(new Relaxation(problem), cost));
      expect(bound).toBeLessThanOrEqual(cost + 1e-9);
      if (bound > 0.9 * cost) tight++;
    }
    // what it leans on is only priced
    expect(tight).toBeGreaterThan(8);
  });

  it('holds with what a hand pinned, refused or put off, and with an order', () => {
    let pins = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const part = oneMachine(seed);
      const at = part.windows[seed % part.windows.length]!;
      const problem: ScheduleProblem = {
        ...part,
        tasks: part.tasks.map((task, nth) => ({
          ...task,
          from: nth === 0 ? part.windows[1]!.tick : task.from,
          after: nth === 2 ? ['t1'] : [],
        })),
        pinned: seed % 3 === 0 ? [] : [{ task: 't1', window: at.id }],
        barred: seed % 5 === 0 ? [{ task: 't2', window: null }] : [],
      };
      const { cost, plan } = exhaustive(problem);
      if (problem.pinned.length > 0 && cost < Infinity) {
        pins++;
        expect(timesOf(problem, plan, 1).some(({ tick }) => tick === at.tick)).toBe(true);
      }
      const bounds = risingBounds(new Relaxation(problem), cost);
      if (cost < Infinity) expect(last(bounds)).toBeLessThanOrEqual(cost + 1e-9);
    }
    expect(pins).toBeGreaterThan(4);
  });

  it('knows what a hand refused, everywhere or in one window', () => {
    let dearer = 0;
    for (let seed = 1; seed <= 8; seed++) {
      const part = oneMachine(seed);
      const free = exhaustive(part);
      const [task, times] = [part.tasks[0]!.id, free.plan[0]!];
      for (const window of [null, part.windows[times[0] ?? 0]!.id]) {
        const problem = { ...part, barred: [{ task, window }] };
        const { cost } = exhaustive(problem);
        if (cost > 1.01 * free.cost) dearer++;
        const bound = last(risingBounds(new Relaxation(problem), cost));
        expect(bound).toBeLessThanOrEqual(cost + 1e-9);
        expect([seed, window, bound >= 0.9996 * cost - 1e-9]).toEqual([seed, window, true]);
      }
    }
    expect(dearer).toBeGreaterThan(6);
  });

  it('is not over the least of all plans where the one that is known costs more', () => {
    for (let seed = 1; seed <= 16; seed++) {
      const part = oneMachine(seed);
      const { cost } = exhaustive(part);
      const bound = last(risingBounds(new Relaxation(part), 1.5 * cost));
      expect(bound).toBeLessThanOrEqual(cost + 1e-9);
      expect([seed, bound >= 0.9996 * cost - 1e-9]).toEqual([seed, true]);
    }
  });

  it('ends at once where a plan costs nothing', () => {
    const part = oneMachine(1);
    const idle = { ...part, tasks: [] };
    expect([...risingBounds(new Relaxation(idle), 0)]).toEqual([0]);
  });
});

describe('the bound of all machines', () => {
  const problemOf = (minutes: number) =>
    randomProblem(3, { machines: 3, tasks: 18, windows: 8, days: 28, minutes });

  it('rises, is never over what a plan costs, and stops when it is told to', () => {
    const problem = problemOf(60);
    const plan = improveSchedule(problem, fastSchedule(problem), { left: rounds(4000) });
    const { total } = scheduleCost(problem, plan);
    const told: number[] = [];
    const bound = boundSchedule(problem, plan, (least) => told.push(least) < 5);
    expect(told).toHaveLength(5);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(bound).toBe(told.at(-1));
    expect(boundSchedule(problem, plan, () => true)).toBeGreaterThanOrEqual(bound);
    expect(bound).toBeLessThanOrEqual(total);
  });

  it('is not over what a plan costs whose hand pinned more to a window than it holds', () => {
    const problem = problemOf(60);
    const [first] = problem.tasks;
    const there = problem.windows.findIndex(
      ({ tick, booked }) => tick >= first!.from && !booked.includes(first!.machine),
    );
    const { id } = problem.windows[there]!;
    const narrow: ScheduleProblem = {
      ...problem,
      windows: problem.windows.map((window) =>
        window.id === id ? { ...window, minutes: 5 } : window,
      ),
      pinned: [{ task: first!.id, window: id }],
    };
    const plan = improveSchedule(narrow, fastSchedule(narrow), { left: rounds(4000) });
    expect(plan[0]).toContain(there);
    const { total } = scheduleCost(narrow, plan);
    const bound = boundSchedule(narrow, plan, () => true);
    expect(bound).toBeLessThan(total);
    expect(bound).toBeGreaterThan(0.8 * total);
  });

  it('counts that windows have no room for all', () => {
    const plans = [400, 20].map((minutes) => {
      const problem = problemOf(minutes);
      const plan = improveSchedule(problem, fastSchedule(problem), { left: rounds(4000) });
      return { plan, problem, cost: scheduleCost(problem, plan).total };
    });
    const [wide, narrow] = plans.map(({ problem, plan }) =>
      boundSchedule(problem, plan, () => true),
    );
    expect(narrow).toBeGreaterThan(1.2 * wide!);
    expect(narrow).toBeLessThanOrEqual(plans[1]!.cost);
    expect(wide).toBeGreaterThan(0.97 * plans[0]!.cost);
  });
});
