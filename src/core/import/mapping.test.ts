import { importFields, importKinds } from './fields';
import {
  guessMapping,
  mappingProblem,
  normalMapping,
  ordersOf,
  readFigure,
  readTable,
  type CsvTable,
} from './mapping';
import { sampleTable } from './sample';
import { asSessionsFile } from './sessions';

const table = (text: string): CsvTable => {
  const read = readTable(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};

test('headings, delimiter and lines as they stand; a heading that stands twice is told apart', () => {
  const read = table('sep=;\n\nMaschine;Datum;Datum;\nWren;1;2;3\n');
  expect(read.headings).toEqual(['Maschine', 'Datum', 'Datum (2)', 'column 4']);
  expect([read.delimiter, read.records[0]!.line]).toEqual([';', 4]);
  expect(readTable('  \n')).toEqual({ ok: false, error: 'The file is empty.' });
});

test.each([
  [
    'care',
    ['Date', 'Laser', 'Part', 'What was done', 'Condition'],
    {
      date: 'Date',
      machine: 'Laser',
      station: 'Part',
      task: 'What was done',
      finding: 'Condition',
    },
  ],
  [
    'sessions',
    ['Machine', 'Date', 'Start time', 'Run (hours)', 'Material', 'Who'],
    {
      machine: 'Machine',
      start: 'Date',
      time: 'Start time',
      run_hours: 'Run (hours)',
      material: 'Material',
      operator: 'Who',
    },
  ],
  [
    'sessions',
    ['machine', 'start', 'run', 'beam'],
    { machine: 'machine', start: 'start', run: 'run', beam: 'beam' },
  ],
  [
    'faults',
    ['Device', 'Reported', 'Problem', 'Fixed', 'Remedy'],
    { machine: 'Device', date: 'Reported', what: 'Problem', closed: 'Fixed', repair: 'Remedy' },
  ],
  [
    'sessions',
    ['Gerät', 'Datum', 'Uhrzeit', 'Dauer', 'Werkstoff', 'Luft', 'Wer', 'Bemerkung', 'Nr'],
    {
      machine: 'Gerät',
      start: 'Datum',
      time: 'Uhrzeit',
      run: 'Dauer',
      material: 'Werkstoff',
      air_assist: 'Luft',
      operator: 'Wer',
      note: 'Bemerkung',
      key: 'Nr',
    },
  ],
  [
    'sessions',
    [
      'Machine',
      'Begin',
      'Minutes',
      'Laser on',
      'Stock',
      'Operation',
      'Extraction',
      'Member',
      'Comment',
    ],
    {
      machine: 'Machine',
      start: 'Begin',
      run: 'Minutes',
      beam: 'Laser on',
      material: 'Stock',
      process: 'Operation',
      draught: 'Extraction',
      operator: 'Member',
      note: 'Comment',
    },
  ],
  [
    'sessions',
    ['maskin', 'dato', 'klokke', 'timer', 'materiale', 'exhaust', 'merknad'],
    {
      machine: 'maskin',
      start: 'dato',
      time: 'klokke',
      run_hours: 'timer',
      material: 'materiale',
      draught: 'exhaust',
      note: 'merknad',
    },
  ],
] as const)('%s: %j is guessed', (kind, headings, mapping) => {
  expect(guessMapping(kind, headings)).toEqual(mapping);
});

test('no heading is taken for two fields, and a sample of every kind is read as it is offered', () => {
  for (const kind of importKinds) {
    const { headings } = table(sampleTable(kind));
    const mapping = guessMapping(kind, headings);
    expect(new Set(Object.values(mapping)).size).toBe(Object.values(mapping).length);
    expect(mappingProblem(kind, mapping, headings)).toBeNull();
    for (const heading of headings) expect(mapping[heading]).toBe(heading);
    expect(importFields[kind].map(({ name }) => name)).toEqual(expect.arrayContaining(headings));
  }
});

test('a mapping may be written either way round; two columns for one thing are refused', () => {
  expect(normalMapping('care', { machine: 'A', date: 'B' })).toMatchObject({
    value: { machine: 'A', date: 'B' },
  });
  expect(normalMapping('care', { A: 'machine', B: 'date' })).toMatchObject({
    value: { machine: 'A', date: 'B' },
  });
  expect(normalMapping('care', { A: 'date', B: 'date' })).toEqual({
    ok: false,
    error: 'Two columns, "A" and "B", are given for date.',
  });
});

test('one line that is no date does not hide the order of the others', () => {
  const read = table('machine,date\nWren,13/2/2026\nWren,soon\nWren,1/2/2026\n');
  const mapping = { machine: 'machine', date: 'date' };
  expect(ordersOf('readings', read, mapping, 'UTC')).toEqual(['dmy']);
});

test.each([
  ['412,5', 412.5],
  ['1.401,25', 1401.25],
  ['1,401.25', 1401.25],
  ["1'401.25", 1401.25],
  ['1 401', 1401],
  ['90 h', 90],
  ['1 hour', 1],
  ['2 hours', 2],
  ['4,5H', 4.5],
  ['h5', null],
  ['5 hx', null],
  ['many', null],
  ['', null],
  ['-3', null],
])('the figure %s', (text, figure) => {
  expect(readFigure(text)).toBe(figure);
});

test('a table of sessions with any headings becomes a sessions file', () => {
  const read = table(
    [
      'Laser;Tag;Uhrzeit;Std;Werkstoff',
      'Wren;3.11.2026;14:05;1,5;plywood',
      'Wren;4.11.2026;;0,25;cork',
      'Wren;4.11.2026;;2;cork',
      'Wren;soon;;2;cork',
      'Heron;4.11.2026;;0,2087;cork',
      'wren;4.11.2026;;long;cork',
      'Wren;4.11.2026;;0,0014;cork',
    ].join('\n'),
  );
  const mapping = {
    machine: 'Laser',
    start: 'Tag',
    time: 'Uhrzeit',
    run_hours: 'Std',
    material: 'Werkstoff',
  };
  expect(asSessionsFile(read, mapping, 'dmy', 'Europe/Oslo').split('\n')).toEqual([
    'machine,start,run,beam,material,process,air_assist,draught,operator,note,key',
    'Wren,2026-11-03T14:05:00+01:00,1:30:00,,plywood,,,,,,',
    'Wren,2026-11-04T08:00:00+01:00,0:15:00,,cork,,,,,,',
    'Wren,2026-11-04T08:15:00+01:00,2:00:00,,cork,,,,,,',
    'Wren,soon,2:00:00,,cork,,,,,,',
    // another machine has a day of its own; hours come to whole seconds
    'Heron,2026-11-04T08:00:00+01:00,0:12:31,,cork,,,,,,',
    // one machine however it is written; what is no figure stays, and takes no time
    'wren,2026-11-04T10:15:00+01:00,long,,cork,,,,,,',
    'Wren,2026-11-04T10:15:00+01:00,0:00:05,,cork,,,,,,',
  ]);
});

test('what is wrong with a mapping is said by what it names', () => {
  const headings = ['Day', 'Laser', 'Part', 'Who'];
  const care = (mapping: Record<string, string>) => mappingProblem('care', mapping, headings);
  const whole = { date: 'Day', machine: 'Laser', station: 'Part' };
  expect(care(whole)).toBeNull();
  expect(care({ ...whole, weather: 'Who' })).toContain('nothing called "weather"');
  expect(care({ ...whole, by: 'Whom' })).toBe(
    'The table has no column "Whom". It has: Day, Laser, Part, Who.',
  );
  expect(care({ ...whole, by: 'Part' })).toBe(
    'The column "Part" is taken for station and by: choose one of them.',
  );
});
