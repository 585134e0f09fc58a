import { z } from 'zod';
import { stationKind } from '../../catalogue/catalogue';
import {
  findModuleKind,
  moduleKindOf,
  moduleKinds,
  type ModuleKind,
} from '../../catalogue/modules';
import {
  moveRefusal,
  placeAt,
  presences,
  type Move,
  type Presence,
} from '../../core/parts/presence';
import { ok } from '../../core/units/result';
import { localDay } from '../../core/units/zone';
import { entryData, standingEntries } from '../../records/audit-log';
import { careAtBench } from '../../records/care';
import { openBenchSheet } from '../../records/cleaning';
import { newId } from '../../records/ids';
import { listStations, machineById } from '../../records/machines';
import { firstUse, totalsBefore } from '../../records/usage/totals';
import { requireMachine } from '../machines/machines';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { allOrRefused, id, instant, requiredText, useCase } from '../use-case';

/** A serial-numbered part with its moves in order. */
export interface Module {
  id: string;
  kind: ModuleKind;
  serial: string;
  name: string;
  /** run seconds it had before it came */
  hadSeconds: number;
  addedAt: number;
  moves: Move[];
  ended: { at: number; why: string } | null;
}

/** Every module the book knows, in the order they were added. */
export function listModules(shop: Pick<Shop, 'db'>): Module[] {
  const modules = new Map<string, Module>();
  for (const row of standingEntries(shop.db, ['module'])) {
    const { moduleId, kind, serial, name, hadSeconds } = entryData(row, 'module');
    modules.set(moduleId, {
      id: moduleId,
      kind: findModuleKind(kind)!,
      serial,
      name,
      hadSeconds,
      addedAt: row.at,
      moves: [],
      ended: null,
    });
  }
  if (modules.size === 0) return [];
  for (const row of standingEntries(shop.db, ['module moved'])) {
    const { moduleId } = entryData(row, 'module moved');
    modules.get(moduleId)?.moves.push({ at: row.at, machineId: row.machineId });
  }
  for (const row of standingEntries(shop.db, ['module ended'])) {
    const { moduleId, why } = entryData(row, 'module ended');
    const part = modules.get(moduleId);
    if (part) part.ended = { at: row.at, why };
  }
  return [...modules.values()];
}

/** A module in a machine. */
export interface Fitted {
  module: Module;
  stays: Presence[];
}

/** The module of a kind that is in a machine at an instant, or `null`. */
export function fittedAt(
  modules: readonly Module[],
  machineId: string,
  kind: string,
  instant: number,
): Module | null {
  return (
    modules.find((part) => part.kind.id === kind && placeAt(part.moves, instant) === machineId) ??
    null
  );
}

/** Tells which module a station goes with at an instant. Asks the book once. */
export function moduleFinder(shop: Pick<Shop, 'db'>, instant: number) {
  const modules = listModules(shop);
  return (machineId: string, stationKind: string): Fitted | null => {
    const kind = modules.length > 0 ? moduleKindOf(stationKind) : null;
    const part = kind && fittedAt(modules, machineId, kind.id, instant);
    return part ? { module: part, stays: presences(part.moves) } : null;
  };
}

/** Run seconds of a module's life: those it came with and those of the machines while it was in them. */
export function lifeSeconds(shop: Shop, part: Module, now = shop.now()): number {
  const { db, zone } = shop;
  const seconds = (machineId: string, instant: number) =>
    totalsBefore(db, machineId, instant, localDay(instant, zone)).runSeconds;
  return presences(part.moves).reduce(
    (sum, { machineId, from, to }) =>
      sum + seconds(machineId, Math.min(to, now + 1)) - seconds(machineId, Math.min(from, now + 1)),
    part.hadSeconds,
  );
}

/** The kinds of module a machine has room for. */
export function slotsOf(shop: Pick<Shop, 'db'>, machineId: string): ModuleKind[] {
  const kinds = new Set(listStations(shop.db, machineId).map(({ kind }) => kind));
  return moduleKinds.filter(({ places }) => places.some((place) => kinds.has(place)));
}

export const moduleSchema = z.object({
  kind: z.enum(moduleKinds.map(({ id }) => id) as [string, ...string[]], 'Choose a kind.'),
  serial: z
    .string()
    .trim()
    .min(1, 'Give the serial number, or a mark of your own that is on it.')
    .max(40),
  name: z.string().trim().max(60).default(''),
  hadHours: z.number().min(0, 'Hours are 0 or more.').max(1e6).default(0),
  /** the machine it goes into; null: the drawer */
  machineId: id.nullable(),
  /** UTC milliseconds it has been there since; null: it has been there all along */
  at: instant.nullable(),
});

/** Adds a module, to the drawer or into a machine that has room for it. */
export const addModule = useCase(moduleSchema, (shop, actor, input): Outcome<Module> => {
  const { kind, serial, name, hadHours, machineId } = input;
  const at = input.at ?? beginning(shop, machineId);
  const modules = listModules(shop);
  const twin = modules.find(
    (other) => other.kind.id === kind && other.serial.toLowerCase() === serial.toLowerCase(),
  );
  if (twin) {
    return refuse(
      `There is already a ${twin.kind.name.toLowerCase()} ${twin.serial}. Nothing was added.`,
      'serial',
    );
  }
  const moduleId = newId();
  const part: Module = {
    id: moduleId,
    kind: findModuleKind(kind)!,
    serial,
    name: name || findModuleKind(kind)!.name,
    hadSeconds: Math.round(hadHours * 3600),
    addedAt: at,
    moves: [],
    ended: null,
  };
  if (machineId !== null) {
    const refused = placeRefusal(shop, [...modules, part], part, { at, machineId });
    if (refused) return refused;
  }
  writeEntry(shop, actor, {
    kind: 'module',
    machineId: null,
    at: at,
    data: {
      moduleId,
      kind,
      serial,
      name: part.name,
      hadSeconds: part.hadSeconds,
    },
  });
  if (machineId !== null) noteMove(shop, actor, moduleId, { at, machineId });
  return ok(part);
});

/** When a machine began: as far back as anything of it is known. */
function beginning(shop: Shop, machineId: string | null): number {
  const machine = machineId ? machineById(shop.db, machineId) : null;
  if (!machine) return shop.now();
  return Math.min(machine.addedAt, firstUse(shop.db, machine.id) ?? Infinity);
}

function noteMove(shop: Shop, actor: Actor, moduleId: string, { at, machineId }: Move): void {
  writeEntry(shop, actor, {
    kind: 'module moved',
    machineId,
    at: at,
    data: { moduleId },
  });
}

/** Why a module cannot go where a move says, whatever is there now. */
function placeRefusal(shop: Shop, modules: readonly Module[], part: Module, move: Move) {
  if (move.at > shop.now() + 120_000) return refuse('The time lies in the future.', 'at');
  if (move.machineId !== null) {
    if (modules.some(({ id }) => id === move.machineId)) {
      return refuse('A module goes into a machine or the drawer, not into a module.', 'machine');
    }
    const machine = requireMachine(shop, move.machineId);
    if (!machine.ok) return machine;
    if (!slotsOf(shop, move.machineId).some(({ id }) => id === part.kind.id)) {
      return refuse(
        `${machine.value.nickname} has no place for a ${part.kind.name.toLowerCase()}.`,
        'machine',
      );
    }
  }
  if (part.ended && move.at >= part.ended.at) {
    return refuse(`${part.serial} has ended (${part.ended.why}). Nothing was moved.`);
  }
  if (part.moves.length > 0 && move.at < part.addedAt) {
    return refuse(`${part.serial} was not here yet at that time.`, 'at');
  }
  const refused = moveRefusal(part.moves, move);
  if (refused) return refuse(`${part.serial}: ${refused} Nothing was moved.`);
  return clash(modules, part, move);
}

/** Another module of the kind in the machine while this one would be: only a swap makes room. */
function clash(modules: readonly Module[], part: Module, move: Move) {
  if (move.machineId === null) return null;
  const until = part.moves.find(({ at }) => at > move.at)?.at ?? Infinity;
  const other = modules.find(
    (candidate) =>
      candidate.id !== part.id &&
      candidate.kind.id === part.kind.id &&
      presences(candidate.moves).some(
        (stay) => stay.machineId === move.machineId && stay.from < until && stay.to > move.at,
      ),
  );
  return other
    ? refuse(
        `${other.serial} is in that machine at that time. Swap them instead. Nothing was moved.`,
        'machine',
      )
    : null;
}

export const moveSchema = z.object({
  moduleId: z.string('Choose a module.').min(1, 'Choose a module.').max(120),
  /** where to; null: the drawer */
  machineId: id.nullable(),
  /** left out: now */
  at: instant.optional(),
});

/**
 * Moves a module. One of its kind that is in the machine now goes to where the moved one comes from:
 * into the drawer, or into the other machine.
 */
export const moveModule = useCase(
  moveSchema,
  (shop, actor, input): Outcome<{ replaced: string | null }> => {
    const { moduleId, machineId, at = shop.now() } = input;
    const modules = listModules(shop);
    const part = modules.find(({ id }) => id === moduleId);
    if (!part) return refuse('That module is not in the book.', 'module');
    if (openBenchSheet(shop.db, moduleId)) {
      return refuse(`${part.serial} is being cleaned at the bench: end that first.`, 'module');
    }
    const damaged = machineId && damagedAtBench(shop, part);
    if (damaged) {
      return refuse(
        `${part.serial}: ${damaged} was found damaged at the bench. Replace it on a sheet of the head first: what is damaged breaks the next part.`,
        'module',
      );
    }
    const inTheWay = machineId && fittedAt(modules, machineId, part.kind.id, at);
    const from = placeAt(part.moves, at);
    const moves: { who: Module; move: Move }[] = [];
    if (inTheWay && inTheWay.id !== moduleId) {
      moves.push({ who: inTheWay, move: { at, machineId: from } });
    }
    moves.push({ who: part, move: { at, machineId } });
    // each is judged as if the others had gone out of the way
    const after = modules.map((one) => {
      const move = moves.find(({ who }) => who.id === one.id)?.move;
      return move ? { ...one, moves: [...one.moves, move].sort((a, b) => a.at - b.at) } : one;
    });
    for (const { who, move } of moves) {
      const others = after.map((one) => (one.id === who.id ? who : one));
      const refused = placeRefusal(shop, others, who, move);
      if (refused) return refused;
    }
    for (const { who, move } of moves) noteMove(shop, actor, who.id, move);
    return ok({ replaced: inTheWay && inTheWay.id !== moduleId ? inTheWay.serial : null });
  },
);

/** The kind of station that was found damaged at the bench and not replaced since, or `null`. */
function damagedAtBench(shop: Shop, part: Module): string | null {
  const open = new Set<string>();
  for (const { stationKind: kind, finding, result } of careAtBench(shop.db, part.id)) {
    if (result === 'replaced') open.delete(kind);
    else if (finding === 'damaged') open.add(kind);
  }
  const [first] = open;
  return first === undefined ? null : stationKind(first).name.toLowerCase();
}

/**
 * A module's end: it leaves its machine and keeps its history and the reason.
 * @param at UTC milliseconds; left out: now
 */
export const endModule = useCase(
  z.object({
    moduleId: id,
    why: requiredText('Say why it failed.', 200),
    /** left out: now */
    at: instant.optional(),
  }),
  (shop, actor, { moduleId, why, at = shop.now() }): Outcome<null> => {
    const part = listModules(shop).find(({ id }) => id === moduleId);
    if (!part) return refuse('That module is not in the book.', 'module');
    if (part.ended) return refuse(`${part.serial} has ended already (${part.ended.why}).`);
    if (at > shop.now() + 120_000) return refuse('The time lies in the future.', 'at');
    const place = placeAt(part.moves, Infinity);
    if (part.moves.some((move) => move.at > at)) {
      return refuse(`${part.serial} was moved after that time.`, 'at');
    }
    if (place !== null) noteMove(shop, actor, moduleId, { at, machineId: null });
    writeEntry(shop, actor, {
      kind: 'module ended',
      machineId: place,
      at: at,
      data: { moduleId, why },
    });
    return ok(null);
  },
);

/** A new part in the place of one that died: the old one ends, the new one starts at zero. */
export const replaceModule = useCase(
  z.object({ moduleId: id, why: z.string().max(1000), serial: z.string().max(1000) }),
  (shop, actor, { moduleId, why, serial }): Outcome<Module> => {
    const old = listModules(shop).find(({ id }) => id === moduleId);
    if (!old) return refuse('That module is not in the book.', 'module');
    const at = shop.now();
    const machineId = placeAt(old.moves, at);
    if (machineId === null) return refuse(`${old.serial} is not in a machine.`, 'module');
    return allOrRefused(shop, (take) => {
      take(endModule(shop, actor, { moduleId, why, at }));
      const fitted = { kind: old.kind.id, serial, name: old.name, machineId, at };
      return take(addModule(shop, actor, fitted));
    });
  },
);
