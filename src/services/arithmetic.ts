import type { CareGroup } from '../core/care/care';
import {
  eachSessionHours,
  recentMixSessions,
  type SoilWeighing,
} from '../core/usage/session-hours';
import { sessionsBeside, sessionsBetween } from '../records/sessions';
import type { Shop } from './shop';
import { shopWeights } from './soil-book';

/** One session's part in a counter. */
export interface ArithmeticRow {
  entryId: string;
  start: number;
  runSeconds: number;
  material: string | null;
  process: string | null;
  /** weights of the asked group */
  weights: { material: number; air: number; draught: number };
  basis: SoilWeighing['basis'];
  /** milliseconds; the rows add up to the counter exactly */
  soilMilliseconds: number;
}

/** Which sessions made a station's soil counter, with which weights, newest first. */
export function stationArithmetic(
  shop: Shop,
  machineId: string,
  group: Exclude<CareGroup, 'coolant'>,
  since: number,
  now: number,
): ArithmeticRow[] {
  const earlier = sessionsBeside(shop.db, machineId, since, 'before', recentMixSessions);
  const sessions = [...earlier, ...sessionsBetween(shop.db, machineId, since, now)];
  const hours = eachSessionHours(sessions, shopWeights(shop));
  return sessions
    .map((session, index): ArithmeticRow => {
      const { soil, weighing } = hours[index]!;
      return {
        entryId: session.entryId,
        start: session.start,
        runSeconds: session.runSeconds,
        material: session.material,
        process: session.process,
        weights: {
          material: weighing.material[group],
          air: weighing.air[group],
          draught: weighing.draught[group],
        },
        basis: weighing.basis,
        soilMilliseconds: soil[group],
      };
    })
    .slice(earlier.length)
    .reverse();
}
