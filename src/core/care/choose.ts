import type { Criticality } from './danger';
import { resets, type Depth } from './depth';

/** A task that could be done now. */
export interface Candidate {
  /** unique among the candidates */
  id: string;
  machine: string;
  station: string;
  task: string;
  depth: Depth;
  criticality: Criticality;
  /** share of its limit; a task called due counts as at least 1 */
  used: number;
  /** hands-on minutes, without its opening */
  minutes: number;
  opening: string;
  /** minutes of the opening, paid once a machine however many tasks share it */
  openingMinutes: number;
  /** making safe, laying out, refit and tests of a sheet with this task: paid once a machine */
  around?: number;
  /** minutes until the machine is back when nothing but this is done: its waits sat out */
  alone?: number;
}

/** How grave each class is when neglected. Common practice, no source. */
const gravity: Readonly<Record<Criticality, number>> = {
  fire: 5,
  'optic damage': 3,
  coolant: 3,
  motion: 2,
  housekeeping: 1,
};

/** Past this share a task gets no more pressing: it is simply long overdue. */
const worst = 4;

/**
 * What doing a task is worth: its gravity times its risk. Risk is the cube of the share used: small
 * while a limit is far, 1 at it, steep past it.
 */
export function worth({ criticality, used }: Pick<Candidate, 'criticality' | 'used'>): number {
  return gravity[criticality] * Math.min(used, worst) ** 3;
}

/** The tasks that buy most for the minutes at hand. */
export interface Choice {
  tasks: Candidate[];
  /** until the machine is back: hands-on, openings, making safe, tests, and what must be waited for */
  minutes: number;
  /** minutes saved by tasks that share an opening */
  saved: number;
  /** of the tasks and of the shallower ones they do with them */
  worth: number;
}

/** Up to so many candidates the choice is exact; of more, those that pay best are looked at. */
const exactCandidates = 20;

/** Whether doing one task does another at the same station with it. */
function covers(one: Candidate, other: Candidate): boolean {
  return (
    one.machine === other.machine &&
    one.station === other.station &&
    one.id !== other.id &&
    resets(one.depth, other.depth)
  );
}

/**
 * Chooses the tasks worth most within the minutes. A deeper task counts for the shallower ones it does
 * with it; an opening, and making a machine safe and proving it, are paid once a machine. A task whose waits
 * alone take longer is left out. Branch and bound.
 * @param minutes until every machine is back
 */
export function chooseTasks(candidates: readonly Candidate[], minutes: number): Choice {
  const pays = (one: Candidate) =>
    worth(one) / (one.minutes + one.openingMinutes + (one.around ?? 0));
  const items = candidates
    .filter(({ alone = 0 }) => alone <= minutes)
    .sort((a, b) => pays(b) - pays(a))
    .slice(0, exactCandidates);
  const values = items.map(worth);
  const covered = items.map((one) => items.map((other) => covers(one, other)));
  // what an item can bring at most, and what it costs at least: for the bound
  const brings = items.map((_, i) =>
    values.reduce((sum, value, j) => sum + (j === i || covered[i]![j] ? value : 0), 0),
  );
  const order = items
    .map((_, i) => i)
    .sort((a, b) => brings[b]! / items[b]!.minutes - brings[a]! / items[a]!.minutes);

  let best: { picked: number[]; value: number; spent: number } = { picked: [], value: 0, spent: 0 };
  const picked: number[] = [];
  const opened = new Map<string, number>();
  const around = new Map<string, number>();
  const counted = new Array<number>(items.length).fill(0);

  const bound = (from: number, left: number): number => {
    let room = left;
    let sum = 0;
    for (let k = from; k < order.length && room > 0; k++) {
      const i = order[k]!;
      const share = Math.min(1, room / items[i]!.minutes);
      sum += share * brings[i]!;
      room -= items[i]!.minutes;
    }
    return sum;
  };
  const search = (k: number, value: number, spent: number): void => {
    if (value > best.value + 1e-9 || (value > best.value - 1e-9 && spent < best.spent)) {
      best = { picked: [...picked], value, spent };
    }
    if (k === order.length || value + bound(k, minutes - spent) <= best.value + 1e-9) return;
    const i = order[k]!;
    const item = items[i]!;
    const key = `${item.machine} ${item.opening}`;
    const open = opened.get(key) ?? 0;
    const paid = around.get(item.machine) ?? 0;
    const more = Math.max(0, (item.around ?? 0) - paid);
    const cost = item.minutes + (open === 0 ? item.openingMinutes : 0) + more;
    // what a picked task does already adds nothing
    const idle = picked.some((j) => covered[j]![i]);
    if (!idle && spent + cost <= minutes) {
      const gained = items.map((_, j) => j === i || covered[i]![j]!);
      let gain = 0;
      gained.forEach((yes, j) => {
        if (yes && counted[j] === 0) gain += values[j]!;
        if (yes) counted[j]! += 1;
      });
      picked.push(i);
      opened.set(key, open + 1);
      around.set(item.machine, paid + more);
      search(k + 1, value + gain, spent + cost);
      picked.pop();
      opened.set(key, open);
      around.set(item.machine, paid);
      gained.forEach((yes, j) => {
        if (yes) counted[j]! -= 1;
      });
    }
    search(k + 1, value, spent);
  };
  search(0, 0, 0);
  // what a picked task does anyway is not done by itself
  const needed = best.picked.filter((i) => !best.picked.some((j) => covered[j]![i]));
  return choice(
    needed.map((i) => items[i]!),
    best.value,
  );
}

/** The figures of a set of tasks. */
function choice(tasks: Candidate[], value: number): Choice {
  const openings = new Map<string, { minutes: number; shared: number }>();
  for (const { machine, opening, openingMinutes } of tasks) {
    const key = `${machine} ${opening}`;
    const known = openings.get(key);
    if (known) known.shared += 1;
    else openings.set(key, { minutes: openingMinutes, shared: 0 });
  }
  const opened = [...openings.values()];
  const around = new Map<string, number>();
  for (const { machine, around: own = 0 } of tasks) {
    around.set(machine, Math.max(own, around.get(machine) ?? 0));
  }
  const hands =
    tasks.reduce((sum, one) => sum + one.minutes, 0) +
    opened.reduce((sum, one) => sum + one.minutes, 0) +
    [...around.values()].reduce((sum, one) => sum + one, 0);
  return {
    tasks: tasks.sort((a, b) => worth(b) - worth(a)),
    minutes: Math.max(hands, ...tasks.map(({ alone = 0 }) => alone)),
    saved: opened.reduce((sum, one) => sum + one.minutes * one.shared, 0),
    worth: value,
  };
}

/** Tasks within this share of their limit are offered when their opening is paid already. */
const nearly = 0.8;

/** What more could be done with the openings of a choice, those that fit into the time left first. */
export function alongside(
  chosen: Choice,
  candidates: readonly Candidate[],
  minutes: number,
): Candidate[] {
  const left = minutes - chosen.minutes;
  return candidates
    .filter(
      (one) =>
        one.used >= nearly &&
        !chosen.tasks.some((task) => task.id === one.id || covers(task, one)) &&
        chosen.tasks.some(
          ({ machine, opening }) => machine === one.machine && opening === one.opening,
        ),
    )
    .sort((a, b) => Number(b.minutes <= left) - Number(a.minutes <= left) || worth(b) - worth(a));
}
