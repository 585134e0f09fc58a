import { rung, type Depth } from '../care/depth';
import type { Before } from './order';

/** What the order of a sheet needs to know of a task. */
export interface WorkTraits {
  id: string;
  stationId: string;
  /** every opening it is done in, from the outside inwards */
  openings: readonly string[];
  /** raises dust in the machine */
  dusty: boolean;
  /** what is cleaned leaves the machine: its dust is raised at its beginning only */
  leaves: boolean;
  glass: boolean;
  wet: boolean;
  vacuums: boolean;
  /** loose debris: first of all */
  debris: boolean;
  /** frame and housing from outside */
  outside: boolean;
  /** new grease, or a clear part left wet: dust would stick */
  fresh: boolean;
  depth: Depth;
  /** place in the chain of mirrors, the cleanest first; `null`: no mirror */
  mirror: number | null;
  /** cleaned while it is apart, or in place after closing */
  shield: boolean;
  /** touches plugs: waits for the discharge */
  connectors: boolean;
  /** tried by moving the head: not while it is off */
  headOn: boolean;
  /** needs the extraction running */
  extraction: boolean;
  /** works in the duct or at its fan: the extraction is off by then */
  duct: boolean;
  /** hands in the machine, neither dust nor glass */
  handsIn: boolean;
  /** stands for every other task of the machine */
  whole: boolean;
  /** it dries on while the machine runs on something else */
  standsIn: boolean;
}

/** What the order of a sheet needs to know of an opening. */
export interface OpeningTraits {
  id: string;
  /** of what is opened, what must be open before it */
  under: readonly string[];
  /** touches a plug, lead or board */
  connectors: boolean;
  /** a glass, the seat of a lens, a mirror or a board stands open in it */
  exposes: boolean;
  /** raises dust or drips itself */
  dusty: boolean;
}

/** Rules that are a shop's own way of working: it may turn each round, with a reason. */
export const ourWays = [
  {
    id: 'bed-catches',
    name: 'The bed stays in while the head comes off',
    turned: 'The bed comes out before the head comes off',
    why: 'it catches a dropped head, a screw or a glass',
  },
  {
    id: 'optics-last',
    name: 'Optics come after all other work in the machine',
    turned: 'Optics come before belts, cables and dry work',
    why: 'nothing is shaken over a clean glass',
  },
  {
    id: 'shield-apart',
    name: 'The shield is cleaned while it is apart',
    turned: 'The shield is cleaned in place, after closing',
    why: 'both its faces and its edge are reached',
  },
  {
    id: 'cleanest',
    name: 'Mirrors go from the cleanest to the dirtiest',
    turned: 'Mirrors go from the head to the tube',
    why: 'one clean swab serves for all of them',
  },
  {
    id: 'vacuum',
    name: 'Vacuum before wet work',
    turned: 'Wet work before the vacuum',
    why: 'wet crumbs smear and stick',
  },
] as const;
export type OurWay = (typeof ourWays)[number]['id'];

export interface SheetRules {
  /** by the id of the task */
  works: ReadonlyMap<string, Before[]>;
  /** by the id of the opening */
  opens: ReadonlyMap<string, Before[]>;
  closes: ReadonlyMap<string, Before[]>;
}

const open = (id: string) => `open:${id}`;
const close = (id: string) => `close:${id}`;
const isInside = (work: WorkTraits, opening: string) => work.openings.includes(opening);

/** What the rules of one sheet are read off. */
interface Sheet {
  works: readonly WorkTraits[];
  openings: readonly OpeningTraits[];
  opened: ReadonlyMap<string, OpeningTraits>;
  /** of two openings in which something stands open, the one with the lower rank comes first */
  rank: ReadonlyMap<string, number>;
  ours: (way: OurWay) => boolean;
}

/**
 * What must come before what on a sheet. *Must* rules are safety and physics: made safe first, nesting,
 * loose debris first, dust before glass and grease, nothing delicate open while dust is raised, dry before
 * it goes back. Rules of `ourWays` hold unless the shop has turned them round.
 * @param turned ways that the shop has turned round
 */
export function sheetRules(
  works: readonly WorkTraits[],
  openings: readonly OpeningTraits[],
  turned: ReadonlySet<string> = new Set(),
): SheetRules {
  const raises = (opening: string) => works.some((work) => work.dusty && isInside(work, opening));
  const sheet: Sheet = {
    works,
    openings,
    opened: new Map(openings.map((one) => [one.id, one])),
    // the one in which dust is raised comes first: glass comes after all dust
    rank: new Map(
      openings
        .toSorted((a, b) => Number(raises(b.id)) - Number(raises(a.id)))
        .map(({ id }, index) => [id, index]),
    ),
    ours: (way) => !turned.has(way),
  };
  return {
    works: new Map(works.map((work) => [work.id, workRules(sheet, work)])),
    opens: new Map(openings.map((opening) => [opening.id, openRules(sheet, opening)])),
    closes: new Map(openings.map((opening) => [opening.id, closeRules(sheet, opening)])),
  };
}

const tools: Before = { id: 'layout', until: 'begun', rule: 'tools' };

const safe = (connectors: boolean): Before =>
  connectors
    ? { id: 'isolate', until: 'over', rule: 'discharge' }
    : { id: 'isolate', until: 'begun', rule: 'isolate' };

const looseFirst = ({ works }: Sheet): Before[] =>
  works
    .filter(({ debris }) => debris)
    .map(({ id }): Before => ({ id, until: 'over', rule: 'debris' }));

/** After the dust of a task: of what is cleaned elsewhere only its beginning raises any. */
const dustOver = (work: WorkTraits, rule: string): Before => ({
  id: work.id,
  until: work.leaves ? 'begun' : 'over',
  rule,
});

/** The opening in which something delicate stands open while a task is worked. */
const exposingOf = ({ opened }: Sheet, work: WorkTraits) =>
  work.openings.findLast((id) => opened.get(id)?.exposes);

/** What is tried by moving the head comes before it is taken off, for glass comes after; else when it is on again. */
const triedFirst = (work: WorkTraits, ours: Sheet['ours']) =>
  work.headOn && !isInside(work, 'head-off') && ours('optics-last');

const headAndBed = ({ opened }: Sheet) => opened.has('head-off') && opened.has('bed-out');

function openRules(sheet: Sheet, { id, under, connectors, exposes }: OpeningTraits): Before[] {
  const { works, openings, rank, ours } = sheet;
  const rules: Before[] = [
    safe(connectors),
    tools,
    ...looseFirst(sheet),
    ...under.map((one): Before => ({ id: open(one), until: 'begun', rule: 'opening' })),
  ];
  if (headAndBed(sheet) && id === 'bed-out' && ours('bed-catches')) {
    rules.push({ id: open('head-off'), until: 'begun', rule: 'bed-catches' });
  }
  if (headAndBed(sheet) && id === 'head-off' && !ours('bed-catches')) {
    rules.push({ id: open('bed-out'), until: 'begun', rule: 'bed-first' });
  }
  for (const work of works) {
    if (work.whole || isInside(work, id)) continue;
    if (id === 'head-off' && triedFirst(work, ours)) {
      rules.push({ id: work.id, until: 'over', rule: 'head-on' });
    }
    if (id === 'rear-off' && work.extraction) rules.push(dustOver(work, 'extraction'));
    if (work.outside && (exposes || id === 'head-off')) {
      rules.push({ id: work.id, until: 'over', rule: 'outside' });
    }
    if (!exposes || !work.dusty) continue;
    const other = exposingOf(sheet, work);
    // of two that stand open the first is closed before dust is raised in the second
    if (other === undefined || rank.get(other)! < rank.get(id)!) rules.push(dustOver(work, 'shut'));
  }
  if (exposes) {
    for (const other of openings) {
      if (other.dusty && other.id !== id && !under.includes(other.id)) {
        rules.push({ id: open(other.id), until: 'begun', rule: 'shut' });
      }
    }
  }
  return rules;
}

function closeRules(sheet: Sheet, { id }: OpeningTraits): Before[] {
  const { works, openings, ours } = sheet;
  const apart = id === 'shield-off' && ours('shield-apart');
  return [
    { id: open(id), until: 'begun', rule: 'opening' },
    ...works
      .filter((work) => isInside(work, id) || (apart && work.shield))
      .map((work): Before => ({
        id: work.id,
        until: work.standsIn ? 'worked' : 'over',
        rule: 'dry',
      })),
    ...openings
      .filter(({ under }) => under.includes(id))
      .map((one): Before => ({ id: close(one.id), until: 'begun', rule: 'nested' })),
    // the bed is in before the head goes on: it catches what falls
    ...(headAndBed(sheet) && id === 'head-off' && ours('bed-catches')
      ? [{ id: close('bed-out'), until: 'begun', rule: 'bed-catches' } as const]
      : []),
  ];
}

function workRules(sheet: Sheet, work: WorkTraits): Before[] {
  const { works, openings, opened, rank, ours } = sheet;
  const rules: Before[] = [
    safe(work.connectors),
    tools,
    ...(work.debris || work.whole ? [] : looseFirst(sheet)),
    ...work.openings
      .filter((id) => opened.has(id))
      .map((id): Before => ({ id: open(id), until: 'begun', rule: 'opening' })),
  ];
  const mine = exposingOf(sheet, work);
  for (const { id, dusty, exposes } of openings) {
    if (isInside(work, id)) continue;
    if (work.glass && dusty) rules.push({ id: open(id), until: 'begun', rule: 'dust' });
    // it is inside the one that comes second: what came first is shut by then
    const second = mine !== undefined && rank.get(id)! < rank.get(mine)!;
    if (work.dusty && !work.whole && exposes && second) {
      rules.push({ id: close(id), until: 'begun', rule: 'shut' });
    }
  }
  if (work.shield && opened.has('shield-off')) {
    rules.push(
      ours('shield-apart')
        ? { id: open('shield-off'), until: 'begun', rule: 'shield-apart' }
        : { id: close('shield-off'), until: 'begun', rule: 'shield-after' },
    );
  }
  if (work.headOn && opened.has('head-off') && !triedFirst(work, ours)) {
    rules.push({ id: close('head-off'), until: 'begun', rule: 'head-on' });
  }
  return [
    ...rules,
    ...works.flatMap((other) => (other === work ? [] : between(sheet, work, other))),
  ];
}

/** What of another task must be over before one. */
function between(sheet: Sheet, work: WorkTraits, other: WorkTraits): Before[] {
  const { ours } = sheet;
  if (work.whole) return [{ id: other.id, until: 'over', rule: 'whole' }];
  if (other.whole) return [];
  const rules: Before[] = [];
  if (other.dusty && !other.debris) {
    if (work.glass) rules.push(dustOver(other, 'dust'));
    else if (work.fresh && !work.dusty) rules.push(dustOver(other, 'fresh'));
  }
  if (work.wet && other.vacuums && !work.vacuums && !work.glass && ours('vacuum')) {
    rules.push({ id: other.id, until: 'begun', rule: 'vacuum' });
  }
  // not what stands open: dust before it is no matter of taste
  const wetFirst =
    other.wet &&
    !other.vacuums &&
    !other.glass &&
    !other.fresh &&
    exposingOf(sheet, other) === undefined;
  if (work.vacuums && wetFirst && !ours('vacuum')) {
    rules.push({ id: other.id, until: 'begun', rule: 'wet-first' });
  }
  if (work.mirror !== null && other.mirror !== null) {
    const forth = ours('cleanest');
    if (forth ? other.mirror < work.mirror : other.mirror > work.mirror) {
      rules.push({ id: other.id, until: 'begun', rule: forth ? 'cleanest' : 'dirtiest' });
    }
  }
  if (work.glass && other.handsIn && ours('optics-last')) {
    rules.push({ id: other.id, until: 'begun', rule: 'optics-last' });
  }
  if (work.handsIn && other.glass && !ours('optics-last')) {
    rules.push({ id: other.id, until: 'over', rule: 'optics-first' });
  }
  const sameStation = other.stationId === work.stationId;
  if (work.depth === 'lubricate' && other.depth === 'clean' && sameStation) {
    rules.push({ id: other.id, until: 'over', rule: 'clean-first' });
  }
  if (work.duct && other.extraction) rules.push(dustOver(other, 'extraction'));
  return rules;
}

/**
 * The tasks of a sheet without those that a deeper one at their station does along the way: the wipe where
 * the strip-clean is done. What stands beside the ladder of depths (lubrication) stays.
 */
export function withoutShallower<T extends { stationId: string; depth: Depth }>(
  tasks: readonly T[],
): T[] {
  const deepest = new Map<string, number>();
  for (const { stationId, depth } of tasks) {
    const at = rung(depth);
    if (at !== null) deepest.set(stationId, Math.max(deepest.get(stationId) ?? -1, at));
  }
  return tasks.filter(({ stationId, depth }) => {
    const at = rung(depth);
    return at === null || at === deepest.get(stationId);
  });
}

/**
 * Kinds of station that are cleaned while they are apart, because something comes off anyway.
 * @param turned rules of order that the shop turned round: it does the shield after closing
 */
export function kindsApart(
  picked: readonly { work: { openings: readonly string[] } }[],
  turned: ReadonlySet<string>,
): Set<string> {
  const opens = (opening: string) => picked.some(({ work }) => work.openings.includes(opening));
  const apart = new Set<string>();
  if (opens('shield-off') && !turned.has('shield-apart')) apart.add('shield');
  if (opens('head-off')) apart.add('diode-module');
  return apart;
}
