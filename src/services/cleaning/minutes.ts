import { learnedMinutes, type LearnedMinutes } from '../../core/cleaning/learned';
import { groupBy } from '../../core/units/group-by';
import { millisecondsPerDay } from '../../core/units/time';
import { entriesBackwards, entryData } from '../../records/audit-log';
import type { EntryData } from '../../records/audit-log-data';
import { minutesTaken } from '../../records/cleaning-minutes';
import type { Shop } from '../shop';

/** Where and how a task is done, as far as its minutes go. */
export interface MinutesOf {
  stationId: string;
  stationKind: string;
  family: string;
  task: string;
  way: string;
  /** whether it is the way in force here: what was cleaned without a sheet was cleaned so */
  inForce: boolean;
}

/**
 * Tells what a task takes here in a way: from the station itself once it was cleaned so five times, else from
 * stations of its kind in machines of its family. Asks the book once.
 */
export function minutesFinder(shop: Pick<Shop, 'db'>): (of: MinutesOf) => LearnedMinutes | null {
  const taken = minutesTaken(shop.db);
  const ofStation = groupBy(taken, ({ stationId, task }) => `${stationId} ${task}`);
  const ofKind = groupBy(taken, ({ family, kind, task }) => `${family} ${kind} ${task}`);
  return ({ stationId, stationKind, family, task, way, inForce }) => {
    const learn = (rows: typeof taken = []) =>
      learnedMinutes(
        rows
          .filter((row) => row.way === way || (row.way === null && inForce))
          .map(({ minutes }) => minutes),
      );
    return (
      learn(ofStation.get(`${stationId} ${task}`)) ??
      learn(ofKind.get(`${family} ${stationKind} ${task}`))
    );
  };
}

const twoYears = 730 * millisecondsPerDay;
/** So many clean-downs back is far enough for fifteen of a kind. */
const mostSheets = 300;

/** What the waits of the last clean-downs of two years took, oldest first. */
function waitsTaken({ db, now }: Pick<Shop, 'db' | 'now'>) {
  const since = now() - twoYears;
  const taken: Pick<EntryData<'clean-down signed off'>, 'dried' | 'soaked'>[] = [];
  for (const row of entriesBackwards(db, 'clean-down signed off', null)) {
    if (row.at < since || taken.length === mostSheets) break;
    taken.push(entryData(row, 'clean-down signed off'));
  }
  return taken.reverse();
}

/** Medians of what was taken, by what it was, of all that was taken five times. */
export function learnedBy<T extends { minutes: number }>(
  taken: readonly T[],
  keyOf: (one: T) => string,
) {
  const known = new Map<string, LearnedMinutes>();
  for (const [key, rows] of groupBy(taken, keyOf)) {
    const learned = learnedMinutes(rows.map(({ minutes }) => minutes));
    if (learned) known.set(key, learned);
  }
  return known;
}

/** What drying takes here, by place: the median of the last dryings of two years, once there are five. */
export function dryingLearned(shop: Pick<Shop, 'db' | 'now'>): Map<string, LearnedMinutes> {
  return learnedBy(
    waitsTaken(shop).flatMap(({ dried }) => dried),
    ({ place }) => place,
  );
}

/** What a soak is known by: a task at stations of a kind, done in one way. */
export const soakOf = (stationKind: string, task: string) => `${stationKind}.${task}`;

/** Tells what a soak takes here, once it was taken five times in two years; else `null`. Asks the book once. */
export function soakFinder(
  shop: Pick<Shop, 'db' | 'now'>,
): (stationKind: string, task: string, way: string) => LearnedMinutes | null {
  const known = learnedBy(
    waitsTaken(shop).flatMap(({ soaked }) => soaked),
    ({ what, way }) => `${what} ${way}`,
  );
  return (stationKind, task, way) => known.get(`${soakOf(stationKind, task)} ${way}`) ?? null;
}
