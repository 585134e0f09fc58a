import {
  stretchCost,
  tiesOf,
  timesOf,
  wasteOf,
  type Schedule,
  type ScheduleProblem,
  type ScheduleWindow,
} from './problem';

/** A linear row over columns: lower ≤ sum of value × column ≤ upper. */
export interface Row {
  lower: number;
  upper: number;
  entries: readonly (readonly [column: number, value: number])[];
}

/** A mixed integer linear program, to be minimised. Every column lies between its lower bound and 1. */
export interface Program {
  costs: readonly number[];
  lower: readonly number[];
  integer: readonly boolean[];
  rows: readonly Row[];
  /** the column of each thing that is decided, by its name */
  columns: ReadonlyMap<string, number>;
}

/** A stretch of a task: from a time it is done (null: the beginning) to the next, by itself or by a deeper one. */
type StretchKind = 'paid' | 'free' | 'end';

const doing = (task: number, window: number) => `x ${task} ${window}`;
const stretch = (task: number, since: number | null, until: number, how: StretchKind) =>
  `${how} ${task} ${since ?? 'first'} ${until}`;
const sitting = (machine: string, window: number) => `y ${window} ${machine}`;
const opened = (machine: string, opening: string, window: number) =>
  `z ${window} ${machine} ${opening}`;

/**
 * The problem as a mixed integer program whose optimum is the least total of `scheduleCost`. For each task a path
 * runs over the ticks from one time it is done to the next, to the end of the days planned; what a stretch costs
 * is the cost of its arc. `x` does a task in a window, `y` makes a machine safe there, `z` opens it.
 */
// eslint-disable-next-line max-lines-per-function -- the equations of one model, in order
export function asProgram(problem: ScheduleProblem): Program {
  const { tasks, windows, days, pinned, barred } = problem;
  const costs: number[] = [];
  const lower: number[] = [];
  const integer: boolean[] = [];
  const rows: Row[] = [];
  const columns = new Map<string, number>();
  const column = (name: string, cost: number, least = 0, taken = false): number => {
    const found = columns.get(name);
    if (found !== undefined) return found;
    columns.set(name, costs.length);
    costs.push(cost);
    lower.push(least);
    integer.push(taken);
    return costs.length - 1;
  };
  const ties = tiesOf(tasks);
  const isPinned = (id: string, window: string) =>
    pinned.some((pin) => pin.task === id && pin.window === window);
  const allowed = tasks.map((task) =>
    windows.flatMap(({ id, tick, booked }, at) => {
      if (isPinned(task.id, id)) return [at];
      const refused = barred.some(
        (one) => one.task === task.id && (one.window === null || one.window === id),
      );
      return tick < task.from || refused || booked.includes(task.machine) ? [] : [at];
    }),
  );
  const at = (task: number, tick: number) =>
    allowed[task]!.filter((window) => windows[window]!.tick === tick);
  tasks.forEach((task, one) => {
    for (const window of allowed[one]!) {
      column(doing(one, window), 0, isPinned(task.id, windows[window]!.id) ? 1 : 0, true);
    }
  });
  /** columns of the free arcs into a tick, for the rule of order */
  const freeInto = tasks.map(() => new Map<number, number[]>());
  tasks.forEach((task, one) => {
    const own = new Set(allowed[one]!.map((window) => windows[window]!.tick));
    const pins = new Set(
      windows.filter(({ id }) => isPinned(task.id, id)).map((window) => window.tick),
    );
    const covered = new Set(
      ties[one]!.deeper.flatMap((other) => allowed[other]!.map((window) => windows[window]!.tick)),
    );
    for (const tick of pins) covered.delete(tick);
    const nodes = [...new Set([...own, ...covered])].sort((a, b) => a - b);
    const into = new Map<number, { paid: number[]; free: number[] }>(
      nodes.map((tick) => [tick, { paid: [], free: [] }]),
    );
    const out = new Map<number | null, number[]>([null, ...nodes].map((tick) => [tick, []]));
    for (const since of [null, ...nodes]) {
      for (const tick of nodes) {
        if (since !== null && tick <= since) continue;
        const risk = stretchCost(task, since, tick);
        if (own.has(tick)) {
          const paid = column(stretch(one, since, tick, 'paid'), risk + wasteOf(task, since, tick));
          out.get(since)!.push(paid);
          into.get(tick)!.paid.push(paid);
        }
        if (covered.has(tick)) {
          const free = column(stretch(one, since, tick, 'free'), risk);
          out.get(since)!.push(free);
          into.get(tick)!.free.push(free);
        }
      }
      const rest = stretchCost(task, since, days);
      out.get(since)!.push(column(stretch(one, since, days, 'end'), rest));
    }
    const sum = (some: readonly number[], value: number) =>
      some.map((each) => [each, value] as const);
    rows.push({ lower: 1, upper: 1, entries: sum(out.get(null)!, 1) });
    for (const tick of nodes) {
      const { paid, free } = into.get(tick)!;
      rows.push({
        lower: 0,
        upper: 0,
        entries: [...sum(paid, 1), ...sum(free, 1), ...sum(out.get(tick)!, -1)],
      });
      const done = at(one, tick).map((window) => columns.get(doing(one, window))!);
      if (own.has(tick)) {
        rows.push({ lower: 0, upper: 0, entries: [...sum(paid, 1), ...sum(done, -1)] });
      }
      if (!covered.has(tick)) continue;
      freeInto[one]!.set(tick, free);
      const all: number[] = [];
      for (const other of ties[one]!.deeper) {
        const some = at(other, tick).map((window) => columns.get(doing(other, window))!);
        if (some.length === 0) continue;
        all.push(...some);
        rows.push({ lower: 0, upper: Infinity, entries: [...sum(free, 1), ...sum(some, -1)] });
      }
      rows.push({ lower: -Infinity, upper: 0, entries: [...sum(free, 1), ...sum(all, -1)] });
    }
  });
  tasks.forEach((task, one) => {
    for (const other of ties[one]!.before) {
      for (const window of allowed[one]!) {
        const earlier: [number, number][] = allowed[other]!.filter((each) => each <= window).map(
          (each) => [columns.get(doing(other, each))!, -1],
        );
        for (const [tick, free] of freeInto[other]!) {
          if (tick <= windows[window]!.tick)
            earlier.push(...free.map((each): [number, number] => [each, -1]));
        }
        rows.push({
          lower: -Infinity,
          upper: 0,
          entries: [[columns.get(doing(one, window))!, 1], ...earlier],
        });
      }
    }
  });
  windows.forEach(({ minutes }, window) => {
    const load = new Map<number, number>();
    tasks.forEach((task, one) => {
      const own = columns.get(doing(one, window));
      if (own === undefined) return;
      load.set(own, task.minutes);
      const needs: [string, number][] = [
        [sitting(task.machine, window), problem.setUpMinutes[task.machine] ?? 0],
        ...task.openings.map((opening): [string, number] => [
          opened(task.machine, opening, window),
          problem.openingMinutes[opening] ?? 0,
        ]),
      ];
      for (const [name, cost] of needs) {
        if (cost === 0) continue;
        const needed = column(name, cost);
        load.set(needed, cost);
        rows.push({
          lower: -Infinity,
          upper: 0,
          entries: [
            [own, 1],
            [needed, -1],
          ],
        });
      }
    });
    if (load.size > 0) rows.push({ lower: -Infinity, upper: minutes, entries: [...load] });
  });
  return { costs, lower, integer, rows, columns };
}

/** The plan that values of the columns stand for. */
export function planOf(
  { tasks, windows }: ScheduleProblem,
  { columns }: Program,
  value: (column: number) => number,
): Schedule {
  return tasks.map((_, task) =>
    windows.flatMap((__, window) => {
      const column = columns.get(doing(task, window));
      return column !== undefined && value(column) > 0.5 ? [window] : [];
    }),
  );
}

/**
 * The values of the columns that stand for a plan, for a solver to begin with.
 * @returns `null` where it does what the program has no column for: it breaks a rule, or does a task with a deeper one
 */
export function valuesOf(
  problem: ScheduleProblem,
  { columns }: Program,
  plan: Schedule,
): number[] | null {
  const values = new Array<number>(columns.size).fill(0);
  let complete = true;
  const set = (name: string) => {
    const column = columns.get(name);
    if (column === undefined) complete = false;
    else values[column] = 1;
  };
  problem.tasks.forEach((task, one) => {
    for (const window of plan[one]!) {
      set(doing(one, window));
      if ((problem.setUpMinutes[task.machine] ?? 0) > 0) set(sitting(task.machine, window));
      for (const opening of task.openings) {
        if ((problem.openingMinutes[opening] ?? 0) > 0) set(opened(task.machine, opening, window));
      }
    }
    let since: number | null = null;
    for (const { tick, window } of timesOf(problem, plan, one)) {
      set(stretch(one, since, tick, window === null ? 'free' : 'paid'));
      since = tick;
    }
    set(stretch(one, since, problem.days, 'end'));
  });
  return complete ? values : null;
}

/**
 * The part of a problem that is one machine's, made easier: the technician's time is all its own, and windows
 * whose work counts from the same dawn are one. No plan of the whole costs this machine less.
 */
export function machinePart(problem: ScheduleProblem, machine: string): ScheduleProblem {
  const tasks = problem.tasks.filter((task) => task.machine === machine);
  const merged = new Map<number, ScheduleWindow>();
  for (const window of problem.windows) {
    if (window.booked.includes(machine)) continue;
    const there = merged.get(window.tick);
    merged.set(window.tick, {
      ...window,
      id: `tick ${window.tick}`,
      minutes: (there?.minutes ?? 0) + window.minutes,
    });
  }
  const countingDay = new Map(problem.windows.map(({ id, tick }) => [id, tick]));
  const own = new Set(tasks.map(({ id }) => id));
  return {
    ...problem,
    tasks,
    windows: [...merged.values()],
    pinned: problem.pinned.flatMap(({ task, window }) =>
      own.has(task) && merged.has(countingDay.get(window) ?? -1)
        ? [{ task, window: `tick ${countingDay.get(window)}` }]
        : [],
    ),
    // a refused window may have a twin at its dawn that was not refused
    barred: problem.barred.filter(({ task, window }) => own.has(task) && window === null),
  };
}
