import { z } from 'zod';
import { findFamily, findStationKind } from '../../catalogue/catalogue';
import { families } from '../../catalogue/families';
import type { Family } from '../../catalogue/schema';
import { ok } from '../../core/units/result';
import { slugOf } from '../../core/units/slug';
import { newId, newToken } from '../../records/ids';
import {
  insertMachine,
  insertStations,
  listStations,
  removedStations,
  machineById,
  machineByNickname,
  stationById,
  updateMachine,
  updateStation,
  type MachineRow,
  type StationRow,
} from '../../records/machines';
import { openSheetOf, openSheets } from '../../records/cleaning';
import { nearest } from '../usage/nearest';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { id, instant, requiredText, useCase } from '../use-case';

export const nicknameSchema = z
  .string()
  .trim()
  .min(1, 'Give the machine a nickname.')
  .max(40, 'A nickname has at most 40 characters.');

/** What a machine card knows, in the order it is shown. */
export const cardFields = [
  ['serial', 'Serial number'],
  ['serialPlace', 'Where the serial number is'],
  ['power', 'Rated power'],
  ['bed', 'Bed size and metal'],
  ['helpLine', "Maker's help line"],
  ['breaker', 'Where the breaker is'],
  ['opens', 'Who may open it'],
  ['screws', 'Screw and hex sizes'],
  ['lens', 'Lens: size, and which way it bulges'],
  ['lid', 'Lid material'],
  ['fan', 'Fan label'],
  ['filter', 'Filter size'],
  ['never', 'Never on this machine'],
] as const;
export const cardSchema = z.partialRecord(
  z.enum(cardFields.map(([field]) => field)),
  z.string().trim().max(300, 'At most 300 characters.'),
);

const stationName = z.string().trim().max(40, 'A name has at most 40 characters.');

/** Adds a machine composed from its family, with every station of it. */
export const addMachine = useCase(
  z.object({
    nickname: nicknameSchema,
    family: z.string().max(80),
    card: z.record(z.string(), z.string()).default({}),
    /** whether all of it is new, or it was used before: then nothing is known of it until somebody says */
    past: z.enum(['new', 'used']).default('used'),
    at: instant.optional(),
  }),
  (shop, actor, { nickname, family: familyId, card, past, at }): Outcome<MachineRow> => {
    const family = findFamily(familyId);
    if (!family) {
      const guess = nearest(
        familyId,
        families.map(({ id }) => id),
      );
      return refuse(
        `There is no family "${familyId}"${guess ? `: did you mean ${guess}?` : '.'} Families: ${families.map(({ id }) => id).join(', ')}.`,
        'family',
      );
    }
    if (machineByNickname(shop.db, nickname)) {
      return refuse(
        `There is already a machine called ${nickname}. Nothing was added.`,
        'nickname',
      );
    }
    const addedAt = at ?? shop.now();
    const machine: MachineRow = {
      id: newId(),
      nickname,
      family: family.id,
      card: card,
      labelToken: newToken(),
      controller: null,
      addedAt,
      retiredAt: null,
    };
    insertMachine(shop.db, machine);
    insertStations(shop.db, familyStations(family, machine.id));
    noteMachine(shop, actor, machine.id, `added (${family.name})`, null, nickname, addedAt);
    if (past === 'new') {
      writeEntry(shop, actor, {
        kind: 'machine past',
        machineId: machine.id,
        at: addedAt,
        data: { isNew: true, inUseSince: addedAt, hours: 0, sure: null },
      });
    }
    return ok(machine);
  },
);

function familyStations(family: Family, machineId: string): StationRow[] {
  return family.stations.map((entry, position) => {
    const kind = findStationKind(entry.kind)!;
    return {
      id: newId(),
      machineId,
      slug: entry.slug,
      kind: kind.id,
      name: entry.name ?? kind.name,
      short: entry.short ?? (entry.name && entry.name.length <= 11 ? entry.name : kind.short),
      position,
      countsFrom: null,
      removedAt: null,
    };
  });
}

/** Notes a change of a machine in the book; the caller holds the transaction. */
export function noteMachine(
  shop: Shop,
  actor: Actor,
  machineId: string,
  change: string,
  from: string | null,
  to: string | null,
  at?: number,
): void {
  writeEntry(shop, actor, {
    kind: 'machine',
    machineId,
    at: at,
    data: { change, from, to },
  });
}

/** A machine in use by its id or nickname, or a problem with the nearest name. */
export function requireMachine(shop: Shop, idOrName: string): Outcome<MachineRow> {
  const machine = machineById(shop.db, idOrName) ?? machineByNickname(shop.db, idOrName);
  if (!machine) return refuse(`There is no machine called "${idOrName}".`, 'machine');
  if (machine.retiredAt !== null) return refuse(`${machine.nickname} is retired.`, 'machine');
  return ok(machine);
}

export const renameMachine = useCase(
  z.object({ machineId: id, nickname: nicknameSchema }),
  (shop, actor, { machineId, nickname }): Outcome<MachineRow> => {
    const found = requireMachine(shop, machineId);
    if (!found.ok) return found;
    const other = machineByNickname(shop.db, nickname);
    if (other && other.id !== machineId) {
      return refuse(
        `There is already a machine called ${nickname}. The name was kept.`,
        'nickname',
      );
    }
    updateMachine(shop.db, machineId, { nickname });
    noteMachine(shop, actor, machineId, 'renamed', found.value.nickname, nickname);
    return ok({ ...found.value, nickname });
  },
);

/** Takes a machine out of use; its book stays. Refused while a clean-down is open on it. */
export const retireMachine = useCase(
  z.object({ machineId: id, reason: requiredText('Say why the machine is retired.', 300) }),
  (shop, actor, { machineId, reason }): Outcome<null> => {
    const found = requireMachine(shop, machineId);
    if (!found.ok) return found;
    if (openSheetOf(shop.db, machineId)) {
      return refuse('A clean-down is open on it: sign it off or abandon it first.');
    }
    updateMachine(shop.db, machineId, { retiredAt: shop.now() });
    noteMachine(shop, actor, machineId, `retired: ${reason}`, found.value.nickname, null);
    return ok(null);
  },
);

/** Brings a retired machine back as it was, with a label of its own anew: the old one may hang elsewhere by now. */
export const bringBackMachine = useCase(id, (shop, actor, machineId): Outcome<null> => {
  const machine = machineById(shop.db, machineId);
  if (!machine) return refuse('That machine is not in the book.');
  if (machine.retiredAt === null) return ok(null);
  updateMachine(shop.db, machineId, { retiredAt: null, labelToken: newToken() });
  noteMachine(shop, actor, machineId, 'brought back', null, machine.nickname);
  return ok(null);
});

export const changeCard = useCase(
  z.object({ machineId: id, card: cardSchema }),
  (shop, actor, { machineId, card }): Outcome<null> => {
    const found = requireMachine(shop, machineId);
    if (!found.ok) return found;
    const before = found.value.card;
    const after = Object.fromEntries(
      Object.entries({ ...before, ...card }).filter(([, value]) => value),
    ) as Record<string, string>;
    const changed = cardFields.filter(([field]) => (before[field] ?? '') !== (after[field] ?? ''));
    if (changed.length === 0) return ok(null);
    updateMachine(shop.db, machineId, { card: after });
    for (const [field, label] of changed) {
      noteMachine(
        shop,
        actor,
        machineId,
        `card: ${label}`,
        before[field] ?? null,
        after[field] ?? null,
      );
    }
    return ok(null);
  },
);

/** Makes a new label link; the old one stops working at once. */
export const renewLabel = useCase(id, (shop, actor, machineId): Outcome<string> => {
  const found = requireMachine(shop, machineId);
  if (!found.ok) return found;
  const labelToken = newToken();
  updateMachine(shop.db, machineId, { labelToken });
  noteMachine(shop, actor, machineId, 'label link renewed', null, null);
  return ok(labelToken);
});

/** Adds a station of a kind from the catalogue at the end of its part of the path. */
export const addStation = useCase(
  z.object({ machineId: id, kind: z.string().max(80), name: stationName }),
  (shop, actor, { machineId, ...input }): Outcome<StationRow> => {
    const found = requireMachine(shop, machineId);
    if (!found.ok) return found;
    const kind = findStationKind(input.kind);
    if (!kind) return refuse(`There is no kind of station "${input.kind}".`, 'kind');
    const name = input.name || kind.name;
    const stations = listStations(shop.db, machineId);
    if (stations.some((station) => station.name.toLowerCase() === name.toLowerCase())) {
      return refuse(`There is already a station called ${name} on this machine.`, 'name');
    }
    const slugs = new Set(stations.map(({ slug }) => slug));
    const base = slugOf(name) || kind.id;
    let slug = base;
    for (let n = 2; slugs.has(slug); n++) slug = `${base}-${n}`;
    const row: StationRow = {
      id: newId(),
      machineId,
      slug,
      kind: kind.id,
      name,
      short: name.length <= 11 ? name : kind.short,
      position: placeFor(stations, kind.part),
      countsFrom: shop.now(),
      removedAt: null,
    };
    for (const station of stations) {
      if (station.position >= row.position) {
        updateStation(shop.db, station.id, { position: station.position + 1 });
      }
    }
    insertStations(shop.db, [row]);
    noteMachine(shop, actor, machineId, 'station added', null, name);
    return ok(row);
  },
);

function placeFor(stations: StationRow[], part: string): number {
  const last = stations.findLast((station) => findStationKind(station.kind)!.part === part);
  return (last ?? stations.at(-1))!.position + 1;
}

export const renameStation = useCase(
  z.object({ stationId: id, name: stationName.min(1, 'Give a name of 1 to 40 characters.') }),
  (shop, actor, { stationId, name }): Outcome<null> => {
    const station = stationById(shop.db, stationId);
    if (!station || station.removedAt !== null) return refuse('That station is no longer there.');
    const others = listStations(shop.db, station.machineId).filter(({ id }) => id !== stationId);
    if (others.some((other) => other.name.toLowerCase() === name.toLowerCase())) {
      return refuse(`There is already a station called ${name} on this machine.`, 'name');
    }
    updateStation(shop.db, stationId, {
      name,
      short: name.length <= 11 ? name : station.short,
    });
    noteMachine(shop, actor, station.machineId, 'station renamed', station.name, name);
    return ok(null);
  },
);

/** Takes a station out of the path; its entries stay in the book. */
export const removeStation = useCase(id, (shop, actor, stationId): Outcome<null> => {
  const station = stationById(shop.db, stationId);
  if (!station || station.removedAt !== null) return refuse('That station is no longer there.');
  if (listStations(shop.db, station.machineId).length === 1) {
    return refuse('A machine keeps at least one station.');
  }
  // one of its head at the bench too
  if (openSheets(shop.db).some(({ machineId }) => machineId === station.machineId)) {
    return refuse('A clean-down is open on this machine: sign it off or abandon it first.');
  }
  updateStation(shop.db, stationId, { removedAt: shop.now() });
  noteMachine(shop, actor, station.machineId, 'station removed', station.name, null);
  return ok(null);
});

/** Brings a removed station back, with its record and its counters as if it had never gone. */
export const restoreStation = useCase(id, (shop, actor, stationId): Outcome<null> => {
  const station = stationById(shop.db, stationId);
  if (!station) return refuse('That station is not in the book.');
  if (station.removedAt === null) return ok(null);
  const found = requireMachine(shop, station.machineId);
  if (!found.ok) return found;
  const same = (one: StationRow) =>
    one.name.toLowerCase() === station.name.toLowerCase() || one.slug === station.slug;
  if (listStations(shop.db, station.machineId).some(same)) {
    return refuse(`There is a station called ${station.name} by now: rename that one first.`);
  }
  updateStation(shop.db, stationId, { removedAt: null });
  noteMachine(shop, actor, station.machineId, 'station brought back', null, station.name);
  return ok(null);
});

/** The stations of a machine that were removed and can be brought back. */
export const stationsGone = (shop: Pick<Shop, 'db'>, machineId: string) =>
  removedStations(shop.db, machineId).map(({ id: stationId, name }) => ({ id: stationId, name }));
