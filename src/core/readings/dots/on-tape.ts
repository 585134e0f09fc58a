import type { ClippedSide } from './advice';

/** A point of a picture: pixels, y downwards. */
interface Pixel {
  x: number;
  y: number;
}

/** What was marked in a picture of the tape beside the dot. */
export interface TapeMarks {
  /** where the beam should meet */
  middle: Pixel;
  /** the two edges of the tape, straight across from each other */
  edges: readonly [Pixel, Pixel];
  /** how wide the tape is, mm */
  width: number;
}

/** A dot beside where it should be. */
export interface DotOnTape {
  /** mm to the right */
  h: number;
  /** mm upwards */
  v: number;
  clipped: ClippedSide | null;
}

/** Edges nearer together than this tell no scale, pixels. */
const leastAcross = 4;

/**
 * Where a dot of a picture lies, by the tape in it: its width gives the scale, and its edges say how far the camera was
 * turned, up to an eighth of a turn either way.
 * @returns to the hundredth of a millimetre; `null` where the edges tell no scale
 */
export function dotOnTape(
  dot: Pixel & { clipped?: ClippedSide | null | undefined },
  { middle, edges: [one, other], width }: TapeMarks,
): DotOnTape | null {
  const across = { x: other.x - one.x, y: other.y - one.y };
  const pixels = Math.hypot(across.x, across.y);
  if (!(pixels > leastAcross && width > 0)) return null;
  // the tape runs up and down or from side to side: what its width is off the nearer of both is the camera's turn
  const quarter = Math.PI / 2;
  const angle = Math.atan2(across.y, across.x);
  const turn = angle - quarter * Math.round(angle / quarter);
  const off = { x: dot.x - middle.x, y: dot.y - middle.y };
  const mm = (length: number) => Math.round((length * width * 100) / pixels) / 100 || 0;
  return {
    h: mm(off.x * Math.cos(turn) + off.y * Math.sin(turn)),
    v: mm(off.x * Math.sin(turn) - off.y * Math.cos(turn)),
    clipped: dot.clipped ?? null,
  };
}
