import { knownMaterialWeight, type SessionUse } from './session';
import { perGroup, type PerGroup, type SoilWeights } from './soil';

/**
 * Mean material weight per group of a machine's recent sessions, weighted by run time: what an hour
 * of unknown material counts as. Sessions whose own material is unknown tell nothing and are left
 * out.
 * @returns `null` when no session among them has a known material
 */
export function recentMix(sessions: readonly SessionUse[], weights: SoilWeights): PerGroup | null {
  let run = 0;
  const sums = { optics: 0, bed: 0, motion: 0, air: 0 };
  for (const session of sessions) {
    const weight = knownMaterialWeight(session, weights);
    if (!weight) continue;
    run += session.runSeconds;
    sums.optics += weight.optics * session.runSeconds;
    sums.bed += weight.bed * session.runSeconds;
    sums.motion += weight.motion * session.runSeconds;
    sums.air += weight.air * session.runSeconds;
  }
  return run > 0 ? perGroup((group) => sums[group] / run) : null;
}
