import { causes } from '../../catalogue/causes';
import { signs } from '../../catalogue/signs';
import { stationKind } from '../../catalogue/catalogue';
import { entryById, entryData, standingEntries } from '../../records/audit-log';
import { careByEntry } from '../../records/care';
import { listStations } from '../../records/machines';
import { readingsOf } from '../readings/bench/bench';
import { retireMachine } from '../machines/machines';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';
import { historySchema, previewHistory, takeHistory } from './history';

const shop = eachTestShop();
let wren: string;
let heron: string;
beforeEach(() => {
  wren = addTestMachine(shop, 'Wren').id;
  heron = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
});

type Kind = 'care' | 'faults' | 'readings';
const columns: Record<Kind, string[]> = {
  care: ['machine', 'date', 'station', 'task', 'finding', 'minutes', 'by', 'note'],
  faults: ['machine', 'date', 'what', 'closed', 'cause', 'repair', 'minutes', 'cost', 'by', 'note'],
  readings: ['machine', 'date', 'what', 'figure', 'unit', 'low', 'high', 'hours', 'note'],
};
/** A file of one row, every column under its own name. */
const file = (kind: Kind, cells: Record<string, string>) => {
  const row: Record<string, string> = { machine: 'Wren', date: '2026-11-03', ...cells };
  const quoted = columns[kind].map((name) => `"${(row[name] ?? '').replaceAll('"', '""')}"`);
  return {
    kind,
    text: `${columns[kind].join(',')}\n${quoted.join(',')}\n`,
    mapping: Object.fromEntries(columns[kind].map((name) => [name, name])),
  };
};
const words = (kind: Kind, cells: Record<string, string>) => {
  const { rows, problem } = must(
    previewHistory(shop, tester, historySchema.parse(file(kind, cells))),
  );
  return problem ?? rows[0]!.words;
};
const take = (kind: Kind, cells: Record<string, string>) =>
  must(takeHistory(shop, tester, file(kind, cells))).counts;

describe('a machine and a day', () => {
  test.each<[Record<string, string>, string]>([
    [{ machine: '' }, 'the machine is missing'],
    [{ machine: 'Wrem' }, 'unknown machine "Wrem": did you mean Wren?'],
    [{ machine: 'Xylophone' }, 'unknown machine "Xylophone"'],
    [{ date: '' }, 'the date is missing'],
    [{ date: '2026-11-25' }, 'date: "2026-11-25" is still to come'],
    [{ station: '' }, 'the station is missing'],
  ])('%j', (cells, said) => {
    expect(words('care', { station: 'Duct', ...cells })).toBe(said);
  });

  test('one that is retired has a past too; noon of today, where that is still to come, is now', () => {
    shop.clock.now = Date.UTC(2026, 10, 24, 8);
    must(retireMachine(shop, tester, { machineId: wren, reason: 'sold' }));
    expect(take('care', { machine: ' WREN', station: 'Duct', date: '2026-11-24' }).accepted).toBe(
      1,
    );
    const [row] = standingEntries(shop.db, ['care']);
    expect(row).toMatchObject({ machineId: wren, at: shop.clock.now });
  });
});

describe('care', () => {
  const window = () => listStations(shop.db, wren).find(({ slug }) => slug === 'window')!;
  const named = (written: string) => words('care', { station: written }).split(',')[0];

  test('its station goes by any of its names, or by one inside what was written', () => {
    const { name, slug } = window();
    for (const written of [name, slug, name.toUpperCase(), `the ${name} again`]) {
      expect(named(written)).toBe(name);
    }
    expect(named(`${name}x`)).toBe(`unknown station "${name}x": did you mean ${name}?`);
    const unknown = words('care', { station: 'qqqqqqqqqq' });
    expect(unknown).toContain('unknown station "qqqqqqqqqq": it has ');
    for (const one of listStations(shop.db, wren)) expect(unknown).toContain(one.name);
  });

  test('several stations in one cell are so many lines; between commas nothing is none', () => {
    const three = words('care', { station: 'Duct; Honeycomb,, und Frame' });
    expect(three.split('; ')).toHaveLength(3);
    expect(take('care', { station: 'Duct & Honeycomb' }).accepted).toBe(1);
    expect(standingEntries(shop.db, ['care'])).toHaveLength(2);
  });

  test('its task goes by key, name or depth; without a word it is the clean, else the lightest care', () => {
    const { kind, name } = window();
    const { tasks } = stationKind(kind);
    const said = (task: string) => words('care', { station: name, task });
    for (const task of tasks) {
      expect(said(task.key)).toBe(`${name}, ${task.name.toLowerCase()}`);
      expect(said(`${task.name.toUpperCase()}`)).toBe(`${name}, ${task.name.toLowerCase()}`);
    }
    const wiped = tasks.find(({ key }) => key === 'wipe')!;
    expect(said('a wipe with the long swab')).toBe(`${name}, ${wiped.name.toLowerCase()}`);
    expect(said('polish')).toBe(
      `${name} has no task "polish": it has ${tasks.map(({ key }) => key).join(', ')}`,
    );
    const cleans = tasks.filter(({ depth }) => depth === 'clean');
    expect(said('')).toBe(`${name}, ${(cleans[0] ?? wiped).name.toLowerCase()}`);
  });

  test('is kept with what was found, how long it took, who did it, and whether the part was new', () => {
    take('care', {
      station: 'Protective window',
      task: 'replaced, wipe',
      finding: 'caked',
      minutes: '12,4',
      by: 'Ragna',
      note: 'third this year',
    });
    take('care', {
      station: 'Protective window',
      task: 'wipe',
      finding: 'greasy',
      minutes: '9999',
    });
    const rows = standingEntries(shop.db, ['care']);
    const cares = rows.map(({ id }) => careByEntry(shop.db, [id]).get(id)!);
    expect(cares.map(({ result, finding, minutes }) => [result, finding, minutes])).toEqual([
      ['replaced', 'caked', 12],
      ['done', null, 1440],
    ]);
    expect(rows.map(({ note }) => note)).toEqual([
      'third this year; done by Ragna',
      'found: greasy',
    ]);
    expect(rows.every(({ source, at }) => source === 'import' && at < shop.clock.now)).toBe(true);
  });
});

describe('a fault', () => {
  test.each<[Record<string, string>, string]>([
    [{ what: '' }, 'what was wrong is missing'],
    [{ what: 'hums', date: '' }, 'the day of the report is missing'],
    [{ what: 'hums', closed: '2026-11-30' }, 'day of the end: "2026-11-30" is still to come'],
    [{ what: 'hums', closed: '2026-11-02' }, 'it was closed before it was reported'],
    [{ what: 'hums' }, 'hums, taken as closed the same day'],
    [{ what: 'hums', closed: '2026-11-03' }, 'hums'],
  ])('%j', (cells, said) => {
    expect(words('faults', cells)).toBe(said);
  });

  test('in the words of the catalogue is its sign and its cause, else it keeps its own', () => {
    const [sign, cause] = [signs[0]!, causes[0]!];
    expect(words('faults', { what: sign.words.toUpperCase(), closed: '2026-11-04' })).toBe(
      sign.words,
    );
    take('faults', { what: sign.id, cause: cause.words, by: 'Bo', closed: '2026-11-04' });
    take('faults', { what: 'hums at rest', cause: 'a loose lid', note: 'evenings' });
    const faults = standingEntries(shop.db, ['fault']);
    expect(faults.map((row) => [entryData(row, 'fault').signs, row.note])).toEqual([
      [[sign.id], 'by Bo'],
      [['other'], 'hums at rest; evenings'],
    ]);
    const steps = standingEntries(shop.db, ['fault diagnosis']);
    expect(steps.map((row) => entryData(row, 'fault diagnosis').cause).sort()).toEqual(
      [cause.id, 'a loose lid'].sort(),
    );
    const ends = standingEntries(shop.db, ['fault closed']);
    expect(ends.map(({ subjectId }) => subjectId).sort()).toEqual(
      faults.map(({ id }) => id).sort(),
    );
    expect(ends.find(({ subjectId }) => subjectId === faults[0]!.id)!.at).toBeGreaterThan(
      entryById(shop.db, faults[0]!.id)!.at,
    );
    expect(standingEntries(shop.db, ['fault repair'])).toEqual([]);
  });

  test('its repair has minutes and a price where they are figures, and nothing where they are none', () => {
    take('faults', { what: 'hums', repair: 'tightened', minutes: '12,6', cost: '1.250,5' });
    take('faults', { what: 'squeaks', repair: 'oiled', minutes: 'some', cost: 'little' });
    take('faults', { what: 'rattles', repair: 'waited', minutes: '20000' });
    const repairs = standingEntries(shop.db, ['fault repair']).map((row) => {
      const { action, minutes, cost } = entryData(row, 'fault repair');
      return [action, minutes, cost];
    });
    expect(repairs.sort()).toEqual([
      ['oiled', 0, 0],
      ['tightened', 13, 125050],
      ['waited', 10_000, 0],
    ]);
  });
});

describe('a reading', () => {
  const read = (cells: Record<string, string>) => {
    take('readings', { machine: 'Heron', ...cells });
    return readingsOf(shop, heron)[0]?.taken;
  };

  test.each(['', 'hours', 'Run hours', 'hour meter', 'Counter', 'Zählerstand', 'Betriebsstunden'])(
    'of "%s" is one of the hour counter',
    (what) => {
      expect(words('readings', { what, figure: '12.5' })).toBe('12.5 h');
      expect(words('readings', { what, figure: 'many' })).toBe('"many" is no figure of hours');
    },
  );

  test.each<[Record<string, string>, object]>([
    [
      { what: 'Coolant', figure: '21' },
      { instrument: 'coolant', water: 21 },
    ],
    [{ what: 'chiller temperature', figure: '21', unit: 'C' }, { instrument: 'coolant' }],
    [
      { what: 'coolant', figure: '70', unit: 'F' },
      { instrument: 'gauge', name: 'coolant', unit: 'F', value: 70 },
    ],
    [
      { what: 'pressure at the filter', figure: '300' },
      { instrument: 'filter', pressure: 300 },
    ],
    [
      { what: 'filter pressure', figure: '3', unit: 'mbar' },
      { instrument: 'gauge', unit: 'mbar', value: 3 },
    ],
    [
      { what: 'Filter load', figure: '3', unit: 'Pa' },
      { instrument: 'gauge', name: 'Filter load', value: 3 },
    ],
    [
      { what: 'Draught', figure: '-12 Pa', low: '-20', high: '−5' },
      { instrument: 'gauge', unit: 'Pa', value: -12, low: -20, high: -5 },
    ],
    [
      { what: 'Tube current', figure: '18 mA', unit: 'A' },
      { instrument: 'gauge', unit: 'A' },
    ],
  ])('%j is kept as %j', (cells, kept) => {
    expect(read(cells)).toMatchObject(kept);
  });

  test('that is no figure says of what, and a limit that is none too', () => {
    expect(words('readings', { what: 'Draught', figure: 'low' })).toBe(
      '"low" is no figure of Draught',
    );
    expect(words('readings', { what: 'Draught', figure: '3', unit: 'Pa', high: 'much' })).toBe(
      '"much" is no limit of Draught',
    );
  });

  test('beside the hours is a second line, and hours alone are one', () => {
    expect(
      words('readings', { what: 'Draught', figure: '3', unit: 'Pa', hours: '40' }).split('; '),
    ).toEqual(['40 h', 'Draught: 3 Pa']);
    expect(words('readings', { what: 'Draught', hours: '40' })).toBe('40 h');
  });
});
