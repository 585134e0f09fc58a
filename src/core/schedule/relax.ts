import { ascend, type AscentOptions } from './ascent';
import { branchesOf, type Branch } from './branches';
import type { ScheduleProblem } from './problem';

/**
 * Which needs are decided, by need and place: what is closed is not used there, what is open is paid for in any
 * case.
 */
export interface Decided {
  closed: Uint8Array;
  open: Uint8Array;
}

/**
 * A lower bound by Lagrangian relaxation on what any plan of one machine costs: that the machine must be made safe
 * and opened where a task is done is not asked but priced. What is left falls apart into the trees of tasks that
 * do each other too, and each is a shortest path over days with shortest paths between its own. Prices are raised
 * and lowered by the subgradient with the step of Polyak (Held, Wolfe and Crowder 1974). Room in windows is only
 * priced too (`worth`), and order asked only between a task and the one above it.
 *
 * Places: 0 is the beginning, then the windows in order, then the end.
 */
export class Relaxation {
  readonly places: number;
  /** minutes of each need: making safe first, then what is opened */
  readonly minutes: readonly number[];
  /** how often any task used each need and place in the last climb, 0 to 1 */
  readonly use: Float64Array;
  /** one row for each task and need, and one for each task that may lean on another; a column for each place */
  readonly prices: Float64Array;
  readonly slopes: Float64Array;
  /** what a minute of the technician's is worth at each place, in minutes */
  readonly worth: Float64Array;
  /** minutes of each place that the plan of the last value takes */
  readonly load: Float64Array;
  private readonly branches: Branch[];
  /** tasks, each before those below it */
  private readonly order: number[] = [];
  /** rows of prices of each need, with the task that pays them */
  private readonly users: { task: number; row: number }[][];
  // room to work in, made once
  private readonly ahead: Float64Array;
  private readonly freeWithBelow: Float64Array;
  private readonly paidWithBelow: Float64Array;

  /** @param problem of one machine, with one window a tick (`machinePart`) */
  constructor(problem: ScheduleProblem) {
    const { tasks, setUpMinutes, openingMinutes } = problem;
    const openings = [...new Set(tasks.flatMap((task) => task.openings))].filter(
      (opening) => (openingMinutes[opening] ?? 0) > 0,
    );
    this.minutes = [
      tasks.length > 0 ? (setUpMinutes[tasks[0]!.machine] ?? 0) : 0,
      ...openings.map((opening) => openingMinutes[opening]!),
    ];
    const { branches, rows } = branchesOf(problem, openings);
    const places = problem.windows.length + 2;
    this.places = places;
    this.branches = branches;
    const visit = (task: number) => {
      this.order.push(task);
      branches[task]!.below.forEach(visit);
    };
    branches.forEach(({ above }, task) => above < 0 && visit(task));
    this.users = this.minutes.map((_, need) =>
      branches.flatMap(({ needs, pays }, task) => {
        const at = needs.indexOf(need);
        return at < 0 ? [] : [{ task, row: pays[at]! }];
      }),
    );
    this.prices = new Float64Array(rows * places);
    this.slopes = new Float64Array(rows * places);
    this.worth = new Float64Array(places);
    this.load = new Float64Array(places);
    this.use = new Float64Array(this.minutes.length * places);
    this.ahead = new Float64Array(places);
    this.freeWithBelow = new Float64Array(places * places);
    this.paidWithBelow = new Float64Array(places * places);
    // at first all that can use a need share its minutes
    this.users.forEach((users, need) => {
      for (let place = 1; place < places - 1; place++) {
        const able = users.filter(({ task }) => branches[task]!.own[place]);
        for (const { row } of able) {
          this.prices[row * places + place] = this.minutes[need]! / able.length;
        }
      }
    });
  }

  /** What is decided before anything is: nothing. */
  undecided(): Decided {
    const size = this.minutes.length * this.places;
    return { closed: new Uint8Array(size), open: new Uint8Array(size) };
  }

  /** Opens a need at a place for good: nobody has to be priced for it any more. */
  release(need: number, place: number): void {
    for (const { row } of this.users[need]!) this.prices[row * this.places + place] = 0;
  }

  /** What is left of a need's minutes at a place when all have paid; below 0 it is worth being opened. */
  rest(need: number, place: number): number {
    let rest = this.minutes[need]! * (1 + this.worth[place]!);
    for (const { row } of this.users[need]!) rest -= this.prices[row * this.places + place]!;
    return rest;
  }

  /** Whether any task could use a need at a place. */
  usable(need: number, place: number): boolean {
    return this.users[need]!.some(({ task }) => this.branches[task]!.own[place] === 1);
  }

  /** Raises the bound by moving the prices. @see ascend */
  climb(decided: Decided, options: AscentOptions): number {
    this.use.fill(0);
    let tried = 0;
    const bound = ascend([this], options, () => {
      tried++;
      return this.value(decided);
    });
    for (let at = 0; at < this.use.length; at++) this.use[at]! /= tried;
    return bound;
  }

  /** The least there is at the prices of now; sets the slopes, and counts what is used. Infinity: there is no such plan */
  value({ closed, open }: Decided): number {
    const { branches, places, slopes, load, order } = this;
    for (const task of order) {
      const branch = branches[task]!;
      this.look(branch, closed);
      branch.done.fill(0);
      branch.doneByOther.fill(0);
    }
    for (let at = order.length - 1; at >= 0; at--) this.solve(branches[order[at]!]!);
    let value = 0;
    for (const branch of branches) {
      if (branch.above >= 0) continue;
      value += branch.least[places - 1]!;
      if (value === Infinity) return value;
      this.mark(branch, 0, places - 1);
    }
    load.fill(0);
    for (const { done, minutes } of branches) {
      for (let place = 1; place < places - 1; place++) load[place]! += done[place]! * minutes;
    }
    this.users.forEach((users, need) => {
      for (let place = 1; place < places - 1; place++) {
        const at = need * places + place;
        const rest = this.rest(need, place);
        const taken = closed[at] === 0 && (rest < 0 || open[at] === 1) ? 1 : 0;
        if (taken) {
          value += rest;
          load[place]! += this.minutes[need]!;
        }
        let used = 0;
        for (const { task, row } of users) {
          const done = branches[task]!.done[place]!;
          used |= done;
          slopes[row * places + place] = done - taken;
        }
        this.use[at]! += used;
      }
    });
    for (const { lean, doneByOther, others } of branches) {
      if (lean < 0) continue;
      for (let place = 1; place < places - 1; place++) {
        let slope = doneByOther[place]!;
        for (const other of others) slope -= branches[other]!.done[place]!;
        slopes[lean * places + place] = slope;
      }
    }
    return value;
  }

  /** Looks at where a task can be done, and at what price; marks whether that is as it was. */
  private look(branch: Branch, closed: Uint8Array): void {
    const { places, prices } = this;
    const { own, leans, node, leanPrice, stops, anchors, lean } = branch;
    const above = branch.above < 0 ? null : this.branches[branch.above]!;
    let [stop, anchor, next] = [0, 0, 0];
    branch.moved = false;
    branch.same = true;
    for (let place = 1; place < places - 1; place++) {
      let cost = own[place] ? branch.minutes * this.worth[place]! : Infinity;
      for (const need of branch.needs) if (closed[need * places + place]) cost = Infinity;
      for (const row of branch.pays) cost += prices[row * places + place]!;
      for (const row of branch.earns) cost -= prices[row * places + place]!;
      if (cost !== node[place]) branch.same = false;
      node[place] = cost;
      if (lean >= 0 && leanPrice[place] !== prices[lean * places + place]) {
        leanPrice[place] = prices[lean * places + place]!;
        branch.same = false;
      }
      const can = cost < Infinity || leans[place] === 1;
      if (can) stops[stop++] = place;
      const anew = above !== null && next < above.anchorCount && above.anchors[next] === place;
      if (anew) next++;
      if (!can && !anew) continue;
      if (anchors[anchor] !== place) branch.moved = true;
      anchors[anchor++] = place;
    }
    if (branch.anchorCount !== anchor) branch.moved = true;
    branch.stopCount = stop;
    branch.anchorCount = anchor;
  }

  /** The least cost of a task and all below it between any two places where it begins anew. */
  private solve(branch: Branch): void {
    const { places, branches, ahead } = this;
    const { leans, least, last, from, leaned, below, node, leanPrice, stops } = branch;
    const count = branch.stopCount;
    const above = branch.above < 0 ? null : branches[branch.above]!;
    for (const task of below) if (!branches[task]!.same) branch.same = false;
    if (above?.moved) branch.same = false;
    if (branch.same) return;
    const { free, paid } = below.length > 0 ? this.withBelow(branch) : branch;
    const rows = above ? above.anchorCount : 0;
    let begin = 0;
    for (let nth = -1; nth < rows; nth++) {
      const since = nth < 0 ? 0 : above!.anchors[nth]!;
      while (begin < count && stops[begin]! <= since) begin++;
      const row = since * places;
      // before what is above it was done, it may have to wait
      const end = since === 0 && branch.waits ? begin : count;
      for (let at = begin; at < end; at++) {
        const place = stops[at]!;
        let most = paid[row + place]!;
        let before = since;
        for (let each = begin; each < at; each++) {
          const stop = stops[each]!;
          const cost = ahead[stop]! + paid[stop * places + place]!;
          if (cost < most) {
            most = cost;
            before = stop;
          }
        }
        most += node[place]!;
        leaned[row + place] = 0;
        if (leans[place]) {
          for (let each = begin - 1; each < at; each++) {
            const stop = each < begin ? since : stops[each]!;
            const head = each < begin ? 0 : ahead[stop]!;
            const cost = head + free[stop * places + place]! + leanPrice[place]!;
            if (cost >= most) continue;
            most = cost;
            before = stop;
            leaned[row + place] = 1;
          }
        }
        ahead[place] = most;
        from[row + place] = before;
      }
      for (let next = nth + 1; next <= rows; next++) {
        const until = next === rows ? places - 1 : above!.anchors[next]!;
        let most = free[row + until]!;
        let before = since;
        for (let each = begin; each < end; each++) {
          const stop = stops[each]!;
          if (stop >= until) break;
          const cost = ahead[stop]! + free[stop * places + until]!;
          if (cost < most) {
            most = cost;
            before = stop;
          }
        }
        least[row + until] = most;
        last[row + until] = before;
      }
    }
  }

  /** What stretches of a task cost with all below it, from where it begins anew to where it does next. */
  private withBelow({ free, paid, below, anchors, anchorCount }: Branch) {
    const { places, branches, freeWithBelow, paidWithBelow } = this;
    for (let from = -1; from < anchorCount; from++) {
      const row = (from < 0 ? 0 : anchors[from]!) * places;
      for (let to = from + 1; to <= anchorCount; to++) {
        const at = row + (to === anchorCount ? places - 1 : anchors[to]!);
        let under = 0;
        for (const task of below) under += branches[task]!.least[at]!;
        freeWithBelow[at] = free[at]! + under;
        paidWithBelow[at] = paid[at]! + under;
      }
    }
    return { free: freeWithBelow, paid: paidWithBelow };
  }

  /** Marks where a task and those below it are done between two places. */
  private mark(branch: Branch, since: number, until: number): void {
    const row = since * this.places;
    let before = branch.last[row + until]!;
    for (;;) {
      for (const task of branch.below) this.mark(this.branches[task]!, before, until);
      if (before === since) return;
      (branch.leaned[row + before] ? branch.doneByOther : branch.done)[before] = 1;
      until = before;
      before = branch.from[row + before]!;
    }
  }
}
