import Papa from 'papaparse';
import { readTable } from './mapping';
import { refusedRows } from './refused';

const table = (text: string) => {
  const read = readTable(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};

test('refused rows stand as they were written, with why, and are read back by an independent parser', () => {
  const read = table(
    'Laser;Tag;Was\nWren;31.02.2026;"Linse; beide Seiten"\nWren;1.2.2026;Bett\nGull;2.2.2026\n',
  );
  const text = refusedRows(
    read,
    new Map([
      [2, 'There is no 31 February.'],
      [4, 'No machine is called "Gull".'],
    ]),
  );
  const { data, errors } = Papa.parse<string[]>(text, { skipEmptyLines: true });
  expect(errors).toEqual([]);
  expect(data).toEqual([
    ['Laser', 'Tag', 'Was', 'refused because'],
    ['Wren', '31.02.2026', 'Linse; beide Seiten', 'There is no 31 February.'],
    ['Gull', '2.2.2026', '', 'No machine is called "Gull".'],
  ]);
  // read again, the column of reasons is no field; refused again, it takes the new ones
  const again = table(text);
  expect(again.delimiter).toBe(';');
  const twice = table(refusedRows(again, new Map([[3, 'Not yet.']])));
  expect(twice.headings).toEqual(['Laser', 'Tag', 'Was', 'refused because']);
  expect(twice.records).toMatchObject([{ fields: ['Gull', '2.2.2026', '', 'Not yet.'] }]);
});

test('a line with a quote that is never closed is handed back whole', () => {
  const read = table('a,b\n1,"never closed\n2,3\n');
  const [broken] = read.records;
  expect(broken).toMatchObject({ line: 2, broken: expect.any(String) });
  const back = table(refusedRows(read, new Map([[2, 'a quote is not closed']])));
  expect(back.records).toMatchObject([
    { fields: ['1,"never closed', '', 'a quote is not closed'] },
  ]);
});
