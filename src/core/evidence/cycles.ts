import type { CareEvent, CareTask, Counters, Finding } from '../care/care';
import { cleans, rung } from '../care/depth';
import { resetsTask } from '../care/resets';
import { millisecondsToHours, secondsToHours } from '../units/time';
import type { LifeObservation } from './life';

/** What a life can be counted in: hours of soil, run and beam, and days. */
export const clocks = ['soil', 'run', 'beam', 'days'] as const;
export type Clock = (typeof clocks)[number];

/** A graded look at a station: an entry of the book. */
export interface GradedCare extends CareEvent {
  id: string;
  method: string | null;
  person: string;
}

/** A look since the task was last done. */
export interface Look {
  /** the entry */
  id: string;
  /** UTC milliseconds */
  at: number;
  finding: Finding;
  soiled: boolean;
  /** since the task was last done, by clock */
  counted: Readonly<Record<Clock, number>>;
}

/** What was seen between one time a task was done and the next. */
export interface Cycle {
  /** when it began, UTC milliseconds */
  since: number;
  /** how and by whom it had been done */
  method: string | null;
  person: string;
  looks: Look[];
}

/** Why a finding tells nothing of how long a task lasts. */
export const setAsides = ['before', 'damaged', 'swapped', 'no use'] as const;
export type SetAside = (typeof setAsides)[number];

/** The cycles of one task, and how many findings were set aside. */
export interface Cycles {
  cycles: Cycle[];
  aside: Readonly<Record<SetAside, number>>;
}

/** Found so, it was soiled. Haze is not: it is wiped, and nothing is lost by it yet. */
const isSoiled = (finding: Finding) => finding === 'soiled' || finding === 'caked';

export function countedBy({
  soilMilliseconds,
  runSeconds,
  beamSeconds,
  days,
}: Counters): Look['counted'] {
  return {
    soil: millisecondsToHours(soilMilliseconds),
    run: secondsToHours(runSeconds),
    beam: secondsToHours(beamSeconds),
    days,
  };
}

/**
 * What the findings at a station tell of how long one of its tasks lasts. A finding tells of a task when that task or a
 * deeper one was done with it; of the shallowest that cleans, a mere look does too. Set aside is what was found before
 * the task was first done, as damage, after the part was swapped, or without any use since.
 * @param planned tasks of the station
 * @param events standing ones, oldest first
 * @param count use from one instant to another
 * @param swapped whether another part came in between
 */
export function cyclesOf(
  task: CareTask,
  planned: readonly CareTask[],
  events: readonly GradedCare[],
  count: (since: number, at: number) => Counters,
  swapped: (since: number, at: number) => boolean = () => false,
): Cycles {
  const own = rung(task.depth) ?? Infinity;
  const shallowest = planned.every(
    (other) =>
      !cleans(other.depth) || other.group !== task.group || (rung(other.depth) ?? Infinity) >= own,
  );
  const tells = ({ task: done, depth }: CareEvent) =>
    done === task.key || (rung(depth) ?? -1) >= own || (shallowest && depth === 'inspect');
  const aside = { before: 0, damaged: 0, swapped: 0, 'no use': 0 };
  const cycles: Cycle[] = [];
  let current: Cycle | null = null;
  for (const event of events) {
    if (event.finding !== null && tells(event)) {
      const { id, at, finding } = event;
      if (!current) aside.before += 1;
      else if (finding === 'damaged') aside.damaged += 1;
      else if (swapped(current.since, at)) aside.swapped += 1;
      else {
        const counted = countedBy(count(current.since, at));
        if (counted.run > 0)
          current.looks.push({ id, at, finding, soiled: isSoiled(finding), counted });
        else aside['no use'] += 1;
      }
    }
    if (resetsTask(event, task)) {
      current = { since: event.at, method: event.method, person: event.person, looks: [] };
      cycles.push(current);
    }
  }
  return { cycles: cycles.filter(({ looks }) => looks.length > 0), aside };
}

/**
 * A cycle as an observation of a life: clean at the last look before it was first found soiled, soiled by then. Looks
 * after that tell nothing more.
 */
export function observationOf(
  { looks }: Pick<Cycle, 'looks'>,
  clock: Clock,
): LifeObservation | null {
  const first = looks.find(({ soiled }) => soiled);
  const to = first ? first.counted[clock] : null;
  const clean = looks
    .slice(0, first ? looks.indexOf(first) : looks.length)
    .map(({ counted }) => counted[clock])
    .filter((hours) => to === null || hours < to);
  const from = Math.max(0, ...clean);
  if (to === null ? from === 0 : to === 0) return null;
  return { from, to };
}
