import { deviceAllowance, RateLimit, takeAll } from './rate';

const second = 1000;

test('so many at once, then one for each that comes back; whoever waits as long as was said may pass', () => {
  const limit = new RateLimit({ burst: 3, perSecond: 0.5 });
  const take = (seconds: number, caller = 'a') => limit.take(caller, seconds * second);
  expect([take(0), take(0), take(0), take(0)]).toEqual([0, 0, 0, 2]);
  expect(take(1)).toBe(1);
  expect(take(2)).toBe(0);
  expect(take(2)).toBe(2);
  // nobody saves up more than the burst
  expect([take(1000), take(1000), take(1000), take(1000)]).toEqual([0, 0, 0, 2]);
  // another caller has an allowance of its own
  expect(take(1000, 'b')).toBe(0);
});

test('a clock that is set back gives nothing and takes nothing away', () => {
  const limit = new RateLimit({ burst: 1, perSecond: 1 });
  expect(limit.take('a', 100 * second)).toBe(0);
  expect(limit.take('a', 50 * second)).toBe(1);
  expect(limit.take('a', 51 * second)).toBe(0);
});

test('callers whose allowance has come back are forgotten, the others are not', () => {
  const limit = new RateLimit({ burst: 2, perSecond: 1 });
  for (let n = 0; n < 5001; n++) limit.take(`caller ${n}`, 0);
  limit.take('greedy', 1500);
  limit.take('greedy', 1500);
  expect(limit.take('greedy', 1500)).toBe(1);
  expect(limit.take('caller 0', 1500)).toBe(0);
  expect(limit.take('caller 0', 1500)).toBe(0);
  expect(limit.take('caller 0', 1500)).toBe(1);
});

test('of several limits the narrowest is asked first, and what it refuses costs the wider nothing', () => {
  const narrow = new RateLimit({ burst: 1, perSecond: 0.1 });
  const wide = new RateLimit({ burst: 2, perSecond: 0.01 });
  const ask = (caller: string) =>
    takeAll(
      [
        { limit: narrow, caller },
        { limit: wide, caller: 'all' },
      ],
      0,
    );
  expect([ask('a'), ask('a'), ask('a'), ask('b'), ask('c')]).toEqual([0, 10, 10, 0, 100]);
  expect(takeAll([], 0)).toBe(0);
});

test('a device may ask once a second, and sixty times at once', () => {
  const limit = new RateLimit(deviceAllowance);
  const waits = Array.from({ length: 61 }, () => limit.take('meter', 0));
  expect(waits.slice(0, 60).every((wait) => wait === 0)).toBe(true);
  expect(waits[60]).toBe(1);
});
