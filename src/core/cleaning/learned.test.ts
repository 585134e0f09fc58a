import { learnedMinutes, withLearned } from './learned';

test('five of a kind make a median; four do not', () => {
  expect(learnedMinutes([10, 12, 11, 90])).toBeNull();
  expect(learnedMinutes([10, 12, 11, 90, 13])).toEqual({ minutes: 12, of: 5 });
  // the last fifteen count: the slow first ones are forgotten
  expect(learnedMinutes([...Array<number>(30).fill(40), ...Array<number>(15).fill(9)])).toEqual({
    minutes: 9,
    of: 15,
  });
  expect(learnedMinutes([0, 0, 0, 0, 0])!.minutes).toBe(1);
});

test('hands-on time is divided as before; the wait stays', () => {
  const comb = { active: 10, passive: 60, finishing: 15 };
  expect(withLearned(comb, null)).toBe(comb);
  expect(withLearned(comb, { minutes: 50, of: 5 })).toEqual({
    active: 20,
    passive: 60,
    finishing: 30,
  });
  expect(withLearned({ active: 5, passive: 3, finishing: 0 }, { minutes: 8, of: 5 })).toEqual({
    active: 8,
    passive: 3,
    finishing: 0,
  });
  expect(withLearned(comb, { minutes: 1, of: 5 })).toEqual({
    active: 1,
    passive: 60,
    finishing: 1,
  });
});
