import { z } from 'zod';
import { consumables, usualUse } from '../../catalogue/consumables';
import type { CatalogueTask } from '../../catalogue/schema';
import {
  onHand,
  stockKinds,
  stockState,
  type StockKind,
  type StockState,
} from '../../core/inventory/stock';
import { ok } from '../../core/units/result';
import { slugOf } from '../../core/units/slug';
import { entryData, insertEntry, standingEntries } from '../../records/audit-log';
import { insertStock, standingStock, stockHistory } from '../../records/inventory';
import { refuse, stamp, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, optionalText, requiredText, useCase } from '../use-case';

/** A consumable as this shop keeps it. Amounts in its unit. */
export interface StoreItem {
  item: string;
  name: string;
  unit: string;
  pack: number;
  reorderAt: number;
  perTask: number;
  /** the tool of a task that uses it; `null`: only drawn when a part is replaced, or by hand */
  tool: string | null;
  /** kinds of stations in which one is used when the part is replaced */
  replaces: readonly string[];
  /** of a pack, in the shop's money; `null`: nobody said */
  packPrice: number | null;
  /** whether the shop changed or added it */
  own: boolean;
}

/** The items of the stores: ours, with what the shop changed, and its own. */
export function storeItems(shop: Pick<Shop, 'db'>): StoreItem[] {
  const items = new Map<string, StoreItem>(
    consumables.map(({ id, tool, replaces, ...rest }) => [
      id,
      {
        item: id,
        ...rest,
        tool: tool ?? null,
        replaces: replaces ?? [],
        packPrice: null,
        own: false,
      },
    ]),
  );
  for (const row of standingEntries(shop.db, ['store item'])) {
    const { gone, packPrice: hundredths, ...data } = entryData(row, 'store item');
    if (gone) items.delete(data.item);
    else {
      const replaces = consumables.find(({ id }) => id === data.item)?.replaces ?? [];
      const packPrice = typeof hundredths === 'number' ? hundredths / 100 : null;
      items.set(data.item, { ...data, replaces, packPrice, own: true });
    }
  }
  return [...items.values()];
}

export function storeItem(shop: Pick<Shop, 'db'>, id: string): StoreItem | null {
  return storeItems(shop).find(({ item }) => item === id) ?? null;
}

/** An item with what is on the shelf. */
export interface ShelfItem extends StoreItem {
  /** units on the shelf; `null` until it was counted or received once: it is not kept track of */
  has: number | null;
  state: StockState | 'not kept';
}

/** What is on the shelf, what is short first. */
export function shelf(shop: Shop): ShelfItem[] {
  const movements = standingStock(shop.db);
  const rank = { short: 0, low: 1, enough: 2, 'not kept': 3 };
  return storeItems(shop)
    .map((item): ShelfItem => {
      const moved = movements.get(item.item);
      if (!moved) return { ...item, has: null, state: 'not kept' };
      const has = onHand(moved);
      return { ...item, has: has / 1000, state: stockState(has, 0, item.reorderAt * 1000) };
    })
    .sort((a, b) => rank[a.state] - rank[b.state]);
}

/** What a sheet's task at a kind of station uses. */
export interface TaskUse {
  stationKind: string;
  task: CatalogueTask;
  replaced: boolean;
}

/** Units of each item that tasks use, by item. */
export function usedBy(
  items: readonly StoreItem[],
  tasks: readonly TaskUse[],
): Map<string, number> {
  const sum = new Map<string, number>();
  for (const { stationKind, task, replaced } of tasks) {
    for (const item of items) {
      const starting = consumables.find(({ id }) => id === item.item);
      const usual = starting ? usualUse(starting, stationKind, task) : 0;
      // the shop's own figure stands for the usual one; what takes more than usual keeps its share
      const scale = starting && usual > 0 ? usual / starting.perTask : 1;
      const uses = item.tool && task.tools.includes(item.tool) ? item.perTask * scale : 0;
      const spare = replaced && item.replaces.includes(stationKind) ? 1 : 0;
      if (uses + spare > 0) sum.set(item.item, (sum.get(item.item) ?? 0) + uses + spare);
    }
  }
  return sum;
}

/** What is wanting for some tasks: short, or low once they are done. */
export interface Wanting {
  item: string;
  name: string;
  unit: string;
  has: number;
  needs: number;
  state: 'short' | 'low';
}

/** What of the stores is short or low for these tasks. Items that are not kept track of say nothing. */
export function wanting(shop: Shop, tasks: readonly TaskUse[]): Wanting[] {
  const items = shelf(shop);
  const uses = usedBy(items, tasks);
  return items.flatMap(({ item, name, unit, has, reorderAt }): Wanting[] => {
    const needs = uses.get(item) ?? 0;
    if (has === null || needs === 0) return [];
    const state = stockState(has * 1000, needs * 1000, reorderAt * 1000);
    return state === 'enough' ? [] : [{ item, name, unit, has, needs, state }];
  });
}

/** Takes out of the stores what tasks used. The caller holds the transaction. */
export function drawForSheet(
  shop: Shop,
  actor: Actor,
  sheetId: string,
  machineId: string,
  tasks: readonly TaskUse[],
): { item: string; name: string; quantity: number; unit: string }[] {
  const items = shelf(shop);
  const uses = usedBy(items, tasks);
  const drawn = items.flatMap(({ item, name, unit, has }) => {
    const quantity = uses.get(item) ?? 0;
    return has === null || quantity === 0 ? [] : [{ item, name, unit, quantity }];
  });
  for (const { item, quantity } of drawn) {
    keepMovement(shop, actor, { item, kind: 'use', quantity, machineId, sheetId, note: null });
  }
  return drawn;
}

/**
 * Takes some of an item out by hand, for a repair. What the stores do not keep track of is not drawn.
 * The caller holds the transaction.
 */
export function takeOut(
  shop: Shop,
  actor: Actor,
  item: string,
  quantity: number,
  machineId: string,
  note: string,
): void {
  const known = shelf(shop).find((one) => one.item === item);
  if (!known || known.has === null) return;
  keepMovement(shop, actor, { item, kind: 'use', quantity, machineId, sheetId: null, note });
}

function keepMovement(
  shop: Shop,
  actor: Actor,
  movement: {
    item: string;
    kind: StockKind;
    /** units */
    quantity: number;
    machineId: string | null;
    sheetId: string | null;
    note: string | null;
  },
): string {
  const common = stamp(shop, actor);
  const entryId = insertEntry(shop.db, {
    kind: 'stock',
    machineId: movement.machineId,
    ...common,
    note: movement.note,
  });
  insertStock(shop.db, {
    entryId,
    item: movement.item,
    at: common.at,
    kind: movement.kind,
    quantity: Math.round(movement.quantity * 1000),
    sheetId: movement.sheetId,
  });
  return entryId;
}

const amount = z
  .number('Give an amount.')
  .min(0, 'An amount is not below zero.')
  .max(1_000_000, 'That is more than a shelf holds.');

export const movementSchema = z.object({
  item: id,
  kind: z.enum(stockKinds),
  quantity: amount,
  note: optionalText(300),
});

/** Receives, counts or takes out by hand. */
export const moveStock = useCase(
  movementSchema,
  (shop, actor, { item, kind, quantity, note }): Outcome<null> => {
    const known = storeItem(shop, item);
    if (!known) return refuse('That item is not in the stores.', 'item');
    if (kind !== 'count' && quantity === 0) return refuse('Give an amount above zero.', 'quantity');
    keepMovement(shop, actor, { item, kind, quantity, machineId: null, sheetId: null, note });
    return ok(null);
  },
);

export const itemSchema = z.object({
  /** left out for a new one */
  item: id.nullish(),
  name: requiredText('Give it a name.', 60),
  unit: requiredText('What is it counted in?', 20),
  pack: amount.refine((value) => value > 0, 'A pack holds more than nothing.'),
  reorderAt: amount,
  perTask: amount,
  tool: optionalText(60),
  /** of a pack, in the shop's money */
  packPrice: z
    .number('Give a price.')
    .min(0, 'A price is not below zero.')
    .max(1_000_000, 'That is more than a pack costs.')
    .nullish(),
});

/** Adds an item or changes one; what was before stays in the book. */
export const changeStoreItem = useCase(
  itemSchema,
  (shop, actor, { item, packPrice, ...rest }): Outcome<string> => {
    const items = storeItems(shop);
    const known = item ? items.find((one) => one.item === item) : null;
    if (item && !known) return refuse('That item is not in the stores.', 'item');
    const twin = items.find(
      (one) => one.item !== item && one.name.toLowerCase() === rest.name.toLowerCase(),
    );
    if (twin) return refuse(`${twin.name} is in the stores already.`, 'name');
    const key = item ?? `own-${slugOf(rest.name)}-${items.length + 1}`;
    writeEntry(shop, actor, {
      kind: 'store item',
      machineId: null,
      data: {
        item: key,
        ...rest,
        tool: known ? known.tool : rest.tool,
        packPrice: inHundredths(packPrice ?? null),
        gone: false,
      },
    });
    return ok(key);
  },
);

const inHundredths = (price: number | null) => (price === null ? null : Math.round(price * 100));

/** Takes an item off the list. Its movements stay in the book. */
export const dropStoreItem = useCase(id, (shop, actor, key): Outcome<null> => {
  const item = storeItem(shop, key);
  if (!item) return refuse('That item is not in the stores.', 'item');
  const { own: _, replaces: __, packPrice, ...data } = item;
  writeEntry(shop, actor, {
    kind: 'store item',
    machineId: null,
    data: { ...data, packPrice: inHundredths(packPrice), gone: true },
  });
  return ok(null);
});

/** The last movements of an item, amounts in its unit. */
export function itemHistory(shop: Shop, item: string) {
  return stockHistory(shop.db, item, 12).map((row) => ({
    ...row,
    quantity: row.quantity / 1000,
    struck: row.struck === 1,
  }));
}
