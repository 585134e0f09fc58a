/** Where to hold an anemometer across a round duct, as shares of its diameter: ten points, log-linear (ISO 3966, from memory). */
export const traverseShares = [
  0.019, 0.077, 0.153, 0.217, 0.361, 0.639, 0.783, 0.847, 0.923, 0.981,
] as const;

const secondsPerHour = 3600;
const area = (diameter: number) => (Math.PI / 4) * diameter * diameter;

/**
 * Flow in a round duct from velocities at the ten places of a traverse.
 * @param diameter mm
 * @param velocities m/s, in order of place
 * @returns mean velocity m/s, flow m³/h
 * @throws RangeError where there are not ten
 */
export function traverseFlow(
  diameter: number,
  velocities: readonly number[],
): { mean: number; flow: number } {
  if (velocities.length !== traverseShares.length) {
    throw new RangeError(`traverseFlow requires ${traverseShares.length} velocities`);
  }
  const mean = velocities.reduce((sum, one) => sum + one, 0) / velocities.length;
  return { mean, flow: area(diameter / 1000) * mean * secondsPerHour };
}

/** Above it a flow in a duct is no longer laminar. */
const laminarTo = 2300;

/**
 * Darcy friction factor: 64/Re while laminar, else by Colebrook, begun with Haaland's.
 * @param reynolds above 0
 * @param roughness relative: height over diameter
 * @throws RangeError for a Reynolds number not above 0, or a roughness below 0
 */
export function frictionFactor(reynolds: number, roughness: number): number {
  if (!(reynolds > 0 && roughness >= 0)) {
    throw new RangeError(
      'frictionFactor requires a Reynolds number above 0 and no negative roughness',
    );
  }
  if (reynolds <= laminarTo) return 64 / reynolds;
  // x = 1/√f
  let x = -1.8 * Math.log10((roughness / 3.7) ** 1.11 + 6.9 / reynolds);
  for (let step = 0; step < 50; step++) {
    const next = -2 * Math.log10(roughness / 3.7 + (2.51 * x) / reynolds);
    const moved = Math.abs(next - x);
    x = next;
    if (moved < 1e-14 * x) break;
  }
  return 1 / (x * x);
}

/** Air in a duct. */
export interface DuctFlow {
  /** m/s */
  velocity: number;
  reynolds: number;
  /** Darcy */
  friction: number;
  /** Pa a metre of straight duct (Darcy and Weisbach) */
  loss: number;
}

/** Air at 20 °C and sea level: kg/m³, Pa·s. */
export const roomAir = { density: 1.204, viscosity: 1.825e-5 };

/**
 * What a straight duct costs.
 * @param flow m³/h
 * @param diameter mm
 * @param roughness mm
 */
export function ductFlow(
  flow: number,
  diameter: number,
  roughness: number,
  { density, viscosity } = roomAir,
): DuctFlow {
  const metres = diameter / 1000;
  const velocity = flow / secondsPerHour / area(metres);
  const reynolds = (density * velocity * metres) / viscosity;
  const friction = frictionFactor(reynolds, roughness / diameter);
  return {
    velocity,
    reynolds,
    friction,
    loss: ((friction / metres) * density * velocity ** 2) / 2,
  };
}

/**
 * Seconds until smoke in an enclosure is down to a share, `t = V / (K·Q) · ln(1 / share)`.
 * @param volume m³
 * @param flow m³/h
 * @param mixing K: 1 where fresh air reaches every corner, less where one is dead
 * @param share above 0, not above 1
 */
export function clearingSeconds(
  volume: number,
  flow: number,
  mixing: number,
  share: number,
): number {
  return ((volume * secondsPerHour) / (mixing * flow)) * Math.log(1 / share);
}

/** The mixing factor that a stopwatch tells: the time the sum gives at K = 1 over the time it took. */
export const mixingFactor = (
  volume: number,
  flow: number,
  share: number,
  seconds: number,
): number => clearingSeconds(volume, flow, 1, share) / seconds;
