import { countingLimit } from '../care/due';
import { fillingAt, shareAt, type ScheduleTask } from './problem';

/** One time at which a task comes up, if it is always done when its limit is reached. */
export interface Coming {
  /** by index */
  task: number;
  /** days from the beginning */
  day: number;
  /** the limit that counts, by its place in the task's fillings */
  limit: number;
}

/**
 * When each task comes up, done each time on the day on which its limit is reached; a task that a deeper one at
 * its station does that day is left out. What is past its limit comes up on the first day.
 */
export function comingUp(tasks: readonly ScheduleTask[], days: number): Coming[] {
  const found: Coming[] = [];
  const doneOn = new Map<string, Set<number>>();
  // the deepest of a station first
  const order = [...tasks.keys()].sort(
    (a, b) => tasks[a]!.coveredBy.length - tasks[b]!.coveredBy.length,
  );
  for (const index of order) {
    const task = tasks[index]!;
    const covered = new Set(task.coveredBy.flatMap((id) => [...(doneOn.get(id) ?? [])]));
    const own = new Set<number>();
    let since: number | null = null;
    for (let day = 0; day < days; day++) {
      if (covered.has(day)) {
        since = day;
        continue;
      }
      if (shareAt(task, since, day) < 1 || since === day) continue;
      found.push({ task: index, day, limit: fullest(task, since, day) });
      own.add(day);
      since = day;
    }
    doneOn.set(task.id, own);
  }
  return found.sort((a, b) => a.day - b.day || a.task - b.task);
}

function fullest({ fillings }: ScheduleTask, since: number | null, day: number): number {
  const counts = countingLimit(fillings, (filling) => fillingAt(filling, since, day));
  return counts ? fillings.indexOf(counts.limit) : 0;
}

/** Minutes of one week by what they are for. */
export interface WeekLoad {
  /** hands-on minutes of the tasks that come up */
  work: number;
  /** making machines safe and opening them, each once a machine and week */
  openings: number;
  byMachine: Map<string, number>;
}

/**
 * The minutes that each week needs, with each machine made safe and each of its openings opened once a week in
 * which something of it comes up.
 */
export function weeklyLoad(
  tasks: readonly ScheduleTask[],
  coming: readonly Coming[],
  days: number,
  setUpMinutes: Readonly<Record<string, number>>,
  openingMinutes: Readonly<Record<string, number>>,
): WeekLoad[] {
  return Array.from({ length: Math.ceil(days / 7) }, (_, week): WeekLoad => {
    const load: WeekLoad = { work: 0, openings: 0, byMachine: new Map() };
    const opened = new Set<string>();
    const add = (machine: string, minutes: number) =>
      load.byMachine.set(machine, (load.byMachine.get(machine) ?? 0) + minutes);
    for (const { task: index, day } of coming) {
      if (Math.floor(day / 7) !== week) continue;
      const { machine, minutes, openings } = tasks[index]!;
      load.work += minutes;
      add(machine, minutes);
      const needs: [string, number][] = [
        [machine, setUpMinutes[machine] ?? 0],
        ...openings.map((one): [string, number] => [`${machine} ${one}`, openingMinutes[one] ?? 0]),
      ];
      for (const [key, cost] of needs) {
        if (opened.has(key)) continue;
        opened.add(key);
        load.openings += cost;
        add(machine, cost);
      }
    }
    return load;
  });
}
