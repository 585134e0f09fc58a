import { stretchCost, tiesOf, wasteOf, type ScheduleProblem, type ScheduleTask } from './problem';

/** What the search knows of a task. */
export interface Care {
  /** indexes of the machine and of the openings it needs */
  machine: number;
  openings: readonly number[];
  minutes: number;
  /** minutes of the tasks that it does too */
  saves: number;
  /** deeper tasks, and those that come first, by index */
  deeper: readonly number[];
  before: readonly number[];
  /** what those that must not come before it cost until its first time, by its tick; null: there are none */
  waitCost: Float64Array | null;
  /** cost of a stretch from a tick (row; the first row is the beginning) to another, without and with its waste */
  free: Float64Array;
  paid: Float64Array;
  /** 1 for each window that is allowed */
  allowed: Uint8Array;
  /** window that it is pinned to, of each tick, and the ticks with one */
  pins: readonly (number | null)[];
  pinTicks: readonly number[];
}

/**
 * What the search knows of each task, by index.
 * @param machines all of the problem, in the order of their indexes
 * @param openings all of the problem, in the order of their indexes
 */
export function caresOf(
  { tasks, windows, days, pinned, barred }: ScheduleProblem,
  machines: readonly string[],
  openings: readonly string[],
): Care[] {
  const ticks = days + 1;
  const ties = tiesOf(tasks);
  const windowAt = new Map(windows.map(({ id }, at) => [id, at]));
  const waitCost = (task: number): Float64Array | null => {
    const waiting = waitingFor(tasks, task);
    if (waiting.length === 0) return null;
    return Float64Array.from({ length: ticks }, (_, tick) =>
      waiting.reduce((sum, other) => sum + stretchCost(tasks[other]!, null, tick), 0),
    );
  };
  return tasks.map((task, at): Care => {
    const { free, paid } = stretches(task, ticks);
    const pins: (number | null)[] = new Array<null>(ticks).fill(null);
    for (const pin of pinned) {
      const there = windowAt.get(pin.window);
      if (pin.task === task.id && there !== undefined) pins[windows[there]!.tick] ??= there;
    }
    const refused = barred.filter((one) => one.task === task.id).map(({ window }) => window);
    const allowed = new Uint8Array(windows.length);
    windows.forEach(({ id, tick, booked }, there) => {
      if (tick < task.from || booked.includes(task.machine)) return;
      if (!refused.includes(null) && !refused.includes(id)) allowed[there] = 1;
    });
    return {
      machine: machines.indexOf(task.machine),
      openings: task.openings.map((opening) => openings.indexOf(opening)),
      minutes: task.minutes,
      saves: tasks
        .filter(({ coveredBy }) => coveredBy.includes(task.id))
        .reduce((sum, { minutes }) => sum + minutes, 0),
      ...ties[at]!,
      waitCost: waitCost(at),
      free,
      paid,
      allowed,
      pins,
      pinTicks: pins.flatMap((pin, tick) => (pin === null ? [] : [tick])),
    };
  });
}

function stretches(task: ScheduleTask, ticks: number) {
  const free = new Float64Array((ticks + 1) * ticks);
  const paid = new Float64Array((ticks + 1) * ticks);
  for (let since = -1; since < ticks; since++) {
    const from = since < 0 ? null : since;
    for (let until = Math.max(0, since); until < ticks; until++) {
      const at = (since + 1) * ticks + until;
      free[at] = stretchCost(task, from, until);
      paid[at] = free[at]! + wasteOf(task, from, until);
    }
  }
  return { free, paid };
}

/** All that must not come before a task, directly or by others between. */
function waitingFor(tasks: readonly ScheduleTask[], task: number): number[] {
  const waiting = new Set<number>();
  const add = ({ id }: ScheduleTask) =>
    tasks.forEach((other, at) => {
      if (!other.after.includes(id) || waiting.has(at)) return;
      waiting.add(at);
      add(other);
    });
  add(tasks[task]!);
  return [...waiting];
}

/** Tasks that cover or precede each other, each group in the order in which it is put in. */
export function unite(cares: readonly Care[]): number[][] {
  const parent = cares.map((_, task) => task);
  const find = (task: number): number => {
    while (parent[task] !== task) task = parent[task]!;
    return task;
  };
  cares.forEach(({ deeper, before }, task) => {
    for (const other of [...deeper, ...before]) parent[find(task)] = find(other);
  });
  const groups = new Map<number, number[]>();
  const done = new Set<number>();
  const visit = (task: number) => {
    if (done.has(task)) return;
    done.add(task);
    const { deeper, before } = cares[task]!;
    for (const other of [...deeper, ...before]) visit(other);
    const root = find(task);
    const group = groups.get(root) ?? [];
    group.push(task);
    groups.set(root, group);
  };
  cares.forEach((_, task) => visit(task));
  return [...groups.values()];
}
