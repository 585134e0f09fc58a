import { z } from 'zod';
import { ok } from '../../core/units/result';
import { entryById, entryData } from '../../records/audit-log';
import { openEntries } from '../../records/open-entries';
import { stationById } from '../../records/machines';
import { requireMachine } from '../machines/machines';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { id, optionalText, useCase } from '../use-case';

/** A mark or scar that is known and harmless: it need not be reported again. */
export interface AcceptedMark {
  id: string;
  machineId: string;
  station: string | null;
  words: string;
  since: number;
  person: string;
}

/** The marks of a machine that are known and accepted. */
export function acceptedMarks(shop: Pick<Shop, 'db'>, machineId: string): AcceptedMark[] {
  return openEntries(shop.db, 'accepted mark', machineId).map((row) => {
    const { stationId, words } = entryData(row, 'accepted mark');
    return {
      id: row.id,
      machineId,
      station: stationId ? (stationById(shop.db, stationId)?.name ?? null) : null,
      words,
      since: row.at,
      person: row.person,
    };
  });
}

const markWords = 'Describe the mark in a few words, at most 200 characters.';

/** Accepts a mark: it is shown to those who are about to report one. */
export const acceptMark = useCase(
  z.object({
    machineId: id,
    stationId: id.nullable(),
    words: z.string().trim().min(3, markWords).max(200, markWords),
  }),
  (shop, actor, { machineId, stationId, words }): Outcome<null> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    const station = stationId ? stationById(shop.db, stationId) : null;
    if (stationId && station?.machineId !== machineId) {
      return refuse('That station is of another machine.', 'stationId');
    }
    writeEntry(shop, actor, {
      kind: 'accepted mark',
      machineId,
      data: { stationId, words },
    });
    return ok(null);
  },
);

/** Takes a mark off the list: it is gone, or no longer harmless. */
export const dropMark = useCase(
  z.object({ markId: id, how: optionalText(300) }),
  (shop, actor, { markId, how }): Outcome<null> => {
    const row = entryById(shop.db, markId);
    if (row?.kind !== 'accepted mark') return refuse('That mark is not in the book.');
    if (!acceptedMarks(shop, row.machineId!).some((mark) => mark.id === markId)) {
      return refuse('That mark is off the list already.');
    }
    writeEntry(shop, actor, {
      kind: 'accepted mark gone',
      machineId: row.machineId,
      subjectId: markId,
      data: { how: how ?? 'gone' },
    });
    return ok(null);
  },
);
