export const stockKinds = ['use', 'receipt', 'count'] as const;
/** `use`: taken out; `receipt`: put in; `count`: what was found on the shelf. */
export type StockKind = (typeof stockKinds)[number];

/** A movement of one item. Quantities in thousandths of its unit, so that a third of a pack is exact enough. */
export interface StockMovement {
  /** UTC milliseconds */
  at: number;
  kind: StockKind;
  quantity: number;
}

/**
 * What is on the shelf, in thousandths of the unit: the last count, with what came and went since. Below
 * zero when more was used than was ever put in: the shelf must be counted.
 * @param movements of one item, in any order; of the same instant a count stands first
 */
export function onHand(movements: Iterable<StockMovement>): number {
  const rank = ({ kind }: StockMovement) => (kind === 'count' ? 0 : 1);
  return [...movements]
    .sort((a, b) => a.at - b.at || rank(a) - rank(b))
    .reduce((sum, { kind, quantity }) => {
      switch (kind) {
        case 'count':
          return quantity;
        case 'receipt':
          return sum + quantity;
        case 'use':
          return sum - quantity;
      }
    }, 0);
}

export type StockState = 'enough' | 'low' | 'short';

/**
 * Whether what is on the shelf is enough. Nothing left is short, whatever is needed.
 * @param has on the shelf, thousandths
 * @param needs for what is planned, thousandths
 * @param reorderAt from this much on it must be ordered, thousandths
 */
export function stockState(has: number, needs: number, reorderAt: number): StockState {
  if (has < needs || has <= 0) return 'short';
  return has - needs <= reorderAt ? 'low' : 'enough';
}
