import { chance } from '../../units/chance';
import { findDot, type Picture } from './photo';

type Spot = { x: number; y: number; r: number; cut?: { side: 'left' | 'right'; at: number } };

/** Tape with burnt spots: soft rims, a shadow across it, grain. */
function taken(
  spots: readonly Spot[],
  { width = 240, height = 180, grain = 6, shadow = 60, seed = 1, tilt = 1 } = {},
): Picture {
  const next = chance(seed);
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let light = 205 - (shadow * x) / width - (shadow / 3) * (y / height) ** 2;
      for (const { x: cx, y: cy, r, cut } of spots) {
        // seen askew: wider than high
        if (Math.abs(x - cx) > r + 12 || Math.abs(y - cy) > r + 12) continue;
        const d = Math.sqrt((x - cx) ** 2 + ((y - cy) * tilt) ** 2);
        const rim = 1 / (1 + Math.exp((d - r) * 1.5));
        const there = cut && (cut.side === 'left' ? x < cx - cut.at : x > cx + cut.at) ? 0 : rim;
        light -= there * 130;
      }
      light += (next() + next() + next() - 1.5) * 2 * grain;
      const at = (y * width + x) * 4;
      data[at] = light;
      data[at + 1] = light * 0.97;
      data[at + 2] = light * 0.9;
    }
  }
  return { width, height, data };
}

const whole = { x: 120.3, y: 87.7, r: 22 };

describe('a dot in a picture', () => {
  // at 0.2 mm a pixel, 0.1 mm is half a pixel
  it.each(Array.from({ length: 12 }, (_, i) => i))(
    'is found to within half a pixel, whatever the light (%i)',
    (seed) => {
      const next = chance(seed);
      const spot = { x: 60 + 120 * next(), y: 50 + 80 * next(), r: 12 + 20 * next() };
      const { found } = findDot(taken([spot], { seed, grain: 3 + seed, shadow: 8 * seed }));
      expect(found).not.toBeNull();
      expect(Math.hypot(found!.x - spot.x, found!.y - spot.y)).toBeLessThan(0.5);
      expect(found!.radius).toBeCloseTo(spot.r, -0.5);
      expect(found!.clipped).toBeNull();
    },
  );

  it('is where its whole would have been, though a side is cut off', () => {
    for (const side of ['left', 'right'] as const) {
      const { found } = findDot(taken([{ ...whole, cut: { side, at: 8 } }], { grain: 3 }));
      expect(found?.clipped).toBe(side);
      expect(Math.hypot(found!.x - whole.x, found!.y - whole.y)).toBeLessThan(1);
      // the middle of its ink lies well beside
      expect(found!.roundness).toBeLessThan(0.85);
    }
  });

  it('may be seen a little askew', () => {
    const { found } = findDot(taken([whole], { tilt: 1.06 }));
    expect(Math.hypot(found!.x - whole.x, found!.y - whole.y)).toBeLessThan(0.5);
  });

  it('is found in a large picture in its own pixels', () => {
    const spot = { x: 455, y: 313, r: 80 };
    const { found } = findDot(taken([spot], { width: 800, height: 600, grain: 4 }));
    expect(Math.hypot(found!.x - spot.x, found!.y - spot.y)).toBeLessThan(1.5);
  });

  it('is not claimed where there is none', () => {
    expect(findDot(taken([]))).toEqual({ found: null, why: 'no dot' });
    expect(findDot(taken([], { grain: 20, shadow: 0 }))).toEqual({ found: null, why: 'no dot' });
    const black = new Uint8ClampedArray(100 * 100 * 4);
    expect(findDot({ width: 100, height: 100, data: black }).found).toBeNull();
  });

  it('is not chosen among several, nor where it is cut by the edge', () => {
    const two = [
      { x: 60, y: 90, r: 18 },
      { x: 170, y: 80, r: 16 },
    ];
    expect(findDot(taken(two))).toEqual({ found: null, why: 'several dots' });
    for (const cut of [
      { x: 8, y: 90 },
      { x: 232, y: 90 },
      { x: 120, y: 8 },
      { x: 120, y: 172 },
    ]) {
      expect(findDot(taken([{ ...cut, r: 20 }]))).toEqual({ found: null, why: 'at the edge' });
    }
  });

  it('stands beside dirt at both edges, which is no second dot by being counted as one', () => {
    // each 16 to 18 % of the dot's area, both together over a quarter
    const dirt = [
      { x: 0, y: 60, r: 13 },
      { x: 239, y: 60, r: 13 },
    ];
    const { found } = findDot(taken([whole, ...dirt], { grain: 3 }));
    expect(Math.hypot(found!.x - whole.x, found!.y - whole.y)).toBeLessThan(0.5);
    const larger = [{ x: 0, y: 60, r: 19 }];
    expect(findDot(taken([whole, ...larger]))).toEqual({ found: null, why: 'several dots' });
  });

  it('is no cross, and no cat', () => {
    const cross = taken([]);
    for (let i = 0; i < 120; i++) {
      for (let w = 0; w < 6; w++) {
        cross.data.set([20, 20, 20, 255], ((87 + w) * 240 + 60 + i) * 4);
        cross.data.set([20, 20, 20, 255], ((30 + i) * 240 + 117 + w) * 4);
      }
    }
    expect(findDot(cross)).toEqual({ found: null, why: 'not a dot' });
    // stripes and patches of every size
    const next = chance(9);
    const fur = taken(
      Array.from({ length: 40 }, () => ({
        x: 240 * next(),
        y: 180 * next(),
        r: 3 + 14 * next(),
      })),
    );
    expect(findDot(fur).found).toBeNull();
  });
});
