import type { Criticality } from '../../core/care/danger';
import { handsOn } from '../../core/care/minutes';
import {
  clocks,
  observationOf,
  type Clock,
  type Cycle,
  type SetAside,
} from '../../core/evidence/cycles';
import { fitLife, whyNoFit } from '../../core/evidence/life';
import { proposeLimit, type Proposal } from '../../core/evidence/proposal';
import { weeklyUse } from '../care/little-use';
import { stationById } from '../../records/machines';
import { workFinder } from '../cleaning/work';
import type { Shop } from '../shop';
import type { TaskFindings } from './findings';

/** What findings say of the limit of one task at one station. */
export interface IntervalEvidence extends Proposal {
  machineId: string;
  machine: string;
  stationId: string;
  station: string;
  stationKind: string;
  task: string;
  name: string;
  clock: Clock;
  limit: number;
  /** what neglect does: against fire no longer limit is proposed, whatever was found */
  criticality: Criticality;
  /** hands-on minutes of one, here */
  minutes: number;
  /** how often a quarter, at the use of the last one: by the limit in force and by the proposed one; `null`: too young to tell */
  quarterly: { now: number; proposed: number | null } | null;
  /** how well each clock explains when it was found soiled, by ln of the likelihood; `null`: it does not */
  explains: Readonly<Record<Clock, number | null>>;
  aside: Readonly<Record<SetAside, number>>;
}

const weeksOfQuarter = 13;

/** Reckons what findings say of each task, one after another. */
export function intervalReckoner(shop: Shop) {
  const risk = shop.acceptedRisk;
  const workOf = workFinder(shop);
  const weekly = new Map<string, ReturnType<typeof weeklyUse>>();
  const useOf = (machineId: string) => {
    if (!weekly.has(machineId)) weekly.set(machineId, weeklyUse(shop, machineId));
    return weekly.get(machineId)!;
  };
  return (findings: TaskFindings): IntervalEvidence => {
    const { cycles, aside, task, clock, limit, ...place } = findings;
    const observed = observationsBy(cycles, clock);
    const proposal = proposeLimit(observed, limit, risk, { mayGrow: task.criticality !== 'fire' });
    const { machineId, machine, stationId, station, stationKind, family } = place;
    const { slug } = stationById(shop.db, stationId)!;
    const placed = { id: stationId, slug, kind: stationKind };
    const { task: worked } = workOf({ id: machineId, family }, placed, task);
    const a = amountAWeek(useOf(machineId), clock, task.group);
    const times = (by: number) => (a! * weeksOfQuarter) / by;
    return {
      machineId,
      machine,
      stationId,
      station,
      stationKind,
      task: task.key,
      name: task.name,
      clock,
      limit,
      criticality: task.criticality,
      minutes: handsOn(worked.minutes),
      quarterly:
        a === null
          ? null
          : { now: times(limit), proposed: proposal.proposed && times(proposal.proposed) },
      explains: explains(cycles),
      aside,
      ...proposal,
    };
  };
}

export const observationsBy = (cycles: readonly Cycle[], clock: Clock) =>
  cycles.flatMap((cycle) => observationOf(cycle, clock) ?? []);

/** What a clock goes on by in a week of the last quarter; `null` where nobody can tell. */
function amountAWeek(
  use: ReturnType<typeof weeklyUse>,
  clock: Clock,
  group: string,
): number | null {
  if (clock === 'days') return 7;
  if (!use || clock === 'beam') return null;
  return clock === 'run' ? use.run : (use.soil[group] ?? null);
}

/** With what separates clean from soiled for certain nothing is left to explain. */
function explains(cycles: readonly Cycle[]): IntervalEvidence['explains'] {
  const by = (clock: Clock) => {
    const observed = observationsBy(cycles, clock);
    if (whyNoFit(observed) === 'separated') return 0;
    return fitLife(observed).fit?.logLikelihood ?? null;
  };
  return Object.fromEntries(
    clocks.map((clock) => [clock, by(clock)]),
  ) as IntervalEvidence['explains'];
}
