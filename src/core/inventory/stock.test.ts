import fc from 'fast-check';
import { onHand, stockState, type StockMovement } from './stock';

const at = (day: number, kind: StockMovement['kind'], quantity: number): StockMovement => ({
  at: day * 86_400_000,
  kind,
  quantity,
});

test('receipts add, use takes away, a count says what there is', () => {
  expect(onHand([])).toBe(0);
  expect(onHand([at(1, 'receipt', 100_000), at(2, 'use', 3_000)])).toBe(97_000);
  expect(onHand([at(1, 'receipt', 100_000), at(3, 'count', 40_000), at(4, 'use', 500)])).toBe(
    39_500,
  );
  // a use written down later than the count it lies before changes nothing
  expect(onHand([at(3, 'count', 40_000), at(2, 'use', 3_000)])).toBe(40_000);
  expect(onHand([at(1, 'use', 2_000)])).toBe(-2_000);
});

test('movements in any order give the same shelf, as adding them up after the last count does', () => {
  const movement = fc.record({
    at: fc.integer({ min: 0, max: 1000 }),
    kind: fc.constantFrom('use' as const, 'receipt' as const),
    quantity: fc.nat(5000),
  });
  fc.assert(
    fc.property(fc.array(movement), fc.nat(9000), fc.nat(1000), (some, counted, when) => {
      const all = [...some, { at: when, kind: 'count' as const, quantity: counted }];
      const after = some
        .filter(({ at: time }) => time >= when)
        .reduce(
          (sum, { kind, quantity }) => sum + (kind === 'use' ? -quantity : quantity),
          counted,
        );
      expect(onHand(all)).toBe(after);
      expect(onHand(all.toReversed())).toBe(after);
    }),
  );
});

test('short before it begins, low when it would fall to the reorder point', () => {
  expect(stockState(2_000, 3_000, 1_000)).toBe('short');
  expect(stockState(4_000, 3_000, 1_000)).toBe('low');
  expect(stockState(5_000, 3_000, 1_000)).toBe('enough');
  expect(stockState(0, 0, 0)).toBe('short');
});
