import { determinant, inverse, Matrix } from 'ml-matrix';

/** Millimetres or milliradians: horizontal, in the plane of the beam's bend, and vertical, out of it. */
export interface Both {
  h: number;
  v: number;
}

/** The way of the beam with the head at the origin of the bed, mm: from mirror 1 to 2, and from 2 to the head. */
export interface Lead {
  first: number;
  second: number;
}

/** A dot: where the head stood, and how far from the middle the beam met it. Millimetres. */
export interface PlacedDot {
  x: number;
  y: number;
  h: number;
  v: number;
  /** how sure it is against the others @default 1 */
  weight?: number;
}

/** Screws of a mirror's mount. Millimetres. */
export interface Mount {
  /** a turn moves the screw so far */
  pitch: number;
  /** from the screw to the pivot */
  lever: number;
}

/**
 * How far a beam swings for each milliradian a mirror at 45° is tilted: twice in the plane of incidence, 2 cos 45° out of
 * it. Both follow from the law of reflection.
 */
export const swing: Both = { h: 2, v: Math.SQRT2 };

/** What one mirror is out by. */
export interface MirrorTilt {
  /** mrad */
  tilt: Both;
  /** mrad; `null`: no more dots than unknowns, and no reading error to go by */
  standardError: Both | null;
}

/** What dots say of two mirrors and of what is no mirror. */
export interface MirrorFit {
  mirror1: MirrorTilt;
  mirror2: MirrorTilt;
  /** mm: the same at every place, so not a mirror's: tube or head height, the mount of the lens */
  offset: Both;
  /** mm, by dot: what no tilt explains. Grown at one place, it is rail or frame */
  residuals: Both[];
}

/**
 * Beam displacement at a place, by the thin-angle model of flying optics: `k·τ1·(L1+L2) + k·τ2·L2 + c`, with
 * `L1 = first + y`, `L2 = second + x`.
 * @param tilts mrad of mirror 1 and mirror 2
 * @returns mm
 */
export function displacement(
  lead: Lead,
  [mirror1, mirror2]: readonly [Both, Both],
  offset: Both,
  { x, y }: { x: number; y: number },
  factor = swing,
): Both {
  const second = lead.second + x;
  const whole = lead.first + y + second;
  const of = (axis: 'h' | 'v') =>
    (factor[axis] * (mirror1[axis] * whole + mirror2[axis] * second)) / 1000 + offset[axis];
  return { h: of('h'), v: of('v') };
}

/** What dots say of one direction. mrad and mm; a mirror left out of the fit is taken to be true. */
export interface AxisFit {
  tilts: readonly [number, number];
  errors: readonly [number | null, number | null];
  offset: number;
  /** mm, by dot */
  residuals: number[];
}

/** How a beam is fitted. */
export interface FitOptions {
  /** how far the beam swings for a tilt @default 2 and √2 */
  factor?: Both;
  /** mm, of placing a dot: standard errors are at least what it makes them */
  readingError?: number | undefined;
}

/**
 * The tilts that explain dots best in one direction, by weighted least squares.
 * @param free which mirrors may be out @default both
 * @throws RangeError where the places do not tell the mirrors apart
 */
export function fitAxis(
  lead: Lead,
  dots: readonly PlacedDot[],
  axis: 'h' | 'v',
  { factor = swing, readingError }: FitOptions = {},
  free: readonly [boolean, boolean] = [true, true],
): AxisFit {
  const rows = dots.map(({ x, y }) => {
    const second = lead.second + x;
    const swings = [
      (factor[axis] * (lead.first + y + second)) / 1000,
      (factor[axis] * second) / 1000,
    ];
    return [...swings.filter((_, mirror) => free[mirror]), 1];
  });
  const roots = dots.map(({ weight = 1 }) => Math.sqrt(weight));
  const design = new Matrix(rows.map((row, i) => row.map((one) => one * roots[i]!)));
  const normal = design.transpose().mmul(design);
  const scale = normal.norm('frobenius');
  if (!(Math.abs(determinant(normal)) > 1e-15 * scale ** normal.rows)) {
    throw new RangeError('fitMirrors requires places that differ both ways across the bed');
  }
  const spread = inverse(normal);
  const seen = Matrix.columnVector(dots.map((dot, i) => dot[axis] * roots[i]!));
  const found = spread.mmul(design.transpose().mmul(seen)).to1DArray();
  const residuals = dots.map(
    (dot, i) => dot[axis] - rows[i]!.reduce((sum, one, j) => sum + one * found[j]!, 0),
  );
  const squares = residuals.reduce((sum, one, i) => sum + (one * roots[i]!) ** 2, 0);
  const over = dots.length - found.length;
  const seenVariance = over > 0 ? squares / over : null;
  const variance =
    readingError === undefined ? seenVariance : Math.max(seenVariance ?? 0, readingError ** 2);
  const column = (mirror: 0 | 1) => (free[mirror] ? (mirror === 1 && free[0] ? 1 : 0) : null);
  const tilt = (mirror: 0 | 1) => {
    const at = column(mirror);
    return at === null ? 0 : found[at]!;
  };
  const error = (mirror: 0 | 1) => {
    const at = column(mirror);
    return at === null || variance === null ? null : Math.sqrt(variance * spread.get(at, at));
  };
  return {
    tilts: [tilt(0), tilt(1)],
    errors: [error(0), error(1)],
    offset: found.at(-1)!,
    residuals,
  };
}

/**
 * The tilts that explain dots best in both directions.
 * @throws RangeError with fewer than three dots, or where their places do not tell the mirrors apart
 */
export function fitMirrors(
  lead: Lead,
  dots: readonly PlacedDot[],
  options: FitOptions = {},
): MirrorFit {
  if (dots.length < 3) throw new RangeError('fitMirrors requires three dots or more');
  const h = fitAxis(lead, dots, 'h', options);
  const v = fitAxis(lead, dots, 'v', options);
  const mirror = (i: 0 | 1): MirrorTilt => {
    const [across, up] = [h.errors[i], v.errors[i]];
    return {
      tilt: { h: h.tilts[i], v: v.tilts[i] },
      standardError: across === null || up === null ? null : { h: across, v: up },
    };
  };
  return {
    mirror1: mirror(0),
    mirror2: mirror(1),
    offset: { h: h.offset, v: v.offset },
    residuals: dots.map((_, i) => ({ h: h.residuals[i]!, v: v.residuals[i]! })),
  };
}

/**
 * Turns of a screw that undo a tilt: against its sign.
 * @param tilt mrad
 */
export const turnsFor = (tilt: number, { pitch, lever }: Mount): number =>
  -((tilt / 1000) * lever) / pitch || 0;

type Vector = readonly [number, number, number];

const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const along = (from: Vector, way: Vector, length: number): Vector => [
  from[0] + length * way[0],
  from[1] + length * way[1],
  from[2] + length * way[2],
];

/** A plane mirror. */
interface Plane {
  at: Vector;
  normal: Vector;
}

/** A ray from where it meets a plane on, reflected. */
function reflect(from: Vector, way: Vector, { at, normal }: Plane): { from: Vector; way: Vector } {
  const toPlane: Vector = [at[0] - from[0], at[1] - from[1], at[2] - from[2]];
  const facing = dot(way, normal);
  return {
    from: along(from, way, dot(toPlane, normal) / facing),
    way: along(way, normal, -2 * facing),
  };
}

/** The normal of a mirror at 45°, turned about the vertical and tipped upwards. Radians. */
function tipped(heading: number, turn: number, tip: number): Vector {
  const angle = heading + turn;
  return [Math.cos(angle) * Math.cos(tip), Math.sin(angle) * Math.cos(tip), Math.sin(tip)];
}

/**
 * Beam displacement at a place by exact reflection from the two tilted planes, each turning about the point the true beam
 * meets. Signs as in {@link displacement}.
 * @returns mm
 */
export function traceBeam(
  lead: Lead,
  [mirror1, mirror2]: readonly [Both, Both],
  offset: Both,
  { x, y }: { x: number; y: number },
): Both {
  const first = lead.first + y;
  const second = lead.second + x;
  const rad = (tilt: Both): Both => ({ h: tilt.h / 1000, v: tilt.v / 1000 });
  const [one, two] = [rad(mirror1), rad(mirror2)];
  // the tube shines along x, mirror 1 sends the beam along y, mirror 2 along x again to the head
  const afterFirst = reflect([-1, 0, 0], [1, 0, 0], {
    at: [0, 0, 0],
    normal: tipped((3 * Math.PI) / 4, -one.h, one.v),
  });
  const afterSecond = reflect(afterFirst.from, afterFirst.way, {
    at: [0, first, 0],
    normal: tipped(-Math.PI / 4, two.h, two.v),
  });
  const { from, way } = afterSecond;
  const there = along(from, way, (second - from[0]) / way[0]);
  return { h: there[1] - first + offset.h, v: there[2] + offset.v };
}
