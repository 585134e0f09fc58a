/** A task on a run sheet, in whole or part minutes. */
export interface SheetTask {
  id: string;
  /** hands-on at first */
  active: number;
  /** soaking, drying, discharging: the hands are free */
  passive: number;
  /** hands-on at the end, 0 when the wait ends it */
  finishing: number;
  /** tasks whose first hands-on part must be over before this one begins */
  after?: readonly string[];
}

/** One stretch of hands-on work. */
export interface HandsOn {
  task: string;
  part: 'active' | 'finishing';
  start: number;
  end: number;
}

/** A run sheet in its order. */
export interface SheetOrder {
  steps: HandsOn[];
  /** when everything is done, the last wait included */
  finish: number;
  /** the same tasks one after another, each wait sat out */
  sequential: number;
  /** whether no order is shorter */
  exact: boolean;
}

/** Up to so many tasks the shortest order is found for certain. */
const exactTasks = 9;

/**
 * The order of a run sheet for one pair of hands: the soonest finish. Exact up to nine tasks, by branch
 * and bound. Beyond them the best of a beam search, begun from the list rule (whatever leaves the longest
 * wait behind it comes first); it is known to be the soonest where it meets the bound.
 * @throws RangeError when `after` names a task that is not there, or goes round in a circle
 */
export function orderSheet(tasks: readonly SheetTask[]): SheetOrder {
  checkAfter(tasks);
  const sequential = tasks.reduce(
    (sum, { active, passive, finishing }) => sum + active + passive + finishing,
    0,
  );
  const listed = listRule(tasks);
  if (tasks.length > exactTasks) {
    const found = beam(tasks, listed);
    return { ...found, sequential, exact: found.finish <= soonest(tasks, fresh(tasks)) };
  }
  return { ...shortest(tasks, listed), sequential, exact: true };
}

function checkAfter(tasks: readonly SheetTask[]): void {
  const known = new Map(tasks.map((task) => [task.id, task]));
  const done = new Set<string>();
  const walk = (id: string, path: readonly string[]): void => {
    if (done.has(id)) return;
    if (path.includes(id))
      throw new RangeError(`orderSheet met a circle: ${[...path, id].join(', ')}`);
    const task = known.get(id);
    if (!task) throw new RangeError(`orderSheet knows no task "${id}"`);
    for (const before of task.after ?? []) walk(before, [...path, id]);
    done.add(id);
  };
  for (const { id } of tasks) walk(id, []);
}

interface Progress {
  /** for each task: not begun, its wait runs until then, or over */
  ready: (number | null | 'over')[];
  now: number;
  finish: number;
  steps: HandsOn[];
}

const begun = (state: Progress['ready'][number]) => state !== null;

/** Does the next hands-on part of a task: begins it, or finishes it once its wait is over. */
function advance(tasks: readonly SheetTask[], state: Progress, index: number): Progress {
  const task = tasks[index]!;
  const ready = [...state.ready];
  const from = ready[index];
  if (from === null) {
    const end = state.now + task.active;
    const waits = end + task.passive;
    ready[index] = task.finishing > 0 ? waits : 'over';
    return {
      ready,
      now: end,
      finish: Math.max(state.finish, waits),
      steps: [...state.steps, { task: task.id, part: 'active', start: state.now, end }],
    };
  }
  const start = Math.max(state.now, from as number);
  const end = start + task.finishing;
  ready[index] = 'over';
  return {
    ready,
    now: end,
    finish: Math.max(state.finish, end),
    steps: [...state.steps, { task: task.id, part: 'finishing', start, end }],
  };
}

/** The tasks whose next part may be done. */
function open(tasks: readonly SheetTask[], { ready }: Progress): number[] {
  return tasks.flatMap((task, index) => {
    if (ready[index] === 'over') return [];
    if (ready[index] !== null) return [index];
    const waits = (task.after ?? []).some(
      (id) => !begun(ready[tasks.findIndex((other) => other.id === id)]!),
    );
    return waits ? [] : [index];
  });
}

const fresh = (tasks: readonly SheetTask[]): Progress => ({
  ready: tasks.map(() => null),
  now: 0,
  finish: 0,
  steps: [],
});

/** What still follows the hands-on part that comes next. */
const tail = ({ passive, finishing }: SheetTask, begunAlready: boolean) =>
  begunAlready ? 0 : passive + finishing;

/** The longest wait first; finish what is ready when nothing else leaves a wait. */
function listRule(tasks: readonly SheetTask[]): Pick<SheetOrder, 'steps' | 'finish'> {
  let state = fresh(tasks);
  for (;;) {
    const choices = open(tasks, state);
    if (choices.length === 0) return { steps: state.steps, finish: state.finish };
    const startOf = (index: number) => Math.max(state.now, Number(state.ready[index] ?? 0));
    choices.sort(
      (a, b) =>
        startOf(a) - startOf(b) ||
        tail(tasks[b]!, begun(state.ready[b]!)) - tail(tasks[a]!, begun(state.ready[a]!)) ||
        tasks[b]!.active - tasks[a]!.active,
    );
    state = advance(tasks, state, choices[0]!);
  }
}

/** How many unfinished orders a beam search keeps at each step. */
const beamWidth = 60;

/** Goes on with the most promising orders, step by step. */
function beam(
  tasks: readonly SheetTask[],
  listed: Pick<SheetOrder, 'steps' | 'finish'>,
): Pick<SheetOrder, 'steps' | 'finish'> {
  let best = listed;
  let front = [fresh(tasks)];
  while (front.length > 0) {
    const met = new Map<string, Pick<Progress, 'ready' | 'now' | 'finish'>[]>();
    const next: { state: Progress; bound: number }[] = [];
    for (const state of front) {
      const choices = open(tasks, state);
      if (choices.length === 0 && state.finish < best.finish) {
        best = { steps: state.steps, finish: state.finish };
      }
      for (const index of choices) {
        const after = advance(tasks, state, index);
        const bound = soonest(tasks, after);
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

function shortest(
  tasks: readonly SheetTask[],
  listed: Pick<SheetOrder, 'steps' | 'finish'>,
): Pick<SheetOrder, 'steps' | 'finish'> {
  let best = listed;
  // states already met with the same tasks begun and over: one that is later in everything is no use
  const met = new Map<string, Pick<Progress, 'ready' | 'now' | 'finish'>[]>();
  const search = (state: Progress): void => {
    const choices = open(tasks, state);
    if (choices.length === 0) {
      if (state.finish < best.finish) best = { steps: state.steps, finish: state.finish };
      return;
    }
    if (soonest(tasks, state) >= best.finish || dominated(state, met)) return;
    const startOf = (index: number) => Math.max(state.now, Number(state.ready[index] ?? 0));
    choices.sort(
      (a, b) =>
        startOf(a) - startOf(b) ||
        tail(tasks[b]!, begun(state.ready[b]!)) - tail(tasks[a]!, begun(state.ready[a]!)),
    );
    for (const index of choices) search(advance(tasks, state, index));
  };
  search(fresh(tasks));
  return best;
}

/** A finish that no continuation can beat: all hands-on work that is left, and each task's own rest. */
function soonest(tasks: readonly SheetTask[], { ready, now, finish }: Progress): number {
  let work = 0;
  let least = finish;
  for (const [index, { active, passive, finishing }] of tasks.entries()) {
    const state = ready[index]!;
    if (state === 'over') continue;
    if (state === null) {
      work += active + finishing;
      least = Math.max(least, now + active + passive + finishing);
    } else {
      work += finishing;
      least = Math.max(least, Math.max(now, state) + finishing);
    }
  }
  return Math.max(least, now + work);
}

function dominated(
  { ready, now, finish }: Progress,
  met: Map<string, Pick<Progress, 'ready' | 'now' | 'finish'>[]>,
): boolean {
  const key = ready.map((state) => (state === null ? '-' : state === 'over' ? 'x' : '~')).join('');
  const others = met.get(key) ?? [];
  const better = others.some(
    (other) =>
      other.now <= now &&
      other.finish <= finish &&
      other.ready.every((state, i) => typeof state !== 'number' || state <= (ready[i] as number)),
  );
  if (!better) met.set(key, [...others, { ready, now, finish }]);
  return better;
}
