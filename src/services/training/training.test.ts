import { workedSoFar, type Stretch } from '../../core/cleaning/order';
import { harmWords } from '../../core/cleaning/rules';
import { findCheck } from '../../catalogue/checks';
import { causeModels } from '../../catalogue/diagnosis';
import { must, eachTestShop, refusal } from '../testing/shop';
import { drillAnswer, drillCase, drillEnd } from './drill';
import { attemptsOf, learned } from './learned';
import { orderPuzzle } from './puzzle';
import { answerDrill, endDrill, finishExercise } from './training';

const seeds = Array.from({ length: 40 }, (_, i) => i + 1);

describe('a made-up fault', () => {
  it('is the same for the same seed, and another for another', () => {
    expect(drillCase(5)).toEqual(drillCase(5));
    expect(new Set(seeds.map((seed) => drillCase(seed).signs.join())).size).toBeGreaterThan(8);
  });

  it('shows signs that its cause gives, and offers the cause and checks that tell', () => {
    for (const seed of seeds) {
      const { causes, checks, signs } = drillCase(seed);
      const { truth } = drillEnd(seed, 'none');
      expect(causes.map(({ words }) => words)).toContain(truth);
      expect(signs.length).toBeGreaterThan(0);
      expect(checks.length).toBeGreaterThan(5);
      const cause = causeModels.find(({ words }) => words === truth)!;
      for (const check of checks) {
        // no other way is likelier under the true cause
        const { outcomes } = findCheck(check.id)!.answers;
        const likeliest = Math.max(
          ...outcomes.map((one) => one.likelihood[cause.id] ?? one.otherwise),
        );
        const told = outcomes.find(({ words }) => words === drillAnswer(seed, check.id))!;
        expect(told.likelihood[cause.id] ?? told.otherwise).toBe(likeliest);
      }
    }
  });

  it('tells right from wrong, and the program finds most by its own checks', () => {
    const ends = seeds.map((seed) => {
      const truth = drillEnd(seed, 'none').truth;
      const { id } = drillCase(seed).causes.find(({ words }) => words === truth)!;
      expect(drillEnd(seed, id).right).toBe(true);
      const wrong = drillCase(seed).causes.find((one) => one.id !== id)!;
      expect(drillEnd(seed, wrong.id).right).toBe(false);
      return drillEnd(seed, id);
    });
    const found = ends.filter(({ named, truth }) => named === truth).length;
    expect(found / ends.length).toBeGreaterThan(0.6);
  });

  it('refuses checks and causes that are none of its', () => {
    expect(answerDrill({ seed: 1, check: 'nonsense' })).toMatchObject({ ok: false });
    expect(endDrill({ seed: 1, cause: 'nonsense' })).toMatchObject({ ok: false });
    expect(answerDrill({ seed: 1, check: drillCase(1).checks[0]!.id })).toMatchObject({ ok: true });
  });
});

describe('a shuffled sheet', () => {
  it('is the same for the same seed, of every family in turn', () => {
    expect(orderPuzzle(5)).toEqual(orderPuzzle(5));
    expect(new Set(seeds.map((seed) => orderPuzzle(seed).family)).size).toBe(6);
  });

  it('can be put in order by its rules, never sooner than the soonest, and each wrong turn has its harm', () => {
    for (const seed of seeds) {
      const { tasks, stretches, soonest } = orderPuzzle(seed);
      const done: Stretch[] = [];
      const met = new Set<string>();
      while (done.length < stretches.length) {
        const { brokenBy } = workedSoFar(tasks, done);
        const left = stretches.filter((one) => !done.includes(one));
        for (const one of left) for (const { rule } of brokenBy(one)) met.add(rule);
        done.push(left.find((one) => brokenBy(one).length === 0)!);
      }
      expect(workedSoFar(tasks, done).timed.finish).toBeGreaterThanOrEqual(soonest);
      expect(met.size).toBeGreaterThan(5);
      for (const rule of met) {
        expect([rule, harmWords[rule]]).toEqual([rule, expect.stringMatching(/^[a-z]/)]);
      }
      expect(new Set(stretches.map(({ title }) => title)).size).toBe(stretches.length);
    }
  });
});

describe('what is learned', () => {
  const shop = eachTestShop();

  it('is kept by person and exercise, and nothing else of it', () => {
    const amina = { id: null, name: 'Amina', source: 'hand' as const };
    const keep = (score: number, passed: boolean, key: string) =>
      must(finishExercise(shop, amina, { exercise: 'dots', score, passed, key }));
    keep(7, false, 'first-time');
    shop.clock.now += 60_000;
    keep(3, true, 'second-time');
    keep(3, true, 'second-time');
    expect(learned(shop).get('Amina')).toEqual({
      dots: { times: 2, passed: 1, last: shop.clock.now, score: 3 },
    });
    expect(attemptsOf(shop, 'Amina').map(({ score, passed }) => [score, passed])).toEqual([
      [3, true],
      [7, false],
    ]);
    expect(attemptsOf(shop, 'Bo')).toEqual([]);
    expect(
      refusal(
        finishExercise(shop, amina, {
          exercise: 'dots',
          score: Number.NaN,
          passed: true,
          key: 'third-time',
        }),
      ),
    ).toContain('Give the score');
  });
});
