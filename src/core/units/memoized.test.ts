import { memoized } from './memoized';

test('each answer is worked out once, nothing and zero too', () => {
  const asked: unknown[] = [];
  const answers: Record<string, unknown> = { a: undefined, b: null, c: 0 };
  const answer = memoized((of: string) => {
    asked.push(of);
    return answers[of];
  });
  expect(['a', 'b', 'c', 'c', 'b', 'a'].map(answer)).toEqual([
    undefined,
    null,
    0,
    0,
    null,
    undefined,
  ]);
  expect(asked).toEqual(['a', 'b', 'c']);
});

test('objects are told apart by who they are', () => {
  let asked = 0;
  const answer = memoized((_of: object) => ++asked);
  const one = { id: 1 };
  expect([answer(one), answer({ id: 1 }), answer(one)]).toEqual([1, 2, 1]);
});
