import { comingUp, weeklyLoad } from './load';
import { type ScheduleTask } from './problem';

const days = 21;
/** A task that fills by the same share each day. */
const task = (id: string, daily: number, over: Partial<ScheduleTask> = {}): ScheduleTask => ({
  id,
  machine: 'Wren',
  criticality: 'housekeeping',
  minutes: 10,
  openings: [],
  fillings: [filling(daily)],
  coveredBy: [],
  after: [],
  from: 0,
  ...over,
});
const filling = (daily: number, start = 0) => ({
  start,
  sum: Array.from({ length: days + 1 }, (_, day) => day * daily),
});
const daysOf = (tasks: ScheduleTask[], index = 0) =>
  comingUp(tasks, days)
    .filter((one) => one.task === index)
    .map(({ day }) => day);

describe('when tasks come up', () => {
  it('not before a limit that must be reached too, which is then the one that counts', () => {
    const fillings = [filling(0.25), { ...filling(0.1), notBefore: true as const }];
    expect(daysOf([task('both', 0, { fillings })])).toEqual([10, 20]);
    expect(comingUp([task('both', 0, { fillings })], days).map(({ limit }) => limit)).toEqual([
      1, 1,
    ]);
  });

  it('each time their limit is reached since the last time; what is past it, on the first day', () => {
    expect(daysOf([task('weekly', 0.125)])).toEqual([8, 16]);
    expect(daysOf([task('late', 0.125, { fillings: [filling(0.125, 1.5)] })])).toEqual([0, 8, 16]);
    expect(daysOf([task('half', 0.125, { fillings: [filling(0.125, 0.5)] })])).toEqual([4, 12, 20]);
    expect(daysOf([task('never', 0)])).toEqual([]);
  });

  it('a deeper task does it too and begins it anew, in whatever order they are listed', () => {
    const wipe = task('wipe', 0.25, { coveredBy: ['clean'] });
    const clean = task('clean', 0.1, { fillings: [filling(0.1, 0.5)] });
    // the clean falls on days 5 and 15; the wipe on 4, then four days after each
    expect(daysOf([wipe, clean])).toEqual([4, 9, 13, 19]);
    expect(daysOf([clean, wipe], 1)).toEqual([4, 9, 13, 19]);
  });

  it('one that nothing does too comes up though others at its station are done that day', () => {
    const clean = task('clean', 0.25);
    expect(daysOf([clean, task('grease', 0.25)], 1)).toEqual([4, 8, 12, 16, 20]);
    expect(daysOf([clean, task('wipe', 0.25, { coveredBy: ['clean'] })], 1)).toEqual([]);
    expect(daysOf([task('wipe', 0.25, { coveredBy: ['gone'] })])).toEqual([4, 8, 12, 16, 20]);
  });

  it('the limit that was reached first is named, the day before the task', () => {
    const two = task('two', 0, { fillings: [filling(0.05), filling(0.1)] });
    const start = task('start', 0, { fillings: [filling(0, 1.2), filling(0, 1.1)] });
    expect(comingUp([two, start], 12)).toEqual([
      { task: 1, day: 0, limit: 0 },
      { task: 0, day: 10, limit: 1 },
    ]);
  });
});

test('a week pays each machine and each of its openings once, another machine its own', () => {
  const tasks = [
    task('bed', 0.25, { openings: ['bed out'] }),
    task('rails', 0.25, { openings: ['bed out', 'panel'], minutes: 7 }),
    task('lens', 0.125, { machine: 'Heron', openings: ['bed out'], minutes: 3 }),
  ];
  const load = weeklyLoad(
    tasks,
    comingUp(tasks, 10),
    10,
    { Wren: 5, Heron: 6 },
    { 'bed out': 4, panel: 2 },
  );
  // in the first week Wren's day 4, in the second its day 8 and Heron's day 8
  expect(load).toEqual([
    { work: 17, openings: 5 + 4 + 2, byMachine: new Map([['Wren', 28]]) },
    {
      work: 20,
      openings: 11 + 6 + 4,
      byMachine: new Map([
        ['Wren', 28],
        ['Heron', 13],
      ]),
    },
  ]);
  // twice in one week: the work twice, the openings once
  const twice = [task('often', 0.5, { openings: ['panel'] })];
  expect(weeklyLoad(twice, comingUp(twice, 7), 7, { Wren: 5 }, {})[0]).toMatchObject({
    work: 30,
    openings: 5,
  });
});
