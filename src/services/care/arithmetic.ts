import type { CareGroup } from '../../core/care/care';
import { within, type Presence } from '../../core/parts/presence';
import {
  eachSessionHours,
  recentMixSessions,
  type SoilWeighing,
} from '../../core/usage/session-hours';
import type { Draught, Process } from '../../core/usage/soil';
import { sessionsBeside, sessionsBetween } from '../../records/usage/sessions';
import type { Shop } from '../shop';
import { shopWeights } from '../usage/soil-weights-read';

/** One session's part in a counter. */
export interface ArithmeticRow {
  entryId: string;
  start: number;
  runSeconds: number;
  material: string | null;
  process: Process | null;
  draught: Draught | null;
  /** weights of the asked group */
  weights: { material: number; air: number; draught: number };
  basis: SoilWeighing['basis'];
  /** milliseconds; the rows add up to the counter exactly */
  soilMilliseconds: number;
}

/**
 * Which sessions made a station's soil counter, with which weights, newest first.
 * @param stays where it was made: its machine, or the machines its module was in
 */
export function stationArithmetic(
  shop: Shop,
  stays: readonly Presence[],
  group: Exclude<CareGroup, 'coolant'>,
  since: number,
  now: number,
): ArithmeticRow[] {
  const weightsAt = shopWeights(shop);
  return within(stays, since, now + 1)
    .flatMap(({ machineId, from, to }) => {
      const earlier = sessionsBeside(shop.db, machineId, from, 'before', recentMixSessions);
      const sessions = [...earlier, ...sessionsBetween(shop.db, machineId, from, to - 1)];
      const hours = eachSessionHours(sessions, weightsAt);
      return sessions
        .map((session, index): ArithmeticRow => {
          const { soil, weighing } = hours[index]!;
          return {
            entryId: session.entryId,
            start: session.start,
            runSeconds: session.runSeconds,
            material: session.material,
            process: session.process,
            draught: session.draught,
            weights: {
              material: weighing.material[group],
              air: weighing.air[group],
              draught: weighing.draught[group],
            },
            basis: weighing.basis,
            soilMilliseconds: soil[group],
          };
        })
        .slice(earlier.length);
    })
    .reverse();
}
