import { ascend } from './ascent';

describe('raising a bound along its slopes', () => {
  it('finds the highest of a roof, and stops at what is asked', () => {
    // 10 less the distance from (3, 4), in the two directions apart
    const roof = { prices: new Float64Array(2), slopes: new Float64Array(2) };
    let asked = 0;
    const value = () => {
      asked++;
      roof.slopes.set([3 - roof.prices[0]! > 0 ? 1 : -1, 4 - roof.prices[1]! > 0 ? 1 : -1]);
      return 10 - Math.abs(3 - roof.prices[0]!) - Math.abs(4 - roof.prices[1]!);
    };
    const options = { steps: 2000, step: 1, patience: 12 };
    expect(ascend([roof], { goal: 10, ...options }, value)).toBeGreaterThan(9.8);
    roof.prices.fill(0);
    asked = 0;
    expect(ascend([roof], { goal: 5, ...options }, value)).toBeGreaterThanOrEqual(5);
    expect(asked).toBeLessThan(50);
    expect(ascend([roof], { goal: 5, ...options }, () => Infinity)).toBe(Infinity);
  });
});
