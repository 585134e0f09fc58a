import { sheetText, type WrittenPiece, type WrittenSheet } from './written-sheet';

const piece: WrittenPiece = {
  id: 'comb',
  kind: 'task',
  part: 'active',
  title: 'Honeycomb, clean',
  steps: [
    { text: 'Lift it out', why: 'it soaks flat', facts: null },
    { text: 'Put it in', why: null, facts: null },
  ],
  waits: [
    { minutes: 60, place: 'wash', what: 'soaks' },
    { minutes: 240, place: null, what: 'dries' },
  ],
  start: 2,
  end: 9,
  out: ['comb', 'tray'],
  cautions: ['Gloves'],
  stop: 'it is bare',
  proves: [],
  after: [],
};
const sheet: WrittenSheet = {
  minutes: 70,
  sequentialMinutes: 95,
  exact: true,
  layOut: ['tub', 'brush'],
  pieces: [piece],
  checks: ['Is all dry?', 'Are all plugs in?'],
  proofs: ['Test burn', 'Strength'],
};

test('all that a sheet says, line by line', () => {
  expect(sheetText(sheet)).toEqual([
    '70 min in all, 95 min one after another',
    'Lay out: tub, brush',
    '',
    '2-9  Honeycomb, clean, then soaks 60 min (wash), dries 240 min',
    '    ! Gloves',
    '    - Lift it out',
    '      (it soaks flat)',
    '    - Put it in',
    '    Enough when: it is bare',
    '    Out: comb, tray',
    '',
    'Asked at the end:',
    '    - Is all dry?',
    '    - Are all plugs in?',
    'Proved by: Test burn, Strength',
  ]);
});

test('what there is none of has no line', () => {
  const bare = { ...piece, steps: [], waits: [], out: [], cautions: [], stop: null };
  expect(sheetText({ ...sheet, layOut: [], checks: [], proofs: [], pieces: [bare] })).toEqual([
    '70 min in all, 95 min one after another',
    'Lay out: nothing',
    '',
    '2-9  Honeycomb, clean',
    '',
  ]);
});
