import { standingEntries } from '../../records/audit-log';
import { sessionsBetween } from '../../records/usage/sessions';
import { dayTotals } from '../../records/usage/totals';
import {
  acceptUnlogged,
  explainReading,
  meterView,
  noteQuietDay,
  openMeterQuestions,
  quietDays,
  takeReading,
} from './meters';
import { strikeEntry } from '../audit-log/audit-log';
import { correctSession, logSession } from './sessions';
import type { Actor } from '../shop';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';

const shop = eachTestShop();
let machineId: string;
const hour = 3_600_000;
const day = 24 * hour;
let keys = 0;
const device: Actor = { id: null, name: 'Hour meter', source: 'device' };

beforeEach(() => {
  shop.clock.now = Date.UTC(2026, 9, 5, 8);
  machineId = addTestMachine(shop).id;
});

const read = (hours: number, more: object = {}, actor = tester) =>
  takeReading(shop, actor, {
    machineId,
    at: shop.clock.now,
    seconds: hours * 3600,
    key: `meter-test-${keys++}`,
    ...more,
  });
const log = (hours: number, more: object = {}) => {
  const start = shop.clock.now;
  shop.clock.now += hours * hour;
  return logSession(
    shop,
    tester,
    { machineId, start, runSeconds: hours * 3600, key: `session-test-${keys++}`, ...more },
    { allowOverlap: true },
  );
};
const last = () => meterView(shop, machineId).lines[0]!;
const runHours = () =>
  sessionsBetween(shop.db, machineId, 0, Infinity).reduce((sum, s) => sum + s.runSeconds, 0) / 3600;

test('unlogged use is proposed, taken in once by one press, and closes the gap', () => {
  must(read(100));
  must(log(3, { material: 'plywood', process: 'cut' }));
  shop.clock.now += 2 * day;
  const reading = must(read(108));
  expect(last()).toMatchObject({ verdict: 'unlogged', gapSeconds: 5 * 3600, accepted: false });
  const first = must(acceptUnlogged(shop, tester, reading.entryId));
  expect(must(acceptUnlogged(shop, tester, reading.entryId))).toEqual(first);
  expect(runHours()).toBe(8);
  expect(last()).toMatchObject({ verdict: 'agrees', gapSeconds: 0, accepted: true });
  // what was never logged can still be told apart and given its material later
  must(
    correctSession(shop, tester, {
      entryId: first.entryId,
      reason: 'Ines remembers: plywood',
      change: {
        start: shop.clock.now - 5 * hour,
        runSeconds: 5 * 3600,
        beamSeconds: null,
        material: 'plywood',
        process: 'cut',
        airAssist: null,
        draught: null,
        operator: null,
        note: null,
      },
    }),
  );
  expect(last().accepted).toBe(true);
});

test("unlogged use of days is taken in whole and stands in nobody's way", () => {
  must(read(0));
  shop.clock.now += 6 * day;
  const reading = must(read(40));
  must(acceptUnlogged(shop, tester, reading.entryId));
  expect(runHours()).toBe(40);
  shop.clock.now -= 3 * hour;
  expect(log(2).ok).toBe(true);
  const later = {
    start: shop.clock.now - 2 * hour,
    runSeconds: 3600,
    machineId,
    key: 'no-overlap-asked',
  };
  expect(refusal(logSession(shop, tester, later))).toMatch(/overlaps/);
});

test('unlogged use that was struck through may be taken in anew', () => {
  must(read(100));
  shop.clock.now += day;
  const { entryId: reading } = must(read(105));
  const first = must(acceptUnlogged(shop, tester, reading));
  must(strikeEntry(shop, tester, 'technician', first.entryId, 'pressed by mistake'));
  expect(runHours()).toBe(0);
  const second = must(acceptUnlogged(shop, tester, reading));
  expect(second.entryId).not.toBe(first.entryId);
  expect(must(acceptUnlogged(shop, tester, reading))).toEqual(second);
  expect(runHours()).toBe(5);
});

test('log over meter lists the sessions that overlap', () => {
  must(read(10));
  const one = must(log(2, { operator: 'Ines' }));
  shop.clock.now -= 2 * hour;
  const two = must(log(2, { operator: 'Jokum' }));
  must(log(1));
  shop.clock.now += hour;
  must(read(13));
  const line = last();
  expect(line.verdict).toBe('log over meter');
  expect(line.duplicates.map(({ entryId }) => entryId).sort()).toEqual(
    [one.entryId, two.entryId].sort(),
  );
});

test('a typed reading that goes back is refused until it is explained', () => {
  must(read(990));
  shop.clock.now += day;
  expect(refusal(read(4))).toMatch(/reset, rolled over or replaced/);
  expect(meterView(shop, machineId).last!.seconds).toBe(990 * 3600);
  expect(refusal(read(4, { jump: { how: 'rolled over', atSeconds: 900 * 3600 } }))).toMatch(
    /cannot have rolled/,
  );
  must(read(4, { jump: { how: 'rolled over', atSeconds: 1000 * 3600 } }));
  expect(last()).toMatchObject({ verdict: 'unlogged', gapSeconds: 14 * 3600 });
});

test('readings are refused in the future, below zero and back in time', () => {
  must(read(50));
  expect(refusal(read(51, { at: shop.clock.now + hour }))).toMatch(/future/);
  expect(refusal(read(-1))).toMatch(/less than 0/);
  expect(refusal(read(60, { at: shop.clock.now - day }))).toMatch(/later reading/);
  expect(meterView(shop, machineId).lines).toEqual([]);
});

test("a mistaken reading is struck through and stands in nobody's way", () => {
  must(read(50));
  shop.clock.now += day;
  const wrong = must(read(510));
  shop.clock.now += day;
  expect(refusal(read(54))).toMatch(/reset, rolled over or replaced/);
  must(strikeEntry(shop, tester, 'technician', wrong.entryId, 'a nought too many'));
  must(read(54));
  expect(meterView(shop, machineId).lines).toHaveLength(1);
  expect(last()).toMatchObject({ verdict: 'unlogged', gapSeconds: 4 * 3600 });
});

test('a device reads on: late, out of order and twice; the question stays open', () => {
  const at = shop.clock.now;
  shop.clock.now += 5 * hour;
  must(read(12, { at: at + 2 * hour, key: 'device-12' }, device));
  must(read(10, { at, key: 'device-10' }, device));
  expect(must(read(12, { at: at + 2 * hour, key: 'device-12' }, device)).duplicate).toBe(true);
  expect(meterView(shop, machineId).lines).toHaveLength(1);
  const lower = must(read(1, { at: at + 4 * hour, key: 'device-1' }, device));
  expect(last().verdict).toBe('went back');
  must(explainReading(shop, tester, { readingId: lower.entryId, jump: { how: 'reset' } }));
  expect(last().verdict).toBe('starts again');
});

test('a day without use is asked about once', () => {
  // Mondays of seven weeks, but not the last
  const monday = shop.clock.now;
  for (let week = 0; week < 6; week++) {
    shop.clock.now = monday + week * 7 * day;
    must(log(1));
  }
  shop.clock.now = monday + 6 * 7 * day + 2 * day;
  const [missing, ...more] = quietDays(shop, machineId);
  expect(more).toEqual([]);
  expect(new Date(missing! * day).toISOString()).toBe('2026-11-16T00:00:00.000Z');
  must(noteQuietDay(shop, tester, { machineId, day: missing! }));
  expect(quietDays(shop, machineId)).toEqual([]);
});

test('hours that stood unlogged for weeks are spread over their days, and no day has more than it holds', () => {
  const start = shop.clock.now;
  must(read(100));
  shop.clock.now = start + 50 * day;
  const { entryId } = must(read(300));
  must(acceptUnlogged(shop, tester, entryId));
  expect(last()).toMatchObject({ verdict: 'agrees', accepted: true });
  const days = dayTotals(shop.db, machineId, 0);
  expect(days.length).toBeGreaterThan(45);
  expect(Math.max(...days.map(({ runSeconds }) => runSeconds))).toBeLessThan(5 * 3600);
  expect(days.reduce((sum, { runSeconds }) => sum + runSeconds, 0)).toBe(200 * 3600);
});

describe('what is said of a reading that jumped', () => {
  const explain = (readingId: string, jump: object) =>
    explainReading(shop, tester, { readingId, jump: jump as never });

  test('has a reading before it, and one that it is lower than', () => {
    expect(refusal(read(5, { jump: { how: 'reset' } }))).toContain('no earlier reading');
    must(read(5));
    shop.clock.now += hour;
    for (const hours of [5, 6]) {
      expect(refusal(read(hours, { jump: { how: 'reset' } }))).toContain('nothing to explain');
      expect(refusal(read(hours, { jump: { how: 'rolled over', atSeconds: 9 * 3600 } }))).toContain(
        'nothing to explain',
      );
    }
    // a new counter may show more
    must(read(6, { jump: { how: 'replaced' } }));
    expect(
      refusal(read(1, { at: shop.clock.now + 1, jump: { how: 'rolled over', atSeconds: 3600 } })),
    ).toContain('It cannot have rolled over at 1.0 h: it showed 6.0 h before.');
  });

  test('is said of readings of the book, of a machine in use', () => {
    expect(refusal(explain('nowhere', { how: 'reset' }))).toBe('That reading is not in the book.');
    expect(refusal(acceptUnlogged(shop, tester, 'nowhere'))).toBe(
      'That reading is not in the book.',
    );
    const first = must(read(5)).entryId;
    expect(refusal(explain(first, { how: 'reset' }))).toContain('no earlier reading');
    expect(refusal(read(1, { machineId: 'nowhere' }))).toContain('There is no machine');
    const quiet = { machineId: 'nowhere', day: 20_000 };
    expect(refusal(noteQuietDay(shop, tester, quiet))).toContain('There is no machine');
    must(noteQuietDay(shop, tester, { machineId, day: 20_000 }));
    expect(standingEntries(shop.db, ['day without use'])).toEqual([]);
  });

  test('one that lies before a later one shows no more than it; as much it may', () => {
    const at = shop.clock.now;
    must(read(5));
    must(read(5, { at: at - hour }));
    expect(refusal(read(5.1, { at: at - 2 * hour }))).toContain('A later reading shows 5.0 h');
    must(read(4.9, { at: at - 3 * hour }));
    expect(refusal(read(5.1, { at: at - hour / 2 }))).toContain('A later reading shows 5.0 h');
  });

  test('the same figure at the same instant is one reading, whatever its key', () => {
    const one = must(read(5)).entryId;
    expect(must(read(5))).toEqual({ entryId: one, duplicate: true });
    expect(must(read(6)).duplicate).toBe(false);
  });

  test('what agrees with the log by now is not taken in; a question is asked of the rest alone', () => {
    must(read(0));
    must(log(2));
    const agreed = must(read(2)).entryId;
    expect(refusal(acceptUnlogged(shop, tester, agreed))).toContain('agree there now');
    expect(openMeterQuestions(shop, machineId)).toEqual([]);
    shop.clock.now += 8 * hour;
    must(read(6));
    expect(openMeterQuestions(shop, machineId).map(({ verdict }) => verdict)).toEqual(['unlogged']);
    shop.clock.now += hour;
    must(read(1, {}, device));
    expect(openMeterQuestions(shop, machineId).map(({ verdict }) => verdict)).toEqual([
      'went back',
      'unlogged',
    ]);
    expect(meterView(shop, addTestMachine(shop, 'Robin').id)).toMatchObject({
      lines: [],
      last: null,
    });
  });
});
