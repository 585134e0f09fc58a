import type { Fan } from '../faults/fan';
import { beltTension } from './belts';
import type { ClippedSide } from './dots/advice';
import { dotPlaces, type DotPlace } from './dots/shapes';
import { pressureAt, traverseFlow, type TissueGrade } from './draught';

/** Instruments of the bench. The test burn has its own page and its own entry. */
export const instruments = [
  'dots',
  'draught',
  'clearing',
  'tissue',
  'filter',
  'belt',
  'fan',
  'coolant',
  'gauge',
] as const;
export type Instrument = (typeof instruments)[number];

/** Where smoke and tissue are watched. */
export const corners = dotPlaces;
export type Corner = DotPlace;

/** A dot as it is kept: mm from the front left of the bed, and from the middle of the tape. */
export interface KeptDot {
  place: string;
  x: number;
  y: number;
  h: number;
  v: number;
  clipped: ClippedSide | null;
}

/** What an instrument was read as, by instrument, with what it was read by. */
export interface Readings {
  dots: {
    /** mm of beam from mirror 1 to 2, and from 2 to the head, with the head at the front left */
    lead: { first: number; second: number };
    /** mm a turn, and from screw to pivot */
    mount: { pitch: number; lever: number };
    /** mm that will do */
    tolerance: number;
    dots: KeptDot[];
  };
  draught: {
    /** mm */
    diameter: number;
    /** m/s at the places of a traverse, in order */
    velocities: number[];
    /** there is wind on the outlet */
    wind: boolean;
  };
  clearing: {
    place: Corner;
    /** m³ of the enclosure */
    volume: number;
    /** until the smoke was gone */
    seconds: number;
    /** m³/h, where known */
    flow: number | null;
  };
  tissue: { grades: Partial<Record<Corner, TissueGrade>>; wind: boolean };
  filter: {
    /** Pa across it, with the draught on */
    pressure: number;
    /** m³/h, where known: without it a slower fan looks like a cleaner filter */
    flow: number | null;
  };
  belt: {
    belt: string;
    /** kg/m */
    mass: number;
    /** metres */
    span: number;
    hertz: number;
  };
  fan: { old: Fan; next: Fan };
  coolant: {
    /** °C */
    water: number;
    room: number | null;
    /** relative, above 0 to 1 */
    humidity: number | null;
    /** µS/cm */
    conductivity: number | null;
    /** L/min */
    flow: number | null;
    level: 'full' | 'low' | null;
  };
  gauge: {
    name: string;
    unit: string;
    value: number;
    /** its own limits; `null`: none on that side */
    low: number | null;
    high: number | null;
  };
}

/** A reading of one instrument. */
export type ReadingOf<K extends Instrument> = { instrument: K } & Readings[K];

/** A reading of any instrument. */
export type Reading = { [K in Instrument]: ReadingOf<K> }[Instrument];

/** What readings of one kind are held against each other by: one belt is not another. */
export function subjectOf(reading: Reading): string {
  switch (reading.instrument) {
    case 'belt':
      return `belt: ${reading.belt.toLowerCase()}`;
    case 'clearing':
      return `clearing: ${reading.place}`;
    case 'gauge':
      return `gauge: ${reading.name.toLowerCase()}`;
    default:
      return reading.instrument;
  }
}

const names: Readonly<Record<Instrument, string>> = {
  dots: 'dots',
  draught: 'flow of the duct',
  clearing: 'smoke cleared',
  tissue: 'tissue',
  filter: 'load of the filter',
  belt: 'belt',
  fan: 'fan match',
  coolant: 'coolant',
  gauge: 'gauge',
};

/** What was read, in words: "Y belt, left", "smoke cleared, rear right". */
export function readingName(reading: Reading): string {
  switch (reading.instrument) {
    case 'belt':
      return reading.belt;
    case 'clearing':
      return `${names.clearing}, ${reading.place}`;
    case 'gauge':
      return reading.name;
    default:
      return names[reading.instrument];
  }
}

/** m³/h at which filters are held against each other. */
const filterFlow = 100;

/** The figure of a reading that is charted; `null`: it has none. */
export function figureOf(reading: Reading): { value: number; unit: string } | null {
  switch (reading.instrument) {
    case 'dots':
      return {
        value: Math.max(...reading.dots.map(({ h, v }) => Math.hypot(h, v))),
        unit: 'mm',
      };
    case 'draught':
      return { value: traverseFlow(reading.diameter, reading.velocities).flow, unit: 'm³/h' };
    case 'clearing':
      return { value: reading.seconds, unit: 's' };
    case 'filter':
      return reading.flow === null
        ? { value: reading.pressure, unit: 'Pa' }
        : {
            value: pressureAt(filterFlow, reading.pressure, reading.flow),
            unit: `Pa at ${filterFlow} m³/h`,
          };
    case 'belt':
      return { value: beltTension(reading.mass, reading.span, reading.hertz), unit: 'N' };
    case 'coolant':
      return { value: reading.water, unit: '°C' };
    case 'gauge':
      return { value: reading.value, unit: reading.unit };
    case 'tissue':
    case 'fan':
      return null;
  }
}

/** A number of three figures, without an idle point. */
export function threeFigures(value: number): string {
  const size = Math.abs(value);
  return String(Number(value.toFixed(size >= 100 ? 0 : size >= 10 ? 1 : 2)));
}
