import { log } from '../log';
import { laySchedule } from '../../core/schedule/lay';
import type { ChildProcess } from 'node:child_process';
import { isDeepStrictEqual } from 'node:util';
import { z } from 'zod';
import { effectOf, type Effect } from '../../core/schedule/moves';
import {
  scheduleCost,
  type Schedule,
  type ScheduleCost,
  type ScheduleProblem,
} from '../../core/schedule/problem';
import { ok } from '../../core/units/result';
import { localDay } from '../../core/units/zone';
import { newId } from '../../records/ids';
import type { MachineDue } from '../care/due';
import { forkWorker, othersTurn } from '../background/background-job';
import { patiently, refuse, type Actor, type Outcome, type Shop } from '../shop';
import { readInput } from '../use-case';
import { currentSchedule, keepSchedule, type ScheduleView } from './schedules';
import { withSetUps } from './set-ups';
import { scheduledDays, weeksAhead, type Weeks, type WeeksOptions, type WhatIf } from './problem';

/** What the process for planning is told. */
export interface ScheduleOrder {
  problem: ScheduleProblem;
  /** the plan that holds, to begin with where it is better than the fast rule's */
  before: Schedule | null;
  seed: number;
  searchSeconds: number;
  /** for the solver, a longer search and what can be proved; 0: none of them */
  proofSeconds: number;
  /** the same days as they are, for a what-if to be held against */
  base: ScheduleProblem | null;
}

/** How far planning is. */
export type SchedulePhase = 'first' | 'searching' | 'proving' | 'solving' | 'ended';

/** What it says, the fast rule's answer first: the best plan so far and what is proved of it. */
export interface ScheduleWord {
  phase: SchedulePhase;
  share: number;
  plan: Schedule;
  bound: number | null;
  /** why the solver did not help, when it failed */
  trouble: string | null;
  /** what the same days cost as they are, for a what-if */
  base: ScheduleCost | null;
  /** what it would cost to do the most overdue first */
  person: ScheduleCost;
}

/** How the work stands, as a page shows it. */
export interface ScheduleWorkView {
  phase: SchedulePhase;
  /** 0 to 1 */
  share: number;
  plan: Schedule;
  cost: ScheduleCost;
  bound: number | null;
  trouble: string | null;
  /** seconds since it was begun */
  seconds: number;
  /** total of the plan that held before, on these weeks */
  before: number | null;
  /** what it would cost to do the most overdue first */
  person: ScheduleCost;
  /** what the same days cost as they are, for a what-if */
  base: ScheduleCost | null;
  /** what changes against the plan that held before */
  effect: Effect | null;
  /** whether nothing more is to come: it is kept, or nothing of it is */
  over: boolean;
}

interface Work {
  shop: Shop;
  actor: Actor;
  weeks: Weeks;
  before: Schedule | null;
  word: ScheduleWord;
  beganAt: number;
  process: ChildProcess;
  /** whether the plan is kept when it has ended; a what-if never is */
  keep: boolean;
  over: boolean;
  weighed: Weighed | null;
}

/** What a plan costs and changes. */
type Weighed = Pick<ScheduleWorkView, 'plan' | 'cost' | 'before' | 'effect'>;

const place = globalThis as {
  bitacoraPlanning?: Map<string, Work>;
  /** a process that has started and waits for its order */
  bitacoraPlanner?: { process: ChildProcess; timer: NodeJS.Timeout } | null;
};
const works = () => (place.bitacoraPlanning ??= new Map());

/** A process that nobody asked is ended after so long. */
const idleMs = 5 * 60_000;

/** Starts a process for planning before it is asked for, so that it answers at once when it is. */
export function warmPlanner(): void {
  if (place.bitacoraPlanner) return;
  const process = forkWorker('schedule-process.ts');
  const timer = setTimeout(() => process.kill('SIGKILL'), idleMs);
  timer.unref();
  place.bitacoraPlanner = { process, timer };
  process.once('exit', () => {
    clearTimeout(timer);
    if (place.bitacoraPlanner?.process === process) place.bitacoraPlanner = null;
  });
}

/** The process that waits, or a new one. */
function takePlanner(): ChildProcess {
  const waiting = place.bitacoraPlanner;
  place.bitacoraPlanner = null;
  if (!waiting?.process.connected) return forkWorker('schedule-process.ts');
  clearTimeout(waiting.timer);
  return waiting.process;
}

/** How long the first search may take, and all that follows it. */
const searchSeconds = 1;
const proofSeconds = 25;

/** What planning begins with: the first answer, at once. */
export interface ScheduleBegun extends ScheduleWorkView {
  id: string;
  weeks: Weeks;
  /** the plan that held before, on these weeks */
  beforeSchedule: Schedule | null;
}

/** Plans the weeks ahead, in a process of its own; the first answer of the fast rule comes back when it is there. */
export function startPlanning(
  shop: Shop,
  actor: Actor,
  { weeks, plan, state }: ScheduleView,
): Promise<Outcome<ScheduleBegun>> {
  const tuned = withSetUps(shop, weeks, currentSchedule(shop)?.plan ?? null);
  return begin(shop, actor, tuned, state.id === null ? null : plan, true);
}

export const whatIfSchema = z.object({
  without: z
    .object({ weekday: z.number().int().min(0).max(6), part: z.enum(['evening', 'day']) })
    .nullish(),
  busier: z
    .object({
      machineId: z.string(),
      times: z.number('Say how many times as much.').min(0).max(10, 'At most ten times as much.'),
      from: z.number().int(),
      days: z.number().int().min(1).max(400),
    })
    .nullish(),
  away: z
    .object({
      from: z.number('Give the first day.').int(),
      to: z.number('Give the last day.').int(),
    })
    .refine(({ from, to }) => from <= to, { message: 'The last day lies before the first.' })
    .nullish(),
});

/** Plans the weeks as they would be if it were otherwise. Nothing of it is kept. */
export async function startWhatIf(
  shop: Shop,
  actor: Actor,
  machines: readonly MachineDue[],
  input: WhatIf,
): Promise<Outcome<ScheduleBegun>> {
  const read = readInput(whatIfSchema, input);
  if (!read.ok) return read;
  const whatIf: WhatIf = read.value;
  if (!whatIf.without && !whatIf.busier && !whatIf.away) {
    return refuse('Say what would be otherwise.');
  }
  const kept = currentSchedule(shop)?.plan ?? null;
  const span = spanOf(shop, whatIf);
  // what waits for windows as things are waits for them then too: else nothing could be compared
  const base = weeksAhead(shop, machines, kept, span);
  const often = new Set<string>(base.often.map(({ id }) => id));
  await othersTurn();
  const weeks = weeksAhead(shop, machines, kept, { ...span, whatIf, often });
  await othersTurn();
  const near = weeks.from === localDay(shop.now(), shop.zone);
  return begin(
    shop,
    actor,
    weeks,
    kept && near ? laySchedule(weeks, kept, shop.now()).plan : null,
    false,
    base,
  );
}

/** The days a what-if looks at: the next four weeks, or more where it ends later, or those around it. */
function spanOf(shop: Shop, { away, busier }: WhatIf): Pick<WeeksOptions, 'begin' | 'days'> {
  const today = localDay(shop.now(), shop.zone);
  const first = away?.from ?? busier?.from ?? today;
  const last = away?.to ?? (busier ? busier.from + busier.days : today);
  if (first - today > farDays) {
    return { begin: first - 7, days: Math.min(mostDays, last - first + 15) };
  }
  return { days: Math.min(mostDays, Math.max(scheduledDays, last - today + 8)) };
}

/** From so many days ahead on nobody knows how dirty things will be. */
const farDays = 42;
/** The most days that are looked at together. */
const mostDays = 63;

/** The first word of a process, or `null` where it ends without one. */
const firstWord = (process: ChildProcess) =>
  new Promise<ScheduleWord | null>((resolve) => {
    process.once('message', (word: ScheduleWord) => resolve(word));
    process.once('exit', () => resolve(null));
  });

async function begin(
  shop: Shop,
  actor: Actor,
  weeks: Weeks,
  before: Schedule | null,
  keep: boolean,
  base: Weeks | null = null,
): Promise<Outcome<ScheduleBegun>> {
  const trouble = impossible(weeks);
  if (trouble) return refuse(trouble);
  const process = takePlanner();
  const beganAt = Date.now();
  process.send({
    problem: weeks.problem,
    before,
    seed: 1,
    searchSeconds,
    proofSeconds: keep ? proofSeconds : 0,
    base: base && base.problem,
  } satisfies ScheduleOrder);
  const word = await firstWord(process);
  if (!word) return refuse('The planning ended before it had begun. The plan that holds stands.');
  // one planning a person: a new one ends the one before, what is over is forgotten
  for (const [other, old] of works()) {
    if (!old.over && old.actor.id !== actor.id) continue;
    works().delete(other);
    old.process.kill('SIGKILL');
  }
  const id = newId();
  const work: Work = {
    shop,
    actor,
    weeks,
    before,
    word,
    beganAt,
    process,
    keep,
    over: false,
    weighed: null,
  };
  works().set(id, work);
  process.on('message', (word: ScheduleWord) => (work.word = word));
  process.on('exit', () => {
    if (work.word.phase !== 'ended') {
      // it was stopped, or failed: the best so far stands
      work.word = {
        ...work.word,
        phase: 'ended',
        trouble: work.word.trouble ?? 'the planning ended too early: this is the best it had found',
      };
    }
    void finish(id, work);
  });
  return ok({ id, weeks, beforeSchedule: before, ...viewOf(work) });
}

/** Why nothing can be planned at all. */
function impossible({ problem: { windows, tasks, setUpMinutes }, told }: Weeks): string | null {
  if (!told) return 'Nobody has said yet when the technician is there: Set-up, Time.';
  if (windows.length === 0) {
    return 'The technician has no window in these weeks: give one in Set-up, Time. The plan that holds stands.';
  }
  const longest = Math.max(...windows.map(({ minutes }) => minutes));
  const shortest = Math.min(
    ...tasks.map(({ minutes, machine }) => minutes + (setUpMinutes[machine] ?? 0)),
  );
  if (tasks.length > 0 && longest < shortest) {
    return `The longest window has ${longest} minutes, and the shortest task takes ${shortest} with making safe: no window holds any. The plan that holds stands.`;
  }
  return null;
}

async function finish(id: string, work: Work): Promise<void> {
  const { shop, actor, weeks, word } = work;
  if (work.keep && works().has(id)) {
    try {
      await patiently(shop, () =>
        keepSchedule(shop, actor, weeks, word.plan, { words: 'planned anew', bound: word.bound }),
      );
    } catch (error) {
      log.error({ err: error }, 'A plan could not be kept.');
      work.word = { ...work.word, trouble: 'it could not be kept: the plan that held stands' };
    }
  }
  work.over = true;
}

function viewOf(work: Work): ScheduleWorkView {
  const { word, beganAt, over } = work;
  const { phase, share, bound, trouble, base, person } = word;
  const seconds = (Date.now() - beganAt) / 1000;
  return { ...weighed(work), phase, share, bound, trouble, base, seconds, person, over };
}

/** Its best plan so far, weighed once: a page asks twice a second, and for most of the time nothing better is found. */
function weighed(work: Work): Weighed {
  const {
    weeks: { problem },
    word: { plan },
    before,
  } = work;
  if (!work.weighed || !isDeepStrictEqual(work.weighed.plan, plan)) {
    work.weighed = {
      plan,
      cost: scheduleCost(problem, plan),
      before: before && scheduleCost(problem, before).total,
      effect: before && effectOf(problem, before, plan),
    };
  }
  return work.weighed;
}

function workOf(actor: Actor, id: string): Work | null {
  const work = works().get(id);
  return work && work.actor.id === actor.id ? work : null;
}

/** How planning stands. Once its end has been told it is forgotten. */
export function viewPlanning(actor: Actor, id: string): Outcome<ScheduleWorkView> {
  const work = workOf(actor, id);
  if (!work) return refuse('That planning is no longer open. The plan that holds is shown.');
  const view = viewOf(work);
  if (view.over) works().delete(id);
  return ok(view);
}

/** Stops planning. @param keep whether the best so far is kept; else the plan that held stands */
export function stopPlanning(actor: Actor, id: string, keep: boolean): Outcome<null> {
  const work = workOf(actor, id);
  if (!work) return ok(null);
  work.word = { ...work.word, trouble: keep ? 'stopped by hand' : work.word.trouble };
  if (!keep) works().delete(id);
  work.process.kill('SIGKILL');
  return ok(null);
}
