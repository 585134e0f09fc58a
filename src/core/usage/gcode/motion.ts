/** A unit vector in space. */
export type Direction = readonly [x: number, y: number, z: number];

/** One stretch of movement, straight or along an arc. */
export interface Segment {
  /** mm, more than 0 */
  length: number;
  /** the speed it would like to have, mm/s, more than 0 */
  speed: number;
  /** direction at its start and at its end */
  starts: Direction;
  ends: Direction;
  /** share of full power, 0 with the beam off */
  power: number;
  /** whether the power follows the speed */
  scaled: boolean;
}

/** What a stretch of movement took. */
export interface Taken {
  seconds: number;
  beamSeconds: number;
  /** seconds at full power that would burn as much */
  fullPowerSeconds: number;
}

/**
 * How far, in mm, a gentle turn may be cut for the sake of speed: the usual setting of open
 * controllers (from memory).
 */
const junctionDeviation = 0.01;

/** The look-ahead: when it is full, its first half is settled. */
const windowLength = 2048;

/**
 * The speed at which two segments may join, mm/s. A turn of 90° or more is a full stop; a gentler one
 * is taken as an arc that leaves the corner by the junction deviation, on which the acceleration must
 * hold the path (v² = a r, the usual rule of open controllers).
 */
export function junctionSpeed(before: Segment, after: Segment, acceleration: number): number {
  const [ax, ay, az] = before.ends;
  const [bx, by, bz] = after.starts;
  const cosine = ax * bx + ay * by + az * bz;
  if (cosine <= 1e-9) return 0;
  const fastest = Math.min(before.speed, after.speed);
  const half = Math.sqrt((1 + cosine) / 2); // cosine of half the turn
  if (half > 1 - 1e-9) return fastest;
  const squared = (acceleration * junctionDeviation * half) / (1 - half);
  return Math.min(fastest, Math.sqrt(squared));
}

/**
 * Seconds along a segment entered and left at given speeds, with a trapezoid profile: constant
 * acceleration to the wanted speed, constant speed, constant deceleration; a triangle where the
 * segment is too short to reach it.
 * @throws RangeError when the speeds cannot be reached over the length
 */
export function segmentSeconds(
  length: number,
  enter: number,
  leave: number,
  speed: number,
  acceleration: number,
): number {
  const reach = Math.sqrt((2 * acceleration * length + enter * enter + leave * leave) / 2);
  const peak = Math.min(speed, reach);
  if (peak < Math.max(enter, leave) - 1e-6) {
    throw new RangeError(
      `segmentSeconds cannot go from ${enter} to ${leave} mm/s over ${length} mm`,
    );
  }
  const changing = (2 * peak * peak - enter * enter - leave * leave) / (2 * acceleration);
  return (2 * peak - enter - leave) / acceleration + Math.max(0, length - changing) / peak;
}

/**
 * Plans the speed along a path as a controller with look-ahead does, and adds up the time: every
 * segment as fast as its own speed, the joints and the acceleration allow. It begins and ends at rest.
 */
export class Motion {
  readonly #acceleration: number;
  #segments: Segment[] = [];
  /** highest speed at the joint before each segment */
  #joints: number[] = [];
  /** speed at which the first segment in the window is entered */
  #entry = 0;
  readonly taken: Taken = { seconds: 0, beamSeconds: 0, fullPowerSeconds: 0 };

  /** @param acceleration mm/s², more than 0 */
  constructor(acceleration: number) {
    this.#acceleration = acceleration;
  }

  add(segment: Segment): void {
    const last = this.#segments.at(-1);
    const joint = last ? junctionSpeed(last, segment, this.#acceleration) : 0;
    if (last && joint === 0) this.stop();
    this.#segments.push(segment);
    this.#joints.push(joint);
    if (this.#segments.length >= windowLength) this.#settle(windowLength / 2);
  }

  /** Comes to rest. */
  stop(): void {
    this.#settle(this.#segments.length);
    this.#entry = 0;
  }

  /** Stands still, the beam on at a share of full power or off (0). */
  dwell(seconds: number, power = 0): void {
    this.stop();
    this.taken.seconds += seconds;
    if (power === 0) return;
    this.taken.beamSeconds += seconds;
    this.taken.fullPowerSeconds += power * seconds;
  }

  /** Plans the window to rest at its end, and adds up its first segments. */
  #settle(count: number): void {
    const segments = this.#segments;
    if (segments.length === 0) return;
    const a = this.#acceleration;
    // speeds at the joints: joint i is before segment i
    const joints = [...this.#joints, 0];
    joints[0] = this.#entry;
    const reach = (speed: number, { length }: Segment) => Math.sqrt(speed * speed + 2 * a * length);
    for (let i = segments.length - 1; i > 0; i--) {
      joints[i] = Math.min(joints[i]!, reach(joints[i + 1]!, segments[i]!));
    }
    for (let i = 0; i < segments.length; i++) {
      joints[i + 1] = Math.min(joints[i + 1]!, reach(joints[i]!, segments[i]!));
    }
    for (let i = 0; i < count; i++) this.#count(segments[i]!, joints[i]!, joints[i + 1]!);
    this.#entry = joints[count]!;
    this.#segments = segments.slice(count);
    this.#joints = this.#joints.slice(count);
  }

  #count({ length, speed, power, scaled }: Segment, enter: number, leave: number): void {
    const seconds = segmentSeconds(length, enter, leave, speed, this.#acceleration);
    this.taken.seconds += seconds;
    if (power === 0) return;
    this.taken.beamSeconds += seconds;
    // scaled power times time is the same as full speed over the length: ∫ (v/V) dt = L/V
    this.taken.fullPowerSeconds += power * (scaled ? length / speed : seconds);
  }
}
