import { needed } from './ending';
import { handsOnMinutes } from './hands-on';
import { progressOf, type SheetEvent } from './progress';
import type { RunSheet } from './run';
import { event, minute, piece, task } from './testing/sheets';
import { stretchDone, waitsFor } from './working';

const opening = (id: string) => ({ id, until: 'over' as const, rule: 'opening' });

/** A bed under a panel, a rail under the bed: each leads to the next. `bedding` and `bed` begin alike. */
const sheet: RunSheet = {
  isolationMinutes: 0,
  layOut: [],
  tasks: [
    task('bed', { after: [opening('open:panel')] }, [5, 60, 4]),
    task('bedding', {}, [3, 0, 0]),
    task('rail', { after: [opening('open:bed-out')] }, [2, 0, 0]),
  ],
  pieces: [
    piece('open:panel', 'open'),
    piece('open:bed-out', 'open', {
      after: [opening('open:panel'), { id: 'bed', until: 'begun', rule: 'soaks first' }],
    }),
    piece('close:bed-out', 'close', { after: [opening('rail')] }),
    piece('close:panel', 'close', { after: [opening('bed'), opening('close:bed-out')] }),
    piece('checks', 'checks', { after: [] }),
    piece('proof', 'proof', { after: [] }),
  ],
  checks: [{ id: 'plugs', question: '', otherwise: '', because: ['open:panel'] }],
  proofs: [{ id: 'burn', name: '', how: '', caution: null, because: ['rail'] }],
  sequence: [],
  exact: true,
};

const step = (name: string, minutes = 1, person?: string) =>
  event(minutes, { kind: 'step', step: name, done: true }, person);
const result = (of: string, how: 'done' | 'looked-fine' = 'done', minutes = 1) =>
  event(minutes, { kind: 'mark', task: of, change: { result: how } });
const done = (of: string, part: 'active' | 'finishing', ...events: SheetEvent[]) =>
  stretchDone(sheet, progressOf(events), { task: of, part });
const waits = (of: string, part: 'active' | 'finishing', now: number, ...events: SheetEvent[]) =>
  waitsFor(sheet, progressOf(events), { task: of, part }, now * minute);

describe('a stretch is done', () => {
  it('with all its steps; one that ends its task, with a result', () => {
    expect(done('bed', 'active')).toBe(false);
    expect(done('bed', 'active', step('bed#a1'))).toBe(false);
    expect(done('bed', 'active', step('bed#a1'), step('bed#a2'))).toBe(true);
    expect(done('bed', 'finishing', step('bed#a1'), step('bed#a2'), step('bed#f1'))).toBe(false);
    expect(done('bed', 'finishing', result('bed'))).toBe(true);
    expect(done('bed', 'active', result('bed'))).toBe(true);
    expect(done('rail', 'active', step('rail#a1'), step('rail#a2'))).toBe(false);
    expect(done('rail', 'active', result('rail'))).toBe(true);
  });

  it('while none of its parts is out', () => {
    const part = {
      id: 'bed.slat',
      name: 'slat',
      screws: 0,
      plugs: 0,
      hoses: 0,
      lugs: 0,
      facing: '',
      marked: 'photo' as const,
    };
    const out = event(1, { kind: 'part out', part });
    expect(done('bed', 'finishing', out, result('bed'))).toBe(false);
    expect(done('bed', 'active', out, result('bed'))).toBe(true);
    expect(
      done('bed', 'finishing', out, result('bed'), event(2, { kind: 'part in', part: 'bed.slat' })),
    ).toBe(true);
    // another task's part keeps nobody waiting, though its name begins alike
    expect(done('bedding', 'finishing', out, result('bedding'))).toBe(true);
  });

  it('where an opening was never made because nothing behind it is left to do', () => {
    expect(done('open:bed-out', 'active')).toBe(false);
    expect(done('open:bed-out', 'active', result('rail'))).toBe(true);
    expect(done('close:bed-out', 'active', result('rail'))).toBe(true);
    // once begun it is done by its steps
    expect(done('close:bed-out', 'active', result('rail'), step('open:bed-out#1'))).toBe(false);
    expect(
      done(
        'close:bed-out',
        'active',
        result('rail'),
        step('open:bed-out#1'),
        step('close:bed-out#1'),
      ),
    ).toBe(true);
  });

  it('of an opening, only when what lies under another opening behind it is done too', () => {
    expect(done('open:panel', 'active', result('bed'))).toBe(false);
    expect(done('open:panel', 'active', result('rail'))).toBe(false);
    expect(done('open:panel', 'active', result('bed'), result('rail'))).toBe(true);
    expect(done('close:panel', 'active', result('bed'), result('rail'))).toBe(true);
  });

  it('of a closing, not while a part of it is out', () => {
    const part = {
      id: 'bed-out.lug',
      name: 'lug',
      screws: 0,
      plugs: 0,
      hoses: 0,
      lugs: 0,
      facing: '',
      marked: 'photo' as const,
    };
    const events = [
      step('open:bed-out#1'),
      event(1, { kind: 'part out', part }),
      step('close:bed-out#1'),
    ];
    expect(done('close:bed-out', 'active', ...events)).toBe(false);
    expect(
      done(
        'close:bed-out',
        'active',
        ...events,
        event(2, { kind: 'part in', part: 'bed-out.lug' }),
      ),
    ).toBe(true);
  });

  it('of the questions and tests, when every task has ended and each that is needed is answered', () => {
    const ended = [result('bed'), result('bedding'), result('rail')];
    expect(done('checks', 'active', ...ended)).toBe(true); // nothing was opened: nothing is asked
    expect(done('checks', 'active', ...ended.slice(1))).toBe(false);
    const opened = [...ended, step('open:panel#1')];
    expect(done('checks', 'active', ...opened)).toBe(false);
    const answer = (said: 'yes' | 'no') =>
      event(3, { kind: 'check', check: 'plugs', answer: said });
    expect(done('checks', 'active', ...opened, answer('no'))).toBe(false);
    expect(done('checks', 'active', ...opened, answer('yes'))).toBe(true);
    expect(done('proof', 'active', ...ended)).toBe(false);
    const tested = event(3, { kind: 'proof', proof: 'burn', passed: false, words: '' });
    expect(done('proof', 'active', ...ended, tested)).toBe(true);
    expect(done('proof', 'active', ...ended.slice(0, 2), result('rail', 'looked-fine'))).toBe(true);
  });
});

describe('a stretch waits', () => {
  const begun = [step('open:panel#1', 0), step('bed#a1', 0), step('bed#a2', 2)];

  it('for what must be opened first, and for what must have begun', () => {
    expect(waits('bed', 'active', 0)).toEqual({
      for: 'rule',
      before: 'open:panel',
      rule: 'opening',
    });
    expect(waits('bed', 'active', 0, step('open:panel#1'))).toBeNull();
    expect(waits('bedding', 'active', 0)).toBeNull();
    expect(waits('open:bed-out', 'active', 0, step('open:panel#1'))).toEqual({
      for: 'rule',
      before: 'bed',
      rule: 'soaks first',
    });
    expect(waits('open:bed-out', 'active', 3, ...begun)).toBeNull();
    expect(waits('open:bed-out', 'active', 3, step('open:panel#1'), result('bed'))).toBeNull();
    expect(waits('nothing', 'active', 0)).toBeNull();
  });

  it('for its own soak, to the millisecond', () => {
    expect(waits('bed', 'finishing', 3)).toEqual({ for: 'rule', before: 'bed', rule: 'begun' });
    expect(waits('bed', 'finishing', 61.999, ...begun)).toEqual({
      for: 'wait',
      of: 'bed',
      until: 62 * minute,
    });
    expect(waits('bed', 'finishing', 62, ...begun)).toBeNull();
  });

  it('for the end of what lies in it: both ends of a task that has two', () => {
    const closed = [...begun, result('rail'), step('close:bed-out#1')];
    expect(waits('close:panel', 'active', 70, ...closed)).toEqual({
      for: 'rule',
      before: 'bed',
      rule: 'opening',
    });
    expect(waits('close:panel', 'active', 70, ...closed, result('bed', 'done', 66))).toBeNull();
  });
});

it('what is begun is told by its own steps: one whose name begins alike is another', () => {
  const asked = (...events: SheetEvent[]) =>
    needed(
      { ...sheet, checks: [{ id: 'bed?', question: '', otherwise: '', because: ['bed'] }] },
      'checks',
      progressOf(events),
    ).length;
  expect([asked(), asked(step('bedding#a1')), asked(step('bed#a1'))]).toEqual([0, 0, 1]);
  const again = progressOf([
    step('bed#a1', 1),
    step('bedding#a1', 2),
    event(3, { kind: 'again', task: 'bed' }),
  ]);
  expect([...again.steps.keys()]).toEqual(['bedding#a1']);
});

it('a mark made at the end of a soak counts as hands only what came after the wait', () => {
  const events = [
    step('open:panel#1', 0),
    step('bed#a1', 2),
    step('bed#a2', 5),
    step('bed#f1', 70), // the wait ends at 65
    event(72, { kind: 'mark', task: 'bed', change: { result: 'done' } }),
  ];
  expect(handsOnMinutes(sheet, events).get('bed')).toBe(2 + 3 + 5 + 2);
  // without its beginning nothing is known of a wait
  expect(handsOnMinutes(sheet, [step('bed#a1', 0), step('bed#f1', 6)]).get('bed')).toBe(6);
});
