import type { Limit } from '../../core/care/care';
import { criticalities, type Criticality } from '../../core/care/danger';
import { comingUp, weeklyLoad } from '../../core/schedule/load';
import { groupBy } from '../../core/units/group-by';
import { startOfLocalDay } from '../../core/units/zone';
import { dueMachines } from '../care/due';
import type { Shop } from '../shop';
import { currentSchedule } from './schedules';
import { technicianTime, technicianWindows } from './time';
import { weeksAhead, type TaskWords } from './problem';

/** A quarter, in weeks. */
const weeks = 13;

/** What drives the load: one limit of one task at one station. */
export interface Driver {
  machineId: string;
  station: string;
  slug: string;
  task: string;
  limit: Limit;
  basis: TaskWords['basis'];
  times: number;
  minutes: number;
}

/** Whether the technician's time is enough for the next quarter. Minutes. */
export interface Load {
  /** first shop-local day of each week, from today on */
  weeks: {
    day: number;
    needed: number;
    there: number;
    openings: number;
    byMachine: Record<string, number>;
  }[];
  machines: { id: string; nickname: string; minutes: number }[];
  dangers: { criticality: Criticality; minutes: number }[];
  /** by minutes, most first */
  drivers: Driver[];
  needed: number;
  there: number;
  told: boolean;
  /** what the kept plan has in its whole weeks from now on, beside what is needed in the same weeks; `null`: no plan */
  planned: { weeks: number; minutes: number; needed: number } | null;
}

/**
 * The load of the next quarter: what comes up, done each time its limit is reached, against the windows there are.
 * @param machines where their tasks stand @default reckoned for this very moment
 */
export function technicianLoad(shop: Shop, machines = dueMachines(shop)): Load {
  const days = weeks * 7;
  const { problem, tasks, from, lanes, told } = weeksAhead(shop, machines, null, {
    days,
    setUps: currentSchedule(shop)?.plan.setUps ?? {},
  });
  const coming = comingUp(problem.tasks, days);
  const loads = weeklyLoad(
    problem.tasks,
    coming,
    days,
    problem.setUpMinutes,
    problem.openingMinutes,
  );
  const time = technicianTime(shop);
  const rows = loads.map(({ work, openings, byMachine }, week) => {
    const day = from + 7 * week;
    const there = technicianWindows(shop, time, day, 7).reduce(
      (sum, window) => sum + (window.to - Math.max(window.from, shop.now())) / 60_000,
      0,
    );
    return {
      day,
      needed: work + openings,
      there: Math.max(0, Math.round(there)),
      openings,
      byMachine: Object.fromEntries(byMachine),
    };
  });
  const drivers = [...groupBy(coming, ({ task, limit }) => `${task} ${limit}`).values()]
    .map((some): Driver => {
      const { task, limit } = some[0]!;
      const words = tasks[task]!;
      return {
        machineId: words.machineId,
        station: words.station,
        slug: words.slug,
        task: words.task,
        limit: words.limits[limit]!,
        basis: words.basis,
        times: some.length,
        minutes: some.length * problem.tasks[task]!.minutes,
      };
    })
    .sort((a, b) => b.minutes - a.minutes);
  return {
    weeks: rows,
    machines: lanes
      .map(({ id, nickname }) => ({
        id,
        nickname,
        minutes: sum(rows.map((row) => row.byMachine[id] ?? 0)),
      }))
      .sort((a, b) => b.minutes - a.minutes),
    dangers: criticalities.map((criticality) => ({
      criticality,
      minutes: sum(
        coming
          .filter(({ task }) => problem.tasks[task]!.criticality === criticality)
          .map(({ task }) => problem.tasks[task]!.minutes),
      ),
    })),
    drivers,
    needed: sum(rows.map((row) => row.needed)),
    there: sum(rows.map((row) => row.there)),
    told,
    planned: plannedIn(shop, from, rows),
  };
}

/** What the kept plan has in its whole weeks from a day on, and what is needed in them. */
function plannedIn(shop: Shop, from: number, weekly: Load['weeks']): Load['planned'] {
  const plan = currentSchedule(shop)?.plan;
  const count = plan ? Math.floor((plan.from + plan.days - from) / 7) : 0;
  if (!plan || count <= 0) return null;
  const end = startOfLocalDay(from + 7 * count, shop.zone);
  return {
    weeks: count,
    minutes: sum(
      plan.blocks
        .filter((block) => block.until > shop.now() && block.from < end)
        .map(({ minutes }) => minutes),
    ),
    needed: sum(weekly.slice(0, count).map(({ needed }) => needed)),
  };
}

const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);
