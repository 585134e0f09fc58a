import type { EvidenceOrder, EvidenceWord } from '../services/evidence/job';
import { reckonEvidence } from '../services/evidence/kept';
import { closeShop, openShop } from '../services/shop';

/** A process of its own that goes through all of the book for what it says. */
function say(word: EvidenceWord): void {
  // a server that died hears nothing: that is no fault of ours
  process.send?.(word, undefined, undefined, () => undefined);
}

process.on('message', ({ dataDir }: EvidenceOrder) => {
  const shop = openShop(dataDir);
  reckonEvidence(shop, (share) => say({ share }));
  closeShop(shop);
  process.send?.({ done: true } satisfies EvidenceWord, undefined, undefined, () =>
    process.disconnect(),
  );
});
process.on('disconnect', () => process.exit());
