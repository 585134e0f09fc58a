/** What must have happened to another task before one begins. */
export interface Before {
  id: string;
  /**
   * `begun`: its first hands-on part is over; `worked`: its finishing too, though it may still dry; `over`:
   * all its waits as well
   */
  until: 'begun' | 'worked' | 'over';
  /** the rule it comes from, for saying so */
  rule: string;
}

/** A task on a run sheet, in whole or part minutes. */
export interface SheetTask {
  id: string;
  /** hands-on at first */
  active: number;
  /** soaking, drying, discharging: the hands are free */
  passive: number;
  /** hands-on at the end, 0 when the wait ends it */
  finishing: number;
  /** a second wait, after the finishing; 0 where there is none */
  drying?: number | undefined;
  after?: readonly Before[];
}

/** A stretch of hands-on work: the first part of a task, or its end. */
export interface Stretch {
  task: string;
  part: 'active' | 'finishing';
}

/** One stretch of hands-on work on the clock, in minutes from the beginning. */
export interface HandsOn extends Stretch {
  start: number;
  end: number;
}

/** Hands-on work in its order, and when all of it is done, the last wait included. */
export interface Timed {
  steps: HandsOn[];
  finish: number;
}

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
  const listed = listRule(rules);
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
    if (part === 'finishing' && state.phase[index] === 0) {
      broken.push({ task, before: task, rule: 'begun' });
      continue;
    }
    if (part === 'active') {
      for (const { index: other, until, rule } of rules.before[index]!) {
        if (!happened(state, other, until)) broken.push({ task, before: tasks[other]!.id, rule });
      }
    }
    // goes on all the same, so that every broken rule is named
    state = advance(rules, state, index);
  }
  if (broken.length > 0) return { timed: null, broken };
  return { timed: { steps: stepsOf(state), finish: state.finish }, broken: null };
}

/** The tasks with their rules by place in the list. */
interface Rules {
  tasks: readonly SheetTask[];
  before: { index: number; until: Before['until']; rule: string }[][];
  /** the places in an order in which every task comes after those it waits for */
  sorted: number[];
}

function rulesOf(tasks: readonly SheetTask[]): Rules {
  const at = new Map(tasks.map(({ id }, index) => [id, index]));
  const sorted: number[] = [];
  const done = new Set<string>();
  const walk = (id: string, path: readonly string[]): void => {
    if (done.has(id)) return;
    if (path.includes(id))
      throw new RangeError(`orderSheet met a circle: ${[...path, id].join(', ')}`);
    const index = at.get(id);
    if (index === undefined) throw new RangeError(`orderSheet knows no task "${id}"`);
    for (const before of tasks[index]!.after ?? []) walk(before.id, [...path, id]);
    done.add(id);
    sorted.push(index);
  };
  for (const { id } of tasks) walk(id, []);
  const before = tasks.map(({ after }) =>
    (after ?? []).map(({ id, until, rule }) => ({ index: at.get(id)!, until, rule })),
  );
  return { tasks, before, sorted };
}

interface Progress {
  /** of each task: 0 not begun, 1 its wait runs, 2 its hands-on work is over */
  phase: readonly (0 | 1 | 2)[];
  /** when the wait of a begun task ends, or ended; 0 before */
  until: readonly number[];
  now: number;
  finish: number;
  /** the last stretch, and the way to it */
  last: { step: HandsOn; before: Progress['last'] } | null;
}

const fresh = (tasks: readonly SheetTask[]): Progress => ({
  phase: tasks.map(() => 0),
  until: tasks.map(() => 0),
  now: 0,
  finish: 0,
  last: null,
});

function stepsOf({ last }: Progress): HandsOn[] {
  const steps: HandsOn[] = [];
  for (let link = last; link; link = link.before) steps.push(link.step);
  return steps.reverse();
}

const happened = ({ phase }: Progress, index: number, until: Before['until']) =>
  until === 'begun' ? phase[index] !== 0 : phase[index] === 2;

/** When the next part of a task can begin. */
function startOf({ before }: Rules, state: Progress, index: number): number {
  if (state.phase[index] !== 0) return Math.max(state.now, state.until[index]!);
  let start = state.now;
  for (const { index: other, until } of before[index]!) {
    if (until === 'over') start = Math.max(start, state.until[other]!);
  }
  return start;
}

/** Does the next hands-on part of a task: begins it, or finishes it once its wait is over. */
function advance(rules: Rules, state: Progress, index: number): Progress {
  const task = rules.tasks[index]!;
  const begins = state.phase[index] === 0;
  const start = startOf(rules, state, index);
  const end = start + (begins ? task.active : task.finishing);
  const ends = !begins || task.finishing === 0;
  const until = end + (begins ? task.passive : 0) + (ends ? (task.drying ?? 0) : 0);
  return {
    phase: state.phase.with(index, begins && task.finishing > 0 ? 1 : 2),
    until: state.until.with(index, until),
    now: end,
    finish: Math.max(state.finish, until),
    last: {
      step: { task: task.id, part: begins ? 'active' : 'finishing', start, end },
      before: state.last,
    },
  };
}

/** The tasks whose next part may be done. */
function open({ tasks, before }: Rules, state: Progress): number[] {
  const places: number[] = [];
  for (let index = 0; index < tasks.length; index++) {
    const phase = state.phase[index]!;
    if (phase === 2) continue;
    if (
      phase === 1 ||
      before[index]!.every(({ index: other, until }) => happened(state, other, until))
    )
      places.push(index);
  }
  return places;
}

/** What still follows the hands-on part that comes next. */
const tail = ({ passive, finishing, drying = 0 }: SheetTask, phase: 0 | 1 | 2) =>
  drying + (phase === 0 ? passive + finishing : 0);

/** Soonest to begin first, then the longest wait behind it, then as listed. */
function byPromise(rules: Rules, state: Progress) {
  const { tasks } = rules;
  return (a: number, b: number) =>
    startOf(rules, state, a) - startOf(rules, state, b) ||
    tail(tasks[b]!, state.phase[b]!) - tail(tasks[a]!, state.phase[a]!) ||
    a - b;
}

/** The longest wait first; finish what is ready when nothing else leaves a wait. */
function listRule(rules: Rules): Timed {
  let state = fresh(rules.tasks);
  for (;;) {
    const choices = open(rules, state).sort(byPromise(rules, state));
    if (choices.length === 0) return { steps: stepsOf(state), finish: state.finish };
    state = advance(rules, state, choices[0]!);
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
    const choices = open(rules, state);
    if (choices.length === 0) {
      if (state.finish < best.finish) best = { steps: stepsOf(state), finish: state.finish };
      return;
    }
    if (opened >= mostOpened || soonest(rules, state) >= best.finish || dominated(state, met))
      return;
    opened += 1;
    choices.sort(byPromise(rules, state));
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
    const choices = open(rules, state);
    if (choices.length === 0) return state;
    if (opened++ >= mostLiked) return null;
    for (const index of choices.sort(byPromise(rules, state))) {
      const after = advance(rules, state, index);
      const found = soonest(rules, after) <= target ? search(after) : null;
      if (found) return found;
    }
    return null;
  };
  const found = search(fresh(rules.tasks));
  return found && { steps: stepsOf(found), finish: found.finish };
}

/** A finish that no continuation can beat: all hands-on work that is left, and each chain of rules. */
function soonest(
  { tasks, before, sorted }: Rules,
  { phase, until, now, finish }: Progress,
): number {
  let work = 0;
  let least = finish;
  const at = {
    begun: [] as number[],
    worked: [] as number[],
    over: [] as number[],
  };
  for (const index of sorted) {
    const { active, passive, finishing, drying = 0 } = tasks[index]!;
    if (phase[index] === 2) {
      at.begun[index] = now;
      at.worked[index] = now;
      at.over[index] = until[index]!;
    } else if (phase[index] === 1) {
      work += finishing;
      at.begun[index] = now;
      at.worked[index] = Math.max(now, until[index]!) + finishing;
      at.over[index] = at.worked[index] + drying;
    } else {
      work += active + finishing;
      let start = now;
      for (const { index: other, until: when } of before[index]!) {
        start = Math.max(start, at[when][other]!);
      }
      at.begun[index] = start + active;
      // a task without a finishing is worked when its hands-on part is
      at.worked[index] = finishing > 0 ? at.begun[index] + passive + finishing : at.begun[index];
      at.over[index] = start + active + passive + finishing + drying;
    }
    least = Math.max(least, at.over[index]!);
  }
  return Math.max(least, now + work);
}

function dominated({ phase, until, now, finish }: Progress, met: Met): boolean {
  const key = phase.join('');
  const others = met.get(key) ?? [];
  const better = others.some(
    (other) =>
      other.now <= now &&
      other.finish <= finish &&
      other.until.every((end, i) => end <= Math.max(until[i]!, now)),
  );
  if (!better) met.set(key, [...others, { until, now, finish }]);
  return better;
}
