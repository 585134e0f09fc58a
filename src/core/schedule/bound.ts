import { ascend } from './ascent';
import { machinePart } from './milp';
import { scheduleCost, sittings, type Schedule, type ScheduleProblem } from './problem';
import { Relaxation, type Decided } from './relax';
import { improveSchedule, rounds } from './search';

/** Share of the cost of a machine that need not be proved. */
const enough = 0.0004;

/** Some needs decided, and what no plan with these costs less than. */
interface Choice extends Decided {
  bound: number;
  prices: Float64Array;
  use: Float64Array;
}

/**
 * Rising bounds on what any plan of one machine costs: a need at a place is decided both ways, over and over, and
 * each half is bounded by `Relaxation`; the least bound of all halves left holds. What is decided next is what
 * raised both halves most so far (pseudo-costs: Achterberg, Koch and Martin 2005).
 * @param known what a plan of the machine costs; ends within 0.04 % of it at the latest
 */
export function* risingBounds(relaxation: Relaxation, known: number): Generator<number> {
  const { places, minutes, prices } = relaxation;
  const goal = known * (1 - enough);
  const size = minutes.length * places;
  const gains = [new Gains(size), new Gains(size)] as const;
  const further = { goal, steps: 20, step: 0.5, patience: 5 };
  const choices: Choice[] = [];
  /** least bound of what can be decided no further */
  let settled = Infinity;

  const first = relaxation.undecided();
  const root = relaxation.climb(first, { goal, steps: 400, step: 1, patience: 12 });
  add(first, root, root);
  for (;;) {
    const at = choices.reduce(
      (best, { bound }, index) => (best < 0 || bound < choices[best]!.bound ? index : best),
      -1,
    );
    yield Math.min(known, settled, at < 0 ? goal : choices[at]!.bound);
    if (at < 0) return;
    const choice = choices[at]!;
    choices[at] = choices.at(-1)!;
    choices.pop();
    const next = mostTelling(choice, places, gains);
    if (next < 0) {
      // what followed from its prices was not in them yet
      prices.set(choice.prices);
      settled = Math.min(settled, Math.max(choice.bound, relaxation.climb(choice, further)));
      continue;
    }
    const [need, place] = [Math.floor(next / places), next % places];
    for (const side of [0, 1] as const) {
      const half = { closed: choice.closed.slice(), open: choice.open.slice() };
      prices.set(choice.prices);
      if (side === 0) close(half, need, place);
      else open(half, need, place);
      const value = relaxation.climb(half, further);
      const bound = Math.max(choice.bound, value);
      const share = within(choice.use[next]!);
      const gain = Math.min(bound, goal) - choice.bound;
      gains[side].add(next, gain / (side === 0 ? share : 1 - share));
      add(half, value, bound);
    }
  }

  /** Keeps what may still hold a better plan, with all decided that follows from its prices. */
  function add(half: Decided, value: number, bound: number): void {
    if (bound >= goal) return;
    for (let need = 0; need < minutes.length; need++) {
      for (let place = 1; place < places - 1; place++) {
        const at = need * places + place;
        if (half.closed[at] || half.open[at]) continue;
        const rest = relaxation.rest(need, place);
        // all else alike, the other way costs that much more
        if (!relaxation.usable(need, place) || value + rest >= goal) close(half, need, place);
        else if (value - rest >= goal) open(half, need, place);
      }
    }
    choices.push({ ...half, bound, prices: prices.slice(), use: relaxation.use.slice() });
  }

  /** A machine that is not made safe is not opened. */
  function close({ closed }: Decided, need: number, place: number): void {
    closed[need * places + place] = 1;
    if (need > 0) return;
    for (let each = 1; each < minutes.length; each++) closed[each * places + place] = 1;
  }

  function open(half: Decided, need: number, place: number): void {
    half.open[need * places + place] = half.open[place] = 1;
    relaxation.release(need, place);
    relaxation.release(0, place);
  }
}

/** What deciding each thing one way raised the bound by so far, in parts of what was undecided of it. */
class Gains {
  private readonly sums: Float64Array;
  private readonly times: Float64Array;
  private sum = 0;
  private count = 0;

  constructor(size: number) {
    this.sums = new Float64Array(size);
    this.times = new Float64Array(size);
  }

  add(at: number, gain: number): void {
    this.sums[at]! += gain;
    this.times[at]!++;
    this.sum += gain;
    this.count++;
  }

  /** Of one thing; of all, where it was not decided yet. */
  mean(at: number): number {
    if (this.times[at]! > 0) return this.sums[at]! / this.times[at]!;
    return this.count > 0 ? this.sum / this.count : 1;
  }
}

/** What is not decided yet and promises most both ways: need and place; -1: all is. */
function mostTelling(
  { closed, open, use }: Choice,
  places: number,
  [shut, opened]: readonly [Gains, Gains],
): number {
  let best = -1;
  let most = -1;
  for (let at = 0; at < use.length; at++) {
    const place = at % places;
    if (place === 0 || place === places - 1 || closed[at] || open[at]) continue;
    const share = within(use[at]!);
    const score = (shut.mean(at) * share + 1e-3) * (opened.mean(at) * (1 - share) + 1e-3);
    if (score > most) [most, best] = [score, at];
  }
  return best;
}

/** A share kept off 0 and 1. */
const within = (share: number) => Math.min(0.98, Math.max(0.02, share));

/** Minutes of a window that count as much as one need of one machine when prices are moved. */
const roomScale = 30;

/** One machine's part of a problem, with the place in it of each window that the machine can be had in. */
class Part {
  readonly relaxation: Relaxation;
  private readonly problem: ScheduleProblem;
  private readonly placeAt: ReadonlyMap<number, number>;
  /** the cheapest window at each place, by the prices of now */
  private readonly cheapest: Int16Array;

  constructor(
    private readonly whole: ScheduleProblem,
    readonly machine: string,
  ) {
    this.problem = machinePart(whole, machine);
    this.relaxation = new Relaxation(this.problem);
    this.placeAt = new Map(this.problem.windows.map(({ tick }, at) => [tick, at + 1]));
    this.cheapest = new Int16Array(this.relaxation.places);
  }

  /** What its minutes are worth by what each window's are: it takes the cheapest of a tick. */
  price(worth: (window: number) => number): void {
    this.cheapest.fill(-1);
    this.whole.windows.forEach(({ tick, booked }, window) => {
      if (booked.includes(this.machine)) return;
      const place = this.placeAt.get(tick)!;
      const other = this.cheapest[place]!;
      if (other < 0 || worth(window) < worth(other)) this.cheapest[place] = window;
    });
    this.cheapest.forEach((window, place) => {
      if (window >= 0) this.relaxation.worth[place] = worth(window);
    });
  }

  /** Tells what it takes of each window. */
  eachLoad(tell: (window: number, minutes: number) => void): void {
    this.cheapest.forEach((window, place) => {
      if (window >= 0) tell(window, this.relaxation.load[place]!);
    });
  }

  /** What is known to be possible at its prices: what a plan of the whole does here, or does here with room enough. */
  known(plan: Schedule): number {
    const { tasks, windows } = this.whole;
    const own = plan
      .filter((_, task) => tasks[task]!.machine === this.machine)
      .map((places) =>
        places.flatMap((window) => {
          const place = this.placeAt.get(windows[window]!.tick);
          return place === undefined ? [] : [place - 1];
        }),
      );
    const alone = improveSchedule(this.problem, own, { left: rounds(2000) });
    return Math.min(this.pricedCost(own), this.pricedCost(alone));
  }

  private pricedCost(plan: Schedule): number {
    const { worth } = this.relaxation;
    return sittings(this.problem, plan).reduce(
      (sum, { window, minutes }) => sum + minutes * worth[window + 1]!,
      scheduleCost(this.problem, plan).total,
    );
  }
}

/**
 * A bound on what any plan costs. That windows have room for all machines together is not asked but priced, so that
 * each machine can be bounded by itself; what is furthest from proved is worked at first.
 * @param plan a good plan of the whole
 * @param told of the bound as it rises; false ends the work
 */
export function boundSchedule(
  problem: ScheduleProblem,
  plan: Schedule,
  told: (bound: number) => boolean,
): number {
  const { windows } = problem;
  const minutes = roomOf(problem);
  const machines = [...new Set(problem.tasks.map(({ machine }) => machine))];
  const parts = machines.map((machine) => new Part(problem, machine));
  const room = {
    prices: new Float64Array(windows.length),
    slopes: new Float64Array(windows.length),
  };
  const worth = (window: number) => room.prices[window]! / roomScale;
  const paid = () => minutes.reduce((sum, each, at) => sum + each * worth(at), 0);
  const goal = scheduleCost(problem, plan).total;
  const all = [room, ...parts.map(({ relaxation }) => relaxation)];
  const first = ascend(all, { goal, steps: 1000, step: 1, patience: 12 }, () => {
    let value = -paid();
    minutes.forEach((each, at) => (room.slopes[at] = -each / roomScale));
    for (const part of parts) {
      part.price(worth);
      value += part.relaxation.value(part.relaxation.undecided());
      part.eachLoad((window, taken) => (room.slopes[window]! += taken / roomScale));
    }
    return value;
  });
  const proofs = parts.map((part) => {
    part.price(worth);
    const known = part.known(plan);
    return { known, rising: risingBounds(part.relaxation, known), bound: 0, ended: false };
  });
  const sum = () =>
    Math.max(
      first,
      proofs.reduce((all, { bound }) => all + bound, -paid()),
    );
  for (;;) {
    const open = proofs.filter(({ ended }) => !ended);
    if (open.length === 0 || !told(sum())) return sum();
    const furthest = open.reduce((most, one) =>
      one.known - one.bound > most.known - most.bound ? one : most,
    );
    const { value, done } = furthest.rising.next();
    if (done) furthest.ended = true;
    else furthest.bound = Math.max(furthest.bound, value);
  }
}

/** Minutes of each window: its own, or what hands pinned to it where that is more. */
function roomOf(problem: ScheduleProblem): number[] {
  const minutes = problem.windows.map(() => 0);
  const pinned = problem.tasks.map((task) =>
    problem.windows.flatMap(({ id }, at) =>
      problem.pinned.some((pin) => pin.task === task.id && pin.window === id) ? [at] : [],
    ),
  );
  for (const sitting of sittings(problem, pinned)) minutes[sitting.window]! += sitting.minutes;
  return problem.windows.map((window, at) => Math.max(window.minutes, minutes[at]!));
}
