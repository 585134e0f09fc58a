/**
 * Tension of a belt plucked between two pulleys, as a taut string: `T = 4 μ L² f²` (Mersenne).
 * @param mass kg a metre
 * @param span free length, metres
 * @param hertz its tone
 * @returns newtons
 */
export const beltTension = (mass: number, span: number, hertz: number): number =>
  4 * mass * span * span * hertz * hertz;
