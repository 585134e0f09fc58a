import { millisecondsPerSecond } from '../units/time';
import { recentMix } from './recent-mix';
import { knownMaterialWeight, type SessionUse } from './session';
import { perGroup, unitWeight, type PerGroup, type SoilWeights } from './soil';

/** How a session's soil came about: soil = run × material × air × draught, per group. */
export interface SoilWeighing {
  material: PerGroup;
  /** `table`: the shop's soil table; `recent mix`: material unknown; `none`: nothing known before. */
  basis: 'table' | 'recent mix' | 'none';
  air: PerGroup;
  draught: PerGroup;
}

/** What a session counts for. */
export interface SessionHours {
  runSeconds: number;
  /** 0 where beam time is not known */
  beamSeconds: number;
  /** whole milliseconds per soil group: weights leave fractions of a second */
  soil: PerGroup;
  weighing: SoilWeighing;
}

/** How many earlier sessions make the recent mix of a machine. */
export const recentMixSessions = 50;

/** Factor of the air assist per group. Unknown counts as on. */
export function airWeight(session: SessionUse, weights: SoilWeights): PerGroup {
  return session.airAssist === false ? weights.airOff : unitWeight;
}

/** Factor of the draught per group. Unknown counts as full. */
export function draughtWeight(session: SessionUse, weights: SoilWeights): PerGroup {
  switch (session.draught) {
    case 'weak':
      return weights.draughtWeak;
    case 'off':
      return weights.draughtOff;
    default:
      return unitWeight;
  }
}

/**
 * What one session counts for, given the sessions of the same machine just before it.
 * @param earlier at most the `recentMixSessions` sessions before this one; used only when its
 *   material is not known
 */
export function sessionHours(
  session: SessionUse,
  earlier: readonly SessionUse[],
  weights: SoilWeights,
): SessionHours {
  const known = knownMaterialWeight(session, weights);
  const mix = known ?? recentMix(earlier, weights);
  const material = mix ?? unitWeight;
  const air = airWeight(session, weights);
  const draught = draughtWeight(session, weights);
  const runMs = session.runSeconds * millisecondsPerSecond;
  return {
    runSeconds: session.runSeconds,
    beamSeconds: session.beamSeconds ?? 0,
    soil: perGroup((group) => Math.round(runMs * material[group] * air[group] * draught[group])),
    weighing: { material, basis: known ? 'table' : mix ? 'recent mix' : 'none', air, draught },
  };
}

/**
 * What each session of one machine counts for.
 * @param sessions in order of start; ties in the order in which they were entered
 * @param weightsAt tells the weights in force for a session by its start
 * @returns one entry a session, in the same order
 */
export function eachSessionHours(
  sessions: readonly SessionUse[],
  weightsAt: (start: number) => SoilWeights,
): SessionHours[] {
  return sessions.map((session, index) => {
    const weights = weightsAt(session.start);
    // Only an unknown material looks back: spare the others the slice.
    const known = knownMaterialWeight(session, weights) !== null;
    const earlier = known ? [] : sessions.slice(Math.max(0, index - recentMixSessions), index);
    return sessionHours(session, earlier, weights);
  });
}
