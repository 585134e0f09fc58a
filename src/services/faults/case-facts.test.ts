import { causeModels } from '../../catalogue/diagnosis';
import { factEvidence, lifeFactor, withoutSeenAnew, type CaseFacts } from './case-facts';

/** What facts come to: by piece of evidence its words, and what it weighs for which cause. */
function saidOf(facts: CaseFacts, floor = 0.9) {
  const words = new Map<string, string>();
  const evidence = factEvidence(facts, causeModels, floor, words);
  return evidence.map(({ id, likelihood, otherwise }) => {
    expect(otherwise).toBe(1);
    return [id, words.get(id), likelihood];
  });
}

test('what nobody knows says nothing', () => {
  expect(saidOf({})).toEqual([]);
  expect(
    saidOf({ airAssist: 'on', draught: 'full', leftOff: [], swapped: [], restrictedFor: [] }),
  ).toEqual([]);
});

test.each<[CaseFacts, string, string, Record<string, number>]>([
  [
    { lifeShare: 0.8 },
    'life',
    'The source is at 80 % of its rated life',
    { 'source-worn': lifeFactor(0.8) },
  ],
  [
    { airAssist: 'weak' },
    'air',
    'Air assist weak in the last sessions',
    { 'air-assist': 6, 'hose-off': 2, nozzle: 2 },
  ],
  [
    { airAssist: 'off' },
    'air',
    'Air assist off in the last sessions',
    { 'air-assist': 6, 'hose-off': 2, nozzle: 2 },
  ],
  [{ newMaterial: true }, 'material', 'Material or batch not worked here lately', { settings: 4 }],
  [{ newMaterial: false }, 'material', 'The usual material', { settings: 0.5 }],
  [
    { draught: 'weak' },
    'draught-record',
    'Draught weak in the last sessions',
    { 'weak-draught': 4, 'back-draught': 2, 'fan-seized': 2 },
  ],
  [
    { draught: 'off' },
    'draught-record',
    'Draught off in the last sessions',
    { 'weak-draught': 4, 'back-draught': 2, 'fan-seized': 2 },
  ],
  [{ dots: 'out' }, 'dots-read', 'Dots read lately: out of line', { misaligned: 8 }],
  [{ dots: 'in' }, 'dots-read', 'Dots read lately: inside', { misaligned: 0.2 }],
  [{ belts: 'off' }, 'belts-read', 'Belts read lately: unlike', { belt: 8 }],
  [{ belts: 'even' }, 'belts-read', 'Belts read lately: as they were', { belt: 0.3 }],
  [{ coolant: 'off' }, 'coolant-read', 'Coolant read lately: off', { coolant: 8 }],
  [{ wind: true }, 'wind-record', 'Wind on the outlet', { 'back-draught': 6 }],
  [{ wind: false }, 'wind-record', 'No wind on the outlet', { 'back-draught': 0.5 }],
  [
    { restrictedFor: ['belt'] },
    'restricted:belt',
    `In use under a restriction since: ${causeModels.find(({ id }) => id === 'belt')!.words}`,
    { belt: 4 },
  ],
  [
    { restrictedFor: ['mice in the duct'] },
    'restricted:mice in the duct',
    'In use under a restriction since: mice in the duct',
    { 'mice in the duct': 4 },
  ],
  [
    { swapped: ['Lens L4'] },
    'swapped',
    'Exchanged lately: Lens L4',
    { 'wrong-part': 12, 'lens-refit': 3 },
  ],
  [
    { swapped: ['Laser head B2', 'a part'] },
    'swapped',
    'Exchanged lately: Laser head B2, a part',
    { 'wrong-part': 12, 'lens-refit': 3, connector: 4, 'hose-off': 2, misaligned: 2 },
  ],
  [{ swapped: ['a part'] }, 'swapped', 'Exchanged lately: a part', { 'wrong-part': 12 }],
])('%j', (facts, id, words, likelihood) => {
  expect(saidOf(facts)).toEqual([[id, words, likelihood]]);
});

test.each([
  ['Earth lead of the lid', 'earth-lead'],
  ['the ground wire', 'earth-lead'],
  ['Fan plug', 'connector'],
  ['The connector of the head', 'connector'],
  ['air hose', 'hose-off'],
  ['  the hose', 'hose-off'],
  ['Rear panel', 'interlock'],
  ['lid', 'interlock'],
  ['the key', 'interlock'],
  ['focus lens', 'lens-refit'],
  ['Nozzle', 'lens-refit'],
])('"%s" on the put-back list all but shows %s', (what, cause) => {
  expect(saidOf({ leftOff: [what] })).toEqual([
    [`off:${what}`, `Still off by the put-back list: ${what}`, { [cause]: 1000 }],
  ]);
});

test.each([
  'tape on the duct',
  'Honeycomb dries (by a window); the lid is on',
  'keyboard',
  'lenses',
])('"%s" on the put-back list says nothing', (what) => {
  expect(saidOf({ leftOff: [what] })).toEqual([]);
});

test('a burn under the floor speaks for all that weakens, one at it for the settings', () => {
  const at = (strength: number, floor?: number) => {
    const [one] = saidOf({ strength }, floor);
    expect(one!.slice(0, 2)).toEqual([
      'strength',
      `Test burn: ${Math.round(strength * 100)} % of the baseline`,
    ]);
    return one![2] as Record<string, number>;
  };
  const weakens = causeModels.filter(({ signs }) => signs['weak']).map(({ id }) => id);
  expect(weakens).toContain('settings');
  const low = at(0.89);
  expect(Object.keys(low).sort()).toEqual([...weakens].sort());
  for (const id of weakens) expect([id, low[id]]).toEqual([id, id === 'settings' ? 0.35 : 2.5]);
  const good = at(0.9);
  for (const id of weakens) expect([id, good[id]]).toEqual([id, id === 'settings' ? 2.5 : 0.35]);
  expect(at(0.8, 0.8)).toEqual(good);
});

test('age speaks as a hazard that grows, within bounds', () => {
  expect(lifeFactor(0.5)).toBeCloseTo(2.5 * Math.sqrt(0.125), 12);
  expect([lifeFactor(0), lifeFactor(1), lifeFactor(5)]).toEqual([0.15, 2.5, 8]);
});

test.each<[keyof CaseFacts, string[]]>([
  ['dots', ['dots']],
  ['belts', ['belts']],
  ['coolant', ['coolant-look', 'coolant-warm']],
  ['draught', ['draught']],
])('what was read of %s is left out once it is looked at', (fact, checks) => {
  const facts: CaseFacts = { dots: 'in', belts: 'off', coolant: 'off', draught: 'off', wind: true };
  const { [fact]: _, ...rest } = facts;
  for (const check of checks) expect(withoutSeenAnew(facts, [check])).toEqual(rest);
  expect(withoutSeenAnew(facts, ['window-light'])).toEqual(facts);
});
