import type { Family } from '../schema';
import { galvo } from './galvo';
import { gantry } from './gantry';
import type { Ground, Shape, View } from './shapes';

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
 * Draws a machine by its family: from above, its head from the front, cut open, its bed from the side, and what
 * stands beside it. Areas come before lines, large ones before small ones, so that all can be pointed at.
 */
export function drawMachine<T extends { slug: string; kind: string }>(
  family: Family,
  stations: readonly T[],
): Drawing<T> {
  const { views, ground, shapes } = family.id === 'galvo-desktop' ? galvo : gantry(family);
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
    ground: ground(family),
    stations: drawn.sort((a, b) => place(a) - place(b)),
    elsewhere,
  };
}
