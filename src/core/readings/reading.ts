import { matchFan, type Fan } from '../faults/fan';
import { beltTension } from './belts';
import { dampAt } from './coolant';
import { judgeDots, type ClippedSide } from './dots/advice';
import {
  clearingSeconds,
  mixingFactor,
  tissueGrades,
  traverseFlow,
  type TissueGrade,
} from './draught';

/** Instruments of the bench. The test burn has its own page and its own entry. */
export const instruments = [
  'dots',
  'draught',
  'clearing',
  'tissue',
  'belt',
  'fan',
  'coolant',
  'gauge',
] as const;
export type Instrument = (typeof instruments)[number];

/** Where smoke and tissue are watched. */
export const corners = ['rear left', 'rear right', 'front left', 'front right', 'middle'] as const;
export type Corner = (typeof corners)[number];

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

/** Shares against the baseline within which a reading is as it was. Common practice, no source. */
export const limits = {
  /** of the flow of a duct, at least */
  draught: 0.8,
  /** of the time to clear, at most */
  clearing: 1.5,
  /** of a belt's tension, and of one side against the other */
  belt: { from: 0.75, to: 1.33, sides: 0.8 },
  /** °C of coolant */
  coolant: 27,
  /** µS/cm */
  conductivity: 100,
  /** mm of reading a dot by eye */
  dotError: 0.1,
} as const;

/** Smoke is gone by eye at so much of what it was. Common practice, no source. */
export const clearedTo = 0.05;

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

/** What a reading came out as. */
export interface ReadOut {
  /** off: something is to be done. first: nothing to hold it against yet */
  state: 'as it was' | 'off' | 'first';
  /** "212 m³/h, 71 % of the baseline" */
  words: string;
}

/**
 * What a reading says, against the baseline of the same.
 * @param beside the last reading of the other belts, within a day: the sides must be alike
 */
export function readOut(
  reading: Reading,
  baseline: Reading | null,
  beside: readonly Readings['belt'][] = [],
): ReadOut {
  switch (reading.instrument) {
    case 'dots':
      return dotsOut(reading);
    case 'tissue':
      return tissueOut(reading);
    case 'fan': {
      const { misfits, cautions } = matchFan(reading.old, reading.next);
      return misfits.length > 0
        ? { state: 'off', words: `Does not fit: ${misfits.map(({ words }) => words).join('; ')}` }
        : { state: 'as it was', words: `Fits. ${cautions.join(' ')}`.trim() };
    }
    case 'coolant':
      return coolantOut(reading);
    case 'gauge':
      return gaugeOut(reading, baseline);
    case 'belt':
      return beltOut(reading, baseline, beside);
    case 'draught':
    case 'clearing':
      return against(
        reading,
        baseline,
        reading.instrument === 'draught'
          ? (share) => share >= limits.draught
          : (share) => share <= limits.clearing,
      );
  }
}

/** A number of three figures, without an idle point. */
export function threeFigures(value: number): string {
  const size = Math.abs(value);
  return String(Number(value.toFixed(size >= 100 ? 0 : size >= 10 ? 1 : 2)));
}

function figureWords(reading: Reading): string {
  const figure = figureOf(reading)!;
  return `${threeFigures(figure.value)} ${figure.unit}`.trim();
}

/** A reading's figure as a share of its baseline's. */
function shareOf(reading: Reading, baseline: Reading | null): number | null {
  if (!baseline) return null;
  const [now, then] = [figureOf(reading), figureOf(baseline)];
  if (!now || !then || !(then.value > 0) || now.unit !== then.unit) return null;
  // four fifths are four fifths, whatever the last binary digit says
  return Number((now.value / then.value).toPrecision(12));
}

function against(
  reading: Reading,
  baseline: Reading | null,
  fine: (share: number) => boolean,
): ReadOut {
  const share = shareOf(reading, baseline);
  if (share === null) return { state: 'first', words: figureWords(reading) };
  const words = `${figureWords(reading)}, ${Math.round(share * 100)} % of the baseline`;
  return { state: fine(share) ? 'as it was' : 'off', words };
}

/** Which reading of dots it is judged by, everywhere. */
export function judgeReadDots(reading: Readings['dots']) {
  return judgeDots(reading.dots, { ...reading, readingError: limits.dotError });
}

function dotsOut(reading: Readings['dots']): ReadOut {
  const { advice, worst } = judgeReadDots(reading);
  const furthest = `furthest ${threeFigures(worst.off)} mm, ${worst.place}`;
  switch (advice.kind) {
    case 'inside':
      return {
        state: 'as it was',
        words: `All within ${threeFigures(reading.tolerance)} mm: ${furthest}`,
      };
    case 'open up':
      return {
        state: 'off',
        words: `Clipped ${advice.clipped.map(({ place }) => place).join(', ')}`,
      };
    case 'turn': {
      const mirrors = [...new Set(advice.turns.map(({ mirror }) => mirror))];
      return { state: 'off', words: `Mirror ${mirrors.join(' and ')} out of line: ${furthest}` };
    }
    case 'not a mirror':
      return { state: 'off', words: `Off alike everywhere, no mirror: ${furthest}` };
    case 'frame':
      return { state: 'off', words: `Rail or frame ${advice.places.join(' or ')}: ${furthest}` };
    case 'cannot tell':
      return { state: 'off', words: `Off, and no mirror shown: ${furthest}` };
  }
}

function tissueOut({ grades, wind }: Readings['tissue']): ReadOut {
  const slack = corners.filter((corner) => {
    const grade = grades[corner];
    return grade !== undefined && tissueGrades.indexOf(grade) >= tissueGrades.indexOf('hangs');
  });
  const blown = wind ? ' (wind on the outlet)' : '';
  return slack.length === 0
    ? { state: 'as it was', words: `Drawn at every corner looked at${blown}` }
    : {
        state: 'off',
        words: `${slack.map((corner) => `${grades[corner]!} ${corner}`).join(', ')}${blown}`,
      };
}

function coolantOut(reading: Readings['coolant']): ReadOut {
  const { water, room, humidity, conductivity, level } = reading;
  const damp = room !== null && humidity !== null ? dampAt(room, humidity, water) : null;
  const wrong = [
    ...(damp?.state === 'wet' ? ['below the dew point: glass and tube are wetted'] : []),
    ...(damp?.state === 'near' ? ['close to the dew point'] : []),
    ...(water > limits.coolant ? [`warmer than ${limits.coolant} °C`] : []),
    ...(conductivity !== null && conductivity > limits.conductivity
      ? [`conducts ${threeFigures(conductivity)} µS/cm: change it`]
      : []),
    ...(level === 'low' ? ['level low'] : []),
  ];
  const dew = damp ? `, dew point ${threeFigures(damp.dewPoint)} °C` : '';
  return {
    state: wrong.length > 0 ? 'off' : 'as it was',
    words: [`${threeFigures(water)} °C${dew}`, ...wrong].join('; '),
  };
}

function gaugeOut(reading: ReadingOf<'gauge'>, baseline: Reading | null): ReadOut {
  const { value, low, high, unit } = reading;
  const outside =
    low !== null && value < low
      ? `under ${threeFigures(low)}`
      : high !== null && value > high
        ? `over ${threeFigures(high)}`
        : null;
  if (outside) {
    return { state: 'off', words: `${figureWords(reading)}, ${`${outside} ${unit}`.trim()}` };
  }
  const limited = low !== null || high !== null;
  const share = shareOf(reading, baseline);
  const words =
    share === null
      ? figureWords(reading)
      : `${figureWords(reading)}, ${Math.round(share * 100)} % of the baseline`;
  return { state: limited || share !== null ? 'as it was' : 'first', words };
}

function beltOut(
  reading: ReadingOf<'belt'>,
  baseline: Reading | null,
  beside: readonly Readings['belt'][],
): ReadOut {
  const own = against(
    reading,
    baseline,
    (share) => share >= limits.belt.from && share <= limits.belt.to,
  );
  const tension = beltTension(reading.mass, reading.span, reading.hertz);
  const unlike = beside
    .filter(({ belt }) => pairOf(belt) !== null && pairOf(belt) === pairOf(reading.belt))
    .map((other) => ({ other, share: tension / beltTension(other.mass, other.span, other.hertz) }))
    .find(({ share }) => Math.min(share, 1 / share) < limits.belt.sides);
  if (!unlike) return own;
  return {
    state: 'off',
    words: `${own.words}; ${Math.round(unlike.share * 100)} % of ${unlike.other.belt}`,
  };
}

/** Belts of one axis, on two sides: their name without the side. `null`: it stands alone. */
function pairOf(belt: string): string | null {
  const name = belt.toLowerCase();
  return /\b(left|right)\b/.test(name) ? name.replace(/\b(left|right)\b/, '').trim() : null;
}

/** What a stopwatch says of the mixing, where the flow is known: 1, every corner is reached. */
export function clearingWords({ volume, seconds, flow }: Readings['clearing']): string | null {
  if (flow === null) return null;
  const mixing = mixingFactor(volume, flow, clearedTo, seconds);
  const best = clearingSeconds(volume, flow, 1, clearedTo);
  const least = `The flow alone would clear it in ${threeFigures(best)} s`;
  return mixing > 1.1
    ? `${least}: faster than the flow allows. Is the volume or the flow right?`
    : `${least}: mixing factor ${threeFigures(mixing)}.`;
}
