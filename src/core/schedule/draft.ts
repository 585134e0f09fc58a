import { caresOf, unite, type Care } from './cares';
import type { Schedule, ScheduleProblem } from './problem';

/** Where a round may put what it took out. */
export interface Offer {
  /** windows that may be used, in order of time */
  windows: readonly number[];
  /** windows in which the machine counts as made safe already */
  gives: (window: number) => boolean;
  /** how much of the minutes it saves others at its station a task is favoured by, 0 to 1, asked anew each time */
  favours?: (() => number) | undefined;
}

const nothing = () => false;

/**
 * A plan being changed, with its loads and its cost kept up to date. A task is put in by the shortest path over
 * the ticks at which it may be done: given all others, no choice of windows for it costs less, with what it makes
 * others wait for.
 */
export class Draft {
  readonly places: number[][];
  readonly cares: readonly Care[];
  /** tasks that are put in together, in the order in which they are: what covers or precedes others first */
  readonly units: readonly (readonly number[])[];
  readonly machines: number;
  private readonly ticks: number;
  private readonly setUp: readonly number[];
  private readonly opening: readonly number[];
  private readonly load: Float64Array;
  private readonly sitting: Int16Array;
  private readonly opened: Int16Array;
  private readonly chain: Float64Array;
  private openings = 0;
  private chains = 0;
  /** units of each machine */
  readonly unitsOf: readonly (readonly number[])[];
  readonly anywhere: Offer;
  // room to work in, made once
  private readonly covers: Uint8Array;
  private readonly nodeExtra: Float64Array;
  private readonly nodeWindow: Int16Array;
  private readonly best: Float64Array;
  private readonly from: Int16Array;

  constructor(readonly problem: ScheduleProblem) {
    const { tasks, windows, days } = problem;
    this.ticks = days + 1;
    const machines = [...new Set(tasks.map(({ machine }) => machine))];
    const openings = [...new Set(tasks.flatMap((task) => task.openings))];
    this.machines = machines.length;
    this.setUp = machines.map((machine) => problem.setUpMinutes[machine] ?? 0);
    this.opening = openings.map((opening) => problem.openingMinutes[opening] ?? 0);
    this.load = new Float64Array(windows.length);
    this.sitting = new Int16Array(windows.length * machines.length);
    this.opened = new Int16Array(windows.length * machines.length * openings.length);
    this.chain = new Float64Array(tasks.length);
    this.anywhere = { windows: windows.map((_, at) => at), gives: nothing };
    this.covers = new Uint8Array(this.ticks);
    this.nodeExtra = new Float64Array(this.ticks);
    this.nodeWindow = new Int16Array(this.ticks);
    this.best = new Float64Array(this.ticks);
    this.from = new Int16Array(this.ticks);
    this.cares = caresOf(problem, machines, openings);
    this.units = unite(this.cares);
    this.unitsOf = machines.map((_, machine) =>
      [...this.units.keys()].filter((unit) => this.machineOf(unit) === machine),
    );
    this.places = tasks.map(() => []);
    // what is pinned is in from the beginning and never taken out
    this.cares.forEach(({ pins }, task) => {
      for (const pin of pins) if (pin !== null) this.add(task, pin);
    });
    for (const unit of this.units) for (const task of unit) this.settle(task);
  }

  machineOf(unit: number): number {
    return this.cares[this.units[unit]![0]!]!.machine;
  }

  get cost(): number {
    return this.openings + this.chains;
  }

  private add(task: number, window: number): void {
    const { machine, openings, minutes } = this.cares[task]!;
    const at = window * this.machines + machine;
    let opened = 0;
    if (this.sitting[at]!++ === 0) opened += this.setUp[machine]!;
    for (const opening of openings) {
      if (this.opened[at * this.opening.length + opening]!++ === 0)
        opened += this.opening[opening]!;
    }
    this.openings += opened;
    this.load[window]! += minutes + opened;
    this.places[task]!.push(window);
  }

  private remove(task: number, window: number): void {
    const { machine, openings, minutes } = this.cares[task]!;
    const at = window * this.machines + machine;
    let opened = 0;
    if (--this.sitting[at]! === 0) opened += this.setUp[machine]!;
    for (const opening of openings) {
      if (--this.opened[at * this.opening.length + opening]! === 0)
        opened += this.opening[opening]!;
    }
    this.openings -= opened;
    this.load[window]! -= minutes + opened;
  }

  /** Minutes that would have to be opened for a task in a window, beyond what is open there. */
  private toOpen({ machine, openings }: Care, window: number): number {
    const at = window * this.machines + machine;
    let opened = this.sitting[at] === 0 ? this.setUp[machine]! : 0;
    for (const opening of openings) {
      if (this.opened[at * this.opening.length + opening] === 0) opened += this.opening[opening]!;
    }
    return opened;
  }

  /** Marks the ticks at which a deeper task does this one too, and lists them. */
  private markCovered(task: number): number[] {
    const { windows } = this.problem;
    const ticks: number[] = [];
    for (const other of this.cares[task]!.deeper) {
      for (const window of this.places[other]!) {
        const { tick } = windows[window]!;
        if (this.covers[tick] === 0) ticks.push(tick);
        this.covers[tick] = 1;
      }
    }
    return ticks;
  }

  /** The window from which on what comes first allows a task; Infinity: not at all. */
  private opensAt(task: number): number {
    const { windows } = this.problem;
    let first = 0;
    for (const other of this.cares[task]!.before) {
      const { deeper } = this.cares[other]!;
      let own = Infinity;
      for (const window of this.places[other]!) own = Math.min(own, window);
      for (const one of deeper) {
        for (const window of this.places[one]!) {
          // what is done by a deeper task is done at its tick
          const same = windows.findIndex(({ tick }) => tick === windows[window]!.tick);
          own = Math.min(own, same);
        }
      }
      first = Math.max(first, own);
    }
    return first;
  }

  /** Takes a task out, but for where it is pinned. Its cost is as it was until it is settled again. */
  clear(task: number): void {
    const { windows } = this.problem;
    const { pins } = this.cares[task]!;
    const kept: number[] = [];
    for (const window of this.places[task]!) {
      if (pins[windows[window]!.tick] === window) kept.push(window);
      else this.remove(task, window);
    }
    this.places[task] = kept;
  }

  /** Works out what a task costs where it is. */
  settle(task: number): void {
    const { windows } = this.problem;
    const { free, paid } = this.cares[task]!;
    const { ticks } = this;
    const covered = this.markCovered(task);
    const times = [...covered];
    for (const window of this.places[task]!) times.push(windows[window]!.tick);
    times.sort((a, b) => a - b);
    let row = 0;
    let cost = 0;
    for (const tick of times) {
      // the first of a covered tick is the deeper task's
      if (this.covers[tick] === 1) {
        cost += free[row + tick]!;
        this.covers[tick] = 0;
      } else cost += paid[row + tick]!;
      row = (tick + 1) * ticks;
    }
    for (const tick of covered) this.covers[tick] = 0;
    cost += free[row + ticks - 1]!;
    this.chains += cost - this.chain[task]!;
    this.chain[task] = cost;
  }

  /**
   * Puts a task that is out in where it costs least, given all others: the shortest path over the ticks that are
   * on offer and those at which it is done in any case, with what those that must not come before it cost until its
   * first time.
   */
  put(task: number, { windows: offered, gives, favours }: Offer = this.anywhere): void {
    const care = this.cares[task]!;
    const { ticks, nodeExtra, nodeWindow } = this;
    const { windows } = this.problem;
    const covered = this.markCovered(task);
    const opensAt = care.before.length > 0 ? this.opensAt(task) : 0;
    const nodes: number[] = [...covered];
    for (const tick of covered) {
      nodeExtra[tick] = 0;
      nodeWindow[tick] = -1;
    }
    for (const tick of care.pinTicks) {
      if (this.covers[tick] === 0) nodes.push(tick);
      nodeExtra[tick] = this.covers[tick] === 1 ? care.minutes : 0;
      nodeWindow[tick] = -1;
    }
    const sure = nodes.length;
    for (const window of offered) {
      if (care.allowed[window] === 0 || window < opensAt) continue;
      const { tick, minutes } = windows[window]!;
      if (this.covers[tick] === 1 || care.pins[tick] !== null) continue;
      const opens = this.toOpen(care, window);
      if (this.load[window]! + care.minutes + opens > minutes + 1e-9) continue;
      let costs = gives(window) ? Math.max(0, opens - this.setUp[care.machine]!) : opens;
      if (favours && care.saves > 0) costs -= favours() * care.saves;
      if (nodes.at(-1) === tick && nodes.length > sure) {
        if (costs >= nodeExtra[tick]!) continue;
      } else nodes.push(tick);
      nodeExtra[tick] = costs;
      nodeWindow[tick] = window;
    }
    if (sure > 0) nodes.sort((a, b) => a - b);
    const { best, from } = this;
    let barrier = -1; // place of the last tick that no path passes over
    for (let at = 0; at < nodes.length; at++) {
      const tick = nodes[at]!;
      const isFree = this.covers[tick] === 1;
      const stretch = isFree ? care.free : care.paid;
      let least = barrier < 0 ? stretch[tick]! + (care.waitCost?.[tick] ?? 0) : Infinity;
      let before = -1;
      for (let other = Math.max(0, barrier); other < at; other++) {
        const cost = best[other]! + stretch[(nodes[other]! + 1) * ticks + tick]!;
        if (cost < least) {
          least = cost;
          before = other;
        }
      }
      best[at] = least + nodeExtra[tick]!;
      from[at] = before;
      if (isFree || care.pins[tick] !== null) barrier = at;
    }
    const end = ticks - 1;
    let last = -1;
    let least = barrier < 0 ? care.free[end]! + (care.waitCost?.[end] ?? 0) : Infinity;
    for (let at = Math.max(0, barrier); at < nodes.length; at++) {
      const cost = best[at]! + care.free[(nodes[at]! + 1) * ticks + end]!;
      if (cost < least) {
        least = cost;
        last = at;
      }
    }
    for (const tick of covered) this.covers[tick] = 0;
    for (let at = last; at >= 0; at = from[at]!) {
      const window = nodeWindow[nodes[at]!]!;
      if (window >= 0) this.add(task, window);
    }
    this.settle(task);
  }

  /** Puts a task where it was. */
  restore(task: number, places: readonly number[]): void {
    const { windows } = this.problem;
    const { pins } = this.cares[task]!;
    this.clear(task);
    for (const window of places) {
      if (pins[windows[window]!.tick] !== window) this.add(task, window);
    }
    this.settle(task);
  }

  /** Whether a window has room for a task as it is, and the machine can be had. */
  fits(task: number, window: number): boolean {
    const care = this.cares[task]!;
    const { minutes } = this.problem.windows[window]!;
    if (care.allowed[window] === 0 || window < this.opensAt(task)) return false;
    return this.load[window]! + care.minutes + this.toOpen(care, window) <= minutes + 1e-9;
  }

  /** Does a task in one more window. */
  also(task: number, window: number): void {
    this.add(task, window);
  }

  plan(): Schedule {
    return this.places.map((places) => [...places].sort((a, b) => a - b));
  }
}
