import fc from 'fast-check';
import { startingWeights as weights } from '../../catalogue/materials';
import { Timeline } from './overlap';
import { recentMix } from './recent-mix';
import type { SessionUse } from './session';
import { eachSessionHours, sessionHours } from './session-hours';
import { draughts, processes, soilGroups } from './soil';

const hour = 3600;
const base: SessionUse = {
  start: 0,
  runSeconds: hour,
  beamSeconds: null,
  material: 'plywood',
  process: 'cut',
  airAssist: true,
  draught: 'full',
};

export const anySession: fc.Arbitrary<SessionUse> = fc.record({
  start: fc.integer({ min: 0, max: 400 * 86_400_000 }),
  runSeconds: fc.integer({ min: 1, max: 24 * hour }),
  beamSeconds: fc.option(fc.integer({ min: 0, max: hour })),
  material: fc.option(fc.constantFrom('plywood', 'cork', 'resinous softwood', 'slate')),
  process: fc.option(fc.constantFrom(...processes)),
  airAssist: fc.option(fc.boolean()),
  draught: fc.option(fc.constantFrom(...draughts)),
});

test('an hour of cutting birch ply with air and draught is one soil hour everywhere', () => {
  expect(sessionHours(base, [], weights).soil).toEqual({
    optics: 3_600_000,
    bed: 3_600_000,
    motion: 3_600_000,
    air: 3_600_000,
  });
});

test('worked by hand: half an hour of pine, air off, draught weak', () => {
  const session = {
    ...base,
    runSeconds: 1800,
    material: 'pine',
    airAssist: false,
    draught: 'weak' as const,
  };
  // seconds × material × air off × draught weak
  expect(sessionHours(session, [], weights).soil).toEqual({
    optics: 17_820_000, // 1800 s × 2.2 × 3 × 1.5
    bed: 3_168_000, // 1800 s × 2.0 × 0.8 × 1.1
    motion: 5_265_000, // 1800 s × 1.5 × 1.3 × 1.5
    air: 4_680_000, // 1800 s × 2.0 × 1 × 1.3
  });
});

test('an unknown material counts as the mean of the sessions before it, weighted by run time', () => {
  const unknown = { ...base, material: null };
  const earlier = [
    { ...base, runSeconds: 3 * hour, material: 'plywood' }, // optics 1
    { ...base, runSeconds: hour, material: 'pine' }, // optics 2.2
    { ...base, runSeconds: 9 * hour, material: null }, // tells nothing
  ];
  // (3 × 1 + 1 × 2.2) / 4 = 1.3
  expect(recentMix(earlier, weights)!.optics).toBeCloseTo(1.3, 12);
  expect(sessionHours(unknown, earlier, weights).soil.optics).toBe(4_680_000);
  expect(sessionHours(unknown, [], weights).weighing.basis).toBe('none');
  expect(sessionHours(unknown, [], weights).soil.optics).toBe(3_600_000);
});

test('only the last fifty sessions make the mix', () => {
  const old = { ...base, material: 'pine' };
  const recent = Array.from({ length: 50 }, () => ({ ...base, material: 'plywood' }));
  const hours = eachSessionHours([old, ...recent, { ...base, material: null }], () => weights);
  expect(hours.at(-1)!.soil.optics).toBe(3_600_000);
  const short = eachSessionHours(
    [old, ...recent.slice(1), { ...base, material: null }],
    () => weights,
  );
  expect(short.at(-1)!.soil.optics).toBe(Math.round((3_600_000 * (49 + 2.2)) / 50));
});

test('a way of working the table has no line for takes the first line of the material', () => {
  expect(weights.material('leather', 'engrave')).toEqual(weights.material('leather', 'cut'));
  expect(weights.material('plywood', 'engrave')!.bed).toBe(0.3);
  expect(weights.material('unobtainium', 'cut')).toBeNull();
});

test('law: twice the run time is twice the soil, to the rounding of a millisecond', () => {
  fc.assert(
    fc.property(anySession, (session) => {
      const short = { ...session, runSeconds: Math.ceil(session.runSeconds / 2) };
      const one = sessionHours(short, [], weights).soil;
      const two = sessionHours({ ...short, runSeconds: 2 * short.runSeconds }, [], weights).soil;
      for (const group of soilGroups)
        expect(Math.abs(two[group] - 2 * one[group])).toBeLessThanOrEqual(1);
    }),
  );
});

test('law: the fast path over many sessions equals the plain one a session', () => {
  fc.assert(
    fc.property(fc.array(anySession, { maxLength: 120 }), (sessions) => {
      const plain = sessions.map((session, i) =>
        sessionHours(session, sessions.slice(Math.max(0, i - 50), i), weights),
      );
      expect(eachSessionHours(sessions, () => weights)).toEqual(plain);
    }),
    { numRuns: 30 },
  );
});

test('law: the timeline finds an overlap exactly when comparing with every stretch does', () => {
  const stretch = fc
    .record({
      start: fc.integer({ min: 0, max: 3 * 86_400_000 }),
      run: fc.integer({ min: 1, max: 86_400_000 }),
    })
    .map(({ start, run }) => ({ start, end: start + run }));
  fc.assert(
    fc.property(fc.array(stretch, { maxLength: 30 }), stretch, (known, asked) => {
      const timeline = new Timeline(({ end }) => end, known.slice(0, 5));
      for (const other of known.slice(5)) timeline.add(other);
      const plain = known.some((other) => other.start < asked.end && other.end > asked.start);
      expect(timeline.overlapping(asked) !== null).toBe(plain);
    }),
    { numRuns: 500 },
  );
});

test('stretches that only touch do not overlap', () => {
  const timeline = new Timeline(({ end }) => end, [{ start: 10, end: 20 }]);
  expect(timeline.overlapping({ start: 20, end: 30 })).toBeNull();
  expect(timeline.overlapping({ start: 0, end: 10 })).toBeNull();
  expect(timeline.overlapping({ start: 19, end: 30 })).not.toBeNull();
});
