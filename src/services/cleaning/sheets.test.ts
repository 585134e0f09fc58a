import { rung } from '../../core/care/depth';
import { allInOrder, inTheWay } from '../../core/cleaning/ending';
import { progressOf, type SheetEventWhat } from '../../core/cleaning/progress';
import type { RunSheet } from '../../core/cleaning/run';
import { standingEntries } from '../../records/audit-log';
import { listStations } from '../../records/machines';
import { readiness } from '../machines/readiness';
import { bookPage } from '../audit-log/audit-log';
import { dueMachines } from '../care/due';
import { openFaults } from '../faults/faults';
import { handOver } from './hand-over';
import { activeHolds } from '../machines/holds';
import { addOwnTask, removeOwnTask } from '../care/care-plans';
import { openPutBacks, putRight } from './put-backs';
import { logSession } from '../usage/sessions';
import { abandonSheet } from './abandon';
import { signOffSheet } from './sign-off';
import { addEvents, press, sheetState, eventsOf } from './events';
import {
  draftRun,
  paperOf,
  readSheet,
  runOf,
  runToEnd,
  sheetHold,
  sheetRow,
  startSheet,
} from './sheets';
import {
  addTestMachine,
  markOn,
  must,
  eachTestShop,
  pressAllInOrder,
  refusal,
  tester,
} from '../testing/shop';

const minute = 60_000;

const shop = eachTestShop();
let machineId: string;

beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const station = (slug: string) =>
  listStations(shop.db, machineId).find((row) => row.slug === slug)!.id;

const start = (...picked: [slug: string, task: string][]) =>
  must(
    startSheet(shop, tester, {
      machineId,
      tasks: picked.map(([slug, task]) => ({ stationId: station(slug), task })),
    }),
  ).row.id;

const pressAll = (sheetId: string, ...whats: SheetEventWhat[]) =>
  must(press(shop, tester, sheetId, whats));

const stepsOf = (run: RunSheet, id: string): SheetEventWhat[] => {
  const lines =
    run.pieces.find((piece) => piece.id === id)?.lines ??
    run.tasks.find((task) => task.id === id)!.ways[0]!.active;
  return lines.map((line) => ({ kind: 'step', step: line.id, done: true }));
};

const progress = (sheetId: string) => progressOf(eventsOf(shop, sheetId));

test('an event sent twice is one; late ones count when they were made, not before the sheet nor after now', () => {
  const sheetId = start(['window', 'wipe']);
  const begun = shop.clock.now;
  shop.clock.now += 30 * minute;
  const event = (id: string, at: number, step: string) => ({
    id,
    at,
    what: { kind: 'step' as const, step, done: true },
  });
  const sent = [
    event('event-aaaa', begun + 5 * minute, 'one'),
    event('event-bbbb', begun - 90 * minute, 'before'),
    event('event-cccc', begun + 900 * minute, 'after'),
  ];
  must(addEvents(shop, tester, sheetId, sent));
  must(addEvents(shop, tester, sheetId, [...sent].reverse()));
  expect(eventsOf(shop, sheetId)).toHaveLength(3);
  const { steps } = progress(sheetId);
  expect(steps.get('one')!.at).toBe(begun + 5 * minute);
  expect(steps.get('before')!.at).toBe(begun);
  expect(steps.get('after')!.at).toBe(shop.clock.now);
});

test('two devices on one sheet see each other: each asks for what it does not have', () => {
  const sheetId = start(['window', 'wipe']);
  pressAll(sheetId, { kind: 'step', step: 'isolate#s1', done: true });
  const one = must(sheetState(shop, sheetId, 0));
  expect([one.count, one.events.length, one.closed]).toEqual([1, 1, null]);
  must(
    addEvents(shop, { ...tester, name: 'Other' }, sheetId, [
      // pressed before the first one, come in after it
      {
        id: 'a-first-id',
        at: shop.clock.now - 1,
        what: { kind: 'step', step: 'isolate#s2', done: true },
      },
    ]),
  );
  const news = must(sheetState(shop, sheetId, one.count));
  expect(news.events.map(({ person, id }) => [person, id])).toEqual([['Other', 'a-first-id']]);
  expect(must(sheetState(shop, sheetId, news.count)).events).toEqual([]);
});

test('what cannot be a press is refused with its place, and nothing of the lot is kept', () => {
  const sheetId = start(['window', 'wipe']);
  const bad = [
    { id: 'event-good', at: shop.clock.now, what: { kind: 'resume' } },
    {
      id: 'event-bad1',
      at: shop.clock.now,
      what: { kind: 'check', check: 'dry', answer: 'maybe' },
    },
  ];
  expect(refusal(addEvents(shop, tester, sheetId, bad))).toContain('1.what.answer');
  expect(refusal(addEvents(shop, tester, sheetId, 'no list'))).toContain('expected array');
  expect(refusal(addEvents(shop, tester, 'nowhere', []))).toContain('not there');
  expect(eventsOf(shop, sheetId)).toHaveLength(0);
  const unknown = pressAll(sheetId, { kind: 'mark', task: 'other.task', change: {} });
  expect(unknown.problems[0]!.message).toContain('not on this sheet');
});

test('a full sheet: parts, checks and tests stand in the way one by one, and the hand-over tells it all', () => {
  const sheetId = start(['window', 'strip-clean'], ['honeycomb', 'clean'], ['belts', 'inspect']);
  const run = runOf(shop, sheetId)!;
  const window = `${station('window')}.strip-clean`;
  const comb = `${station('honeycomb')}.clean`;
  pressAll(sheetId, ...stepsOf(run, 'isolate'), ...stepsOf(run, 'layout'));
  shop.clock.now += 12 * minute;
  const [head] = run.pieces.find(({ id }) => id === 'open:head-off')!.parts;
  const { lens: _, ...part } = head!;
  pressAll(sheetId, ...stepsOf(run, 'open:head-off'), {
    kind: 'part out',
    part: { ...part, marked: 'photo' },
  });
  shop.clock.now += 9 * minute;
  pressAll(sheetId, ...stepsOf(run, window));
  pressAll(sheetId, { kind: 'mark', task: window, change: { result: 'done', finding: 'soiled' } });
  expect(refusal(signOffSheet(shop, tester, sheetId))).toBe('Air hose is still out. And 10 more.');
  pressAll(sheetId, { kind: 'part in', part: part.id }, { kind: 'again', task: window });
  expect(refusal(signOffSheet(shop, tester, sheetId))).toContain('Nothing is marked');
  pressAll(sheetId, ...stepsOf(run, window));
  markOn(shop, sheetId, station('window'), 'strip-clean', { result: 'done', finding: 'soiled' });
  expect(refusal(signOffSheet(shop, tester, sheetId))).toMatch(/plug pushed in/);
  pressAllInOrder(shop, sheetId);
  shop.clock.now += 4 * minute;
  // dust after glass: the bed is brought in over the clean window
  pressAll(sheetId, ...stepsOf(run, comb));
  const why = inTheWay(run, progressOf(eventsOf(shop, sheetId))).map((one) => one.why);
  expect(why).toContain('look again');
  // and the bed soaks: nothing is all dry yet
  expect(refusal(signOffSheet(shop, tester, sheetId))).toContain('Everything dry');
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  const over = handOver(shop, sheetRow(shop, sheetId)!);
  expect(over.done).toHaveLength(1);
  // 9 for taking the head off count to nothing else; the steps of the window came in one go
  expect(over.done[0]).toMatchObject({ station: 'Protective window', again: 1, minutes: 9 });
  expect(over.left.map(({ task }) => task).sort()).toEqual(['clean', 'inspect']);
  expect(over.opened).toEqual(['Head off']);
  expect(over.proofs.map(({ name }) => name)).toContain('Test burn');
  expect(over.minutes).toBe(25);
  expect(over.closed).toMatchObject({ by: 'Tester', abandoned: null });
  expect(over.late).toEqual([]);
});

test('a failed test keeps the hold and opens a fault that knows what was opened', () => {
  const sheetId = start(['window', 'strip-clean']);
  const run = runOf(shop, sheetId)!;
  pressAll(sheetId, ...stepsOf(run, 'open:head-off'));
  markOn(shop, sheetId, station('window'), 'strip-clean', { result: 'done' });
  pressAllInOrder(shop, sheetId);
  pressAll(sheetId, { kind: 'proof', proof: 'burn', passed: false, words: 'two passes needed' });
  const { faultIds } = must(signOffSheet(shop, tester, sheetId));
  expect(faultIds).toHaveLength(1);
  const [fault] = openFaults(shop);
  expect(fault!.note).toBe(
    'Failed after a clean-down: Test burn: two passes needed. Just opened: Head off.',
  );
  expect(standingEntries(shop.db, ['fault'])[0]!.data).toMatchObject({ opened: ['Head off'] });
  expect(activeHolds(shop).map(({ why }) => why)).toEqual(['fault']);
});

test('a pause keeps the hold and tells operators; going on ends it', () => {
  const sheetId = start(['honeycomb', 'clean']);
  const until = Date.UTC(2026, 10, 25, 7);
  pressAll(sheetId, { kind: 'pause', until, why: 'Honeycomb soaks overnight' });
  expect(activeHolds(shop)[0]!.words).toBe(
    'cleaning paused until 2026-11-25 08:00: Honeycomb soaks overnight',
  );
  expect(readiness(shop, machineId).headline).toContain('soaks overnight');
  expect(readSheet(shop, sheetId)!.paused!.until).toBe(until);
  pressAll(sheetId, { kind: 'resume' });
  expect(activeHolds(shop)[0]!.words).toBe('being cleaned');
});

test('what comes in after the end is kept with the sheet, says so and changes nothing', () => {
  const sheetId = start(['frame', 'wipe']);
  shop.clock.now += 9 * minute;
  markOn(shop, sheetId, station('frame'), 'wipe', { result: 'done' });
  pressAllInOrder(shop, sheetId);
  must(signOffSheet(shop, tester, sheetId));
  const made = shop.clock.now - minute;
  shop.clock.now += 20 * minute;
  const late = {
    id: 'late-event-1',
    at: made,
    what: { kind: 'mark', task: `${station('frame')}.wipe`, change: { finding: 'caked' } },
  };
  const { problems } = must(addEvents(shop, tester, sheetId, [late]));
  expect(problems[0]!.field).toBe('closed');
  expect(must(addEvents(shop, tester, sheetId, [late])).problems).toEqual([]);
  const over = handOver(shop, sheetRow(shop, sheetId)!);
  expect(over.late.map(({ id, at }) => [id, at])).toEqual([['late-event-1', made]]);
  expect(over.done[0]!.finding).toBeNull();
  expect(must(sheetState(shop, sheetId, 0)).closed).toMatchObject({ by: 'Tester' });
});

test('a sheet is what it was when it was opened: a task taken off the plan meanwhile is recorded all the same', () => {
  const { key } = must(
    addOwnTask(shop, tester, {
      stationId: station('honeycomb'),
      name: 'Mark the worn corner',
      depth: 'inspect',
      group: 'bed',
      criticality: 'housekeeping',
      limits: [{ kind: 'days', value: 30 }],
      minutes: 3,
    }),
  );
  const sheetId = start(['honeycomb', key]);
  const before = runOf(shop, sheetId)!;
  must(removeOwnTask(shop, tester, { stationId: station('honeycomb'), task: key }));
  expect(runOf(shop, sheetId)).toEqual(before);
  markOn(shop, sheetId, station('honeycomb'), key, { result: 'done' });
  pressAllInOrder(shop, sheetId);
  expect(must(signOffSheet(shop, tester, sheetId)).recorded).toBe(1);
});

test('a task of the shop’s own has steps, opening, wait, stopping test and tests like any other', () => {
  const own = {
    stationId: station('honeycomb'),
    name: 'Straighten the cells',
    depth: 'clean',
    group: 'bed',
    criticality: 'fire',
    limits: [{ kind: 'days', value: 90 }],
    minutes: 6,
    opening: 'bed-out',
    steps: ['Bed on the bench.', 'Bent cells opened with a round stick.'],
    wait: 'airs out',
    waitMinutes: 20,
    finishing: ['Looked through against the light.'],
    finishMinutes: 2,
    stop: 'Every cell sees light.',
    proofs: ['frame'],
    tools: ['round stick'],
    dusty: true,
  } as const;
  const input = {
    ...own,
    limits: [...own.limits],
    steps: [...own.steps],
    finishing: [...own.finishing],
    proofs: [...own.proofs],
    tools: [...own.tools],
  };
  expect(refusal(addOwnTask(shop, tester, { ...input, finishMinutes: 0 }))).toMatch(
    /how many minutes/,
  );
  expect(refusal(addOwnTask(shop, tester, { ...input, glass: true }))).toMatch(/one or the other/);
  const { key } = must(addOwnTask(shop, tester, input));
  const run = runOf(shop, start(['honeycomb', key]))!;
  const [task] = run.tasks;
  expect(task).toMatchObject({
    name: 'Straighten the cells',
    stop: 'Every cell sees light.',
    dusty: true,
    wait: { verb: 'airs out' },
  });
  const [way] = task!.ways;
  expect(way!.minutes).toMatchObject({ active: 6, passive: 20, finishing: 2 });
  expect([...way!.active, ...way!.finishing].map(({ text }) => text)).toEqual([
    ...own.steps,
    ...own.finishing,
  ]);
  expect(run.layOut).toEqual(['round stick']);
  expect(run.pieces.map(({ id }) => id)).toContain('open:bed-out');
  expect(run.proofs.map(({ id }) => id)).toContain('frame');
});

test('a mend with a date goes onto the put-back list and off it once', () => {
  const sheetId = start(['frame', 'wipe']);
  markOn(shop, sheetId, station('frame'), 'wipe', { result: 'done' });
  pressAllInOrder(shop, sheetId);
  const until = shop.clock.now + 7 * 24 * 60 * minute;
  pressAll(sheetId, {
    kind: 'left off',
    item: { id: 'tape', what: 'tape on the duct', mended: true, until },
  });
  must(signOffSheet(shop, tester, sheetId));
  const [item] = openPutBacks(shop);
  expect(item).toMatchObject({ what: 'tape on the duct', until, machineId });
  must(putRight(shop, tester, { putBackId: item!.id, how: 'new clamp' }));
  expect(openPutBacks(shop)).toEqual([]);
  expect(refusal(putRight(shop, tester, { putBackId: item!.id, how: '' }))).toContain('already');
  expect(refusal(putRight(shop, tester, { putBackId: 'nothing', how: '' }))).toContain('not on');
  const words = bookPage(shop, {}, 20).map(({ what }) => what);
  expect(words).toContain('To put right: tape on the duct');
  expect(words).toContain('Put right: new clamp');
});

test('a strip-clean of the whole machine takes every station at its deepest, each for itself', () => {
  const sheetId = start(['whole', 'strip-clean']);
  const tasks = readSheet(shop, sheetId)!.tasks.map(({ stationId, task }) =>
    [stationId, task].join('.'),
  );
  expect(tasks).toContain(`${station('window')}.strip-clean`);
  expect(tasks).not.toContain(`${station('window')}.wipe`);
  expect(tasks).toContain(`${station('honeycomb')}.clean`);
  expect(tasks).not.toContain(`${station('debris')}.clear`);
  const run = runOf(shop, sheetId)!;
  const whole = run.tasks.find(({ id }) => id.startsWith(station('whole')))!;
  expect(whole.ways[0]!.minutes.active).toBe(1);
});

test('a draft writes nothing; a sheet is not abandoned while the machine is in pieces', () => {
  const entries = () => standingEntries(shop.db, ['hold', 'clean-down started']).length;
  const picked = [{ stationId: station('window'), task: 'strip-clean' }];
  expect(must(draftRun(shop, machineId, picked)).tasks).toHaveLength(1);
  expect(refusal(draftRun(shop, machineId, []))).toContain('at least one');
  expect(refusal(draftRun(shop, machineId, [{ stationId: 'gone', task: 'wipe' }]))).toContain(
    'no longer there',
  );
  expect(entries()).toBe(0);
  const sheetId = start(['window', 'strip-clean']);
  const { parts } = runOf(shop, sheetId)!.pieces.find(({ id }) => id === 'open:head-off')!;
  const { lens: _, ...part } = parts[0]!;
  pressAll(sheetId, { kind: 'part out', part: { ...part, marked: 'words' } });
  expect(refusal(abandonSheet(shop, tester, { sheetId, reason: 'called away' }))).toContain(
    'Air hose is out',
  );
  expect(activeHolds(shop)).toHaveLength(1);
  pressAll(sheetId, { kind: 'part in', part: part.id });
  // what was left off for a test is in the way too; what was mended with a date is not
  const off = { id: 'shield', what: 'the shield', mended: false, until: null };
  const mend = {
    id: 'tape',
    what: 'tape on the duct',
    mended: true,
    until: shop.clock.now + minute,
  };
  for (const item of [off, mend]) pressAll(sheetId, { kind: 'left off', item });
  const still = refusal(abandonSheet(shop, tester, { sheetId, reason: 'called away' }));
  expect(still).toContain('the shield is left off');
  expect(still).not.toContain('tape');
  pressAll(sheetId, { kind: 'put back', item: off.id });
  must(abandonSheet(shop, tester, { sheetId, reason: 'called away' }));
  expect(activeHolds(shop)).toEqual([]);
  expect(handOver(shop, sheetRow(shop, sheetId)!).closed!.abandoned).toBe('called away');
});

test('after five of a kind a sheet is planned with the shop’s own median', () => {
  const plannedOf = (sheetId: string) => runOf(shop, sheetId)!.tasks[0]!;
  for (const minutes of [9, 12, 10, 11, 30]) {
    const sheetId = start(['frame', 'wipe']);
    expect(plannedOf(sheetId)).toMatchObject({ learned: null });
    markOn(shop, sheetId, station('frame'), 'wipe', { result: 'done', minutes });
    pressAllInOrder(shop, sheetId);
    must(signOffSheet(shop, tester, sheetId));
    shop.clock.now += 24 * 60 * minute;
  }
  const task = plannedOf(start(['frame', 'wipe']));
  expect(task.learned).toBe(5);
  expect(task.ways[0]!.minutes.active).toBe(11);
});

test('an early stop leaves what is open as due as it was', () => {
  for (const days of [2, 3]) {
    must(
      logSession(shop, tester, {
        machineId,
        start: shop.clock.now - days * 24 * 60 * minute,
        runSeconds: 14 * 3600,
        material: 'plywood',
        process: 'cut',
        key: `early-stop-${days}`,
      }),
    );
  }
  const sheetId = start(['window', 'wipe'], ['honeycomb', 'clean']);
  markOn(shop, sheetId, station('window'), 'wipe', { result: 'done' });
  pressAllInOrder(shop, sheetId);
  const signed = must(signOffSheet(shop, tester, sheetId));
  expect(signed.left).toEqual(['Honeycomb: clean']);
  const { left } = handOver(shop, sheetRow(shop, sheetId)!);
  expect(left[0]!.due!.standing.state).toBe('due');
  const [machine] = dueMachines(shop, shop.clock.now, machineId);
  expect(
    machine!.stations.find(({ slug }) => slug === 'window')!.worst!.standing.used,
  ).toBeLessThan(left[0]!.due!.standing.used * 2);
});

test('everything in order is a fixed point: pressed once, nothing stands in the way', () => {
  const sheetId = start(['whole', 'strip-clean']);
  const run = runOf(shop, sheetId)!;
  for (const { id } of run.pieces.filter(({ kind }) => kind === 'open')) {
    pressAll(sheetId, ...stepsOf(run, id));
  }
  for (const { id } of run.tasks) {
    pressAll(sheetId, { kind: 'mark', task: id, change: { result: 'done' } });
  }
  pressAllInOrder(shop, sheetId);
  expect(allInOrder(run, progress(sheetId))).toEqual([]);
  expect(must(signOffSheet(shop, tester, sheetId)).recorded).toBe(run.tasks.length);
});

test('the whole machine takes the deepest of each station, not two depths, not the coolant change', () => {
  const heron = addTestMachine(shop, 'Heron', 'co2-glass-tube');
  const machines = [
    shop.db.$client.prepare('select id from machine').pluck().all() as string[],
  ].flat();
  for (const id of machines) {
    const [machine] = dueMachines(shop, shop.clock.now, id);
    const whole = machine!.stations.find(({ kind }) => kind === 'whole')!;
    // as the page sends it when everything was ticked before
    const picked = machine!.stations.flatMap(({ id: stationId, tasks }) =>
      tasks.map(({ task }) => ({ stationId, task: task.key })),
    );
    const sheet = must(
      startSheet(shop, tester, {
        machineId: id,
        tasks: [{ stationId: whole.id, task: 'strip-clean' }, ...picked],
      }),
    );
    for (const station of machine!.stations) {
      const taken = sheet.tasks.filter(({ stationId }) => stationId === station.id);
      const depths = taken.map(
        ({ task }) => station.tasks.find((one) => one.task.key === task)!.task.depth,
      );
      expect([station.name, depths.filter((depth) => rung(depth) !== null).length]).toEqual([
        station.name,
        Math.min(1, station.tasks.length),
      ]);
      if (station.kind !== 'debris') expect(depths).not.toContain('drain');
      const deepest = Math.max(
        -1,
        ...station.tasks.map(({ task }) =>
          task.depth === 'drain' ? -1 : (rung(task.depth) ?? -1),
        ),
      );
      if (deepest >= 0) expect(depths.some((depth) => rung(depth) === deepest)).toBe(true);
    }
  }
  expect(heron.family).toBe('co2-glass-tube');
});

describe('a sheet that is none', () => {
  const wipe = () => ({ stationId: station('window'), task: 'wipe' });

  test('is not begun on what is not there, nor twice', () => {
    const begin = (more: object) =>
      startSheet(shop, tester, { machineId, tasks: [wipe()], ...more });
    expect(refusal(begin({ machineId: 'gone' }))).toContain('There is no machine');
    expect(
      refusal(
        begin({ occasion: 'between cuts', tasks: [{ stationId: station('frame'), task: 'wipe' }] }),
      ),
    ).toContain('Frame: not between two cuts.');
    expect(activeHolds(shop)).toEqual([]);
    must(begin({}));
    expect(refusal(begin({}))).toBe('Wren is being cleaned already: resume that clean-down.');
    expect(refusal(draftRun(shop, 'gone', [wipe()]))).toContain('There is no machine');
    expect(activeHolds(shop)).toHaveLength(1);
  });

  test('has no run, no paper, no hold and no state', () => {
    expect(runOf(shop, 'gone')).toBeNull();
    expect(runToEnd(shop, 'gone')).toBeNull();
    expect(paperOf(shop, 'gone')).toBeNull();
    expect(sheetHold(shop, 'gone')).toBeNull();
    expect(readSheet(shop, 'gone')).toBeNull();
    expect(refusal(sheetState(shop, 'gone', 0))).toBe('That clean-down is not there.');
    expect(refusal(signOffSheet(shop, tester, 'gone'))).toBe('That clean-down is not there.');
  });

  test('is printed in the order in force, with the hold that it stands for', () => {
    const sheetId = start(['window', 'wipe'], ['frame', 'wipe']);
    const { run, arranged, progress: done } = paperOf(shop, sheetId)!;
    expect(run).toEqual(runOf(shop, sheetId));
    expect(done.steps.size).toBe(0);
    const sequence = arranged.steps.map(({ task, part }) => ({ task, part }));
    pressAll(sheetId, ...stepsOf(run, 'isolate'), { kind: 'order', sequence });
    expect(paperOf(shop, sheetId)!.progress.steps.size).toBe(stepsOf(run, 'isolate').length);
    expect(paperOf(shop, sheetId)!.progress.sequence).toEqual(sequence);
    expect(sheetHold(shop, sheetId)).toBe(activeHolds(shop)[0]!.id);
  });

  test('that is closed is not signed off again; without a mark, or where its station went, neither', () => {
    const sheetId = start(['window', 'wipe']);
    expect(refusal(signOffSheet(shop, tester, sheetId))).toContain('Nothing is marked yet');
    markOn(shop, sheetId, station('window'), 'wipe', { result: 'done' });
    pressAllInOrder(shop, sheetId);
    must(signOffSheet(shop, tester, sheetId));
    expect(refusal(signOffSheet(shop, tester, sheetId))).toContain('closed already');
    expect(activeHolds(shop)).toEqual([]);
  });
});

test('minutes of a clean-down are those from its first press to its end, without the pauses', () => {
  const sheetId = start(['window', 'wipe']);
  shop.clock.now += 5 * minute;
  markOn(shop, sheetId, station('window'), 'wipe', { result: 'done' });
  shop.clock.now += 10 * minute;
  pressAll(sheetId, { kind: 'pause', until: null, why: 'lunch' });
  shop.clock.now += 40 * minute;
  pressAll(sheetId, { kind: 'resume' });
  shop.clock.now += 3 * minute;
  pressAllInOrder(shop, sheetId);
  shop.clock.now += minute;
  must(signOffSheet(shop, tester, sheetId));
  expect(handOver(shop, sheetRow(shop, sheetId)!)!.minutes).toBe(14);
});
