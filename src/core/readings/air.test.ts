import { dryingFactor } from './coolant';
import { filterLoad, pressureAt } from './draught';

describe('a filter that loads', () => {
  // Anscombe, Graphs in Statistical Analysis (1973), first set: slope 0.500, its standard error 0.118
  const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
  const y = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];
  const readings = x.map((runHours, i) => ({ runHours, share: y[i]! }));

  it('has the slope and the standard error of a published set', () => {
    const { perHour, error, hoursLeft } = filterLoad(readings, 15)!;
    expect(perHour).toBeCloseTo(0.5001, 4);
    expect(error).toBeCloseTo(0.1179, 4);
    // the line is at 3.0001 + 0.5001 × 14 = 10.0015: 5 more at half an hour each
    expect(hoursLeft!.likely).toBeCloseTo(4.9985 / 0.50009, 2);
    expect(hoursLeft!.early).toBeCloseTo(4.9985 / (0.50009 + 0.11791), 2);
    expect(hoursLeft!.late).toBeCloseTo(4.9985 / (0.50009 - 0.11791), 2);
  });

  it('tells a pace from three readings on', () => {
    const three = [1, 1.5, 2.1].map((share, i) => ({ runHours: i * 10, share }));
    expect(filterLoad(three, 3)!.perHour).toBeCloseTo(0.055, 12);
    // 0.055 a run hour to 3 from 2.083 on the line at the last of them
    expect(filterLoad(three, 3)!.hoursLeft!.likely).toBeCloseTo((3 - 2.08333) / 0.055, 2);
  });

  it('is past its limit at once where the line is, and tells no pace of two readings or of one day', () => {
    expect(filterLoad(readings, 2)!.hoursLeft!.likely).toBe(0);
    expect(filterLoad(readings.slice(0, 2), 15)).toBeNull();
    expect(
      filterLoad(
        readings.map((one) => ({ ...one, runHours: 3 })),
        15,
      ),
    ).toBeNull();
  });

  it('shows no growth in readings that only scatter', () => {
    const flat = [1, 1.1, 0.95, 1.05, 0.98].map((share, i) => ({ runHours: i * 10, share }));
    expect(filterLoad(flat, 2)!.hoursLeft).toBeNull();
  });

  it('takes four times the pressure at twice the flow', () => {
    expect(pressureAt(100, 60, 50)).toBe(240);
    expect(pressureAt(100, 60, 100)).toBe(60);
  });
});

it('dries as the air takes water: twice as long at 75 as at 50 percent, and never in no time or for ever', () => {
  expect(dryingFactor(0.5)).toBe(1);
  expect(dryingFactor(0.75)).toBe(2);
  expect(dryingFactor(0.4)).toBeCloseTo(5 / 6, 9);
  expect([dryingFactor(0), dryingFactor(1)]).toEqual([2 / 3, 4]);
});
