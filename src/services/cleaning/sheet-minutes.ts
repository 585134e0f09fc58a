import { z } from 'zod';
import { arrange, sheetMinutes, type SheetMinutes } from '../../core/cleaning/run';
import { ok } from '../../core/units/result';
import type { Outcome, Shop } from '../shop';
import { id } from '../use-case';
import { benchPlace } from './bench';
import { draftFinder, type PickedTask } from './sheets';

/** What is cleaned: a machine, or a head at the bench. */
export const sheetSubject = z.union([z.object({ machineId: id }), z.object({ moduleId: id })]);
export type SheetSubject = z.output<typeof sheetSubject>;

/**
 * Tells what the very sheet of some tasks takes, from making safe to the last test. Every page that says how long a
 * clean-down takes asks here. Asks the book once, with the first question.
 */
export function sheetMinutesFinder(shop: Shop) {
  let draft: ReturnType<typeof draftFinder> | null = null;
  return (subject: SheetSubject, picked: readonly PickedTask[]): Outcome<SheetMinutes> => {
    const place = 'moduleId' in subject ? benchPlace(shop, subject.moduleId) : ok(subject);
    if (!place.ok) return place;
    const { machineId, ...head } = place.value;
    draft ??= draftFinder(shop);
    const run = draft(machineId, picked, head);
    return run.ok ? ok(sheetMinutes(arrange(run.value, new Map(), null))) : run;
  };
}
