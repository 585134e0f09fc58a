/** A point in space, mm. */
export type Place = [x: number, y: number, z: number];

/**
 * The centre of an arc in the plane, mm, by its radius (R: the short way round for a positive one, the long
 * way for a negative) or its centre words (I, J).
 * @param clockwise G2, else G3
 * @param origin what I and J are counted from
 * @returns why there is none
 */
export function arcCentre(
  clockwise: boolean,
  from: Place,
  to: Place,
  origin: Place,
  { r, i, j }: Record<'r' | 'i' | 'j', number | undefined>,
): { centre: readonly [x: number, y: number] } | { doubt: string } {
  if (r !== undefined) {
    const radius = Math.abs(r);
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    const chord = Math.hypot(dx, dy);
    if (chord === 0 || chord > 2 * radius * 1.001) {
      return { doubt: 'an arc whose radius does not reach' };
    }
    const rise = Math.sqrt(Math.max(0, radius * radius - (chord * chord) / 4));
    const side = (clockwise ? -1 : 1) * (r > 0 ? 1 : -1);
    return {
      centre: [
        from[0] + dx / 2 - (side * rise * dy) / chord,
        from[1] + dy / 2 + (side * rise * dx) / chord,
      ],
    };
  }
  if (i === undefined && j === undefined) return { doubt: 'an arc without centre or radius' };
  return { centre: [origin[0] + (i ?? 0), origin[1] + (j ?? 0)] };
}
