import { lastDay, taskCost, type Plan, type PlanProblem } from './problem';

/**
 * The problem as a mixed integer linear program in the LP file format, for a solver: `x` puts a task into a
 * window, `y` makes a machine safe in a window, `z` opens an opening of a machine there. Its objective is the
 * total of `planCost`.
 */
export function asLp(problem: PlanProblem): string {
  const { tasks, windows, days, setUpMinutes, openingMinutes, pinned } = problem;
  const index = new Map(tasks.map(({ id }, at) => [id, at]));
  const machines = [...new Set(tasks.map(({ machine }) => machine))];
  const machineAt = new Map(machines.map((machine, at) => [machine, at]));
  const openings = [
    ...new Set(tasks.flatMap(({ opening }) => (opening === null ? [] : [opening]))),
  ];
  const openingAt = new Map(openings.map((opening, at) => [opening, at]));
  const x = (task: number, window: number) => `x_${task}_${window}`;
  const y = (machine: string, window: number) => `y_${machineAt.get(machine)!}_${window}`;
  const z = (machine: string, opening: string, window: number) =>
    `z_${machineAt.get(machine)!}_${openingAt.get(opening)!}_${window}`;
  const objective: string[] = [];
  const rules: string[] = [];
  const binaries = new Set<string>();
  const term = (value: number, name: string) => {
    binaries.add(name);
    return `${value < 0 ? '-' : '+'} ${Math.abs(value)} ${name}`;
  };
  let constant = 0;
  tasks.forEach((task, at) => {
    const out = taskCost(task, null, days);
    constant += out;
    const all = windows.map((_, window) => term(1, x(at, window)));
    windows.forEach(({ day }, window) => {
      objective.push(term(taskCost(task, day, days) - out, x(at, window)));
      rules.push(`${term(1, x(at, window))} ${term(-1, y(task.machine, window))} <= 0`);
      if (task.opening !== null) {
        rules.push(
          `${term(1, x(at, window))} ${term(-1, z(task.machine, task.opening, window))} <= 0`,
        );
      }
    });
    const last = lastDay(task);
    if (all.length > 0) rules.push(`${all.join(' ')} ${last === null ? '<=' : '='} 1`);
    windows.forEach(({ day, id }, window) => {
      const pin = pinned[task.id];
      const barred = (last !== null && day > last) || (pin !== undefined && pin !== id);
      if (barred) rules.push(`${term(1, x(at, window))} = 0`);
      if (pin === id) rules.push(`${term(1, x(at, window))} = 1`);
    });
    for (const before of task.after) {
      const first = index.get(before);
      if (first === undefined) continue;
      // in a window only if what comes first is in that one or an earlier one
      windows.forEach((_, window) => {
        const earlier = windows.slice(0, window + 1).map((__, other) => term(-1, x(first, other)));
        rules.push(`${term(1, x(at, window))} ${earlier.join(' ')} <= 0`);
      });
    }
  });
  windows.forEach(({ minutes, booked }, window) => {
    const whole: string[] = [];
    for (const machine of machines) {
      const own: string[] = [];
      objective.push(term(setUpMinutes[machine] ?? 0, y(machine, window)));
      own.push(term(setUpMinutes[machine] ?? 0, y(machine, window)));
      for (const opening of openings) {
        if (!tasks.some((task) => task.machine === machine && task.opening === opening)) continue;
        const cost = openingMinutes[opening] ?? 0;
        objective.push(term(cost, z(machine, opening, window)));
        own.push(term(cost, z(machine, opening, window)));
      }
      tasks.forEach((task, at) => {
        if (task.machine === machine) own.push(term(task.minutes, x(at, window)));
      });
      if (booked[machine] !== undefined) rules.push(`${own.join(' ')} <= ${booked[machine]}`);
      whole.push(...own);
    }
    if (whole.length > 0) rules.push(`${whole.join(' ')} <= ${minutes}`);
  });
  binaries.add('one');
  return [
    'Minimize',
    ` obj: ${objective.join(' ')} + ${constant} one`,
    'Subject To',
    ...rules.map((rule, at) => ` c${at}: ${rule}`),
    ' fixed: one = 1',
    'Binary',
    ` ${[...binaries].join(' ')}`,
    'End',
    '',
  ].join('\n');
}

/** The plan that a solver's values of the program stand for. */
export function planOf(problem: PlanProblem, value: (name: string) => number): Plan {
  return problem.tasks.map((_, task) => {
    const at = problem.windows.findIndex((__, window) => value(`x_${task}_${window}`) > 0.5);
    return at < 0 ? null : at;
  });
}
