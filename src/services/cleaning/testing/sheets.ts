import { stationKind } from '../../../catalogue/catalogue';
import { rung } from '../../../core/care/depth';
import type { RunSheet } from '../../../core/cleaning/run';
import { family, machineOf, placeOn, type Imagined } from '../imagined';
import { placeId, type SheetPlace } from '../run-parts';
import { buildRun, type SheetMode } from '../run-sheet';

export { buildFor, family, placeOn, placesOn, type Imagined } from '../imagined';

/** Every task of the family of an imagined machine, but what stands for the whole. */
export function everyPlace(imagined: Imagined): SheetPlace[] {
  return family(imagined.family).stations.flatMap(({ slug, kind }) =>
    kind === 'whole'
      ? []
      : stationKind(kind).tasks.map(({ key }) => placeOn(imagined, slug, kind, key)),
  );
}

/** Every station of a machine at its deepest, as a strip-clean of the whole machine takes it. */
export function fullStrip(imagined: Imagined): SheetPlace[] {
  return family(imagined.family).stations.flatMap(({ slug, kind }) => {
    const tasks = stationKind(kind).tasks.filter(
      ({ depth }) => depth !== 'drain' && kind !== 'whole' && kind !== 'debris',
    );
    const deepest = Math.max(-1, ...tasks.map(({ depth }) => rung(depth) ?? -1));
    return tasks
      .filter(({ depth }) => (rung(depth) ?? deepest) === deepest)
      .map(({ key }) => placeOn(imagined, slug, kind, key));
  });
}

export const runOn = (
  imagined: Imagined,
  places: readonly SheetPlace[],
  mode: SheetMode = {},
): RunSheet => buildRun(machineOf(imagined), places, mode);

export const idOf = ({ stationId, work }: SheetPlace) => placeId(stationId, work.task.key);
