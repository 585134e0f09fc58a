import { amountWords } from './amount';

it.each([
  [1, 'pairs', '1 pair'],
  [2, 'pairs', '2 pairs'],
  [0.05, 'cans', '0.05 cans'],
  [1, 'cans', '1 can'],
  [-1, 'pieces', '-1 pieces'],
  [520.04, 'ml', '520 ml'],
  [1, 'ml', '1 ml'],
  [1, 'swathes', '1 swathes'],
  [-0.001, 'l', '0 l'],
  [2.449, 'cans', '2.4 cans'],
  [0, 'sheets', '0 sheets'],
])('%d %s is %s', (amount, unit, words) => {
  expect(amountWords(amount, unit)).toBe(words);
});
