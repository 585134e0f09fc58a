import * as fc from 'fast-check';
import { missingDays } from './expected-days';
import { reconcile, spreadUnlogged, type MeterJump, type MeterReading } from './meter';

const hour = 3600;
const reading = (day: number, hours: number, jump: MeterJump | null = null): MeterReading => ({
  id: `${day}`,
  at: day * 86_400_000,
  seconds: hours * hour,
  jump,
});
const verdicts = (readings: MeterReading[], logged: number | number[]) => {
  const each = reconcile(readings, (from) =>
    Array.isArray(logged) ? logged[from / 86_400_000]! * hour : logged * hour,
  );
  return each.map(({ verdict, gapSeconds }) => [verdict, gapSeconds / hour]);
};

describe('a stretch between two readings', () => {
  test.each([
    // metered, logged, verdict, gap: the tolerance is 0.5 h up to 10 h metered, 5 % beyond
    [8, 8, 'agrees', 0],
    [8, 7.5, 'agrees', 0.5],
    [8, 7.4, 'unlogged', 0.6],
    [8, 8.6, 'log over meter', -0.6],
    [20, 19, 'agrees', 1],
    [20, 18.9, 'unlogged', 1.1],
    [20, 21.1, 'log over meter', -1.1],
    [0, 0, 'agrees', 0],
    [0.4, 0, 'agrees', 0.4],
    [25.3, 3, 'impossible', 22.3],
  ])('metered %d h against logged %d h: %s', (metered, logged, verdict, gap) => {
    const [[said, by]] = verdicts([reading(0, 100), reading(1, 100 + metered)], logged) as [
      [string, number],
    ];
    expect(said).toBe(verdict);
    expect(by).toBeCloseTo(gap, 9);
  });
});

test('a lower reading asks why, and goes on from there', () => {
  const lower = (jump: MeterJump | null) =>
    verdicts([reading(0, 990), reading(1, 4, jump), reading(2, 9)], [12, 5]);
  expect(lower(null)).toEqual([
    ['went back', 0],
    ['agrees', 0],
  ]);
  expect(lower({ how: 'reset' })[0]).toEqual(['starts again', 0]);
  expect(lower({ how: 'replaced' })[0]).toEqual(['starts again', 0]);
  // rolled over at 1000: 10 hours to the top and 4 after it
  expect(lower({ how: 'rolled over', atSeconds: 1000 * hour })).toEqual([
    ['unlogged', 2],
    ['agrees', 0],
  ]);
});

test('another meter that begins higher tells nothing of the stretch in which it came', () => {
  const other = [reading(0, 4), reading(1, 12, { how: 'replaced' }), reading(2, 17)];
  expect(verdicts(other, [3, 5])).toEqual([
    ['starts again', 0],
    ['agrees', 0],
  ]);
});

test('a meter stuck at its top while the machine runs is used no longer, until it starts again', () => {
  const top = [reading(0, 995), reading(1, 999), reading(2, 999), reading(3, 999), reading(4, 999)];
  expect(verdicts(top, [4, 6, 6, 0])).toEqual([
    ['agrees', 0],
    ['saturated', 0],
    ['saturated', 0],
    ['saturated', 0],
  ]);
  const after = [...top, reading(5, 3, { how: 'reset' }), reading(6, 8)];
  expect(verdicts(after, [4, 6, 6, 0, 4, 5]).slice(-2)).toEqual([
    ['starts again', 0],
    ['agrees', 0],
  ]);
  // where it got stuck half way, that stretch is not used either
  expect(verdicts(top, [9, 6, 6, 0])[0]).toEqual(['saturated', 0]);
  // standing still once while something was logged is not yet a stuck meter
  expect(verdicts(top.slice(0, 3), [4, 6])[1]![0]).toBe('log over meter');
  // nor is standing still because nothing ran
  expect(verdicts(top, [4, 0, 0, 0]).map(([verdict]) => verdict)).not.toContain('saturated');
});

test('days without use are missed only where the weekday usually sees some', () => {
  // used on Tuesdays of ten weeks, and on two Fridays
  const used = (day: number) => day % 7 === 2 || day === 40 || day === 47;
  expect(missingDays(used, 49, 70)).toEqual([]);
  const withGap = (day: number) => used(day) && day !== 58;
  expect(missingDays(withGap, 49, 70)).toEqual([58]);
  // four of six are two thirds, which is under three quarters; five of six are over it
  const four = (day: number) => [44, 37, 30, 23].includes(day);
  const five = (day: number) => [44, 37, 30, 23, 16].includes(day);
  expect(missingDays(four, 51, 51)).toEqual([]);
  expect(missingDays(five, 51, 51)).toEqual([51]);
});

describe('unlogged use over many days', () => {
  const day = 86_400_000;
  const days = (count: number) =>
    Array.from({ length: count }, (_, at) => ({ start: at * day, end: (at + 1) * day }));

  test('412 hours of a hundred days are some four a day, all of them, each within its day', () => {
    const parts = spreadUnlogged(412 * 3600, 0.5 * day, 99.5 * day, days(100));
    expect(parts).toHaveLength(100);
    expect(parts.reduce((sum, { runSeconds }) => sum + runSeconds, 0)).toBe(412 * 3600);
    parts.forEach(({ start, runSeconds }, at) => {
      expect(start).toBeGreaterThanOrEqual(at * day);
      expect(start + runSeconds * 1000).toBeLessThanOrEqual((at + 1) * day);
    });
    // the first and the last day are half ones
    expect(parts[0]!.runSeconds).toBeCloseTo(parts[1]!.runSeconds / 2, -2);
  });

  test('a short one stays one session, as late as it can have been', () => {
    expect(spreadUnlogged(7 * 3600, 0, 20 * day, days(20))).toEqual([
      { start: 20 * day - 7 * 3_600_000, runSeconds: 7 * 3600 },
    ]);
    expect(spreadUnlogged(20 * 3600, 0, day, days(1))).toHaveLength(1);
  });

  test('never a second lost or made, whatever the stretch', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 8 * 3600, max: 400 * 3600 }),
        fc.double({ min: 0, max: 0.99, noNaN: true }),
        fc.integer({ min: 20, max: 200 }),
        (seconds, head, count) => {
          const parts = spreadUnlogged(seconds, head * day, count * day, days(count));
          expect(parts.reduce((sum, { runSeconds }) => sum + runSeconds, 0)).toBe(seconds);
          expect(parts.every(({ runSeconds }) => runSeconds > 0)).toBe(true);
        },
      ),
    );
  });
});
