import { isLate, latePrice, stretchRisk, wasteOf, type ScheduleProblem } from './problem';

/** A stretch of a task: from a time it is done (null: the beginning) to the next. */
export type StretchKind = 'paid' | 'free' | 'end';

/** A bound on what any plan costs, and which stretches a plan no dearer than a known one can have. */
export interface Relaxed {
  bound: number;
  keeps: (task: number, since: number | null, until: number, how: StretchKind) => boolean;
}

/** What a task may use at a tick, and what that is worth. */
interface Line {
  ticks: number;
  /** 1 where it can be done by itself, and where a deeper task can do it */
  own: Uint8Array;
  covered: Uint8Array;
  mandatory: Uint8Array;
  /** cost of stretches without and with waste; row 0 is the beginning */
  free: Float64Array;
  paid: Float64Array;
  /** multipliers, by requirement (the machine first, then openings) and tick */
  prices: Float64Array[];
  /** the opening of each requirement; null: making safe */
  needs: (string | null)[];
  /** multiplier of being done by a deeper task */
  lean: Float64Array;
  deeper: number[];
  followers: number[];
  // what a path came to
  doneOwn: Uint8Array;
  doneFree: Uint8Array;
  ahead: Float64Array;
  back: Float64Array;
}

/**
 * A lower bound by Lagrangian relaxation: that a machine must be made safe and opened where a task is done is
 * not asked but priced, so that each task is a shortest path by itself. Prices are raised and lowered by the
 * subgradient, with the step of Polyak (Held, Wolfe and Crowder 1974). Room in windows is not asked at all.
 * @param problem of one machine, with one window a tick (`machinePart`)
 * @param known cost of a plan that is known
 */
// eslint-disable-next-line max-lines-per-function -- one relaxation, its rows beside its columns
export function relax(problem: ScheduleProblem, known: number, iterations = 400): Relaxed {
  const { tasks, windows, days, setUpMinutes, openingMinutes } = problem;
  const ticks = days + 1;
  const machine = tasks[0]?.machine ?? '';
  const setUp = setUpMinutes[machine] ?? 0;
  const windowAt = new Map(windows.map((window) => [window.tick, window]));
  const index = new Map(tasks.map(({ id }, at) => [id, at]));
  const lines = tasks.map((task): Line => {
    const own = new Uint8Array(ticks);
    const mandatory = new Uint8Array(ticks);
    const barred = problem.barred.some((one) => one.task === task.id && one.window === null);
    for (const { tick, id } of windows) {
      const pinned = problem.pinned.some((pin) => pin.task === task.id && pin.window === id);
      if (pinned) mandatory[tick] = 1;
      if (pinned || (!barred && tick >= task.from)) own[tick] = 1;
    }
    const free = new Float64Array((ticks + 1) * ticks);
    const paid = new Float64Array((ticks + 1) * ticks);
    for (let row = 0; row <= ticks; row++) {
      const since = row === 0 ? null : row - 1;
      for (let until = since === null ? 0 : since + 1; until < ticks; until++) {
        const at = row * ticks + until;
        free[at] = stretchRisk(task, since, until) + (isLate(task, since, until) ? latePrice : 0);
        paid[at] = free[at]! + wasteOf(task, since, until);
      }
      // the end may fall on the tick at which it was done last
      if (row === ticks) free[row * ticks + days] = 0;
    }
    const needs = [null, ...task.openings];
    return {
      ticks,
      own,
      covered: new Uint8Array(ticks),
      mandatory,
      free,
      paid,
      prices: needs.map(() => new Float64Array(ticks)),
      needs,
      lean: new Float64Array(ticks),
      deeper: task.coveredBy.flatMap((id) => (index.has(id) ? [index.get(id)!] : [])),
      followers: [],
      doneOwn: new Uint8Array(ticks),
      doneFree: new Uint8Array(ticks),
      ahead: new Float64Array(ticks),
      back: new Float64Array(ticks),
    };
  });
  lines.forEach((line, at) => {
    for (const other of line.deeper) {
      lines[other]!.followers.push(at);
      lines[other]!.own.forEach((can, tick) => {
        if (can && !line.mandatory[tick]) line.covered[tick] = 1;
      });
    }
  });
  const openings = [...new Set(tasks.flatMap((task) => task.openings))];
  const shared = [null, ...openings].map((need) => ({
    minutes: need === null ? setUp : (openingMinutes[need] ?? 0),
    users: lines.flatMap((line) => {
      const nth = line.needs.indexOf(need);
      return nth < 0 ? [] : [{ line, prices: line.prices[nth]! }];
    }),
    taken: new Uint8Array(ticks),
  }));
  for (const { minutes, users } of shared) {
    for (const tick of windowAt.keys()) {
      const able = users.filter(({ line }) => line.own[tick]);
      for (const { prices } of able) prices[tick] = minutes / able.length;
    }
  }
  const all = lines.flatMap((line) => [...line.prices, line.lean]);
  let kept = all.map((values) => values.slice());
  let bound = -Infinity;
  let step = 1;
  let stale = 0;
  for (let iteration = 0; iteration < iterations; iteration++) {
    let value = 0;
    for (const line of lines) value += pathOf(line, lines);
    let norm = 0;
    for (const { minutes, users, taken } of shared) {
      for (const tick of windowAt.keys()) {
        let rest = minutes;
        for (const { prices } of users) rest -= prices[tick]!;
        taken[tick] = rest < 0 ? 1 : 0;
        if (rest < 0) value += rest;
        for (const { line, prices } of users) {
          const slope = line.doneOwn[tick]! - taken[tick]!;
          if (slope > 0 || prices[tick]! > 0) norm += slope * slope;
        }
      }
    }
    for (const line of lines) {
      for (const tick of windowAt.keys()) {
        const slope = leanSlope(line, lines, tick);
        if (slope > 0 || line.lean[tick]! > 0) norm += slope * slope;
      }
    }
    if (value > bound + 1e-7) {
      bound = value;
      kept = all.map((values) => values.slice());
      stale = 0;
    } else if (++stale >= 12) {
      step /= 2;
      stale = 0;
      all.forEach((values, at) => values.set(kept[at]!));
      if (step < 0.002) break;
      continue;
    }
    if (norm === 0 || bound >= known - 1e-6) break;
    const length = (step * Math.max(0.01, 1.03 * known - value)) / norm;
    const leanSlopes = lines.map((line) =>
      Float64Array.from(line.lean, (_, tick) => leanSlope(line, lines, tick)),
    );
    for (const { users, taken } of shared) {
      for (const tick of windowAt.keys()) {
        for (const { line, prices } of users) {
          const slope = line.doneOwn[tick]! - taken[tick]!;
          prices[tick] = Math.max(0, prices[tick]! + length * slope);
        }
      }
    }
    lines.forEach((line, at) => {
      for (const tick of windowAt.keys()) {
        line.lean[tick] = Math.max(0, line.lean[tick]! + length * leanSlopes[at]![tick]!);
      }
    });
  }
  all.forEach((values, at) => values.set(kept[at]!));
  const ends = lines.map((line) => pathOf(line, lines));
  const nodes = lines.map((line) => nodeCosts(line, lines));
  const closed = new Uint8Array(ticks);
  const [safe] = shared;
  for (const tick of windowAt.keys()) {
    let rest = safe!.minutes;
    for (const { prices } of safe!.users) rest -= prices[tick]!;
    if (rest > 0 && bound + rest > known + 1e-6) closed[tick] = 1;
  }
  return {
    bound,
    keeps(task, since, until, how) {
      const line = lines[task]!;
      const row = since === null ? 0 : since + 1;
      if (how === 'paid' && closed[until]) return false;
      const head = since === null ? 0 : line.ahead[since]!;
      const through =
        how === 'end'
          ? head + line.free[row * ticks + days]!
          : head +
            (how === 'paid' ? line.paid : line.free)[row * ticks + until]! +
            nodes[task]![how][until]! +
            line.back[until]!;
      return bound + through - ends[task]! <= known + 1e-6;
    },
  };
}

/** How much more a task leans on deeper ones at a tick than they are done. */
function leanSlope({ doneFree, deeper }: Line, lines: readonly Line[], tick: number): number {
  let slope = doneFree[tick]!;
  for (const other of deeper) slope -= lines[other]!.doneOwn[tick]!;
  return slope;
}

/** What doing a task at each tick costs at the prices of now. */
function nodeCosts({ prices, lean, followers, ticks }: Line, lines: readonly Line[]) {
  const paid = new Float64Array(ticks);
  for (let tick = 0; tick < ticks; tick++) {
    let cost = 0;
    for (const price of prices) cost += price[tick]!;
    for (const other of followers) cost -= lines[other]!.lean[tick]!;
    paid[tick] = cost;
  }
  return { paid, free: lean };
}

/** The shortest path of a task at the prices of now; marks where it is done, and what is ahead and behind. */
function pathOf(line: Line, lines: readonly Line[]): number {
  const { ticks, own, covered, mandatory, free, paid, doneOwn, doneFree, ahead, back } = line;
  const node = nodeCosts(line, lines);
  const end = ticks - 1;
  const from = new Int16Array(ticks).fill(-1);
  const how = new Uint8Array(ticks);
  ahead.fill(Infinity);
  let barrier = -1;
  for (let tick = 0; tick < ticks; tick++) {
    if (!own[tick] && !covered[tick]) continue;
    for (let row = barrier < 0 ? 0 : barrier + 1; row <= tick; row++) {
      const head = row === 0 ? 0 : ahead[row - 1]!;
      if (head === Infinity) continue;
      const at = row * ticks + tick;
      if (own[tick]) {
        const cost = head + paid[at]! + node.paid[tick]!;
        if (cost < ahead[tick]!) {
          ahead[tick] = cost;
          from[tick] = row - 1;
          how[tick] = 0;
        }
      }
      if (covered[tick]) {
        const cost = head + free[at]! + node.free[tick]!;
        if (cost < ahead[tick]!) {
          ahead[tick] = cost;
          from[tick] = row - 1;
          how[tick] = 1;
        }
      }
    }
    if (mandatory[tick]) barrier = tick;
  }
  let least = barrier < 0 ? free[end]! : Infinity;
  let last = -1;
  for (let tick = Math.max(0, barrier); tick < ticks; tick++) {
    const cost = ahead[tick]! + free[(tick + 1) * ticks + end]!;
    if (cost < least) {
      least = cost;
      last = tick;
    }
  }
  doneOwn.fill(0);
  doneFree.fill(0);
  for (let tick = last; tick >= 0; tick = from[tick]!) {
    if (how[tick] === 0) doneOwn[tick] = 1;
    else doneFree[tick] = 1;
  }
  back.fill(Infinity);
  for (let tick = ticks - 1; tick >= 0; tick--) {
    if (!own[tick] && !covered[tick]) continue;
    let rest = free[(tick + 1) * ticks + end]!;
    for (let next = tick + 1; next < ticks; next++) {
      const at = (tick + 1) * ticks + next;
      if (own[next]) rest = Math.min(rest, paid[at]! + node.paid[next]! + back[next]!);
      if (covered[next]) rest = Math.min(rest, free[at]! + node.free[next]! + back[next]!);
    }
    back[tick] = rest;
  }
  return least;
}
