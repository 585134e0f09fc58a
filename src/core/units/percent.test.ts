import { inPercent, usedPercent } from './percent';

test('a share is rounded to the nearest whole', () => {
  expect([0, 0.846, 0.995, 1].map(inPercent)).toEqual(['0 %', '85 %', '100 %', '100 %']);
});

test.each([
  [0, '0 %'],
  [0.9999, '99 %'],
  [1, '100 %'],
  [1.12, '112 %'],
  [1.726, '172 %'],
  [9.99, '999 %'],
  [9.995, 'over 999 %'],
  [40, 'over 999 %'],
])('of a limit, %d is used as %s: never rounded up over the line', (used, words) => {
  expect(usedPercent(used)).toBe(words);
});

test('what arithmetic loses at the last digit is not lost in whole percent', () => {
  expect(usedPercent(0.29)).toBe('29 %'); // 0.29 * 100 is 28.999999999999996
});
