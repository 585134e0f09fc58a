import {
  displacement,
  fitAxis,
  fitMirrors,
  turnsFor,
  type AxisFit,
  type Both,
  type Lead,
  type MirrorFit,
  type Mount,
  type PlacedDot,
} from './mirrors';

/** Which side of a dot is flat, as it lies on the tape: there something stood in the beam's way. */
export const clippedSides = ['left', 'right', 'top', 'bottom'] as const;
export type ClippedSide = (typeof clippedSides)[number];

/** A dot of a named place. */
export interface NamedDot extends PlacedDot {
  place: string;
  /** `null`: all of it is there */
  clipped: ClippedSide | null;
}

/** A turn of one screw. */
export interface ScrewTurn {
  /** counted from the source */
  mirror: 1 | 2;
  /** h: the screw that sends the beam sideways; v: up and down */
  axis: 'h' | 'v';
  /** mrad it is out by, and its standard error */
  tilt: number;
  error: number;
  /** without a sign: which way, the dot shows */
  turns: number;
  /** what it does to the dot it moves most: where, and how far. Millimetres, + right or up */
  moves: { place: string; by: number };
}

/** What dots ask for next. */
export type DotsAdvice =
  | { kind: 'inside' }
  /** the middle of a clipped dot is not the beam's */
  | { kind: 'open up'; clipped: { place: string; side: ClippedSide }[] }
  /** screws, in the order of doing; what is then left is no mirror's */
  | { kind: 'turn'; turns: ScrewTurn[]; left: Both }
  /** the same everywhere: tube or head height, the mount of the lens */
  | { kind: 'not a mirror'; off: Both }
  /** all follow a tilt but for one of these places: rail or frame */
  | { kind: 'frame'; places: string[]; off: number }
  | { kind: 'cannot tell'; why: 'no tilt' | 'no pattern' };

/** What a set of dots came out as. */
export interface DotsJudged {
  /** mm from the middle, of the dot that is furthest off, and where it is */
  worst: { place: string; off: number };
  /** largest distance between two dots, mm */
  spread: number;
  advice: DotsAdvice;
}

/** How the beam runs and how it is looked at. */
export interface Bench {
  lead: Lead;
  mount: Mount;
  /** mm from the middle that will do */
  tolerance: number;
  /** mm, of placing a dot */
  readingError: number;
}

/** Fewer leave nothing over to see an error by. */
export const fewestDots = 4;

/** A tilt is out where it is beyond so many standard errors. */
const beyond = 2;
/** Dots follow a pattern where they miss it by no more than so many reading errors. */
const followed = 2;
/** Dots of this many places can name the one that follows no tilt. */
const enoughForFrame = 5;

/**
 * What dots at several places ask for. Mirrors are shown nearest the source first, and only those out beyond twice
 * their standard error.
 * @throws RangeError with fewer than four dots, or where their places do not tell the mirrors apart
 */
export function judgeDots(dots: readonly NamedDot[], bench: Bench): DotsJudged {
  if (dots.length < fewestDots) throw new RangeError(`judgeDots requires ${fewestDots} dots`);
  const worst = dots
    .map(({ place, h, v }) => ({ place, off: Math.hypot(h, v) }))
    .reduce((most, one) => (one.off > most.off ? one : most));
  const spread = Math.max(
    ...dots.map((a) => Math.max(...dots.map((b) => Math.hypot(a.h - b.h, a.v - b.v)))),
  );
  const clipped = dots.flatMap(({ place, clipped: side }) => (side ? [{ place, side }] : []));
  if (clipped.length > 0) {
    return { worst, spread, advice: { kind: 'open up', clipped } };
  }
  const fit = fitMirrors(bench.lead, dots, { readingError: bench.readingError });
  const advice: DotsAdvice =
    worst.off <= bench.tolerance ? { kind: 'inside' } : adviseOutside(dots, bench, fit, spread);
  return { worst, spread, advice };
}

function adviseOutside(
  dots: readonly NamedDot[],
  bench: Bench,
  fit: MirrorFit,
  spread: number,
): DotsAdvice {
  const { readingError, tolerance } = bench;
  const mean = (axis: 'h' | 'v') => dots.reduce((sum, dot) => sum + dot[axis], 0) / dots.length;
  const off: Both = { h: mean('h'), v: mean('v') };
  if (spread <= Math.max(tolerance, followed * readingError)) return { kind: 'not a mirror', off };
  if (missedBy(fit, dots.length) > followed * readingError) {
    return oddPlace(dots, bench) ?? { kind: 'cannot tell', why: 'no pattern' };
  }
  const { turns, left } = screwTurns(dots, bench);
  if (turns.length === 0) {
    const sure = (beyond * readingError) / Math.sqrt(dots.length);
    return Math.hypot(off.h, off.v) > sure
      ? { kind: 'not a mirror', off }
      : { kind: 'cannot tell', why: 'no tilt' };
  }
  return { kind: 'turn', turns, left };
}

/** Root mean square of what a fit leaves, mm, by what is free of both directions. */
function missedBy({ residuals }: MirrorFit, count: number): number {
  const squares = residuals.reduce((sum, { h, v }) => sum + h * h + v * v, 0);
  return Math.sqrt(squares / (2 * Math.max(1, count - 3)));
}

/** The places any of which, left out, lets the others follow a tilt. Of five dots opposite corners cannot be told apart. */
function oddPlace(dots: readonly NamedDot[], bench: Bench): DotsAdvice | null {
  if (dots.length < enoughForFrame) return null;
  const found = dots.flatMap((odd) => {
    const others = dots.filter((dot) => dot !== odd);
    const fit = fitOf(bench, others);
    if (!fit || missedBy(fit, others.length) > followed * bench.readingError) return [];
    const there = displacement(bench.lead, [fit.mirror1.tilt, fit.mirror2.tilt], fit.offset, odd);
    return [{ place: odd.place, off: Math.hypot(odd.h - there.h, odd.v - there.v) }];
  });
  if (found.length === 0 || found.length > 2) return null;
  return {
    kind: 'frame',
    places: found.map(({ place }) => place),
    off: Math.max(...found.map(({ off }) => off)),
  };
}

/** A fit, or `null` where the places do not carry one. */
function fitOf({ lead, readingError }: Bench, dots: readonly NamedDot[]): MirrorFit | null {
  try {
    return fitMirrors(lead, dots, { readingError });
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/** The screws to turn, and what no screw sets right: what a tilt does not show in is left out of the fit again. */
function screwTurns(dots: readonly NamedDot[], bench: Bench): { turns: ScrewTurn[]; left: Both } {
  const axes = { h: sparest(dots, bench, 'h'), v: sparest(dots, bench, 'v') };
  const none: Both = { h: 0, v: 0 };
  const turns = ([1, 2] as const).flatMap((mirror) =>
    (['h', 'v'] as const).flatMap((axis): ScrewTurn[] => {
      const tilt = axes[axis].tilts[mirror - 1]!;
      const error = axes[axis].errors[mirror - 1]!;
      if (tilt === 0 || error === null) return [];
      const undone: Both = { ...none, [axis]: -tilt };
      const moves = dots
        .map((dot) => {
          const tilts = mirror === 1 ? ([undone, none] as const) : ([none, undone] as const);
          return { place: dot.place, by: displacement(bench.lead, tilts, none, dot)[axis] };
        })
        .reduce((most, one) => (Math.abs(one.by) > Math.abs(most.by) ? one : most));
      const turns = Math.abs(turnsFor(tilt, bench.mount));
      return [{ mirror, axis, tilt, error, turns, moves }];
    }),
  );
  return { turns, left: { h: axes.h.offset, v: axes.v.offset } };
}

/** The fit of a direction with no mirror in it that is not out beyond its error. */
function sparest(dots: readonly NamedDot[], bench: Bench, axis: 'h' | 'v'): AxisFit {
  const free: [boolean, boolean] = [true, true];
  for (;;) {
    const fit = fitAxis(bench.lead, dots, axis, bench, free);
    const doubtful = ([0, 1] as const)
      .filter((mirror) => free[mirror])
      .map((mirror) => ({ mirror, sure: Math.abs(fit.tilts[mirror]) / fit.errors[mirror]! }))
      .filter(({ sure }) => !(sure > beyond))
      .sort((a, b) => a.sure - b.sure)[0];
    if (!doubtful) return fit;
    free[doubtful.mirror] = false;
  }
}
