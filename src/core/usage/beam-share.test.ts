import { chanceOf } from '../testing/chance';
import { beamShare, unknownShare, type BeamSums } from './beam-share';

const sumsOf = (pairs: readonly (readonly [beam: number, run: number])[]): BeamSums => ({
  sessions: pairs.length,
  beam: pairs.reduce((sum, [b]) => sum + b, 0),
  run: pairs.reduce((sum, [, r]) => sum + r, 0),
  beamBeam: pairs.reduce((sum, [b]) => sum + b * b, 0),
  beamRun: pairs.reduce((sum, [b, r]) => sum + b * r, 0),
  runRun: pairs.reduce((sum, [, r]) => sum + r * r, 0),
});

test('by hand: ten sessions of 100 s, half of them 40 s of beam, half 60', () => {
  const { likely, least, most } = beamShare(
    sumsOf(Array.from({ length: 10 }, (_, n) => [n % 2 ? 60 : 40, 100] as const)),
  );
  expect(likely).toBe(0.5);
  // each is 10 s off: √(10/9 · 10 · 100) / 1000 = 0.0333
  expect(most - likely).toBeCloseTo(1.2816 * 0.033333, 5);
  expect(likely - least).toBeCloseTo(1.2816 * 0.033333, 5);
});

test('what was never logged is taken for all of the run, and may be none of it', () => {
  expect(beamShare(sumsOf([]))).toEqual(unknownShare);
  expect(beamShare(sumsOf([[30, 60]]))).toEqual({ likely: 0.5, least: 0, most: 1 });
});

test('the range holds the truth in about four of five simulated machines', () => {
  const { next } = chanceOf(3);
  let held = 0;
  for (let machine = 0; machine < 600; machine++) {
    const truth = 0.2 + 0.6 * next();
    const pairs = Array.from({ length: 40 }, () => {
      const run = 300 + 5000 * next();
      return [run * truth * (0.7 + 0.6 * next()), run] as const;
    });
    const { least, most } = beamShare(sumsOf(pairs));
    if (least <= truth && truth <= most) held += 1;
  }
  expect(held / 600).toBeGreaterThan(0.75);
  expect(held / 600).toBeLessThan(0.85);
});
