import type { Build } from '../builds/build';

/** How a machine is put together, as far as its drawing shows it. */
export type DrawnBuild = Pick<Build, 'family' | 'variants'>;

/** A part as it is drawn: SVG path data, an area or a line, and where a finger points at it. */
export interface Shape {
  d: string;
  /** a line rather than an area */
  line?: boolean;
  at: Point;
}

export interface Point {
  x: number;
  y: number;
}

/** A part of the drawing that is no station: what the stations stand in. */
export interface Ground {
  d: string;
  /** the way of the beam */
  beam?: boolean;
}

/** Words on the drawing that say what is seen. */
export interface View {
  words: string;
  x: number;
  y: number;
}

/** A way of drawing machines: what is always there, and where each kind of station lies. */
export interface Template {
  views: readonly View[];
  ground: readonly Ground[];
  /** by slug first, else by kind */
  shapes: Readonly<Record<string, Shape>>;
}

/** Path data are kept short: figures to a tenth. */
const n = (value: number) => String(Math.round(value * 10) / 10);

export function rect(x: number, y: number, width: number, height: number): string {
  return `M${n(x)} ${n(y)}h${n(width)}v${n(height)}h${n(-width)}z`;
}

export function disc(x: number, y: number, r: number): string {
  return `M${n(x - r)} ${n(y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0z`;
}

/** An area with a hole in it, by the even-odd rule. */
export const ring = (outer: string, inner: string): string => outer + inner;

/** A thin slab turned by an angle in degrees: a mirror, a glass. */
export function slab(x: number, y: number, length: number, thick: number, turned: number): string {
  const angle = (turned * Math.PI) / 180;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const corner = (u: number, v: number) => `${n(x + u * c - v * s)} ${n(y + u * s + v * c)}`;
  const [l, t] = [length / 2, thick / 2];
  return `M${corner(-l, -t)}L${corner(l, -t)}L${corner(l, t)}L${corner(-l, t)}z`;
}

/** A lens, its curve upwards or on both sides. */
export function lens(x: number, y: number, width: number, bulge: number, both = false): string {
  const half = width / 2;
  const below = both
    ? `Q${n(x)} ${n(y + bulge * 2)} ${n(x - half)} ${n(y)}`
    : `L${n(x - half)} ${n(y)}`;
  return `M${n(x - half)} ${n(y)}Q${n(x)} ${n(y - bulge * 2)} ${n(x + half)} ${n(y)}${below}z`;
}

/** A fan: its rim and four blades. */
export function fan(x: number, y: number, r: number): string {
  const blades = [0, 90, 180, 270].map((turned) => {
    const angle = ((turned + 30) * Math.PI) / 180;
    return slab(
      x + (r / 2) * Math.cos(angle),
      y + (r / 2) * Math.sin(angle),
      r * 0.8,
      3,
      turned + 30,
    );
  });
  return disc(x, y, r) + blades.join('');
}

/** Several small ones in a row. */
export function row(count: number, of: (index: number) => string): string {
  return Array.from({ length: count }, (_, index) => of(index)).join('');
}
