import type { Criticality } from './danger';
import type { CareState } from './due';

/** How much of what can burn has gathered in a machine since it was last taken out: apart from how well it cuts. */
export interface FireLoad {
  /** the largest share of a limit of what guards against fire; 1: by now it should be out */
  share: number;
  /** where that is */
  place: string;
  /** places of which nobody knows when they were last cleaned */
  unknown: string[];
}

interface Place {
  name: string;
  tasks: readonly {
    task: { criticality: Criticality };
    standing: { used: number; state: CareState };
  }[];
}

/** From this share on it is said wherever the machine is. */
export const fireLoadSaid = 0.8;

/**
 * The fire load of a machine by the residue of what was burned since bed, plate, exhaust and interior were each cleaned:
 * the tasks that guard against fire, each by its own limit. `null` for a machine without any.
 */
export function fireLoad(places: readonly Place[]): FireLoad | null {
  let load: FireLoad | null = null;
  for (const { name, tasks } of places) {
    for (const { task, standing } of tasks) {
      if (task.criticality !== 'fire') continue;
      load ??= { share: 0, place: name, unknown: [] };
      if (standing.state === 'not known') {
        if (!load.unknown.includes(name)) load.unknown.push(name);
      } else if (standing.used > load.share) {
        load.share = standing.used;
        load.place = name;
      }
    }
  }
  return load;
}
