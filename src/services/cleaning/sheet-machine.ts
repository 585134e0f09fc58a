import { listStations, type MachineRow } from '../../records/machines';
import { referenceBurn } from '../readings/strength/recipes';
import type { Shop } from '../shop';

/** The machine that is cleaned, as a sheet on the screen knows it. */
export interface SheetMachineView {
  id: string;
  /** id of its family */
  family: string;
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
  shop: Pick<Shop, 'db'>,
  machine: MachineRow,
  nickname = machine.nickname,
): SheetMachineView {
  return {
    id: machine.id,
    family: machine.family,
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
