import { lateness } from './lateness';
import type { ScheduleProblem, ScheduleTask } from './problem';

const days = 10;
/** Fills by so much a day, from where it stands. */
const filling = (
  id: string,
  start: number,
  aDay: number,
  coveredBy: string[] = [],
): ScheduleTask => ({
  id,
  machine: 'wren',
  criticality: 'motion',
  minutes: 10,
  openings: [],
  fillings: [{ start, sum: Array.from({ length: days + 1 }, (_, day) => aDay * day) }],
  coveredBy,
  after: [],
  from: 0,
});
const problem = (tasks: ScheduleTask[]): ScheduleProblem => ({
  tasks,
  windows: [2, 6].map((tick) => ({ id: `w${tick}`, tick, minutes: 60, booked: [] })),
  days,
  setUpMinutes: {},
  openingMinutes: {},
  pinned: [],
  barred: [],
});

test('days that begin past a limit, of the task that stands so longest', () => {
  // past it now, cleaned on the third day: two days; never again
  const now = filling('now', 1.2, 0.05);
  // reaches it on the fifth day, cleaned on the seventh: 0.75 + 5 × 0.06 = 1.05
  const soon = filling('soon', 0.75, 0.06);
  const never = filling('never', 0.1, 0.01);
  expect(lateness(problem([now, soon, never]), [[0], [1], []])).toEqual({ tasks: 2, worstDays: 2 });
  // left alone they stand past it to the end
  expect(lateness(problem([now, soon, never]), [[], [], []])).toEqual({ tasks: 2, worstDays: 10 });
  expect(lateness(problem([never]), [[]])).toEqual({ tasks: 0, worstDays: 0 });
});

test('a deeper task does the shallower too', () => {
  const wipe = filling('wipe', 1.1, 0.01, ['strip']);
  const strip = filling('strip', 0.2, 0.01);
  expect(lateness(problem([wipe, strip]), [[], [0]])).toEqual({ tasks: 1, worstDays: 2 });
});
