import { moduleKinds } from '../../catalogue/modules';
import { stationKind } from '../../catalogue/catalogue';
import { meanSoFar, type MeanBetween } from '../../core/evidence/reliability';
import { medianLife } from '../../core/evidence/survival';
import { groupBy } from '../../core/units/group-by';
import { secondsToHours } from '../../core/units/time';
import { careForwards } from '../../records/care';
import { listMachines, listStations } from '../../records/machines';
import { moduleViews } from '../parts/module-views';
import type { Shop } from '../shop';
import { machineMeter, type MachineMeter } from '../usage/machine-meter';

/** How long parts of a kind last, in run hours. */
export interface PartLives extends MeanBetween {
  name: string;
  /** known by serial number, wherever they were */
  bySerial: boolean;
  /** that ended, and that are in use */
  ended: number;
  running: number;
  runHours: number;
  /** half last so long, those in use counted; `null`: more than half are still in use */
  median: number | null;
}

/** Lives of parts, run hours. */
interface Lives {
  ended: number[];
  running: number[];
}

/** How long each kind of part lasts that was replaced once, and each kind that has a serial number. */
export function reckonPartLives(shop: Shop): PartLives[] {
  return [...modulesLives(shop), ...stationLives(shop)].sort((a, b) => b.ended - a.ended);
}

/** From one replacement to the next at the stations; before the first, from the first use that was logged. */
function stationLives(shop: Shop): PartLives[] {
  const meters = new Map<string, MachineMeter>(
    listMachines(shop.db).map(({ id }) => [id, machineMeter(shop.db, shop.zone, id)]),
  );
  const now = shop.now();
  const stations = listStations(shop.db).flatMap((station) => {
    const meter = meters.get(station.machineId);
    if (!meter) return [];
    const runAt = (at: number) => secondsToHours(meter.totals(at).runSeconds);
    const replaced = careForwards(shop.db, station.id)
      .filter(({ result, at }) => result === 'replaced' && at <= now)
      .map(({ at }) => runAt(at));
    // what was replaced before any use did not last, nor did it fail
    const bounds = [0, ...new Set(replaced.filter((at) => at > 0)), runAt(now)];
    const lives = bounds.slice(1).map((at, nth) => at - bounds[nth]!);
    return [{ kind: station.kind, ended: lives.slice(0, -1), running: lives.slice(-1) }];
  });
  return [...groupBy(stations, ({ kind }) => kind)]
    .filter(([, some]) => some.some(({ ended }) => ended.length > 0))
    .map(([kind, some]) =>
      livesOf(stationKind(kind).name, false, {
        ended: some.flatMap(({ ended }) => ended),
        running: some.flatMap(({ running }) => running),
      }),
    );
}

function modulesLives(shop: Shop): PartLives[] {
  const hours = ({ lifeSeconds }: { lifeSeconds: number }) => secondsToHours(lifeSeconds);
  return [...groupBy(moduleViews(shop), ({ kind }) => kind)].map(([kind, some]) =>
    livesOf(moduleKinds.find(({ id }) => id === kind)?.name ?? kind, true, {
      ended: some.filter(({ ended }) => ended !== null).map(hours),
      running: some.filter(({ ended }) => ended === null).map(hours),
    }),
  );
}

function livesOf(name: string, bySerial: boolean, { ended, running }: Lives): PartLives {
  const runHours = [...ended, ...running].reduce((sum, one) => sum + one, 0);
  return {
    name,
    bySerial,
    ended: ended.length,
    running: running.length,
    runHours,
    median: medianLife(ended, running),
    ...meanSoFar(runHours, ended.length),
  };
}
