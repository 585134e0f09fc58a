import { stretchCost, tiesOf, wasteOf, type ScheduleProblem } from './problem';

/** A task in the tree of those that do it too: the deeper one above it does it whenever it is done itself. */
export interface Branch {
  /** 1 where it can be done by itself */
  own: Uint8Array;
  minutes: number;
  /** 1 where a deeper task that is not above it may do it */
  leans: Uint8Array;
  /** cost of a stretch from one place (row) to another, without and with its waste */
  free: Float64Array;
  paid: Float64Array;
  needs: number[];
  /** rows of the prices that it pays where it is done by itself, that it is paid there, and of leaning (-1: none) */
  pays: number[];
  earns: number[];
  lean: number;
  above: number;
  below: number[];
  /** deeper tasks that are not above it */
  others: number[];
  /** it must not be done by itself before what is above it was */
  waits: boolean;
  // what it came to at the prices of now: places where it may be done, at what cost; what it costs with all below
  // it from place to place, and the way there
  node: Float64Array;
  leanPrice: Float64Array;
  stops: Int16Array;
  stopCount: number;
  /** places where it may begin anew: these, and those of what is above it */
  anchors: Int16Array;
  anchorCount: number;
  /** nothing of it has changed since; it has other anchors than before */
  same: boolean;
  moved: boolean;
  least: Float64Array;
  last: Int16Array;
  from: Int16Array;
  leaned: Uint8Array;
  done: Uint8Array;
  doneByOther: Uint8Array;
}

/**
 * The tasks of one machine as branches, by index.
 * @param openings all that count, in the order of their needs; making safe comes before them
 * @returns them, and how many rows of prices they have
 */
export function branchesOf(
  problem: ScheduleProblem,
  openings: readonly string[],
): { branches: Branch[]; rows: number } {
  const { tasks } = problem;
  const ties = tiesOf(tasks);
  const above = treeOf(ties.map(({ deeper }) => deeper));
  let rows = 0;
  const branches = tasks.map((task, at): Branch => {
    const needs = [0, ...task.openings.flatMap((one) => openings.indexOf(one) + 1 || [])];
    const ancestors = new Set<number>();
    for (let up = above[at]!; up >= 0; up = above[up]!) ancestors.add(up);
    const others = ties[at]!.deeper.filter((other) => !ancestors.has(other));
    const { own, pinned } = placesOf(problem, task);
    return {
      own,
      minutes: task.minutes,
      leans: new Uint8Array(own.length),
      ...stretchesOf(problem, task, pinned),
      needs,
      pays: needs.map(() => rows++),
      earns: [],
      lean: others.length > 0 ? rows++ : -1,
      above: above[at]!,
      below: above.flatMap((up, other) => (up === at ? [other] : [])),
      others,
      // a hand that pinned it earlier knew
      waits:
        !pinned.includes(1) &&
        others.length === 0 &&
        ties[at]!.before.some((other) => ancestors.has(other)),
      ...unsolved(own.length),
    };
  });
  for (const { lean, leans, others } of branches) {
    for (const other of others) {
      branches[other]!.earns.push(lean);
      branches[other]!.own.forEach((can, place) => (leans[place]! |= can));
    }
  }
  return { branches, rows };
}

/** 1 at each place where a task can be done by itself, and where a hand pinned it. */
function placesOf(
  { windows, pinned, barred }: ScheduleProblem,
  task: ScheduleProblem['tasks'][number],
) {
  const own = new Uint8Array(windows.length + 2);
  const held = new Uint8Array(windows.length + 2);
  const refused = barred.filter((one) => one.task === task.id);
  windows.forEach(({ id, tick }, window) => {
    const isPinned = pinned.some((pin) => pin.task === task.id && pin.window === id);
    const isRefused = refused.some((one) => one.window === null || one.window === id);
    if (isPinned) held[window + 1] = 1;
    if (isPinned || (!isRefused && tick >= task.from)) own[window + 1] = 1;
  });
  return { own, pinned: held };
}

/** Room for what a branch comes to. */
function unsolved(places: number) {
  const size = places * places;
  return {
    node: new Float64Array(places).fill(NaN),
    leanPrice: new Float64Array(places),
    stops: new Int16Array(places),
    stopCount: 0,
    anchors: new Int16Array(places),
    anchorCount: 0,
    same: false,
    moved: true,
    least: new Float64Array(size),
    last: new Int16Array(size),
    from: new Int16Array(size),
    leaned: new Uint8Array(size),
    done: new Uint8Array(places),
    doneByOther: new Uint8Array(places),
  };
}

/** The task above each: of those that do it too the one that most do too; the rest it leans on. -1: none. */
function treeOf(deeper: readonly (readonly number[])[]): number[] {
  const above = deeper.map(() => -1);
  const isAbove = (task: number, other: number) => {
    for (let up = other; up >= 0; up = above[up]!) if (up === task) return true;
    return false;
  };
  deeper.forEach((some, task) => {
    // two may do each other
    const able = some.filter((other) => !isAbove(task, other));
    above[task] = able.reduce(
      (best, other) => (best < 0 || deeper[other]!.length > deeper[best]!.length ? other : best),
      -1,
    );
  });
  return above;
}

/** What stretches between places cost, without and with waste: Infinity over a place that is pinned. */
function stretchesOf(
  { windows, days }: ScheduleProblem,
  task: ScheduleProblem['tasks'][number],
  pinned: Uint8Array,
) {
  const ticks = [null, ...windows.map(({ tick }) => tick), days];
  const places = ticks.length;
  const free = new Float64Array(places * places);
  const paid = new Float64Array(places * places);
  for (let from = 0; from < places - 1; from++) {
    let over = 0;
    for (let to = from + 1; to < places; to++) {
      const [since, until] = [ticks[from]!, ticks[to]!];
      const at = from * places + to;
      free[at] = over || stretchCost(task, since, until);
      paid[at] = free[at]! + (to < places - 1 ? wasteOf(task, since, until) : 0);
      if (pinned[to]) over = Infinity;
    }
  }
  return { free, paid };
}
