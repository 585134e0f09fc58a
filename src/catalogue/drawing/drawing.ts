import { galvo } from './galvo';
import { gantry } from './gantry';
import type { DrawnBuild, Ground, Point, Shape, View } from './shapes';

/** The paper a machine is drawn on. */
export const paper = { width: 380, height: 336 };

/** A station on the drawing. */
export interface DrawnStation<T> extends Shape {
  station: T;
}

/** A machine as it is drawn, in our own line: no maker's shape. */
export interface Drawing<T> {
  views: readonly View[];
  ground: readonly Ground[];
  stations: DrawnStation<T>[];
  /** stations of the shop's own that have no place on it */
  elsewhere: T[];
}

/**
 * Draws a machine by its family and how it is put together: from above, its head from the front, cut open, its bed
 * from the side, and what stands beside it. Areas come before lines, large ones before small ones, so that all can be
 * pointed at.
 */
export function drawMachine<T extends { slug: string; kind: string }>(
  build: DrawnBuild,
  stations: readonly T[],
): Drawing<T> {
  const { views, ground, shapes } = build.family === 'galvo-desktop' ? galvo : gantry(build);
  const taken = new Set<Shape>();
  const elsewhere: T[] = [];
  const drawn = stations.flatMap((station): DrawnStation<T>[] => {
    const shape = shapes[station.slug] ?? shapes[station.kind];
    if (!shape || taken.has(shape)) {
      elsewhere.push(station);
      return [];
    }
    taken.add(shape);
    return [{ ...shape, station }];
  });
  const order = Object.values(shapes);
  const place = ({ d }: Shape) => order.findIndex((shape) => shape.d === d);
  return {
    views,
    ground,
    stations: drawn.sort((a, b) => place(a) - place(b)),
    elsewhere,
  };
}

/** So near to where a part is pointed at counts as pointing at it, in units of the paper: a wide finger. */
const near = 16;
const far = 44;

/**
 * The part that a finger means: what it is nearest to, else the area it lies on, else whatever is nearest.
 * @param on slug of the area that lies under the finger
 * @returns its slug; `null` where nothing is near
 */
export function partAt<T extends { slug: string }>(
  { stations }: Pick<Drawing<T>, 'stations'>,
  { x, y }: Point,
  on: string | null = null,
): string | null {
  const [nearest] = stations
    .map(({ station, at }) => ({ slug: station.slug, away: Math.hypot(at.x - x, at.y - y) }))
    .sort((a, b) => a.away - b.away);
  if (!nearest) return null;
  if (nearest.away <= near) return nearest.slug;
  return on ?? (nearest.away <= far ? nearest.slug : null);
}
