import type { Criticality } from '../care/danger';

/** How one limit of a task fills. */
export interface ScheduleFilling {
  /** share used when the planning begins; 1 is due */
  start: number;
  /** share that the use to come adds until each tick: 0 at the first, never falls, one more than days planned */
  sum: readonly number[];
  /** must be reached too before another makes it due */
  notBefore?: true | undefined;
}

/** A care task that may come up within the days planned, once or several times. */
export interface ScheduleTask {
  /** unique among the tasks */
  id: string;
  machine: string;
  criticality: Criticality;
  /** hands-on minutes, without its openings */
  minutes: number;
  /** all that has to be opened for it */
  openings: readonly string[];
  /** its limits: the fullest counts, and no more than the least full that must be reached too. All begin anew when it is done */
  fillings: readonly ScheduleFilling[];
  /** deeper tasks at the same station: one of them does this one too */
  coveredBy: readonly string[];
  /** tasks whose first time must not come in a later window than this one's */
  after: readonly string[];
  /** first tick at which it may be done */
  from: number;
}

/** A stretch of the technician's time. */
export interface ScheduleWindow {
  id: string;
  /**
   * days from the beginning at whose dawn its work counts as done: of a morning its own day, of an evening,
   * after the day's use, the next
   */
  tick: number;
  /** hands-on minutes there are */
  minutes: number;
  /** machines that cannot be had then */
  booked: readonly string[];
}

/** A task in a window. `window` null: in all of them. */
export interface Doing {
  task: string;
  window: string | null;
}

/** What is to be planned. Windows in order of time. */
export interface ScheduleProblem {
  tasks: readonly ScheduleTask[];
  windows: readonly ScheduleWindow[];
  /** days planned */
  days: number;
  /** minutes to make a machine safe and ready again, paid once a machine and window */
  setUpMinutes: Readonly<Record<string, number>>;
  /** minutes of an opening, paid once a machine, window and opening */
  openingMinutes: Readonly<Record<string, number>>;
  /** what stays where a hand put it */
  pinned: readonly { task: string; window: string }[];
  /** what a hand refused */
  barred: readonly Doing[];
}

/** In which windows each task is done, by index and in order of time. In order of the tasks. */
export type Schedule = readonly (readonly number[])[];

/** What a plan costs, in minutes and what is worth as much as a minute. */
export interface ScheduleCost {
  /** days past a limit, by how grave and how far */
  risk: number;
  /** for each time that what can burn is let past its limit: such a plan is only better than none */
  late: number;
  /** minutes of cleaning thrown away by doing it before its limit */
  waste: number;
  /** minutes of making safe and opening */
  openings: number;
  total: number;
}

/** How grave a day past the limit is, in minutes, by class. Common practice, no source. */
const gravity: Readonly<Record<Criticality, number>> = {
  fire: 60,
  'optic damage': 30,
  coolant: 30,
  motion: 15,
  housekeeping: 5,
};

/** Past this share a task gets no more pressing. */
const worst = 4;

/** What letting past its limit costs of what can burn: more than any plan saves by it. */
export const latePrice = 1000;

const tiny = 1e-9;

/** What a day costs that begins with so much of the limit used: nothing up to it, steep past it. */
export function dayRisk(criticality: Criticality, used: number): number {
  return used <= 1 ? 0 : gravity[criticality] * (Math.min(used, worst) ** 2 - 1);
}

/** Share of one limit used at a tick, when its task was last done at another. */
export function fillingAt(
  { start, sum }: ScheduleFilling,
  since: number | null,
  tick: number,
): number {
  return since === null ? start + sum[tick]! : sum[tick]! - sum[since]!;
}

/**
 * Share of the limit used at a tick, when the task was last done at another.
 * @param since `null`: it was not done since the planning began
 */
export function shareAt({ fillings }: ScheduleTask, since: number | null, tick: number): number {
  let most = 0;
  let least = Infinity;
  for (const filling of fillings) {
    const share = fillingAt(filling, since, tick);
    if (filling.notBefore) {
      if (share < least) least = share;
    } else if (share > most) most = share;
  }
  return Math.min(most, least);
}

/** What letting a task be from one tick to another costs: the days that begin past its limit. */
export function stretchRisk(task: ScheduleTask, since: number | null, until: number): number {
  let risk = 0;
  for (let day = since ?? 0; day < until; day++) {
    risk += dayRisk(task.criticality, shareAt(task, since, day));
  }
  return risk;
}

/** Whether what can burn is let past its limit in a stretch. What is past it at the beginning is not let. */
export function isLate(task: ScheduleTask, since: number | null, until: number): boolean {
  return (
    task.criticality === 'fire' &&
    shareAt(task, since, until) > 1 + tiny &&
    !(since === null && shareAt(task, null, 0) > 1)
  );
}

/** What letting a task be from one tick to another costs, and that it must not be. */
export function stretchCost(task: ScheduleTask, since: number | null, until: number): number {
  return stretchRisk(task, since, until) + (isLate(task, since, until) ? latePrice : 0);
}

/** Minutes thrown away by doing a task before its limit. */
export function wasteOf(task: ScheduleTask, since: number | null, tick: number): number {
  return task.minutes * Math.max(0, 1 - shareAt(task, since, tick));
}

/** One time at which a task is done. */
export interface Time {
  tick: number;
  /** the window, or null: a deeper task did it too */
  window: number | null;
}

/** What a task has to do with others, by index; what is not among the tasks is left out. */
interface Ties {
  /** deeper tasks: one of them does it too */
  deeper: readonly number[];
  /** those whose first time must not come after its own */
  before: readonly number[];
}

/** A plan is looked at task by task, over and over: what names mean among its tasks is found once. */
const tiesFound = new WeakMap<ScheduleProblem['tasks'], Ties[]>();

/** What each task has to do with others. In order of the tasks. */
export function tiesOf(tasks: ScheduleProblem['tasks']): readonly Ties[] {
  let ties = tiesFound.get(tasks);
  if (!ties) {
    const index = new Map(tasks.map(({ id }, at) => [id, at]));
    const among = (ids: readonly string[]) => ids.flatMap((id) => index.get(id) ?? []);
    ties = tasks.map(({ coveredBy, after }) => ({
      deeper: among(coveredBy),
      before: among(after),
    }));
    tiesFound.set(tasks, ties);
  }
  return ties;
}

/** When a task is done, by itself or by a deeper one, in order. */
export function timesOf(problem: ScheduleProblem, plan: Schedule, task: number): Time[] {
  const { tasks, windows } = problem;
  const covered = new Set<number>();
  for (const other of tiesOf(tasks)[task]!.deeper) {
    for (const window of plan[other]!) covered.add(windows[window]!.tick);
  }
  return [
    ...[...covered].map((tick): Time => ({ tick, window: null })),
    ...plan[task]!.map((window): Time => ({ tick: windows[window]!.tick, window })),
  ].sort((a, b) => a.tick - b.tick || Number(a.window !== null) - Number(b.window !== null));
}

/** What one task costs in a plan, without openings. */
export function taskCost(
  problem: ScheduleProblem,
  plan: Schedule,
  task: number,
): Omit<ScheduleCost, 'openings' | 'total'> {
  const one = problem.tasks[task]!;
  const cost = { risk: 0, late: 0, waste: 0 };
  let since: number | null = null;
  const leave = (until: number) => {
    cost.risk += stretchRisk(one, since, until);
    if (isLate(one, since, until)) cost.late += latePrice;
  };
  for (const { tick, window } of timesOf(problem, plan, task)) {
    leave(tick);
    if (window !== null) cost.waste += wasteOf(one, since, tick);
    since = tick;
  }
  leave(problem.days);
  return cost;
}

/** What a whole plan costs. */
export function scheduleCost(problem: ScheduleProblem, plan: Schedule): ScheduleCost {
  const sum = { risk: 0, late: 0, waste: 0, openings: openingMinutes(problem, plan) };
  problem.tasks.forEach((_, task) => {
    const { risk, late, waste } = taskCost(problem, plan, task);
    sum.risk += risk;
    sum.late += late;
    sum.waste += waste;
  });
  return { ...sum, total: sum.risk + sum.late + sum.waste + sum.openings };
}

/** What is done in one window on one machine. */
export interface Sitting {
  machine: string;
  window: number;
  /** by index */
  tasks: number[];
  /** making safe, openings and work */
  minutes: number;
  /** of them for making safe and openings */
  opened: number;
}

/** The clean-downs of a plan: one a machine and window, in order of time. */
export function sittings({ tasks, ...problem }: ScheduleProblem, plan: Schedule): Sitting[] {
  const found = new Map<string, Sitting>();
  plan.forEach((windows, task) => {
    const { machine } = tasks[task]!;
    for (const window of windows) {
      const key = `${window} ${machine}`;
      const sitting = found.get(key) ?? { machine, window, tasks: [], minutes: 0, opened: 0 };
      sitting.tasks.push(task);
      found.set(key, sitting);
    }
  });
  for (const sitting of found.values()) {
    const opened = new Set(sitting.tasks.flatMap((task) => tasks[task]!.openings));
    sitting.opened = problem.setUpMinutes[sitting.machine] ?? 0;
    for (const opening of opened) sitting.opened += problem.openingMinutes[opening] ?? 0;
    sitting.minutes = sitting.opened;
    for (const task of sitting.tasks) sitting.minutes += tasks[task]!.minutes;
  }
  return [...found.values()].sort((a, b) => a.window - b.window);
}

function openingMinutes(problem: ScheduleProblem, plan: Schedule): number {
  return sittings(problem, plan).reduce((sum, { opened }) => sum + opened, 0);
}

/** A rule that a plan breaks. */
export interface Violation {
  rule: 'window' | 'booking' | 'fire' | 'order' | 'pin' | 'refused' | 'put off';
  /** the task it shows at, the machine, or the window */
  at: string;
  /** the window of a machine that is booked then */
  window?: string;
  /** minutes that a window is over its own */
  over?: number;
  words: string;
}

/** Every rule a plan breaks; none: it holds. Written apart from how plans are found. */
export function violations(problem: ScheduleProblem, plan: Schedule): Violation[] {
  const { tasks, windows, days, pinned, barred } = problem;
  const found: Violation[] = [];
  const here = sittings(problem, plan);
  windows.forEach((window, at) => {
    const minutes = here
      .filter((sitting) => sitting.window === at)
      .reduce((sum, sitting) => sum + sitting.minutes, 0);
    if (minutes > window.minutes + tiny) {
      found.push({
        rule: 'window',
        at: window.id,
        over: minutes - window.minutes,
        words: `${Math.round(minutes)} min in a window of ${window.minutes}`,
      });
    }
  });
  for (const { machine, window } of here) {
    const { id, booked } = windows[window]!;
    if (booked.includes(machine)) {
      found.push({ rule: 'booking', at: machine, window: id, words: `${machine} is booked then` });
    }
  }
  const index = new Map(tasks.map(({ id }, at) => [id, at]));
  for (const { task, window } of pinned) {
    const at = index.get(task);
    const there = windows.findIndex(({ id }) => id === window);
    if (at !== undefined && there >= 0 && !plan[at]!.includes(there)) {
      found.push({ rule: 'pin', at: task, words: 'it is pinned elsewhere' });
    }
  }
  for (const { task, window } of barred) {
    const at = index.get(task);
    if (at !== undefined && plan[at]!.some((one) => window === null || windows[one]!.id === window))
      found.push({ rule: 'refused', at: task, words: 'it was refused there' });
  }
  tasks.forEach((task, at) => {
    let since: number | null = null;
    for (const until of [...timesOf(problem, plan, at).map(({ tick }) => tick), days]) {
      if (isLate(task, since, until)) {
        found.push({ rule: 'fire', at: task.id, words: 'what can burn is past its limit by then' });
      }
      since = until;
    }
    if (plan[at]!.some((window) => windows[window]!.tick < task.from)) {
      found.push({ rule: 'put off', at: task.id, words: 'it is put off until later' });
    }
    if (plan[at]!.length === 0) return;
    for (const other of tiesOf(tasks)[at]!.before) {
      const own = Math.min(...plan[at]!);
      const done = timesOf(problem, plan, other).some(
        ({ tick, window }) => tick <= windows[own]!.tick && (window === null || window <= own),
      );
      if (!done)
        found.push({ rule: 'order', at: task.id, words: `${tasks[other]!.id} comes first` });
    }
  });
  return found;
}
