import type { Block } from '../../core/schedule/kept';
import { millisecondsPerDay } from '../../core/units/time';
import { stationById } from '../../records/machines';
import { plannedEvents, putPlannedEvent, type PlannedEventRow } from '../../records/schedule';
import type { Shop } from '../shop';

/** A cancelled clean-down stays in the feed for so long, so that every calendar hears of it. */
export const heardDays = 60;

/** What a clean-down is called in a calendar, and what stands below. */
function wordsOf(shop: Shop, nickname: string, block: Block) {
  const tasks = block.tasks.map(({ stationId, task }) => {
    const station = stationById(shop.db, stationId)?.name ?? 'a removed station';
    return `${station}: ${task.replaceAll('-', ' ')}`;
  });
  return {
    summary: `Clean ${nickname} (${block.minutes} min hands-on)`,
    description: tasks.join('\n'),
  };
}

/**
 * Brings what calendars know up to the plan: a clean-down that changed counts one up, one that is no longer
 * planned is cancelled. The caller holds the transaction.
 */
export function keepEvents(
  shop: Shop,
  machines: readonly { id: string; nickname: string }[],
  blocks: readonly Block[],
): void {
  const now = shop.now();
  const known = new Map(
    plannedEvents(shop.db, now - heardDays * millisecondsPerDay).map((row) => [row.id, row]),
  );
  const nicknames = new Map(machines.map(({ id, nickname }) => [id, nickname]));
  const planned = new Set(blocks.map(({ id }) => id));
  for (const block of blocks) {
    if (block.to <= now) continue;
    const before = known.get(block.id);
    const fresh = {
      machineId: block.machineId,
      start: block.from,
      end: block.to,
      ...wordsOf(shop, nicknames.get(block.machineId) ?? 'a machine', block),
    };
    if (before && before.cancelledAt === null && same(before, fresh)) continue;
    putPlannedEvent(shop.db, {
      id: block.id,
      ...fresh,
      sequence: before ? before.sequence + 1 : 0,
      changedAt: now,
      cancelledAt: null,
    });
  }
  for (const row of known.values()) {
    if (planned.has(row.id) || row.cancelledAt !== null || row.end <= now) continue;
    putPlannedEvent(shop.db, {
      ...row,
      sequence: row.sequence + 1,
      changedAt: now,
      cancelledAt: now,
    });
  }
}

type Fresh = Pick<PlannedEventRow, 'machineId' | 'start' | 'end' | 'summary' | 'description'>;

const same = (a: Fresh, b: Fresh) =>
  a.start === b.start &&
  a.end === b.end &&
  a.summary === b.summary &&
  a.description === b.description;
