import { previewHistory, takeHistory } from '../services/import/history';
import type { HistoryOrder } from '../services/import/history-apart';
import { readyWord } from '../services/background/ready-word';
import { closeShop, inWords, openShop } from '../services/shop';

/** A process of its own that reads one long history, or takes it in, and ends. */
process.on('message', async ({ dataDir, actor, history, take }: HistoryOrder) => {
  const read = take ? takeHistory : previewHistory;
  const outcome = await inWords(() => {
    const shop = openShop(dataDir);
    try {
      return read(shop, actor, history);
    } finally {
      closeShop(shop);
    }
  });
  process.send!(outcome, undefined, undefined, () => process.disconnect());
});
process.on('disconnect', () => process.exit());
process.send!(readyWord);
