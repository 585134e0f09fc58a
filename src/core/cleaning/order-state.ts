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

/** The tasks with their rules by place in the list. */
export interface Rules {
  tasks: readonly SheetTask[];
  before: { index: number; until: Before['until']; rule: string }[][];
  /** the places in an order in which every task comes after those it waits for */
  sorted: number[];
  /** of each task those that must be over, their waits too, before it begins */
  overBefore: number[][];
  moments: Moments;
}

/** When each task will have begun, been worked and been over: three places a task, filled by `soonest`. */
interface Moments {
  at: Float64Array;
  /** of each task the places of what it waits for */
  before: number[][];
}

/** The places of a task's moments, counted from three times its own. */
const placeOf = { begun: 0, worked: 1, over: 2 };

/**
 * @throws RangeError when `after` names a task that is not there, or goes round in a circle
 */
export function rulesOf(tasks: readonly SheetTask[]): Rules {
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
  return {
    tasks,
    before,
    sorted,
    overBefore: before.map((rules) =>
      rules.filter(({ until }) => until === 'over').map(({ index }) => index),
    ),
    moments: {
      at: new Float64Array(3 * tasks.length),
      before: before.map((rules) => rules.map(({ index, until }) => 3 * index + placeOf[until])),
    },
  };
}

export interface Progress {
  /** of each task: 0 not begun, 1 its wait runs, 2 its hands-on work is over */
  phase: readonly (0 | 1 | 2)[];
  /** when the wait of a begun task ends, or ended; 0 before */
  until: readonly number[];
  now: number;
  finish: number;
  /** the last stretch, and the way to it */
  last: { step: HandsOn; before: Progress['last'] } | null;
}

export const fresh = (tasks: readonly SheetTask[]): Progress => ({
  phase: tasks.map(() => 0),
  until: tasks.map(() => 0),
  now: 0,
  finish: 0,
  last: null,
});

export function stepsOf({ last }: Progress): HandsOn[] {
  const steps: HandsOn[] = [];
  for (let link = last; link; link = link.before) steps.push(link.step);
  return steps.reverse();
}

export const happened = ({ phase }: Progress, index: number, until: Before['until']) =>
  until === 'begun' ? phase[index] !== 0 : phase[index] === 2;

/** Whether all that must come before a task did. */
export const mayBegin = ({ before }: Rules, state: Progress, index: number) =>
  before[index]!.every(({ index: other, until }) => happened(state, other, until));

/** When the next part of a task can begin. */
export function startOf({ overBefore }: Rules, state: Progress, index: number): number {
  if (state.phase[index] !== 0) return Math.max(state.now, state.until[index]!);
  let start = state.now;
  for (const other of overBefore[index]!) start = Math.max(start, state.until[other]!);
  return start;
}

/** Does the next hands-on part of a task: begins it, or finishes it once its wait is over. */
export function advance(rules: Rules, state: Progress, index: number): Progress {
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
export function open(rules: Rules, state: Progress): number[] {
  const places: number[] = [];
  for (let index = 0; index < rules.tasks.length; index++) {
    const phase = state.phase[index]!;
    if (phase === 2) continue;
    if (phase === 1 || mayBegin(rules, state, index)) places.push(index);
  }
  return places;
}

/** A finish that no continuation can beat: all hands-on work that is left, and each chain of rules. */
export function soonest(
  { tasks, sorted, moments: { at, before } }: Rules,
  { phase, until, now, finish }: Progress,
): number {
  let work = 0;
  let least = finish;
  for (const index of sorted) {
    const task = tasks[index]!;
    const { finishing } = task;
    let begun = now;
    let worked = now;
    let over = until[index]!;
    if (phase[index] === 1) {
      work += finishing;
      worked = Math.max(now, over) + finishing;
      over = worked + (task.drying ?? 0);
    } else if (phase[index] === 0) {
      const { active, passive } = task;
      work += active + finishing;
      for (const place of before[index]!) if (at[place]! > begun) begun = at[place]!;
      begun += active;
      over = begun + passive + finishing;
      // a task without a finishing is worked when its hands-on part is
      worked = finishing > 0 ? over : begun;
      over += task.drying ?? 0;
    }
    at[3 * index] = begun;
    at[3 * index + 1] = worked;
    at[3 * index + 2] = over;
    if (over > least) least = over;
  }
  return Math.max(least, now + work);
}
