import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { entryData, standingEntries } from '../../records/audit-log';
import { careByEntry } from '../../records/care';
import { dueMachines } from '../care/due';
import { openFaults } from '../faults/faults';
import { shownHolds } from '../machines/holds';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { readingsOf } from '../readings/bench/bench';
import { meterView } from '../usage/meters';
import { historySchema, previewHistory, rememberedMappings, takeHistory } from './history';

const shop = eachTestShop();
beforeEach(() => {
  addTestMachine(shop, 'Wren');
  addTestMachine(shop, 'Heron', 'co2-glass-tube');
});

type Kind = 'care' | 'faults' | 'readings';
const preview = (kind: Kind, text: string, more: object = {}) =>
  must(previewHistory(shop, tester, historySchema.parse({ kind, text, ...more })));
const take = (kind: Kind, text: string, more: object = {}) =>
  must(takeHistory(shop, tester, { kind, text, ...more }));

const notebook = [
  'Maschine;Datum;Teil;Zustand;Wer',
  'Wren;13.10.2026;Honeycomb;soiled;Ragna',
  'wren;3.11.2026;Honeycomb, Duct;speckled;Ragna',
  'Heron;5.11.2026;Mirror 1 and Mirror 2;haze;',
  'Hearon;5.11.2026;Lens;;',
  'Heron;6.11.2026;Linse;;',
  'Heron;6.11.2027;Lens;;',
].join('\r\n');

test('a notebook of care: headings and dates are told by themselves, each row says what it becomes', () => {
  const { mapping, order, counts, rows, problem } = preview('care', notebook);
  expect(problem).toBeNull();
  expect([mapping, order]).toEqual([
    { machine: 'Maschine', date: 'Datum', station: 'Teil', finding: 'Zustand', by: 'Wer' },
    'dmy',
  ]);
  expect(counts).toEqual({ accepted: 3, duplicates: 0, rejected: 3 });
  expect(rows.map(({ line, outcome, words }) => [line, outcome, words.split(':')[0]])).toEqual([
    [2, 'new', expect.stringMatching(/^Honeycomb, .*found soiled$/)],
    [3, 'new', expect.stringMatching(/^Honeycomb, .*; Duct, /)],
    [4, 'new', expect.stringContaining('Mirror 1, ')],
    [5, 'rejected', 'unknown machine "Hearon"'],
    [6, 'rejected', 'unknown station "Linse"'],
    [7, 'rejected', 'date'],
  ]);
  expect(standingEntries(shop.db, ['care'])).toEqual([]);
});

test('what was taken in counts as if it had been entered then; the same again adds nothing', () => {
  expect(take('care', notebook).counts.accepted).toBe(3);
  const rows = standingEntries(shop.db, ['care']);
  expect(rows).toHaveLength(5);
  expect(rows.every(({ source }) => source === 'import')).toBe(true);
  const cares = careByEntry(
    shop.db,
    rows.map(({ id }) => id),
  );
  expect([...cares.values()].filter(({ finding }) => finding === 'soiled')).toHaveLength(1);
  expect(rows.map(({ note }) => note)).toContain('found: speckled; done by Ragna');
  const comb = dueMachines(shop)
    .find(({ nickname }) => nickname === 'Wren')!
    .stations.find(({ slug }) => slug === 'honeycomb')!.tasks[0]!;
  expect(comb.counters.days).toBe(21);
  expect(take('care', notebook).counts).toEqual({ accepted: 0, duplicates: 3, rejected: 3 });
  expect(standingEntries(shop.db, ['care'])).toHaveLength(5);
});

test('dates that read two ways are asked, never guessed', () => {
  const text = 'machine,date,station\nWren,3/11/2026,Duct\nWren,4/10/2026,Duct\n';
  const asked = preview('care', text);
  expect([asked.orders, asked.order, asked.rows]).toEqual([['dmy', 'mdy'], null, []]);
  expect(asked.problem).toContain('day first and with the month first');
  expect(refusal(takeHistory(shop, tester, { kind: 'care', text }))).toContain('Say which it is');
  const told = preview('care', text, { order: 'mdy' });
  expect(told.counts).toEqual({ accepted: 2, duplicates: 0, rejected: 0 });
  expect(new Date(told.rows[0]!.at!).toISOString().slice(0, 10)).toBe('2026-03-11');
});

test('any headings can be mapped, a machine may stand for the whole file, and it is remembered', () => {
  const text = 'A;B\n3.11.2026;Duct\n';
  expect(preview('care', text).problem).toContain('Say which column is');
  const mapping = { machine: '=Wren', date: 'A', station: 'B' };
  expect(take('care', text, { mapping }).counts.accepted).toBe(1);
  expect(rememberedMappings(shop)).toEqual({ care: mapping });
  expect(preview('care', text)).toMatchObject({ mapping, counts: { duplicates: 1 } });
  expect(preview('care', 'A;C\n3.11.2026;Duct\n').problem).toContain('Say which column is');
});

test.each([
  [{ machine: 'A', date: 'A', station: 'B' }, 'is taken for machine and date'],
  [{ machine: '=Wren', date: 'Z', station: 'B' }, 'no column "Z"'],
  [{ machine: '=Wren', day: 'A', station: 'B' }, 'nothing called "day"'],
])('a mapping that cannot be: %j', (mapping, words) => {
  expect(preview('care', 'A;B\n3.11.2026;Duct\n', { mapping }).problem).toContain(words);
});

const faults = [
  'machine,reported,problem,fixed,cause,action,minutes,cost',
  'Heron,2026-05-02,"Cuts weakly, on the left",2026-05-04,dirty mirror,mirror 2 cleaned,40,"12,50"',
  'Heron,2026-06-02,Smells of coolant,,something odd,,,',
  'Heron,2026-06-12,No beam,2026-06-01,,,,',
].join('\n');

test('faults of the past are closed ones: they hold nothing and stand with cause, repair and cost', () => {
  const { counts, rows } = take('faults', faults);
  expect(counts).toEqual({ accepted: 2, duplicates: 0, rejected: 1 });
  expect(rows[1]!.words).toContain('taken as closed the same day');
  expect(rows[2]!.words).toContain('closed before it was reported');
  expect([openFaults(shop), shownHolds(shop)]).toEqual([[], []]);
  const [repair] = standingEntries(shop.db, ['fault repair']);
  expect(entryData(repair!, 'fault repair')).toMatchObject({
    action: 'mirror 2 cleaned',
    minutes: 40,
    cost: 1250,
  });
  expect(
    standingEntries(shop.db, ['fault diagnosis']).map(
      (row) => entryData(row, 'fault diagnosis').cause,
    ),
  ).toEqual(['dirty-mirror', 'something odd']);
  expect(take('faults', faults).counts).toMatchObject({ accepted: 0, duplicates: 2 });
});

test('readings of a counter, in any order, with decimal commas; one that went back stays a question', () => {
  const text = [
    'Laser;Dato;Teller',
    'Heron;1.10.2026;412,5',
    'Heron;1.9.2026;1 401,25',
    'Heron;1.11.2026;430',
    'Heron;1.11.2026;many',
  ].join('\n');
  const { counts, rows } = take('readings', text);
  expect(counts).toEqual({ accepted: 3, duplicates: 0, rejected: 1 });
  expect(rows[3]!.words).toContain('no figure of hours');
  const heron = dueMachines(shop).find(({ nickname }) => nickname === 'Heron')!.id;
  expect(meterView(shop, heron).lines.map(({ verdict }) => verdict)).toEqual([
    'unlogged',
    'went back',
  ]);
  expect(take('readings', text).counts.duplicates).toBe(3);
});

test('what else was read comes in as the bench keeps it, and calls for nothing by what it once said', () => {
  const text = [
    'Laser;Dato;Messgröße;Wert;Einheit;lower limit;Teller;Merknad',
    'Heron;1.10.2026;Cooling water;24,5;°C;;;after lunch',
    'Heron;1.10.2026;Tube current;18;mA;14;;',
    'Heron;2.10.2026;Filter pressure;950;Pa;;;',
    'Heron;3.10.2026;Draught at the hood;−12 Pa;;;430;',
    'Heron;3.10.2026;Hours;431;;;;',
    'Heron;4.10.2026;Cooling water;240;°C;;;',
    'Heron;4.10.2026;Tube current;some;mA;;;',
    'Heron;4.10.2026;;;;;;',
    'Heron;4.10.2026;Tube current;18;mA;low;;',
  ].join('\n');
  const { counts, rows } = take('readings', text);
  expect(counts).toEqual({ accepted: 5, duplicates: 0, rejected: 4 });
  expect(rows.slice(5).map(({ words }) => words)).toEqual([
    'The temperature of the coolant is at most 90.',
    '"some" is no figure of Tube current',
    '"" is no figure of hours',
    '"low" is no limit of Tube current',
  ]);
  const heron = dueMachines(shop).find(({ nickname }) => nickname === 'Heron')!;
  expect(readingsOf(shop, heron.id).map(({ name, figure, note }) => [name, figure, note])).toEqual([
    ['coolant', expect.objectContaining({ value: 24.5 }), 'after lunch'],
    ['Tube current', { value: 18, unit: 'mA' }, null],
    ['load of the filter', expect.objectContaining({ value: 950 }), null],
    ['Draught at the hood', { value: -12, unit: 'Pa' }, null],
  ]);
  expect(readingsOf(shop, heron.id)[1]!.taken).toMatchObject({ low: 14, high: null });
  expect(meterView(shop, heron.id).last).toMatchObject({ seconds: 431 * 3600 });
  expect(heron.stations.flatMap(({ tasks }) => tasks.filter(({ call }) => call))).toEqual([]);
  expect(take('readings', text).counts).toMatchObject({ accepted: 0, duplicates: 5 });
  // a table of one quantity says in the mapping what it is
  const water = 'machine,date,value\nHeron,2026-10-05,23\n';
  expect(preview('readings', water).problem).toContain('what was read and its figure');
  const mapping = { machine: 'machine', date: 'date', figure: 'value', what: '=Cooling water' };
  expect(take('readings', water, { mapping }).counts.accepted).toBe(1);
});

test('a broken line spoils itself alone, an empty file and too many rows say so', () => {
  const broken = 'machine,date,station\nWren,2026-11-03,"Duct\nWren,2026-11-04,Duct\n';
  expect(preview('care', broken).counts).toEqual({ accepted: 1, duplicates: 0, rejected: 1 });
  const parse = (text: string) => historySchema.parse({ kind: 'care', text });
  expect(refusal(previewHistory(shop, tester, parse('')))).toContain('empty');
  const many = `machine,date,station\n${'Wren,2026-11-04,Duct\n'.repeat(20_001)}`;
  expect(refusal(previewHistory(shop, tester, parse(many)))).toContain('20001 rows');
});

const sheet = path.join(__dirname, 'testing', 'notebook.fods');
/** The sheet as LibreOffice Calc 7.4 exports it under German settings: semicolons, decimal commas, days first. */
const exported = path.join(__dirname, 'testing', 'notebook.csv');

test('what a spreadsheet program exports is read as it stands', () => {
  const { mapping, order, counts } = take('readings', fs.readFileSync(exported, 'utf8'));
  expect([mapping, order]).toEqual([
    { machine: 'Maschine', date: 'Datum', hours: 'Zählerstand (h)', note: 'Bemerkung' },
    'dmy',
  ]);
  expect(counts).toEqual({ accepted: 3, duplicates: 0, rejected: 0 });
  const rows = standingEntries(shop.db, ['meter reading']);
  expect(rows.map(({ note }) => note)).toEqual(['abgelesen; mit Lampe', 'sagte "gut"', null]);
  const heron = dueMachines(shop).find(({ nickname }) => nickname === 'Heron')!.id;
  expect(meterView(shop, heron).last).toMatchObject({ seconds: 1436.5 * 3600 });
});

const hasOffice = spawnSync('soffice', ['--version']).status === 0;
(hasOffice ? test : test.skip)(
  'the spreadsheet program of this machine writes the same',
  () => {
    const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-sheet-'));
    const filter = 'csv:Text - txt - csv (StarCalc):59,34,76,1,,1031,false,true,false';
    spawnSync('soffice', ['--headless', '--convert-to', filter, '--outdir', dir, sheet], {
      env: { ...process.env, HOME: dir },
      timeout: 100_000,
    });
    expect(fs.readFileSync(path.join(dir, 'notebook.csv'), 'utf8')).toBe(
      fs.readFileSync(exported, 'utf8'),
    );
    fs.rmSync(dir, { recursive: true });
  },
  120_000,
);
