import type { LimitKind } from '../core/care/care';
import { counterFor } from '../core/care/due';
import { backTest, judgedSpans, type Coverage } from '../core/forecast/back-test';
import { forecastDue, type DueForecast, type Filling } from '../core/forecast/due';
import {
  dayAmounts,
  lookBackDays,
  fitUse,
  type DayAmounts,
  type UseModel,
} from '../core/forecast/use';
import { millisecondsToHours, secondsToHours } from '../core/units/time';
import { localDay } from '../core/units/zone';
import { soilGroups, type SoilGroup } from '../core/usage/soil';
import { listMachines } from '../records/machines';
import { dayTotals, type DayTotals } from '../records/usage';
import type { TaskDue } from './due';
import type { Shop } from './shop';

/** What use is counted in, for forecasting: run hours, jobs, days of use, soil hours of each group. */
type Measure = 'run' | 'jobs' | 'useDays' | SoilGroup;

function amountOf(measure: Measure, { runSeconds, jobs, soil }: DayTotals): number {
  switch (measure) {
    case 'run':
      return secondsToHours(runSeconds);
    case 'jobs':
      return jobs;
    case 'useDays':
      return 1;
    default:
      return millisecondsToHours(soil[measure]);
  }
}

function amountsOf(days: readonly DayTotals[], measure: Measure, to: number): DayAmounts {
  const amounts = days.map((one) => [one.day, amountOf(measure, one)] as const);
  return dayAmounts(amounts, days[0]?.day ?? to + 1, to);
}

/** The forecasts of one machine: its models are made once, as they are asked for. */
export interface MachineForecast {
  /** the first day that is not known yet: today */
  today: number;
  /** when a task will be due; `null` where there is too little use to tell */
  due: (task: TaskDue) => DueForecast | null;
}

/** Forecasts from a machine's own recent days, up to yesterday: today is not over. */
export function machineForecast(shop: Shop, machineId: string, now = shop.now()): MachineForecast {
  const today = localDay(now, shop.zone);
  const from = today - lookBackDays;
  const days = dayTotals(shop.db, machineId, from).filter(({ day }) => day < today);
  const models = new Map<Measure, UseModel | null>();
  const model = (measure: Measure): UseModel | null => {
    if (!models.has(measure)) {
      models.set(measure, fitUse(amountsOf(days, measure, today - 1), today - 1));
    }
    return models.get(measure)!;
  };
  return {
    today,
    due: ({ task, counters, standing }) => {
      if (standing.state === 'due' || standing.state === 'past due') {
        return { early: today, likely: today, late: today };
      }
      const fillings: Filling[] = [];
      let calendar: number | null = null;
      for (const { kind, value } of task.limits) {
        const left = value - counterFor(kind, counters);
        if (kind === 'days') {
          const day = today + Math.ceil(left);
          calendar = calendar === null ? day : Math.min(calendar, day);
          continue;
        }
        const measure = measureOf(kind, task.group);
        if (measure) fillings.push({ left, model: model(measure) });
      }
      return forecastDue(fillings, today, calendar);
    },
  };
}

function measureOf(kind: Exclude<LimitKind, 'days'>, group: string): Measure | null {
  if (kind !== 'soil') return kind;
  return soilGroups.find((one) => one === group) ?? null;
}

/** How often the forecasts of a machine were right on its own past. */
export interface ForecastRecord {
  machineId: string;
  nickname: string;
  /** days of use it rests on */
  useDays: number;
  coverage: Coverage[];
}

/** The back-test of every machine in use: run hours and the soil of each group, up to a year back. */
export function forecastRecords(shop: Shop): ForecastRecord[] {
  const today = localDay(shop.now(), shop.zone);
  const from = today - 3 * lookBackDays;
  return listMachines(shop.db).map(({ id, nickname }) => {
    const days = dayTotals(shop.db, id, from).filter(({ day }) => day < today);
    const sum = judgedSpans.map((span) => ({ days: span, judged: 0, held: 0 }));
    for (const measure of ['run', ...soilGroups] as const) {
      backTest(amountsOf(days, measure, today - 1), today - 1).forEach(
        ({ judged, held }, index) => {
          sum[index]!.judged += judged;
          sum[index]!.held += held;
        },
      );
    }
    return { machineId: id, nickname, useDays: days.length, coverage: sum };
  });
}
