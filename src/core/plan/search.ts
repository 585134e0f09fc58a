import { lastDay, planCost, taskCost, type Plan, type PlanProblem } from './problem';

/** What is in one window so far. */
interface Load {
  minutes: number;
  /** tasks of each machine there */
  machines: Map<string, { tasks: number; minutes: number; openings: Map<string, number> }>;
}

/**
 * A plan being changed, with its loads and its cost kept up to date: putting a task somewhere or taking it out
 * costs a few look-ups.
 */
class Draft {
  readonly places: (number | null)[];
  private readonly loads: Load[];
  /** cost of each task by itself in each window, and left out */
  private readonly own: number[][];
  private readonly out: number[];
  private readonly index: Map<string, number>;
  private readonly followers: number[][];
  /** the last day of each task, Infinity where it may be left out */
  private readonly last: number[];
  readonly allowed: number[][];
  cost = 0;

  constructor(readonly problem: PlanProblem) {
    const { tasks, windows, days } = problem;
    this.places = tasks.map(() => null);
    this.loads = windows.map(() => ({ minutes: 0, machines: new Map() }));
    this.own = tasks.map((task) => windows.map(({ day }) => taskCost(task, day, days)));
    this.out = tasks.map((task) => taskCost(task, null, days));
    this.index = new Map(tasks.map(({ id }, at) => [id, at]));
    this.followers = tasks.map(() => []);
    tasks.forEach(({ after }, at) => {
      for (const before of after) {
        const first = this.index.get(before);
        if (first !== undefined) this.followers[first]!.push(at);
      }
    });
    this.last = tasks.map((task) => lastDay(task) ?? Infinity);
    // what comes first is needed as early as what follows it
    for (const task of inOrder(problem, [...tasks.keys()]).reverse()) {
      for (const before of tasks[task]!.after) {
        const first = this.index.get(before);
        if (first !== undefined) this.last[first] = Math.min(this.last[first]!, this.last[task]!);
      }
    }
    this.allowed = tasks.map((task) => this.windowsOf(task.id));
    this.cost = this.out.reduce((sum, one) => sum + one, 0);
  }

  /** Windows a task may go to by itself: its pin, its last day where it can burn. */
  private windowsOf(id: string): number[] {
    const { windows, pinned } = this.problem;
    const pin = pinned[id];
    if (pin !== undefined) return windows.flatMap((window, at) => (window.id === pin ? [at] : []));
    const last = this.last[this.index.get(id)!]!;
    return windows.flatMap(({ day }, at) => (day <= last ? [at] : []));
  }

  /** Whether a task must be in the plan: it can burn and would be past its limit, or comes before one that does. */
  isNeeded(task: number): boolean {
    return this.last[task]! < Infinity;
  }

  /** Whether others wait for a task. */
  leads(task: number): boolean {
    return this.followers[task]!.length > 0;
  }

  isPinned(task: number): boolean {
    return this.problem.pinned[this.problem.tasks[task]!.id] !== undefined;
  }

  /** Minutes that a task adds to a window: its own, and what has to be opened for it alone. */
  private added(task: number, at: number): { minutes: number; machine: number } {
    const { tasks, setUpMinutes, openingMinutes } = this.problem;
    const { machine, minutes, opening } = tasks[task]!;
    const there = this.loads[at]!.machines.get(machine);
    const setUp = there ? 0 : (setUpMinutes[machine] ?? 0);
    const open =
      opening === null || there?.openings.has(opening) ? 0 : (openingMinutes[opening] ?? 0);
    return {
      minutes: minutes + setUp + open,
      machine: (there?.minutes ?? 0) + minutes + setUp + open,
    };
  }

  /** Whether a task that is out fits into a window: its minutes, the booking, the order. */
  fits(task: number, at: number): boolean {
    const { tasks, windows } = this.problem;
    const window = windows[at]!;
    const { minutes, machine } = this.added(task, at);
    if (this.loads[at]!.minutes + minutes > window.minutes + 1e-9) return false;
    const free = window.booked[tasks[task]!.machine];
    if (free !== undefined && machine > free + 1e-9) return false;
    for (const before of tasks[task]!.after) {
      const first = this.index.get(before);
      if (first === undefined) continue;
      const place = this.places[first]!;
      if (place === null || place > at) return false;
    }
    return this.followers[task]!.every((next) => {
      const place = this.places[next]!;
      return place === null || place >= at;
    });
  }

  /** Whether a task may be taken out: nothing that comes after it is in. */
  removable(task: number): boolean {
    return this.followers[task]!.every((next) => this.places[next] === null);
  }

  /** What putting a task that is out into a window adds to the cost. */
  change(task: number, at: number): number {
    const { minutes } = this.added(task, at);
    const opened = minutes - this.problem.tasks[task]!.minutes;
    return this.own[task]![at]! - this.out[task]! + opened;
  }

  put(task: number, at: number): void {
    const { tasks } = this.problem;
    const { machine, opening } = tasks[task]!;
    const load = this.loads[at]!;
    this.cost += this.change(task, at);
    const added = this.added(task, at).minutes;
    load.minutes += added;
    let there = load.machines.get(machine);
    if (!there) load.machines.set(machine, (there = { tasks: 0, minutes: 0, openings: new Map() }));
    there.tasks += 1;
    there.minutes += added;
    if (opening !== null) there.openings.set(opening, (there.openings.get(opening) ?? 0) + 1);
    this.places[task] = at;
  }

  take(task: number): void {
    const at = this.places[task];
    if (at === null || at === undefined) return;
    const { tasks } = this.problem;
    const { machine, opening } = tasks[task]!;
    const load = this.loads[at]!;
    const there = load.machines.get(machine)!;
    there.tasks -= 1;
    if (opening !== null) {
      const left = there.openings.get(opening)! - 1;
      if (left === 0) there.openings.delete(opening);
      else there.openings.set(opening, left);
    }
    if (there.tasks === 0) load.machines.delete(machine);
    this.places[task] = null;
    const added = this.added(task, at).minutes;
    load.minutes -= added;
    if (there.tasks > 0) there.minutes -= added;
    this.cost -= this.change(task, at);
  }
}

/** Puts what is pinned where it is pinned. What does not fit there stays out. */
function pin(draft: Draft): void {
  draft.problem.tasks.forEach((_, task) => {
    if (!draft.isPinned(task)) return;
    const [at] = draft.allowed[task]!;
    if (at !== undefined && draft.fits(task, at)) draft.put(task, at);
  });
}

/**
 * Puts a task where it costs least; leaves it out where that costs less still and it may stay out.
 * @param eager puts it in where others wait for it, whatever it costs
 * @param skip passes over a window, so that not always the same one is best
 */
function putBest(
  draft: Draft,
  task: number,
  eager = false,
  skip: () => boolean = () => false,
): void {
  let best: number | null = null;
  let least = draft.isNeeded(task) || (eager && draft.leads(task)) ? Infinity : -1e-9;
  for (const at of draft.allowed[task]!) {
    if (skip() || !draft.fits(task, at)) continue;
    const change = draft.change(task, at);
    if (change < least) {
      least = change;
      best = at;
    }
  }
  if (best !== null) draft.put(task, best);
}

/** The order in which a person would look: what can burn, then what is past its limit first. */
function urgency(problem: PlanProblem): number[] {
  const due = problem.tasks.map(({ used }) => {
    const day = used.findIndex((share) => share > 1);
    return day < 0 ? problem.days : day;
  });
  const grave = (task: number) => (problem.tasks[task]!.criticality === 'fire' ? 0 : 1);
  return problem.tasks
    .map((_, task) => task)
    .sort((a, b) => grave(a) - grave(b) || due[a]! - due[b]! || a - b);
}

/** Tasks with those that must come before them in front. */
function inOrder(problem: PlanProblem, order: readonly number[]): number[] {
  const index = new Map(problem.tasks.map(({ id }, task) => [id, task]));
  const done = new Set<number>();
  const out: number[] = [];
  const visit = (task: number) => {
    if (done.has(task)) return;
    done.add(task);
    for (const before of problem.tasks[task]!.after) {
      const first = index.get(before);
      if (first !== undefined) visit(first);
    }
    out.push(task);
  };
  order.forEach(visit);
  return out;
}

/** The fast rule: task by task, the most urgent first, each where it costs least. */
export function fastPlan(problem: PlanProblem): Plan {
  const draft = new Draft(problem);
  pin(draft);
  for (const task of inOrder(problem, urgency(problem))) {
    if (!draft.isPinned(task)) putBest(draft, task);
  }
  return draft.places;
}

/** What a person would do: the most overdue first, into the next window that takes it. */
export function dispatchPlan(problem: PlanProblem): Plan {
  const draft = new Draft(problem);
  pin(draft);
  const order = problem.tasks
    .map((_, task) => task)
    .sort((a, b) => problem.tasks[b]!.used[0]! - problem.tasks[a]!.used[0]! || a - b);
  for (const task of inOrder(problem, order)) {
    if (draft.isPinned(task)) continue;
    const at = draft.allowed[task]!.find((window) => draft.fits(task, window));
    if (at !== undefined) draft.put(task, at);
  }
  return draft.places;
}

/** A generator of chance with a seed (mulberry32): the same problem gives the same plan. */
function chanceFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * Improves a plan by taking some tasks out and putting them back where they cost least, over and over: a few
 * at random, all of one machine in one window, or all of one window. A change that costs a little more is taken
 * too while it is early, so that the search gets out of dead ends (large neighbourhood search with annealed
 * acceptance: Schrimpf et al. 2000, Shaw 1998). The best plan found is kept.
 * @param goOn asked before each round, with the share of rounds made; false ends the search
 */
export function improvePlan(
  problem: PlanProblem,
  start: Plan,
  {
    rounds,
    seed = 1,
    goOn = () => true,
  }: { rounds: number; seed?: number; goOn?: (share: number) => boolean },
): Plan {
  const draft = new Draft(problem);
  const chance = chanceFrom(seed);
  for (const task of inOrder(
    problem,
    problem.tasks.map((_, at) => at),
  )) {
    const at = start[task];
    if (at !== null && at !== undefined) draft.put(task, at);
  }
  const free = problem.tasks.flatMap((_, task) => (draft.isPinned(task) ? [] : [task]));
  if (free.length === 0) return draft.places;
  const order = urgency(problem);
  const rank = new Map(order.map((task, at) => [task, at]));
  let best = [...draft.places];
  let bestCost = draft.cost;
  const heat = Math.max(1, bestCost * 0.02);
  for (let round = 0; round < rounds; round++) {
    if (round % 32 === 0 && !goOn(round / rounds)) break;
    const before = draft.cost;
    const out = pick(draft, free, chance);
    const were = out.map((task) => draft.places[task]!);
    for (const task of [...out].reverse()) draft.take(task);
    // those out are put back by urgency, or in any order at times
    const back = [...out].sort((a, b) => rank.get(a)! - rank.get(b)!);
    if (chance() < 0.5) shuffle(back, chance);
    const eager = chance() < 0.3;
    // together in one window they may share what none would pay for alone
    const together = chance() < 0.3 ? Math.floor(chance() * problem.windows.length) : null;
    for (const task of inOrderOf(problem, back)) {
      if (
        together !== null &&
        draft.allowed[task]!.includes(together) &&
        draft.fits(task, together)
      ) {
        draft.put(task, together);
      } else putBest(draft, task, eager, () => chance() < 0.12);
    }
    const warm = heat * (1 - round / rounds) ** 2;
    const missing = out.some(
      (task, at) => draft.isNeeded(task) && draft.places[task] === null && were[at] !== null,
    );
    if (missing || draft.cost > before + warm * -Math.log(1 - chance())) {
      for (const task of out) draft.take(task);
      for (const task of inOrderOf(problem, out)) {
        const at = were[out.indexOf(task)];
        if (at !== null && at !== undefined) draft.put(task, at);
      }
    } else if (draft.cost < bestCost - 1e-9) {
      bestCost = draft.cost;
      best = [...draft.places];
    }
  }
  return best;
}

/** Which tasks are taken out in a round. With a task goes all that must come after it. */
function pick(draft: Draft, free: readonly number[], chance: () => number): number[] {
  const any = () => free[Math.floor(chance() * free.length)]!;
  const kind = chance();
  const seed = any();
  const { machine } = draft.problem.tasks[seed]!;
  const chosen = new Set<number>([seed]);
  if (kind < 0.35) {
    const size = 2 + Math.floor(chance() * 5);
    while (chosen.size < Math.min(size, free.length)) chosen.add(any());
  } else if (kind < 0.7) {
    const at = draft.places[seed];
    for (const task of free) {
      if (draft.problem.tasks[task]!.machine !== machine) continue;
      if (draft.places[task] === at || chance() < 0.25) chosen.add(task);
    }
  } else {
    const at = draft.places[seed];
    const other = draft.places[any()];
    for (const task of free) {
      const place = draft.places[task];
      if (place === at || (place === other && chance() < 0.6)) chosen.add(task);
      if (chosen.size >= 14) break;
    }
  }
  const index = new Map(draft.problem.tasks.map(({ id }, task) => [id, task]));
  let grown = true;
  while (grown) {
    grown = false;
    for (const task of free) {
      if (chosen.has(task)) continue;
      if (draft.problem.tasks[task]!.after.some((id) => chosen.has(index.get(id) ?? -1))) {
        chosen.add(task);
        grown = true;
      }
    }
  }
  return inOrderOf(draft.problem, [...chosen]);
}

/** Some tasks with those among them that must come first in front. */
function inOrderOf(problem: PlanProblem, some: readonly number[]): number[] {
  const among = new Set(some);
  return inOrder(problem, some).filter((task) => among.has(task));
}

function shuffle(values: number[], chance: () => number): void {
  for (let at = values.length - 1; at > 0; at--) {
    const other = Math.floor(chance() * (at + 1));
    [values[at], values[other]] = [values[other]!, values[at]!];
  }
}

/** The plan of the fast rule, improved. */
export function searchPlan(
  problem: PlanProblem,
  options: { rounds: number; seed?: number; goOn?: (share: number) => boolean },
): { plan: Plan; cost: number } {
  const plan = improvePlan(problem, fastPlan(problem), options);
  return { plan, cost: planCost(problem, plan).total };
}
