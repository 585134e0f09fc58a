import type { DrawnBuild } from '../../catalogue/drawing/shapes';
import { listStations, type MachineRow } from '../../records/machines';
import { drawnBuild } from '../machines/builds';
import { referenceBurn } from '../readings/strength/recipes';
import type { Shop } from '../shop';

/** The machine that is cleaned, as a sheet on the screen knows it. */
export interface SheetMachineView {
  id: string;
  /** how it is put together, as far as its drawing shows it */
  build: DrawnBuild;
  nickname: string;
  /** what its card says of the lens */
  lens: string | null;
  /** its reference burn; `null` where it has none */
  recipe: { recipeId: string; words: string; speed: number } | null;
  /** in path order */
  stations: { id: string; slug: string; kind: string; name: string }[];
}

/** @param nickname what the sheet calls it: a head at the bench is no machine */
export function sheetMachine(
  shop: Pick<Shop, 'db' | 'now'>,
  machine: MachineRow,
  nickname = machine.nickname,
): SheetMachineView {
  return {
    id: machine.id,
    build: drawnBuild(shop, machine),
    nickname,
    lens: machine.card['lens'] ?? null,
    recipe: referenceBurn(shop, machine.id),
    stations: listStations(shop.db, machine.id).map(({ id, slug, kind, name }) => ({
      id,
      slug,
      kind,
      name,
    })),
  };
}
