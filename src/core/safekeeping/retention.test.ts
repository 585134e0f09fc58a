import fc from 'fast-check';
import { copiesToDrop, type KeepRules, type KeptCopy } from './retention';

const zone = 'Europe/Oslo';
const day = 86_400_000;
const noon = Date.UTC(2026, 10, 27, 11); // a Friday
const copy = (daysAgo: number, bytes = 1): KeptCopy => ({
  name: `${daysAgo} days ago`,
  at: noon - daysAgo * day,
  bytes,
});
const rules: KeepRules = { daily: 3, weekly: 2, monthly: 2, bytes: 1000 };
const kept = (copies: KeptCopy[], change: Partial<KeepRules> = {}) => {
  const gone = copiesToDrop(copies, { ...rules, ...change }, zone);
  return copies.map(({ name }) => name).filter((name) => !gone.includes(name));
};
const every = (days: number) => Array.from({ length: days }, (_, ago) => copy(ago));

test('the last of each of the latest days, weeks and months stays', () => {
  // Fri 27, Thu 26, Wed 25 by the day; Fri 27 and Sun 22 by the week; 27 November and 31 October by the month
  expect(kept(every(60))).toEqual([
    '0 days ago',
    '1 days ago',
    '2 days ago',
    '5 days ago',
    '27 days ago',
  ]);
});

test('of one day the last stays', () => {
  const early = { ...copy(0), name: 'in the morning', at: noon - 3 * 3_600_000 };
  expect(kept([early, copy(0)], { daily: 5 })).toEqual(['0 days ago']);
});

test('days without a copy do not count: who runs it on Fridays alone keeps three Fridays', () => {
  expect(kept([copy(0), copy(7), copy(14), copy(21)], { weekly: 0, monthly: 0 })).toEqual([
    '0 days ago',
    '7 days ago',
    '14 days ago',
  ]);
});

test('the oldest go where all together take too much, the newest never', () => {
  const large = [copy(0, 40), copy(1, 40), copy(2, 40)];
  expect(kept(large, { bytes: 100 })).toEqual(['0 days ago', '1 days ago']);
  expect(kept(large, { bytes: 10 })).toEqual(['0 days ago']);
  // a small one that is older than what did not fit goes too
  expect(kept([copy(0, 40), copy(1, 80), copy(2, 1)], { bytes: 100 })).toEqual(['0 days ago']);
});

test('whatever there is: the newest stays, and what is kept is never more than the rules count', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 2000 }), { minLength: 1, maxLength: 60 }),
      fc.record({
        daily: fc.nat(8),
        weekly: fc.nat(6),
        monthly: fc.nat(12),
        bytes: fc.integer({ min: 1, max: 90 }),
      }),
      (ages, some) => {
        const copies = [...new Set(ages)].map((ago) => copy(ago));
        const left = kept(copies, some);
        expect(left).toContain(`${Math.min(...ages)} days ago`);
        const most = Math.max(1, some.daily + some.weekly + some.monthly);
        expect(left.length).toBeLessThanOrEqual(Math.min(most, Math.max(1, some.bytes)));
        // letting go again lets nothing more go
        expect(
          kept(
            copies.filter(({ name }) => left.includes(name)),
            some,
          ),
        ).toEqual(left);
      },
    ),
  );
});
