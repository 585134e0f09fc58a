import { entryById, standingEntries } from '../../records/audit-log';
import { careByEntry } from '../../records/care';
import { sessionsByEntry } from '../../records/usage/sessions';
import { dueMachines } from '../care/due';
import { nobody } from '../machines/labels';
import { retireMachine } from '../machines/machines';
import type { Actor } from '../shop';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import {
  correctSession,
  dropTimer,
  logSession,
  logSessions,
  logTimer,
  moveSession,
  nicknameOf,
  recentSessions,
  runTimer,
} from './sessions';
import { takeReading, acceptUnlogged } from './meters';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const minute = 60_000;
const hour = 60 * minute;
let keys = 0;
const session = (more: object = {}) => ({
  machineId,
  start: shop.clock.now - hour,
  runSeconds: 600,
  key: `sessions-test-${keys++}`,
  ...more,
});
const log = (more: object = {}, actor: Actor = tester) => logSession(shop, actor, session(more));
const kept = (entryId: string) => sessionsByEntry(shop.db, [entryId]).get(entryId)!;
const standing = () => standingEntries(shop.db, ['session']);

describe('use that is logged', () => {
  test('is kept as it was said, with the material by its name', () => {
    const { entryId } = must(
      log({
        material: ' Plywood ',
        process: 'cut',
        beamSeconds: 300,
        operator: ' Ines ',
        note: ' ',
      }),
    );
    expect(kept(entryId)).toMatchObject({
      machineId,
      start: shop.clock.now - hour,
      runS: 600,
      beamS: 300,
      material: 'plywood',
      process: 'cut',
      airAssist: null,
      draught: null,
      operator: 'Ines',
      origin: null,
    });
    expect(entryById(shop.db, entryId)).toMatchObject({ note: null, at: shop.clock.now - hour });
  });

  test('twice with one key is once', () => {
    const one = session();
    const first = must(logSession(shop, tester, one));
    expect(first.duplicate).toBe(false);
    expect(must(logSession(shop, tester, { ...one, runSeconds: 60 }))).toEqual({
      entryId: first.entryId,
      duplicate: true,
    });
    expect(standing()).toHaveLength(1);
  });

  test.each<[string, object, string, string]>([
    ['of an unknown machine', { machineId: 'nowhere' }, 'machine', 'There is no machine called'],
    [
      'of an unknown material',
      { material: 'plywod' },
      'material',
      'Unknown material "plywod": did you mean plywood?',
    ],
    [
      'of one that nobody knows',
      { material: 'zzzzzzzzz' },
      'material',
      'Unknown material "zzzzzzzzz".',
    ],
    ['of what eats machines', { material: 'PVC' }, 'material', 'holds chlorine'],
    [
      'with a job of another machine',
      { jobId: 'nowhere' },
      'job',
      'That job file is none of this machine.',
    ],
    ['that lies ahead', { start: Date.UTC(2026, 10, 25) }, 'start', 'lies in the future'],
    ['of no time', { runSeconds: 0 }, 'run', 'The run time is zero. Nothing was logged.'],
    ['of less than none', { runSeconds: -1 }, 'run', 'The run time is negative.'],
    [
      'of more than a day',
      { runSeconds: 86_401, start: Date.UTC(2026, 9, 1) },
      'run',
      'over 24 hours',
    ],
    ['that ends ahead', { runSeconds: 3721 }, 'run', 'would end in the future'],
    ['of long ago', { start: Date.UTC(1989, 11, 31) }, 'start', 'before 1990'],
    ['with less beam than none', { beamSeconds: -1 }, 'beam', 'The beam time is negative.'],
    ['with more beam than run', { beamSeconds: 601 }, 'beam', 'longer than the run time'],
    ['with half a second', { runSeconds: 1.5 }, 'runSeconds', ''],
    ['with a key that is too short', { key: 'short' }, 'key', ''],
  ])('%s is refused, and nothing is logged', (_, more, field, words) => {
    const refused = log(more);
    expect(refused).toMatchObject({ ok: false, error: { field } });
    expect(refusal(refused)).toContain(words);
    expect(standing()).toEqual([]);
  });

  test('does not overlap, on one machine; next to each other they may lie', () => {
    must(log());
    const over = log({ start: shop.clock.now - hour + 599_000 });
    expect(refusal(over)).toBe(
      'This overlaps the session of 2026-11-24 12:00, 10 min. Nothing was logged.',
    );
    must(log({ start: shop.clock.now - hour + 600_000 }));
    must(log({ start: shop.clock.now - hour - 600_000 }));
    must(log({ machineId: addTestMachine(shop, 'Robin').id }));
    must(logSession(shop, tester, session(), { allowOverlap: true }));
  });

  test('several at once: those that can be logged are, the others say why not', () => {
    const outcomes = logSessions(shop, tester, [
      session(),
      session({ material: 'zzzzzzzzz', start: shop.clock.now - 2 * hour }),
      session({ start: shop.clock.now - 3 * hour }),
    ]);
    expect(outcomes.map(({ ok }) => ok)).toEqual([true, false, true]);
    const counters = dueMachines(shop)[0]!.stations[0]!.tasks[0]!.counters;
    expect([counters.runSeconds, counters.jobs]).toEqual([1200, 2]);
  });

  test('with its debris cleared is a care of its own, at its end, by somebody', () => {
    const cleared = { debrisCleared: true };
    const label: Actor = { id: null, name: nobody, source: 'label' };
    expect(log(cleared, label)).toMatchObject({ ok: false, error: { field: 'who' } });
    expect(standing()).toEqual([]);
    must(log(cleared, { ...label, name: 'Bo' }));
    const [care] = standingEntries(shop.db, ['care']);
    expect(care).toMatchObject({ at: shop.clock.now - hour + 600_000, person: 'Bo' });
    expect(careByEntry(shop.db, [care!.id]).get(care!.id)!.task).toBe('clear');
    // of what ends ahead by a little it is now
    must(log({ ...cleared, start: shop.clock.now - 60_000, runSeconds: 120 }));
    expect(standingEntries(shop.db, ['care']).at(-1)!.at).toBe(shop.clock.now);
  });
});

describe('a correction', () => {
  const correct = (entryId: string, change: object | null) =>
    correctSession(shop, tester, {
      entryId,
      reason: 'slip',
      change: change && { start: shop.clock.now - hour, runSeconds: 600, ...change },
    });

  test('stands in the place of the old one; struck alone there is none', () => {
    const old = must(log({ note: 'first' })).entryId;
    const next = must(correct(old, { runSeconds: 60, operator: 'Bo', note: 'second' })).entryId;
    expect(kept(next)).toMatchObject({ runS: 60, operator: 'Bo' });
    expect(entryById(shop.db, next)).toMatchObject({
      supersedes: old,
      reason: 'slip',
      note: 'second',
    });
    const strike = must(correct(next, null)).entryId;
    expect(entryById(shop.db, strike)).toMatchObject({
      kind: 'strike',
      supersedes: next,
      machineId,
    });
    expect(standing()).toEqual([]);
    expect(dueMachines(shop)[0]!.stations[0]!.tasks[0]!.counters.runSeconds).toBe(0);
  });

  test.each<[string, object, string]>([
    ['to an unknown machine', { machineId: 'nowhere' }, 'There is no machine called'],
    ['to an unknown material', { material: 'zzzzzzzzz' }, 'Unknown material'],
    ['into the future', { start: Date.UTC(2026, 10, 25) }, 'Nothing was logged.'],
  ])('%s is refused', (_, change, words) => {
    const old = must(log()).entryId;
    expect(refusal(correct(old, change))).toContain(words);
    expect(standing().map(({ id }) => id)).toEqual([old]);
  });

  test('is of a session, and of one that stands', () => {
    expect(refusal(correct('nowhere', null))).toBe('That session is not in the book.');
    const [other] = standingEntries(shop.db, ['machine']);
    expect(refusal(correct(other!.id, null))).toBe('That session is not in the book.');
    const old = must(log()).entryId;
    must(correct(old, null));
    expect(refusal(correct(old, {}))).toContain('corrected already');
  });

  test('does not overlap another, though it may lie where the old one lay', () => {
    const old = must(log()).entryId;
    must(log({ start: shop.clock.now - 2 * hour }));
    must(correct(old, { start: shop.clock.now - hour + minute }));
    const [first] = standing();
    expect(refusal(correct(first!.id, { start: shop.clock.now - hour + 2 * minute }))).toContain(
      'This overlaps',
    );
  });

  test('may give it to another machine, but not what a meter counted there', () => {
    const robin = addTestMachine(shop, 'Robin').id;
    const old = must(log({ debrisCleared: true, material: 'plywood', note: 'box' })).entryId;
    must(moveSession(shop, tester, old, robin));
    const [moved] = standing();
    expect(moved).toMatchObject({
      machineId: robin,
      note: 'box',
      reason: 'logged at the wrong machine',
    });
    expect(kept(moved!.id)).toMatchObject({ material: 'plywood', runS: 600 });
    expect(standingEntries(shop.db, ['care']).map((row) => row.machineId)).toEqual([robin]);
    expect(refusal(moveSession(shop, tester, 'nowhere', robin))).toContain('not in the book');
    expect(refusal(moveSession(shop, tester, moved!.id, 'nowhere'))).toContain('no machine');

    const read = (hours: number) =>
      must(
        takeReading(shop, tester, {
          machineId,
          at: shop.clock.now,
          seconds: hours * 3600,
          key: `sessions-meter-${keys++}`,
        }),
      ).entryId;
    read(1);
    shop.clock.now += 5 * hour;
    const { entryId } = must(acceptUnlogged(shop, tester, read(3)));
    expect(refusal(moveSession(shop, tester, entryId, robin))).toContain('belongs to its machine');
  });
});

describe('a timer', () => {
  const end = (more: object = {}) =>
    logTimer(shop, tester, { machineId, key: `sessions-timer-${keys++}`, ...more });

  test('logs what it measured, once, and is gone', () => {
    const begun = shop.clock.now;
    must(runTimer(shop, tester, machineId));
    shop.clock.now += 25 * minute;
    expect(must(runTimer(shop, { ...tester, name: 'Bo' }, machineId))).toMatchObject({
      startedAt: begun,
      person: 'Tester',
    });
    const more = { key: 'sessions-timer-once', material: 'plywood' };
    const { entryId } = must(end(more));
    expect(kept(entryId)).toMatchObject({ start: begun, runS: 1500, material: 'plywood' });
    expect(must(end(more))).toEqual({ entryId, duplicate: true });
    expect(refusal(end())).toContain('No timer runs on this machine');
  });

  test('of an instant is a second, one that cannot be logged runs on', () => {
    must(runTimer(shop, tester, machineId));
    expect(end({ material: 'zzzzzzzzz' }).ok).toBe(false);
    expect(kept(must(end()).entryId).runS).toBe(1);
  });

  test('is dropped without a line, and does not run for what is not there', () => {
    must(runTimer(shop, tester, machineId));
    must(dropTimer(shop, tester, machineId));
    expect(refusal(end())).toContain('No timer runs');
    expect(standing()).toEqual([]);
    must(retireMachine(shop, tester, { machineId, reason: 'sold' }));
    expect(refusal(runTimer(shop, tester, machineId))).toBe('Wren is retired.');
    expect([nicknameOf(shop, machineId), nicknameOf(shop, 'nowhere')]).toEqual([
      'Wren',
      'unknown machine',
    ]);
  });

  test('that was stopped before it began was stopped elsewhere', () => {
    must(runTimer(shop, tester, machineId));
    shop.clock.now += minute;
    expect(refusal(end({ end: shop.clock.now - 2 * minute }))).toContain('runs anew');
    expect(kept(must(end({ end: shop.clock.now - minute / 2 })).entryId).runS).toBe(30);
  });
});

test('the last sessions, newest first, of so many days', () => {
  const ids = [1, 30, 49].map((ago) => must(log({ start: shop.clock.now - ago * hour })).entryId);
  const recent = (days: number) =>
    recentSessions(shop, machineId, days).map(({ entryId }) => entryId);
  expect(recent(2)).toEqual(ids.slice(0, 2));
  expect(recent(3)).toEqual(ids);
});
