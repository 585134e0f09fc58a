import { machineById } from '../../records/machines';
import { arrange } from '../../core/cleaning/run';
import type { MachineDue } from '../care/due';
import type { Shop } from '../shop';
import { notBetweenCuts } from './between-cuts';
import { draftRun, placesOf, type PickedTask } from './sheets';

/** A glass that may be cleaned between two cuts of a job. */
export interface CutOffer extends PickedTask {
  station: string;
  /** from pausing the job to going on with it */
  minutes: number;
}

/** The glass of a machine that may be cleaned between two cuts, with the machine left on. */
export function betweenCutsOffers(shop: Shop, machine: MachineDue): CutOffer[] {
  const row = machineById(shop.db, machine.id)!;
  return machine.stations.flatMap((station) => {
    const shallowest = station.tasks
      .map(({ task }) => ({ stationId: station.id, task: task.key }))
      .find((picked) => {
        const places = placesOf(shop, machine.id, [picked]);
        return places.length > 0 && notBetweenCuts(shop, row, places) === null;
      });
    if (!shallowest) return [];
    const run = draftRun(shop, machine.id, [shallowest], { between: true });
    if (!run.ok) return [];
    const { finish } = arrange(run.value, new Map(), null);
    return [{ ...shallowest, station: station.name, minutes: finish }];
  });
}
