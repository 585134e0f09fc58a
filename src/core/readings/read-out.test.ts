import { clearingWords, readOut } from './read-out';
import { figureOf, subjectOf, type Reading, type ReadingOf } from './reading';

const belt = (belt: string, hertz: number): ReadingOf<'belt'> => ({
  instrument: 'belt',
  belt,
  mass: 0.0084,
  span: 0.2,
  hertz,
});
const draught = (velocity: number): Reading => ({
  instrument: 'draught',
  diameter: 125,
  velocities: Array.from({ length: 10 }, () => velocity),
  wind: false,
});
const coolant = (change: object): Reading => ({
  instrument: 'coolant',
  water: 20,
  room: 22,
  humidity: 0.4,
  conductivity: null,
  flow: null,
  level: null,
  ...change,
});
const gauge = (value: number, low: number | null, high: number | null): ReadingOf<'gauge'> => ({
  instrument: 'gauge',
  name: 'Air assist',
  unit: 'bar',
  value,
  low,
  high,
});

describe('what a reading says', () => {
  it('of a flow: against the baseline, from four fifths of it on as it was', () => {
    expect(readOut(draught(5), null)).toEqual({ state: 'first', words: '221 m³/h' });
    expect(readOut(draught(4), draught(5))).toMatchObject({ state: 'as it was' });
    expect(readOut(draught(3.9), draught(5))).toEqual({
      state: 'off',
      words: '172 m³/h, 78 % of the baseline',
    });
  });

  it('of smoke that clears: up to half as long again', () => {
    const at = (seconds: number): Reading => ({
      instrument: 'clearing',
      place: 'rear left',
      volume: 0.25,
      seconds,
      flow: null,
    });
    expect(readOut(at(15), at(10)).state).toBe('as it was');
    expect(readOut(at(16), at(10)).state).toBe('off');
    expect(subjectOf(at(1))).toBe('clearing: rear left');
    // against the other places of the same day: a corner that smoke does not leave
    const middle = { ...at(8), place: 'middle' } as Reading;
    expect(readOut(at(16), null, [middle]).state).toBe('first');
    expect(readOut(at(20), null, [middle, draught(3)])).toEqual({
      state: 'off',
      words: '20 s; a dead corner: 2.5 times as long as middle',
    });
  });

  it('of a belt: by the square of its tone, against itself and its other side', () => {
    expect(figureOf(belt('X belt', 75))!.value).toBeCloseTo(7.56, 2);
    expect(readOut(belt('X belt', 70), belt('X belt', 75))).toMatchObject({ state: 'as it was' });
    expect(readOut(belt('X belt', 60), belt('X belt', 75))).toMatchObject({
      state: 'off',
      words: '4.84 N, 64 % of the baseline',
    });
    const left = belt('Y belt, left', 75);
    const right = belt('Y belt, right', 66);
    expect(readOut(right, null, [left, belt('X belt', 40)])).toEqual({
      state: 'off',
      words: '5.85 N; 77 % of Y belt, left',
    });
    // one on the beam has no other side
    expect(readOut(belt('X belt', 40), null, [left]).state).toBe('first');
  });

  it('of coolant: the dew point, warmth, conductivity and level', () => {
    expect(readOut(coolant({}), null).state).toBe('as it was');
    expect(readOut(coolant({ humidity: 0.85, water: 18 }), null)).toMatchObject({
      state: 'off',
      words: expect.stringContaining('below the dew point'),
    });
    expect(readOut(coolant({ humidity: 0.8, water: 19 }), null).words).toContain('close to');
    for (const wrong of [{ water: 28 }, { conductivity: 150 }, { level: 'low' }]) {
      expect(readOut(coolant(wrong), null).state).toBe('off');
    }
    expect(readOut(coolant({ room: null }), null).words).toBe('20 °C');
  });

  it('of a gauge: its own limits first, else its baseline', () => {
    expect(readOut(gauge(1.2, 1.03, 1.38), null)).toEqual({ state: 'as it was', words: '1.2 bar' });
    expect(readOut(gauge(0.9, 1.03, 1.38), null)).toEqual({
      state: 'off',
      words: '0.9 bar, under 1.03 bar',
    });
    expect(readOut(gauge(2, null, 1.38), null).words).toContain('over 1.38 bar');
    expect(readOut(gauge(1, null, null), null).state).toBe('first');
    expect(readOut(gauge(1, null, null), gauge(2, null, null)).words).toContain('50 %');
  });

  it('of tissue: slack at any corner is off', () => {
    const tissue = (rear: 'drawn in' | 'leans in' | 'hangs' | 'blown back'): Reading => ({
      instrument: 'tissue',
      grades: { 'rear left': rear, middle: 'drawn in' },
      wind: true,
    });
    expect(readOut(tissue('leans in'), null).state).toBe('as it was');
    expect(readOut(tissue('hangs'), null)).toEqual({
      state: 'off',
      words: 'hangs rear left (wind on the outlet)',
    });
  });

  it('of dots: which mirror, or that it is none', () => {
    const corners = [
      { place: 'front left', x: 0, y: 0 },
      { place: 'front right', x: 600, y: 0 },
      { place: 'rear left', x: 0, y: 400 },
      { place: 'rear right', x: 600, y: 400 },
    ];
    const dots = (at: (place: { x: number; y: number }) => number): Reading => ({
      instrument: 'dots',
      lead: { first: 150, second: 120 },
      mount: { pitch: 0.7, lever: 40 },
      tolerance: 0.3,
      dots: corners.map((corner) => ({ ...corner, h: at(corner), v: 0, clipped: null })),
    });
    expect(
      readOut(
        dots(() => 0.1),
        null,
      ).state,
    ).toBe('as it was');
    expect(
      readOut(
        dots(() => 1),
        null,
      ).words,
    ).toContain('no mirror');
    expect(
      readOut(
        dots(({ x }) => (2 * 2 * (120 + x)) / 1000),
        null,
      ).words,
    ).toMatch(/^Mirror 2 out of line: furthest 2\.88 mm, (front|rear) right$/);
  });

  it('of a fan: whether it fits, a verdict always', () => {
    const old = { size: 80, thickness: 25, voltage: 24, current: 0.2, flow: null };
    const fits = readOut({ instrument: 'fan', old, next: { ...old, current: 0.15 } }, null);
    expect(fits.state).toBe('as it was');
    expect(fits.words).toContain('75 %');
    expect(readOut({ instrument: 'fan', old, next: { ...old, size: 92 } }, null)).toMatchObject({
      state: 'off',
    });
  });
});

it('is a first where there is nothing like it to hold it against', () => {
  const filter = (pressure: number): Reading => ({ instrument: 'filter', pressure, flow: null });
  expect(readOut(filter(200), null)).toEqual({ state: 'first', words: '200 Pa' });
  expect(readOut(filter(200), filter(0)).state).toBe('first');
  const bare = { ...gauge(18, null, null), unit: '' };
  expect(readOut(bare, null)).toEqual({ state: 'first', words: '18' });
  expect(readOut(bare, gauge(18, null, null)).state).toBe('first');
  expect(readOut({ ...bare, low: 20 }, null).words).toBe('18, under 20');
  // full at twice the resistance of a clean one
  expect(readOut(filter(399), filter(200)).state).toBe('as it was');
  expect(readOut(filter(400), filter(200))).toEqual({
    state: 'off',
    words: '400 Pa, 200 % of the baseline',
  });
});

it('of several corners is held against the fastest in the same box', () => {
  const at = (place: 'rear left' | 'front left', seconds: number, volume = 0.2): Reading => ({
    ...{ instrument: 'clearing', place, volume, seconds, flow: null },
  });
  const out = (...beside: Reading[]) => readOut(at('rear left', 30), null, beside);
  expect(out(at('front left', 15)).state).toBe('first');
  expect(out(at('front left', 20), at('front left', 14), at('front left', 60))).toEqual({
    state: 'off',
    words: '30 s; a dead corner: 2.14 times as long as front left',
  });
  expect(out(at('front left', 14, 0.3)).state).toBe('first');
});

it('holds a stopwatch against the flow', () => {
  const clearing = { place: 'rear left' as const, volume: 0.25, seconds: 15.86, flow: 340 };
  // 0.25 m³ at 340 m³/h clears in 7.93 s: twice as long is a mixing factor of a half
  expect(clearingWords(clearing)).toBe(
    'The flow alone would clear it in 7.93 s: mixing factor 0.5.',
  );
  expect(clearingWords({ ...clearing, seconds: 4 })).toContain('faster than the flow allows');
  expect(clearingWords({ ...clearing, flow: null })).toBeNull();
});
