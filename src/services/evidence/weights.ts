import { firstPlace } from '../../core/units/halving';
import { observationOf, type Cycle } from '../../core/evidence/cycles';
import {
  learnWeights,
  type LearnedWeight,
  type MixedObservation,
  type MixedTask,
  type SoilOf,
} from '../../core/evidence/material-weights';
import { medianOf } from '../../core/evidence/proposal';
import { millisecondsToHours } from '../../core/units/time';
import { soilGroups, type SoilGroup } from '../../core/usage/soil';
import { soilByMaterial, type MaterialSoil } from '../../records/usage/material-soil';
import type { Shop } from '../shop';
import type { TaskFindings } from './findings';

/** What findings say of materials, for one group of stations. */
export interface GroupWeights {
  group: SoilGroup;
  /** cycles that were gone through */
  cycles: number;
  materials: LearnedWeight[];
}

/** What a session without a material is called by. */
const unnamed = 'not said';

/** Takes the findings of one task after another, and says in the end what they tell of materials. */
export function weightLearner(shop: Pick<Shop, 'db' | 'acceptedRisk'>) {
  const observed = new Map<SoilGroup, MixedTask[]>(soilGroups.map((group) => [group, []]));
  let machine: { id: string; sessions: MaterialSoil[] } | null = null;
  const sessionsOf = (machineId: string) => {
    if (machine?.id !== machineId)
      machine = { id: machineId, sessions: soilByMaterial(shop.db, machineId) };
    return machine.sessions;
  };
  return {
    take({ machineId, task, clock, limit, cycles }: TaskFindings): void {
      const group = soilGroups.find((one) => one === task.group);
      if (!group || clock !== 'soil') return;
      const sessions = sessionsOf(machineId);
      const observations = cycles.flatMap((cycle) => mixedOf(cycle, sessions, group) ?? []);
      const median = medianOf(limit, shop.acceptedRisk);
      if (observations.length > 0) observed.get(group)!.push({ median, observations });
    },
    learned: (): GroupWeights[] =>
      soilGroups.map((group) => ({
        group,
        cycles: observed
          .get(group)!
          .reduce((sum, { observations }) => sum + observations.length, 0),
        materials: learnWeights(observed.get(group)!),
      })),
  };
}

/** A cycle by what was worked in it; `null` where it tells nothing. */
function mixedOf(
  cycle: Cycle,
  sessions: readonly MaterialSoil[],
  group: SoilGroup,
): MixedObservation | null {
  if (!observationOf(cycle, 'soil')) return null;
  const first = cycle.looks.findIndex(({ soiled }) => soiled);
  const clean = cycle.looks.slice(0, first < 0 ? undefined : first).at(-1);
  const until = (at: number | undefined) =>
    at === undefined ? {} : soilBetween(sessions, group, cycle.since, at);
  return {
    from: until(clean?.at),
    to: first < 0 ? null : until(cycle.looks[first]!.at),
  };
}

/** Soil hours by material of the sessions that began between two instants. @param sessions in order of start */
function soilBetween(
  sessions: readonly MaterialSoil[],
  group: SoilGroup,
  since: number,
  at: number,
): SoilOf {
  const soil: Record<string, number> = {};
  const first = firstPlace(sessions.length, (place) => sessions[place]!.start >= since);
  for (let i = first; i < sessions.length; i++) {
    const { start, material, soil: own } = sessions[i]!;
    if (start >= at) break;
    const name = material ?? unnamed;
    soil[name] = (soil[name] ?? 0) + millisecondsToHours(own[group]);
  }
  return soil;
}
