import { runningCost, together, type RunningCost, type Spent } from '../../core/inventory/cost';
import { groupBy } from '../../core/units/group-by';
import { millisecondsPerDay, secondsToHours } from '../../core/units/time';
import { standingEntries } from '../../records/audit-log';
import { drawnSince } from '../../records/inventory';
import { listMachines } from '../../records/machines';
import { beamSums } from '../../records/usage/sessions';
import { allFaults } from '../faults/faults';
import { storeItems } from '../inventory/inventory';
import type { Shop } from '../shop';
import { machineMeter } from '../usage/machine-meter';

/** What a machine, or all of them, cost to keep going. */
export interface CostRow extends RunningCost {
  name: string;
  cleans: number;
  /** known, and by the machine's own share of the run where it was not logged */
  beamHours: number;
}

/** What cleaning and repairs cost over the last year. */
export interface ShopCosts {
  days: number;
  machines: (CostRow & { machineId: string })[];
  shop: CostRow;
  /** names of what was drawn and has no price */
  unpriced: string[];
}

const year = 365;

/** Reckons what a year of cleaning and repairs cost, at the prices that the stores have now. */
export function reckonCosts(shop: Shop): ShopCosts {
  const now = shop.now();
  const from = now - year * millisecondsPerDay;
  const items = storeItems(shop);
  const prices = new Map(
    items.flatMap(({ item, pack, packPrice }) =>
      packPrice === null ? [] : [[item, packPrice / pack] as const],
    ),
  );
  const drawn = groupBy(drawnSince(shop.db, from), ({ machineId }) => machineId);
  const faults = groupBy(
    allFaults(shop).filter(({ at }) => at >= from),
    ({ machineId }) => machineId,
  );
  const cleans = groupBy(
    standingEntries(shop.db, ['clean-down signed off'], { from }),
    ({ machineId }) => machineId ?? '',
  );
  const spent = listMachines(shop.db).map(({ id, nickname }) => ({
    machineId: id,
    name: nickname,
    drawn: new Map(
      (drawn.get(id) ?? []).map(({ item, quantity }) => [item, quantity / 1000] as const),
    ),
    repairs: (faults.get(id) ?? []).reduce((sum, { cost }) => sum + cost, 0) / 100,
    cleans: cleans.get(id)?.length ?? 0,
    beamHours: beamHours(shop, id, from, now),
  }));
  const rowOf = (name: string, one: Spent): CostRow => ({
    name,
    cleans: one.cleans,
    beamHours: one.beamHours,
    ...runningCost(one, prices),
  });
  const all = rowOf('All machines', together(spent));
  return {
    days: year,
    machines: spent.map((one) => ({ machineId: one.machineId, ...rowOf(one.name, one) })),
    shop: all,
    unpriced: all.unpriced.map((id) => items.find(({ item }) => item === id)?.name ?? id),
  };
}

/** Hours of beam: as logged, and of other run time by the share that the logged has. */
function beamHours(shop: Shop, machineId: string, from: number, to: number): number {
  const meter = machineMeter(shop.db, shop.zone, machineId);
  const run = meter.totals(to).runSeconds - meter.totals(from).runSeconds;
  const logged = beamSums(shop.db, machineId, from, to);
  const unlogged = Math.max(0, run - logged.run);
  return secondsToHours(logged.beam + unlogged * meter.beamShare().likely);
}
