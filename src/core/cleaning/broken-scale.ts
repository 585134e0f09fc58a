/** A stretch of the clock that is drawn shorter than it is. */
export interface Break {
  /** minutes from the beginning */
  from: number;
  to: number;
}

/** A clock on which long waits are broken, so that the work between them can be read. */
export interface BrokenScale {
  breaks: readonly Break[];
  /** how many minutes the whole is drawn as long as */
  drawn: number;
  /** where a minute is drawn, as a share of the whole width */
  at(minute: number): number;
}

/** From so many minutes without hands on a wait is broken, and drawn as long as `shown`. */
const longest = 45;
const shown = 20;

/**
 * The scale of a clock: true where hands work, broken where nobody does for long.
 * @param hands stretches of work, in any order, minutes from the beginning
 * @param finish the end of the clock, minutes; at least the last end
 */
export function brokenScale(
  hands: readonly { start: number; end: number }[],
  finish: number,
): BrokenScale {
  const breaks: Break[] = [];
  let until = 0;
  for (const { start, end } of [...hands, { start: finish, end: finish }].sort(
    (a, b) => a.start - b.start,
  )) {
    if (start - until > longest) breaks.push({ from: until, to: start });
    until = Math.max(until, end);
  }
  const drawn = (minute: number) =>
    breaks.reduce((sum, { from, to }) => {
      const inside = Math.min(Math.max(minute - from, 0), to - from);
      return sum - inside + (inside / (to - from)) * shown;
    }, minute);
  const width = drawn(finish);
  return { breaks, drawn: width, at: (minute) => (width === 0 ? 0 : drawn(minute) / width) };
}
