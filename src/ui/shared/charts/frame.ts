/** The paper of a chart and the margins in which its axes stand, in its own units. */
export interface Frame {
  width: number;
  height: number;
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Where figures lie on a frame: across between two ends, up from nothing to a top. */
export function scales(
  { width, height, left, right, top, bottom }: Frame,
  { from, to, most }: { from: number; to: number; most: number },
) {
  const across = (width - left - right) / Math.max(1e-9, to - from);
  const up = (height - top - bottom) / most;
  return {
    x: (at: number) => left + (at - from) * across,
    y: (value: number) => height - bottom - value * up,
  };
}

/** The next round figure above, to end an axis with; 1 where nothing is above zero. */
export function niceTop(value: number): number {
  if (!(value > 0)) return 1;
  const size = 10 ** Math.floor(Math.log10(value));
  return [1, 1.5, 2, 3, 4, 5, 8, 10, 15]
    .map((one) => one * size)
    .find((one) => one >= value * 1.05)!;
}
