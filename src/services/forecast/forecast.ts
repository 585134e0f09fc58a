import type { Limit, LimitKind } from '../../core/care/care';
import { counterFor, isDue } from '../../core/care/due';
import { backTest, judgedSpans, type Coverage } from '../../core/forecast/back-test';
import { restOfDay, sharesAhead, stillToday } from '../../core/forecast/ahead';
import { forecastDue, laterOf, type DueForecast, type Filling } from '../../core/forecast/due';
import {
  dayAmounts,
  lookBackDays,
  fitUse,
  type DayAmounts,
  type DayShare,
  type UseModel,
} from '../../core/forecast/use';
import type { ScheduleFilling } from '../../core/schedule/problem';
import { isClosed } from '../../core/schedule/time';
import { memoized } from '../../core/units/memoized';
import { millisecondsToHours, secondsToHours } from '../../core/units/time';
import { weekdayOf } from '../../core/units/wall-clock';
import { localDay } from '../../core/units/zone';
import { soilGroups, type SoilGroup } from '../../core/usage/soil';
import { listMachines } from '../../records/machines';
import { dayTotals, type DayTotals } from '../../records/usage/totals';
import type { TaskDue } from '../care/due';
import { machineMeter } from '../usage/machine-meter';
import { keptOf, ofThisMinute } from '../kept';
import type { Shop } from '../shop';
import { technicianTime } from '../schedule/time';

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
  /** when a task will be due; `null` where there is too little use to tell, or nobody knows when it was last done */
  due: (task: TaskDue) => DueForecast | null;
  /**
   * how its limits are expected to fill; a limit that nothing can be told of stays as it is
   * @param ahead days from today on which it begins
   */
  fillings: (task: TaskDue, days: number, share?: DayShare, ahead?: number) => ScheduleFilling[];
  /** run hours expected on each day */
  hours: (days: number, share?: DayShare, ahead?: number) => number[];
}

/** Forecasts from a machine's own recent days, up to yesterday: today is not over. */
export function machineForecast(shop: Shop, machineId: string, now = shop.now()): MachineForecast {
  const today = localDay(now, shop.zone);
  const from = today - lookBackDays;
  const all = dayTotals(shop.db, machineId, from);
  const days = all.filter(({ day }) => day < today);
  const soFar = all.find(({ day }) => day === today);
  const rest = restOfDay(now, today, shop.zone);
  const time = technicianTime(shop);
  const closed = memoized((day: number) => isClosed(time, day));
  const usedToday = (measure: Measure) => (soFar ? amountOf(measure, soFar) : 0);
  /** what a day is expected to add to what is counted now, by days from today */
  const expected = (measure: Measure | null, share: DayShare) => {
    const known = measure === null ? null : model(measure);
    if (measure === null || known === null) return () => 0;
    return (day: number): number => {
      const usual = known.mean[weekdayOf(today + day)]! * share(day);
      return day > 0 ? usual : stillToday(usual, usedToday(measure), rest);
    };
  };
  /** what a day still sees of its usual use: the rest of today, nothing while the shop is closed */
  const sees = (measure: Measure): DayShare => {
    const known = model(measure);
    return known ? sharesAhead(known, { today, used: usedToday(measure), rest, closed }) : always;
  };
  let share: number | null = null;
  const beam = () => (share ??= machineMeter(shop.db, shop.zone, machineId).beamShare().likely);
  const model = memoized((measure: Measure): UseModel | null =>
    fitUse(amountsOf(days, measure, today - 1), today - 1, closed),
  );
  const fillingOf = (kind: UseKind, group: string, left: number): Filling | null => {
    const measure = measureOf(kind, group);
    // beam hours come as a share of the run
    const filled = kind === 'beam' ? left / Math.max(1e-9, beam()) : left;
    return measure && { left: filled, model: model(measure), share: sees(measure) };
  };
  const due = memoized(
    ({ task, counters, standing, known, range }: TaskDue): DueForecast | null => {
      if (isDue(standing.state)) {
        return { early: today, likely: today, late: today };
      }
      if (!known) return null;
      /** @param more share of each limit that may be used beyond what was counted, or less where negative */
      const dueWith = (more: number) =>
        whenReached(
          task.limits,
          today,
          ({ kind, value }) => value - counterFor(kind, counters) - more * value,
          (kind, left) => fillingOf(kind, task.group, left),
        );
      const likely = dueWith(0);
      if (!range || !likely) return likely;
      // a start that is not sure: early from the most it may have had, late from the least
      return {
        early: dueWith((range.most ?? standing.used) - standing.used)!.early,
        likely: likely.likely,
        late: dueWith(range.least - standing.used)!.late,
      };
    },
  );
  return {
    today,
    due,
    fillings: ({ task, counters }, count, share = always, ahead = 0) =>
      task.limits.map(({ kind, value, notBefore }): ScheduleFilling => {
        const measure = kind === 'days' ? null : measureOf(kind, task.group);
        const each = kind === 'days' ? () => 1 : expected(measure, share);
        const whole = kind === 'beam' ? value / Math.max(1e-9, beam()) : value;
        const sum = [0];
        for (let day = 0; day < count; day++) sum.push(sum[day]! + each(day + ahead) / whole);
        return { start: counterFor(kind, counters) / value, sum, ...(notBefore && { notBefore }) };
      }),
    hours: (count, share = always, ahead = 0) =>
      Array.from({ length: count }, (_, day) => expected('run', share)(day + ahead)),
  };
}

/** The same of now, to the minute: made anew for a machine when something was written of it. */
export function forecastNow(shop: Shop, machineId: string): MachineForecast {
  return keptOf(shop, `forecast ${machineId}`, ofThisMinute, () => ({
    value: machineForecast(shop, machineId),
    of: [machineId],
  }));
}

const always: DayShare = () => 1;

type UseKind = Exclude<LimitKind, 'days'>;

/**
 * When a task will be due by its limits: the first of those that make due, but not before all that must be reached too.
 * @param fillingOf how a limit that use fills does so; `null`: nothing can be told of it
 */
function whenReached(
  limits: readonly Limit[],
  today: number,
  leftOf: (limit: Limit) => number,
  fillingOf: (kind: UseKind, left: number) => Filling | null,
): DueForecast | null {
  const firstOf = (some: readonly Limit[]): DueForecast | null => {
    const fillings: Filling[] = [];
    let calendar: number | null = null;
    for (const limit of some) {
      const left = leftOf(limit);
      if (limit.kind === 'days') {
        const day = today + Math.ceil(left);
        calendar = calendar === null ? day : Math.min(calendar, day);
        continue;
      }
      const filling = fillingOf(limit.kind, left);
      if (filling) fillings.push(filling);
    }
    return forecastDue(fillings, today, calendar);
  };
  return limits
    .filter(({ notBefore }) => notBefore)
    .reduce(
      (before, limit) => laterOf(before, firstOf([limit])),
      firstOf(limits.filter(({ notBefore }) => !notBefore)),
    );
}

function measureOf(kind: UseKind, group: string): Measure | null {
  if (kind === 'beam') return 'run';
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
  const time = technicianTime(shop);
  const closed = memoized((day: number) => isClosed(time, day));
  return listMachines(shop.db).map(({ id, nickname }) => {
    const days = dayTotals(shop.db, id, from).filter(({ day }) => day < today);
    const sum = judgedSpans.map((span) => ({ days: span, judged: 0, held: 0 }));
    for (const measure of ['run', ...soilGroups] as const) {
      backTest(amountsOf(days, measure, today - 1), today - 1, closed).forEach(
        ({ judged, held }, index) => {
          sum[index]!.judged += judged;
          sum[index]!.held += held;
        },
      );
    }
    return { machineId: id, nickname, useDays: days.length, coverage: sum };
  });
}
