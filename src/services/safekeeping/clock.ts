import { millisecondsPerMinute } from '../../core/units/time';
import { writtenAfter } from '../../records/audit-log';
import type { Shop } from '../shop';

/** Two computers that both are right may differ by so much. */
const slackMs = 5 * millisecondsPerMinute;

/**
 * Until when the book was written, where that is later than the clock of the server: the clock was set back, or it ran
 * ahead before. `null`: they agree. Nothing is refused for it: what was acknowledged stays as it was written.
 */
export function bookAhead(shop: Pick<Shop, 'db' | 'now'>): number | null {
  return writtenAfter(shop.db, shop.now() + slackMs);
}
