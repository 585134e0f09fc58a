/** A kind of part that carries a serial number and travels between machines and the drawer. */
export interface ModuleKind {
  id: string;
  name: string;
  /** kinds of station of which a machine with a place for it has one */
  places: readonly string[];
  /** kinds of station that go with it: their soil travels too */
  stations: readonly string[];
  /** run hours it usually lasts; left out where dirt and accidents end it, not age */
  usualLifeHours?: number;
  /** ways it dies, to choose from; free words are taken too */
  deaths: readonly string[];
}

/** Common practice, no source. */
export const moduleKinds: readonly ModuleKind[] = [
  {
    id: 'head',
    name: 'Laser head',
    places: ['diode-module'],
    stations: ['diode-module', 'inner-lens', 'window', 'nozzle', 'shield', 'head-fan'],
    usualLifeHours: 8000,
    deaths: ['source worn', 'window mount cracked', 'fan seized', 'no beam', 'dropped'],
  },
  {
    id: 'lens',
    name: 'Lens',
    places: ['lens', 'field-lens'],
    stations: ['lens', 'field-lens'],
    deaths: ['coating burnt', 'scratched', 'chipped', 'cracked'],
  },
  {
    id: 'tube',
    name: 'Laser tube',
    places: ['tube'],
    stations: ['tube'],
    usualLifeHours: 2000,
    deaths: ['weak at full current', 'no beam', 'leaked coolant', 'cracked'],
  },
];

const byStation = new Map(
  moduleKinds.flatMap((kind) => kind.stations.map((station) => [station, kind] as const)),
);

/** The kind of module a kind of station goes with, or `null` where it belongs to the machine. */
export function moduleKindOf(stationKind: string): ModuleKind | null {
  return byStation.get(stationKind) ?? null;
}

export function findModuleKind(id: string): ModuleKind | null {
  return moduleKinds.find((kind) => kind.id === id) ?? null;
}
