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

const has =
  (...kinds: string[]) =>
  ({ stations }: Family) =>
    stations.some(({ kind }) => kinds.includes(kind));

/** An open frame has no lid to leave open. */
const lidded = ({ id }: Family) => id !== 'open-frame-diode';

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

/** A check of the trade, with how often it comes out "yes" under the causes it tells. */
export interface WrittenCheck {
  id: string;
  /** asked so that "yes" means that something is wrong */
  question: string;
  how: string;
  minutes: number;
  /** what must be opened for it; `null`: nothing */
  opening: string | null;
  yes: Readonly<Record<string, number>>;
  /** how often it comes out "yes" for other causes */
  otherwise: number;
  only?: (family: Family) => boolean;
  /** asked only where one of these was reported */
  signs?: readonly string[];
  /** made only once one of these has come out, or the glass was cleaned just before */
  after?: readonly string[];
}

/** Checks in the order of a list that somebody would work down. Minutes and figures as everything here. */
export const checks: readonly WrittenCheck[] = [
  {
    id: 'same-settings',
    question: 'Was it another file, material or setting than usual?',
    how: 'Ask, and run the same file on the same stock at the usual settings.',
    minutes: 2,
    opening: null,
    yes: { settings: 0.92 },
    otherwise: 0.06,
  },
  {
    id: 'reset-alarm',
    question: 'With the glass found clean, does the alarm go when it is reset?',
    signs: ['alarm'],
    how: 'Look at the glass first: an alarm that is reset over a soiled glass cracks it. Then reset it and start once, lid shut.',
    after: ['window-light', 'glass-cracked', 'clean-then-burn'],
    minutes: 1,
    opening: null,
    yes: { 'alarm-latched': 0.95, connector: 0.1, 'module-fan': 0.15 },
    otherwise: 0.05,
  },
  {
    id: 'plugs',
    question: 'Was a plug, hose or earth lead not fully home?',
    how: 'Machine off. Push every plug that was opened until it clicks, tug gently; hose to the end of its barb; lug under its screw.',
    minutes: 3,
    opening: null,
    yes: { connector: 0.95, 'earth-lead': 0.85, 'hose-off': 0.92 },
    otherwise: 0.03,
  },
  {
    id: 'interlock',
    question: 'Is the lid, key, a panel or a foot of the tray not in place?',
    how: 'Look at each, press each home. Bypass none.',
    minutes: 1,
    opening: null,
    yes: { interlock: 0.93 },
    otherwise: 0.03,
    only: lidded,
  },
  {
    id: 'bed-level',
    question: 'Is the bed or tray off its seat, or not level?',
    how: 'Machine idle. Press each corner; gauge block or a rule from the nozzle at four corners.',
    minutes: 2,
    opening: null,
    yes: { 'bed-not-seated': 0.93 },
    otherwise: 0.04,
  },
  {
    id: 'right-part',
    question: 'Is another head or lens fitted than the job was set for?',
    how: 'Read the mark on the head and the focal length on the lens tube; compare with the job.',
    minutes: 1,
    opening: null,
    yes: { 'wrong-part': 0.95 },
    otherwise: 0.03,
  },
  {
    id: 'underside',
    question: 'Is the underside of the last cut sooty, and are the cells dark?',
    how: 'Turn the work over; look through the cells against a lamp.',
    minutes: 1,
    opening: null,
    yes: { 'bed-loaded': 0.92, 'air-assist': 0.35, 'weak-draught': 0.3, debris: 0.3 },
    otherwise: 0.1,
  },
  {
    id: 'nozzle-air',
    question: 'Is the nozzle narrowed, or the air weak at it?',
    how: 'Machine idle. Look along the hole; feel the air with a finger held below, beam off and lid interlocked.',
    minutes: 1,
    opening: null,
    yes: { nozzle: 0.92, 'air-assist': 0.9, 'hose-off': 0.85 },
    otherwise: 0.05,
  },
  {
    id: 'draught',
    question: 'Is the draught weak at a corner of the bed?',
    how: 'A strip of tissue at each corner with the exhaust on, or the draught meter.',
    minutes: 3,
    opening: null,
    yes: { 'weak-draught': 0.92, 'back-draught': 0.75, 'fan-seized': 0.85 },
    otherwise: 0.06,
  },
  {
    id: 'wind',
    question: 'Does the outlet flap stand still or flutter in the wind?',
    how: 'Look at the outlet from outside.',
    minutes: 3,
    opening: null,
    yes: { 'back-draught': 0.88, 'weak-draught': 0.25 },
    otherwise: 0.08,
  },
  {
    id: 'focus-gauge',
    question: 'Is the focus off, or does the probe stick?',
    how: 'Focus gauge against the nozzle; press the probe, it comes down by itself.',
    minutes: 2,
    opening: null,
    yes: { focus: 0.93, 'lens-refit': 0.3 },
    otherwise: 0.05,
  },
  {
    id: 'window-light',
    question: 'Held to the light, is the window or lens hazy or soiled?',
    how: 'Isolate. Take it out by the rim; a torch held flat.',
    minutes: 4,
    opening: 'head-off',
    yes: { 'dirty-glass': 0.94, 'damaged-glass': 0.5 },
    otherwise: 0.15,
  },
  {
    id: 'glass-cracked',
    question: 'Is the window or lens cracked, etched or chipped?',
    how: 'Isolate. A torch held flat on both faces. Chipped zinc selenide: no bare hands, no blowing.',
    minutes: 4,
    opening: 'head-off',
    yes: { 'damaged-glass': 0.95 },
    otherwise: 0.02,
  },
  {
    id: 'lens-way',
    question: 'Is the lens the wrong way round, tilted or loose?',
    how: 'Isolate. Compare with the picture on the machine card; ring snug.',
    minutes: 5,
    opening: 'nozzle-off',
    yes: { 'lens-refit': 0.94 },
    otherwise: 0.03,
    only: has('lens', 'window'),
  },
  {
    id: 'mirror-swab',
    question: 'Does a clean swab come away dark from a mirror?',
    how: 'Isolate. One stroke, no pressure, mirror by mirror.',
    minutes: 4,
    opening: 'isolate',
    yes: { 'dirty-mirror': 0.93 },
    otherwise: 0.15,
    only: has('mirror', 'head-mirror', 'panel-mirror'),
  },
  {
    id: 'dots',
    question: 'Do the corner dots move, or show a crescent or a double?',
    how: 'Tape over the opening, one short pulse in each corner and the middle. Eyewear for this wavelength, nobody else in line.',
    minutes: 8,
    opening: null,
    yes: { misaligned: 0.95, 'dirty-mirror': 0.1 },
    otherwise: 0.05,
    only: has('mirror', 'head-mirror', 'panel-mirror'),
  },
  {
    id: 'by-hand',
    question: 'Does something bump, drag or catch when the head is moved by hand?',
    how: 'Isolate. End to end on both axes, slowly, and watch the cables.',
    minutes: 3,
    opening: 'isolate',
    yes: {
      'dirty-rails': 0.92,
      'dry-rails': 0.7,
      cable: 0.88,
      rubbing: 0.9,
      debris: 0.3,
      belt: 0.25,
    },
    otherwise: 0.04,
    only: has('rods', 'wheel-rail', 'wheels', 'linear-bearing'),
  },
  {
    id: 'rails-look',
    question: 'Are the rails soiled, with crumbs under the cloth?',
    how: 'Isolate. A cloth over each face; feel for bumps.',
    minutes: 2,
    opening: 'isolate',
    yes: { 'dirty-rails': 0.93, 'dry-rails': 0.2 },
    otherwise: 0.15,
    only: has('rods', 'wheel-rail', 'wheels', 'linear-bearing'),
  },
  {
    id: 'cables-watch',
    question: 'Does a cable or hose pull or catch in one region?',
    how: 'Isolate. To all four corners by hand, watching only the cables.',
    minutes: 2,
    opening: 'isolate',
    yes: { cable: 0.93, rubbing: 0.15 },
    otherwise: 0.03,
    only: has('cables'),
  },
  {
    id: 'belts',
    question: 'Do the belts sound unlike, or show fraying or missing teeth?',
    how: 'Isolate. Pluck both at the same span; torch along the teeth.',
    minutes: 3,
    opening: 'isolate',
    yes: { belt: 0.92 },
    otherwise: 0.05,
    only: has('belts'),
  },
  {
    id: 'fans',
    question: 'Does a fan stop at once when spun by hand, or hang thick with dust?',
    how: 'Isolate. Flick each: it turns freely for two turns.',
    minutes: 5,
    opening: 'isolate',
    yes: { 'fan-seized': 0.94, 'module-fan': 0.85, 'weak-draught': 0.4 },
    otherwise: 0.05,
  },
  {
    id: 'shield',
    question: 'Is the lower edge of the shield caked?',
    how: 'Look from below with a mirror.',
    minutes: 1,
    opening: null,
    yes: { 'shield-caked': 0.94 },
    otherwise: 0.08,
    only: has('shield'),
  },
  {
    id: 'inside-look',
    question: 'Do loose pieces lie in the bed, at the exhaust or under the head?',
    how: 'Machine idle, torch.',
    minutes: 1,
    opening: null,
    yes: { debris: 0.93, rubbing: 0.15 },
    otherwise: 0.1,
  },
  {
    id: 'coolant-look',
    question: 'Is the coolant low, cloudy or warm, or does it not flow?',
    how: 'Level, look, return flow; temperature after ten minutes.',
    minutes: 3,
    opening: null,
    yes: { coolant: 0.94 },
    otherwise: 0.04,
    only: has('coolant'),
  },
  {
    id: 'clean-then-burn',
    question: 'Is it good again with the glass freshly cleaned?',
    how: 'Isolate, clean window or lens, dry, then the same test burn.',
    minutes: 10,
    opening: 'head-off',
    yes: { 'dirty-glass': 0.93 },
    otherwise: 0.06,
  },
  {
    id: 'warm-up',
    question: 'Does it fade within twenty minutes of running?',
    how: 'Test burn cold, and again after twenty minutes.',
    minutes: 20,
    opening: null,
    yes: { 'source-worn': 0.7, 'module-fan': 0.85, coolant: 0.75 },
    otherwise: 0.06,
  },
];

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
