import type { Db } from './database';
import { statement } from './statement';

/** Minutes that cleanings took, oldest first, of those that stand and were done in full. */
export function minutesTaken(db: Db): {
  stationId: string;
  kind: string;
  family: string;
  task: string;
  /** the way of the sheet; `null`: no sheet said one */
  way: string | null;
  minutes: number;
}[] {
  return statement(
    db,
    `select care.station_id stationId, station.kind, machine.family, care.task, care.way, care.minutes
     from care
     join station on station.id = care.station_id
     join machine on machine.id = station.machine_id
     where care.minutes is not null and care.minutes > 0 and care.result = 'done'
       and not exists (select 1 from entry later where later.supersedes = care.entry_id)
     order by care.at`,
  ).all() as ReturnType<typeof minutesTaken>;
}
