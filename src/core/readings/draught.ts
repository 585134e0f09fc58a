import { linearRegression } from 'simple-statistics';

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

/** Above this share between the fastest and the mean, the air does not fill the duct: a bend or a fan is too near. */
const uneven = 1.5;

/** Whether the places of a traverse tell one flow. The outermost are slow in any duct and do not count. */
export function isUneven(velocities: readonly number[]): boolean {
  const mean = velocities.reduce((sum, one) => sum + one, 0) / velocities.length;
  const half = Math.floor(velocities.length / 2);
  const side = (part: readonly number[]) => part.reduce((sum, one) => sum + one, 0) / part.length;
  const [near, far] = [side(velocities.slice(0, half)), side(velocities.slice(half))];
  return (
    Math.max(...velocities) > uneven * mean ||
    velocities.slice(1, -1).some((one) => one < mean / 3) ||
    Math.max(near, far) > 1.25 * Math.min(near, far)
  );
}

/** A round duct from the machine to the open. */
export interface Duct {
  /** mm */
  diameter: number;
  /** metres of straight duct */
  length: number;
  /** mm: 0.01 smooth, 1 to 3 a hose of wire and foil (common practice, no source) */
  roughness: number;
  bends: number;
}

/** Pressure lost in a bend of 90°, in velocity heads: a wide one of hose. Common practice, no source. */
export const bendLoss = 0.5;
/** Lost where air leaves into the open, in velocity heads. */
const outletLoss = 1;

/** Pressure that drives a flow through a duct with its bends and its outlet. @returns Pa */
export function ductPressure(flow: number, duct: Duct, air = roomAir): number {
  if (flow <= 0) return 0;
  const { velocity, loss } = ductFlow(flow, duct.diameter, duct.roughness, air);
  const head = (air.density * velocity * velocity) / 2;
  return loss * duct.length + (duct.bends * bendLoss + outletLoss) * head;
}

/** A point of a fan's curve: flow m³/h, pressure Pa. */
export interface FanPoint {
  flow: number;
  pressure: number;
}

/**
 * The flow at which a fan gives what a duct takes, by bisection along its curve of straight pieces.
 * @param curve two points or more, by flow; pressure must fall
 * @param rest Pa at a flow that the machine and filter take beside the duct, growing with its square
 * @returns m³/h and Pa
 * @throws RangeError for a curve that does not fall
 */
export function workingPoint(
  curve: readonly FanPoint[],
  duct: Duct,
  rest: FanPoint = { flow: 1, pressure: 0 },
): FanPoint {
  const points = [...curve].sort((a, b) => a.flow - b.flow);
  if (
    points.length < 2 ||
    points.some((one, i) => i > 0 && one.pressure >= points[i - 1]!.pressure)
  ) {
    throw new RangeError(
      'workingPoint requires a curve of two points or more whose pressure falls',
    );
  }
  const given = (flow: number) => {
    const next = Math.max(
      1,
      points.findIndex((one) => one.flow >= flow),
    );
    const [a, b] = [points[next - 1]!, points[next]!];
    return a.pressure + ((b.pressure - a.pressure) * (flow - a.flow)) / (b.flow - a.flow);
  };
  const taken = (flow: number) =>
    ductPressure(flow, duct) + rest.pressure * (flow / rest.flow) ** 2;
  let [low, high] = [points[0]!.flow, points.at(-1)!.flow];
  for (let step = 0; step < 100; step++) {
    const middle = (low + high) / 2;
    if (given(middle) > taken(middle)) low = middle;
    else high = middle;
  }
  return { flow: low, pressure: taken(low) };
}

/** How a strip of tissue hangs at a corner with the draught on. */
export const tissueGrades = ['drawn in', 'leans in', 'hangs', 'blown back'] as const;
export type TissueGrade = (typeof tissueGrades)[number];

/** Times the air of an enclosure is changed in an hour. */
export const airChanges = (volume: number, flow: number): number => flow / volume;

/**
 * What a filter or a duct would take at another flow: pressure grows with the square of a turbulent flow.
 * @param flow m³/h that is asked for
 * @param pressure Pa at `read`
 * @param read m³/h, above 0
 */
export const pressureAt = (flow: number, pressure: number, read: number): number =>
  pressure * (flow / read) ** 2;

/** How a filter loads. */
export interface FilterLoad {
  /** share of the clean filter's resistance that a run hour adds */
  perHour: number;
  /** its standard error */
  error: number;
  /** run hours from the last reading until its limit: likely, and by one standard error; `null`: not in sight */
  hoursLeft: { likely: number; early: number; late: number } | null;
}

/** Readings of a filter below which no pace is told. */
const fewestLoads = 3;

/**
 * The pace at which a filter loads, by least squares over run hours.
 * @param readings by run hours since it was clean; share: its resistance against the clean one's
 * @param limit share at which it is changed
 * @returns `null` for fewer than three readings, or none apart in time
 */
export function filterLoad(
  readings: readonly { runHours: number; share: number }[],
  limit: number,
): FilterLoad | null {
  const n = readings.length;
  const points = readings.map(({ runHours, share }) => [runHours, share]);
  const middle = readings.reduce((sum, { runHours }) => sum + runHours, 0) / n;
  const spread = readings.reduce((sum, { runHours }) => sum + (runHours - middle) ** 2, 0);
  if (n < fewestLoads || !(spread > 0)) return null;
  const { m, b } = linearRegression(points);
  const left = readings.reduce(
    (sum, { runHours, share }) => sum + (share - m * runHours - b) ** 2,
    0,
  );
  const error = Math.sqrt(left / (n - 2) / spread);
  const last = Math.max(...readings.map(({ runHours }) => runHours));
  const toGo = Math.max(0, limit - (m * last + b));
  if (m <= 2 * error) return { perHour: m, error, hoursLeft: null };
  return {
    perHour: m,
    error,
    hoursLeft: {
      likely: toGo / m,
      early: toGo / (m + error),
      late: toGo / (m - error),
    },
  };
}
