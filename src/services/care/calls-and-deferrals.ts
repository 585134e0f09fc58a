import type { SignCall } from '../../core/care/calls';
import type { Deferral } from '../../core/care/deferral';
import { groupBy } from '../../core/units/group-by';
import { entryData, standingEntries } from '../../records/audit-log';
import type { Shop } from '../shop';

/** What people decided about tasks beside their limits: put off, or called by a sign. */
export interface Judgements {
  calls(stationId: string): SignCall[];
  /** deferrals of a task in order, expired ones too */
  deferrals(stationId: string, task: string): Deferral[];
}

/** Reads the judgements made up to an instant. Asks the book once. */
export function readJudgements(shop: Pick<Shop, 'db'>, instant: number): Judgements {
  const rows = standingEntries(shop.db, ['call', 'deferral']).filter(({ at }) => at <= instant);
  const calls = groupBy(
    rows
      .filter(({ kind }) => kind === 'call')
      .map((row) => ({ ...entryData(row, 'call'), at: row.at })),
    ({ stationId }) => stationId,
  );
  const deferrals = groupBy(
    rows
      .filter(({ kind }) => kind === 'deferral')
      .map((row) => ({ ...entryData(row, 'deferral'), at: row.at, reason: row.note ?? '' })),
    ({ stationId, task }) => `${stationId} ${task}`,
  );
  return {
    calls: (stationId) => calls.get(stationId) ?? [],
    deferrals: (stationId, task) => deferrals.get(`${stationId} ${task}`) ?? [],
  };
}
