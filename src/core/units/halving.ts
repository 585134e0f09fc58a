/**
 * The first of so many places for which something is so, found by halving: it must be so of all that follow one.
 * @param count places, from 0
 * @returns `count` where it is so of none
 * @example firstPlace(4, (place) => [1, 3, 5, 7][place]! >= 4) // 2
 */
export function firstPlace(count: number, isSo: (place: number) => boolean): number {
  let [low, high] = [0, count];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isSo(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** The same where it is likely so of an early place: ever longer steps from the first on, then halving. */
export function firstPlaceSoon(count: number, isSo: (place: number) => boolean): number {
  let [low, step] = [0, 1];
  while (low + step <= count && !isSo(low + step - 1)) {
    low += step;
    step *= 2;
  }
  return low + firstPlace(Math.min(step - 1, count - low), (place) => isSo(low + place));
}
