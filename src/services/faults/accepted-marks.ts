import { ok } from '../../core/units/result';
import { entriesAbout, entryById, entryData, standingEntries } from '../../records/audit-log';
import { write } from '../../records/database';
import { stationById } from '../../records/machines';
import { requireMachine } from '../machines/machines';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';

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
  const rows = standingEntries(shop.db, ['accepted mark'], { machineId });
  const gone = new Set(
    entriesAbout(
      shop.db,
      rows.map(({ id }) => id),
    ).map(({ subjectId }) => subjectId),
  );
  return rows
    .filter(({ id }) => !gone.has(id))
    .map((row) => {
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

/** Accepts a mark: it is shown to those who are about to report one. */
export function acceptMark(
  shop: Shop,
  actor: Actor,
  input: { machineId: string; stationId: string | null; words: string },
): Outcome<null> {
  const machine = requireMachine(shop, input.machineId);
  if (!machine.ok) return machine;
  const station = input.stationId ? stationById(shop.db, input.stationId) : null;
  if (input.stationId && station?.machineId !== input.machineId) {
    return refuse('That station is of another machine.', 'stationId');
  }
  const words = input.words.trim();
  if (words.length < 3 || words.length > 200) {
    return refuse('Describe the mark in a few words, at most 200 characters.', 'words');
  }
  write(shop.db, () =>
    writeEntry(shop, actor, {
      kind: 'accepted mark',
      machineId: input.machineId,
      data: { stationId: input.stationId, words },
    }),
  );
  return ok(null);
}

/** Takes a mark off the list: it is gone, or no longer harmless. */
export function dropMark(shop: Shop, actor: Actor, id: string, how: string): Outcome<null> {
  const row = entryById(shop.db, id);
  if (row?.kind !== 'accepted mark') return refuse('That mark is not in the book.');
  if (!acceptedMarks(shop, row.machineId!).some((mark) => mark.id === id)) {
    return refuse('That mark is off the list already.');
  }
  write(shop.db, () =>
    writeEntry(shop, actor, {
      kind: 'accepted mark gone',
      machineId: row.machineId,
      subjectId: id,
      data: { how: how.trim() || 'gone' },
    }),
  );
  return ok(null);
}
