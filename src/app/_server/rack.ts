import { kept, ofNow } from '../../services/kept';
import { ribbonColumns } from '../../ui/shared/ribbon/columns';
import { tinyShape } from '../../ui/shared/ribbon/TinyRibbon';
import type { RackRow } from '../../ui/shared/frame/Rack';
import { packed } from '../../ui/shared/packed';
import { theBoard } from './board';
import { theShop } from './shop';

/** Every machine of the shop, as it stands at the side of every page. */
export function theRack() {
  return kept(theShop(), 'rack', ofNow, () => {
    const { machines, holds, faults } = theBoard();
    const held = new Set(holds.map(({ machineId }) => machineId));
    return packed(
      machines.map(({ id, nickname, state, stations }): RackRow => ({
        id,
        nickname,
        state: held.has(id) ? 'hold' : state,
        openFaults: faults.filter(({ machineId }) => machineId === id).length,
        ribbon: tinyShape(ribbonColumns(stations)),
      })),
    );
  });
}
