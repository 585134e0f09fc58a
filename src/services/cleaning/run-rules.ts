import type { Before } from '../../core/cleaning/order';
import { openingFor, openingsUnder, openings, closingName } from '../../catalogue/openings';
import type { Family } from '../../catalogue/schema';
import { writtenOpening } from '../../catalogue/steps/openings';
import type { Written } from '../../catalogue/steps/written';
import type { RunPiece } from '../../core/cleaning/run';
import type { SheetPlace } from './run-parts';
import { placeId, none, noWait, numbered, partsOf, spoken } from './run-parts';

/** What may be opened while the machine still discharges: it touches no connector. */
export const withoutConnectors = new Set(['bed-out', 'nozzle-off']);

/** Openings behind which a lens seat, a mirror or a board stands open. */
export const exposing = new Set(['nozzle-off', 'module-top-off', 'panels-off']);

/** Openings that raise dust or drip themselves. */
export const dustyOpenings = ['bed-out', 'rear-off'];

/** Whether a task is done inside an opening. */
export function isInside(
  family: Family,
  { stationKind, task }: SheetPlace,
  opening: string,
): boolean {
  const under = openingFor(family.id, stationKind, task);
  return under === opening || openingsUnder(under).includes(opening);
}

/** All that raises dust in the machine and must be over before something delicate stands open. */
export function dustBefore(
  family: Family,
  opened: ReadonlySet<string>,
  places: readonly SheetPlace[],
  written: ReadonlyMap<SheetPlace, Written>,
  except: (place: SheetPlace) => boolean,
): Before[] {
  const works = places.filter(
    (place) => place.stationKind !== 'whole' && written.get(place)!.dusty && !except(place),
  );
  return [
    ...works.map((place): Before => ({
      id: placeId(place.stationId, place.task.key),
      // what soaks or dries outside the machine raises no more dust in it
      until: written.get(place)!.wait?.place ? 'begun' : 'over',
      rule: 'shut',
    })),
    ...dustyOpenings
      .filter((opening) => opened.has(opening))
      .map((opening): Before => ({ id: `open:${opening}`, until: 'begun', rule: 'shut' })),
  ];
}

export function openPieces(
  family: Family,
  opened: ReadonlySet<string>,
  places: readonly SheetPlace[],
  written: ReadonlyMap<SheetPlace, Written>,
): RunPiece[] {
  return [...opened].map((opening): RunPiece => {
    const { open, openMinutes, parts, cautions } = writtenOpening(family.id, opening)!;
    const id = `open:${opening}`;
    return {
      kind: 'open',
      id,
      title: nameOf(opening),
      minutes: { ...none, active: openMinutes },
      wait: noWait,
      lines: numbered(id, 's', open),
      parts: partsOf(opening, parts),
      cautions: spoken(cautions),
      after: [
        withoutConnectors.has(opening)
          ? { id: 'isolate', until: 'begun', rule: 'isolate' }
          : { id: 'isolate', until: 'over', rule: 'discharge' },
        { id: 'layout', until: 'begun', rule: 'tools' },
        ...(opening === 'bed-out' && opened.has('head-off')
          ? [{ id: 'open:head-off', until: 'begun', rule: 'bed-catches' } as const]
          : []),
        ...(exposing.has(opening)
          ? dustBefore(family, opened, places, written, (place) => isInside(family, place, opening))
          : []),
        ...openingsUnder(opening).map((under): Before => ({
          id: `open:${under}`,
          until: 'begun',
          rule: 'opening',
        })),
      ],
    };
  });
}

export function closePieces(
  family: Family,
  opened: ReadonlySet<string>,
  places: readonly SheetPlace[],
): RunPiece[] {
  const minutes = new Map(openings.map((opening) => [opening.id, opening.minutes]));
  return [...opened].map((opening): RunPiece => {
    const { close, openMinutes } = writtenOpening(family.id, opening)!;
    const id = `close:${opening}`;
    const inside = places.filter((place) => isInside(family, place, opening));
    const behind = opening === 'nozzle-off' ? places.filter((place) => isBehindNozzle(place)) : [];
    const nested = [...opened].filter((other) => openingsUnder(other).includes(opening));
    return {
      kind: 'close',
      id,
      title: closingName(opening),
      minutes: { ...none, active: Math.max(1, minutes.get(opening)! - openMinutes) },
      wait: noWait,
      lines: numbered(id, 's', close),
      parts: [],
      cautions: [],
      after: [
        { id: `open:${opening}`, until: 'begun', rule: 'opening' },
        ...inside.map(({ stationId, task }): Before => ({
          id: placeId(stationId, task.key),
          until: 'over',
          rule: 'dry',
        })),
        ...behind
          .filter((place) => !inside.includes(place))
          .map(({ stationId, task }): Before => ({
            id: placeId(stationId, task.key),
            until: 'over',
            rule: 'behind',
          })),
        ...nested.map((other): Before => ({ id: `close:${other}`, until: 'begun', rule: 'dry' })),
        // the bed is in before the head goes on: it catches what falls
        ...(opening === 'head-off' && opened.has('bed-out')
          ? [{ id: 'close:bed-out', until: 'begun', rule: 'bed-catches' } as const]
          : []),
      ],
    };
  });
}

export const nameOf = (opening: string) => openings.find(({ id }) => id === opening)!.name;

/** Rules between one task and the others. */
export function rulesBetween(
  place: SheetPlace,
  places: readonly SheetPlace[],
  written: ReadonlyMap<SheetPlace, Written>,
): Before[] {
  const words = written.get(place)!;
  const rules: Before[] = [];
  const after = (other: SheetPlace, until: Before['until'], rule: string) =>
    rules.push({ id: placeId(other.stationId, other.task.key), until, rule });
  const at = places.indexOf(place);
  places.forEach((other, index) => {
    if (other === place) return;
    const theirs = written.get(other)!;
    if (place.stationKind === 'whole') {
      after(other, 'over', 'whole');
      return;
    }
    // what soaks or dries outside the machine raises no more dust in it
    if (words.glass && theirs.dusty) after(other, theirs.wait?.place ? 'begun' : 'over', 'dust');
    if (place.stationKind === 'shield' && isBehindNozzle(other)) after(other, 'over', 'behind');
    if (isWetWork(place) && isVacuuming(other)) after(other, 'begun', 'vacuum');
    if (isMirror(place) && isMirror(other) && index < at) after(other, 'begun', 'cleanest');
    if (
      place.task.depth === 'lubricate' &&
      other.task.depth === 'clean' &&
      other.stationId === place.stationId
    ) {
      after(other, 'over', 'clean-first');
    }
  });
  return rules;
}

/** A glass of the head that sits behind its nozzle and its shield. */
export const isBehindNozzle = ({ stationKind }: SheetPlace) =>
  stationKind === 'window' || stationKind === 'lens';

export const isVacuuming = ({ stationKind }: SheetPlace) =>
  stationKind === 'under-bed' || stationKind === 'crumb-tray';

export const isWetWork = ({ stationKind }: SheetPlace) =>
  stationKind === 'plate' || stationKind === 'interior';

/** What is done first where nothing else decides: the first look, what airs or soaks longest, the vacuum. */
const early = ['frame', 'outlet-fan', 'honeycomb', 'under-bed', 'crumb-tray'];

export const earliness = ({ stationKind }: SheetPlace) =>
  early.includes(stationKind) ? early.indexOf(stationKind) : early.length;

export const isMirror = ({ stationKind }: SheetPlace) =>
  stationKind === 'mirror' || stationKind === 'head-mirror';
