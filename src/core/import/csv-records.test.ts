import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import Papa from 'papaparse';
import { csvRecords, headerDelimiter, openTable, textLines } from './csv-records';
import { readHeadings, readTable } from './mapping';

const read = (text: string, delimiter = ',') => [...csvRecords(textLines(text), delimiter)];

test('law: what one library writes, we read as an independent parser does', () => {
  const cell = fc.oneof(
    fc.string({ maxLength: 12 }),
    fc.constantFrom('a"b', '"', 'a,b', 'x;y', 'two\nlines', ' spaced ', 'ø'),
  );
  const table = fc.array(fc.array(cell, { minLength: 2, maxLength: 5 }), {
    minLength: 1,
    maxLength: 8,
  });
  fc.assert(
    fc.property(
      table,
      fc.constantFrom(',', ';'),
      fc.constantFrom('\n', '\r\n'),
      (rows, delimiter, newline) => {
        const text = Papa.unparse(rows, { delimiter, newline, quotes: true });
        const theirs: string[][] = parse(text, { delimiter, relax_column_count: true });
        const ours = read(text, delimiter).map((record) =>
          'fields' in record ? record.fields : record.broken,
        );
        // both sides read a line break inside a field as it was written, but for its kind
        const plain = (table_: unknown) =>
          JSON.parse(JSON.stringify(table_).replaceAll('\\r\\n', '\\n').replaceAll('\\r', '\\n'));
        expect(plain(ours)).toEqual(plain(theirs));
      },
    ),
    { numRuns: 400 },
  );
});

test('a quote that is never closed spoils its own line only', () => {
  const text = ['a,b', '1,"two', '3,four', '5,"s""ix"', '7,"eight', '9,ten'].join('\n');
  expect(
    read(text).map((record) =>
      'fields' in record ? record.fields.join('|') : `line ${record.line}`,
    ),
  ).toEqual(['a|b', 'line 2', '3|four', '5|s"ix', 'line 5', '9|ten']);
});

test('lines are counted as an editor counts them, through quoted line breaks and blank lines', () => {
  const text = 'a,b\r\n\r\n1,"x\r\ny"\r\n2,z\r3,w\n';
  expect(read(text).map(({ line }) => line)).toEqual([1, 3, 5, 6]);
});

test('the delimiter is read off the header', () => {
  expect(headerDelimiter('machine,start,run')).toBe(',');
  expect(headerDelimiter('machine;start;"run, min"')).toBe(';');
  expect(headerDelimiter('machine\tstart\trun')).toBe('\t');
});

test('a file full of open quotes is parsed once a line, and each line is told', () => {
  const lines = Array.from({ length: 3000 }, (_, at) => `"Wren,2026-01-01,${at}`);
  const parsed = jest.spyOn(Papa, 'parse');
  try {
    const records = [...csvRecords(lines, ',')];
    expect(records.filter((record) => 'broken' in record)).toHaveLength(lines.length);
    expect(parsed.mock.calls.length).toBeLessThanOrEqual(lines.length);
  } finally {
    parsed.mockRestore();
  }
});

test('more columns than a sheet has are refused at the first line', () => {
  const header = (count: number) => Array.from({ length: count }, (_, at) => `c${at}`).join(';');
  expect(openTable(header(500))).toMatchObject({ ok: true });
  expect(openTable(header(200_000))).toEqual({
    ok: false,
    error: 'The first line has 200000 columns; 500 are read at most. Is it the right file?',
  });
  expect(readTable(`${header(501)}\n1`)).toMatchObject({ ok: false });
});

test('a table is opened at its headings, and its records are read when they are asked for', () => {
  const opened = openTable('sep=;\n\n"a;1";b; b\n1;2;3\n');
  if (!opened.ok) throw new Error(opened.error);
  const { records, ...rest } = opened.value;
  expect(rest).toEqual({
    header: '"a;1";b; b',
    headings: ['a;1', 'b', ' b'],
    delimiter: ';',
    lines: 5,
  });
  expect([...records]).toEqual([{ line: 4, fields: ['1', '2', '3'], raw: '1;2;3' }]);
  const parsed = jest.spyOn(Papa, 'parse');
  try {
    // of a quoted table only the line of headings is parsed
    const text = `"a","b"\n${'"1","2"\n'.repeat(500)}`;
    expect(readHeadings(text)).toEqual({ ok: true, value: ['a', 'b'] });
    expect(parsed).toHaveBeenCalledTimes(1);
  } finally {
    parsed.mockRestore();
  }
  expect(readHeadings('a,a,\n1,2,3')).toEqual({ ok: true, value: ['a', 'a (2)', 'column 3'] });
});
