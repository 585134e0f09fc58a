import { ruleWords } from '../../core/cleaning/rules';
import { stretchTitle, type RunSheet } from '../../core/cleaning/run';
import { brokenWords, countdown, waitTitle } from './words';

const run = {
  tasks: [
    { id: 'comb', station: 'Honeycomb', name: 'clean', wait: { verb: 'soaks', place: 'wash' } },
  ],
  pieces: [
    { id: 'isolate', kind: 'isolate', title: 'Make it safe' },
    { id: 'close:bed-out', kind: 'close', title: 'Bed back in' },
  ],
} as unknown as RunSheet;

test('a countdown never shows less than there is, and no less than nothing', () => {
  expect(countdown(59_999)).toBe('1:00');
  expect(countdown(60_001)).toBe('1:01');
  expect(countdown(3_600_000)).toBe('1:00:00');
  expect(countdown(3_599_000)).toBe('59:59');
  expect(countdown(7 * 1000)).toBe('0:07');
  expect(countdown(-5)).toBe('0:00');
});

test('stretches and waits are called by what is done', () => {
  expect(stretchTitle(run, { task: 'comb', part: 'active' })).toBe('Honeycomb: clean');
  expect(stretchTitle(run, { task: 'comb', part: 'finishing' })).toBe('Honeycomb: finish');
  expect(waitTitle(run, 'comb')).toBe('Honeycomb soaks');
  expect(waitTitle(run, 'isolate')).toBe('Wait before connectors');
});

test('an order that breaks a rule is told by the rule, not by its name', () => {
  const words = brokenWords(run, { task: 'close:bed-out', before: 'comb', rule: 'dry' });
  expect(words).toBe(
    'Bed back in cannot come before Honeycomb: clean: nothing goes back before what is inside is done and dry.',
  );
  expect(brokenWords(run, { task: 'comb', before: 'comb', rule: 'begun' })).toMatch(
    /before it is begun/,
  );
  for (const words of Object.values(ruleWords)) expect(words).toMatch(/^[a-z]/);
});
