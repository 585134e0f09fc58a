import fc from 'fast-check';
import { dotOnTape } from './on-tape';

const marks = {
  middle: { x: 100, y: 100 },
  edges: [
    { x: 5, y: 90 },
    { x: 195, y: 90 },
  ] as const,
};

test('by hand: 19 mm of tape over 190 pixels, a dot 30 right and 12 up of the middle', () => {
  expect(dotOnTape({ x: 130, y: 88 }, { ...marks, width: 19 })).toEqual({
    h: 3,
    v: 1.2,
    clipped: null,
  });
  expect(dotOnTape({ x: 100, y: 100, clipped: 'left' }, { ...marks, width: 19 })).toEqual({
    h: 0,
    v: 0,
    clipped: 'left',
  });
});

test('edges that tell no scale, and a tape without width, tell nothing', () => {
  const near = {
    ...marks,
    edges: [
      { x: 5, y: 90 },
      { x: 8, y: 90 },
    ] as const,
  };
  expect(dotOnTape({ x: 1, y: 1 }, { ...near, width: 19 })).toBeNull();
  expect(dotOnTape({ x: 1, y: 1 }, { ...marks, width: 0 })).toBeNull();
  expect(dotOnTape({ x: 1, y: 1 }, { ...marks, width: NaN })).toBeNull();
});

test('a camera turned up to forty degrees, a tape either way, edges in either order: the same place', () => {
  const figure = fc.double({ min: -20, max: 20, noNaN: true });
  fc.assert(
    fc.property(
      figure,
      figure,
      fc.double({ min: -40, max: 40, noNaN: true }),
      fc.double({ min: 2, max: 30, noNaN: true }),
      fc.boolean(),
      fc.boolean(),
      (h, v, degrees, scale, upright, swapped) => {
        const turn = (degrees * Math.PI) / 180;
        /** millimetres, y upwards, as the turned camera sees them */
        const seen = (x: number, y: number) => ({
          x: 500 + scale * (x * Math.cos(turn) + y * Math.sin(turn)),
          y: 400 + scale * (x * Math.sin(turn) - y * Math.cos(turn)),
        });
        const width = 19;
        const edges = upright
          ? ([seen(-width / 2, 3), seen(width / 2, 3)] as const)
          : ([seen(3, width / 2), seen(3, -width / 2)] as const);
        const read = dotOnTape(seen(h, v), {
          middle: seen(0, 0),
          edges: swapped ? [edges[1], edges[0]] : edges,
          width,
        })!;
        expect(Math.abs(read.h - h)).toBeLessThan(0.006);
        expect(Math.abs(read.v - v)).toBeLessThan(0.006);
      },
    ),
  );
});
