import fc from 'fast-check';
import {
  entropy,
  evidenceOf,
  expectedInformation,
  expectedMinutes,
  rankChecks,
  searchOrder,
  type Check,
  type SureCheck,
} from './checks';
import { rankCauses } from './posterior';

// D. M. Eddy, "Probabilistic reasoning in clinical medicine" (1982), in the figures with which it is
// usually retold: 1 % ill, 80 % of them test positive, 9.6 % of the others too. From memory.
const ill = [
  { id: 'ill', weight: 0.01 },
  { id: 'well', weight: 0.99 },
];
const positive = (id: string) => ({ id, likelihood: { ill: 0.8 }, otherwise: 0.096 });

test('Bayes by hand: one positive test, and two', () => {
  const one = rankCauses(ill, [positive('first')]).find(({ id }) => id === 'ill')!;
  // 0.008 / (0.008 + 0.09504)
  expect(one.probability).toBeCloseTo(0.0776, 4);
  const two = rankCauses(ill, [positive('first'), positive('second')]);
  // 0.0064 / (0.0064 + 0.00912384)
  expect(two.find(({ id }) => id === 'ill')!.probability).toBeCloseTo(0.41227, 4);
  expect(two[0]!.id).toBe('well');
  // a positive test is 0.8 / 0.096 times as likely when ill
  expect(one.factors).toEqual([{ evidence: 'first', factor: expect.closeTo(8.333, 3) }]);
});

test('the order of the evidence does not matter, and no cause is ever shut out', () => {
  const likelihood = fc.double({ min: 0, max: 1, noNaN: true });
  const seen = fc.array(fc.record({ a: likelihood, b: likelihood, otherwise: likelihood }), {
    maxLength: 6,
  });
  const causes = ['a', 'b', 'c'].map((id, i) => ({ id, weight: i + 1 }));
  fc.assert(
    fc.property(seen, (rows) => {
      const evidence = rows.map(({ a, b, otherwise }, i) => ({
        id: `e${i}`,
        likelihood: { a, b },
        otherwise,
      }));
      const one = rankCauses(causes, evidence);
      const back = rankCauses(causes, evidence.toReversed());
      expect(one.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
      for (const { id, probability, factors } of one) {
        expect(probability).toBeGreaterThan(0);
        expect(back.find((other) => other.id === id)!.probability).toBeCloseTo(probability, 9);
        // the factors are what moved its odds from where they were
        const prior = causes.find((cause) => cause.id === id)!.weight / 6;
        const odds = factors.reduce((product, { factor }) => product * factor, prior / (1 - prior));
        expect(odds / (1 + odds)).toBeCloseTo(probability, 9);
      }
    }),
  );
  expect(() => rankCauses([], [])).toThrow('at least one');
  expect(() => rankCauses([{ id: 'a', weight: 0 }], [])).toThrow('above 0');
});

test('information: a coin tells one bit, a check that always says yes tells nothing', () => {
  expect(entropy([0.5, 0.5])).toBe(1);
  expect(entropy([1, 0])).toBe(0);
  const causes = [
    { id: 'a', probability: 0.5 },
    { id: 'b', probability: 0.5 },
  ];
  expect(expectedInformation({ yes: { a: 1 }, otherwise: 0 }, causes)).toBe(1);
  expect(expectedInformation({ yes: {}, otherwise: 1 }, causes)).toBe(0);
  // it equals the entropy that is lost on average
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.double({ min: 0.01, max: 1, noNaN: true }),
          fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        ),
        {
          minLength: 2,
          maxLength: 6,
        },
      ),
      (rows) => {
        const hypotheses = rows.map(([weight], i) => ({ id: `c${i}`, weight }));
        const check: Check = {
          id: 'check',
          minutes: 1,
          opening: false,
          yes: Object.fromEntries(rows.map(([, yes], i) => [`c${i}`, yes])),
          otherwise: 0.5,
        };
        const before = rankCauses(hypotheses, []);
        const pYes = before.reduce(
          (sum, { id, probability }) => sum + probability * check.yes[id]!,
          0,
        );
        const after = (answer: 'yes' | 'no') =>
          entropy(
            rankCauses(hypotheses, [evidenceOf(check, answer)]).map(
              ({ probability }) => probability,
            ),
          );
        const lost =
          entropy(before.map(({ probability }) => probability)) -
          pYes * after('yes') -
          (1 - pYes) * after('no');
        expect(expectedInformation(check, before)).toBeCloseTo(lost, 6);
      },
    ),
  );
});

test('the check that tells most a minute comes first, one that needs opening only when it tells far more', () => {
  const causes = rankCauses(
    ['a', 'b', 'c'].map((id) => ({ id, weight: 1 })),
    [],
  );
  const check = (
    id: string,
    minutes: number,
    opening: boolean,
    yes: Record<string, number>,
  ): Check => ({
    id,
    minutes,
    opening,
    yes,
    otherwise: 0.05,
  });
  const ids = (...checks: Check[]) => rankChecks(checks, causes).map(({ check: one }) => one.id);
  expect(ids(check('slow', 10, false, { a: 0.95 }), check('quick', 1, false, { a: 0.95 }))).toEqual(
    ['quick', 'slow'],
  );
  expect(ids(check('open', 1, true, { a: 0.95 }), check('safe', 2, false, { a: 0.95 }))).toEqual([
    'safe',
    'open',
  ]);
  expect(ids(check('open', 1, true, { a: 0.95 }), check('safe', 9, false, { a: 0.6 }))).toEqual([
    'open',
    'safe',
  ]);
  expect(ids(check('idle', 1, false, {}))).toEqual([]);
});

function permutations<T>(items: readonly T[]): T[][] {
  if (items.length <= 1) return [[...items]];
  return items.flatMap((item, i) =>
    permutations(items.toSpliced(i, 1)).map((rest) => [item, ...rest]),
  );
}

const sureChecks = fc
  .array(
    fc.record({
      weight: fc.integer({ min: 1, max: 50 }),
      minutes: fc.integer({ min: 1, max: 20 }),
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((rows): SureCheck[] => {
    const sum = rows.reduce((all, { weight }) => all + weight, 0);
    return rows.map(({ weight, minutes }, i) => ({
      id: `c${i}`,
      probability: weight / sum,
      minutes,
    }));
  });

test.each([true, false])(
  'sure checks are made in the best of all orders (last one made: %s)',
  (made) => {
    fc.assert(
      fc.property(sureChecks, (checks) => {
        const best = Math.min(...permutations(checks).map((order) => expectedMinutes(order, made)));
        expect(expectedMinutes(searchOrder(checks, made), made)).toBeCloseTo(best, 9);
      }),
      { numRuns: 150 },
    );
  },
);

test('where elimination saves the last check, probability over minutes can fail', () => {
  const a = { id: 'A', probability: 0.9, minutes: 5 };
  const b = { id: 'B', probability: 0.1, minutes: 1 };
  expect(searchOrder([a, b], true).map(({ id }) => id)).toEqual(['A', 'B']);
  expect(searchOrder([a, b], false).map(({ id }) => id)).toEqual(['B', 'A']);
  expect(expectedMinutes([b, a], false)).toBe(1);
  expect(expectedMinutes([a, b], false)).toBe(5);
});
