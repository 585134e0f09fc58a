import type { EvidenceOrder } from '../services/evidence/job';
import { reckonEvidence } from '../services/evidence/reckoned';
import { closeShop, openShop } from '../services/shop';
import { say, sayLast } from './say';

/** A process of its own that goes through all of the book for what it says. */
process.on('message', ({ dataDir }: EvidenceOrder) => {
  const shop = openShop(dataDir);
  reckonEvidence(shop, (share) => say({ share }));
  closeShop(shop);
  sayLast({ done: true });
});
process.on('disconnect', () => process.exit());
