/** Where a pulse is fired on tape: the corners of the bed and its middle, as seen from the front. */
export const dotPlaces = [
  'rear left',
  'rear right',
  'middle',
  'front left',
  'front right',
] as const;
export type DotPlace = (typeof dotPlaces)[number];

/** What a dot looks like. A crescent is cut off at one side, a halo has light beside it. */
export const dotShapes = ['round', 'crescent', 'halo', 'none'] as const;
export type DotShape = (typeof dotShapes)[number];

/** The dots that were looked at so far. */
export type Dots = Readonly<Partial<Record<DotPlace, DotShape>>>;

/** What five dots say. */
export interface DotsVerdict {
  passed: boolean;
  /** "crescent rear left, rear right; round elsewhere" */
  words: string;
  /** where to look first; `null` where all are round */
  look: string | null;
}

/**
 * Reads the dots of a beam at five places. The same fault everywhere is made after the last mirror, one that is in
 * some places only by a mirror: a tilt throws the beam further off the longer its way. Common practice, no source.
 * @returns `null` until all five were looked at
 */
export function readDots(dots: Dots): DotsVerdict | null {
  const seen = dotPlaces.flatMap((place) => {
    const shape = dots[place];
    return shape ? [{ place, shape }] : [];
  });
  if (seen.length < dotPlaces.length) return null;
  const bad = seen.filter(({ shape }) => shape !== 'round');
  if (bad.length === 0) return { passed: true, words: 'all five round', look: null };
  const named = dotShapes.flatMap((shape) => {
    const places = bad.filter((one) => one.shape === shape).map(({ place }) => place);
    if (places.length === 0) return [];
    const what = shape === 'none' ? 'no dot' : shape;
    return [
      places.length === dotPlaces.length ? `${what} everywhere` : `${what} ${places.join(', ')}`,
    ];
  });
  const everywhere = bad.length === dotPlaces.length;
  return {
    passed: false,
    words: [...named, ...(everywhere ? [] : ['round elsewhere'])].join('; '),
    look: lookFirst(bad.map(({ place }) => place)),
  };
}

function lookFirst(bad: readonly DotPlace[]): string {
  if (bad.length === dotPlaces.length) {
    return 'The same everywhere: no mirror does that. Look at the nozzle, the lens and the height of tube and head.';
  }
  const all = (side: string) => bad.every((place) => place.includes(side));
  const sides = ['front', 'rear', 'left', 'right'].filter((side) => bad.length > 1 && all(side));
  const at = sides.length > 0 ? `Only at the ${sides.join(' ')}` : 'In some places only';
  return `${at}: a mirror is out of line, the one whose way to there is longest first. Was its mount touched or pressed?`;
}
