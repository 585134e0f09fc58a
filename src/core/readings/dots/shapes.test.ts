import fc from 'fast-check';
import { dotPlaces, dotShapes, readDots, type Dots } from './shapes';

const all = (shape: (typeof dotShapes)[number]): Dots =>
  Object.fromEntries(dotPlaces.map((place) => [place, shape]));

test('says nothing before all five were looked at', () => {
  expect(readDots({})).toBeNull();
  const { middle: _, ...four } = all('round');
  expect(readDots(four)).toBeNull();
});

test('all round passes and sends nobody anywhere', () => {
  expect(readDots(all('round'))).toEqual({ passed: true, words: 'all five round', look: null });
});

test.each<[string, Dots, string, RegExp]>([
  ['cut off everywhere', all('crescent'), 'crescent everywhere', /no mirror does that/],
  ['no beam anywhere', all('none'), 'no dot everywhere', /no mirror does that/],
  [
    'off to the right',
    { ...all('round'), 'rear right': 'crescent', 'front right': 'crescent' },
    'crescent rear right, front right; round elsewhere',
    /Only at the right: a mirror/,
  ],
  [
    'off at the rear',
    { ...all('round'), 'rear left': 'halo', 'rear right': 'none' },
    'halo rear left; no dot rear right; round elsewhere',
    /Only at the rear: a mirror/,
  ],
  [
    'one corner',
    { ...all('round'), 'front left': 'crescent' },
    'crescent front left; round elsewhere',
    /In some places only: a mirror/,
  ],
  [
    'across',
    { ...all('round'), 'front left': 'crescent', 'rear right': 'crescent' },
    'crescent rear right, front left; round elsewhere',
    /In some places only: a mirror/,
  ],
])('%s', (_, dots, words, look) => {
  const read = readDots(dots)!;
  expect([read.passed, read.words]).toEqual([false, words]);
  expect(read.look).toMatch(look);
});

test('passes exactly when five are round, and names every place that is not', () => {
  const shape = fc.constantFrom(...dotShapes);
  fc.assert(
    fc.property(fc.tuple(shape, shape, shape, shape, shape), (shapes) => {
      const dots: Dots = Object.fromEntries(dotPlaces.map((place, at) => [place, shapes[at]]));
      const read = readDots(dots)!;
      expect(read.passed).toBe(shapes.every((one) => one === 'round'));
      expect(read.look === null).toBe(read.passed);
      if (new Set(shapes).size > 1) {
        for (const [at, place] of dotPlaces.entries()) {
          expect(read.words.includes(place)).toBe(shapes[at] !== 'round');
        }
      }
    }),
  );
});
