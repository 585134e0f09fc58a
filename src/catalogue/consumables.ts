import type { CatalogueTask } from './schema';

/**
 * Something the stores hold and cleaning uses up. Amounts are starting assumptions, common practice, no
 * source: the shop changes them.
 */
export interface Consumable {
  id: string;
  name: string;
  /** what it is counted in: "pieces", "ml", "pairs" */
  unit: string;
  /** how many units a pack holds */
  pack: number;
  /** from so many units on it must be ordered */
  reorderAt: number;
  /** a task uses it whose tools name this, so many units each */
  tool?: string;
  perTask: number;
  /** one is used when a station of these kinds is replaced */
  replaces?: readonly string[];
}

export const consumables: readonly Consumable[] = [
  {
    id: 'swabs',
    name: 'Lens swabs',
    unit: 'pieces',
    pack: 100,
    reorderAt: 30,
    tool: 'lens swabs',
    perTask: 4,
  },
  {
    id: 'thin-swabs',
    name: 'Thin swabs',
    unit: 'pieces',
    pack: 100,
    reorderAt: 20,
    tool: 'thin swabs',
    perTask: 2,
  },
  {
    id: 'tissue',
    name: 'Lens tissue',
    unit: 'sheets',
    pack: 100,
    reorderAt: 25,
    tool: 'lens tissue',
    perTask: 3,
  },
  {
    id: 'optics-wipes',
    name: 'Ready-wet optics wipes',
    unit: 'pieces',
    pack: 50,
    reorderAt: 15,
    tool: 'ready-wet optics wipes',
    perTask: 2,
  },
  {
    id: 'isopropyl',
    name: 'Isopropyl alcohol 99 %',
    unit: 'ml',
    pack: 1000,
    reorderAt: 250,
    tool: 'isopropyl alcohol 99 %',
    perTask: 5,
  },
  {
    id: 'acetone',
    name: 'Acetone',
    unit: 'ml',
    pack: 1000,
    reorderAt: 250,
    tool: 'acetone',
    perTask: 3,
  },
  {
    id: 'denatured',
    name: 'Denatured alcohol',
    unit: 'ml',
    pack: 1000,
    reorderAt: 250,
    tool: 'denatured alcohol',
    perTask: 5,
  },
  {
    id: 'optics-fluid',
    name: "Maker's optics fluid",
    unit: 'ml',
    pack: 100,
    reorderAt: 20,
    tool: "maker's optics fluid",
    perTask: 1,
  },
  {
    id: 'cotton-swabs',
    name: 'Cotton swabs',
    unit: 'pieces',
    pack: 100,
    reorderAt: 30,
    tool: 'cotton swabs',
    perTask: 4,
  },
  {
    id: 'gloves',
    name: 'Nitrile gloves',
    unit: 'pairs',
    pack: 50,
    reorderAt: 15,
    tool: 'nitrile gloves',
    perTask: 1,
  },
  {
    id: 'degreaser',
    name: 'Household degreaser',
    unit: 'ml',
    pack: 5000,
    reorderAt: 1000,
    tool: 'household degreaser',
    perTask: 100,
  },
  {
    id: 'gas',
    name: 'Canned gas',
    unit: 'cans',
    pack: 1,
    reorderAt: 1,
    tool: 'canned gas',
    perTask: 0.05,
  },
  {
    id: 'silicone',
    name: 'Silicone grease',
    unit: 'g',
    pack: 50,
    reorderAt: 10,
    tool: 'silicone grease',
    perTask: 0.5,
  },
  {
    id: 'lithium',
    name: 'White lithium grease',
    unit: 'g',
    pack: 50,
    reorderAt: 10,
    tool: 'white lithium grease',
    perTask: 0.5,
  },
  {
    id: 'distilled',
    name: 'Distilled water',
    unit: 'l',
    pack: 5,
    reorderAt: 5,
    tool: 'distilled water',
    perTask: 0.2,
  },
  {
    id: 'window',
    name: 'Protective window',
    unit: 'pieces',
    pack: 4,
    reorderAt: 2,
    perTask: 1,
    replaces: ['window', 'beam-window'],
  },
  {
    id: 'lens',
    name: 'Focus lens',
    unit: 'pieces',
    pack: 1,
    reorderAt: 1,
    perTask: 1,
    replaces: ['lens'],
  },
  {
    id: 'mirror',
    name: 'Mirror',
    unit: 'pieces',
    pack: 1,
    reorderAt: 1,
    perTask: 1,
    replaces: ['mirror', 'head-mirror', 'panel-mirror'],
  },
  {
    id: 'filter',
    name: 'Filter',
    unit: 'pieces',
    pack: 1,
    reorderAt: 1,
    perTask: 1,
    replaces: ['filter'],
  },
  {
    id: 'fan',
    name: 'Fan',
    unit: 'pieces',
    pack: 1,
    reorderAt: 0,
    perTask: 1,
    replaces: ['outlet-fan', 'head-fan', 'diode-module'],
  },
  {
    id: 'belt',
    name: 'Belt',
    unit: 'pieces',
    pack: 1,
    reorderAt: 0,
    perTask: 1,
    replaces: ['belts'],
  },
];

/** More than the usual amount: a change of coolant takes a tank, a honeycomb many cloths. Units of the item. */
const otherwise: Readonly<Record<string, number>> = {
  'distilled coolant.change': 10,
  'denatured honeycomb.clean': 100,
};

/** How many units of an item one task at a kind of station uses, by our starting assumption. */
export function usualUse(item: Consumable, stationKind: string, task: CatalogueTask): number {
  if (!item.tool || !task.tools.includes(item.tool)) return 0;
  return otherwise[`${item.id} ${stationKind}.${task.key}`] ?? item.perTask;
}
