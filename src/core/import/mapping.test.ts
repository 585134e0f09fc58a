import { importFields, importKinds } from './fields';
import {
  cellReader,
  guessMapping,
  mappingProblem,
  mappingToBegin,
  normalMapping,
  ordersOf,
  readFigure,
  readTable,
  type CsvTable,
} from './mapping';
import { sampleTable } from './sample';
import { asSessionsFile, isSessionsFile } from './sessions';

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

describe('a mapping for a table', () => {
  const headings = ['A', 'B', 'C', 'D'];
  const problem = (kind: Parameters<typeof mappingProblem>[0], mapping: Record<string, string>) =>
    mappingProblem(kind, mapping, headings);

  test.each<[Parameters<typeof mappingProblem>[0], Record<string, string>, string | null]>([
    ['care', { machine: 'A', date: 'B', station: 'C' }, null],
    ['care', { machine: 'A', date: 'B' }, 'Say which column is: Station, one or several.'],
    ['care', { machine: 'A', date: '', station: 'C' }, 'Say which column is: Date.'],
    ['care', { machine: '=Wren', date: 'B', station: '=Duct' }, null],
    [
      'care',
      { machine: 'A', date: 'Z', station: 'C' },
      'The table has no column "Z". It has: A, B, C, D.',
    ],
    [
      'care',
      { machine: 'A', date: 'A', station: 'C' },
      'The column "A" is taken for machine and date: choose one of them.',
    ],
    [
      'sessions',
      { machine: 'A', start: 'B' },
      'Say which column is the run, in minutes or in hours.',
    ],
    ['sessions', { machine: 'A', start: 'B', run: 'C' }, null],
    ['sessions', { machine: 'A', start: 'B', run_hours: 'C' }, null],
    [
      'readings',
      { machine: 'A', date: 'B' },
      'Say which column is the counter, or which are what was read and its figure.',
    ],
    [
      'readings',
      { machine: 'A', date: 'B', what: 'C' },
      'Say which column is the counter, or which are what was read and its figure.',
    ],
    [
      'readings',
      { machine: 'A', date: 'B', figure: 'C' },
      'Say which column is the counter, or which are what was read and its figure.',
    ],
    ['readings', { machine: 'A', date: 'B', what: 'C', figure: 'D' }, null],
    ['readings', { machine: 'A', date: 'B', hours: 'C' }, null],
  ])('%s by %j: %s', (kind, mapping, said) => {
    expect(problem(kind, mapping)).toBe(said);
  });

  test('what is not known is told with all that is', () => {
    expect(problem('care', { machine: 'A', day: 'B' })).toMatch(
      /^There is nothing called "day" to be read: machine, date, .*\.$/,
    );
  });

  test('begins as it was the last time, where those columns are there, else as guessed', () => {
    const last = { machine: 'A', date: 'B', station: 'C' };
    expect(mappingToBegin('care', { headings }, last)).toBe(last);
    const others = { headings: ['Machine', 'Date', 'Part'] };
    expect(mappingToBegin('care', others, last)).toEqual(guessMapping('care', others.headings));
    expect(mappingToBegin('care', others, null)).toEqual(guessMapping('care', others.headings));
  });

  test('one word may stand for a whole column; a cell is read without blanks around it', () => {
    const cell = cellReader({ headings } as CsvTable, {
      machine: '= Wren ',
      date: 'B',
      station: 'D',
    });
    expect(cell(['x', ' 1 ', 'y'], 'machine')).toBe('Wren');
    expect(cell(['x', ' 1 ', 'y'], 'date')).toBe('1');
    // a line that is too short, and what is not mapped
    expect(cell(['x', ' 1 ', 'y'], 'station')).toBe('');
    expect(cell(['x', ' 1 ', 'y'], 'note')).toBe('');
  });

  test('a first line that never ends is said', () => {
    expect(readTable('"machine,date\nWren,1')).toEqual({
      ok: false,
      error: 'The first line has a quote that is not closed.',
    });
  });
});

test('a sessions file is known by its first three headings, in any case, and its minutes stay as they are', () => {
  expect(isSessionsFile(['note', 'RUN', 'Start', 'machine'])).toBe(true);
  expect(isSessionsFile(['machine', 'start', 'runs'])).toBe(false);
  expect(isSessionsFile([])).toBe(false);
  const read = table('Laser,Day,Min,Std\nWren,2026-11-04,45,2\nWren,"2026\n');
  const mapping = { machine: 'Laser', start: 'Day', run: 'Min', run_hours: 'Std' };
  const lines = asSessionsFile(read, mapping, 'iso', 'UTC').split('\n');
  expect(lines[1]).toBe('Wren,2026-11-04T08:00:00+00:00,45,,,,,,,,');
  // a broken line stays what it was, for the reader of the file to refuse
  expect(lines[2]).toContain('2026');
});
