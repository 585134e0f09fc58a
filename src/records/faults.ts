import type { Db } from './database';
import { statement } from './statement';

/** A fault that was fixed, as far as it teaches a diagnosis. */
export interface FixedFault {
  faultId: string;
  machineId: string;
  signs: string[];
  /** the last that was found; `null`: none was named */
  cause: string | null;
}

/**
 * The faults that were closed as fixed within a time, both ends included, oldest closing first.
 * @param from UTC milliseconds
 */
// the plus keeps SQLite from going through all diagnoses of the book for each fault: its subject has an index
export function fixedFaults(db: Db, from: number, to: number): FixedFault[] {
  const rows = statement(
    db,
    `select f.id faultId, f.machine_id machineId, json_extract(f.data, '$.signs') signs,
       (select json_extract(d.data, '$.cause') from entry d
        where d.subject_id = f.id and +d.kind = 'fault diagnosis'
          and not exists (select 1 from entry later where later.supersedes = d.id)
        order by d.at desc, d.id desc limit 1) cause
     from entry c join entry f on f.id = c.subject_id
     where c.kind = 'fault closed' and c.at >= ? and c.at <= ?
       and json_extract(c.data, '$.as') = 'fixed'
       and not exists (select 1 from entry later where later.supersedes = c.id)
     order by c.at, c.id`,
  ).all(from, to) as (Omit<FixedFault, 'signs'> & { signs: string })[];
  return rows.map((row) => ({ ...row, signs: JSON.parse(row.signs) as string[] }));
}
