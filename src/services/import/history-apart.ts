import type { z } from 'zod';
import { askApart } from '../background/background-job';
import { refuse, type Actor, type Outcome, type Shop } from '../shop';
import { previewHistory, takeHistory, type HistoryPreview, type historySchema } from './history';

type History = z.output<typeof historySchema>;

/** What a process that reads one long history is told. */
export interface HistoryOrder {
  dataDir: string;
  actor: Actor;
  history: History;
  /** whether it is taken in; else it is only read */
  take: boolean;
}

/** A history of so many characters is read at once, in some 60 ms: a process of its own would be longer in coming. */
const shortText = 15_000;

/** What reading the longest may take: 20,000 rows are read and written in about ten seconds. */
const limits = { seconds: 120, memoryMb: 1024 };

/** {@link previewHistory}, where a long one keeps nobody waiting. */
export function previewHistoryApart(shop: Shop, actor: Actor, history: History) {
  if (history.text.length <= shortText) return previewHistory(shop, actor, history);
  return apart({ dataDir: shop.dataDir, actor, history, take: false });
}

/** {@link takeHistory}, where a long one keeps nobody waiting. */
export function takeHistoryApart(shop: Shop, actor: Actor, history: History) {
  if (history.text.length <= shortText) return takeHistory(shop, actor, history);
  return apart({ dataDir: shop.dataDir, actor, history, take: true });
}

async function apart(order: HistoryOrder): Promise<Outcome<HistoryPreview>> {
  const answer = await askApart<Outcome<HistoryPreview>>('history-process.ts', order, {
    ...limits,
    writes: order.take,
  });
  return answer.ok ? answer.value : refuse(`${answer.error} Nothing was taken in: split the file.`);
}
