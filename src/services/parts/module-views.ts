import { placeAt, presences } from '../../core/parts/presence';
import { listMachines, machineById } from '../../records/machines';
import type { Shop } from '../shop';
import { lifeSeconds, listModules, slotsOf, type Module } from './parts';

/** What the Machine page shows of one place for a module. */
export interface Slot {
  kind: { id: string; name: string; deaths: readonly string[] };
  fitted: ModuleView | null;
  /** modules of the kind that could go in, with where they are */
  others: ModuleView[];
}

/** A module with its life hours and where it is. */
export interface ModuleView {
  id: string;
  kind: string;
  serial: string;
  name: string;
  lifeSeconds: number;
  place: string | null;
  placeId: string | null;
  since: number;
  ended: { at: number; why: string } | null;
  stays: { machine: string; from: number; to: number | null }[];
}

function moduleView(shop: Shop, part: Module, nicknames: ReadonlyMap<string, string>): ModuleView {
  const now = shop.now();
  const placeId = placeAt(part.moves, now);
  return {
    id: part.id,
    kind: part.kind.id,
    serial: part.serial,
    name: part.name,
    lifeSeconds: lifeSeconds(shop, part, now),
    place: placeId && (nicknames.get(placeId) ?? null),
    placeId,
    since: part.moves.findLast(({ at }) => at <= now)?.at ?? part.addedAt,
    ended: part.ended,
    stays: presences(part.moves).map(({ machineId, from, to }) => ({
      machine: nicknames.get(machineId) ?? machineById(shop.db, machineId)!.nickname,
      from,
      to: to === Infinity ? null : to,
    })),
  };
}

/** The modules that are wanted, each with its life, those that ended last. */
export function moduleViews(
  shop: Shop,
  wanted: (part: Module) => boolean = () => true,
): ModuleView[] {
  const nicknames = new Map(
    listMachines(shop.db, { retired: true }).map(({ id, nickname }) => [id, nickname]),
  );
  return listModules(shop)
    .filter(wanted)
    .map((part) => moduleView(shop, part, nicknames))
    .sort((a, b) => Number(a.ended !== null) - Number(b.ended !== null));
}

/** The places for modules of a machine, with what is in them and what could be. */
export function machineSlots(shop: Shop, machineId: string): Slot[] {
  const slots = slotsOf(shop, machineId);
  const views = moduleViews(
    shop,
    ({ kind, ended }) => !ended && slots.some(({ id }) => id === kind.id),
  );
  return slots.map(({ id, name, deaths }) => {
    const alive = views.filter(({ kind }) => kind === id);
    return {
      kind: { id, name, deaths },
      fitted: alive.find(({ placeId }) => placeId === machineId) ?? null,
      others: alive.filter(({ placeId }) => placeId !== machineId),
    };
  });
}
