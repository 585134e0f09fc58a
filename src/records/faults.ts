import type { Db } from './database';
import { statement } from './statement';

/** A fault that was fixed, as far as it teaches a diagnosis. */
export interface FixedFault {
  faultId: string;
  machineId: string;
  /** the last that was found; `null`: none was named */
  cause: string | null;
}

/**
 * The faults that were closed as fixed within a time, both ends included, oldest closing first.
 * @param from UTC milliseconds
 * @param signs of which each has one at least
 */
// the plus keeps SQLite from going through all diagnoses of the book for each fault: its subject has an index
export function fixedFaults(
  db: Db,
  from: number,
  to: number,
  signs: readonly string[],
): FixedFault[] {
  return statement(
    db,
    `select f.id faultId, f.machine_id machineId,
       (select json_extract(d.data, '$.cause') from entry d
        where d.subject_id = f.id and +d.kind = 'fault diagnosis'
          and not exists (select 1 from entry later where later.supersedes = d.id)
        order by d.at desc, d.id desc limit 1) cause
     from entry c join entry f on f.id = c.subject_id
     where c.kind = 'fault closed' and c.at >= ? and c.at <= ?
       and json_extract(c.data, '$.as') = 'fixed'
       and exists (select 1 from json_each(f.data, '$.signs')
                   where value in (select value from json_each(?)))
       and not exists (select 1 from entry later where later.supersedes = c.id)
     order by c.at, c.id`,
  ).all(from, to, JSON.stringify(signs)) as FixedFault[];
}
