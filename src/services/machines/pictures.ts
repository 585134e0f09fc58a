import type { Finding } from '../../core/care/care';
import { millisecondsPerDay } from '../../core/units/time';
import { careForwards } from '../../records/care';
import { machineById, stationById } from '../../records/machines';
import { sheetPictures } from '../../records/photos';
import type { Shop } from '../shop';

/** A picture of a station. */
export interface StationPicture {
  photo: string;
  at: number;
  person: string;
  when: 'before' | 'after';
  stationId: string;
  station: string;
  machineId: string;
  machine: string;
  /** what was found in that cleaning; `null`: not said */
  finding: Finding | null;
}

/** A finding belongs to a picture of the same cleaning, signed off at most so long after it. */
const sameCleaning = 2 * millisecondsPerDay;

/** The pictures of every station of a kind, before and after its cleanings, oldest first. */
export function picturesOfKind(shop: Pick<Shop, 'db'>, kind: string): StationPicture[] {
  return sheetPictures(shop.db).flatMap(({ of, when, photo, at, person }): StationPicture[] => {
    if (when === 'orientation') return [];
    const [stationId = '', task] = of.split('.');
    const station = stationById(shop.db, stationId);
    if (station?.kind !== kind) return [];
    const care = careForwards(shop.db, stationId).find(
      (one) => one.task === task && one.at >= at - sameCleaning && one.at <= at + sameCleaning,
    );
    return [
      {
        photo,
        at,
        person,
        when,
        stationId,
        station: station.name,
        machineId: station.machineId,
        machine: machineById(shop.db, station.machineId)?.nickname ?? '',
        finding: care?.finding ?? null,
      },
    ];
  });
}
