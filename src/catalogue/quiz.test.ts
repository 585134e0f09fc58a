import { judgeMethod, parts } from './matrix';
import { facingQuestions, touchQuestions } from './quiz';

it('asks what may touch what with as many of each verdict, none twice', () => {
  for (let seed = 1; seed <= 30; seed++) {
    const asked = touchQuestions(seed, 9);
    expect(asked).toHaveLength(9);
    expect(new Set(asked.map(({ ask }) => ask)).size).toBe(9);
    expect([0, 1, 2].map((right) => asked.filter((one) => one.right === right).length)).toEqual([
      3, 3, 3,
    ]);
  }
});

it('answers as the matrix judges', () => {
  const caustic = Array.from({ length: 60 }, (_, seed) => touchQuestions(seed, 9))
    .flat()
    .find(({ ask }) => ask === 'Caustic on an aluminium honeycomb')!;
  expect(caustic.right).toBe(2);
  expect(caustic.why).toBe(judgeMethod('caustic', parts[3]).rule!.why);
});

it('asks which way round with one right answer among three, the lens first', () => {
  for (let seed = 1; seed <= 30; seed++) {
    const asked = facingQuestions(seed, 6);
    expect(asked).toHaveLength(6);
    expect(asked[0]!.answers[asked[0]!.right]).toBe('curved side to the beam');
    for (const { answers, right } of asked) {
      expect(new Set(answers).size).toBe(3);
      expect(right).toBeGreaterThanOrEqual(0);
    }
  }
});

it('asks the same for the same seed', () => {
  expect(facingQuestions(7, 6)).toEqual(facingQuestions(7, 6));
  expect(facingQuestions(7, 6)).not.toEqual(facingQuestions(8, 6));
});
