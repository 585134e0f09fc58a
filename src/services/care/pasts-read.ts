import type { Life, TaskPast } from '../../core/care/past';
import { groupBy } from '../../core/units/group-by';
import { entryData, standingEntries } from '../../records/audit-log';
import type { Shop } from '../shop';

/** What was said of a task's past, as the book has it. */
export interface SaidPast extends TaskPast {
  entryId: string;
  stationId: string;
}

/** What a machine had behind it before the book. */
export interface MachinePast {
  entryId: string;
  at: number;
  isNew: boolean;
  inUseSince: number | null;
  /** run hours */
  hours: number | null;
  sure: number | null;
}

/** What was said of the time before the book. */
export interface Pasts {
  /** of the tasks of a station: the latest of each */
  tasks(stationId: string): readonly SaidPast[];
  machine(machineId: string): MachinePast | null;
}

/** Reads what was said of the time before the book, up to an instant. Asks the book once. */
export function readPasts(shop: Pick<Shop, 'db'>, instant: number): Pasts {
  const rows = standingEntries(shop.db, ['task past', 'machine past']).filter(
    ({ at }) => at <= instant,
  );
  const latest = new Map<string, SaidPast>();
  const machines = new Map<string, MachinePast>();
  for (const row of rows) {
    if (row.kind === 'machine past') {
      const said = { entryId: row.id, at: row.at, ...entryData(row, 'machine past') };
      machines.set(row.machineId!, said);
    } else {
      const said = { entryId: row.id, at: row.at, ...entryData(row, 'task past') };
      latest.set(`${said.stationId} ${said.task}`, said);
    }
  }
  const tasks = groupBy([...latest.values()], ({ stationId }) => stationId);
  return {
    tasks: (stationId) => tasks.get(stationId) ?? [],
    machine: (machineId) => machines.get(machineId) ?? null,
  };
}

/** The use a machine had before its log, where its hours were said. */
export function lifeOf(past: MachinePast | null): Life | null {
  if (!past || past.hours === null) return null;
  return { at: past.at, hours: past.hours, sure: past.sure ?? 0, since: past.inUseSince };
}
