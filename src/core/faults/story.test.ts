import fc from 'fast-check';
import { faultStage, proofResults, type MadeTest, type ProofResult, type StoryStep } from './story';

const result = (passed: boolean | null): ProofResult => ({
  passed,
  by: passed === null ? null : 'Asa',
});
const step = (kind: StoryStep['kind'], waits = false): StoryStep => ({ kind, waits });

it.each<[string, StoryStep[], (boolean | null)[], string]>([
  ['nothing', [], [null], 'reported'],
  ['met again only', [step('again'), step('again')], [null], 'reported'],
  ['a diagnosis', [step('diagnosis')], [null], 'diagnosed'],
  ['a diagnosis, met again', [step('diagnosis'), step('again')], [null], 'diagnosed'],
  ['a repair', [step('diagnosis'), step('repair')], [null], 'repaired'],
  ['a repair that waits', [step('repair', true)], [null], 'waiting'],
  ['a repair after one that waited', [step('repair', true), step('repair')], [null], 'repaired'],
  ['one proof of two', [step('repair'), step('proof')], [true, null], 'repaired'],
  ['one proof of two failed', [step('repair'), step('proof')], [true, false], 'diagnosed'],
  ['all proofs', [step('repair'), step('proof')], [true, true], 'proved'],
  ['a repair after all proofs', [step('proof'), step('repair')], [null, null], 'repaired'],
  ['a diagnosis after a failed proof', [step('proof'), step('diagnosis')], [false], 'diagnosed'],
  ['a return', [step('proof'), step('return')], [true], 'proved'],
  ['an end', [step('proof'), step('closed')], [true], 'closed'],
  ['an end, met again', [step('closed'), step('again')], [true], 'closed'],
])('%s', (_, steps, passed, stage) => {
  expect(faultStage(steps, passed.map(result))).toBe(stage);
});

const required = [
  { id: 'gone', words: 'The sign is gone' },
  { id: 'burn', words: 'A test burn' },
];
const made = (at: number, proof: string | null, passed: boolean): MadeTest => ({
  at,
  proof,
  passed,
  by: `at ${at}`,
});
const passedOf = (tests: MadeTest[], repairedAt: number | null) =>
  proofResults(required, tests, 'gone', repairedAt).map(({ passed }) => passed);

it('the latest test of a proof counts, and one described freely is for the sign', () => {
  expect(passedOf([], null)).toEqual([null, null]);
  expect(passedOf([made(1, null, true)], null)).toEqual([true, null]);
  expect(passedOf([made(1, 'burn', true), made(2, 'burn', false)], null)).toEqual([null, false]);
  expect(passedOf([made(1, 'gone', false), made(2, null, true)], null)).toEqual([true, null]);
  expect(passedOf([made(1, 'tea', true)], null)).toEqual([null, null]);
  expect(proofResults(required, [made(3, 'burn', true)], 'gone', null)[1]).toEqual({
    id: 'burn',
    words: 'A test burn',
    passed: true,
    by: 'at 3',
  });
});

it('what was tested before the last repair proves nothing; at the very instant it does', () => {
  const tests = [made(1, 'gone', true), made(5, 'burn', true)];
  expect(passedOf(tests, 0)).toEqual([true, true]);
  expect(passedOf(tests, 1)).toEqual([true, true]);
  expect(passedOf(tests, 2)).toEqual([null, true]);
  expect(passedOf(tests, 5)).toEqual([null, true]);
  expect(passedOf(tests, 6)).toEqual([null, null]);
});

it('a repair is never proved by what came before it', () => {
  const test = fc.record({
    at: fc.nat(6),
    proof: fc.constantFrom('gone', 'burn', null),
    passed: fc.boolean(),
    by: fc.constant('x'),
  });
  fc.assert(
    fc.property(fc.array(test, { maxLength: 8 }), fc.nat(6), (tests, repairedAt) => {
      const sorted = tests.toSorted((a, b) => a.at - b.at);
      const after = sorted.filter(({ at }) => at >= repairedAt);
      expect(passedOf(sorted, repairedAt)).toEqual(passedOf(after, null));
    }),
  );
});
