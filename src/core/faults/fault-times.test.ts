import { downTime, faultTimes } from './fault-times';

const minute = 60_000;

test('worked by hand: reported at 5, looked at after 10, held 0 to 40 and 30 to 50, closed after 60', () => {
  const times = faultTimes(
    {
      reportedAt: 5 * minute,
      firstStepAt: 15 * minute,
      closedAt: 65 * minute,
      repairMinutes: [6, 4],
      holds: [
        { from: 30 * minute, to: 50 * minute },
        { from: 0, to: 40 * minute },
      ],
    },
    999 * minute,
  );
  expect(times).toEqual({
    response: 10 * minute,
    repairMinutes: 10,
    open: 60 * minute,
    down: 50 * minute,
  });
});

test('what is still open counts up to now', () => {
  const story = {
    reportedAt: 30,
    firstStepAt: null,
    closedAt: null,
    repairMinutes: [],
    holds: [{ from: 5, to: null }],
  };
  expect(faultTimes(story, 100)).toEqual({ response: null, repairMinutes: 0, open: 70, down: 95 });
});

test('a hold within another, and one that begins where another ends, count no time twice', () => {
  const hold = (from: number, to: number | null) => ({ from, to });
  expect(downTime([hold(0, 10), hold(2, 5)], 99)).toBe(10);
  expect(downTime([hold(0, 10), hold(10, 12), hold(8, 11)], 99)).toBe(12);
  expect(downTime([hold(0, 10), hold(20, null), hold(25, 30)], 99)).toBe(89);
  expect(downTime([], 99)).toBe(0);
});
