import type { ReweighOrder, ReweighWord } from '../services/usage/reweigh';
import { closeShop, openShop } from '../services/shop';
import { changeWeight, previewWeight } from '../services/usage/soil-weights';

/** A process of its own for one change of the soil table, or for looking what it would do. */
function say(word: ReweighWord): void {
  // a server that died hears nothing: that is no fault of ours
  process.send?.(word, undefined, undefined, () => undefined);
}

process.on('message', ({ dataDir, actor, input, preview }: ReweighOrder) => {
  const shop = openShop(dataDir);
  const report = (share: number) => say({ share });
  const outcome = preview
    ? previewWeight(shop, actor, input, report)
    : changeWeight(shop, actor, input, report);
  closeShop(shop);
  process.send?.({ outcome } satisfies ReweighWord, undefined, undefined, () =>
    process.disconnect(),
  );
});
process.on('disconnect', () => process.exit());
