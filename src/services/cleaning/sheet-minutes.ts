import { z } from 'zod';
import { arrange, sheetMinutes, type SheetMinutes } from '../../core/cleaning/run';
import { ok } from '../../core/units/result';
import { keptBesidesUse, ofThisMinute } from '../kept';
import type { Outcome, Shop } from '../shop';
import { id } from '../use-case';
import { benchPlace } from './bench';
import { placeId } from './run-parts';
import { draftFinder, type PickedTask } from './sheets';

/** What is cleaned: a machine, or a head at the bench. */
export const sheetSubject = z.union([z.object({ machineId: id }), z.object({ moduleId: id })]);
export type SheetSubject = z.output<typeof sheetSubject>;

/**
 * Tells what the very sheet of some tasks takes, from making safe to the last test. Every page that says how long a
 * clean-down takes asks here. A sheet is drawn up once, and again when something else than use was written.
 */
export function sheetMinutesFinder(shop: Shop) {
  const known = keptBesidesUse(
    shop,
    'sheet minutes',
    ofThisMinute,
    () => new Map<string, Outcome<SheetMinutes>>(),
  );
  let draft: ReturnType<typeof draftFinder> | null = null;
  const drawUp = (subject: SheetSubject, picked: readonly PickedTask[]): Outcome<SheetMinutes> => {
    const place = 'moduleId' in subject ? benchPlace(shop, subject.moduleId) : ok(subject);
    if (!place.ok) return place;
    const { machineId, ...head } = place.value;
    draft ??= draftFinder(shop);
    const run = draft(machineId, picked, head);
    return run.ok ? ok(sheetMinutes(arrange(run.value, new Map(), null))) : run;
  };
  return (subject: SheetSubject, picked: readonly PickedTask[]): Outcome<SheetMinutes> => {
    // within a write what is read may still be taken back
    if (shop.db.$client.inTransaction) return drawUp(subject, picked);
    const key = [
      'moduleId' in subject ? subject.moduleId : subject.machineId,
      ...picked.map(({ stationId, task }) => placeId(stationId, task)).sort(),
    ].join(' ');
    const before = known.get(key);
    if (before) return before;
    const taken = drawUp(subject, picked);
    known.set(key, taken);
    return taken;
  };
}
