import { families } from './families';
import type { Family, StationKind } from './schema';
import { stationKinds } from './stations';

const familiesById = new Map(families.map((family) => [family.id, family]));
const kindsById = new Map(stationKinds.map((kind) => [kind.id, kind]));

/** A family by its id, or `null`. */
export function findFamily(id: string): Family | null {
  return familiesById.get(id) ?? null;
}

/** A kind of station by its id, or `null`. */
export function findStationKind(id: string): StationKind | null {
  return kindsById.get(id) ?? null;
}

/**
 * A kind of station that must exist: what is stored names only kinds of the catalogue.
 * @throws Error when it does not
 */
export function stationKind(id: string): StationKind {
  const kind = kindsById.get(id);
  if (!kind) throw new Error(`stationKind requires a kind of the catalogue, not "${id}"`);
  return kind;
}
