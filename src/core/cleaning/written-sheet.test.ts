import { piece, task } from './testing/sheets';
import { sheetText, writtenSheet } from './written-sheet';
import type { PartWanted, RunSheet } from './run';

const part = (id: string, name: string): PartWanted => ({
  id,
  name,
  screws: 0,
  plugs: 0,
  hoses: 0,
  lugs: 0,
  facing: '',
  lens: false,
});
const inHead = { id: 'open:head-off', until: 'begun', rule: 'opening' } as const;
const glass = task(
  'glass',
  {
    station: 'Lens',
    glass: true,
    stop: 'no streak left',
    cautions: ['no fingers'],
    after: [inHead],
  },
  [5, 0, 0],
);
const bed = task('bed', {
  station: 'Bed',
  name: 'soak',
  stop: 'shines',
  dryings: [{ id: 'shade', name: 'in the shade', place: null, minutes: 30, seasonal: false }],
});
bed.ways[0]!.minutes.drying = 30;
(glass.ways[0] as { parts: readonly PartWanted[] }).parts = [part('glass.lens', 'lens')];

const sheet: RunSheet = {
  isolationMinutes: 0,
  layOut: ['swabs'],
  tasks: [glass, bed],
  pieces: [
    piece('isolate', 'isolate', {
      title: 'Make it safe',
      minutes: { active: 2, passive: 10, finishing: 0 },
      wait: { verb: 'discharges', place: null },
    }),
    piece('open:head-off', 'open', {
      title: 'Head off',
      parts: [part('head-off.head', 'head')],
      cautions: ['hold the cable'],
    }),
    piece('close:head-off', 'close', {
      title: 'Head on',
      after: [{ id: 'glass', until: 'over', rule: 'dry' }],
    }),
    piece('proof', 'proof', {
      title: 'Prove it',
      after: [{ id: 'close:head-off', until: 'begun', rule: 'shut' }],
    }),
  ],
  checks: [
    { id: 'plugs', question: 'Every plug home?', otherwise: '', because: ['open:head-off'] },
  ],
  proofs: [
    { id: 'burn', name: 'Test burn', how: '', caution: null, because: ['glass@usual'] },
    { id: 'dots', name: 'Dots', how: '', caution: null, because: ['glass@another'] },
    { id: 'run', name: 'A square', how: '', caution: null, because: ['open:head-off'] },
  ],
  sequence: [],
  exact: true,
};
const written = writtenSheet(sheet);
const of = (id: string, which = 'active') =>
  written.pieces.find((one) => one.id === id && one.part === which)!;

test('a sheet is written with its lay-out, its questions and the tests that its usual ways come to', () => {
  expect(written).toMatchObject({
    layOut: ['swabs'],
    exact: true,
    checks: ['Every plug home?'],
    proofs: ['Test burn', 'A square'],
  });
  expect(written.minutes).toBe(
    Math.max(...written.pieces.map(({ end }) => end), of('bed', 'finishing').end + 30),
  );
  expect(written.sequentialMinutes).toBeGreaterThanOrEqual(written.minutes);
});

test('every stretch stands once, in the order in which it is worked', () => {
  expect(written.pieces.map(({ id, part: which }) => `${id} ${which}`).sort()).toEqual(
    [
      'isolate active',
      'open:head-off active',
      'close:head-off active',
      'proof active',
      'glass active',
      'bed active',
      'bed finishing',
    ].sort(),
  );
  const starts = written.pieces.map(({ start }) => start);
  expect(starts).toEqual([...starts].sort((a, b) => a - b));
  expect(of('glass')).toMatchObject({ kind: 'task', title: 'Lens: clean' });
  expect(of('bed', 'finishing')).toMatchObject({ kind: 'task', title: 'Bed: finish' });
  expect(of('open:head-off')).toMatchObject({ kind: 'open', title: 'Head off' });
});

test('its waits stand where they begin: a soak after the hands, drying at the end', () => {
  expect(of('isolate').waits).toEqual([{ minutes: 10, place: null, what: 'discharges' }]);
  expect(of('bed').waits).toEqual([{ minutes: 60, place: null, what: 'soaks' }]);
  expect(of('bed', 'finishing').waits).toEqual([
    { minutes: 30, place: 'in the shade', what: 'dries' },
  ]);
  expect(of('glass').waits).toEqual([]);
});

test('what is out of the machine is told from when it comes out until it is back', () => {
  const out = (id: string) => of(id).out;
  expect(out('open:head-off')).toContain('head');
  // a glass that needs no finishing goes back with its own end
  expect(out('glass')).toEqual(['head']);
  expect(out('close:head-off')).toEqual([]);
  expect(out('proof')).toEqual([]);
});

test('cautions, stopping tests and what comes before are those of the piece', () => {
  expect(of('glass')).toMatchObject({
    cautions: ['no fingers'],
    stop: 'no streak left',
    proves: [],
    after: ['opening: open:head-off'],
  });
  expect(of('bed')).toMatchObject({ stop: null });
  expect(of('bed', 'finishing').stop).toBe('shines');
  expect(of('open:head-off')).toMatchObject({ cautions: ['hold the cable'], stop: null });
  expect(of('proof').proves).toEqual(['Test burn', 'A square']);
  expect(of('bed').steps.map(({ text, why, facts }) => [text, why, facts])).toEqual([
    ['bed#a1', null, null],
    ['bed#a2', null, null],
  ]);
});

describe('a written sheet as text', () => {
  const text = (change: Partial<typeof written> = {}) => sheetText({ ...written, ...change });

  it('begins with its minutes and what is laid out, and ends with questions and tests', () => {
    expect(text().slice(0, 3)).toEqual([
      `${written.minutes} min in all, ${written.sequentialMinutes} min one after another`,
      'Lay out: swabs',
      '',
    ]);
    expect(text().slice(-4)).toEqual([
      '',
      'Asked at the end:',
      '    - Every plug home?',
      'Proved by: Test burn, A square',
    ]);
    expect(text({ layOut: [] })[1]).toBe('Lay out: nothing');
    expect(text({ layOut: ['swabs', 'water'] })[1]).toBe('Lay out: swabs, water');
    expect(text({ checks: [], proofs: [] }).at(-1)).toBe('');
  });

  it('writes each piece with its minutes, waits, cautions, steps and reasons, stop and what is out', () => {
    const full = {
      ...of('glass'),
      start: 12,
      end: 17,
      steps: [
        { text: 'wet a swab', why: 'dry it scratches', facts: null },
        { text: 'one stroke', why: null, facts: null },
      ],
      waits: [
        { minutes: 10, place: null, what: 'discharges' },
        { minutes: 30, place: 'in the shade', what: 'dries' },
      ],
      out: ['head', 'lens'],
    };
    const bare = { ...full, title: 'Bed: wipe', steps: [], waits: [], cautions: [], out: [] };
    expect(text({ pieces: [full, { ...bare, stop: null }] }).slice(2, 13)).toEqual([
      '',
      '12-17  Lens: clean, then discharges 10 min, dries 30 min (in the shade)',
      '    ! no fingers',
      '    - wet a swab',
      '      (dry it scratches)',
      '    - one stroke',
      '    Enough when: no streak left',
      '    Out: head, lens',
      '',
      '12-17  Bed: wipe',
      '',
    ]);
  });
});
