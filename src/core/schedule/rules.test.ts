import { effectOf, moved, pastDays } from './moves';
import {
  scheduleCost,
  sittings,
  violations,
  type ScheduleProblem,
  type ScheduleTask,
} from './problem';

const task = (id: string, change: Partial<ScheduleTask> = {}): ScheduleTask => ({
  id,
  machine: 'heron',
  criticality: 'housekeeping',
  minutes: 10,
  openings: [],
  // fills by a tenth a day, from a half
  fillings: [{ start: 0.5, sum: Array.from({ length: 15 }, (_, day) => day / 10) }],
  coveredBy: [],
  after: [],
  from: 0,
  ...change,
});

/** Three windows: the evenings of the first two days, and a second one on the second. */
const problem = (
  tasks: ScheduleTask[],
  change: Partial<ScheduleProblem> = {},
): ScheduleProblem => ({
  tasks,
  windows: [
    { id: 'w1', tick: 1, minutes: 60, booked: [] },
    { id: 'w2', tick: 2, minutes: 60, booked: [] },
    { id: 'w2b', tick: 2, minutes: 60, booked: ['wren'] },
  ],
  days: 14,
  setUpMinutes: { heron: 5, wren: 7 },
  openingMinutes: { panel: 3, bed: 4 },
  pinned: [],
  barred: [],
  ...change,
});
const broken = (tasks: ScheduleTask[], plan: number[][], change: Partial<ScheduleProblem> = {}) =>
  violations(problem(tasks, change), plan).map(({ rule, at }) => `${rule} ${at}`);

describe('the rules of a plan', () => {
  it('a window holds as much as it has minutes, making safe and openings with them', () => {
    const many = [
      task('a', { minutes: 40, openings: ['panel'] }),
      task('b', { minutes: 12, openings: ['panel'] }),
    ];
    expect(broken(many, [[0], [0]])).toEqual([]); // 5 + 3 + 40 + 12
    many[1] = task('b', { minutes: 13, openings: ['panel'] });
    expect(broken(many, [[0], [0]])).toEqual(['window w1']);
    expect(broken(many, [[0], [1]])).toEqual([]);
    expect(violations(problem(many), [[0], [0]])[0]!.words).toBe('61 min in a window of 60');
  });

  it('a machine is not cleaned while it is booked', () => {
    const one = [task('a', { machine: 'wren' })];
    expect(broken(one, [[1]])).toEqual([]);
    expect(broken(one, [[2]])).toEqual(['booking wren']);
  });

  it('what a hand put stays, what a hand refused does not come back', () => {
    const one = [task('a')];
    const pinned = [{ task: 'a', window: 'w2' }];
    expect(broken(one, [[1]], { pinned })).toEqual([]);
    expect(broken(one, [[0]], { pinned })).toEqual(['pin a']);
    expect(broken(one, [[0]], { pinned: [{ task: 'a', window: 'gone' }] })).toEqual([]);
    expect(broken(one, [[0]], { pinned: [{ task: 'gone', window: 'w2' }] })).toEqual([]);
    const refused = (window: string | null) => ({ barred: [{ task: 'a', window }] });
    expect(broken(one, [[0]], refused('w1'))).toEqual(['refused a']);
    expect(broken(one, [[1]], refused('w1'))).toEqual([]);
    expect(broken(one, [[1]], refused(null))).toEqual(['refused a']);
    expect(broken(one, [[]], refused(null))).toEqual([]);
  });

  it('what is put off waits until its day', () => {
    const off = [task('a', { from: 2 })];
    expect(broken(off, [[0]])).toEqual(['put off a']);
    expect(broken(off, [[1]])).toEqual([]);
  });

  it('what can burn is not let past its limit, unless it is past it already', () => {
    const fire = (start: number) => [
      task('a', {
        criticality: 'fire',
        fillings: [{ start, sum: Array.from({ length: 15 }, (_, day) => day / 10) }],
      }),
    ];
    // 0.5 and a tenth a day: past 1 after the fifth day; done on the second it lasts to the twelfth
    expect(broken(fire(0.5), [[]])).toEqual(['fire a']);
    expect(broken(fire(0.5), [[1]])).toEqual(['fire a']);
    expect(broken(fire(-1), [[1]])).toEqual(['fire a']);
    expect(broken(fire(-0.4), [[]])).toEqual([]); // at the very limit on the last day
    expect(broken(fire(-0.3), [[]])).toEqual(['fire a']);
    expect(violations(problem(fire(1.2), { days: 10 }), [[0]])).toEqual([]);
  });

  it.each<[string, number[], number[], boolean]>([
    ['before it, by days', [0], [1], false],
    ['after it, by days', [1], [0], true],
    ['in the same window', [1], [1], false],
    ['later on the same day', [2], [1], true],
    ['earlier on the same day', [1], [2], false],
    ['never', [], [1], true],
    ['once before and once after', [0, 2], [1], false],
    ['and neither is done', [], [], false],
  ])('what comes first is done %s', (_, before, own, late) => {
    const two = [task('deep'), task('then', { after: ['deep', 'unknown'] })];
    expect(broken(two, [before, own])).toEqual(late ? ['order then'] : []);
  });

  it('a deeper task that does it too is done first for it', () => {
    const two = [
      task('deep'),
      task('first', { coveredBy: ['deep'] }),
      task('then', { after: ['first'] }),
    ];
    expect(broken(two, [[0], [], [1]])).toEqual([]);
    expect(broken(two, [[], [], [1]])).toEqual(['order then']);
  });
});

describe('a move', () => {
  const two = problem([task('a'), task('b')]);

  it('takes its tasks along and leaves the others', () => {
    expect(moved(two, [[0], [0]], { tasks: [0], from: 0, to: 1 })).toEqual([[1], [0]]);
    expect(moved(two, [[0], [1]], { tasks: [0, 1], from: 0, to: null })).toEqual([[], [1]]);
    expect(moved(two, [[], []], { tasks: [1], from: null, to: 2 })).toEqual([[], [2]]);
  });

  it('does nothing twice on one day, and keeps the windows in order', () => {
    expect(moved(two, [[0, 2], []], { tasks: [0], from: 0, to: 1 })).toEqual([[1], []]);
    expect(moved(two, [[1], []], { tasks: [0], from: null, to: 0 })).toEqual([[0, 1], []]);
  });

  it('is told by what it costs, what becomes past due and the rules it breaks', () => {
    const both = problem([task('a'), task('b', { criticality: 'fire' })], {
      barred: [{ task: 'a', window: 'w2' }],
    });
    const before = [[0], [0]];
    const after = [[1], []];
    const effect = effectOf(both, before, after);
    expect(effect.cost).toBeCloseTo(
      scheduleCost(both, after).total - scheduleCost(both, before).total,
    );
    // what can burn stands first, though the other was there before it
    expect(effect.worse.map(({ task: at }) => at)[0]).toBe(1);
    expect(effect.broken.map(({ rule }) => rule)).toContain('refused');
    expect(effectOf(both, before, before)).toEqual({ cost: 0, worse: [], broken: [] });
  });

  it('tells whom it leaves past due for longest, and from which new day', () => {
    // each fills by a tenth a day from a half: past its limit from day 6, or five days after it was done
    const three = problem([
      task('a'),
      task('b'),
      task('c', {
        criticality: 'fire',
        fillings: [{ start: 0.1, sum: task('c').fillings[0]!.sum }],
      }),
    ]);
    const { worse } = effectOf(three, [[0], [0], [0]], [[], [1], []]);
    expect(worse).toEqual([
      { task: 2, days: 2, from: 10 },
      { task: 0, days: 6, from: 6 },
    ]);
    // one day later is one day less at the end
    expect(pastDays(three, [[], [1], []], 1)).toEqual([13]);
    const back = effectOf(three, [[], [], []], [[0], [], []]);
    expect(back.worse).toEqual([]);
    expect(back.cost).toBeLessThan(0);
  });

  it('a window that is too full already gets no fuller, and may be relieved', () => {
    const three = problem([
      task('a', { minutes: 40 }),
      task('b', { minutes: 30 }),
      task('c', { minutes: 2 }),
    ]);
    const full = [[0], [0], []];
    const rules = (after: number[][]) => effectOf(three, full, after).broken.map(({ at }) => at);
    expect(rules([[0], [0], [0]])).toEqual(['w1']);
    expect(rules([[0], [0], [1]])).toEqual([]);
    expect(rules([[0], [1], []])).toEqual([]);
  });

  it('a machine that stands in one booked window does not go to another', () => {
    const one = problem([task('a', { machine: 'wren' })], {
      windows: [1, 2].map((tick) => ({ id: `w${tick}`, tick, minutes: 60, booked: ['wren'] })),
    });
    expect(effectOf(one, [[0]], [[1]]).broken.map(({ rule }) => rule)).toEqual(['booking']);
    expect(effectOf(one, [[0]], [[0]]).broken).toEqual([]);
  });
});

it('a task is past its limit on the days until it is done, and again when it has filled', () => {
  const one = problem([task('a')]);
  expect(pastDays(one, [[]], 0)).toEqual([6, 7, 8, 9, 10, 11, 12, 13]);
  expect(pastDays(one, [[0]], 0)).toEqual([12, 13]);
  expect(pastDays(problem([task('a')], { days: 6 }), [[]], 0)).toEqual([]);
});

it('tasks of one machine in one window are one sitting: made safe once, opened once', () => {
  const three = [
    task('a', { openings: ['panel', 'bed'] }),
    task('b', { openings: ['panel'], minutes: 20 }),
    task('c', { machine: 'wren' }),
  ];
  expect(
    sittings(problem(three), [[0], [0, 1], [0]]).map(({ machine, window, minutes, opened }) => [
      machine,
      window,
      minutes,
      opened,
    ]),
  ).toEqual([
    ['heron', 0, 42, 12],
    ['wren', 0, 17, 7],
    ['heron', 1, 28, 8],
  ]);
});
