/** A generator of chance with a seed (mulberry32), so that every run sees the same shops. */
export function chanceOf(seed: number) {
  let state = seed;
  /** even, from 0 up to 1 */
  const next = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  /** standard normal (Box and Muller) */
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  return { next, normal };
}
