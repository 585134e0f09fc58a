import type { Criticality } from '../../core/care/danger';
import { compareDanger } from '../../core/care/danger';
import { handsOn } from '../../core/care/minutes';
import { caredFor, replay, replayClock } from '../../core/care/replay';
import type { School } from '../../core/care/schools';
import { schools } from '../../core/care/schools';
import { startOfLocalDay, localDay } from '../../core/units/zone';
import { careBackwards } from '../../records/care';
import { listStations } from '../../records/machines';
import { firstUse, hoursBetween, useMark } from '../../records/usage/totals';
import { keptWhile } from '../kept';
import { requireMachine } from '../machines/machines';
import { machineMeter } from '../usage/machine-meter';
import type { Shop } from '../shop';
import { carePlanFinder, tasksUnder, followsEveryJob } from './care-plans';

/** What a school would have meant for a machine. */
export interface SchoolTrial {
  school: School;
  /** cleanings, had each task been done at the moment it became due */
  cleanings: number;
  /** hands-on minutes of them */
  minutes: number;
  /** tasks that, as they were in fact done, went past this school's limit */
  past: number;
  /** the gravest of them, and of its class the furthest: share of its limit, 1 is due */
  furthest: { station: string; task: string; criticality: Criticality; used: number } | null;
}

const trialDays = 91;

/**
 * What each school would have meant for a machine over the last three months: how many cleanings and
 * minutes, and how far past its limits the shop's actual cleanings let things go. Tasks that follow
 * every job are left out; the shop's own limits hold under every school. A station that goes with a
 * module is taken as if what is fitted now had been there all along.
 */
export function schoolTrials(shop: Shop, machineId: string, now = shop.now()): SchoolTrial[] {
  const { db, zone } = shop;
  const machine = requireMachine(shop, machineId);
  if (!machine.ok) return [];
  const from = startOfLocalDay(localDay(now, zone) - trialDays, zone);
  const plan = carePlanFinder(shop, now, machineId)(machineId);
  const first = Math.min(machine.value.addedAt, firstUse(db, machineId) ?? Infinity);
  const stations = listStations(db, machineId).map((row) => ({
    row,
    ...caredFor(careBackwards(db, row.id, now), tasksUnder(plan, row), {
      from,
      first: Math.max(row.countsFrom ?? first, first),
    }),
  }));
  const trials = schools.map((school): SchoolTrial => ({
    school,
    cleanings: 0,
    minutes: 0,
    past: 0,
    furthest: null,
  }));
  const clock = replayClock(
    useSince(shop, machineId, from, now),
    { from, to: now, zone },
    machineMeter(db, zone, machineId),
  );
  for (const { row, events, sinces } of stations) {
    for (const trial of trials) {
      const tasks = tasksUnder(plan, row, trial.school)
        .filter((task) => !followsEveryJob(task))
        .map((task) => ({ ...task, since: sinces.get(task.key)! }));
      if (tasks.length === 0) continue;
      const asked = replay(tasks, clock, null);
      const fact = replay(tasks, clock, events);
      for (const [index, task] of tasks.entries()) {
        trial.cleanings += asked[index]!.cleanings;
        trial.minutes += asked[index]!.cleanings * handsOn(task.minutes);
        const used = fact[index]!.furthest;
        if (used <= 1) continue;
        trial.past += 1;
        const one = { station: row.name, task: task.name, criticality: task.criticality, used };
        if (trial.furthest === null || compareDanger(one, trial.furthest) < 0) {
          trial.furthest = one;
        }
      }
    }
  }
  return trials;
}

/** The use of a machine from an instant on. That of days that are over is kept: it is most of it, and hardly changes. */
function useSince(shop: Shop, machineId: string, from: number, now: number) {
  const { db, zone } = shop;
  const today = startOfLocalDay(localDay(now, zone), zone);
  const before = [db, machineId, from, today - 1] as const;
  const mark = `${from} ${today} ${useMark(...before)}`;
  return [
    ...keptWhile(shop, `use before today of ${machineId}`, mark, () => hoursBetween(...before)),
    ...hoursBetween(db, machineId, today, now),
  ];
}
