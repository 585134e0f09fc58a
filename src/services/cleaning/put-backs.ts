import { z } from 'zod';
import { ok } from '../../core/units/result';
import { entryById, entryData } from '../../records/audit-log';
import { openEntries } from '../../records/open-entries';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { id, optionalText, useCase } from '../use-case';

/** Something mended for now, with the day on which it is put right. */
export interface PutBack {
  id: string;
  machineId: string;
  what: string;
  /** UTC milliseconds */
  until: number;
  since: number;
  person: string;
}

/** What is still mended for now, soonest first. */
export function openPutBacks(shop: Pick<Shop, 'db'>, machineId?: string): PutBack[] {
  return openEntries(shop.db, 'put back', machineId)
    .map((row) => ({
      id: row.id,
      machineId: row.machineId!,
      what: entryData(row, 'put back').what,
      until: entryData(row, 'put back').until,
      since: row.at,
      person: row.person,
    }))
    .sort((a, b) => a.until - b.until);
}

/** Says that what was mended for now has been put right. */
export const putRight = useCase(
  z.object({ putBackId: id, how: optionalText(300) }),
  (shop, actor, { putBackId, how }): Outcome<null> => {
    const row = entryById(shop.db, putBackId);
    if (row?.kind !== 'put back') return refuse('That is not on the put-back list.');
    if (!openPutBacks(shop, row.machineId!).some((one) => one.id === putBackId)) {
      return refuse('That has been put right already.');
    }
    writeEntry(shop, actor, {
      kind: 'put back done',
      machineId: row.machineId,
      subjectId: putBackId,
      data: { how: how ?? 'as it was' },
    });
    return ok(null);
  },
);
