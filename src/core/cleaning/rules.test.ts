import { inTheWayWords } from './rules';

const run = {
  tasks: [{ id: 'l.wipe', station: 'Lens' }],
  checks: [{ id: 'hose', question: 'Is the hose on?' }],
  proofs: [{ id: 'dots', name: 'Five dots' }],
} as unknown as Parameters<typeof inTheWayWords>[0];

test.each<[Parameters<typeof inTheWayWords>[1], string]>([
  [{ why: 'isolation' }, 'The steps that make it safe are not all ticked.'],
  [{ why: 'check', check: 'hose' }, 'Is the hose on?'],
  [{ why: 'check', check: 'of before' }, 'of before'],
  [
    { why: 'look again', task: 'l.wipe' },
    'Lens: dust was raised after it was cleaned. Look at the glass again.',
  ],
  [
    { why: 'look again', task: 'gone' },
    'gone: dust was raised after it was cleaned. Look at the glass again.',
  ],
  [{ why: 'proof', proof: 'dots' }, 'Not tested yet: Five dots.'],
  [{ why: 'proof', proof: 'of before' }, 'Not tested yet: of before.'],
])('what stands in the way is said: %j', (one, words) => {
  expect(inTheWayWords(run, one)).toBe(words);
});
