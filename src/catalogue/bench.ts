import type { Instrument } from '../core/readings/reading';
import { humidFrom } from '../core/readings/coolant';
import type { Build } from './builds/build';
import type { Family } from './schema';

/** A page of the bench: one or more instruments that are used together. */
export interface BenchPage {
  slug: 'dots' | 'draught' | 'belts' | 'fan' | 'coolant' | 'gauges';
  instruments: readonly Instrument[];
  name: string;
  /** what it tells, in a line */
  tells: string;
  /** kinds of station whose cleaning it tells before from after */
  cleaned: readonly string[];
}

const pages: readonly (BenchPage & { on: (kinds: ReadonlySet<string>) => boolean })[] = [
  {
    slug: 'dots',
    instruments: ['dots'],
    name: 'Dots',
    tells: 'where the beam runs, and which screw sets it right',
    // wiped every few hours, which moves no dot
    cleaned: [],
    on: (kinds) => kinds.has('mirror') || kinds.has('panel-mirror'),
  },
  {
    slug: 'draught',
    instruments: ['draught', 'clearing', 'tissue', 'filter'],
    name: 'Draught',
    tells: 'air through the duct, smoke out of the corners',
    cleaned: ['outlet-fan', 'inline-fan', 'duct', 'filter', 'ports'],
    on: (kinds) =>
      ['outlet-fan', 'inline-fan', 'duct', 'ports', 'filter'].some((kind) => kinds.has(kind)),
  },
  {
    slug: 'belts',
    instruments: ['belt'],
    name: 'Belts',
    tells: 'tension by the tone of a plucked belt, left against right',
    cleaned: ['belts'],
    on: (kinds) => kinds.has('belts'),
  },
  {
    slug: 'coolant',
    instruments: ['coolant'],
    name: 'Coolant and damp',
    tells: 'coolant against the dew point of the room',
    cleaned: ['coolant'],
    on: (kinds) => kinds.has('coolant') || kinds.has('tube') || kinds.has('lens'),
  },
  {
    slug: 'fan',
    instruments: ['fan'],
    name: 'Fan match',
    tells: 'whether a fan may take the place of another',
    cleaned: [],
    on: (kinds) =>
      ['outlet-fan', 'inline-fan', 'diode-module', 'head-fan'].some((kind) => kinds.has(kind)),
  },
  {
    slug: 'gauges',
    instruments: ['gauge'],
    name: 'Gauges',
    tells: 'any other figure, with its unit and its limits',
    cleaned: [],
    on: () => true,
  },
];

/** The pages of the bench that a machine with these kinds of station has. */
export function benchPages(kinds: Iterable<string>): BenchPage[] {
  const has = new Set(kinds);
  return pages.flatMap(({ on, ...page }) => (on(has) ? [page] : []));
}

/** A gauge that shops read often. Common practice, no source. */
export interface UsualGauge {
  name: string;
  unit: string;
  low: number | null;
  high: number | null;
  how: string;
}

/** The gauge that says how humid the room is, in percent. */
export const humidityGauge = 'Room humidity';

export const usualGauges: readonly UsualGauge[] = [
  {
    name: 'Air assist',
    unit: 'bar',
    low: 1.03,
    high: 1.38,
    how: 'at the pump, nozzle open: 15 to 20 psi',
  },
  {
    name: 'Nozzle hole',
    unit: 'mm',
    low: null,
    high: null,
    how: 'a drill shank that just goes in',
  },
  {
    name: 'Fan spin',
    unit: 'turns',
    low: 3,
    high: null,
    how: 'power off, one flick by hand: turns until it stands',
  },
  {
    name: 'Backlash',
    unit: 'mm',
    low: null,
    high: 0.2,
    how: 'a line towards and one away: how far they lie apart',
  },
  {
    name: 'Life hours',
    unit: 'h',
    low: null,
    high: null,
    how: 'the counter of tube or module, in the menu of the machine',
  },
  { name: 'Tube current', unit: 'mA', low: null, high: null, how: 'at the power of the baseline' },
  {
    name: humidityGauge,
    unit: '%',
    low: null,
    high: humidFrom * 100,
    how: 'over it the compressor gives water, bare screws rust, and a washed bed dries for twice as long',
  },
];

/** Figures an instrument starts from where nothing was read yet. Common practice, no source. */
export interface BenchStart {
  /** mm */
  bed: { width: number; depth: number };
  lead: { first: number; second: number };
  mount: { pitch: number; lever: number };
  /** mm */
  duct: number;
  /** m³ */
  enclosure: number;
  belts: { belt: string; mass: number; span: number }[];
}

/** A toothed belt of 6 mm, kg/m: a usual one. Common practice, no source. */
const usualBelt = 0.0084;

const sizes: Readonly<Record<string, Pick<BenchStart, 'bed' | 'lead' | 'duct' | 'enclosure'>>> = {
  'co2-glass-tube': {
    bed: { width: 600, depth: 400 },
    lead: { first: 150, second: 120 },
    duct: 150,
    enclosure: 0.25,
  },
  'co2-metal-tube': {
    bed: { width: 600, depth: 300 },
    lead: { first: 180, second: 120 },
    duct: 100,
    enclosure: 0.2,
  },
  'co2-desktop': {
    bed: { width: 490, depth: 280 },
    lead: { first: 100, second: 80 },
    duct: 100,
    enclosure: 0.12,
  },
};

const smaller = {
  bed: { width: 400, depth: 400 },
  lead: { first: 100, second: 80 },
  duct: 75,
  enclosure: 0.1,
};

/** What the bench of a machine starts from. */
export function benchStart(family: Pick<Family, 'id'>, variants: Build['variants']): BenchStart {
  const belt = (name: string, span: number) => ({ belt: name, mass: usualBelt, span });
  const belts: Readonly<Record<string, BenchStart['belts']>> = {
    'left-right-beam': [belt('Y belt, left', 0.2), belt('Y belt, right', 0.2), belt('X belt', 0.2)],
    single: [belt('X belt', 0.2)],
    side: [belt('Side belt', 0.2)],
  };
  return {
    ...(sizes[family.id] ?? smaller),
    mount: { pitch: 0.7, lever: 40 },
    belts: belts[variants['belts'] ?? ''] ?? belts['left-right-beam']!,
  };
}

/** Places of a bed where dots are fired, as shares of its width and depth from the front left. */
export const dotSpots = [
  { place: 'rear left', x: 0, y: 1 },
  { place: 'rear right', x: 1, y: 1 },
  { place: 'middle', x: 0.5, y: 0.5 },
  { place: 'front left', x: 0, y: 0 },
  { place: 'front right', x: 1, y: 0 },
] as const;

/** The four between the corners: nine dots can name a rail. */
export const moreDotSpots = [
  { place: 'rear', x: 0.5, y: 1 },
  { place: 'left', x: 0, y: 0.5 },
  { place: 'right', x: 1, y: 0.5 },
  { place: 'front', x: 0.5, y: 0 },
] as const;
