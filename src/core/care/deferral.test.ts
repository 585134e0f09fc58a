import {
  deferralHolds,
  deferralRefusal,
  shiftHours,
  type Deferral,
  type DeferUntil,
} from './deferral';

const hour = 3_600_000;
const now = Date.UTC(2026, 10, 24, 9);
const date = (hours: number): DeferUntil => ({ kind: 'date', at: now + hours * hour });
const run = (hours: number): DeferUntil => ({ kind: 'run', hours });
const deferral = (until: DeferUntil): Deferral => ({ at: now, until, reason: 'queue' });

describe('a deferral holds', () => {
  test.each([
    [date(2), 1, 0, true],
    [date(2), 2, 0, false],
    [date(2), 3, 0, false],
    [run(5), 100, 4.999, true],
    [run(5), 0, 5, false],
    [run(0.5), 0, 0, true],
  ] as const)('%j after %d h and %d run hours: %s', (until, hours, ran, holds) => {
    expect(deferralHolds(deferral(until), now + hours * hour, ran * 3600)).toBe(holds);
  });
});

describe('what may be put off', () => {
  const earlier = [deferral(date(1))];
  test.each([
    ['motion', date(1000), [], null],
    ['motion', date(1000), earlier, null],
    ['optic damage', run(3), earlier, null],
    ['coolant', date(0), [], /yet to come/],
    ['coolant', date(-1), [], /yet to come/],
    ['housekeeping', run(0), [], /above 0/],
    ['housekeeping', run(NaN), [], /above 0/],
    // what can burn: once, by the clock, one shift at most
    ['fire', date(shiftHours), [], null],
    ['fire', date(shiftHours + 0.01), [], /one shift/],
    ['fire', run(1), [], /one shift/],
    ['fire', date(1), earlier, /once only/],
  ] as const)('%s until %j', (criticality, until, before, refusal) => {
    const said = deferralRefusal(criticality, until, before, now);
    if (refusal === null) expect(said).toBeNull();
    else expect(said).toMatch(refusal);
  });
});
