import { entryOf, entryColumns, type EntryRow, type RawEntry } from './entry-rows';
import type { EntryKind } from './audit-log-data';
import type { Db } from './database';
import { statement } from './statement';

/** Kinds of entry that stand open until one of another kind about them ends them. */
export const endings = {
  fault: 'fault closed',
  hold: 'release',
  'put back': 'put back done',
  'accepted mark': 'accepted mark gone',
  /** with a restriction; a return without one opens nothing */
  'fault return': 'restriction lifted',
} as const satisfies Partial<Record<EntryKind, EntryKind>>;
export type OpenKind = keyof typeof endings;

const opens = new Set<string>(Object.keys(endings));
const ends = new Set<string>(Object.values(endings));

/** Whether an entry stands open, over `entry e`: the only place that says so. */
const isOpen = `e.kind in (${[...opens].map((kind) => `'${kind}'`).join(', ')})
  and (e.kind <> 'fault return' or coalesce(json_extract(e.data, '$.restriction'), '') <> '')
  and not exists (select 1 from entry later where later.supersedes = e.id)
  and not exists (
    select 1 from entry c
    where c.subject_id = e.id
      and +c.kind = case e.kind ${Object.entries(endings)
        .map(([kind, end]) => `when '${kind}' then '${end}'`)
        .join(' ')} end
      and not exists (select 1 from entry later where later.supersedes = c.id))`;
const insertOpen = `insert into open_entry (entry_id, kind, machine_id)
  select e.id, e.kind, e.machine_id from entry e where ${isOpen}`;

/** Keeps what stands open true to an entry that was just written. The caller holds the transaction. */
export function noteOpen(
  db: Db,
  line: { id: string; kind: string; subjectId: string | null; supersedes: string | null },
): void {
  const touched = [
    ...(opens.has(line.kind) ? [line.id] : []),
    ...(ends.has(line.kind) && line.subjectId ? [line.subjectId] : []),
    ...(line.supersedes ? touchedByStrike(db, line.supersedes) : []),
  ];
  for (const id of touched) {
    statement(db, 'delete from open_entry where entry_id = ?').run(id);
    statement(db, `${insertOpen} and e.id = ?`).run(id);
  }
}

/** What a strike may open or end: the entry itself, or what it had ended. */
function touchedByStrike(db: Db, id: string): string[] {
  const struck = statement(db, 'select kind, subject_id subject from entry where id = ?').get(
    id,
  ) as { kind: string; subject: string | null } | undefined;
  if (!struck) return [];
  if (opens.has(struck.kind)) return [id];
  return ends.has(struck.kind) && struck.subject ? [struck.subject] : [];
}

/** The entries of a kind that stand open, oldest first: by index, however long the past is. */
export function openEntries(db: Db, kind: OpenKind, machineId?: string): EntryRow[] {
  const rows = statement(
    db,
    `select ${entryColumns} from open_entry o join entry on entry.id = o.entry_id
     where o.kind = ? ${machineId ? 'and o.machine_id = ?' : ''} order by entry.at, entry.id`,
  ).all(...(machineId ? [kind, machineId] : [kind])) as RawEntry[];
  return rows.map(entryOf);
}

/** Derives anew what stands open. The caller holds the transaction. */
export function rebuildOpen(db: Db): void {
  db.$client.exec(`delete from open_entry; ${insertOpen}`);
}

/** All that stands open, for comparing what was kept with what is rebuilt. */
export function allOpen(db: Db): unknown[] {
  return statement(db, 'select * from open_entry order by entry_id').all();
}
