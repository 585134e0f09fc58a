import { beltTension } from './belts';
import { pressureAt, traverseFlow } from './draught';
import { judgeReadDots, readOut, limits } from './read-out';
import {
  figureOf,
  instruments,
  readingName,
  subjectOf,
  threeFigures,
  type Reading,
  type ReadingOf,
} from './reading';

const dot = (place: string, h: number, v: number, x = 0, y = 0) => ({
  place,
  x,
  y,
  h,
  v,
  clipped: null,
});
const fan = { size: 120, thickness: 25, voltage: 24, current: 0.2, flow: 180 };
const samples: { [K in Reading['instrument']]: ReadingOf<K> } = {
  dots: {
    instrument: 'dots',
    lead: { first: 300, second: 400 },
    mount: { pitch: 0.5, lever: 40 },
    tolerance: 0.5,
    dots: [dot('front left', 3, 4), dot('rear right', -1, 0, 400, 300)],
  },
  draught: {
    instrument: 'draught',
    diameter: 100,
    velocities: [4, 5, 6, 6, 5, 4, 5, 6, 6, 4],
    wind: false,
  },
  clearing: { instrument: 'clearing', place: 'rear left', volume: 0.2, seconds: 30, flow: null },
  tissue: { instrument: 'tissue', grades: { 'front left': 'hangs' }, wind: false },
  filter: { instrument: 'filter', pressure: 200, flow: null },
  belt: { instrument: 'belt', belt: 'Y belt, left', mass: 0.008, span: 0.4, hertz: 80 },
  fan: { instrument: 'fan', old: fan, next: fan },
  coolant: {
    instrument: 'coolant',
    water: 21,
    room: null,
    humidity: null,
    conductivity: null,
    flow: null,
    level: null,
  },
  gauge: {
    instrument: 'gauge',
    name: 'Tube current',
    unit: 'mA',
    value: 18,
    low: null,
    high: null,
  },
};

test('there is one of each instrument here', () => {
  expect(Object.keys(samples)).toEqual([...instruments]);
});

test('readings are held against those of the same thing', () => {
  const subjects = Object.values(samples).map(subjectOf);
  expect(subjects).toEqual([
    'dots',
    'draught',
    'clearing: rear left',
    'tissue',
    'filter',
    'belt: y belt, left',
    'fan',
    'coolant',
    'gauge: tube current',
  ]);
});

test('each has a name that people know', () => {
  expect(Object.values(samples).map(readingName)).toEqual([
    'dots',
    'flow of the duct',
    'smoke cleared, rear left',
    'tissue',
    'load of the filter',
    'Y belt, left',
    'fan match',
    'coolant',
    'Tube current',
  ]);
});

test('the figure that is charted, with its unit', () => {
  const { draught, belt, filter } = samples;
  expect(Object.values(samples).map(figureOf)).toEqual([
    { value: 5, unit: 'mm' },
    { value: traverseFlow(draught.diameter, draught.velocities).flow, unit: 'm³/h' },
    { value: 30, unit: 's' },
    null,
    { value: 200, unit: 'Pa' },
    { value: beltTension(belt.mass, belt.span, belt.hertz), unit: 'N' },
    null,
    { value: 21, unit: '°C' },
    { value: 18, unit: 'mA' },
  ]);
  expect(figureOf({ ...filter, flow: 150 })).toEqual({
    value: pressureAt(100, 200, 150),
    unit: 'Pa at 100 m³/h',
  });
});

test.each([
  [0, '0'],
  [0.005, '0.01'],
  [1.234, '1.23'],
  [9.999, '10'],
  [10, '10'],
  [10.04, '10'],
  [12.35, '12.3'],
  [99.96, '100'],
  [100, '100'],
  [100.4, '100'],
  [1234.5, '1235'],
  [-1.234, '-1.23'],
  [-123.4, '-123'],
])('%p in three figures is %s', (value, words) => {
  expect(threeFigures(value)).toBe(words);
});

describe('what a reading came out as', () => {
  const out = (reading: Reading, baseline: Reading | null = null, beside: Reading[] = []) =>
    readOut(reading, baseline, beside);
  const { filter, gauge, belt, clearing, draught, coolant, tissue, fan: match } = samples;

  test('without anything to hold it against it is a first', () => {
    expect(out(filter)).toEqual({ state: 'first', words: '200 Pa' });
    expect(out(gauge)).toEqual({ state: 'first', words: '18 mA' });
    expect(out({ ...gauge, unit: '' })).toEqual({ state: 'first', words: '18' });
    // of another unit, or of nothing, there is no share
    expect(out(gauge, { ...gauge, unit: 'A' }).state).toBe('first');
    expect(out(filter, { ...filter, pressure: 0 }).state).toBe('first');
    expect(out(filter, match).state).toBe('first');
  });

  test('a filter is full at twice its resistance, a duct slow under four fifths', () => {
    expect(out({ ...filter, pressure: 399 }, filter).state).toBe('as it was');
    expect(out({ ...filter, pressure: 400 }, filter)).toEqual({
      state: 'off',
      words: '400 Pa, 200 % of the baseline',
    });
    const slower = (share: number) => ({
      ...draught,
      velocities: draught.velocities.map((one) => one * share),
    });
    expect(out(slower(0.8), draught).state).toBe('as it was');
    expect(out(slower(0.79), draught).state).toBe('off');
  });

  test('a belt by its own tension, and by the other side of its axis', () => {
    // tension goes with the square of the pitch
    const tuned = (share: number) => ({ ...belt, hertz: belt.hertz * Math.sqrt(share) });
    const states = [0.74, 0.76, 1.32, 1.34].map((share) => out(tuned(share), belt).state);
    expect(states).toEqual(['off', 'as it was', 'as it was', 'off']);
    const right = (share: number) => ({ ...tuned(share), belt: 'Y belt, right' });
    expect(out(belt, null, [right(1.2)]).state).toBe('first');
    expect(out(belt, null, [right(1.3)])).toMatchObject({
      state: 'off',
      words: expect.stringContaining('; 77 % of Y belt, right'),
    });
    expect(out(belt, null, [right(0.7)]).state).toBe('off');
    for (const other of ['X belt, right', 'Y belt']) {
      expect(out(belt, null, [{ ...right(0.5), belt: other }]).state).toBe('first');
    }
    expect(
      out({ ...belt, belt: 'Y belt' }, null, [{ ...belt, belt: 'Y belt', hertz: 40 }]).state,
    ).toBe('first');
  });

  test('smoke that stays twice as long as in the fastest corner of the same box is a dead corner', () => {
    const other = (seconds: number, volume = clearing.volume): Reading => ({
      ...clearing,
      place: 'front left',
      volume,
      seconds,
    });
    expect(out(clearing, null, [other(15)]).state).toBe('first');
    expect(out(clearing, null, [other(20), other(14), other(60)])).toEqual({
      state: 'off',
      words: '30 s; a dead corner: 2.14 times as long as front left',
    });
    expect(out(clearing, null, [other(14, 0.3)]).state).toBe('first');
    expect(out(clearing, { ...clearing, seconds: 20 }).state).toBe('as it was');
    expect(out(clearing, { ...clearing, seconds: 19 }).state).toBe('off');
  });

  test('a gauge is judged by its own limits first', () => {
    const limited = { ...gauge, low: 14, high: 20 };
    expect(out({ ...limited, value: 14 }).state).toBe('as it was');
    expect(out({ ...limited, value: 13.9 })).toEqual({
      state: 'off',
      words: '13.9 mA, under 14 mA',
    });
    expect(out({ ...limited, value: 20.1 })).toEqual({
      state: 'off',
      words: '20.1 mA, over 20 mA',
    });
    expect(out({ ...limited, value: 16 }, gauge)).toEqual({
      state: 'as it was',
      words: '16 mA, 89 % of the baseline',
    });
    expect(out({ ...gauge, value: 9 }, gauge).state).toBe('as it was');
    expect(out({ ...gauge, unit: '', low: 20 }).words).toBe('18, under 20');
  });

  test('coolant that is warm, conducts, is low or wets what it cools', () => {
    expect(out(coolant)).toEqual({ state: 'as it was', words: '21 °C' });
    expect(out({ ...coolant, water: limits.coolant }).state).toBe('as it was');
    expect(out({ ...coolant, water: 27.1, level: 'low', conductivity: 101 })).toEqual({
      state: 'off',
      words: '27.1 °C; warmer than 27 °C; conducts 101 µS/cm: change it; level low',
    });
    expect(out({ ...coolant, conductivity: 100, level: 'full' }).state).toBe('as it was');
    // dew point at 28 °C and 80 %: 24.2 °C (Magnus formula, WMO coefficients)
    const humid = { ...coolant, room: 28, humidity: 0.8 };
    expect(out({ ...humid, water: 18 })).toMatchObject({
      state: 'off',
      words: expect.stringMatching(/dew point 24\.2 °C; below the dew point/),
    });
    expect(out({ ...humid, humidity: null }).state).toBe('as it was');
  });

  test('tissue that hangs anywhere, with the wind where there was some', () => {
    expect(out(tissue)).toEqual({ state: 'off', words: 'hangs front left' });
    expect(out({ ...tissue, grades: {}, wind: true })).toEqual({
      state: 'as it was',
      words: 'Drawn at every corner looked at (wind on the outlet)',
    });
  });

  test('a fan that fits, and one that does not', () => {
    expect(out(match)).toMatchObject({
      state: 'as it was',
      words: expect.stringMatching(/^Fits\./),
    });
    const small = out({ ...match, next: { ...fan, size: 92, voltage: 12 } });
    expect(small.state).toBe('off');
    expect(small.words).toMatch(/^Does not fit: .*; /);
  });

  test('dots that are clipped, off alike, off by one mirror, or within', () => {
    const at = (h: number, v: number) => [
      dot('front left', h, v, 0, 0),
      dot('front right', h, v, 400, 0),
      dot('rear left', h, v, 0, 300),
      dot('rear right', h, v, 400, 300),
    ];
    const of = (dots: ReturnType<typeof at>) => out({ ...samples.dots, dots });
    expect(of(at(0.1, 0))).toMatchObject({
      state: 'as it was',
      words: expect.stringMatching(/^All within 0\.5 mm: furthest 0\.1 mm/),
    });
    expect(of(at(2, 0))).toMatchObject({
      state: 'off',
      words: expect.stringContaining('no mirror'),
    });
    const clipped = at(0.1, 0).map((one, n) => ({
      ...one,
      clipped: n === 1 ? ('left' as const) : null,
    }));
    expect(out({ ...samples.dots, dots: clipped })).toEqual({
      state: 'off',
      words: 'Clipped front right',
    });
    expect(judgeReadDots({ ...samples.dots, dots: clipped }).advice.kind).toBe('open up');
  });
});
