import { chance } from '../units/chance';

/** A generator of chance with a seed, so that every run sees the same shops. */
export function chanceOf(seed: number) {
  /** even, from 0 up to 1 */
  const next = chance(seed);
  /** standard normal (Box and Muller) */
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  return { next, normal };
}
