import fc from 'fast-check';
import { criticalities } from './danger';
import { depths } from './depth';
import { stretchedDays, withDays } from './little-use';

const wipe = {
  criticality: 'optic damage' as const,
  depth: 'wipe' as const,
  limits: [
    { kind: 'soil' as const, value: 10 },
    { kind: 'days' as const, value: 7 },
  ],
};
const hours = (runHours: number, soilHours = runHours) => ({ runHours, soilHours });

test('an hour a week is not cleaned weekly by the calendar alone', () => {
  // ten soil hours take ten weeks: a quarter of them is 17.5 days, in whole weeks 14
  expect(stretchedDays(wipe, hours(1))).toBe(14);
  // two and a half hours a week consume a quarter in a week: the calendar fits
  expect(stretchedDays(wipe, hours(2.5))).toBeNull();
  // hardly used at all: four times as long, no longer
  expect(stretchedDays(wipe, hours(0.01))).toBe(28);
  expect(stretchedDays(wipe, hours(0))).toBe(28);
  // by what is worked: light work on a much-run machine
  expect(stretchedDays(wipe, hours(8, 1))).toBe(14);
});

test('days that must be reached too are no calendar to be stretched', () => {
  const days = { kind: 'days' as const, value: 7, notBefore: true as const };
  const run = { kind: 'run' as const, value: 10 };
  expect(stretchedDays({ ...wipe, limits: [run, days] }, hours(1))).toBeNull();
  // nor are hours that must be reached too what the calendar is held against
  const calendar = { kind: 'days' as const, value: 7 };
  const waits = { ...run, notBefore: true as const };
  expect(stretchedDays({ ...wipe, limits: [waits, calendar] }, hours(1))).toBeNull();
});

test('the limit by use that strikes first decides', () => {
  const both = { ...wipe, limits: [...wipe.limits, { kind: 'run' as const, value: 4 }] };
  expect(stretchedDays(both, hours(0.25, 0.01))).toBe(28);
  expect(stretchedDays(both, hours(1, 0.01))).toBeNull();
});

test('what can burn, ages by itself or has no limit by use keeps its calendar', () => {
  for (const change of [
    { criticality: 'fire' as const },
    { criticality: 'coolant' as const },
    { depth: 'lubricate' as const },
    { depth: 'replace' as const },
    { depth: 'inspect' as const },
    { limits: [{ kind: 'days' as const, value: 7 }] },
    { limits: [{ kind: 'soil' as const, value: 7 }] },
  ]) {
    expect(stretchedDays({ ...wipe, ...change }, hours(0.1))).toBeNull();
  }
});

test('never shorter, never over four times, whole weeks, and the less the use the longer', () => {
  const amount = fc.double({ min: 0, max: 60, noNaN: true });
  fc.assert(
    fc.property(
      fc.constantFrom(...criticalities),
      fc.constantFrom(...depths),
      fc.integer({ min: 1, max: 400 }),
      fc.integer({ min: 1, max: 400 }),
      amount,
      amount,
      (criticality, depth, days, soil, one, other) => {
        const task = {
          criticality,
          depth,
          limits: withDays([...wipe.limits], days).map((limit) =>
            limit.kind === 'soil' ? { ...limit, value: soil } : limit,
          ),
        };
        const [less, more] = [Math.min(one, other), Math.max(one, other)].map((use) =>
          stretchedDays(task, hours(use)),
        );
        for (const stretched of [less, more]) {
          if (stretched === null || stretched === undefined) continue;
          expect(stretched).toBeGreaterThan(days);
          expect(stretched).toBeLessThanOrEqual(4 * days);
          expect(stretched % 7).toBe(0);
        }
        expect(less ?? days).toBeGreaterThanOrEqual(more ?? days);
      },
    ),
  );
});
