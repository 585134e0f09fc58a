import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';

const root = path.resolve(__dirname, '../..');
let dir: string;

beforeAll(() => {
  dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-cli-'));
});
afterAll(() => fs.rmSync(dir, { recursive: true }));

function bitacora(...args: string[]): { code: number | null; out: string; err: string } {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['scripts/program.mjs', 'cli/main.ts', ...args],
    { cwd: root, env: { ...process.env, DATA_DIR: path.join(dir, 'data') }, encoding: 'utf8' },
  );
  return { code: status, out: stdout.trim(), err: stderr.trim() };
}
const file = (name: string, text: string) => {
  const target = path.join(dir, name);
  fs.writeFileSync(target, text);
  return target;
};

test('a machine, its hours, what is due: the thread on the command line', () => {
  expect(bitacora('set', 'timezone', 'Europe/Oslo').code).toBe(0);
  expect(bitacora('add', 'machine', 'Wren', '--family', 'enclosed-diode').out).toMatch(
    /Added Wren/,
  );
  const rows = file(
    'rows.csv',
    'machine,start,run,material,process\nWren,2026-01-05T10:00,90,plywood,cut\nWren,2026-01-05T10:30,30,plywood,cut\n',
  );
  const dry = bitacora('import', 'sessions', rows, '--dry-run', '--json');
  expect(dry.code).toBe(1);
  expect(JSON.parse(dry.out)).toMatchObject({
    accepted: 1,
    rejected: [{ line: 3, field: 'start' }],
  });
  expect(bitacora('import', 'sessions', rows).code).toBe(1);
  const now = '2026-01-06T09:00';
  const due = JSON.parse(bitacora('due', '--machine', 'wren', '--now', now, '--json').out) as {
    station: string;
    task: string;
    counters: { soilHours: number };
    called: null;
    putOff: null;
  }[];
  const wipe = due.find(({ station, task }) => station === 'window' && task === 'wipe')!;
  expect(wipe.counters.soilHours).toBe(1.5);
  expect([wipe.called, wipe.putOff]).toEqual([null, null]);
  const cleaned = bitacora(
    'clean',
    'Wren',
    '--station',
    'window',
    '--task',
    'wipe',
    '--at',
    now,
    '--finding',
    'haze',
  );
  expect(cleaned.code).toBe(0);
});

test('a job file: figures in words and as JSON, refusals in a sentence', () => {
  // two sides of 100 mm at 50 mm/s with the full stop between them, on this machine's own acceleration
  const job = file('angle.gcode', 'G21 G90\nM4 S1000\nG1 F3000 X100\nY100\nM5\nG99\n');
  const said = bitacora('job', job, '--machine', 'Wren', '--json');
  expect(said.code).toBe(0);
  const figures = JSON.parse(said.out) as {
    runSeconds: number;
    warnings: object[];
    bedShare: number;
  };
  expect(figures.runSeconds).toBeCloseTo(2 * (100 / 50 + 50 / 2000), 9);
  expect(figures.warnings).toEqual([{ line: 6, count: 1, text: 'G99 is not understood' }]);
  expect(figures.bedShare).toBeGreaterThan(0);
  expect(bitacora('job', job, '--machine', 'Wren').out).toContain('line 6: G99 is not understood');
  const picture = file('picture.gcode', '\u0089PNG\u0000\u0000\u0001');
  const refused = bitacora('job', picture, '--machine', 'Wren');
  expect(refused.code).toBe(2);
  expect(refused.err).toMatch(/binary/);
  expect(bitacora('job', job, '--machine', 'Wern').err).toMatch(/no machine called "Wern"/);
  expect(bitacora('job', path.join(dir, 'nowhere.nc'), '--machine', 'Wren').code).toBe(2);
});

test('what cannot be used says so and ends with 2', () => {
  for (const args of [
    ['fly'],
    ['add', 'machine', 'Wren', '--family', 'enclosed-diode'],
    ['add', 'machine', 'Dove', '--family', 'enclosed-dode'],
    ['due', '--now', 'soon'],
    ['due', '--colour'],
  ]) {
    const { code, err } = bitacora(...args);
    expect([args.join(' '), code]).toEqual([args.join(' '), 2]);
    expect(err.length).toBeGreaterThan(10);
  }
  expect(bitacora('help').out).toContain('job FILE --machine NAME');
});

test('a sheet is printed without being made: as text, as JSON, in another method; what is unknown is named', () => {
  bitacora('add', 'machine', 'Plover', '--family', 'co2-glass-tube');
  const sheet = (...args: string[]) => bitacora('sheet', 'Plover', ...args);
  const text = sheet('--tasks', 'mirror-1:wipe,lens:wipe');
  expect([text.code, text.err]).toEqual([0, '']);
  expect(text.out).toMatch(/two drops of isopropyl 99 %/);
  expect(text.out).toMatch(/Nozzle back on/);
  const other = sheet(
    '--tasks',
    'mirror-1:wipe',
    '--method',
    'optic-liquid=acetone',
    '--method',
    'mirror-place=mirrors-out',
    '--json',
  );
  const written = JSON.parse(other.out) as {
    minutes: number;
    layOut: string[];
    pieces: {
      kind: string;
      title: string;
      steps: { text: string }[];
      waits: { minutes: number; place: string | null }[];
      start: number;
      end: number;
      out: string[];
    }[];
    proofs: string[];
  };
  expect(written.layOut).toContain('acetone');
  const mirror = written.pieces.find(({ title }) => title === 'Mirror 1: wipe')!;
  expect(mirror.out).toEqual(['Mirror glass']);
  expect(mirror.waits).toEqual([{ minutes: 2, place: null, what: 'dries' }]);
  expect(mirror.end - mirror.start).toBe(10);
  expect(written.proofs).toContain('Corner dots');
  expect(sheet('--tasks', 'mirror-9:wipe').err).toMatch(/has no station "mirror-9"/);
  expect(sheet('--tasks', 'lens:polish').err).toMatch(/has no task "polish"/);
  expect(sheet('--tasks', 'lens:wipe', '--method', 'optic-liquid=gin').err).toMatch(
    /"gin" is no answer/,
  );
  expect(sheet('--tasks', 'lens:wipe', '--method', 'mood=good').code).toBe(2);
  expect(sheet('--tasks', 'lens:wipe', '--between-cuts').err).toMatch(/not between two cuts/i);
  // nothing was started
  expect(bitacora('due', '--machine', 'Plover').code).toBe(0);
  expect(sheet('--tasks', 'mirror-1:wipe').code).toBe(0);
}, 120_000);

test('the past on the command line: opening balances, and histories with any headings', () => {
  expect(bitacora('add', 'machine', 'Heron', '--family', 'co2-glass-tube').code).toBe(0);
  const opening = ['opening', 'Heron', '--station', 'honeycomb', '--task', 'clean'];
  expect(bitacora(...opening, '--last', 'unknown').code).toBe(0);
  const dueOf = (station: string) =>
    (
      JSON.parse(bitacora('due', '--machine', 'Heron', '--json').out) as {
        station: string;
        task: string;
        known: boolean;
        state: string;
        counters: { runHours: number };
      }[]
    ).find((row) => row.station === station && row.task === 'clean')!;
  expect(dueOf('honeycomb')).toMatchObject({ known: false, state: 'not known' });
  expect(
    bitacora(...opening, '--last', '2026-01-05', '--hours', '40', '--sure', '5').out,
  ).toContain('taken down');
  expect(dueOf('honeycomb')).toMatchObject({ known: true, counters: { runHours: 40 } });
  const wrong = bitacora(...opening, '--last', '2126-01-05');
  expect([wrong.code, wrong.err]).toEqual([2, 'That day is still to come.']);

  const care = file(
    'care.csv',
    'Maschine;Tag;Teil\nHeron;7/1/2026;honeycomb\nHeron;8/1/2026;Lense\n',
  );
  const map = file('map.json', '{"Maschine": "machine", "Tag": "date", "Teil": "station"}');
  const asked = bitacora('import', 'care', care, '--map', map);
  expect([asked.code, asked.err]).toEqual([2, expect.stringContaining('With --dates dmy')]);
  const taken = bitacora('import', 'care', care, '--map', map, '--dates', 'dmy', '--json');
  expect(taken.code).toBe(1);
  expect(JSON.parse(taken.out)).toEqual({
    accepted: 1,
    duplicates: 0,
    rejected: [{ line: 3, reason: expect.stringContaining('did you mean Focus lens?') }],
  });
  // what the book has later stands for what was said
  expect(dueOf('honeycomb').counters.runHours).toBe(0);
  const twice = file('twice.json', '{"Maschine": "machine", "Tag": "date", "Teil": "date"}');
  expect(bitacora('import', 'care', care, '--map', twice).err).toContain('Two columns');
  expect(bitacora('import', 'care', care, '--map', care).err).toContain('is no JSON');

  const log = file('log.csv', 'Laser;Datum;Std\nHeron;7.1.2026;1,5\nHeron;7.1.2026;0,5\n');
  expect(bitacora('import', 'sessions', log, '--json').out).toBe(
    '{"accepted":2,"duplicates":0,"rejected":[]}',
  );
}, 120_000);
