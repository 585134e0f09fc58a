import { touchesConnectors } from '../../catalogue/steps/openings';
import type { MachineRow } from '../../records/machines';
import { answeredQuestions } from '../care/methods';
import { buildFinder } from '../machines/builds';
import type { Shop } from '../shop';
import type { SheetPlace } from './run-parts';

/**
 * Why tasks may not be done between two cuts of a job, with the machine left on; `null` where they may: only
 * glass that comes out by hand, without a plug or a cover, on a machine whose beam a key or its lid disarms.
 */
export function notBetweenCuts(
  shop: Pick<Shop, 'db' | 'now'>,
  machine: MachineRow,
  places: readonly Pick<SheetPlace, 'station' | 'work'>[],
): string | null {
  const answers = answeredQuestions(shop, { machineId: machine.id, stationId: null });
  if (answers.find(({ id }) => id === 'between-cuts')?.chosen !== 'offered') {
    return 'This shop cleans nothing between two cuts: it is switched off in Methods.';
  }
  const build = buildFinder(shop)(machine);
  if ((build.variants['disarm'] ?? 'none') === 'none') {
    return `Nothing on ${machine.nickname} disarms the beam while it stays on: switch it off.`;
  }
  for (const { station, work } of places) {
    const byHand = work.openings.every(
      (opening) =>
        opening === 'lid-only' || (opening === 'shield-off' && !touchesConnectors(build, opening)),
    );
    if (!work.written.glass || !byHand) {
      return `${station}: not between two cuts. Only glass that comes out by hand, without a plug or a cover.`;
    }
    if (machine.family.startsWith('co2')) {
      return `${station}: not between two cuts on a CO2 machine: switch it off.`;
    }
  }
  return null;
}
