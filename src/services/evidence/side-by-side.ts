import { stationKind } from '../../catalogue/catalogue';
import { comparedLogSd, compareLives, type Comparison } from '../../core/evidence/compare';
import type { Clock, Cycle } from '../../core/evidence/cycles';
import {
  coarseGrid,
  lifePoints,
  posteriorOfLife,
  type Points,
} from '../../core/evidence/life-posterior';
import { medianOf } from '../../core/evidence/proposal';
import { groupBy } from '../../core/units/group-by';
import { othersTurn } from '../background/background-job';
import type { Shop } from '../shop';
import { observationsBy, type IntervalEvidence } from './intervals';
import { keptCycles, keptEvidence } from './reckoned';

/** What can be held against each other: how it was done, where, by whom, or before a day and after it. */
export const sides = ['machine', 'method', 'person', 'day'] as const;
export type Side = (typeof sides)[number];

/** A task that several machines may have. */
export interface ComparableTask {
  stationKind: string;
  task: string;
  /** "protective window: wipe" */
  name: string;
  cycles: number;
}

/** One of those held against each other. */
export interface SideGroup {
  name: string;
  cycles: number;
  soiled: number;
  /** the life at the accepted share soiled */
  life: Points;
}

/** Two of them, the first against the second. */
export interface SidePair extends Comparison {
  first: string;
  second: string;
}

/** Fewer cycles than this are not held against others. */
const leastCycles = 3;
/** At most so many groups, the fullest first. */
const mostGroups = 4;

const kindOf = ({ stationKind, task }: { stationKind: string; task: string }) =>
  `${stationKind} ${task}`;

/** The tasks with findings enough for two groups, the fullest first. */
export function comparableTasks(shop: Pick<Shop, 'dataDir'>): ComparableTask[] {
  const kept = keptEvidence(shop);
  return [...groupBy(kept?.intervals ?? [], kindOf).values()]
    .map((some) => ({
      stationKind: some[0]!.stationKind,
      task: some[0]!.task,
      name: `${stationKind(some[0]!.stationKind).name}: ${some[0]!.name.toLowerCase()}`,
      cycles: some.reduce((sum, { cycles }) => sum + cycles, 0),
    }))
    .filter(({ cycles }) => cycles >= 2 * leastCycles)
    .sort((a, b) => b.cycles - a.cycles);
}

/** The groups of a task and each pair of them. */
export interface SideBySide {
  clock: Clock;
  groups: SideGroup[];
  /** those with too few findings, by name */
  tooFew: string[];
  pairs: SidePair[];
}

/**
 * Holds the lives of one task against each other, others served between one reckoning and the next.
 * @param day UTC milliseconds, for before and after
 * @returns `null` where nothing is known of the task
 */
export async function sideBySide(
  shop: Pick<Shop, 'dataDir' | 'acceptedRisk'>,
  of: { stationKind: string; task: string },
  side: Side,
  day: number,
): Promise<SideBySide | null> {
  const intervals = (keptEvidence(shop)?.intervals ?? []).filter(
    (one) => kindOf(one) === kindOf(of),
  );
  const [first] = intervals;
  if (!first) return null;
  const { clock } = first;
  const median = medianOf(first.limit, shop.acceptedRisk);
  const all = intervals.flatMap((one) =>
    keptCycles(shop, one).map((cycle) => ({ cycle, name: nameOf(side, one, cycle, day) })),
  );
  const named = [...groupBy(all, ({ name }) => name)]
    .map(([name, some]) => ({
      name,
      observed: observationsBy(
        some.map(({ cycle }) => cycle),
        clock,
      ),
    }))
    .sort((a, b) => b.observed.length - a.observed.length);
  const full = named.filter(({ observed }) => observed.length >= leastCycles).slice(0, mostGroups);
  const tooFew = named.filter((one) => !full.includes(one)).map(({ name }) => name);
  const groups: SideGroup[] = [];
  const pairs: SidePair[] = [];
  for (const [at, { name, observed }] of full.entries()) {
    await othersTurn();
    const life = posteriorOfLife(observed, { median, logSd: comparedLogSd }, { grid: coarseGrid });
    groups.push({
      name,
      cycles: observed.length,
      soiled: observed.filter(({ to }) => to !== null).length,
      life: lifePoints(life, shop.acceptedRisk),
    });
    for (const other of full.slice(at + 1)) {
      await othersTurn();
      const compared = compareLives(observed, other.observed, median);
      pairs.push({ first: name, second: other.name, ...compared });
    }
  }
  return { clock, groups, tooFew, pairs };
}

function nameOf(side: Side, { machine }: IntervalEvidence, cycle: Cycle, day: number): string {
  switch (side) {
    case 'machine':
      return machine;
    case 'method':
      return cycle.method ?? 'no method noted';
    case 'person':
      return cycle.person;
    case 'day':
      return cycle.since < day ? 'before' : 'from that day on';
  }
}
