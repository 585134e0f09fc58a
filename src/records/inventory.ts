import { groupBy } from '../core/units/group-by';
import type { StockKind, StockMovement } from '../core/inventory/stock';
import type { Db } from './database';
import { statement } from './statement';

/** What a stock entry says. */
export interface StockRow extends StockMovement {
  entryId: string;
  item: string;
  sheetId: string | null;
}

export function insertStock(db: Db, row: StockRow): void {
  statement(
    db,
    `insert into stock (entry_id, item, at, kind, quantity, sheet_id)
     values (@entryId, @item, @at, @kind, @quantity, @sheetId)`,
  ).run(row);
}

/** Every movement that stands since the last count of its item, that count too. By item. */
export function standingStock(db: Db): Map<string, StockMovement[]> {
  const rows = statement(
    db,
    `with last as materialized (
       select item, max(at) at from stock
       where kind = 'count'
         and not exists (select 1 from entry later where later.supersedes = stock.entry_id)
       group by item
     )
     select stock.item, stock.at, stock.kind, stock.quantity from stock
     left join last on last.item = stock.item
     where stock.at >= coalesce(last.at, 0)
       and not exists (select 1 from entry later where later.supersedes = stock.entry_id)`,
  ).all() as (StockMovement & { item: string })[];
  return groupBy(rows, ({ item }) => item);
}

/** How many items were ever counted. */
export function countedItems(db: Db): number {
  return statement(
    db,
    `select count(distinct item) from stock
     where kind = 'count'
       and not exists (select 1 from entry later where later.supersedes = stock.entry_id)`,
  )
    .pluck()
    .get() as number;
}

/** What each machine took out of the stores from an instant on, thousandths of a unit. Struck movements are left out. */
export function drawnSince(
  db: Db,
  from: number,
): { machineId: string; item: string; quantity: number }[] {
  return statement(
    db,
    `select entry.machine_id machineId, stock.item, sum(stock.quantity) quantity
     from stock join entry on entry.id = stock.entry_id
     where stock.kind = 'use' and stock.at >= ? and entry.machine_id is not null
       and not exists (select 1 from entry later where later.supersedes = stock.entry_id)
     group by 1, 2`,
  ).all(from) as { machineId: string; item: string; quantity: number }[];
}

/** The last movements of an item, newest first, struck ones too. */
export function stockHistory(db: Db, item: string, limit: number) {
  return statement(
    db,
    `select stock.entry_id entryId, stock.item, stock.at, stock.kind, stock.quantity, stock.sheet_id sheetId,
       entry.person, entry.note,
       exists (select 1 from entry later where later.supersedes = stock.entry_id) struck
     from stock join entry on entry.id = stock.entry_id
     where stock.item = ? order by stock.at desc, stock.entry_id desc limit ?`,
  ).all(item, limit) as (StockRow & { person: string; note: string | null; struck: 0 | 1 })[];
}

export function stockByEntry(db: Db, entryId: string): StockRow | null {
  return (
    (statement(
      db,
      `select entry_id entryId, item, at, kind, quantity, sheet_id sheetId from stock where entry_id = ?`,
    ).get(entryId) as StockRow | undefined) ?? null
  );
}

/** What a clean-down drew from the stores. */
export function stockOfSheet(
  db: Db,
  sheetId: string,
): { item: string; kind: StockKind; quantity: number }[] {
  return statement(db, `select item, kind, quantity from stock where sheet_id = ?`).all(
    sheetId,
  ) as { item: string; kind: StockKind; quantity: number }[];
}
