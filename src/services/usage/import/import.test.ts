import { spawn, spawnSync, type SpawnSyncReturns } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { parse } from 'csv-parse/sync';
import { Chance } from '../../../demo/random';
import { dueMachines } from '../../care/due';
import { dueRows } from '../../care/due-rows';
import { logSession } from '../sessions';
import { closeShop, openShop } from '../../shop';
import { addTestMachine, must, eachTestShop, tester } from '../../testing/shop';
import { checkSessionsFile, rejectedCsv, writeSessions, type CheckedFile } from './import-sessions';
import { Cancelled } from './read-file';

const encode = (text: string) => new TextEncoder().encode(text);
const header = 'machine,start,run,beam,material,process,air_assist,draught,operator,note,key';

const shop = eachTestShop();
beforeEach(() => {
  addTestMachine(shop, 'Wren');
  addTestMachine(shop, 'Heron', 'co2-glass-tube');
});

async function check(text: string, allowOverlap = false): Promise<CheckedFile> {
  const checked = await checkSessionsFile(shop, encode(text), { allowOverlap });
  if (!checked.ok) throw new Error(checked.error);
  return checked.value;
}

async function load(text: string) {
  return writeSessions(shop, tester, await check(text), {});
}

/** "5 run: …" for each refused row. */
function refusals({ rows }: Pick<CheckedFile, 'rows'>): string[] {
  return rows.flatMap((row) =>
    row.outcome === 'rejected'
      ? [`${row.line} ${row.rejection.field}: ${row.rejection.reason}`]
      : [],
  );
}

/** Thirty kinds of dirt, each with the field it must be named for. */
const dirt: readonly [row: string, field: string, reason: string][] = [
  ['Wern,2026-01-05T10:00,30,,plywood,cut,on,full,,,', 'machine', 'did you mean Wren?'],
  ['Albatross,2026-01-05T10:00,30,,plywood,cut,on,full,,,', 'machine', 'unknown machine'],
  [',2026-01-05T10:00,30,,plywood,cut,on,full,,,', 'machine', 'missing'],
  ['Wren,,30,,plywood,cut,on,full,,,', 'start', 'missing'],
  ['Wren,2026-01-05T10:00,,,plywood,cut,on,full,,,', 'run', 'missing'],
  ['Wren,05.01.2026 10:00,30,,plywood,cut,on,full,,,', 'start', 'not an ISO 8601'],
  ['Wren,2026-02-30T10:00,30,,plywood,cut,on,full,,,', 'start', 'that exists'],
  ['Wren,2026-01-05,30,,plywood,cut,on,full,,,', 'start', 'time of day'],
  ['Wren,2026-01-05T25:00,30,,plywood,cut,on,full,,,', 'start', 'that exists'],
  ['Wren,2026-03-29T02:30,30,,plywood,cut,on,full,,,', 'start', 'clocks went forward'],
  ['Wren,2027-01-05T10:00,30,,plywood,cut,on,full,,,', 'start', 'future'],
  ['Wren,2026-11-24T12:50,300,,plywood,cut,on,full,,,', 'run', 'end in the future'],
  ['Wren,1970-01-01T00:00,30,,plywood,cut,on,full,,,', 'start', 'before 1990'],
  ['Wren,2026-01-05T10:00,-30,,plywood,cut,on,full,,,', 'run', 'negative'],
  ['Wren,2026-01-05T10:00,0,,plywood,cut,on,full,,,', 'run', 'zero'],
  ['Wren,2026-01-05T10:00,24:01,,plywood,cut,on,full,,,', 'run', 'over 24 hours'],
  ['Wren,2026-01-05T10:00,half an hour,,plywood,cut,on,full,,,', 'run', 'not a duration'],
  ['Wren,2026-01-05T10:00,1:75,,plywood,cut,on,full,,,', 'run', 'not a duration'],
  ['Wren,2026-01-05T10:00,30,40,plywood,cut,on,full,,,', 'beam', 'longer than the run'],
  ['Wren,2026-01-05T10:00,30,-1,plywood,cut,on,full,,,', 'beam', 'negative'],
  ['Wren,2026-01-05T10:00,30,some,plywood,cut,on,full,,,', 'beam', 'not a duration'],
  ['Wren,2026-01-05T10:00,30,,plywod,cut,on,full,,,', 'material', 'did you mean plywood?'],
  ['Wren,2026-01-05T10:00,30,,kryptonite,cut,on,full,,,', 'material', 'unknown material'],
  ['Wren,2026-01-05T10:00,30,,PVC,cut,on,full,,,', 'material', 'chlorine'],
  ['Wren,2026-01-05T10:00,30,,plywood,cutt,on,full,,,', 'process', 'did you mean cut?'],
  ['Wren,2026-01-05T10:00,30,,plywood,cut,perhaps,full,,,', 'air_assist', 'neither on nor off'],
  ['Wren,2026-01-05T10:00,30,,plywood,cut,on,gale,,,', 'draught', 'none of full, weak, off'],
  // an unquoted decimal comma shifts the row: it is named where it shows
  ['Wren,2026-01-05T10:00,7,5,,plywood,cut,on,full,,,', 'process', '"plywood" is none of'],
  ['Wren,2026-01-05T10:00,30,,plywood,cut,on,full,,,k,extra', 'row', '12 fields'],
  ['Wren,2026-01-05T10:00,30,,plywood,cut,on,full,"Ines,,', 'row', 'quote'],
  [
    `Wren,2026-01-05T10:00,30,,plywood,cut,on,full,${'x'.repeat(81)},,`,
    'operator',
    '80 characters',
  ],
  ['Wren,2026-01-05T10:00,30,,plywood,cut,on,full,a\u0000b,,', 'operator', 'control'],
  ['Wren,2026-01-05T10:00,30,,plywood,cut,on,full,\uFFFD,,', 'operator', 'UTF-8'],
];

test('there are thirty kinds of dirt', () => expect(dirt.length).toBeGreaterThanOrEqual(30));

test.each(dirt)('%s is refused for its %s', async (row, field, reason) => {
  const checked = await check(
    `${header}\n${row}\nWren,2026-01-06T10:00,30,,plywood,cut,on,full,,,\n`,
  );
  const named = refusals(checked);
  expect(named).toHaveLength(1);
  expect(named[0]).toContain(`2 ${field}: `);
  expect(named[0]).toContain(reason);
  expect(checked.counts.accepted).toBe(1);
});

test('dialects: byte order mark, semicolons, decimal commas, quotes, h:mm, offsets, any order of columns', async () => {
  const { counts } = await load(
    '\uFEFFstart;note;RUN;Machine;air assist\r\n' +
      '2026-01-05T10:00;"one; two";7,5;wren;yes\r\n' +
      '2026-01-05T12:00+01:00;"said ""hm""";1:30;WREN;0\r\n' +
      '2026-01-05T14:00Z;"two\nlines";45.5; Wren ;\r\n',
  );
  expect(counts).toEqual({ accepted: 3, duplicates: 0, rejected: 0 });
  const [wren] = dueMachines(shop).filter(({ nickname }) => nickname === 'Wren');
  expect(wren!.stations[0]!.tasks[0]!.counters.runSeconds).toBe(450 + 5400 + 2730);
});

test('the same file twice adds nothing; the same row twice in one file adds one', async () => {
  const text = `${header}\nWren,2026-01-05T10:00,30,,plywood,cut,on,full,,,\nWren,2026-01-05T10:00,30,,plywood,cut,on,full,,,\nHeron,2026-01-05T10:00,30,,,,,,,,k-1\n`;
  expect((await load(text)).counts).toEqual({ accepted: 2, duplicates: 1, rejected: 0 });
  expect((await load(text)).counts).toEqual({ accepted: 0, duplicates: 3, rejected: 0 });
});

test('a key that already belongs to another session is named, in the file and in the book', async () => {
  const text = `${header}\nWren,2026-01-05T10:00,30,,,,,,,,k-1\nWren,2026-01-06T10:00,30,,,,,,,,k-1\n`;
  const first = await check(text);
  expect(refusals(first)[0]).toContain(
    '3 key: the key "k-1" already belongs to a different session on line 2',
  );
  writeSessions(shop, tester, first, {});
  expect(refusals(await check(`${header}\nWren,2026-01-07T10:00,30,,,,,,,,k-1\n`))[0]).toContain(
    'in the book',
  );
});

test('overlaps: the first in the file wins, touching is fine, another machine is no overlap', async () => {
  const text = `${header}\nWren,2026-01-05T11:00,60,,,,,,,,\nWren,2026-01-05T10:30,31,,,,,,,,\nWren,2026-01-05T10:00,60,,,,,,,,\nHeron,2026-01-05T11:00,60,,,,,,,,\n`;
  const checked = await check(text);
  expect(refusals(checked)).toEqual([
    '3 start: overlaps the session of 2026-01-05 11:00, 1 h on Wren',
  ]);
  expect((await check(text, true)).counts.accepted).toBe(4);
});

test('what was logged between preview and import is held against again', async () => {
  const checked = await check(`${header}\nWren,2026-01-05T10:00,60,,,,,,,,\n`);
  const [wren] = dueMachines(shop);
  must(
    logSession(shop, tester, {
      machineId: wren!.id,
      start: Date.UTC(2026, 0, 5, 9, 30),
      runSeconds: 600,
      key: 'between-1',
    }),
  );
  const { counts, rows } = writeSessions(shop, tester, checked, {});
  expect(counts).toEqual({ accepted: 0, duplicates: 0, rejected: 1 });
  expect(refusals({ rows })[0]).toContain('overlaps');
});

test.each([
  ['', 'empty'],
  ['\n \n', 'empty'],
  ['start,run\n', 'machine is missing'],
  ['name,when,long\nWren,2026-01-05T10:00,30', 'are missing'],
  ['machine,start,run,run\n', 'stands twice'],
  [`machine,start,run${',more'.repeat(600)}\n`, '500 are read at most'],
  ['machine,"start,run\n', 'quote'],
])('a file that cannot be used at all says why: %j', async (text, reason) => {
  const checked = await checkSessionsFile(shop, encode(text), {});
  expect(checked.ok ? '' : checked.error).toContain(reason);
});

test('bytes that are no text are refused', async () => {
  const refused = async (bytes: number[]) => {
    const checked = await checkSessionsFile(shop, Uint8Array.from(bytes), {});
    return checked.ok ? '' : checked.error;
  };
  expect(await refused([0xff, 0xfe, 109, 0])).toContain('UTF-16');
  expect(await refused([80, 75, 3, 4, 0, 0, 8])).toContain('not text');
});

test('reading can be cancelled, and says how far it is', async () => {
  const rows = Array.from({ length: 30_000 }, () => 'Wren,x,1');
  const abort = new AbortController();
  const shares: number[] = [];
  const report = (share: number) => {
    shares.push(share);
    if (share > 0.3) abort.abort();
  };
  await expect(
    checkSessionsFile(
      shop,
      encode(`machine,start,run\n${rows.join('\n')}`),
      {},
      { report, signal: abort.signal },
    ),
  ).rejects.toBeInstanceOf(Cancelled);
  expect(shares.length).toBeGreaterThan(2);
});

test('the refused rows come back as CSV that an independent parser reads, and go in once mended', async () => {
  const checked = await check(
    `${header}\nWern,2026-01-05T10:00,30,,,,,,"Å, B",,\nWren,2026-01-06T10:00,-4,,,,,,,,\n`,
  );
  const csv = rejectedCsv(checked, checked.rows);
  const rows: Record<string, string>[] = parse(csv, { bom: true, columns: true });
  expect(
    rows.map(({ line, machine, operator, reason }) => [
      line,
      machine,
      operator,
      reason!.split(':')[0],
    ]),
  ).toEqual([
    ['2', 'Wern', 'Å, B', 'machine'],
    ['3', 'Wren', '', 'run'],
  ]);
  expect((await load(csv.replace('Wern', 'Wren').replace(',-4,', ',4,'))).counts.accepted).toBe(2);
});

/** A log of somebody else's: rows in any order, dirt at known lines, and what it should add up to. */
function dirtyLog(goodRows: number) {
  const chance = new Chance(7);
  const good: { text: string; start: number; seconds: number; material: string; air: boolean }[] =
    [];
  const next = { Wren: Date.UTC(2016, 0, 4, 8), Heron: Date.UTC(2016, 0, 4, 8) };
  for (let i = 0; i < goodRows; i++) {
    const machine = i % 2 ? 'Wren' : 'Heron';
    const minutes = chance.whole(5, 90);
    const start = next[machine];
    next[machine] += (minutes + chance.whole(0, 400)) * 60_000;
    const material = chance.pick(['plywood', 'cork', 'pine']);
    const air = chance.yes(0.9);
    const run = chance.yes(0.5)
      ? String(minutes)
      : `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
    const text = `${machine},${new Date(start).toISOString()},${run},,${material},cut,${air ? 'on' : 'off'},full,"Ines, or so",,`;
    good.push({ text, start, seconds: minutes * 60, material, air });
  }
  const lines = good.map(({ text }) => text);
  // shuffled, with a bad row after every three hundredth
  for (let i = lines.length - 1; i > 0; i--) {
    const j = chance.whole(0, i);
    [lines[i], lines[j]] = [lines[j]!, lines[i]!];
  }
  const badLines: number[] = [];
  const out = [header];
  lines.forEach((line, index) => {
    out.push(line);
    if (index % 300 === 299) {
      out.push(dirt[((index / 300 + 0.01) % dirt.length) | 0]![0]);
      badLines.push(out.length);
    }
  });
  return { text: out.join('\r\n'), good, badLines };
}

test('20,000 rows typed by someone else: every bad row named, no good row lost, due equals a hand count', async () => {
  const { text, good, badLines } = dirtyLog(20_000);
  const { counts, rows } = await load(text);
  expect(rows.filter(({ outcome }) => outcome === 'rejected').map(({ line }) => line)).toEqual(
    badLines,
  );
  expect(counts).toEqual({ accepted: 20_000, duplicates: 0, rejected: badLines.length });
  const weights: Record<string, number> = { plywood: 1, cork: 1.2, pine: 2.2 };
  const heron = good.filter((_, i) => i % 2 === 0);
  const soil =
    heron.reduce((sum, s) => sum + s.seconds * weights[s.material]! * (s.air ? 1 : 3), 0) / 3600;
  const run = heron.reduce((sum, { seconds }) => sum + seconds, 0) / 3600;
  const [row] = dueRows(dueMachines(shop), shop.zone).filter(
    ({ machine, station }) => machine === 'Heron' && station === 'lens',
  );
  expect(row!.counters.soilHours).toBeCloseTo(soil, 4);
  expect(row!.counters.runHours).toBeCloseTo(run, 6);
  expect(row!.counters.jobs).toBe(10_000);
  expect(row!.used).toBeCloseTo(Math.max(soil / 3, row!.counters.days / 7), 4);
  expect(new Date(row!.since).getTime()).toBe(heron[0]!.start);
}, 120_000);

describe('the command line', () => {
  const root = path.resolve(__dirname, '../../../..');
  const run = (...args: string[]): SpawnSyncReturns<string> =>
    spawnSync(process.execPath, ['scripts/program.mjs', 'cli/main.ts', ...args], {
      cwd: root,
      env: { ...process.env, DATA_DIR: shop.dataDir },
      encoding: 'utf8',
    });
  const fileOf = (text: string) => {
    const file = path.join(shop.dataDir, 'log.csv');
    fs.writeFileSync(file, text);
    return file;
  };

  test('imports as the page does, with exit codes 0, 1 and 2', () => {
    const good = fileOf(`${header}\nWren,2025-01-05T10:00,30,,,,,,,,\n`);
    expect(run('import', 'sessions', good, '--dry-run', '--json')).toMatchObject({
      status: 0,
      stdout: '{"accepted":1,"duplicates":0,"rejected":[]}\n',
    });
    expect(run('import', 'sessions', good).status).toBe(0);
    const mixed = fileOf(
      `${header}\nWren,2025-01-05T10:00,30,,,,,,,,\nWern,2025-01-05T10:00,30,,,,,,,,\n`,
    );
    const { status, stdout } = run('import', 'sessions', mixed, '--json');
    expect(status).toBe(1);
    expect(JSON.parse(stdout)).toEqual({
      accepted: 0,
      duplicates: 1,
      rejected: [
        { line: 3, field: 'machine', reason: 'unknown machine "Wern": did you mean Wren?' },
      ],
    });
    for (const args of [
      ['import', 'sessions', 'nowhere.csv'],
      ['import', 'sessions', fileOf('x')],
      ['fly'],
      ['due', '--moon'],
    ]) {
      expect(run(...args).status).toBe(2);
    }
  }, 60_000);

  test('adds, cleans and tells what is due', () => {
    expect(run('add', 'machine', 'Dipper', '--family', 'co2-desktop').status).toBe(0);
    expect(run('add', 'machine', 'Dipper', '--family', 'co2-desktop').status).toBe(2);
    expect(run('add', 'machine', 'Tern', '--family', 'co2-desktp').stderr).toContain(
      'did you mean co2-desktop?',
    );
    run(
      'import',
      'sessions',
      fileOf(`${header}\nWren,2025-01-05T10:00,11:00,,plywood,cut,on,full,,,\n`),
    );
    const due = (...args: string[]) =>
      (
        JSON.parse(run('due', '--json', '--machine', 'wren', ...args).stdout) as ReturnType<
          typeof dueRows
        >
      ).find(({ station, task }) => station === 'nozzle' && task === 'clean')!;
    expect(due('--now', '2025-01-06T10:00')).toMatchObject({
      used: 1.1,
      state: 'due',
      counters: { runHours: 11, soilHours: 11, days: 1, jobs: 1 },
      first: { kind: 'soil', left: -1 },
      since: '2025-01-05T10:00:00+01:00',
    });
    expect(
      run(
        'clean',
        'wren',
        '--station',
        'Nozzle / air cone',
        '--task',
        'clean',
        '--at',
        '2025-01-05T22:00',
        '--finding',
        'soiled',
      ).status,
    ).toBe(0);
    expect(due('--now', '2025-01-06T10:00')).toMatchObject({
      used: 0.142857,
      counters: { soilHours: 0, days: 1 },
    });
    expect(
      run('clean', 'wren', '--station', 'beak', '--task', 'clean', '--at', '2025-01-05T22:00')
        .status,
    ).toBe(2);
    expect(
      run('clean', 'wren', '--station', 'nozzle', '--task', 'polish', '--at', '2025-01-05T22:00')
        .status,
    ).toBe(2);
  }, 60_000);

  test('killed in mid import: nothing half-written, and what was acknowledged before is there', async () => {
    run('import', 'sessions', fileOf(`${header}\nWren,2010-01-05T10:00,30,,,,,,,,\n`));
    const { text } = dirtyLog(60_000);
    const file = fileOf(text);
    for (const after of [1500, 2200, 2800, 3400]) {
      const child = spawn(
        process.execPath,
        ['scripts/program.mjs', 'cli/main.ts', 'import', 'sessions', file],
        {
          cwd: root,
          env: { ...process.env, DATA_DIR: shop.dataDir },
          stdio: 'ignore',
        },
      );
      const ended = new Promise((resolve) => child.once('exit', resolve));
      await new Promise((resolve) => setTimeout(resolve, after));
      child.kill('SIGKILL');
      await ended;
      const after_ = openShop(shop.dataDir);
      const count = (table: string) =>
        (after_.db.$client.prepare(`select count(*) n from ${table}`).get() as { n: number }).n;
      const [entries, sessions, hours] = [
        (
          after_.db.$client
            .prepare(`select count(*) n from entry where kind = 'session'`)
            .get() as { n: number }
        ).n,
        count('session'),
        count('session_hours'),
      ];
      expect(sessions).toBe(entries);
      expect(hours).toBe(entries);
      expect([1, 60_001]).toContain(entries); // all of the file or none of it
      closeShop(after_);
    }
  }, 120_000);
});
