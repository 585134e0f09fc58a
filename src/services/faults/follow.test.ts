import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';
import { readFault } from './faults';
import { askForLetter, followed, followToken, tellMore } from './follow';
import { reportFault, reportSame } from './report';
import { returnMachine } from './return';
import { closeFault, diagnoseFault, proveFault, repairFault } from './steps';

const shop = eachTestShop();
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
});

const report = () =>
  must(reportFault(shop, tester, { machineId, signs: ['weak'], key: `follow-report-${keys++}` }))
    .faultId;
const standing = (faultId: string) => followed(shop, followToken(shop, faultId))!.standing;
const lines = (faultId: string) =>
  followed(shop, followToken(shop, faultId))!.lines.map(({ words }) => words);
const prove = (faultId: string, proof: string, passed = true) =>
  must(proveFault(shop, tester, { faultId, proof, tested: proof, passed }));
const proveAll = (faultId: string) => {
  for (const { id } of readFault(shop, faultId)!.proofs) prove(faultId, id);
};
const repair = (faultId: string, more: object = {}) =>
  must(repairFault(shop, tester, { faultId, action: 'cleaned', minutes: 5, ...more }));

test('says at each stage where it stands, and what was done, as one would tell an operator', () => {
  const faultId = report();
  expect(standing(faultId)).toBe('Reported. Nobody has looked yet.');
  must(reportSame(shop, tester, { machineId, faultId, key: 'follow-same-one' }));
  must(diagnoseFault(shop, tester, { faultId, cause: 'a mouse in the duct' }));
  expect(standing(faultId)).toBe('The cause is found; the repair comes next.');
  repair(faultId, { action: 'awaiting part', part: 'a new duct', minutes: 0 });
  expect(standing(faultId)).toBe(`It waits: ${readFault(shop, faultId)!.waiting!.what}.`);
  repair(faultId);
  expect(standing(faultId)).toBe('Repaired. It is being tested.');
  prove(faultId, 'sign-gone', false);
  repair(faultId);
  proveAll(faultId);
  expect(standing(faultId)).toBe('Repaired and tested.');
  must(closeFault(shop, tester, { faultId, as: 'fixed' }));
  expect(standing(faultId)).toBe('Repaired, tested, back in use.');
  expect(lines(faultId)).toEqual([
    'You reported it.',
    'Somebody else met it too.',
    'Cause found: a mouse in the duct.',
    expect.stringMatching(/^Worked on: awaiting part, a new duct/),
    expect.stringMatching(/^Worked on: cleaned/),
    'A test failed: it goes on.',
    expect.stringMatching(/^Worked on: cleaned/),
    'A test passed.',
    'Back in use without restriction.',
    'Closed: fixed.',
  ]);
});

test.each([
  ['not reproduced', 'It could not be made to happen again. The next users will be asked.'],
  ['duplicate', 'It was known already, and is worked on there.'],
  ['no fault', 'Looked at: nothing is wrong with the machine.'],
] as const)('closed as %s it says what that means', (as, words) => {
  const other = report();
  shop.clock.now += 3_600_000;
  const faultId = report();
  must(
    closeFault(shop, tester, { faultId, as, ...(as === 'duplicate' && { duplicateOf: other }) }),
  );
  expect(standing(faultId)).toBe(words);
});

test('a letter tells of the return with its restriction, and of no name', () => {
  const faultId = report();
  const token = followToken(shop, faultId);
  must(askForLetter(shop, token, 'ines@quay.invalid'));
  must(tellMore(shop, token, { what: 'worse', note: null, key: 'follow-worse-one' }));
  repair(faultId);
  proveAll(faultId);
  must(returnMachine(shop, tester, { faultId, restriction: 'Card only' }));
  const letters = shop.db.$client.prepare('select key, subject, body from letter').all() as {
    key: string;
    subject: string;
    body: string;
  }[];
  expect(letters).toHaveLength(1);
  expect(letters[0]).toMatchObject({
    key: `follow:${faultId}:returned:ines@quay.invalid`,
    subject: 'Heron: back in use',
  });
  expect(letters[0]!.body).toContain('It is back in use, with a restriction: Card only.');
  expect(letters[0]!.body).not.toContain(tester.name);
  must(closeFault(shop, tester, { faultId, as: 'fixed' }));
  expect(standing(faultId)).toBe('Back in use, with a restriction: Card only');
  expect(lines(faultId)).toContain('You said that it got worse.');
});
