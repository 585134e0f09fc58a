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
  ['acetone on a cloth', 'rail', 'disputed'],
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

/**
 * The whole matrix, written by hand: what the trade does to each part with each liquid on a cloth, the same
 * sprayed, and each tool by itself. A allowed, D disputed, H harmful. Common practice, no source.
 */
const liquidOrder = [
  ['water', 'water on a cloth'],
  ['damp', 'damp cloth'],
  ['soap', 'soap on a cloth'],
  ['isopropyl', 'isopropyl on a cloth'],
  ['alcohol', 'denatured alcohol on a cloth'],
  ['acetone', 'acetone on a cloth'],
  ['ammonia', 'window cleaner on a cloth'],
  ['degreaser', 'degreaser on a cloth'],
  ['caustic', 'oven cleaner on a cloth'],
  ['oil', 'light oil on a cloth'],
  ['grease', 'silicone grease'],
  ['thinner', 'white spirit on a cloth'],
  ['label remover', 'label remover on a cloth'],
] as const;
const toolOrder = [
  ['spray', 'spray can of air freshener'],
  ['pressure', 'pressure washer'],
  ['wire brush', 'wire brush'],
  ['paper towel', 'paper towel'],
  ['compressor', 'compressor'],
  ['trapped compressor', 'compressor with a drained trap'],
] as const;
//                      water..label rem.  the same sprayed    tools
const byHand: Readonly<Record<(typeof parts)[number], readonly [string, string, string]>> = {
  optic: ['HHHAADDHHHHHH', 'HHHHHHHHHHHHH', 'AHHHDD'],
  'clear plastic': ['AAADDHHDHHHHH', 'AAADDHHDHHHHH', 'AHHHAA'],
  'glass panel': ['AAAAAAAADHHAA', 'AAAAAAAADHHAA', 'AHHAAA'],
  'aluminium bed': ['AAAAAAAAHHHDD', 'AAAAAAAAHHHDD', 'AHDAAA'],
  'steel bed': ['AAAAAAAADHHDD', 'AAAAAAAADHHDD', 'AADAAA'],
  rail: ['AAAAADAAHAADD', 'HHHHHHHHHHHHH', 'HHHAAA'],
  'dry rail': ['AAAAADAAHHHDD', 'HHHHHHHHHHHHH', 'HHHAAA'],
  board: ['HHHHHHHHHHHHH', 'HHHHHHHHHHHHH', 'AHHAHD'],
  fan: ['AAAAAHAAHHHHH', 'HAHHHHHHHHHHH', 'AHHAAA'],
  housing: ['AAAAAHAAHAAHD', 'HAHHHHHHHAAHD', 'AHDAAA'],
};
const verdictOf = { A: 'allowed', D: 'disputed', H: 'harmful' } as const;

test('the whole matrix says what the table written by hand says', () => {
  let cells = 0;
  for (const part of parts) {
    const [wiped, sprayed, by] = byHand[part];
    const row = [
      ...liquidOrder.map(([, text], i) => [text, wiped[i]!] as const),
      ...liquidOrder.map(([, text], i) => [`${text}, sprayed`, sprayed[i]!] as const),
      ...toolOrder.map(([, text], i) => [text, by[i]!] as const),
    ];
    for (const [text, letter] of row) {
      cells += 1;
      expect([part, text, judgeMethod(text, part).verdict]).toEqual([
        part,
        text,
        verdictOf[letter as keyof typeof verdictOf],
      ]);
    }
  }
  expect(cells).toBe(parts.length * (13 + 13 + 6));
});
