import type { Draught, PerGroup, Process, SoilWeights } from './soil';

/** One stretch of use as logged. */
export interface SessionUse {
  /** UTC milliseconds */
  start: number;
  /** whole seconds, more than 0 */
  runSeconds: number;
  /** whole seconds, `null` where not known */
  beamSeconds: number | null;
  material: string | null;
  process: Process | null;
  /** `null` where not known: counts as on */
  airAssist: boolean | null;
  /** `null` where not known: counts as full */
  draught: Draught | null;
}

/** The weight of a session's material when it is known and in the table, else `null`. */
export function knownMaterialWeight(session: SessionUse, weights: SoilWeights): PerGroup | null {
  return session.material === null ? null : weights.material(session.material, session.process);
}
