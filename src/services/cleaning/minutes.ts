import { learnedMinutes, type LearnedMinutes } from '../../core/cleaning/learned';
import { groupBy } from '../../core/units/group-by';
import { millisecondsPerDay } from '../../core/units/time';
import { entryData, standingEntries } from '../../records/audit-log';
import { minutesTaken } from '../../records/cleaning-minutes';
import type { Shop } from '../shop';

/** Where a task is done, as far as its minutes go. */
export interface MinutesOf {
  stationId: string;
  stationKind: string;
  family: string;
  task: string;
}

/**
 * Tells what a task takes here: from the station itself once it was cleaned five times, else from
 * stations of its kind in machines of its family. Asks the book once.
 */
export function minutesFinder(shop: Pick<Shop, 'db'>): (of: MinutesOf) => LearnedMinutes | null {
  const taken = minutesTaken(shop.db);
  const learn = (keyOf: (row: (typeof taken)[number]) => string) =>
    new Map(
      [...groupBy(taken, keyOf)].map(([key, rows]) => [
        key,
        learnedMinutes(rows.map(({ minutes }) => minutes)),
      ]),
    );
  const ofStation = learn(({ stationId, task }) => `${stationId} ${task}`);
  const ofKind = learn(({ family, kind, task }) => `${family} ${kind} ${task}`);
  return ({ stationId, stationKind, family, task }) =>
    ofStation.get(`${stationId} ${task}`) ?? ofKind.get(`${family} ${stationKind} ${task}`) ?? null;
}

const twoYears = 730 * millisecondsPerDay;

/** What drying takes here, by place: the median of the last dryings of two years, once there are five. */
export function dryingLearned(shop: Pick<Shop, 'db' | 'now'>): Map<string, LearnedMinutes> {
  const dried = standingEntries(shop.db, ['clean-down signed off'], {
    from: shop.now() - twoYears,
  }).flatMap((row) => entryData(row, 'clean-down signed off').dried);
  const known = new Map<string, LearnedMinutes>();
  for (const [place, rows] of groupBy(dried, (one) => one.place)) {
    const learned = learnedMinutes(rows.map(({ minutes }) => minutes));
    if (learned) known.set(place, learned);
  }
  return known;
}
