import { compareDanger } from '../../core/care/danger';
import { schools, type School } from '../../core/care/schools';
import { listMachines } from '../../records/machines';
import type { Shop } from '../shop';
import { carePlanFinder } from './care-plans';
import { schoolTrials, type SchoolTrial } from './school-trials';

/** What a school asks of the whole shop, and what it lets go further than the schools in force. */
export interface ShopSchool {
  school: School;
  /** hands-on minutes of a quarter, had each task been done when it came due; openings apart */
  minutes: number;
  cleanings: number;
  /** share of the minutes that every machine by its own school in force takes; 1 is as now */
  ofNow: number;
  /** tasks that went past this school's limits as they were in fact done */
  past: number;
  /** the gravest of them, and where */
  furthest: (NonNullable<SchoolTrial['furthest']> & { machine: string }) | null;
}

/** The school by which each machine is cared for now. */
function schoolFinder(shop: Shop): (machineId: string) => School {
  const plan = carePlanFinder(shop, shop.now());
  return (machineId) => plan(machineId).school;
}

/**
 * What each school would have asked of all machines over the last three months, the least first, against every machine
 * by the school it is cared for by.
 */
export function shopSchools(shop: Shop, schoolOf = schoolFinder(shop)): ShopSchool[] {
  const totals = new Map<School, Omit<ShopSchool, 'ofNow'>>(
    schools.map((school) => [
      school,
      { school, minutes: 0, cleanings: 0, past: 0, furthest: null },
    ]),
  );
  let now = 0;
  for (const { id, nickname } of listMachines(shop.db)) {
    const inForce = schoolOf(id);
    for (const trial of schoolTrials(shop, id)) {
      const total = totals.get(trial.school)!;
      total.minutes += trial.minutes;
      total.cleanings += trial.cleanings;
      total.past += trial.past;
      if (trial.school === inForce) now += trial.minutes;
      const { furthest } = trial;
      if (furthest && (!total.furthest || compareDanger(furthest, total.furthest) < 0)) {
        total.furthest = { ...furthest, machine: nickname };
      }
    }
  }
  return [...totals.values()]
    .map((total) => ({ ...total, ofNow: now > 0 ? total.minutes / now : 1 }))
    .sort((a, b) => a.minutes - b.minutes);
}
