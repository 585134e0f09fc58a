import { traceBeam, type Both, type Lead } from './mirrors';
import type { ClippedSide } from './advice';

/** A chain of mirrors as it truly is, which a learner does not see. */
export interface SimulatedChain {
  lead: Lead;
  /** mrad of mirror 1 and 2 */
  tilts: [Both, Both];
  /** mm: tube or head height */
  offset: Both;
  /** mm from the middle at which the nozzle cuts the beam; its own radius counts */
  aperture: number;
  /** radius of the beam, mm */
  beam: number;
  /** a place whose rail is off, and by how much, mm */
  rail: { x: number; y: number; off: Both } | null;
}

/** The dot that a chain makes on tape at the nozzle. */
export interface SimulatedDot {
  h: number;
  v: number;
  /** `null`: all of the beam passes */
  clipped: ClippedSide | null;
  /** share of the beam that passes, 0 to 1 */
  passed: number;
}

/** Where the beam of a chain arrives, by exact reflection, and what of it passes the nozzle. */
export function simulateDot(chain: SimulatedChain, place: { x: number; y: number }): SimulatedDot {
  const { lead, tilts, offset, rail } = chain;
  const there = traceBeam(lead, tilts, offset, place);
  const bent = rail && rail.x === place.x && rail.y === place.y ? rail.off : { h: 0, v: 0 };
  const [h, v] = [there.h + bent.h, there.v + bent.v];
  const passed = overlap(Math.hypot(h, v), chain.beam, chain.aperture);
  const sideways = Math.abs(h) >= Math.abs(v);
  const side = sideways ? (h > 0 ? 'right' : 'left') : v > 0 ? 'top' : 'bottom';
  return { h, v, passed, clipped: passed < 0.97 ? side : null };
}

/** Share of a circle of radius r that lies inside one of radius R whose middle is d away. */
function overlap(d: number, r: number, R: number): number {
  if (d + r <= R) return 1;
  if (d >= R + r) return 0;
  if (d + R <= r) return (R / r) ** 2;
  const a = r * r * Math.acos((d * d + r * r - R * R) / (2 * d * r));
  const b = R * R * Math.acos((d * d + R * R - r * r) / (2 * d * R));
  const c = 0.5 * Math.sqrt((-d + r + R) * (d + r - R) * (d - r + R) * (d + r + R));
  return (a + b - c) / (Math.PI * r * r);
}
