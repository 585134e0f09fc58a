import { inPercent } from '../units/percent';
import { matchFan } from '../faults/fan';
import { beltTension } from './belts';
import { dampAt } from './coolant';
import { judgeDots } from './dots/advice';
import { clearingSeconds, mixingFactor, tissueGrades } from './draught';
import {
  corners,
  figureOf,
  threeFigures,
  type Reading,
  type ReadingOf,
  type Readings,
} from './reading';

/** Shares against the baseline within which a reading is as it was. Common practice, no source. */
export const limits = {
  /** of the flow of a duct, at least */
  draught: 0.8,
  /** of the time to clear, at most */
  clearing: 1.5,
  /** of the time of the fastest corner of the same day, at most */
  deadCorner: 2,
  /** of a clean filter's resistance, at most */
  filter: 2,
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

/** What a reading came out as. */
export interface ReadOut {
  /** off: something is to be done. first: nothing to hold it against yet */
  state: 'as it was' | 'off' | 'first';
  /** "212 m³/h, 71 % of the baseline" */
  words: string;
}

/**
 * What a reading says, against the baseline of the same.
 * @param beside what else was read within a day: sides of an axis must be alike, and no corner far behind the others
 */
export function readOut(
  reading: Reading,
  baseline: Reading | null,
  beside: readonly Reading[] = [],
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
      return against(reading, baseline, (share) => share >= limits.draught);
    case 'filter':
      return against(reading, baseline, (share) => share < limits.filter);
    case 'clearing':
      return clearingOut(reading, baseline, beside);
  }
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
  const words = `${figureWords(reading)}, ${inPercent(share)} of the baseline`;
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
      : `${figureWords(reading)}, ${inPercent(share)} of the baseline`;
  return { state: limited || share !== null ? 'as it was' : 'first', words };
}

function beltOut(
  reading: ReadingOf<'belt'>,
  baseline: Reading | null,
  beside: readonly Reading[],
): ReadOut {
  const own = against(
    reading,
    baseline,
    (share) => share >= limits.belt.from && share <= limits.belt.to,
  );
  const tension = beltTension(reading.mass, reading.span, reading.hertz);
  const unlike = beside
    .filter((one) => one.instrument === 'belt')
    .filter(({ belt }) => pairOf(belt) !== null && pairOf(belt) === pairOf(reading.belt))
    .map((other) => ({ other, share: tension / beltTension(other.mass, other.span, other.hertz) }))
    .find(({ share }) => Math.min(share, 1 / share) < limits.belt.sides);
  if (!unlike) return own;
  return {
    state: 'off',
    words: `${own.words}; ${inPercent(unlike.share)} of ${unlike.other.belt}`,
  };
}

function clearingOut(
  reading: ReadingOf<'clearing'>,
  baseline: Reading | null,
  beside: readonly Reading[],
): ReadOut {
  const own = against(reading, baseline, (share) => share <= limits.clearing);
  const [fastest] = beside
    .filter((one) => one.instrument === 'clearing')
    .filter(({ volume }) => volume === reading.volume)
    .sort((a, b) => a.seconds - b.seconds);
  if (!fastest || reading.seconds <= limits.deadCorner * fastest.seconds) return own;
  return {
    state: 'off',
    words: `${own.words}; a dead corner: ${threeFigures(reading.seconds / fastest.seconds)} times as long as ${fastest.place}`,
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
