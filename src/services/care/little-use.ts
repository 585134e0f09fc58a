import { z } from 'zod';
import { stretchedDays, withDays, type WeeklyUse } from '../../core/care/little-use';
import type { Limit } from '../../core/care/care';
import { localDay } from '../../core/units/zone';
import { listStations } from '../../records/machines';
import { dayTotals, firstUse } from '../../records/usage/totals';
import { requireMachine } from '../machines/machines';
import { refuse, type Outcome, type Shop } from '../shop';
import { allOrRefused, id, useCase } from '../use-case';
import { carePlanFinder, changeLimits, tasksUnder } from './care-plans';

/** A task whose calendar strikes long before use would. */
export interface Stretched {
  stationId: string;
  station: string;
  task: string;
  name: string;
  /** days as they are and as they would be */
  from: number;
  to: number;
}

/** What little use means for the calendar of a machine. */
export interface LittleUse {
  /** run hours a week it rests on */
  hoursPerWeek: number;
  /** whether they were counted here; else they are what somebody expects */
  counted: boolean;
  tasks: Stretched[];
}

/** Use is taken from so many weeks; from fewer than `least` nothing is said. */
const lookedWeeks = 13;
const leastWeeks = 4;
const week = 7;

/** What a machine was used a week of late; `null` where it is too young to tell. */
export function weeklyUse(
  shop: Shop,
  machineId: string,
): { run: number; soil: Record<string, number> } | null {
  const today = localDay(shop.now(), shop.zone);
  const first = firstUse(shop.db, machineId);
  if (first === null) return null;
  const from = Math.max(today - lookedWeeks * week, localDay(first, shop.zone));
  const weeks = (today - from) / week;
  if (weeks < leastWeeks) return null;
  let run = 0;
  const soil: Record<string, number> = {};
  for (const day of dayTotals(shop.db, machineId, from)) {
    run += day.runSeconds / 3600;
    for (const [group, ms] of Object.entries(day.soil)) {
      soil[group] = (soil[group] ?? 0) + ms / 3_600_000;
    }
  }
  for (const group of Object.keys(soil)) soil[group]! /= weeks;
  return { run: run / weeks, soil };
}

/**
 * The tasks of a machine whose calendar does not fit how little it is used, with the calendar that would. Limits that
 * somebody set are left alone.
 * @param expected run hours a week, where somebody says so; else as counted over the last quarter
 */
export function littleUse(
  shop: Shop,
  machineId: string,
  expected: number | null = null,
): LittleUse | null {
  const counted = weeklyUse(shop, machineId);
  const hoursPerWeek = expected ?? counted?.run;
  if (hoursPerWeek === undefined) return null;
  const perRunHour = (group: string) =>
    counted && counted.run > 0 ? (counted.soil[group] ?? 0) / counted.run : 1;
  const plan = carePlanFinder(shop, shop.now(), machineId)(machineId);
  const tasks = listStations(shop.db, machineId).flatMap((station) =>
    tasksUnder(plan, station).flatMap((task): Stretched[] => {
      if (task.basis.from !== 'school') return [];
      const use: WeeklyUse = {
        runHours: hoursPerWeek,
        soilHours: hoursPerWeek * perRunHour(task.group),
      };
      const to = stretchedDays(task, use);
      if (to === null) return [];
      const from = task.limits.find(({ kind }) => kind === 'days')!.value;
      const { id: stationId, name: stationName } = station;
      return [{ stationId, station: stationName, task: task.key, name: task.name, from, to }];
    }),
  );
  return { hoursPerWeek, counted: expected === null, tasks };
}

/** Stretches the calendars that do not fit; each is a change of the care plan with its reason, and can be taken back. */
export const fitCalendar = useCase(
  z.object({
    machineId: id,
    hoursPerWeek: z.number('Give the hours a week.').min(0).max(168).nullable(),
  }),
  (shop, actor, { machineId, hoursPerWeek }): Outcome<{ changed: number }> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    const little = littleUse(shop, machineId, hoursPerWeek);
    if (!little) {
      return refuse(
        'It is too young to tell how much it is used: say the hours a week.',
        'hoursPerWeek',
      );
    }
    if (little.tasks.length === 0) return refuse('Every calendar fits that use as it is.');
    const plan = carePlanFinder(shop, shop.now(), machineId)(machineId);
    const stations = new Map(listStations(shop.db, machineId).map((row) => [row.id, row]));
    const reason = `used about ${little.hoursPerWeek.toFixed(1)} h a week${little.counted ? ', as counted' : ', as expected'}: the calendar waits longer`;
    return allOrRefused(shop, (take) => {
      for (const { stationId, task, to } of little.tasks) {
        const listed = tasksUnder(plan, stations.get(stationId)!).find(({ key }) => key === task)!;
        const limits: Limit[] = withDays(listed.limits, to);
        take(changeLimits(shop, actor, { stationId, task, limits, basis: 'shop', reason }));
      }
      return { changed: little.tasks.length };
    });
  },
);
