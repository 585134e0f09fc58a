import { startingTable } from '../../catalogue/materials';
import {
  materialIndex,
  tableAt,
  weightsThroughTime,
  type DatedWeight,
  type MaterialIndex,
  type SoilTable,
} from '../../core/usage/soil-table';
import type { SoilWeights } from '../../core/usage/soil';
import { entryData, standingEntries } from '../../records/audit-log';
import type { Db } from '../../records/database';

/** A change of the soil table as the book has it. */
export interface WeightEntry extends DatedWeight {
  id: string;
  recordedAt: number;
  person: string;
  reason: string | null;
}

/** Every change of the soil table in the order they were recorded. */
export function weightEntries({ db }: { db: Db }): WeightEntry[] {
  return standingEntries(db, ['soil weights'])
    .map((row) => ({
      id: row.id,
      recordedAt: row.recordedAt,
      person: row.person,
      reason: row.note,
      ...entryData(row, 'soil weights'),
    }))
    .sort((a, b) => a.recordedAt - b.recordedAt || (a.id < b.id ? -1 : 1));
}

/** Tells the weights in force for a session by its start. */
export function shopWeights(shop: { db: Db }): (start: number) => SoilWeights {
  return weightsThroughTime(startingTable, weightEntries(shop));
}

/** The table in force at an instant, by default for a session from now on. */
export function soilTable(shop: { db: Db }, instant = Infinity): SoilTable {
  return tableAt(startingTable, weightEntries(shop), instant);
}

/** The materials that can be logged, by the words people write for them. */
export function shopMaterials(shop: { db: Db }): MaterialIndex {
  return materialIndex(soilTable(shop));
}
