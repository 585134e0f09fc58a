import fc from 'fast-check';
import { brokenScale } from './broken-scale';

test('without a long wait a clock is drawn as it is', () => {
  const { breaks, at } = brokenScale(
    [
      { start: 0, end: 20 },
      { start: 50, end: 80 },
    ],
    80,
  );
  expect(breaks).toEqual([]);
  expect([0, 20, 40, 80].map(at)).toEqual([0, 0.25, 0.5, 1]);
});

test('a long wait is drawn as twenty minutes, what is before and after as it is', () => {
  const { breaks, at } = brokenScale(
    [
      { start: 0, end: 40 },
      { start: 280, end: 320 },
    ],
    320,
  );
  expect(breaks).toEqual([{ from: 40, to: 280 }]);
  // 40 + 20 + 40 are drawn
  expect([40, 160, 280, 300, 320].map(at)).toEqual([0.4, 0.5, 0.6, 0.8, 1]);
});

test('a wait at the end is broken too; nothing at all is drawn nowhere', () => {
  expect(brokenScale([{ start: 0, end: 30 }], 300).breaks).toEqual([{ from: 30, to: 300 }]);
  expect(brokenScale([], 0).at(0)).toBe(0);
});

test('later is never drawn before earlier, work keeps its proportions, the ends are the ends', () => {
  const stretch = fc
    .tuple(fc.nat(600), fc.integer({ min: 1, max: 60 }))
    .map(([start, length]) => ({ start, end: start + length }));
  fc.assert(
    fc.property(fc.array(stretch, { minLength: 1, maxLength: 12 }), fc.nat(200), (hands, more) => {
      const finish = Math.max(...hands.map(({ end }) => end)) + more;
      const { at, breaks } = brokenScale(hands, finish);
      expect(at(0)).toBe(0);
      expect(at(finish)).toBeCloseTo(1, 9);
      const drawn = Array.from({ length: finish + 1 }, (_, minute) => at(minute));
      expect(drawn.every((place, minute) => minute === 0 || place >= drawn[minute - 1]!)).toBe(
        true,
      );
      const perMinute = hands.map(({ start, end }) => (at(end) - at(start)) / (end - start));
      for (const one of perMinute) expect(one).toBeCloseTo(perMinute[0]!, 9);
      for (const { from, to } of breaks) {
        expect(hands.some(({ start, end }) => start < to && end > from)).toBe(false);
      }
    }),
  );
});
