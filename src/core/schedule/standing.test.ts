import type { Block, KeptSchedule } from './kept';
import { blocksOf, laySchedule, type LaidTask, type LaidWeeks } from './lay';
import { blockState, misfits, type BlockState } from './standing';

const hour = 3_600_000;
const day = 24 * hour;
const now = 100 * day;

/** Two machines with two windows a day apart; a task fills by a tenth a day, what can burn by half of that. */
function weeks(change: Partial<LaidWeeks> = {}): LaidWeeks {
  const task = (
    id: string,
    machine: string,
    start: number,
    criticality: LaidTask['criticality'],
  ) => ({
    laid: {
      id,
      machineId: machine,
      stationId: id.split('.')[0]!,
      task: id.split('.')[1]!,
      station: id.split('.')[0]!,
      criticality,
      used: start,
      since: now - 9 * day,
    },
    planned: {
      id,
      machine,
      criticality,
      minutes: 10,
      openings: [],
      fillings: [
        {
          start,
          sum: Array.from({ length: 29 }, (_, at) => at / (criticality === 'fire' ? 20 : 10)),
        },
      ],
      coveredBy: [],
      after: [],
      from: 0,
    },
  });
  const tasks = [
    task('lens.wipe', 'heron', 0.5, 'optic damage'),
    task('bed.clean', 'heron', 0.4, 'housekeeping'),
    task('bed.clean2', 'wren', 0.2, 'fire'),
  ];
  const windows = [1, 2].map((at) => ({
    id: `${100 + at}-600`,
    day: 100 + at,
    began: now + at * day,
    from: now + at * day,
    to: now + at * day + 2 * hour,
  }));
  return {
    problem: {
      tasks: tasks.map(({ planned }) => planned),
      windows: windows.map(({ id }, at) => ({ id, tick: at + 1, minutes: 120, booked: [] })),
      days: 28,
      setUpMinutes: { heron: 5, wren: 5 },
      openingMinutes: {},
      pinned: [],
      barred: [],
    },
    from: 100,
    windows,
    tasks: tasks.map(({ laid }) => laid),
    lanes: [
      { id: 'heron', nickname: 'Heron' },
      { id: 'wren', nickname: 'Wren' },
    ],
    ...change,
  };
}

const block = (change: Partial<Block> = {}): Block => ({
  id: 'b1',
  machineId: 'heron',
  window: '101-600',
  from: now + day,
  to: now + day + hour,
  until: now + day + 2 * hour,
  minutes: 25,
  opened: 5,
  tasks: [{ stationId: 'lens', task: 'wipe' }],
  pinned: false,
  ...change,
});
const kept = (...blocks: Block[]): KeptSchedule => ({
  from: 100,
  days: 28,
  blocks,
  refused: [],
  cost: 1e6,
  bound: null,
});
let names = 0;
beforeEach(() => {
  names = 0;
});
const newId = () => `new${names++}`;

describe('a kept plan laid on the weeks of now', () => {
  it('puts each task into its window', () => {
    const { plan, homeless, spare } = laySchedule(weeks(), kept(block()), now);
    expect(plan).toEqual([[0], [], []]);
    expect([homeless, spare]).toEqual([[], []]);
  });

  it('leaves out what is over, to the millisecond', () => {
    const one = block();
    expect(laySchedule(weeks(), kept(one), one.until - 1).plan[0]).toEqual([0]);
    expect(laySchedule(weeks(), kept(one), one.until).plan[0]).toEqual([]);
  });

  it('names what has no window any more, and what need not be done', () => {
    const gone = block({ id: 'b2', window: '105-600' });
    const other = block({ tasks: [{ stationId: 'lens', task: 'replace' }] });
    const laid = laySchedule(weeks(), kept(gone, other), now);
    expect(laid.homeless).toEqual([gone]);
    expect(laid.spare).toEqual([{ block: other, task: other.tasks[0] }]);
    expect(laid.plan).toEqual([[], [], []]);
  });

  it('does a task once a day, in the earlier window, and keeps windows in order', () => {
    const { windows, ...rest } = weeks();
    const evening = { ...windows[0]!, id: '101-1080', from: windows[0]!.from + 8 * hour };
    const both = [windows[0]!, evening, windows[1]!];
    const late = block({ id: 'b2', window: '102-600', until: now + 3 * day });
    const twice = block({ id: 'b3', window: '101-1080' });
    const { plan } = laySchedule({ ...rest, windows: both }, kept(late, block(), twice), now);
    expect(plan[0]).toEqual([0, 2]);
  });

  it('no plan is an empty one', () => {
    expect(laySchedule(weeks(), null, now).plan).toEqual([[], [], []]);
  });
});

describe('the clean-downs of a plan', () => {
  it('follow one another in their window, what can burn first', () => {
    const made = blocksOf(weeks(), [[0], [0], [0]], [], new Set(), newId);
    expect(made.map(({ machineId, from, to }) => [machineId, from, to])).toEqual([
      ['wren', now + day, now + day + 15 * 60_000],
      ['heron', now + day + 15 * 60_000, now + day + 40 * 60_000],
    ]);
    expect(made.map(({ id }) => id)).toEqual(['new0', 'new1']);
  });

  it('that have begun began when they did; what comes after begins now', () => {
    const { windows, ...rest } = weeks();
    const at = now + day + 30 * 60_000;
    const running = { ...rest, windows: [{ ...windows[0]!, from: at }, windows[1]!] };
    const old = block({ minutes: 25 });
    const made = blocksOf(running, [[0], [], [0]], [old], new Set(), newId);
    expect(made.map(({ machineId, from, to }) => [machineId, from, to])).toEqual([
      ['heron', now + day, now + day + 15 * 60_000],
      ['wren', at, at + 15 * 60_000],
    ]);
    // one that is put into it only now begins now
    expect(blocksOf(running, [[0], [], []], [], new Set(), newId)[0]!.from).toBe(at);
  });

  it('that stay in their window keep their turn and their name', () => {
    const before = [block({ id: 'old', from: now + day })];
    const made = blocksOf(weeks(), [[0], [], [0]], before, new Set(['heron 101-600']), newId);
    expect(made.map(({ id, machineId, pinned }) => [id, machineId, pinned])).toEqual([
      ['old', 'heron', true],
      ['new0', 'wren', false],
    ]);
  });

  it('that went elsewhere keep the name of the one most of their tasks come from', () => {
    const before = [
      block({ id: 'few', window: '101-600', tasks: [{ stationId: 'lens', task: 'wipe' }] }),
      block({
        id: 'most',
        window: '104-600',
        tasks: [
          { stationId: 'lens', task: 'wipe' },
          { stationId: 'bed', task: 'clean' },
        ],
      }),
    ];
    expect(blocksOf(weeks(), [[1], [1], []], before, new Set(), newId).map(({ id }) => id)).toEqual(
      ['most'],
    );
    const foreign = [block({ id: 'wren', machineId: 'wren' })];
    expect(blocksOf(weeks(), [[1], [], []], foreign, new Set(), newId)[0]!.id).toBe('new0');
  });
});

describe('how far a clean-down is', () => {
  const state = (doneAt: (number | null)[], at: number, change: Partial<Block> = {}) => {
    const one = block({
      ...change,
      tasks: doneAt.map((_, index) => ({ stationId: 's', task: String(index) })),
    });
    const find = ({ task }: { task: string }) => ({
      words: null,
      name: task,
      doneAt: doneAt[Number(task)]!,
    });
    return blockState(one, 'Heron', find, at).state;
  };
  const begins = now + day;

  it.each([
    ['coming', [null], begins - 1],
    ['now', [null], begins],
    ['now', [null], begins + 2 * hour - 1],
    ['not done', [null], begins + 2 * hour],
    ['not done', [begins, null], begins + 2 * hour],
    ['done', [begins], begins - 1],
    ['done', [begins, begins + 5], begins + 9 * day],
    // up to half a day before it counts as done for it
    ['done', [begins - 12 * hour], now],
    ['coming', [begins - 12 * hour - 1], now],
    ['coming', [], now],
  ])('%s', (said, doneAt, at) => expect(state(doneAt, at)).toBe(said));

  it('is told by the tasks that are still there', () => {
    const one = block({
      tasks: [
        { stationId: 's', task: 'gone' },
        { stationId: 's', task: 'here' },
      ],
    });
    const find = ({ task }: { task: string }) =>
      task === 'gone' ? null : { words: null, name: task, doneAt: begins };
    const { parts, state: said } = blockState(one, 'Heron', find, now);
    expect([parts.length, said]).toEqual([1, 'done']);
  });
});

describe('why a plan no longer fits', () => {
  const madeAt = now - day;
  const stateOf = (
    one: Block,
    change: Partial<BlockState<LaidTask>> = {},
  ): BlockState<LaidTask> => ({
    ...one,
    nickname: 'Heron',
    state: 'coming',
    parts: one.tasks.map((task) => ({
      task,
      words: { ...weeks().tasks[0]!, since: madeAt - day },
      name: 'lens',
      done: false,
    })),
    ...change,
  });
  const all = [
    block({
      id: 'b1',
      tasks: [
        { stationId: 'lens', task: 'wipe' },
        { stationId: 'bed', task: 'clean' },
      ],
    }),
    block({ id: 'b2', machineId: 'wren', tasks: [{ stationId: 'bed', task: 'clean2' }] }),
  ];
  const reasons = (
    blocks: BlockState<LaidTask>[],
    plan = kept(...all),
    change: Partial<LaidWeeks> = {},
    at = now,
  ) =>
    misfits(weeks(change), plan, blocks, { now: at, madeAt, startOfDay: (one) => one * day }).map(
      ({ kind, who, at: when }) => [kind, who, when],
    );
  const fits = all.map((one) => stateOf(one));

  it('none where it does', () => expect(reasons(fits)).toEqual([]));

  it('left undone, unless it is planned again', () => {
    const past = stateOf(block({ id: 'p', from: now - day, until: now - hour }), {
      state: 'not done',
    });
    expect(reasons([past])).toEqual([['not done', 'Heron', now - day]]);
    expect(reasons([past, ...fits])).toEqual([]);
    const unknown = { ...past, parts: past.parts.map((part) => ({ ...part, words: null })) };
    expect(reasons([unknown])).toEqual([]);
  });

  it.each([
    [1, 1, '1 of 1 task was not done'],
    [3, 1, '1 of 3 tasks was not done'],
    [3, 2, '2 of 3 tasks were not done'],
  ])('says how much was left: of %i, %i', (all, left, said) => {
    const [part] = stateOf(block({ id: 'p', from: now - day, until: now - hour })).parts;
    const parts = Array.from({ length: all }, (_, n) => ({ ...part!, done: n >= left }));
    const past = stateOf(block({ id: 'p', from: now - day, until: now - hour }), {
      state: 'not done',
      parts,
    });
    const moment = { now, madeAt, startOfDay: (one: number) => one * day };
    expect(misfits(weeks(), kept(), [past], moment).map(({ words }) => words)).toEqual([said]);
  });

  it('its window is gone', () => {
    const gone = block({ id: 'g', window: '105-600', until: now + 9 * day });
    expect(reasons(fits, kept(...all, gone))).toEqual([['window gone', 'Heron', gone.from]]);
    const foreign = { ...gone, machineId: 'retired' };
    expect(reasons(fits, kept(...all, foreign))).toEqual([['window gone', 'a machine', gone.from]]);
  });

  it('all of it was done meanwhile, after it was made', () => {
    const at = (since: number) => {
      const one = stateOf(all[0]!);
      return {
        ...one,
        parts: one.parts.map((part) => ({ ...part, words: { ...part.words!, since } })),
      };
    };
    expect(reasons([at(madeAt)])).toEqual([]);
    expect(reasons([at(madeAt + 1)])).toEqual([['done meanwhile', 'Heron', now + day]]);
    expect(reasons([stateOf(all[0]!, { parts: [] })])).toEqual([]);
  });

  it('a machine is booked, a task was put off, a window is too short', () => {
    const { problem } = weeks();
    const booked = problem.windows.map((one) => ({ ...one, booked: ['heron'] }));
    expect(reasons(fits, kept(...all), { problem: { ...problem, windows: booked } })).toEqual([
      ['booked', 'Heron', null],
    ]);
    const later = problem.tasks.map((one, at) => (at === 0 ? { ...one, from: 5 } : one));
    expect(reasons(fits, kept(...all), { problem: { ...problem, tasks: later } })).toEqual([
      ['put off', 'Heron, lens', null],
    ]);
    const short = problem.windows.map((one) => ({ ...one, minutes: 20 }));
    expect(reasons(fits, kept(...all), { problem: { ...problem, windows: short } })).toContainEqual(
      ['window', null, now + day],
    );
    // one that has begun is left with less every minute: that overtakes no plan
    const [first, second] = weeks().windows;
    const begun = { ...first!, began: first!.from - 100 * 60_000 };
    expect(
      reasons(fits, kept(...all), {
        problem: { ...problem, windows: short },
        windows: [begun, second!],
      }),
    ).toEqual([]);
  });

  it('what can burn comes past its limit within two weeks; what is past it already is no news', () => {
    const without = kept(all[0]!);
    const { tasks, problem } = weeks();
    const starting = (start: number) => ({
      problem: {
        ...problem,
        tasks: problem.tasks.map((one, at) =>
          at === 2
            ? { ...one, fillings: [{ start, sum: problem.tasks[0]!.fillings[0]!.sum }] }
            : one,
        ),
      },
    });
    // 0.2 and a tenth a day: past 1 on the ninth day
    expect(reasons(fits, without, starting(0.2))).toEqual([['can burn', 'Wren, bed', 109 * day]]);
    const past = tasks.map((one) => ({ ...one, used: 1.01 }));
    expect(reasons(fits, without, { ...starting(0.2), tasks: past })).toEqual([]);
    expect(reasons(fits, without, starting(-0.35))).toEqual([['can burn', 'Wren, bed', 114 * day]]);
    expect(reasons(fits, without, starting(-0.45))).toEqual([]);
  });

  it('it ends within a week', () => {
    const ends = (days: number) => reasons(fits, { ...kept(...all), days });
    expect(ends(7)).toEqual([]);
    expect(ends(6)).toEqual([['ends', null, null]]);
  });

  it('it became dearer than a fifth and half an hour, while its days are those it was made for', () => {
    expect(reasons(fits, { ...kept(...all), cost: 0 })).toEqual([['dearer', null, null]]);
    expect(reasons(fits, { ...kept(...all), cost: 0, from: 99 })).toEqual([]);
  });
});
