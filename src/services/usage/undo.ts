import { z } from 'zod';
import { ok } from '../../core/units/result';
import { millisecondsPerHour } from '../../core/units/time';
import { entryByKey, strikesOf } from '../../records/audit-log';
import { correctCare } from '../care/care';
import { refuse, type Outcome } from '../shop';
import { allOrRefused, id, idempotencyKey, useCase } from '../use-case';
import { correctSession, moveSession } from './sessions';

/**
 * Takes a logged session back, and the loose debris that was said to be cleared with it: both stand struck through. Or
 * gives it to the machine where it truly was. Only the phone or page that logged it knows its key. Twice is once.
 */
export const undoLogged = useCase(
  z.object({ key: idempotencyKey, machineId: id.nullish() }),
  (shop, actor, { key, machineId }): Outcome<null> => {
    const entry = entryByKey(shop.db, `session:${key}`);
    if (entry?.kind !== 'session') return refuse('That session is not in the book.');
    const strike = strikesOf(shop.db, [entry.id]).get(entry.id);
    if (strike?.kind === 'strike') return ok(null);
    if (strike) return refuse('The technician has corrected it already. Nothing was changed.');
    const { undoHours } = shop;
    if (shop.now() - entry.recordedAt > undoHours * millisecondsPerHour) {
      return refuse(
        undoHours === 0
          ? 'In this shop the technician corrects what was logged.'
          : `It was logged over ${undoHours} hours ago: ask the technician to correct it.`,
      );
    }
    if (machineId) return moveSession(shop, actor, entry.id, machineId);
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
