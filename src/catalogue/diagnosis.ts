import { whens, wheres, type When, type Where } from '../core/faults/showing';
import { weighedCauses } from './causes';
import type { Family } from './schema';

/**
 * What a diagnosis starts from: how common each cause is, what it shows as, and what checks say of it.
 * Common practice with no published source; the shop's own confirmed cases move it.
 */
export interface CauseModel {
  id: string;
  words: string;
  /** how common against the others, before anything is known */
  prior: number;
  /** signs it gives: 5 usual, 3 often, 1 now and then */
  signs: Readonly<Record<string, 1 | 3 | 5>>;
  /** kinds of station whose fouling speaks for it */
  stations: readonly string[];
  /** comes of taking apart alone: unlikely where nothing was opened lately */
  refit: boolean;
  /** opened parts that it readily comes of, and those that it may come of */
  after: readonly OpenedPart[];
  perhapsAfter: readonly OpenedPart[];
  /** when and where it shows, as shares of its cases; what is left out falls on all alike */
  when: Readonly<Partial<Record<When, number>>>;
  where: Readonly<Partial<Record<Where, number>>>;
  /** machines it can befall; `null`: all */
  only: ((family: Family) => boolean) | null;
}

/** What taking apart may leave wrong. */
export const openedParts = [
  'head',
  'glass',
  'mirror',
  'nozzle',
  'hose',
  'plug',
  'earth',
  'panel',
  'lid',
  'bed',
  'motion',
  'shield',
  'fan',
  'coolant',
] as const;
export type OpenedPart = (typeof openedParts)[number];

/** What was out of place once an opening was open, by the words it is called by. */
const partsOfOpening: readonly [words: RegExp, parts: readonly OpenedPart[]][] = [
  [/head|module|diode/, ['head', 'glass', 'plug', 'hose']],
  [/lens|window|glass|optic/, ['glass']],
  [/nozzle|cone/, ['nozzle', 'glass', 'hose']],
  [/hose|air assist|pump/, ['hose']],
  [/mirror/, ['mirror']],
  [/plug|connector|electric|board|unplug/, ['plug', 'earth']],
  [/earth|ground/, ['earth']],
  [/rear|panel|cover|back/, ['panel', 'plug', 'earth']],
  [/lid|key|isolat|door/, ['lid']],
  [/bed|tray|honeycomb|slat|plate/, ['bed', 'lid']],
  [/rail|wheel|belt|gantry|bearing|motion|screw/, ['motion']],
  [/shield/, ['shield']],
  [/fan|duct|draught|filter|exhaust/, ['fan']],
  [/coolant|chiller|water/, ['coolant']],
];

/** The parts that an opening, or a part by its name, puts at risk. */
export function partsOpened(what: string): OpenedPart[] {
  const words = what.toLowerCase();
  return [
    ...new Set(partsOfOpening.flatMap(([pattern, parts]) => (pattern.test(words) ? parts : []))),
  ];
}

export const has =
  (...kinds: string[]) =>
  ({ stations }: Family) =>
    stations.some(({ kind }) => kinds.includes(kind));

/** An open frame has no lid to leave open. */
export const lidded = ({ id }: Family) => id !== 'open-frame-diode';

/** Kinds of station that are a glass in the beam. */
export const glassKinds: readonly string[] = ['window', 'lens', 'field-lens', 'beam-window'];

type Row = Partial<Omit<CauseModel, 'id' | 'words'>> & Pick<CauseModel, 'signs'>;

const rows: Readonly<Record<string, Row>> = {
  'dirty-glass': {
    prior: 3,
    signs: { weak: 5, uneven: 5, char: 5, alarm: 5 },
    stations: glassKinds,
    perhapsAfter: ['glass'],
    where: { everywhere: 0.8 },
  },
  'damaged-glass': {
    signs: { weak: 3, uneven: 3, char: 3, alarm: 1, nobeam: 1 },
    perhapsAfter: ['glass'],
    where: { everywhere: 0.8 },
  },
  'lens-refit': {
    signs: { weak: 3, uneven: 3, char: 3, focus: 3 },
    refit: true,
    after: ['glass'],
    when: { 'from the start': 0.85 },
    where: { everywhere: 0.85 },
  },
  'dirty-mirror': {
    prior: 2,
    signs: { weak: 5, uneven: 3, corner: 3 },
    stations: ['mirror', 'head-mirror', 'panel-mirror'],
    where: { everywhere: 0.5, 'one side or corner': 0.4 },
    only: has('mirror', 'head-mirror', 'panel-mirror'),
  },
  misaligned: {
    signs: { weak: 3, uneven: 3, corner: 5, char: 1, nobeam: 1 },
    after: ['mirror'],
    perhapsAfter: ['panel'],
    where: { 'one side or corner': 0.75, everywhere: 0.15 },
    only: has('mirror', 'head-mirror', 'panel-mirror'),
  },
  'source-worn': {
    prior: 0.6,
    signs: { weak: 3, uneven: 1, alarm: 1, nobeam: 1 },
    when: { 'after a while': 0.5 },
    where: { everywhere: 0.85 },
  },
  focus: {
    prior: 1.5,
    signs: { weak: 3, uneven: 3, corner: 1, char: 3, focus: 5 },
    stations: ['probe'],
    perhapsAfter: ['nozzle', 'bed'],
    when: { 'now and then': 0.4 },
    where: { everywhere: 0.45, 'only some jobs': 0.25, 'one side or corner': 0.2 },
  },
  nozzle: {
    signs: { weak: 1, uneven: 1, char: 3, smoke: 1, air: 5, drag: 1 },
    stations: ['nozzle'],
    where: { everywhere: 0.7 },
    only: has('nozzle'),
  },
  'bed-loaded': {
    prior: 2,
    signs: { char: 1, backsoot: 5, smoke: 5, smell: 3, fire: 3 },
    stations: ['honeycomb', 'slats', 'plate', 'crumb-tray', 'under-bed'],
    where: { everywhere: 0.4, 'one spot': 0.3, 'only some jobs': 0.25 },
  },
  debris: {
    signs: { backsoot: 1, smoke: 3, stutter: 1, fire: 5, smell: 1 },
    stations: ['debris'],
    where: { 'one spot': 0.7 },
  },
  'weak-draught': {
    prior: 1.5,
    signs: { uneven: 1, char: 1, backsoot: 3, smoke: 5, 'room-smoke': 5, smell: 3 },
    stations: ['outlet-fan', 'inline-fan', 'duct', 'filter', 'ports'],
    perhapsAfter: ['fan'],
    when: { 'now and then': 0.1 },
  },
  'back-draught': {
    prior: 0.6,
    signs: { smoke: 3, 'room-smoke': 5, smell: 1 },
    when: { 'now and then': 0.8 },
  },
  'air-assist': {
    signs: { weak: 1, char: 3, backsoot: 3, smoke: 3, air: 5 },
    stations: ['air-assist'],
    where: { everywhere: 0.7 },
  },
  settings: {
    prior: 3,
    signs: { weak: 5, uneven: 3, char: 3, backsoot: 1, smoke: 1 },
    when: { 'after a while': 0.05 },
    where: { 'only some jobs': 0.75, everywhere: 0.2 },
  },
  'dirty-rails': {
    prior: 1.5,
    signs: { uneven: 3, stutter: 5, bump: 5, wander: 3 },
    stations: ['rods', 'wheel-rail', 'wheels', 'linear-bearing', 'round-rails'],
    where: { everywhere: 0.5, 'one spot': 0.35 },
    only: has('rods', 'wheel-rail', 'wheels', 'linear-bearing'),
  },
  'dry-rails': {
    prior: 0.8,
    signs: { uneven: 1, stutter: 3, wander: 1 },
    perhapsAfter: ['motion'],
    where: { everywhere: 0.7 },
    only: has('rods', 'wheel-rail', 'wheels', 'linear-bearing'),
  },
  belt: {
    signs: { uneven: 1, stutter: 3, bump: 1, wander: 5 },
    stations: ['belts'],
    perhapsAfter: ['motion'],
    when: { 'now and then': 0.4 },
    where: { everywhere: 0.75, 'one spot': 0.05 },
    only: has('belts'),
  },
  cable: {
    signs: { nobeam: 1, stutter: 5, bump: 1, wander: 3 },
    stations: ['cables'],
    perhapsAfter: ['head', 'motion', 'panel'],
    when: { 'now and then': 0.5 },
    where: { 'one spot': 0.8 },
    only: has('cables'),
  },
  connector: {
    signs: { alarm: 3, nobeam: 5, stutter: 1 },
    refit: true,
    after: ['plug'],
    when: { 'from the start': 0.75, 'now and then': 0.2 },
  },
  'earth-lead': {
    prior: 0.4,
    signs: { uneven: 1, alarm: 1, stutter: 1 },
    refit: true,
    after: ['earth'],
    when: { 'now and then': 0.65 },
  },
  'alarm-latched': {
    signs: { alarm: 5 },
    refit: true,
    after: ['glass'],
    when: { 'from the start': 0.9 },
  },
  'module-fan': {
    signs: { weak: 1, uneven: 1, alarm: 3, nobeam: 1, fan: 5 },
    stations: ['diode-module', 'head-fan'],
    when: { 'after a while': 0.8 },
    only: has('diode-module', 'head-fan'),
  },
  'fan-seized': {
    prior: 0.5,
    signs: { smoke: 3, alarm: 3, fan: 5 },
    stations: ['outlet-fan'],
    perhapsAfter: ['fan'],
  },
  coolant: {
    signs: { weak: 3, uneven: 1, alarm: 3, nobeam: 3, coolant: 5 },
    stations: ['coolant'],
    perhapsAfter: ['coolant'],
    when: { 'after a while': 0.6 },
    where: { everywhere: 0.9 },
    only: has('coolant'),
  },
  interlock: {
    signs: { alarm: 3, nobeam: 5, guard: 3 },
    perhapsAfter: ['bed', 'panel', 'lid'],
    when: { 'from the start': 0.85 },
    only: lidded,
  },
  'shield-caked': {
    prior: 0.6,
    signs: { char: 1, drag: 5 },
    stations: ['shield'],
    only: has('shield'),
  },
  rubbing: {
    prior: 0.5,
    signs: { stutter: 3, bump: 3, wander: 1, drag: 3 },
    refit: true,
    after: ['motion', 'shield'],
    perhapsAfter: ['panel', 'head'],
    when: { 'from the start': 0.8 },
    where: { 'one spot': 0.6 },
  },
  'hose-off': {
    prior: 0.5,
    signs: { air: 5, char: 3, smoke: 1 },
    refit: true,
    after: ['hose'],
    when: { 'from the start': 0.85 },
    where: { everywhere: 0.8 },
    only: has('nozzle'),
  },
  'bed-not-seated': {
    prior: 0.5,
    signs: { uneven: 3, corner: 5, focus: 3, drag: 1, weak: 1 },
    refit: true,
    after: ['bed'],
    when: { 'from the start': 0.85 },
    where: { 'one side or corner': 0.85 },
  },
  'wrong-part': {
    prior: 0.3,
    signs: { weak: 3, uneven: 3, focus: 3, char: 1 },
    refit: true,
    perhapsAfter: ['head', 'glass'],
    when: { 'from the start': 0.9 },
    where: { everywhere: 0.85 },
  },
};

/** Causes with what they show as. */
export const causeModels: readonly CauseModel[] = weighedCauses.map(({ id, words }) => {
  const row = rows[id];
  if (!row) throw new Error(`causeModels requires a row for "${id}"`);
  return {
    id,
    words,
    prior: row.prior ?? 1,
    signs: row.signs,
    stations: row.stations ?? [],
    refit: row.refit ?? false,
    after: row.after ?? [],
    perhapsAfter: row.perhapsAfter ?? [],
    when: row.when ?? {},
    where: row.where ?? {},
    only: row.only ?? null,
  };
});

/** Kinds of station that a cause lies at; none for one of the shop's own. */
export const causeStations = (id: string): readonly string[] =>
  causeModels.find((model) => model.id === id)?.stations ?? [];

/** "Something else" is always kept: no list is whole. */
export const somethingElse = 'something-else';
export const somethingElsePrior = 1;

/** How likely a sign is under a cause that gives it usually, often, now and then, or not at all. */
const signLikelihood = { 5: 0.75, 3: 0.4, 1: 0.12 } as const;
export const signOtherwise = 0.02;
/** "Something else" gives any sign as likely as this. */
export const signOfSomethingElse = 0.08;

/** How likely a reported sign is, by cause. */
export function signLikelihoods(sign: string): Record<string, number> {
  return {
    ...Object.fromEntries(
      causeModels.map(({ id, signs }) => {
        const weight = signs[sign];
        return [id, weight ? signLikelihood[weight] : signOtherwise];
      }),
    ),
    [somethingElse]: signOfSomethingElse,
  };
}

/**
 * How likely it is that a sign shows at such a time, or in such a place, under a cause: what its own figures leave over
 * falls on the other times or places alike.
 */
function shown<T extends string>(
  all: readonly T[],
  seen: T,
  sharesOf: (model: CauseModel) => Readonly<Partial<Record<T, number>>>,
): Record<string, number> {
  return Object.fromEntries(
    causeModels.map((model) => {
      const shares = sharesOf(model);
      const named = Object.values<number | undefined>(shares) as number[];
      const left = 1 - named.reduce((sum, one) => sum + one, 0);
      return [model.id, shares[seen] ?? left / (all.length - named.length)];
    }),
  );
}

export const whenLikelihoods = (seen: When) => shown(whens, seen, ({ when }) => when);
export const whereLikelihoods = (seen: Where) => shown(wheres, seen, ({ where }) => where);
/** Where nothing is known of a cause, each time and place is as likely. */
export const whenOtherwise = 1 / whens.length;
export const whereOtherwise = 1 / wheres.length;
