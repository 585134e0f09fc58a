import { z } from 'zod';
import { ok } from '../../core/units/result';
import { millisecondsPerHour } from '../../core/units/time';
import { entryByKey, strikesOf } from '../../records/audit-log';
import { correctCare } from '../care/care';
import { refuse, type Outcome } from '../shop';
import { allOrRefused, idempotencyKey, useCase } from '../use-case';
import { correctSession } from './sessions';

/** For how long whoever logged a session may take it back themselves. */
export const undoHours = 24;

/**
 * Takes a logged session back, and the loose debris that was said to be cleared with it: both stand struck through.
 * Only the phone or page that logged it knows its key. Twice is once.
 */
export const undoLogged = useCase(
  z.object({ key: idempotencyKey }),
  (shop, actor, { key }): Outcome<null> => {
    const entry = entryByKey(shop.db, `session:${key}`);
    if (entry?.kind !== 'session') return refuse('That session is not in the book.');
    const strike = strikesOf(shop.db, [entry.id]).get(entry.id);
    if (strike?.kind === 'strike') return ok(null);
    if (strike) return refuse('The technician has corrected it already. Nothing was changed.');
    if (shop.now() - entry.recordedAt > undoHours * millisecondsPerHour) {
      return refuse(`It was logged over ${undoHours} hours ago: ask the technician to correct it.`);
    }
    const reason = 'taken back by whoever logged it';
    const debris = entryByKey(shop.db, `session:${key}:debris`);
    const struck = debris ? strikesOf(shop.db, [debris.id]) : null;
    return allOrRefused(shop, (take) => {
      take(correctSession(shop, actor, { entryId: entry.id, reason, change: null }));
      if (debris && struck?.size === 0) {
        take(correctCare(shop, actor, { entryId: debris.id, reason, change: null }));
      }
      return null;
    });
  },
);
