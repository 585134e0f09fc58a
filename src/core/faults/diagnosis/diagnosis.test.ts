import fc from 'fast-check';
import { cumulativeStdNormalProbability } from 'simple-statistics';
import {
  entropy,
  expectedInformation,
  expectedMinutes,
  rankChecks,
  searchOrder,
  type Check,
  type SureCheck,
} from './checks';
import {
  answerWords,
  chanceOfWrong,
  evidenceOf,
  figured,
  graded,
  outcomesSaid,
  usualOutcome,
  yesOrNo,
} from './outcomes';
import { capped, rankCauses, tempered } from './posterior';

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
  expect(expectedInformation([yesOrNo({ a: 1 }, 0)], causes)).toBe(1);
  expect(expectedInformation([yesOrNo({}, 1)], causes)).toBe(0);
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
        const [yes, no] = yesOrNo(
          Object.fromEntries(rows.map(([, p], i) => [`c${i}`, p])),
          0.5,
        ).outcomes;
        const before = rankCauses(hypotheses, []);
        const bits = (seen: Parameters<typeof rankCauses>[1]) =>
          entropy(rankCauses(hypotheses, seen).map(({ probability }) => probability));
        const lost = [yes!, no!].reduce((left, outcome) => {
          const p = before.reduce(
            (sum, { id, probability }) => sum + probability * outcome.likelihood[id]!,
            0,
          );
          return left - p * bits([evidenceOf('check', [outcome])]);
        }, bits([]));
        expect(expectedInformation([{ outcomes: [yes!, no!] }], before)).toBeCloseTo(lost, 6);
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
    opening: opening ? 'isolate' : null,
    ...yesOrNo(yes, 0.05),
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

const well = { id: 'well', weight: 1 };
const grades = graded(
  [
    ['clear', 'Clear'],
    ['haze', 'Hazy'],
    ['soiled', 'Soiled'],
  ],
  { dirty: [0.1, 0.3, 0.6], cracked: [0.8, 0.1, 0.1] },
  [0.9, 0.08, 0.02],
);

describe('answers with grades', () => {
  const causes = rankCauses([{ id: 'dirty', weight: 1 }, { id: 'cracked', weight: 1 }, well], []);

  it('say what each is worth, and what a plain yes or no would be', () => {
    expect(outcomesSaid(grades, 'haze')!.map(({ id }) => id)).toEqual(['haze']);
    expect(outcomesSaid(grades, 'yes')!.map(({ id }) => id)).toEqual(['haze', 'soiled']);
    expect(outcomesSaid(grades, 'no')!.map(({ id }) => id)).toEqual(['clear']);
    expect(outcomesSaid(grades, 'perhaps')).toBeNull();
    expect(outcomesSaid(yesOrNo({}, 0.1), 'yes')!.map(({ id }) => id)).toEqual(['yes']);
    expect(evidenceOf('look', outcomesSaid(grades, 'yes')!)).toEqual({
      id: 'look',
      likelihood: { dirty: expect.closeTo(0.9, 9), cracked: expect.closeTo(0.2, 9) },
      otherwise: expect.closeTo(0.1, 9),
    });
    expect(chanceOfWrong(grades, 'dirty')).toBeCloseTo(0.9, 9);
    expect(chanceOfWrong(grades, 'nobody')).toBeCloseTo(0.1, 9);
    expect(usualOutcome(grades, 'dirty').id).toBe('soiled');
    expect(usualOutcome(grades, 'nobody').id).toBe('clear');
    expect(
      ['haze', 'yes', 'no', 'unknown', 'gone'].map((said) => answerWords(grades, said)),
    ).toEqual(['Hazy', 'Yes', 'No', "Can't tell", 'gone']);
  });

  it('tell more than yes or no would', () => {
    const merged = yesOrNo({ dirty: 0.9, cracked: 0.2 }, 0.1);
    expect(expectedInformation([grades], causes)).toBeGreaterThan(
      expectedInformation([merged], causes),
    );
  });

  it('are refused where their shares do not add up', () => {
    const two = [
      ['good', 'Good'],
      ['bad', 'Bad'],
    ] as const;
    expect(() => graded(two, { a: [0.5, 0.6] }, [0.5, 0.5])).toThrow('of sum 1: 0.5, 0.6');
    expect(() => graded(two, {}, [1])).toThrow('each of 2 grades');
  });
});

describe('answers with a figure', () => {
  const scale = { unit: '°C', least: 0, most: 50, step: 1 };
  const warm = figured(scale, { pump: [32, 4] }, [22, 2], (celsius) => celsius >= 28);

  it('are spread normally, as a table of the normal distribution has it, and add up to 1', () => {
    const all = (cause: string) =>
      warm.outcomes.reduce((sum, one) => sum + (one.likelihood[cause] ?? one.otherwise), 0);
    expect(all('pump')).toBeCloseTo(1, 9);
    expect(all('nobody')).toBeCloseTo(1, 9);
    // two hundredths are spread evenly over the fifty steps
    const z = (celsius: number) => cumulativeStdNormalProbability((celsius - 32) / 4);
    const [step] = outcomesSaid(warm, '34.6')!;
    expect(step!.id).toBe('34');
    expect(step!.likelihood['pump']).toBeCloseTo(0.98 * (z(35) - z(34)) + 0.02 / 50, 3);
    // P(figure from 28 on) with mean 32 and deviation 4 is that of z above -1: 0.8413
    expect(chanceOfWrong(warm, 'pump')).toBeCloseTo(0.98 * 0.8413 + 0.02 * (22 / 50), 3);
  });

  it('count by how far off they are, ends included, and nothing else is one', () => {
    const odds = (said: string) => {
      const [pump] = rankCauses(
        [{ id: 'pump', weight: 1 }, well],
        [evidenceOf('warm', outcomesSaid(warm, said)!)],
      ).filter(({ id }) => id === 'pump');
      return pump!.probability;
    };
    expect(odds('22')).toBeLessThan(0.1);
    expect(odds('26')).toBeLessThan(odds('28'));
    expect(odds('28')).toBeLessThan(odds('30.5'));
    expect(outcomesSaid(warm, '0')![0]!.id).toBe('0');
    expect(outcomesSaid(warm, '50')![0]!.id).toBe('49');
    expect(
      ['50.1', '-1', '', 'warm', '1e9', '34 °C'].map((said) => outcomesSaid(warm, said)),
    ).toEqual([null, null, null, null, null, null]);
    expect(outcomesSaid(warm, 'yes')).toHaveLength(22);
    expect(answerWords(warm, '34.6')).toBe('34.6 °C');
  });
});

test('checks that need one opening share it: the better takes the other along where that pays', () => {
  const causes = rankCauses(
    ['a', 'b', 'c', 'd'].map((id) => ({ id, weight: 1 })),
    [],
  );
  const look = (id: string, opening: string | null, minutes: number, cause: string): Check => ({
    id,
    minutes,
    opening,
    ...yesOrNo({ [cause]: 0.95 }, 0.05),
  });
  const ranked = rankChecks(
    [
      look('lens', 'head-off', 1, 'a'),
      look('window', 'head-off', 2, 'b'),
      look('rail', 'isolate', 4, 'c'),
    ],
    causes,
  );
  const [lens] = ranked;
  expect(ranked.map(({ check, besides }) => [check.id, besides?.id ?? null])).toEqual([
    ['lens', 'window'],
    ['window', null],
    ['rail', null],
  ]);
  // both for 1 + 2 minutes, one walk of 2 and one opening of 3
  const both = expectedInformation([lens!.check, lens!.besides!], causes);
  expect(lens!.rate).toBeCloseTo(both / 8, 12);
  expect(both).toBeLessThan(
    expectedInformation([lens!.check], causes) + expectedInformation([lens!.besides!], causes),
  );
  // of two that are made without opening, none waits for the other
  const open = rankChecks([look('x', null, 1, 'a'), look('y', null, 1, 'b')], causes);
  expect(open.map(({ besides }) => besides)).toEqual([null, null]);
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

describe('evidence with a part of its say, and probabilities with a bound', () => {
  const hypotheses = [
    { id: 'a', weight: 1 },
    { id: 'b', weight: 1 },
    { id: 'c', weight: 2 },
  ];
  const seen = { id: 'e', likelihood: { a: 0.8, b: 0 }, otherwise: 0.2 };

  test('half of its say is the square root of each likelihood, what is impossible keeps a thousandth', () => {
    const half = tempered(seen, 0.5);
    expect(half.id).toBe('e');
    expect(half.likelihood['a']).toBeCloseTo(Math.sqrt(0.8), 12);
    expect(half.likelihood['b']).toBeCloseTo(Math.sqrt(0.001), 12);
    expect(half.otherwise).toBeCloseTo(Math.sqrt(0.2), 12);
    expect(tempered({ ...seen, otherwise: 0 }, 1)).toEqual({
      id: 'e',
      likelihood: { a: 0.8, b: 0.001 },
      otherwise: 0.001,
    });
    // twice with half of its say is once with all of it
    const of = (evidence: (typeof seen)[]) =>
      rankCauses(hypotheses, evidence).map(({ id, probability }) => [id, probability.toFixed(9)]);
    expect(of([half, { ...half, id: 'f' }] as never)).toEqual(of([seen]));
  });

  test('what the likeliest has too much is shared as the others stand to each other', () => {
    const ranked = (some: [string, number][]) =>
      some.map(([id, probability]) => ({ id, probability, factors: [] }));
    const bounded = capped(
      ranked([
        ['a', 0.9],
        ['b', 0.06],
        ['c', 0.04],
      ]),
      0.8,
    );
    expect(bounded.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    const [a, b, c] = bounded.map(({ probability }) => probability);
    expect(a).toBe(0.8);
    expect(b).toBeCloseTo(0.12, 12);
    expect(c).toBeCloseTo(0.08, 12);
    const within = ranked([
      ['a', 0.8],
      ['b', 0.2],
    ]);
    expect(capped(within, 0.8)).toEqual(within);
    expect(capped(ranked([['a', 1]]), 0.8)).toEqual(ranked([['a', 1]]));
    expect(capped([], 0.8)).toEqual([]);
  });

  test('how much likelier something was under a cause than under the others (by hand)', () => {
    const [first] = rankCauses(hypotheses, [seen]);
    // 1 × 0.8, 1 × 0.001 and 2 × 0.2 of 1.201
    expect(first).toMatchObject({ id: 'a' });
    expect(first!.probability).toBeCloseTo(0.8 / 1.201, 12);
    // under the others: (0.25 × 0.001 + 0.5 × 0.2) / 0.75
    expect(first!.factors[0]!.factor).toBeCloseTo(0.8 / (0.10025 / 0.75), 9);
    const [alone] = rankCauses([{ id: 'a', weight: 3 }], [seen]);
    expect(alone).toEqual({ id: 'a', probability: 1, factors: [{ evidence: 'e', factor: 1 }] });
  });
});
