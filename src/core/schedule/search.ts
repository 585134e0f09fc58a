import { chance } from '../units/chance';
import type { Offer } from './draft';
import { Draft } from './draft';
import type { Schedule, ScheduleProblem } from './problem';
import { scheduleCost, shareAt } from './problem';

/** The order in which a person would look: what can burn, then what is past its limit first. */
function urgency({ problem, units }: Draft): number[] {
  const { tasks, days } = problem;
  const dueOf = (task: number) => {
    for (let tick = 0; tick <= days; tick++) if (shareAt(tasks[task]!, null, tick) > 1) return tick;
    return days + 1;
  };
  const rank = units.map((unit) => ({
    grave: unit.some((task) => tasks[task]!.criticality === 'fire') ? 0 : 1,
    due: Math.min(...unit.map(dueOf)),
  }));
  return units
    .map((_, unit) => unit)
    .sort((a, b) => rank[a]!.grave - rank[b]!.grave || rank[a]!.due - rank[b]!.due || a - b);
}

/** The fast rule: station by station, the most urgent first, each where it costs least. */
export function fastSchedule(problem: ScheduleProblem): Schedule {
  const draft = new Draft(problem);
  for (const unit of urgency(draft)) {
    for (const task of draft.units[unit]!) {
      draft.clear(task);
      draft.put(task);
    }
  }
  return draft.plan();
}

/**
 * What a person would do: in each window the most overdue first, of what is due or will be before the next one,
 * as long as there is room.
 */
export function dispatchSchedule(problem: ScheduleProblem): Schedule {
  const { tasks, windows, days } = problem;
  const draft = new Draft(problem);
  const done = tasks.map((): number | null => null);
  const ticks = [...new Set(windows.map(({ tick }) => tick))];
  for (const [at, { tick }] of windows.entries()) {
    const next = ticks.find((one) => one > tick) ?? days;
    const due = tasks
      .map((task, index) => ({
        index,
        used: shareAt(task, done[index]!, tick),
        soon: shareAt(task, done[index]!, next),
      }))
      .filter(({ index, soon }) => soon >= 1 && (done[index] === null || done[index]! < tick))
      .sort((a, b) => b.used - a.used || a.index - b.index);
    for (const { index } of due) {
      if (done[index] === tick || draft.places[index]!.includes(at) || !draft.fits(index, at))
        continue;
      draft.also(index, at);
      done[index] = tick;
      draft.cares.forEach(({ deeper }, other) => {
        if (deeper.includes(index)) done[other] = tick;
      });
    }
  }
  return draft.plan();
}

/** How a search is bounded and followed. */
export interface SearchOptions {
  seed?: number;
  /** share of the search that is left after so many rounds: 1 at first, 0 ends it. Asked every 32 rounds */
  left: (rounds: number) => number;
  /** told each time a better plan is found */
  found?: (plan: Schedule, cost: number) => void;
}

/** A search of so many rounds. */
export const rounds = (count: number) => (made: number) => 1 - made / count;

/** Most stations taken out in a round that is not about one machine. */
const mostOut = 9;

/**
 * Improves a plan by taking some stations out and putting them back where they cost least, over and over: all of
 * a machine, with one of its clean-downs given up, shifted or added, or some stations at random, or what lies in
 * one window. A change that costs a little more is taken too while it is early, so that the search gets out of
 * dead ends (large neighbourhood search with annealed acceptance: Schrimpf et al. 2000, Shaw 1998). The best plan
 * found is kept.
 */
// eslint-disable-next-line max-lines-per-function -- one loop of search over the state it keeps
export function improveSchedule(
  problem: ScheduleProblem,
  start: Schedule,
  { seed = 1, left, found = () => undefined }: SearchOptions,
): Schedule {
  const draft = new Draft(problem);
  const next = chance(seed);
  for (const unit of draft.units) {
    for (const task of unit) draft.restore(task, start[task] ?? []);
  }
  if (draft.units.length === 0 || problem.windows.length === 0) return draft.plan();
  const rank = new Map(urgency(draft).map((unit, at) => [unit, at]));
  let best = draft.plan();
  let bestCost = draft.cost;
  const { total, late } = scheduleCost(problem, best);
  const heat = Math.max(1, 0.012 * (total - late));
  let share = 1;
  for (let round = 0; ; round++) {
    if (round % 32 === 0 && (share = left(round)) <= 0) break;
    const before = draft.cost;
    const { out, offers } = round % 2 === 0 ? ofMachines(draft, next) : ofMany(draft, next);
    const were = out.map((unit) => draft.units[unit]!.map((task) => draft.places[task]!));
    for (const unit of out) for (const task of draft.units[unit]!) draft.clear(task);
    if (next() < 0.9) shuffle(out, were, next);
    const favours = next() < 0.4 ? next : undefined;
    for (const unit of out) {
      const offer = { ...offers(unit), favours };
      for (const task of draft.units[unit]!) draft.put(task, offer);
    }
    const warm = heat * share ** 2;
    if (draft.cost > before - warm * Math.log(1 - next())) {
      for (const unit of out) for (const task of draft.units[unit]!) draft.clear(task);
      out.forEach((unit, at) =>
        draft.units[unit]!.forEach((task, nth) => draft.restore(task, were[at]![nth]!)),
      );
    } else if (draft.cost < bestCost - 1e-9) {
      bestCost = draft.cost;
      best = draft.plan();
      found(best, bestCost);
    }
  }
  return best;

  /** All of one machine, or two, to be put into their own clean-downs but for one, or one more. */
  function ofMachines({ unitsOf }: Draft, next: () => number) {
    const any = () => Math.floor(next() * unitsOf.length);
    const machines = [...new Set(next() < 0.15 ? [any(), any()] : [any()])];
    const flipped = new Map(machines.map((machine) => [machine, flippedSittings(machine, next)]));
    const out = machines
      .flatMap((machine) => unitsOf[machine]!)
      .sort((a, b) => rank.get(a)! - rank.get(b)!);
    return { out, offers: (unit: number) => flipped.get(draft.machineOf(unit))! };
  }

  function flippedSittings(machine: number, next: () => number): Offer {
    const used = new Set<number>();
    for (const unit of draft.unitsOf[machine]!) {
      for (const task of draft.units[unit]!) for (const at of draft.places[task]!) used.add(at);
    }
    const sittings = [...used];
    const count = problem.windows.length;
    const flips = next() < 0.2 ? 2 : 1;
    for (let flip = 0; flip < flips; flip++) {
      const how = next();
      const gone =
        sittings.length > 0 && how < 0.7 ? sittings[Math.floor(next() * sittings.length)]! : -1;
      if (gone >= 0) used.delete(gone);
      if (how < 0.45 && gone >= 0) {
        // shifted: mostly not far
        const far = 1 + Math.floor(next() ** 2 * Math.min(12, count));
        used.add(Math.min(count - 1, Math.max(0, gone + (next() < 0.5 ? -far : far))));
      } else if (how >= 0.7) used.add(Math.floor(next() * count));
    }
    return {
      windows: [...used].sort((a, b) => a - b),
      gives: (window) => used.has(window),
    };
  }

  function ofMany({ units, places, anywhere }: Draft, next: () => number) {
    const any = () => Math.floor(next() * units.length);
    let chosen: number[];
    if (next() < 0.5) chosen = Array.from({ length: 2 + Math.floor(next() * 4) }, any);
    else {
      const window = Math.floor(next() * problem.windows.length);
      chosen = [...units.keys()].filter((unit) =>
        units[unit]!.some((task) => places[task]!.includes(window)),
      );
      if (chosen.length > mostOut) {
        shuffle(chosen, [], next);
        chosen.length = mostOut;
      }
    }
    const out = [...new Set([any(), ...chosen])].sort((a, b) => rank.get(a)! - rank.get(b)!);
    const passed = new Set<number>();
    if (next() < 0.5) {
      for (let more = 1 + Math.floor(next() * 3); more > 0; more--) {
        passed.add(Math.floor(next() * problem.windows.length));
      }
    }
    const offer =
      passed.size === 0
        ? anywhere
        : { ...anywhere, windows: anywhere.windows.filter((at) => !passed.has(at)) };
    return { out, offers: () => offer };
  }
}

/** Shuffles values, and others that go with them. */
function shuffle(values: unknown[], others: unknown[], chance: () => number): void {
  for (let at = values.length - 1; at > 0; at--) {
    const other = Math.floor(chance() * (at + 1));
    [values[at], values[other]] = [values[other], values[at]];
    if (others.length > 0) [others[at], others[other]] = [others[other], others[at]];
  }
}

/** The plan of the fast rule, improved. */
export function searchSchedule(
  problem: ScheduleProblem,
  options: SearchOptions,
): { plan: Schedule; cost: number } {
  const plan = improveSchedule(problem, fastSchedule(problem), options);
  return { plan, cost: scheduleCost(problem, plan).total };
}
