import { fireLoad } from '../../core/care/fire-load';
import { inPercent, usedPercent } from '../../core/units/percent';
import type { ShownHold } from '../machines/holds';
import type { Shop } from '../shop';
import type { MachineDue } from './due';

/** A hold as people see it: of the book, or by the fire load alone, which ends by itself when that is cleaned out. */
export type HoldNow = ShownHold | (Omit<ShownHold, 'why'> & { why: 'fire load' });

/**
 * The holds in force with those that the shop's own limit of the fire load makes. They stand in no entry: a machine is
 * held while its load is there, and one that is held already is not held twice.
 * @param machines where their tasks stand now
 */
export function withFireHolds(
  { fireHold }: Pick<Shop, 'fireHold'>,
  machines: readonly Pick<MachineDue, 'id' | 'stations' | 'lastUse'>[],
  holds: readonly ShownHold[],
): HoldNow[] {
  if (fireHold === null) return [...holds];
  const held = new Set(holds.map(({ machineId }) => machineId));
  return [
    ...holds,
    ...machines.flatMap(({ id, stations, lastUse }): HoldNow[] => {
      const load = fireLoad(stations);
      if (held.has(id) || !load || load.share < fireHold) return [];
      return [
        {
          id: `fire load ${id}`,
          machineId: id,
          why: 'fire load',
          words: `fire load ${usedPercent(load.share)}: ${load.place.toLowerCase()}`,
          faultId: null,
          since: lastUse ?? 0,
          person: `by the shop’s limit of ${inPercent(fireHold)}`,
          reports: 0,
        },
      ];
    }),
  ];
}
