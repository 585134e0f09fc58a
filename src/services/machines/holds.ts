import { z } from 'zod';
import { progressOf } from '../../core/cleaning/progress';
import { formatLocal } from '../../core/units/instant';
import { ok } from '../../core/units/result';
import { entriesAbout, entryById, entryData, type EntryRow } from '../../records/audit-log';
import type { EntryData } from '../../records/audit-log-data';
import { openEntries } from '../../records/open-entries';
import { openSheets, sheetEvents } from '../../records/cleaning';
import { requireMachine } from './machines';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, requiredText, useCase } from '../use-case';

/** A machine that must not be used until released. */
export interface Hold {
  id: string;
  machineId: string;
  why: EntryData<'hold'>['why'];
  words: string;
  /** the fault that put it on hold, if one did */
  faultId: string | null;
  since: number;
  person: string;
}

/** The holds in force, oldest first. */
export function activeHolds(shop: Shop, machineId?: string): Hold[] {
  const paused = pausesByHold(shop);
  return openEntries(shop.db, 'hold', machineId).map((row) => ({
    id: row.id,
    machineId: row.machineId!,
    ...entryData(row, 'hold'),
    ...paused.get(row.id),
    faultId: row.subjectId,
    since: row.at,
    person: row.person,
  }));
}

/** A hold as people see it. */
export interface ShownHold extends Hold {
  /** how many reports stand behind it; 0: none, it is held for another reason */
  reports: number;
}

/** The holds in force as people see them: for its reports a machine is held once, with how many there are. */
export function shownHolds(shop: Shop, machineId?: string): ShownHold[] {
  const holds = activeHolds(shop, machineId);
  const again = entriesAbout(
    shop.db,
    holds.flatMap(({ faultId }) => (faultId ? [faultId] : [])),
  ).filter((row) => row.kind === 'fault again' && !entryData(row, 'fault again').reporter);
  const shown: ShownHold[] = [];
  for (const hold of holds) {
    const reports = hold.faultId
      ? 1 + again.filter(({ subjectId }) => subjectId === hold.faultId).length
      : 0;
    const first =
      reports > 0 && shown.find((one) => one.machineId === hold.machineId && one.reports);
    if (first) {
      first.reports += reports;
      if (hold.words === stopWords) first.words = stopWords;
    } else shown.push({ ...hold, reports });
  }
  return shown.map((hold) =>
    hold.reports > 1 ? { ...hold, words: `${hold.words} (${hold.reports} reports)` } : hold,
  );
}

/** What a hold says that a report of the gravest danger made. */
export const stopWords = 'reported: stop now';

/** What a clean-down that waits says of its machine, by hold. */
function pausesByHold(shop: Shop): Map<string, { words: string }> {
  return new Map(
    openSheets(shop.db).flatMap((row) => {
      const { paused } = progressOf(sheetEvents(shop.db, row.id));
      if (!paused) return [];
      const until = paused.until
        ? ` until ${formatLocal(paused.until, shop.zone).replace('T', ' ')}`
        : '';
      return [[row.holdId, { words: `cleaning paused${until}: ${paused.why}` }]];
    }),
  );
}

/** Writes the release of a hold. The caller holds the transaction. */
export function releaseHoldEntry(
  shop: Shop,
  actor: Actor,
  hold: Pick<EntryRow, 'id' | 'machineId'>,
  data: EntryData<'release'>,
  at?: number,
): void {
  writeEntry(shop, actor, {
    kind: 'release',
    machineId: hold.machineId,
    subjectId: hold.id,
    at: at,
    data,
  });
}

/** Puts a machine on hold by hand, with words that operators will read. */
export const holdMachine = useCase(
  z.object({
    machineId: id,
    words: requiredText('Say why, in words that operators will read.', 300),
  }),
  (shop, actor, { machineId, words }): Outcome<string> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    return ok(
      writeEntry(shop, actor, {
        kind: 'hold',
        machineId,
        data: { why: 'by hand', words: words },
      }),
    );
  },
);

/** A hold that is released, and why. */
export const releaseSchema = z.object({
  holdId: id,
  reason: requiredText('A held machine returns by a proof or for a stated reason. State it.', 300),
});

/** Releases a hold for a stated reason. A hold for cleaning ends with its clean-down instead. */
export const releaseHold = useCase(
  releaseSchema,
  (shop, actor, { holdId, reason }): Outcome<null> => {
    const hold = entryById(shop.db, holdId);
    if (!hold || hold.kind !== 'hold') return refuse('That hold is not in the book.');
    if (entriesAbout(shop.db, [holdId]).some(({ kind }) => kind === 'release')) {
      return refuse('That hold has been released already.');
    }
    if (entryData(hold, 'hold').why === 'cleaning') {
      return refuse('It is being cleaned: sign the clean-down off or abandon it.');
    }
    releaseHoldEntry(shop, actor, hold, { how: 'reason', words: reason });
    return ok(null);
  },
);
