import type { DueForecast } from '../../core/forecast/due';
import { lateness, type Lateness } from '../../core/schedule/lateness';
import { scheduleCost, type Schedule, type ScheduleCost } from '../../core/schedule/problem';
import { groupBy } from '../../core/units/group-by';
import type { Lane, Weeks } from '../../services/schedule/problem';
import type { ScheduleState, ScheduleView } from '../../services/schedule/schedules';
import { keptBlocks, type ViewBlock } from './blocks';
import { taskWords } from './words';

/** When tasks will be due, by task. */
export type DueMarks = Readonly<Record<string, DueForecast>>;

/** What the lanes are drawn on: the weeks without what they were reckoned from, which is most of them. */
export interface Ground extends Pick<Weeks, 'from' | 'windows' | 'closed'> {
  /** days drawn */
  days: number;
  lanes: (Lane & {
    /** what will likely be due, by shop-local day */
    due: { day: number; what: string[] }[];
  })[];
}

/** What a plan comes to. */
export interface PlanSum extends Lateness {
  cost: ScheduleCost;
}

/** The plan that holds, as its page shows it. */
export interface PlanView {
  ground: Ground;
  blocks: ViewBlock[];
  sum: PlanSum;
  state: Pick<ScheduleState, 'id' | 'madeAt' | 'madeBy' | 'words' | 'overtaken'> & {
    /** what was proved when it was made */
    proved: { cost: number; bound: number } | null;
  };
  /** whether anybody ever said when the technician is there */
  told: boolean;
  /** what is done between the windows, by whoever uses the machine; the fastest first, like machines together */
  often: { nicknames: string[]; what: string[]; everyDays: { least: number; most: number } }[];
  /** what a hand refused: machine, when the window begins in UTC milliseconds, and why */
  refused: { key: string; nickname: string; from: number; reason: string; by: string }[];
}

/** Run hours as the foot of a cell says them. */
const rounded = (hours: number) => Math.round(hours * 10) / 10;

export function groundOf(weeks: Weeks, marks: DueMarks): Ground {
  const { from, windows, closed, problem, tasks, lanes } = weeks;
  const due = (machineId: string) => {
    const own = tasks.flatMap((task) => {
      const day = task.machineId === machineId ? (marks[task.id]?.likely ?? null) : null;
      return day === null ? [] : [{ day, words: taskWords(task.station, task.task) }];
    });
    return [...groupBy(own, ({ day }) => day)].map(([day, some]) => ({
      day,
      what: some.map(({ words }) => words),
    }));
  };
  return {
    from,
    windows,
    closed,
    days: problem.days,
    lanes: lanes.map((lane) => ({
      ...lane,
      hours: lane.hours.map(rounded),
      due: due(lane.id),
    })),
  };
}

export const planSum = (weeks: Weeks, plan: Schedule): PlanSum => ({
  ...lateness(weeks.problem, plan),
  cost: scheduleCost(weeks.problem, plan),
});

/** What fills faster than the windows come; machines with the same tasks share a line. */
function oftenOf({ often }: Weeks, nicknames: ReadonlyMap<string, string>): PlanView['often'] {
  const machines = [...groupBy(often, ({ machineId }) => machineId)].map(([machineId, some]) => ({
    nickname: nicknames.get(machineId) ?? '',
    what: some
      .map(
        ({ station, task, criticality }) =>
          `${taskWords(station, task)}${criticality === 'fire' ? ' (can burn)' : ''}`,
      )
      .sort((a, b) => a.localeCompare(b)),
    days: some.map(({ everyDays }) => everyDays),
  }));
  return [...groupBy(machines, ({ what }) => what.join('; ')).values()].map((alike) => {
    const days = alike.flatMap((one) => one.days);
    return {
      nicknames: alike.map(({ nickname }) => nickname),
      what: alike[0]!.what,
      everyDays: { least: Math.min(...days), most: Math.max(...days) },
    };
  });
}

export function planView({ weeks, plan, state }: ScheduleView, marks: DueMarks): PlanView {
  const { id, madeAt, madeBy, words, overtaken, kept } = state;
  const nicknames = new Map(weeks.lanes.map((lane) => [lane.id, lane.nickname]));
  const begins = new Map(weeks.windows.map((window) => [window.id, window.from]));
  const refused = new Map(
    (kept?.refused ?? []).flatMap(({ machineId, window, reason, by }) => {
      const from = begins.get(window);
      const nickname = nicknames.get(machineId) ?? '';
      const key = `${machineId} ${window}`;
      return from === undefined ? [] : [[key, { key, nickname, from, reason, by }] as const];
    }),
  );
  return {
    ground: groundOf(weeks, marks),
    blocks: keptBlocks(weeks, state, marks),
    sum: planSum(weeks, plan),
    state: {
      ...{ id, madeAt, madeBy, words, overtaken },
      proved: kept && kept.bound !== null ? { cost: kept.cost, bound: kept.bound } : null,
    },
    told: weeks.told,
    often: oftenOf(weeks, nicknames),
    refused: [...refused.values()],
  };
}
