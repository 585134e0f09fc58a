import { Matrix, solve } from 'ml-matrix';
import type { ClippedSide } from './advice';

/** A picture, as a canvas gives it: four bytes a pixel, row by row. */
export interface Picture {
  width: number;
  height: number;
  data: Uint8ClampedArray | Uint8Array;
}

/** A dot found in a picture. Pixels of the picture as it was given. */
export interface FoundDot {
  x: number;
  y: number;
  radius: number;
  /** share of its rim that lies on one circle */
  roundness: number;
  clipped: ClippedSide | null;
}

/** Why no dot is told. */
export type NoDot = 'no dot' | 'several dots' | 'not a dot' | 'at the edge';

/** A dot, or why there is none. */
export type PhotoRead = { found: FoundDot } | { found: null; why: NoDot };

/** Pictures are looked at no finer than so many pixels along the longer side. */
const finest = 640;
/** A dot is darker than what is round it by at least so many of 255 levels, and so many times the grain. */
const darker = { levels: 24, grain: 5 };
/** A second patch of so much of the first one's area is a second dot. */
const secondDot = 0.25;
const rays = 180;
/** So far inside the circle a rim is cut off, as a share of the radius, over so many degrees. */
const cut = { depth: 0.12, degrees: 40 };

/**
 * Finds the one burnt dot of a picture: what is round it is taken for a slope of light and taken off, what is left is
 * parted by Otsu's threshold (1979), and a circle is laid through the rim of the largest patch; rim that lies inside the
 * circle is left out, so that the middle of a clipped dot is where its whole would have been.
 */
export function findDot(picture: Picture): PhotoRead {
  const { gray, width, height, scale } = reduced(picture);
  const dark = darkness(gray, width, height);
  const level = otsu(dark);
  const grain = grainOf(dark);
  const inside = meanWhere(dark, (one) => one > level);
  const outside = meanWhere(dark, (one) => one <= level);
  if (inside - outside < Math.max(darker.levels, darker.grain * grain)) {
    return { found: null, why: 'no dot' };
  }
  const half = (inside + outside) / 2;
  const patches = patchesOf(dark, width, height, half);
  const [first, second] = patches;
  if (!first || first.area < 20) return { found: null, why: 'no dot' };
  if (second && second.area > secondDot * first.area) return { found: null, why: 'several dots' };
  if (first.area > 0.4 * width * height) return { found: null, why: 'not a dot' };
  if (first.atEdge) return { found: null, why: 'at the edge' };
  const rim = rimOf(dark, width, height, first, half);
  const circle = roundest(rim);
  if (!circle) return { found: null, why: 'not a dot' };
  const { radius, kept } = circle;
  const clipped = flatSide(rim, circle);
  // of a whole dot the middle of its area: seen askew it is no circle
  const { x, y } = clipped ? circle : middleOf(rim);
  // a pixel's middle lies half a pixel in
  const full = (at: number) => (at + 0.5) * scale - 0.5;
  return {
    found: {
      x: full(x),
      y: full(y),
      radius: radius * scale,
      roundness: kept / rim.length,
      clipped,
    },
  };
}

interface Point {
  x: number;
  y: number;
}
interface Circle extends Point {
  radius: number;
}
interface Patch extends Point {
  area: number;
  atEdge: boolean;
}

/** Brightness, by whole blocks of pixels where the picture is larger than need be. */
function reduced({ width, height, data }: Picture): {
  gray: Float32Array;
  width: number;
  height: number;
  scale: number;
} {
  const scale = Math.max(1, Math.ceil(Math.max(width, height) / finest));
  const [w, h] = [Math.floor(width / scale), Math.floor(height / scale)];
  const gray = new Float32Array(w * h);
  for (let y = 0; y < h * scale; y++) {
    for (let x = 0; x < w * scale; x++) {
      const at = (y * width + x) * 4;
      const light = 0.299 * data[at]! + 0.587 * data[at + 1]! + 0.114 * data[at + 2]!;
      gray[Math.floor(y / scale) * w + Math.floor(x / scale)]! += light / (scale * scale);
    }
  }
  return { gray, width: w, height: h, scale };
}

/** How much darker each place is than the tape would be there: the tape is a surface of second degree through what is not dark. */
function darkness(gray: Float32Array, width: number, height: number): Float32Array {
  const terms = (x: number, y: number): number[] => {
    const [u, v] = [(2 * x) / width - 1, (2 * y) / height - 1];
    return [1, u, v, u * u, u * v, v * v];
  };
  const step = Math.max(1, Math.floor(Math.min(width, height) / 40));
  let found = [meanWhere(gray, () => true), 0, 0, 0, 0, 0];
  const at = (x: number, y: number) => {
    const [u, v] = [(2 * x) / width - 1, (2 * y) / height - 1];
    const [c, cu, cv, cuu, cuv, cvv] = found as [number, number, number, number, number, number];
    return c + (cu + cuu * u + cuv * v) * u + (cv + cvv * v) * v;
  };
  let allowed = Infinity;
  for (let round = 0; round < 6; round++) {
    const normal = Matrix.zeros(6, 6);
    const right = Matrix.zeros(6, 1);
    let squares = 0;
    let count = 0;
    for (let y = 0; y < height; y += step) {
      for (let x = 0; x < width; x += step) {
        const off = gray[y * width + x]! - at(x, y);
        if (round > 0 && (off < -allowed || off > 3 * allowed)) continue;
        const row = terms(x, y);
        count++;
        squares += off * off;
        for (let i = 0; i < 6; i++) {
          right.set(i, 0, right.get(i, 0) + row[i]! * gray[y * width + x]!);
          for (let j = 0; j < 6; j++) normal.set(i, j, normal.get(i, j) + row[i]! * row[j]!);
        }
      }
    }
    if (count < 12) break;
    for (let i = 0; i < 6; i++) normal.set(i, i, normal.get(i, i) + 1e-6);
    found = solve(normal, right).to1DArray();
    allowed = Math.max(4, Math.sqrt(squares / count));
  }
  return gray.map((light, i) => at(i % width, Math.floor(i / width)) - light);
}

/** The level that parts two kinds of place best (Otsu 1979). */
function otsu(values: Float32Array): number {
  const counts = new Float64Array(256);
  for (const one of values) counts[Math.min(255, Math.max(0, Math.round(one)))]!++;
  let whole = 0;
  counts.forEach((count, level) => (whole += count * level));
  let [below, belowSum, best, level] = [0, 0, -1, 0];
  for (let i = 0; i < 256; i++) {
    below += counts[i]!;
    belowSum += counts[i]! * i;
    const above = values.length - below;
    if (below === 0 || above === 0) continue;
    const apart = belowSum / below - (whole - belowSum) / above;
    const between = below * above * apart * apart;
    if (between > best) [best, level] = [between, i];
  }
  return level;
}

/** Standard deviation of what is not dark, by the median of its size. */
function grainOf(dark: Float32Array): number {
  // every seventh place tells as much
  const sizes = dark
    .filter((_, i) => i % 7 === 0)
    .map(Math.abs)
    .sort();
  return 1.4826 * sizes[Math.floor(sizes.length / 2)]!;
}

function meanWhere(values: Float32Array, wanted: (value: number) => boolean): number {
  let [sum, count] = [0, 0];
  for (const one of values) {
    if (!wanted(one)) continue;
    sum += one;
    count++;
  }
  return count === 0 ? 0 : sum / count;
}

/** The connected dark patches, largest first. */
function patchesOf(dark: Float32Array, width: number, height: number, level: number): Patch[] {
  const seen = new Uint8Array(dark.length);
  const patches: Patch[] = [];
  for (let start = 0; start < dark.length; start++) {
    if (seen[start] || !(dark[start]! > level)) continue;
    const open = [start];
    seen[start] = 1;
    let [area, sumX, sumY, atEdge] = [0, 0, 0, false];
    while (open.length > 0) {
      const here = open.pop()!;
      const [x, y] = [here % width, Math.floor(here / width)];
      area++;
      sumX += x;
      sumY += y;
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) atEdge = true;
      for (const next of [
        x > 0 ? here - 1 : -1,
        x < width - 1 ? here + 1 : -1,
        here - width,
        here + width,
      ]) {
        if (next < 0 || next >= dark.length || seen[next] || !(dark[next]! > level)) continue;
        seen[next] = 1;
        open.push(next);
      }
    }
    patches.push({ area, x: sumX / area, y: sumY / area, atEdge });
  }
  return patches.sort((a, b) => b.area - a.area);
}

/** Where each ray from the middle of a patch leaves it for the last time, between pixels. */
function rimOf(
  dark: Float32Array,
  width: number,
  height: number,
  patch: Patch,
  level: number,
): Point[] {
  const at = (x: number, y: number): number => {
    const [x0, y0] = [Math.floor(x), Math.floor(y)];
    if (x0 < 0 || y0 < 0 || x0 >= width - 1 || y0 >= height - 1) return 0;
    const [fx, fy] = [x - x0, y - y0];
    const row = (y: number) => dark[y * width + x0]! * (1 - fx) + dark[y * width + x0 + 1]! * fx;
    return row(y0) * (1 - fy) + row(y0 + 1) * fy;
  };
  const reach = 2.2 * Math.sqrt(patch.area / Math.PI) + 3;
  return Array.from({ length: rays }, (_, i) => {
    const angle = (2 * Math.PI * i) / rays;
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    let last = 0;
    for (let r = 0; r < reach; r += 0.25) {
      const [here, next] = [
        at(patch.x + r * dx, patch.y + r * dy),
        at(patch.x + (r + 0.25) * dx, patch.y + (r + 0.25) * dy),
      ];
      if (here > level && next <= level) last = r + (0.25 * (here - level)) / (here - next);
    }
    return { x: patch.x + last * dx, y: patch.y + last * dy };
  });
}

/** The circle through most of a rim; what lies inside it is left out step by step. `null`: there is none. */
function roundest(rim: readonly Point[]): (Circle & { kept: number }) | null {
  let kept = rim;
  let circle = circleThrough(kept);
  for (let round = 0; round < 20; round++) {
    const { x, y, radius } = circle;
    const off = (point: Point) => Math.hypot(point.x - x, point.y - y) - radius;
    const spread = Math.sqrt(kept.reduce((sum, one) => sum + off(one) ** 2, 0) / kept.length);
    const allowed = Math.max(0.6, 0.03 * radius, 1.2 * spread);
    const next = rim.filter((point) => off(point) > -allowed && off(point) < 2 * allowed);
    if (next.length < 0.35 * rim.length) return null;
    circle = circleThrough(next);
    if (next.length === kept.length && round > 2) break;
    kept = next;
  }
  const { x, y, radius } = circle;
  const sizes = kept.map((point) => Math.abs(Math.hypot(point.x - x, point.y - y) - radius));
  const middle = sizes.sort((a, b) => a - b)[Math.floor(sizes.length / 2)]!;
  if (!(radius > 2) || kept.length < 0.45 * rim.length || middle > 0.08 * radius) return null;
  return { ...circle, kept: kept.length };
}

/** Least squares of the equation of a circle (Kåsa 1976, from memory). */
function circleThrough(points: readonly Point[]): Circle {
  const n = points.length;
  const mean = (of: (point: Point) => number) =>
    points.reduce((sum, point) => sum + of(point), 0) / n;
  const [mx, my] = [mean(({ x }) => x), mean(({ y }) => y)];
  let [uu, uv, vv, ur, vr] = [0, 0, 0, 0, 0];
  for (const { x, y } of points) {
    const [u, v] = [x - mx, y - my];
    const square = u * u + v * v;
    uu += u * u;
    uv += u * v;
    vv += v * v;
    ur += (u * square) / 2;
    vr += (v * square) / 2;
  }
  const d = uu * vv - uv * uv || Number.MIN_VALUE;
  const [u, v] = [(ur * vv - vr * uv) / d, (vr * uu - ur * uv) / d];
  return { x: mx + u, y: my + v, radius: Math.sqrt(u * u + v * v + (uu + vv) / n) };
}

/** The middle of the area inside a rim. */
function middleOf(rim: readonly Point[]): Point {
  let [area, sumX, sumY] = [0, 0, 0];
  const from = rim[0]!;
  rim.forEach((a, i) => {
    const b = rim[(i + 1) % rim.length]!;
    const cross = (a.x - from.x) * (b.y - from.y) - (b.x - from.x) * (a.y - from.y);
    area += cross;
    sumX += cross * (a.x + b.x - 2 * from.x);
    sumY += cross * (a.y + b.y - 2 * from.y);
  });
  return { x: from.x + sumX / (3 * area), y: from.y + sumY / (3 * area) };
}

/** The side on which a run of the rim lies well inside the circle. */
function flatSide(rim: readonly Point[], { x, y, radius }: Circle): ClippedSide | null {
  const inside = rim.map(
    (point) => Math.hypot(point.x - x, point.y - y) < radius * (1 - cut.depth),
  );
  const runs: { start: number; length: number }[] = [];
  for (let i = 0; i < inside.length; i++) {
    if (!inside[i] || inside.at(i - 1)) continue;
    let length = 0;
    while (length < inside.length && inside[(i + length) % inside.length]) length++;
    runs.push({ start: i, length });
  }
  const longest = runs.sort((a, b) => b.length - a.length)[0];
  if (!longest || (longest.length * 360) / rays < cut.degrees) return null;
  const point = rim[(longest.start + Math.floor(longest.length / 2)) % rim.length]!;
  const [dx, dy] = [point.x - x, point.y - y];
  if (Math.abs(dx) >= Math.abs(dy)) return dx > 0 ? 'right' : 'left';
  return dy > 0 ? 'bottom' : 'top';
}
