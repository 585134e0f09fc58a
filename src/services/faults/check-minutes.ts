import { groupBy } from '../../core/units/group-by';
import { millisecondsPerDay, millisecondsPerMinute } from '../../core/units/time';
import { entriesBackwards, entryData, type EntryRow } from '../../records/audit-log';
import { learnedBy } from '../cleaning/minutes';
import type { Shop } from '../shop';

const twoYears = 730 * millisecondsPerDay;
/** So many answers back is far enough for fifteen of a check. */
const mostAnswers = 400;
/** Who answers the next one later than this did something else between. */
const longest = 90 * millisecondsPerMinute;

/**
 * What checks take here, minutes by check: the median of the last fifteen, once there are five. A check took from the
 * same person's answer before it, on the same fault, to its own; two answers in one breath were one look.
 */
export function checkMinutes({ db, now }: Pick<Shop, 'db' | 'now'>): Map<string, number> {
  const since = now() - twoYears;
  const rows: EntryRow[] = [];
  for (const row of entriesBackwards(db, 'fault check', null)) {
    if (row.at < since || rows.length === mostAnswers) break;
    rows.push(row);
  }
  const taken = [...groupBy(rows.reverse(), ({ subjectId }) => subjectId).values()].flatMap((of) =>
    of.slice(1).flatMap((row, at) => {
      const before = of[at]!;
      const took = row.at - before.at;
      return row.person === before.person && took >= millisecondsPerMinute / 2 && took <= longest
        ? [{ check: entryData(row, 'fault check').check, minutes: took / millisecondsPerMinute }]
        : [];
    }),
  );
  const learned = learnedBy(taken, ({ check }) => check);
  return new Map([...learned].map(([check, { minutes }]) => [check, minutes]));
}
