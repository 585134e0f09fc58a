import fc from 'fast-check';
import {
  allInOrder,
  dryCheck,
  expectedOf,
  glassToLookAt,
  inTheWay,
  inWay,
  isAnswered,
  isIsolated,
  isPressed,
  lensesUnknown,
  lookAgain,
  mountOf,
  needed,
  pressed,
} from './ending';
import { handsOnMinutes } from './hands-on';
import { runningWaits, standsSince } from './waits';
import { minutesLeft, stretchDone, waitsFor } from './working';
import { progressOf, type SheetEvent, type SheetEventWhat } from './progress';
import { orderSheet } from './order';
import {
  arrange,
  dryingOf,
  linesOf,
  minutesOf,
  sheetMinutes,
  sheetTasks,
  stretchTitle,
  type RunSheet,
} from './run';
import { event, minute, piece, task } from './testing/sheets';

const sheet: RunSheet = {
  isolationMinutes: 10,
  layOut: [],
  tasks: [task('bed', { dusty: true }), task('window', { glass: true })],
  pieces: [
    piece('isolate', 'isolate', { minutes: { active: 2, passive: 10, finishing: 0 } }),
    piece('open:head-off', 'open'),
    piece('close:head-off', 'close'),
  ],
  checks: [{ id: 'plugs', question: '', otherwise: '', because: ['open:head-off'] }],
  proofs: [
    { id: 'burn', name: 'Test burn', how: '', caution: null, because: ['open:head-off', 'window'] },
  ],
  sequence: [],
  exact: true,
};

const step = (at: number, name: string, person = 'Ana') =>
  event(at, { kind: 'step', step: name, done: true }, person);
const mark = (at: number, of: string, change: object, person = 'Ana') =>
  event(at, { kind: 'mark', task: of, change }, person);

test('events count once and in the order in which they were made, however they come in', () => {
  const whats: SheetEventWhat[] = [
    { kind: 'step', step: 'bed#a1', done: true },
    { kind: 'step', step: 'bed#a1', done: false },
    { kind: 'mark', task: 'bed', change: { finding: 'caked' } },
    { kind: 'mark', task: 'bed', change: { result: 'done', note: 'twice' } },
    { kind: 'again', task: 'bed' },
    { kind: 'pause', until: 9, why: 'soaks' },
    { kind: 'resume' },
    { kind: 'check', check: 'plugs', answer: 'no' },
    { kind: 'check', check: 'plugs', answer: 'yes' },
    { kind: 'part in', part: 'head' },
    { kind: 'way', task: 'bed', way: 'long' },
  ];
  fc.assert(
    fc.property(
      fc.array(fc.record({ at: fc.nat(20), which: fc.nat(whats.length - 1) }), { maxLength: 25 }),
      fc.infiniteStream(fc.nat(1000)),
      (rows, chance) => {
        const events = rows.map(({ at, which }, i) => event(at, whats[which]!, 'Ana', `t${i}`));
        const plain = progressOf(events.toSorted((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1)));
        const jumbled = [...events, ...events.slice(0, 3)]
          .map((one) => ({ one, key: chance.next().value as number }))
          .sort((a, b) => a.key - b.key)
          .map(({ one }) => one);
        expect(progressOf(jumbled)).toEqual(plain);
      },
    ),
  );
});

test('of two hands on the same sheet the first event of a step stands; marks of different fields meet', () => {
  const progress = progressOf([
    step(2, 'bed#a1', 'Ben'),
    step(1, 'bed#a1', 'Ana'),
    mark(3, 'bed', { finding: 'soiled' }, 'Ben'),
    mark(4, 'bed', { result: 'done' }, 'Ana'),
  ]);
  expect(progress.steps.get('bed#a1')).toEqual({ at: minute, person: 'Ana' });
  expect(progress.marks.get('bed')).toMatchObject({ finding: 'soiled', result: 'done' });
});

test('a wait runs from the last step before it, over any reload, and ends when it is taken up', () => {
  const begun = [step(0, 'isolate#1'), step(10, 'bed#a1'), step(12, 'bed#a2')];
  expect(runningWaits(sheet, progressOf(begun))).toEqual([
    { of: 'isolate', from: 0, until: 10 * minute },
    { of: 'bed', from: 12 * minute, until: 72 * minute },
  ]);
  const taken = progressOf([...begun, step(75, 'bed#f1')]);
  expect(runningWaits(sheet, taken).map(({ of }) => of)).toEqual(['isolate']);
  // its steps are done, but whether it is clean nobody has said
  expect(stretchDone(sheet, taken, { task: 'bed', part: 'active' })).toBe(true);
  expect(stretchDone(sheet, taken, { task: 'bed', part: 'finishing' })).toBe(false);
  expect(isIsolated(sheet, taken)).toBe(true);
  expect(isIsolated(sheet, progressOf([]))).toBe(false);
});

test('not clean yet begins the task again and takes its result back; what was found stays', () => {
  const progress = progressOf([
    step(1, 'bed#a1'),
    mark(2, 'bed', { finding: 'caked', result: 'done' }),
    event(3, { kind: 'again', task: 'bed' }),
  ]);
  expect(progress.steps.has('bed#a1')).toBe(false);
  expect(progress.marks.get('bed')).toMatchObject({ finding: 'caked', result: null });
  expect(progress.again.get('bed')?.times).toBe(1);
});

test('hands-on minutes leave out the wait, the break and the other person', () => {
  const events = [
    step(0, 'isolate#1'),
    step(4, 'bed#a1'),
    step(7, 'bed#a2'), // 7 on the bed; it soaks until 67
    step(9, 'window#a1', 'Ben'), // Ben's first: nothing to measure from
    step(15, 'window#a2', 'Ben'), // 6 on the window
    step(70, 'bed#f1'), // 3 of the 63: the wait is not work
    mark(200, 'window', { result: 'done' }, 'Ben'), // a long break counts twenty
  ];
  expect(handsOnMinutes(sheet, events)).toEqual(
    new Map([
      ['bed', 10],
      ['window', 26],
    ]),
  );
});

test('dust after glass asks for a look at the glass; dust after that look asks again', () => {
  const clean = [mark(5, 'window', { result: 'done' })];
  const at = (more: SheetEvent[]) => glassToLookAt(sheet, progressOf([...clean, ...more]));
  expect(at([])).toEqual([]);
  expect(at([step(3, 'bed#a1')])).toEqual([]);
  expect(at([step(6, 'bed#a1')])).toEqual(['window']);
  const look = event(8, { kind: 'check', check: lookAgain('window'), answer: 'yes' });
  expect(at([step(6, 'bed#a1'), look])).toEqual([]);
  expect(at([step(6, 'bed#a1'), look, step(9, 'bed#a2')])).toEqual(['window']);
});

test('nothing is signed off with a part out, a guard off, a question open or a test not made', () => {
  const part = {
    id: 'head',
    name: 'Head',
    screws: 2,
    plugs: 1,
    hoses: 1,
    lugs: 0,
    facing: 'down',
    marked: 'photo' as const,
  };
  const events = [
    step(1, 'open:head-off#1'),
    event(2, { kind: 'part out', part }),
    event(3, {
      kind: 'left off',
      item: { id: 'hose', what: 'air hose', mended: false, until: null },
    }),
    event(4, { kind: 'left off', item: { id: 'tape', what: 'tape', mended: true, until: null } }),
    event(5, { kind: 'check', check: 'plugs', answer: 'no' }),
  ];
  const progress = progressOf(events);
  expect(inTheWay(sheet, progress).map(({ why }) => why)).toEqual([
    'isolation',
    'part out',
    'left off',
    'mended',
    'check',
    'proof',
  ]);
  const rest = allInOrder(sheet, progress).map((what, i) => event(10 + i, what));
  expect(inTheWay(sheet, progressOf([...events, ...rest]))).toEqual([]);
  // a mend with a date may stay
  const dated = event(6, {
    kind: 'left off',
    item: { id: 'tape', what: 'tape', mended: true, until: 99 },
  });
  expect(inTheWay(sheet, progressOf([...events, dated])).map(({ why }) => why)).not.toContain(
    'mended',
  );
});

test('what was not begun asks nothing; what was only looked at needs no test', () => {
  expect(inTheWay(sheet, progressOf([step(0, 'isolate#1')]))).toEqual([]);
  const looked = [step(0, 'isolate#1'), mark(1, 'window', { result: 'looked-fine' })];
  expect(inTheWay(sheet, progressOf(looked))).toEqual([]);
  const done = [step(0, 'isolate#1'), mark(1, 'window', { result: 'done' })];
  expect(inTheWay(sheet, progressOf(done)).map(({ why }) => why)).toEqual(['proof']);
});

test('an order made by hand stands until a rule speaks against it', () => {
  const ruled: RunSheet = {
    ...sheet,
    tasks: [
      task('bed', { dusty: true }),
      task('window', { after: [{ id: 'bed', until: 'begun', rule: 'dust' }] }),
    ],
    sequence: [
      { task: 'bed', part: 'active' },
      { task: 'window', part: 'active' },
    ],
  };
  const good = arrange(ruled, new Map(), [{ task: 'bed', part: 'active' }]);
  expect(good.broken).toEqual([]);
  const bad = arrange(ruled, new Map(), [{ task: 'window', part: 'active' }]);
  expect(bad.broken).toEqual([{ task: 'window', before: 'bed', rule: 'dust' }]);
  expect(bad.finish).toBe(arrange(ruled, new Map(), null).finish);
});

test('what is left is timed from now: done is done, a wait waits out its rest', () => {
  const { steps, finish } = orderSheet(sheetTasks(sheet));
  const sequence = steps.map(({ task: id, part }) => ({ task: id, part }));
  expect(minutesLeft(sheet, progressOf([]), sequence, 0)).toBe(finish);
  const soaking = progressOf([
    step(0, 'isolate#1'),
    step(2, 'bed#a1'),
    step(10, 'bed#a2'),
    mark(20, 'window', { result: 'done' }),
    step(21, 'open:head-off#1'),
    step(22, 'close:head-off#1'),
  ]);
  // at 30 the soak has 40 minutes left and 4 of finishing behind it
  expect(minutesLeft(sheet, soaking, sequence, 30 * minute)).toBe(44);
  expect(minutesLeft(sheet, soaking, sequence, 90 * minute)).toBe(4);
});

test('what cannot be worked yet says what it waits for', () => {
  const ruled: RunSheet = {
    ...sheet,
    pieces: sheet.pieces.map((one) =>
      one.id === 'open:head-off'
        ? { ...one, after: [{ id: 'isolate', until: 'over', rule: 'discharge' }] }
        : one,
    ),
  };
  const open = { task: 'open:head-off', part: 'active' } as const;
  expect(waitsFor(ruled, progressOf([]), open, 0)).toEqual({
    for: 'rule',
    before: 'isolate',
    rule: 'discharge',
  });
  const safe = progressOf([step(0, 'isolate#1'), step(1, 'bed#a1'), step(2, 'bed#a2')]);
  expect(waitsFor(ruled, safe, open, 5 * minute)).toEqual({
    for: 'wait',
    of: 'isolate',
    until: 10 * minute,
  });
  expect(waitsFor(ruled, safe, open, 10 * minute)).toBeNull();
  const end = { task: 'bed', part: 'finishing' } as const;
  expect(waitsFor(ruled, safe, end, 5 * minute)).toMatchObject({ for: 'wait', of: 'bed' });
  expect(waitsFor(ruled, safe, end, 70 * minute)).toBeNull();
  expect(waitsFor(ruled, progressOf([]), end, 0)).toMatchObject({ rule: 'begun' });
});

describe('waits', () => {
  const begun = [step(0, 'isolate#1'), step(10, 'bed#a1'), step(12, 'bed#a2')];
  const untilOf = (events: SheetEvent[], of: string) =>
    runningWaits(sheet, progressOf(events)).find((wait) => wait.of === of)?.until;

  it('are ended by no step pressed meanwhile, all at once or one by one', () => {
    const early = [...begun, step(20, 'bed#f1')];
    expect(untilOf(early, 'bed')).toBe(72 * minute);
    expect(
      waitsFor(sheet, progressOf(early), { task: 'bed', part: 'finishing' }, 30 * minute),
    ).toMatchObject({ for: 'wait', of: 'bed' });
  });

  it('end sooner only where somebody says so and why; begun again they run again', () => {
    const over = event(30, { kind: 'wait over', of: 'bed', why: 'dry to touch and look' });
    const ended = [...begun, over];
    expect(untilOf(ended, 'bed')).toBe(30 * minute);
    expect(progressOf(ended).waitsOver.get('bed')).toMatchObject({
      person: 'Ana',
      why: 'dry to touch and look',
    });
    const again = [
      ...ended,
      event(31, { kind: 'again', task: 'bed' }),
      step(32, 'bed#a1'),
      step(33, 'bed#a2'),
    ];
    expect(untilOf(again, 'bed')).toBe(93 * minute);
  });

  it('stand since a full minute, a press or an end: what may be worked then may be worked now', () => {
    const events = [...begun, step(10.2, 'isolate#2')];
    const progress = progressOf(events);
    const waits = runningWaits(sheet, progress);
    const open = { task: 'bed', part: 'finishing' } as const;
    const since = (now: number) => standsSince(waits, events, now * minute) / minute;
    // a press, a full minute, the end of the bed's wait (12 + 60 min), the next full minute
    expect([12, 12.4, 13.9, 72, 72.9, 73.2].map(since)).toEqual([12, 12, 13, 72, 72, 73]);
    expect(since(10.1)).toBe(10);
    expect(since(10.3)).toBeCloseTo(10.2, 9);
    // what is pressed on a clock that is ahead has not been pressed yet
    expect(standsSince([], [{ at: 9 * minute }], 8.5 * minute)).toBe(8 * minute);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 100 * minute }), (now) => {
        const at = standsSince(waits, events, now);
        expect(now - at).toBeLessThan(minute);
        expect(at).toBeLessThanOrEqual(now);
        expect(waitsFor(sheet, progress, open, at)).toEqual(waitsFor(sheet, progress, open, now));
      }),
    );
  });

  it('before connectors nobody ends', () => {
    const over = event(1, { kind: 'wait over', of: 'isolate', why: 'in a hurry' });
    expect(untilOf([...begun, over], 'isolate')).toBe(10 * minute);
  });

  it('keep "everything dry" from its yes while one runs that it means', () => {
    const dry: RunSheet = {
      ...sheet,
      checks: [{ id: dryCheck, question: '', otherwise: '', because: ['bed'] }],
    };
    const yes = (at: number) => event(at, { kind: 'check', check: dryCheck, answer: 'yes' });
    const answered = (events: SheetEvent[]) => isAnswered(dry, progressOf(events), dryCheck);
    expect(answered([...begun, yes(30)])).toBe(false);
    expect(inTheWay(dry, progressOf([...begun, yes(30)]))).toContainEqual({
      why: 'check',
      check: dryCheck,
    });
    expect(answered([...begun, yes(72)])).toBe(true);
    const over = event(40, { kind: 'wait over', of: 'bed', why: 'warm air on it' });
    expect(answered([...begun, over, yes(41)])).toBe(true);
    // the wait before connectors is no drying
    expect(answered([step(0, 'isolate#1'), yes(2)])).toBe(true);
  });
});

describe('a lens', () => {
  const way = (id: string, lens: boolean) => ({
    ...task('lens').ways[0]!,
    id,
    parts: [
      { id: 'lens.0', name: 'Lens', screws: 0, plugs: 0, hoses: 0, lugs: 0, facing: '', lens },
    ],
  });
  const glass: RunSheet = {
    ...sheet,
    tasks: [task('lens', { glass: true, ways: [way('out', true)] })],
    pieces: [
      ...sheet.pieces,
      piece('close:nozzle-off', 'close', { after: [{ id: 'lens', until: 'over', rule: 'dry' }] }),
    ],
  };
  const out = (facing: string, at = 12) =>
    event(at, {
      kind: 'part out',
      part: { ...way('out', true).parts[0]!, facing, marked: 'drawing' },
    });
  const worked = [step(0, 'isolate#1'), step(10, 'lens#a1'), step(11, 'lens#a2')];
  const late = 100 * minute;
  const closing = { task: 'close:nozzle-off', part: 'active' } as const;
  const finishing = { task: 'lens', part: 'finishing' } as const;

  it('is not closed in before it is known which way round it sat', () => {
    const unknown = progressOf([...worked, out('')]);
    for (const stretch of [closing, finishing]) {
      expect(waitsFor(glass, unknown, stretch, late)).toMatchObject({ rule: 'lens-way' });
    }
    // put in all the same, it stays in the way of the sign-off
    const inside = progressOf([
      ...worked,
      out(''),
      event(80, { kind: 'part in', part: 'lens.0' }),
      mark(81, 'lens', { result: 'done' }),
    ]);
    expect(inTheWay(glass, inside)).toContainEqual({
      why: 'lens way',
      part: 'lens.0',
      name: 'Lens',
    });
    // whoever finds all in order has noted the way and puts it in
    const noted = allInOrder(glass, inside).map((what, i) => event(90 + i, what));
    const known = progressOf([
      ...worked,
      out(''),
      event(80, { kind: 'part in', part: 'lens.0' }),
      mark(81, 'lens', { result: 'done' }),
      ...noted,
    ]);
    expect(lensesUnknown(glass, known)).toEqual([]);
    expect(inTheWay(glass, known)).toEqual([]);
  });

  it.each([
    ['drawn', [out('bulging side to the beam', 13)]],
    ['read from the card', [out('20 mm; bulging side up', 13)]],
    [
      'pictured',
      [event(13, { kind: 'photo', of: 'lens.0', when: 'orientation', photo: 'picture-1' })],
    ],
  ] as [string, SheetEvent[]][])('%s, it may', (_, noted) => {
    const known = progressOf([...worked, out(''), ...noted]);
    expect(lensesUnknown(glass, known)).toEqual([]);
    expect(waitsFor(glass, known, finishing, late)).toBeNull();
  });
});

test('a test that one way asks for is needed where that way was taken, and only there', () => {
  const mirror: RunSheet = {
    ...sheet,
    tasks: [
      task('mirror', {
        ways: [task('mirror').ways[0]!, { ...task('mirror').ways[0]!, id: 'out' }],
      }),
    ],
    proofs: [
      { id: 'burn', name: 'Test burn', how: '', caution: null, because: ['mirror'] },
      { id: 'dots', name: 'Dots', how: '', caution: null, because: [inWay('mirror', 'out')] },
    ],
  };
  const wanted = (events: SheetEvent[]) =>
    needed(mirror, 'proofs', progressOf(events)).map(({ id }) => id);
  expect(wanted([])).toEqual([]);
  expect(wanted([step(1, 'mirror#a1')])).toEqual(['burn']);
  const out = event(0, { kind: 'way', task: 'mirror', way: 'out' });
  expect(wanted([out, step(1, 'mirror#a1')])).toEqual(['burn', 'dots']);
  expect(wanted([out])).toEqual([]);
});

describe('what a press says, the later of two', () => {
  const of = (...whats: SheetEventWhat[]) =>
    progressOf(whats.map((what, at) => event(at + 1, what)));

  test('a tool used in place of another, and the usual one after all', () => {
    const used = (used: string | null) => ({ kind: 'instead', tool: 'swabs', used }) as const;
    expect([...of(used('tissue')).instead]).toEqual([['swabs', 'tissue']]);
    expect([...of(used('tissue'), used('lens paper')).instead]).toEqual([['swabs', 'lens paper']]);
    expect([...of(used('tissue'), used(null)).instead]).toEqual([]);
  });

  test('an order of hand, and the one found again', () => {
    const sequence = [{ task: 'bed', part: 'active' as const }];
    expect(of().sequence).toBeNull();
    expect(of({ kind: 'order', sequence }).sequence).toEqual(sequence);
    expect(of({ kind: 'order', sequence }, { kind: 'order', sequence: null }).sequence).toBeNull();
  });

  test('a burn before and one after, each as it was read last', () => {
    const burn = (when: 'before' | 'after', through: number) =>
      ({ kind: 'burn', when, burn: { recipeId: 'r', through, failed: null } }) as const;
    const { burns } = of(burn('before', 8), burn('after', 9), burn('after', 10));
    expect(burns.get('before')).toEqual({ recipeId: 'r', through: 8, failed: null, at: minute });
    expect(burns.get('after')).toMatchObject({ through: 10, at: 3 * minute });
  });

  test('a test with its dots, a picture once, and what was left off until it is back', () => {
    const dots = { dots: [] } as never;
    const proof = { kind: 'proof', proof: 'dots', passed: true, words: 'within' } as const;
    expect(of({ ...proof, dots }).proofs.get('dots')).toEqual({
      at: minute,
      person: 'Ana',
      passed: true,
      words: 'within',
      dots,
    });
    expect(of(proof).proofs.get('dots')).not.toHaveProperty('dots');
    const photo = { kind: 'photo', of: 'bed', when: 'before', photo: 'p-1' } as const;
    expect(of(photo, { ...photo, when: 'after' }).photos).toEqual([
      { of: 'bed', when: 'after', photo: 'p-1' },
    ]);
    const item = { id: 'tape', what: 'tape on the lid', mended: true, until: null };
    const off = of({ kind: 'left off', item }, { kind: 'put back', item: 'tape' });
    expect(off.leftOff).toEqual([{ ...item, at: minute, backAt: 2 * minute }]);
    // what was never off, and a part that was never out, come back to nothing
    expect(of({ kind: 'put back', item: 'tape' }).leftOff).toEqual([]);
    expect(of({ kind: 'part in', part: 'head' }).tray).toEqual([]);
  });

  test('pressed in one instant they count by their ids', () => {
    const way = (id: string, chosen: string): SheetEvent =>
      event(5, { kind: 'way', task: 'bed', way: chosen }, 'Ana', id);
    for (const events of [
      [way('a', 'short'), way('b', 'long')],
      [way('b', 'long'), way('a', 'short')],
    ]) {
      expect(progressOf(events).ways.get('bed')).toBe('long');
    }
    // one id is one press, the first that came in
    expect(progressOf([way('a', 'short'), way('a', 'long')]).ways.get('bed')).toBe('short');
  });
});

describe('what the end asks for', () => {
  test('a mount that was pressed asks for its test, one that was not does not', () => {
    const mounted: RunSheet = {
      ...sheet,
      proofs: [{ id: 'dots', name: 'Dots', how: '', caution: null, because: [pressed('window')] }],
    };
    const wanted = (...ways: string[]) => {
      const events = ways.map((way, at) =>
        event(at + 1, { kind: 'way', task: mountOf('window'), way }),
      );
      const progress = progressOf([step(9, 'window#a1'), ...events]);
      expect(isPressed(progress, 'window')).toBe(ways.at(-1) === 'pressed');
      return needed(mounted, 'proofs', progress).map(({ id }) => id);
    };
    expect(wanted()).toEqual([]);
    expect(wanted('pressed')).toEqual(['dots']);
    expect(wanted('pressed', 'touched')).toEqual([]);
  });

  test('all of it done in the usual ways comes to the tests of its openings and of those ways', () => {
    const test = (id: string, ...because: string[]) => ({
      ...{ id, name: id, how: '', caution: null },
      because,
    });
    const { tasks } = sheet;
    const proofs = [
      test('opened', 'open:head-off'),
      test('usual', inWay('window', 'usual')),
      test('other', inWay('window', 'out')),
      test('mount', pressed('window')),
      test('either', pressed('window'), 'open:bed-out'),
    ];
    expect(expectedOf({ tasks, proofs }).map(({ id }) => id)).toEqual([
      'opened',
      'usual',
      'either',
    ]);
  });

  test('a glass that dust was raised over is looked at again, and whoever finds it clear says so', () => {
    const dusted = [
      step(0, 'isolate#1'),
      step(1, 'window#a1'),
      step(2, 'window#a2'),
      mark(3, 'window', { result: 'done' }),
      step(10, 'bed#a1'),
    ];
    const progress = progressOf(dusted);
    expect(glassToLookAt(sheet, progress)).toEqual(['window']);
    const look = { why: 'look again', task: 'window' };
    expect(inTheWay(sheet, progress)).toContainEqual(look);
    expect(allInOrder(sheet, progress)).toContainEqual({
      kind: 'check',
      check: lookAgain('window'),
      answer: 'yes',
    });
    const answered = (answer: 'yes' | 'no', at: number) =>
      progressOf([...dusted, event(at, { kind: 'check', check: lookAgain('window'), answer })]);
    expect(glassToLookAt(sheet, answered('yes', 11))).toEqual([]);
    expect(glassToLookAt(sheet, answered('no', 11))).toEqual(['window']);
    // a yes from before the dust is none
    expect(glassToLookAt(sheet, answered('yes', 9))).toEqual(['window']);
  });
});

describe('a sheet on its clock', () => {
  test('stretches are named by what they are of', () => {
    const title = (of: string, part: 'active' | 'finishing' = 'active') =>
      stretchTitle(sheet, { task: of, part });
    expect([
      title('bed'),
      title('bed', 'finishing'),
      title('open:head-off'),
      title('gone'),
    ]).toEqual(['bed: clean', 'bed: finish', 'open:head-off', 'gone']);
  });

  test('hands and the way back are told apart; the steps of a piece depend on whether something dries', () => {
    expect(
      sheetMinutes({
        steps: [
          { task: 'bed', part: 'active', start: 0, end: 5 },
          { task: 'bed', part: 'finishing', start: 65, end: 69 },
        ],
        finish: 99,
      }),
    ).toEqual({ handsOn: 9, back: 99 });
    const lines = (id: string) => [{ id, text: id, why: null }];
    const drying = task('bed', {
      dryings: [{ id: 'shade', name: 'shade', place: null, minutes: 30, seasonal: false }],
    });
    const dries = {
      ...drying.ways[0]!,
      id: 'rinsed',
      minutes: { ...drying.ways[0]!.minutes, drying: 30 },
    };
    const run = {
      tasks: [{ ...drying, ways: [dries, { ...drying.ways[0]!, id: 'wiped' }] }],
      pieces: [
        piece('close', 'close', {
          lines: lines('with slats'),
          undried: { task: 'bed', lines: lines('with the bed') },
        }),
      ],
    };
    const of = (way?: string) =>
      linesOf(run, { task: 'close', part: 'active' }, new Map(way ? [['bed', way]] : []));
    expect([of(), of('rinsed'), of('wiped')].map(([one]) => one!.id)).toEqual([
      'with slats',
      'with slats',
      'with the bed',
    ]);
    expect(linesOf(run, { task: 'gone', part: 'active' }, new Map())).toEqual([]);
    const minutes = (place?: string) =>
      minutesOf(run.tasks[0]!, new Map(place ? [[dryingOf('bed'), place]] : [])).drying;
    expect([minutes(), minutes('shade'), minutes('gone')]).toEqual([30, 30, 30]);
  });
});
