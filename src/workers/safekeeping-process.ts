import { log } from '../services/log';
import { checkBook } from '../services/safekeeping/check';
import type { JobWord } from '../services/background/background-job';
import { packOutgoing } from '../services/safekeeping/outgoing';
import { testCopy } from '../services/safekeeping/copies';
import type { SafekeepingOrder } from '../services/safekeeping/job';
import { keepCopy } from '../services/safekeeping/nightly';
import { closeShop, openShop, troubleWords, type Shop } from '../services/shop';
import { say, sayLast } from './say';

/** A process of its own that copies the shop, tests a copy, checks the book or packs an archive. */
process.on('message', (order: SafekeepingOrder) => {
  void work(order);
});
process.on('disconnect', () => process.exit());

async function work(order: SafekeepingOrder): Promise<void> {
  try {
    const shop = openShop(order.dataDir);
    const words = await worked(shop, order);
    closeShop(shop);
    sayLast(words);
  } catch (error) {
    log.error({ err: error }, 'The work on the copies failed.');
    sayLast({ failed: troubleWords(error) ?? (error as Error).message });
  }
}

async function worked(shop: Shop, order: SafekeepingOrder): Promise<JobWord> {
  switch (order.do) {
    case 'check': {
      const lines = checkBook(shop, (share) => say({ share }));
      const words = lines.map(({ what, words: said }) => `${what}: ${said}`).join('\n');
      return lines.every(({ ok }) => ok) ? { done: true, words } : { failed: words };
    }
    case 'archive': {
      const packed = await packOutgoing(shop, order.machineId);
      return packed.ok ? { done: true, words: packed.value } : { failed: packed.error.message };
    }
    default: {
      const tested = order.do === 'copy' ? await keepCopy(shop) : testCopy(order.copy, shop.now());
      return tested.ok
        ? { done: true, words: tested.value.words }
        : { failed: tested.error.message };
    }
  }
}
