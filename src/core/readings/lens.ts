/** A plano-convex lens. Millimetres. */
export interface Lens {
  /** refractive index at the beam's wavelength */
  index: number;
  focal: number;
  /** thickness in the middle */
  centre: number;
}

/** Which of its sides the parallel beam meets first. */
export type LensSide = 'curved' | 'flat';

/** How far a ray at the beam's edge misses the focus. Millimetres. */
export interface Aberration {
  /** so much nearer to the lens than the rays by the axis it crosses the axis */
  longitudinal: number;
  /** so far from the axis it passes where they meet */
  transverse: number;
}

/**
 * Spherical aberration of a plano-convex lens by exact trace of one ray (Snell's law at both surfaces), against the focus
 * of rays by the axis. The curved side belongs to the beam: each surface then bends a part.
 * @param height mm from the axis, above 0
 * @throws RangeError where the ray misses the lens or does not leave it
 */
export function aberration(
  { index, focal, centre }: Lens,
  height: number,
  beamTo: LensSide,
): Aberration {
  const radius = (index - 1) * focal;
  if (!(height > 0 && height < radius)) {
    throw new RangeError('aberration requires a ray above the axis that meets the lens');
  }
  const sag = radius - Math.sqrt(radius * radius - height * height);
  // from the last surface's middle to where rays by the axis meet
  const focus = beamTo === 'curved' ? focal - centre / index : focal;
  if (beamTo === 'curved') {
    const incident = Math.asin(height / radius);
    const inside = incident - Math.asin(Math.sin(incident) / index);
    const leaves = height - (centre - sag) * Math.tan(inside);
    const outside = asin(index * Math.sin(inside));
    return missed(focus, leaves / Math.tan(outside), outside);
  }
  // straight through the flat side, then from within to the curved one
  const within = Math.asin(height / radius);
  const outside = asin(index * Math.sin(within)) - within;
  return missed(focus, height / Math.tan(outside) - sag, outside);
}

function asin(sine: number): number {
  if (sine >= 1) throw new RangeError('aberration requires a ray that leaves the lens');
  return Math.asin(sine);
}

function missed(focus: number, crossing: number, angle: number): Aberration {
  const longitudinal = focus - crossing;
  return { longitudinal, transverse: longitudinal * Math.tan(angle) };
}
