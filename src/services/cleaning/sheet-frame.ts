import { drawerLines, goOnLines, type Safety } from '../../catalogue/steps/openings';
import type { WrittenLine } from '../../catalogue/steps/written';
import type { SheetPlace } from './run-parts';

const usualFrame = { begin: 'Make it safe', end: 'Is it whole again?', last: [] };

/** How a sheet begins and ends, by how far the machine is made safe. */
export const frames: Readonly<
  Record<Safety, { begin: string; end: string; last: readonly WrittenLine[] }>
> = {
  off: usualFrame,
  isolated: usualFrame,
  disarmed: { begin: 'Pause the job', end: 'Go on with the job', last: goOnLines },
  bench: { begin: 'Lay it on the bench', end: 'Ready for the drawer', last: drawerLines },
};

/** Openings that lead to a head in its machine: on the bench they are open. */
const toTheHead: readonly string[] = ['head-off', 'isolate', 'bed-out'];

/** A task of a head as it is done where the head lies on the bench. */
export function atBench(place: SheetPlace): SheetPlace {
  const openings = place.work.openings.filter((opening) => !toTheHead.includes(opening));
  return {
    ...place,
    work: { ...place.work, openings: openings.length > 0 ? openings : ['lid-only'] },
  };
}

/** What is said before anything is touched, by family. */
export const safetyCautions = (family: string, between: boolean): string[] => [
  'never',
  ...(family.startsWith('co2') && !between ? ['high-voltage'] : []),
  ...(family === 'co2-metal-tube' && !between ? ['beryllium'] : []),
  ...(family.startsWith('co2') ? ['znse'] : []),
];

/** Minutes of laying out: by how much is opened. */
export function layoutMinutes(
  safety: Safety,
  opened: ReadonlySet<string>,
  between: boolean,
): number {
  if (between) return 0;
  return safety === 'isolated' ? 3 : opened.size > 0 ? 2 : 1;
}
