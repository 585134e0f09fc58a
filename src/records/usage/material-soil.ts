import type { PerGroup } from '../../core/usage/soil';
import type { Db } from '../database';
import { statement } from '../statement';

/** What a session soiled, by what was worked in it. */
export interface MaterialSoil {
  /** UTC milliseconds */
  start: number;
  material: string | null;
  /** milliseconds */
  soil: PerGroup;
}

/** The standing sessions of a machine with their soil, in order of start. */
export function soilByMaterial(db: Db, machineId: string): MaterialSoil[] {
  const rows = statement(
    db,
    `select h.start, s.material, h.optics_ms optics, h.bed_ms bed, h.motion_ms motion, h.air_ms air
     from session_hours h join session s on s.entry_id = h.entry_id
     where h.machine_id = ? order by h.start`,
  ).all(machineId) as (PerGroup & { start: number; material: string | null })[];
  return rows.map(({ start, material, ...soil }) => ({ start, material, soil }));
}
