import { z } from 'zod';
import { ok } from '../../core/units/result';
import { entryData, standingEntries } from '../../records/audit-log';
import { requireMachine } from '../machines/machines';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { id, requiredText, useCase } from '../use-case';
import type { OwnWords } from './run-parts';

/** What the shop says in place of a written step, on one machine or everywhere: the machine's own goes first. */
export function ownWordsOf(
  shop: Pick<Shop, 'db'>,
  machineId: string,
): ReadonlyMap<string, OwnWords> {
  const shops = new Map<string, OwnWords>();
  const machines = new Map<string, OwnWords | null>();
  for (const row of standingEntries(shop.db, ['step words'])) {
    if (row.machineId !== null && row.machineId !== machineId) continue;
    const { instead, words } = entryData(row, 'step words');
    const own = words === null ? null : { words, reason: row.note ?? '', by: row.person };
    if (row.machineId !== null) machines.set(instead, own);
    else if (own) shops.set(instead, own);
    else shops.delete(instead);
  }
  for (const [instead, own] of machines) {
    if (own) shops.set(instead, own);
    else shops.delete(instead);
  }
  return shops;
}

/** Changes the words of a written step, for one machine or the whole shop, with a reason; or puts ours back. */
export const changeStepWords = useCase(
  z.object({
    machineId: id,
    /** for every machine of the shop, not only this */
    everywhere: z.boolean().default(false),
    /** the step as it is written by us */
    instead: requiredText('Say which step.', 600),
    /** left out: ours again */
    words: z
      .string()
      .trim()
      .min(1, 'Write the step.')
      .max(600, 'At most 600 characters.')
      .nullish(),
    reason: requiredText('Say why it is done so here.', 300),
  }),
  (shop, actor, { machineId, everywhere, instead, words, reason }): Outcome<null> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    if (!words && !ownWordsOf(shop, machineId).has(instead)) {
      return refuse('These are our words already.', 'words');
    }
    writeEntry(shop, actor, {
      kind: 'step words',
      machineId: everywhere ? null : machineId,
      note: reason,
      data: { instead, words: words ?? null },
    });
    return ok(null);
  },
);
