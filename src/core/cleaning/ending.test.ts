import { type InTheWay } from './ending';
import { inTheWayWords } from './rules';

const run: Parameters<typeof inTheWayWords>[0] = {
  tasks: [],
  checks: [
    { id: 'plugs', question: 'Are both plugs seated?', otherwise: '', because: ['open:head'] },
  ],
  proofs: [{ id: 'burn', name: 'Test burn', how: '', caution: null, because: ['window'] }],
};

test.each<[InTheWay, RegExp]>([
  [{ why: 'isolation' }, /make it safe/],
  [{ why: 'lens way', part: 'lens', name: 'Focus lens' }, /Which way round did the focus lens sit/],
  [{ why: 'part out', part: 'head', name: 'Head' }, /^Head is still out/],
  [{ why: 'left off', item: 'hose', what: 'air hose' }, /not put back: air hose/],
  [{ why: 'mended', item: 'tape', what: 'tape' }, /without a date: tape/],
  [{ why: 'check', check: 'plugs' }, /^Are both plugs seated\?$/],
  [{ why: 'check', check: 'gone' }, /^gone$/],
  [{ why: 'look again', task: 'window' }, /^window: dust was raised/],
  [{ why: 'proof', proof: 'burn' }, /Not tested yet: Test burn/],
  [{ why: 'proof', proof: 'gone' }, /Not tested yet: gone/],
])('what stands in the way is said: %o', (one, words) => {
  expect(inTheWayWords(run, one)).toMatch(words);
});
