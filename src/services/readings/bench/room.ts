import { humidityGauge } from '../../../catalogue/bench';
import type { Reading } from '../../../core/readings/reading';
import { millisecondsPerDay } from '../../../core/units/time';
import { entriesBackwards } from '../../../records/audit-log';
import type { EntryData } from '../../../records/audit-log-data';
import type { Shop } from '../../shop';

/** The room's humidity of yesterday says nothing of today's. */
const speaks = millisecondsPerDay;

function humidityIn(taken: Reading): number | null {
  if (taken.instrument === 'coolant') return taken.humidity;
  const isRoom =
    taken.instrument === 'gauge' &&
    taken.name.toLowerCase() === humidityGauge.toLowerCase() &&
    taken.unit === '%';
  return isRoom ? taken.value / 100 : null;
}

/**
 * How humid the room is, as it was read last, at whichever machine, within a day.
 * @returns relative, 0 to 1; `null`: nobody read it
 */
export function roomHumidity(shop: Pick<Shop, 'db' | 'now'>): number | null {
  for (const row of entriesBackwards(shop.db, 'reading', null, shop.now())) {
    if (row.at < shop.now() - speaks) return null;
    const humidity = humidityIn((row.data as EntryData<'reading'>).taken);
    if (humidity !== null && humidity >= 0 && humidity <= 1) return humidity;
  }
  return null;
}
