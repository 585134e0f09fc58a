import { handsOn } from '../../core/care/minutes';
import { entriesAbout, entryData, standingEntries } from '../../records/audit-log';
import { careOfSheet } from '../../records/care';
import { machineById, stationById } from '../../records/machines';
import { sheetTasks, sheetEvents, type SheetRow } from '../../records/cleaning';
import { stockOfSheet } from '../../records/inventory';
import type { CareResult, Finding } from '../../core/care/care';
import { progressOf, type SheetEvent } from '../../core/cleaning/progress';
import { wayOf } from '../../core/cleaning/run';
import { followsEveryJob } from '../care/care-plans';
import { dueMachines, dueOfModule, type StationDue, type TaskDue } from '../care/due';
import { listModules } from '../parts/parts';
import { runToEnd } from './sheets';
import type { Shop } from '../shop';
import { storeItems } from '../inventory/inventory';
import { placeId } from './run-parts';

/** What one clean-down leaves to whoever comes next. */
export interface HandOver {
  /** `null` while nobody closed it */
  closed: { at: number; by: string; abandoned: string | null } | null;
  /** first press to sign-off, pauses left out */
  minutes: number | null;
  /** hands-on minutes as the sheet had them */
  planned: number;
  done: {
    station: string;
    task: string;
    result: CareResult;
    finding: Finding | null;
    method: string | null;
    minutes: number | null;
    planned: number | null;
    note: string | null;
    /** how often it was begun again */
    again: number;
  }[];
  /** what is still open, with where it stands now; `how`: put off, done in part or not reached, and why */
  left: {
    station: string;
    task: string;
    how: CareResult | null;
    note: string | null;
    due: TaskDue | null;
  }[];
  /** what of this machine falls due next */
  next: { station: string; due: TaskDue }[];
  opened: string[];
  proofs: { name: string; passed: boolean; words: string }[];
  /** what was used in place of what was laid out */
  instead: { tool: string; used: string }[];
  drawn: { name: string; unit: string; quantity: number }[];
  putBacks: { what: string; until: number }[];
  photos: { of: string; when: string; photo: string }[];
  /** came in after it was closed: they change nothing */
  late: (SheetEvent & { receivedAt: number })[];
}

/** Ends of a task that leave it open. */
const leftOpen: ReadonlySet<CareResult> = new Set(['put-off', 'in-part', 'not-reached']);

/** Where the tasks of what a sheet cleans stand: of its machine, or of the head at the bench. */
function stationsOf(shop: Shop, { machineId, moduleId }: SheetRow): StationDue[] {
  const part = moduleId ? listModules(shop).find(({ id }) => id === moduleId) : null;
  if (part) return dueOfModule(shop, part, machineById(shop.db, machineId)!);
  return dueMachines(shop, shop.now(), machineId)[0]?.stations ?? [];
}

/** What a clean-down did, what is left, and what to expect next. */
// eslint-disable-next-line max-lines-per-function -- one view put together from the book
export function handOver(shop: Shop, sheet: SheetRow): HandOver {
  const run = runToEnd(shop, sheet.id)!;
  const events = sheetEvents(shop.db, sheet.id);
  const progress = progressOf(events);
  const ends = standingEntries(shop.db, ['clean-down signed off', 'clean-down abandoned'], {
    machineId: sheet.machineId,
  });
  const signed = ends.find(
    (row) =>
      row.kind === 'clean-down signed off' &&
      entryData(row, 'clean-down signed off').sheetId === sheet.id,
  );
  const abandoned = ends.find(
    (row) =>
      row.kind === 'clean-down abandoned' &&
      entryData(row, 'clean-down abandoned').sheetId === sheet.id,
  );
  const end = signed ?? abandoned ?? null;
  const data = signed && entryData(signed, 'clean-down signed off');
  const done = careOfSheet(shop.db, sheet.id);
  const recorded = new Map(done.map((row) => [placeId(row.stationId, row.task), row]));
  const stations = stationsOf(shop, sheet);
  const dueOf = (stationId: string, key: string) =>
    stations.find(({ id }) => id === stationId)?.tasks.find(({ task }) => task.key === key) ?? null;
  const plannedOf = (id: string) => {
    const task = run.tasks.find((one) => one.id === id);
    return task ? handsOn(wayOf(task, progress.ways).minutes) : null;
  };
  const name = (stationId: string) => stationById(shop.db, stationId)?.name ?? 'removed station';
  const items = new Map(storeItems(shop).map((item) => [item.item, item]));
  const next = stations
    .flatMap((station) =>
      station.tasks
        .filter(({ task }) => !followsEveryJob(task))
        .map((due) => ({ station: station.name, due })),
    )
    .sort((a, b) => b.due.standing.used - a.due.standing.used)
    .slice(0, 3);
  return {
    closed: end && {
      at: end.at,
      by: end.person,
      abandoned: abandoned ? (abandoned.note ?? '') : null,
    },
    minutes: data?.minutes ?? null,
    planned: run.tasks.reduce((sum, { id }) => sum + (plannedOf(id) ?? 0), 0),
    done: done
      .filter(({ result }) => !leftOpen.has(result))
      .map((row) => {
        const id = placeId(row.stationId, row.task);
        return {
          ...row,
          station: name(row.stationId),
          planned: plannedOf(id),
          again: progress.again.get(id)?.times ?? 0,
        };
      }),
    left: sheetTasks(shop.db, sheet.id)
      .map((row) => ({ ...row, ended: recorded.get(placeId(row.stationId, row.task)) ?? null }))
      // put off, done in part and not reached are open still
      .filter(({ ended }) => ended === null || leftOpen.has(ended.result))
      .map(({ stationId, task, ended }) => ({
        station: name(stationId),
        task,
        how: ended?.result ?? null,
        note: ended?.note ?? null,
        due: dueOf(stationId, task),
      })),
    next,
    opened: data?.opened ?? [],
    proofs: data?.proofs ?? [],
    instead: data?.instead ?? [],
    drawn: stockOfSheet(shop.db, sheet.id).map(({ item, quantity }) => ({
      name: items.get(item)?.name ?? item,
      unit: items.get(item)?.unit ?? '',
      quantity: quantity / 1000,
    })),
    putBacks: standingEntries(shop.db, ['put back'], { machineId: sheet.machineId })
      .filter((row) => entryData(row, 'put back').sheetId === sheet.id)
      .filter((row) => entriesAbout(shop.db, [row.id]).length === 0)
      .map((row) => entryData(row, 'put back')),
    photos: [...progress.photos],
    late:
      sheet.closedAt === null
        ? []
        : events.filter(({ receivedAt }) => receivedAt > sheet.closedAt!),
  };
}
