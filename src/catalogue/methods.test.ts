import { judgeMethod, matrix, partOf, parts, readMethod } from './matrix';
import { methodChoices, methodQuestions } from './methods';
import { stationKinds } from './stations';

test('every question has schools with reasons, and a default among them', () => {
  for (const { schools, standard, why, groups } of methodQuestions) {
    expect(schools.length).toBeGreaterThan(1);
    expect(new Set(schools.map(({ id }) => id)).size).toBe(schools.length);
    expect(schools.map(({ id }) => id)).toContain(standard);
    expect(schools.every(({ reason }) => reason.length > 2)).toBe(true);
    expect(why.length).toBeGreaterThan(10);
    expect(groups.length).toBeGreaterThan(0);
  }
});

// Common practice; the crazing of acrylic by alcohol under stress and by ammonia is in plastics
// handbooks (from memory), that caustic dissolves aluminium with hydrogen is textbook chemistry.
test.each([
  ['isopropyl 99 %, foam swab', 'optic', 'allowed'],
  ["maker's optics fluid, lens tissue", 'optic', 'allowed'],
  ['distilled water, swab', 'optic', 'harmful'],
  ['a drop of machine oil', 'optic', 'harmful'],
  ['isopropyl on a paper towel', 'optic', 'harmful'],
  ['acetone, cotton swab', 'optic', 'disputed'],
  ['glass cleaner', 'optic', 'disputed'],
  ['alcohol on a cloth', 'clear plastic', 'disputed'],
  ['IPA wipe', 'clear plastic', 'disputed'],
  ['soap and water', 'clear plastic', 'allowed'],
  ['window cleaner', 'clear plastic', 'harmful'],
  ['Acetone', 'clear plastic', 'harmful'],
  ['label remover, then soap', 'clear plastic', 'harmful'],
  ['window cleaner', 'glass panel', 'allowed'],
  ['oven cleaner', 'aluminium bed', 'harmful'],
  ['oven cleaner', 'steel bed', 'disputed'],
  ['pressure wash', 'aluminium bed', 'harmful'],
  ['pressure wash', 'steel bed', 'allowed'],
  ['sprayed oil', 'rail', 'harmful'],
  ['light oil on a cloth', 'rail', 'allowed'],
  ['degreaser spray', 'board', 'harmful'],
  ['soap and water', 'board', 'harmful'],
  ['faintly damp isopropyl, foam swab', 'optic', 'allowed'],
  ['cloth damp with alcohol', 'optic', 'allowed'],
  ['damp cloth', 'optic', 'harmful'],
  ['white spirit', 'optic', 'harmful'],
  ['mineral spirits on a swab', 'optic', 'harmful'],
  ['methylated spirit', 'optic', 'allowed'],
  ['acetone', 'board', 'harmful'],
  ['isopropyl on a brush', 'board', 'harmful'],
  ['damp cloth', 'board', 'harmful'],
  ['pressure washer', 'board', 'harmful'],
  ['washer', 'board', 'harmful'],
  ['compressor', 'board', 'harmful'],
  ['compressor without a trap', 'board', 'harmful'],
  ['compressor with a drained trap', 'board', 'disputed'],
  ['canned gas, blades held', 'board', 'allowed'],
  ['dry brush', 'board', 'allowed'],
  ['sticker remover', 'clear plastic', 'harmful'],
  ['label-remover', 'clear plastic', 'harmful'],
  ['silicone spray', 'rail', 'harmful'],
  ['isopropyl from a spray bottle', 'rail', 'harmful'],
  ['silicone grease', 'rail', 'allowed'],
  ['silicone grease', 'dry rail', 'harmful'],
  ['light oil on a cloth', 'dry rail', 'harmful'],
  ['isopropyl 99 % on a cloth, re-greased', 'dry rail', 'harmful'],
  ['damp cloth', 'dry rail', 'allowed'],
  ['degreaser on a cloth', 'fan', 'allowed'],
  ['pressure washer', 'fan', 'harmful'],
] as const)('%s on %s: %s', (method, part, verdict) => {
  expect(judgeMethod(method, part).verdict).toBe(verdict);
});

test('words are read as words, not as pieces of others', () => {
  expect(readMethod('boiled rag, foil tray, soiled swab')).toEqual({ liquids: [], tools: [] });
  expect(readMethod('Isopropyl, sprayed').tools).toEqual(['spray']);
});

test('what the card says of bed and lid counts; silence is read carefully', () => {
  expect(partOf('honeycomb', {})).toBe('aluminium bed');
  expect(partOf('honeycomb', { bed: '900 × 600 mm, steel honeycomb' })).toBe('steel bed');
  expect(partOf('clear-parts', {})).toBe('clear plastic');
  expect(partOf('clear-parts', { lid: 'glass' })).toBe('glass panel');
});

test('every part and every offered way has its place in the matrix', () => {
  const reached = new Set(stationKinds.map(({ id }) => partOf(id, { bed: 'steel', lid: 'glass' })));
  for (const { id } of stationKinds) reached.add(partOf(id, {}));
  expect([...reached].sort()).toEqual([...parts].sort());
  for (const { why, id } of matrix) expect([id, why.length > 20]).toEqual([id, true]);
  // something is left to do everywhere
  for (const kind of stationKinds) {
    for (const { group } of kind.tasks) {
      const left = methodChoices[group].filter(
        (method) => judgeMethod(method, partOf(kind.id, {})).verdict !== 'harmful',
      );
      expect([kind.id, left.length > 1]).toEqual([kind.id, true]);
    }
  }
});
