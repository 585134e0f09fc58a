import Papa from 'papaparse';
import type { MachineDue } from '../care/due';
import { shelf, usedBy, type ShelfItem, type TaskUse } from '../inventory/inventory';
import type { Shop } from '../shop';
import { currentSchedule } from './schedules';

/** What the planned clean-downs need of one item, against what is there. In the item's unit. */
export interface Need extends Pick<
  ShelfItem,
  'item' | 'name' | 'unit' | 'has' | 'pack' | 'reorderAt'
> {
  needs: number;
  /** UTC milliseconds of the first clean-down that it runs short for; null: it lasts */
  shortAt: number | null;
  /** whole packs to order, so that after all of it there is as much as it is ordered at */
  order: number;
}

/** What the clean-downs to come need, what runs short first. */
export function scheduleNeeds(shop: Shop, machines: readonly MachineDue[]): Need[] {
  const now = shop.now();
  const blocks = (currentSchedule(shop)?.plan.blocks ?? []).filter(({ until }) => until > now);
  const uses = new Map<string, TaskUse>();
  for (const { stations } of machines) {
    for (const station of stations) {
      for (const { task } of station.tasks) {
        uses.set(`${station.id}.${task.key}`, {
          stationKind: station.kind,
          task,
          replaced: task.depth === 'replace',
        });
      }
    }
  }
  const items = shelf(shop);
  const drawn = blocks.map((block) => ({
    at: block.from,
    used: usedBy(
      items,
      block.tasks.flatMap(({ stationId, task }) => uses.get(`${stationId}.${task}`) ?? []),
    ),
  }));
  return items
    .map(({ item, name, unit, has, pack, reorderAt }): Need => {
      let needs = 0;
      let shortAt: number | null = null;
      for (const { at, used } of drawn) {
        needs += used.get(item) ?? 0;
        if (has !== null && needs > has && shortAt === null && used.has(item)) shortAt = at;
      }
      const wanted = has === null ? needs : needs + reorderAt - has;
      const order = needs > 0 && wanted > 0 ? Math.ceil(wanted / pack - 1e-9) : 0;
      return { item, name, unit, has, pack, reorderAt, needs, shortAt, order };
    })
    .filter(({ needs }) => needs > 0)
    .sort(
      (a, b) =>
        (a.shortAt ?? Infinity) - (b.shortAt ?? Infinity) ||
        Number(b.order > 0) - Number(a.order > 0) ||
        a.name.localeCompare(b.name),
    );
}

const round = (value: number) => Math.round(value * 100) / 100;

/** The order list as CSV (RFC 4180). `docs/formats.md` describes its columns. */
export function orderListCsv(needs: readonly Need[]): string {
  return Papa.unparse(
    needs
      .filter(({ order }) => order > 0)
      .map(({ name, unit, needs: needed, has, pack, order }) => ({
        item: name,
        packs: order,
        pack,
        unit,
        needed: round(needed),
        on_shelf: has === null ? '' : round(has),
      })),
    {
      columns: ['item', 'packs', 'pack', 'unit', 'needed', 'on_shelf'],
      escapeFormulae: true,
      newline: '\r\n',
    },
  );
}
