import { entryData, standingEntries } from '../../records/audit-log';
import { activeHolds } from '../machines/holds';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { readFault } from './faults';
import { reportFault } from './report';
import { returnMachine } from './return';
import { closeFault, diagnoseFault, proveFault, repairFault } from './steps';

const shop = eachTestShop();
const day = 24 * 3_600_000;
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
});

const report = (sign = 'stutter', of = machineId) => {
  shop.clock.now += 60_000;
  return must(
    reportFault(shop, tester, { machineId: of, signs: [sign], key: `steps-report-${keys++}` }),
  ).faultId;
};
const repair = (faultId: string, more: object = {}) =>
  repairFault(shop, tester, { faultId, action: 'cleaned', minutes: 5, ...more });
const prove = (faultId: string, more: object = {}) =>
  proveFault(shop, tester, { faultId, tested: 'Ran a square', passed: true, ...more });
const close = (
  faultId: string,
  as: 'fixed' | 'not reproduced' | 'duplicate' | 'no fault',
  more: object = {},
) => closeFault(shop, tester, { faultId, as, ...more });
const proveAll = (faultId: string) => {
  for (const { id: proof, words } of readFault(shop, faultId)!.proofs) {
    must(prove(faultId, { proof, tested: words }));
  }
};
const titles = (faultId: string) => readFault(shop, faultId)!.steps.map(({ kind }) => kind);

describe('a step', () => {
  test('is of a fault that is open', () => {
    const faultId = report('weak');
    must(close(faultId, 'no fault'));
    for (const id of [faultId, 'nowhere']) {
      const steps = [
        diagnoseFault(shop, tester, { faultId: id, cause: 'dirty-mirror' }),
        repair(id),
        prove(id),
        close(id, 'no fault'),
      ];
      expect(steps.map(({ ok }) => ok)).toEqual([false, false, false, false]);
    }
    expect(titles(faultId)).toEqual(['closed']);
  });

  test('says what came between, where the page had not seen it', () => {
    const faultId = report();
    const seen = must(diagnoseFault(shop, tester, { faultId, cause: 'a loose plug', note: ' B ' }));
    const [step] = standingEntries(shop.db, ['fault diagnosis']);
    expect(step).toMatchObject({ subjectId: faultId, machineId, note: 'B' });
    for (const behind of [
      repair(faultId, { seen: null }),
      prove(faultId, { seen: 'another' }),
      diagnoseFault(shop, tester, { faultId, cause: 'x', seen: null }),
      close(faultId, 'no fault', { seen: null }),
    ]) {
      expect(behind).toMatchObject({ ok: false, error: { field: 'seen' } });
      expect(refusal(behind)).toContain('Tester recorded "');
    }
    must(repair(faultId, { seen }));
    must(repair(faultId));
  });
});

describe('a repair', () => {
  test('keeps all that was said of it, the cost in hundredths', () => {
    const faultId = report();
    must(
      repair(faultId, {
        action: 'new belt',
        part: ' belt ',
        minutes: 20,
        parts: [{ item: null, name: 'GT2', serial: ' B-1 ', quantity: 1 }],
        cost: 12.345,
        note: 'tight',
      }),
    );
    const [row] = standingEntries(shop.db, ['fault repair']);
    expect(row!.note).toBe('tight');
    expect(entryData(row!, 'fault repair')).toEqual({
      action: 'new belt',
      part: 'belt',
      minutes: 20,
      opened: [],
      parts: [{ item: null, name: 'GT2', serial: 'B-1', quantity: 1 }],
      fan: null,
      cost: 1235,
      expected: null,
    });
    expect(standingEntries(shop.db, ['stock'])).toEqual([]);
  });

  test.each<[string, object, string, string]>([
    ['without words', { action: ' ' }, 'action', 'Say what was done.'],
    ['of less than no time', { minutes: -1 }, 'minutes', ''],
    ['of less than no cost', { cost: -0.01 }, 'cost', 'not below zero'],
    [
      'with what the stores do not know',
      { parts: [{ item: 'gone', name: 'Ghost', quantity: 1 }] },
      'parts',
      'Ghost is no longer in the stores.',
    ],
    [
      'with a date for what is done',
      { expected: Date.UTC(2026, 11, 1) },
      'expected',
      'Only what is awaited',
    ],
    [
      'with a date that is over',
      { action: 'awaiting part', expected: Date.UTC(2026, 10, 22) },
      'expected',
      'lies in the past',
    ],
  ])('%s is refused', (_, more, field, words) => {
    const faultId = report();
    const refused = repair(faultId, more);
    expect(refused).toMatchObject({ ok: false, error: { field: expect.stringContaining(field) } });
    expect(refusal(refused)).toContain(words);
    expect(titles(faultId)).toEqual([]);
  });

  test('that waits may be expected from yesterday on, and keeps its tests for later', () => {
    const faultId = report();
    const expected = shop.clock.now - day;
    must(repair(faultId, { action: 'awaiting part', expected }));
    expect(readFault(shop, faultId)).toMatchObject({ stage: 'waiting' });
    expect(refusal(prove(faultId))).toBe('It waits (awaiting part): record the repair first.');
    must(repair(faultId));
    must(prove(faultId));
  });
});

describe('a test', () => {
  test('that is asked for is known by its id, any other goes by its words', () => {
    const faultId = report();
    must(repair(faultId));
    expect(prove(faultId, { proof: 'no such' })).toMatchObject({ error: { field: 'proof' } });
    must(prove(faultId, { tested: ' ran a square ' }));
    const [row] = standingEntries(shop.db, ['fault proof']);
    expect(entryData(row!, 'fault proof')).toEqual({
      tested: 'ran a square',
      passed: true,
      proof: null,
      strength: null,
    });
    expect(prove(faultId, { tested: '' }).ok).toBe(false);
    proveAll(faultId);
    expect(readFault(shop, faultId)!.stage).toBe('proved');
  });
});

describe('the end', () => {
  test('fixed needs its proofs, and returns the machine', () => {
    const faultId = report();
    expect(activeHolds(shop, machineId)).toHaveLength(1);
    must(repair(faultId));
    const [first] = readFault(shop, faultId)!.proofs;
    expect(refusal(close(faultId, 'fixed'))).toBe(
      `Fixed needs a proof: ${first!.words.toLowerCase()}.`,
    );
    const asked = `${first!.words.toLowerCase()} (${first!.because})`;
    const back = () => returnMachine(shop, tester, { faultId, restriction: '' });
    expect(refusal(back())).toBe(`Not yet: ${asked} is not recorded.`);
    must(prove(faultId, { proof: first!.id, passed: false }));
    expect(refusal(back())).toBe(`Not yet: ${asked} failed.`);
    must(repair(faultId));
    proveAll(faultId);
    must(close(faultId, 'fixed'));
    expect(activeHolds(shop, machineId)).toEqual([]);
    expect(standingEntries(shop.db, ['fault return'])).toHaveLength(1);
    expect(readFault(shop, faultId)!.closedAs).toBe('fixed');
  });

  test('otherwise a held machine returns for a reason that is stated', () => {
    const faultId = report();
    expect(close(faultId, 'no fault')).toMatchObject({ error: { field: 'note' } });
    expect(activeHolds(shop, machineId)).toHaveLength(1);
    must(close(faultId, 'no fault', { note: 'it was the file' }));
    expect(activeHolds(shop, machineId)).toEqual([]);
    const [release] = standingEntries(shop.db, ['release']);
    expect(entryData(release!, 'release').words).toContain('it was the file');
    // one that holds nothing needs none
    must(close(report('weak'), 'not reproduced'));
  });

  test('a duplicate is one of another fault of the same machine', () => {
    const first = report('weak');
    const second = report('weak');
    const elsewhere = report('weak', addTestMachine(shop, 'Gull', 'co2-glass-tube').id);
    for (const duplicateOf of [null, second, elsewhere, 'nowhere']) {
      const refused = close(second, 'duplicate', { duplicateOf });
      expect(refused).toMatchObject({ ok: false, error: { field: 'duplicateOf' } });
    }
    must(close(second, 'duplicate', { duplicateOf: first }));
    const [row] = standingEntries(shop.db, ['fault closed']);
    expect(entryData(row!, 'fault closed')).toEqual({ as: 'duplicate', duplicateOf: first });
    expect(row).toMatchObject({ subjectId: second });
    // what is named beside another end is not kept
    must(close(first, 'no fault', { duplicateOf: elsewhere }));
    const last = standingEntries(shop.db, ['fault closed']).at(-1)!;
    expect(entryData(last, 'fault closed').duplicateOf).toBeNull();
  });
});
