import { niceTop, scales } from './frame';

const frame = { width: 500, height: 200, left: 50, right: 10, top: 10, bottom: 20 };

test('a scale runs from margin to margin, up from the base', () => {
  const { x, y } = scales(frame, { from: 1000, to: 2000, most: 4 });
  expect([x(1000), x(2000), x(1500)]).toEqual([50, 490, 270]);
  expect([y(0), y(4), y(1)]).toEqual([180, 10, 137.5]);
  // one moment alone lies at the left, not nowhere
  expect(scales(frame, { from: 7, to: 7, most: 1 }).x(7)).toBe(50);
});

test('an axis ends at a round figure above', () => {
  expect([0, -3, Number.NaN].map(niceTop)).toEqual([1, 1, 1]);
  expect([0.8, 1, 7.7, 96, 1400].map(niceTop)).toEqual([1, 1.5, 10, 150, 1500]);
  for (let value = 0.013; value < 5000; value *= 1.17) {
    expect(niceTop(value)).toBeGreaterThanOrEqual(value * 1.05);
    expect(niceTop(value)).toBeLessThan(value * 2.2);
  }
});
