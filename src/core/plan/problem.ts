import type { Criticality } from '../care/danger';

/** A task that comes up within the days planned. */
export interface PlanTask {
  /** unique among the tasks */
  id: string;
  machine: string;
  criticality: Criticality;
  /** hands-on minutes, without its opening */
  minutes: number;
  /** opened for it; null: nothing is */
  opening: string | null;
  /** expected share of its limit at the start of each day planned, the first day first; never falls */
  used: readonly number[];
  /** tasks that must not be done in a later window than this one */
  after: readonly string[];
}

/** A stretch of the technician's time. */
export interface PlanWindow {
  id: string;
  /** days from the first day planned */
  day: number;
  /** hands-on minutes there are */
  minutes: number;
  /** machines that are booked then, with the minutes left beside the booking */
  booked: Readonly<Record<string, number>>;
}

/** What is to be planned. Windows in order of time. */
export interface PlanProblem {
  tasks: readonly PlanTask[];
  windows: readonly PlanWindow[];
  /** days planned */
  days: number;
  /** minutes to make a machine safe and ready again, paid once a machine and window */
  setUpMinutes: Readonly<Record<string, number>>;
  /** minutes of an opening, paid once a machine, window and opening */
  openingMinutes: Readonly<Record<string, number>>;
  /** tasks that stay where a hand put them: a window's id, or null for not within these days */
  pinned: Readonly<Record<string, string | null>>;
}

/** Where each task goes: index of its window, or null for not within these days. In order of the tasks. */
export type Plan = readonly (number | null)[];

/** What a plan costs, in minutes and what is worth as much as a minute. */
export interface PlanCost {
  /** days past the limit, by how grave and how far */
  risk: number;
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

/** What a day costs that begins with so much of the limit used: nothing up to it, steep past it. */
export function dayRisk(criticality: Criticality, used: number): number {
  return used <= 1 ? 0 : gravity[criticality] * (Math.min(used, worst) ** 2 - 1);
}

/** What doing a task on a day costs by itself: the days past its limit until then, and what was not used up. */
export function taskCost(task: PlanTask, day: number | null, days: number): number {
  const until = day ?? days;
  let risk = 0;
  for (let d = 0; d < until; d++) risk += dayRisk(task.criticality, task.used[d]!);
  const waste = day === null ? 0 : task.minutes * Math.max(0, 1 - task.used[day]!);
  return risk + waste;
}

/** What a whole plan costs. */
export function planCost(problem: PlanProblem, plan: Plan): PlanCost {
  const { tasks, windows, days, setUpMinutes, openingMinutes } = problem;
  let risk = 0;
  let waste = 0;
  let openings = 0;
  const paid = new Set<string>();
  const pay = (key: string, minutes: number) => {
    if (paid.has(key)) return;
    paid.add(key);
    openings += minutes;
  };
  tasks.forEach((task, index) => {
    const at = plan[index]!;
    const day = at === null ? null : windows[at]!.day;
    const until = day ?? days;
    for (let d = 0; d < until; d++) risk += dayRisk(task.criticality, task.used[d]!);
    if (at === null || day === null) return;
    waste += task.minutes * Math.max(0, 1 - task.used[day]!);
    pay(`${at} ${task.machine}`, setUpMinutes[task.machine] ?? 0);
    if (task.opening !== null) {
      pay(`${at} ${task.machine} ${task.opening}`, openingMinutes[task.opening] ?? 0);
    }
  });
  return { risk, waste, openings, total: risk + waste + openings };
}

/** A rule that a plan breaks. */
export interface Violation {
  rule: 'window' | 'booking' | 'fire' | 'order' | 'pin';
  /** the task it shows at, or the window */
  at: string;
  words: string;
}

/**
 * The last day on which a task must be done at the latest: for what can burn, the last that begins within its
 * limit. `null` where nothing forbids later: other classes, what stays within its limit all the days planned,
 * and what is past it already (it costs more every day).
 */
export function lastDay({ criticality, used }: PlanTask): number | null {
  if (criticality !== 'fire') return null;
  const late = used.findIndex((share) => share > 1);
  return late > 0 ? late - 1 : null;
}

/** Every rule a plan breaks; none: it holds. Written apart from how plans are found. */
export function violations(problem: PlanProblem, plan: Plan): Violation[] {
  const { tasks, windows, pinned, setUpMinutes, openingMinutes } = problem;
  const found: Violation[] = [];
  const place = new Map(tasks.map((task, index) => [task.id, plan[index] ?? null]));
  windows.forEach((window, at) => {
    const here = tasks.filter((_, index) => plan[index] === at);
    let all = 0;
    for (const machine of new Set(here.map((task) => task.machine))) {
      const own = here.filter((task) => task.machine === machine);
      const opened = new Set(own.flatMap(({ opening }) => (opening === null ? [] : [opening])));
      let minutes = setUpMinutes[machine] ?? 0;
      for (const opening of opened) minutes += openingMinutes[opening] ?? 0;
      for (const task of own) minutes += task.minutes;
      all += minutes;
      const free = window.booked[machine];
      if (free !== undefined && minutes > free + 1e-9) {
        found.push({ rule: 'booking', at: machine, words: `${machine} is booked then` });
      }
    }
    if (all > window.minutes + 1e-9) {
      found.push({
        rule: 'window',
        at: window.id,
        words: `${Math.round(all)} min in a window of ${window.minutes}`,
      });
    }
  });
  tasks.forEach((task, index) => {
    const at = plan[index] ?? null;
    const pin = pinned[task.id];
    if (pin !== undefined && (at === null ? null : windows[at]!.id) !== pin) {
      found.push({ rule: 'pin', at: task.id, words: 'it is pinned elsewhere' });
    }
    const last = lastDay(task);
    if (last !== null && (at === null || windows[at]!.day > last)) {
      found.push({ rule: 'fire', at: task.id, words: 'what can burn is past its limit by then' });
    }
    for (const before of task.after) {
      const first = place.get(before);
      if (first === undefined || at === null) continue;
      if (first === null || first > at) {
        found.push({ rule: 'order', at: task.id, words: `${before} comes first` });
      }
    }
  });
  return found;
}
