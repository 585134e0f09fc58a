import { elapsed, handsOn } from './minutes';

it('hands are free while it waits; the machine is not', () => {
  const soak = { active: 6, passive: 45, finishing: 4 };
  expect(handsOn(soak)).toBe(10);
  expect(elapsed(soak)).toBe(55);
  expect([handsOn, elapsed].map((of) => of({ active: 3, passive: 0, finishing: 0 }))).toEqual([
    3, 3,
  ]);
});
