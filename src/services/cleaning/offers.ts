import { machineById } from '../../records/machines';
import { arrange } from '../../core/cleaning/run';
import type { MachineDue } from '../care/due';
import type { Shop } from '../shop';
import { notBetweenCuts } from './between-cuts';
import { draftRun, type PickedTask } from './sheets';
import { workFinder } from './work';

/** A glass that may be cleaned between two cuts of a job. */
export interface CutOffer extends PickedTask {
  station: string;
  /** from pausing the job to going on with it */
  minutes: number;
}

/** The glass of a machine that may be cleaned between two cuts, with the machine left on. */
export function betweenCutsOffers(shop: Shop, machine: MachineDue): CutOffer[] {
  const row = machineById(shop.db, machine.id)!;
  const workOf = workFinder(shop);
  return machine.stations.flatMap((station) => {
    const found = station.tasks.find(({ task }) => {
      const work = workOf(machine, station, task);
      return (
        work.written.glass && notBetweenCuts(shop, row, [{ station: station.name, work }]) === null
      );
    });
    if (!found) return [];
    const shallowest = { stationId: station.id, task: found.task.key };
    const run = draftRun(shop, machine.id, [shallowest], { between: true });
    if (!run.ok) return [];
    const { finish } = arrange(run.value, new Map(), null);
    return [{ ...shallowest, station: station.name, minutes: finish }];
  });
}
