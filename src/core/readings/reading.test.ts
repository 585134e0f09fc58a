import { beltTension } from './belts';
import { pressureAt, traverseFlow } from './draught';
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
