import {
  advance,
  fresh,
  happened,
  mayBegin,
  open,
  rulesOf,
  soonest,
  startOf,
  stepsOf,
  type Progress,
  type Rules,
  type SheetTask,
  type Stretch,
  type Timed,
} from './order-state';

export type { Before, HandsOn, SheetTask, Stretch, Timed } from './order-state';

/** A run sheet in its order. */
export interface SheetOrder extends Timed {
  /** the same tasks one after another, each wait sat out */
  sequential: number;
  /** whether no order is shorter */
  exact: boolean;
}

/** Up to so many tasks the shortest order is looked for until it is certain. */
const exactTasks = 9;
/** How many unfinished orders that search may open; a sheet with many rules between its tasks needs few. */
const mostOpened = 60_000;

/**
 * The order of a run sheet for one pair of hands: the soonest finish. Exact up to nine tasks, by branch
 * and bound. Beyond them the best of a beam search, begun from the list rule (whatever leaves the longest
 * wait behind it comes first); it is known to be the soonest where it meets the bound.
 * @param most tasks up to which it is looked for until certain; default nine. A caller whose tasks are
 * tied to each other by many rules may ask for more
 * @throws RangeError when `after` names a task that is not there, or goes round in a circle
 */
export function orderSheet(tasks: readonly SheetTask[], most = exactTasks): SheetOrder {
  const rules = rulesOf(tasks);
  const sequential = sequentialMinutes(tasks);
  const listed = bestList(rules);
  const least = soonest(rules, fresh(tasks));
  if (listed.finish <= least) return { ...listed, sequential, exact: true };
  const searched =
    tasks.length <= most ? shortest(rules, listed) : { best: listed, certain: false };
  const settled = searched.certain || searched.best.finish <= least;
  const found = settled ? searched.best : beam(rules, searched.best);
  return {
    ...(likeTheList(rules, found.finish) ?? found),
    sequential,
    exact: settled || found.finish <= least,
  };
}

/** All parts of all tasks, each wait sat out. Minutes. */
export function sequentialMinutes(tasks: readonly SheetTask[]): number {
  return tasks.reduce(
    (sum, { active, passive, finishing, drying = 0 }) =>
      sum + active + passive + finishing + drying,
    0,
  );
}

/** A rule that an order breaks: `task` would begin before `before` is as far as it must be. */
export interface Broken {
  task: string;
  before: string;
  rule: string;
}

/**
 * Times an order made by hand: each stretch as soon as the hands and its own wait allow.
 * @param sequence every stretch once; stretches that are left out follow in the order of `tasks`
 * @returns the rules it breaks instead, when it breaks any
 */
export function timeInOrder(
  tasks: readonly SheetTask[],
  sequence: readonly Stretch[],
): { timed: Timed; broken: null } | { timed: null; broken: Broken[] } {
  const rules = rulesOf(tasks);
  const at = new Map(tasks.map(({ id }, index) => [id, index]));
  const all = [
    ...sequence,
    ...tasks.map(({ id }): Stretch => ({ task: id, part: 'active' })),
    ...tasks
      .filter(({ finishing }) => finishing > 0)
      .map(({ id }): Stretch => ({ task: id, part: 'finishing' })),
  ];
  const distinct = [...new Map(all.map((one) => [`${one.task} ${one.part}`, one])).values()].filter(
    ({ task, part }) => at.has(task) && (part === 'active' || tasks[at.get(task)!]!.finishing > 0),
  );
  const broken: Broken[] = [];
  let state = fresh(tasks);
  for (const { task, part } of distinct) {
    const index = at.get(task)!;
    broken.push(...brokenNow(rules, state, index, part));
    // goes on all the same, so that every broken rule is named
    if (part === 'active' || state.phase[index] !== 0) state = advance(rules, state, index);
  }
  if (broken.length > 0) return { timed: null, broken };
  return { timed: { steps: stepsOf(state), finish: state.finish }, broken: null };
}

/**
 * Times many orders of the same tasks: what `timeInOrder` says of each, without naming what it breaks.
 * @returns of every stretch once, in an order, the same on the clock; `null` where it breaks a rule or is not
 * over by then
 */
export function orderTimer(
  tasks: readonly SheetTask[],
): (sequence: readonly Stretch[], by: number) => Timed | null {
  const rules = rulesOf(tasks);
  const at = new Map(tasks.map(({ id }, index) => [id, index]));
  return (sequence, by) => {
    let state = fresh(tasks);
    for (const { task, part } of sequence) {
      const index = at.get(task)!;
      const may = part === 'active' ? mayBegin(rules, state, index) : state.phase[index] !== 0;
      if (!may) return null;
      state = advance(rules, state, index);
      if (state.finish > by) return null;
    }
    return { steps: stepsOf(state), finish: state.finish };
  };
}

function brokenNow(
  { tasks, before }: Rules,
  state: Progress,
  index: number,
  part: Stretch['part'],
): Broken[] {
  const task = tasks[index]!.id;
  if (part === 'finishing') {
    return state.phase[index] === 0 ? [{ task, before: task, rule: 'begun' }] : [];
  }
  return before[index]!.filter(({ index: other, until }) => !happened(state, other, until)).map(
    ({ index: other, rule }) => ({ task, before: tasks[other]!.id, rule }),
  );
}

/**
 * A sheet worked as far as some stretches, in their order.
 * @param done none of them twice
 * @returns `timed`: those stretches on the clock; `brokenBy`: the rules that a stretch would break if it came next
 * @throws RangeError where a stretch is of no task
 */
export function workedSoFar(
  tasks: readonly SheetTask[],
  done: readonly Stretch[],
): { timed: Timed; brokenBy: (next: Stretch) => Broken[] } {
  const rules = rulesOf(tasks);
  const place = (id: string) => {
    const index = tasks.findIndex((task) => task.id === id);
    if (index < 0) throw new RangeError(`workedSoFar knows no task "${id}"`);
    return index;
  };
  const state = done.reduce(
    (before, { task }) => advance(rules, before, place(task)),
    fresh(tasks),
  );
  return {
    timed: { steps: stepsOf(state), finish: state.finish },
    brokenBy: ({ task, part }) => brokenNow(rules, state, place(task), part),
  };
}

/** What still follows the hands-on part that comes next. */
const tail = ({ passive, finishing, drying = 0 }: SheetTask, phase: 0 | 1 | 2) =>
  drying + (phase === 0 ? passive + finishing : 0);

/** What may come next: soonest to begin first, then the longest wait behind it, then as listed. */
function byPromise(rules: Rules, state: Progress): number[] {
  const { tasks } = rules;
  const starts = new Float64Array(tasks.length);
  const choices = open(rules, state);
  for (const index of choices) starts[index] = startOf(rules, state, index);
  return choices.sort(
    (a, b) =>
      starts[a]! - starts[b]! ||
      tail(tasks[b]!, state.phase[b]!) - tail(tasks[a]!, state.phase[a]!) ||
      a - b,
  );
}

/** Minutes of the longest chain that begins with each task: its own parts and waits, and what must follow. */
function chainsOf({ tasks, before, sorted }: Rules): number[] {
  const chain = tasks.map(
    ({ active, passive, finishing, drying = 0 }) => active + passive + finishing + drying,
  );
  for (const index of sorted.toReversed()) {
    for (const { index: other, until } of before[index]!) {
      const { active, passive, finishing, drying = 0 } = tasks[other]!;
      const worked = finishing > 0 ? active + passive + finishing : active;
      const over = active + passive + finishing + drying;
      const lead = { begun: active, worked, over }[until];
      chain[other] = Math.max(chain[other]!, lead + chain[index]!);
    }
  }
  return chain;
}

/**
 * The longest chain is kept free for: what fits before it can go on is done meanwhile, the longest chain of
 * these first; where nothing fits the hands stand still rather than hold it up.
 */
function chainList(rules: Rules): Timed {
  const chain = chainsOf(rules);
  let state = fresh(rules.tasks);
  const left = (index: number) => {
    const { active, passive } = rules.tasks[index]!;
    return state.phase[index] === 0 ? chain[index]! : chain[index]! - active - passive;
  };
  const length = (index: number) => {
    const { active, finishing } = rules.tasks[index]!;
    return state.phase[index] === 0 ? active : finishing;
  };
  for (;;) {
    const choices = open(rules, state).sort((a, b) => left(b) - left(a) || a - b);
    const [longest] = choices;
    if (longest === undefined) return { steps: stepsOf(state), finish: state.finish };
    const free = startOf(rules, state, longest);
    const fits = choices.find((index) => startOf(rules, state, index) + length(index) <= free);
    state = advance(rules, state, fits ?? longest);
  }
}

/** The better of two lists: cheap, and on most sheets as soon as can be. */
function bestList(rules: Rules): Timed {
  const [byWait, byChain] = [listRule(rules), chainList(rules)];
  return byChain.finish < byWait.finish ? byChain : byWait;
}

/** The longest wait first; finish what is ready when nothing else leaves a wait. */
function listRule(rules: Rules): Timed {
  let state = fresh(rules.tasks);
  for (;;) {
    const [first] = byPromise(rules, state);
    if (first === undefined) return { steps: stepsOf(state), finish: state.finish };
    state = advance(rules, state, first);
  }
}

type Met = Map<string, Pick<Progress, 'until' | 'now' | 'finish'>[]>;

/** How many unfinished orders a beam search keeps at each step. */
const beamWidth = 60;

/** Goes on with the most promising orders, step by step. */
function beam(rules: Rules, begin: Timed): Timed {
  let best = begin;
  let front = [fresh(rules.tasks)];
  while (front.length > 0) {
    const met: Met = new Map();
    const next: { state: Progress; bound: number }[] = [];
    for (const state of front) {
      const choices = open(rules, state);
      if (choices.length === 0 && state.finish < best.finish) {
        best = { steps: stepsOf(state), finish: state.finish };
      }
      for (const index of choices) {
        const after = advance(rules, state, index);
        const bound = soonest(rules, after);
        if (bound < best.finish && !dominated(after, met)) next.push({ state: after, bound });
      }
    }
    front = next
      .sort((a, b) => a.bound - b.bound || a.state.now - b.state.now)
      .slice(0, beamWidth)
      .map(({ state }) => state);
  }
  return best;
}

function shortest(rules: Rules, begin: Timed): { best: Timed; certain: boolean } {
  let best = begin;
  let opened = 0;
  // states already met with the same tasks begun and over: one that is later in everything is no use
  const met: Met = new Map();
  const search = (state: Progress): void => {
    const choices = byPromise(rules, state);
    if (choices.length === 0) {
      if (state.finish < best.finish) best = { steps: stepsOf(state), finish: state.finish };
      return;
    }
    if (opened >= mostOpened || soonest(rules, state) >= best.finish || dominated(state, met))
      return;
    opened += 1;
    for (const index of choices) search(advance(rules, state, index));
  };
  search(fresh(rules.tasks));
  return { best, certain: opened < mostOpened };
}

/** How many unfinished orders the look for a natural one may open. */
const mostLiked = 3000;

/**
 * Of the orders that finish by a time the one most like the list rule: long waits begun early, so that
 * what takes longer than planned still fits.
 */
function likeTheList(rules: Rules, target: number): Timed | null {
  let opened = 0;
  const search = (state: Progress): Progress | null => {
    const choices = byPromise(rules, state);
    if (choices.length === 0) return state;
    if (opened++ >= mostLiked) return null;
    for (const index of choices) {
      const after = advance(rules, state, index);
      const found = soonest(rules, after) <= target ? search(after) : null;
      if (found) return found;
    }
    return null;
  };
  const found = search(fresh(rules.tasks));
  return found && { steps: stepsOf(found), finish: found.finish };
}

function dominated({ phase, until, now, finish }: Progress, met: Met): boolean {
  const key = phase.join('');
  const others = met.get(key) ?? [];
  const better = others.some(
    (other) => other.now <= now && other.finish <= finish && asSoon(other.until, until, now),
  );
  if (better) return true;
  others.push({ until, now, finish });
  met.set(key, others);
  return false;
}

/** Whether every wait ends as soon as its counterpart, or is over by now. */
function asSoon(ends: readonly number[], others: readonly number[], now: number): boolean {
  for (let i = 0; i < ends.length; i++) {
    if (ends[i]! > now && ends[i]! > others[i]!) return false;
  }
  return true;
}
