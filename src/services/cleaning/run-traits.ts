import type { WorkTraits } from '../../core/cleaning/sheet-rules';
import { placeId, type SheetPlace } from './run-parts';

/** Mirrors in the order in which the beam meets them; `null`: no mirror. */
const mirrorRank = ({ stationKind }: SheetPlace, index: number): number | null =>
  stationKind === 'mirror' ? index : stationKind === 'head-mirror' ? 1000 : null;

const handsInKinds = ['belts', 'cables', 'lead-screws'];

/** What the order of a sheet needs to know of a task on it. */
export function traitsOf(
  place: SheetPlace,
  index: number,
  opened: ReadonlySet<string>,
): WorkTraits {
  const { work, stationKind } = place;
  const { written, task } = work;
  return {
    id: placeId(place.stationId, task.key),
    stationId: place.stationId,
    openings: work.openings.filter((id) => opened.has(id)),
    dusty: written.dusty ?? false,
    leaves: Boolean(written.wait?.place),
    glass: written.glass ?? false,
    wet: written.wet ?? false,
    vacuums: written.vacuums ?? false,
    debris: stationKind === 'debris',
    outside: stationKind === 'frame',
    fresh:
      task.depth === 'lubricate' || stationKind === 'clear-parts' || stationKind === 'hood-slides',
    depth: task.depth,
    mirror: mirrorRank(place, index),
    shield: stationKind === 'shield',
    connectors: stationKind === 'cables',
    headOn: stationKind === 'cables',
    extraction: written.extraction ?? false,
    duct: stationKind === 'duct' || stationKind === 'inline-fan',
    handsIn: handsInKinds.includes(stationKind) && !written.dusty,
    whole: stationKind === 'whole',
    standsIn: standsIn(place),
  };
}

/** Whether the machine runs on something else while this dries: where it is rinsed, and there are slats. */
export const standsIn = ({ stationKind, work }: SheetPlace) =>
  stationKind === 'honeycomb' &&
  work.ways[0]!.dries !== null &&
  work.build.variants['stand-in'] === 'slats';
