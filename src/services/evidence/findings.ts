import { stationKind } from '../../catalogue/catalogue';
import type { CatalogueTask } from '../../catalogue/schema';
import type { Limit } from '../../core/care/care';
import { countersOver } from '../../core/care/counters';
import { cleans } from '../../core/care/depth';
import { clocks, cyclesOf, type Clock, type Cycles } from '../../core/evidence/cycles';
import { careForwards } from '../../records/care';
import { listMachines, listStations, type StationRow } from '../../records/machines';
import { followsEveryJob, carePlanFinder, tasksUnder } from '../care/care-plans';
import { listModules } from '../parts/parts';
import type { Shop } from '../shop';
import { machineMeter, type MachineMeter } from '../usage/machine-meter';

/** The findings at one station that tell how long one of its tasks lasts. */
export interface TaskFindings extends Cycles {
  machineId: string;
  machine: string;
  family: string;
  stationId: string;
  station: string;
  stationKind: string;
  task: CatalogueTask;
  /** the limit they are held against, and what it counts */
  limit: number;
  clock: Clock;
}

/** The limit that findings can be held against: of use where there is one, else of days. */
function heldLimit(limits: readonly Limit[]): { clock: Clock; limit: number } | null {
  for (const clock of clocks) {
    const found = limits.find(({ kind, notBefore }) => kind === clock && !notBefore);
    if (found) return { clock, limit: found.value };
  }
  return null;
}

/**
 * The findings of every task that takes dirt away or greases, machine by machine: what only looks or replaces has no
 * life of its own. What was done to a module at the bench is left out.
 * @param told after each machine, with the share that is done; work goes on from there
 */
export function* allFindings(shop: Shop, told: (share: number) => void): Generator<TaskFindings> {
  const { db, zone } = shop;
  const now = shop.now();
  const machines = listMachines(db);
  const planOf = carePlanFinder(shop, now);
  const swaps = swapFinder(shop);
  for (const [done, { id: machineId, nickname, family }] of machines.entries()) {
    const meter = machineMeter(db, zone, machineId);
    const plan = planOf(machineId);
    for (const station of listStations(db, machineId)) {
      const planned = tasksUnder(plan, station);
      const events = careForwards(db, station.id).filter(({ at }) => at <= now);
      for (const task of planned) {
        const held = heldLimit(task.limits);
        const lasts = cleans(task.depth) || task.depth === 'lubricate';
        if (!held || !lasts || followsEveryJob(task)) continue;
        yield {
          machineId,
          machine: nickname,
          family,
          stationId: station.id,
          station: station.name,
          stationKind: stationKind(station.kind).id,
          task,
          ...held,
          ...cyclesOf(
            task,
            planned,
            events,
            countFrom(meter, machineId, task.group, zone),
            swaps(station),
          ),
        };
      }
    }
    told((done + 1) / machines.length);
  }
}

function countFrom(
  meter: MachineMeter,
  machineId: string,
  group: CatalogueTask['group'],
  zone: string,
) {
  const whole = [{ machineId, from: -Infinity, to: Infinity }];
  // a session at the very moment of a look came after it
  return (since: number, at: number) =>
    countersOver(whole, () => meter, group, { since, now: at - 1, zone });
}

/** Tells whether the module that fills a station was changed between two instants. */
function swapFinder(shop: Shop) {
  const modules = listModules(shop);
  return ({ kind, machineId }: StationRow) => {
    const moves = modules
      .filter((part) => part.kind.stations.includes(kind))
      .flatMap((part) =>
        part.moves.filter(
          (move, i) => machineId === move.machineId || part.moves[i - 1]?.machineId === machineId,
        ),
      )
      .map(({ at }) => at);
    return (since: number, at: number) => moves.some((moved) => moved > since && moved <= at);
  };
}
