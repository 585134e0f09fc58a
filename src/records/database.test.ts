import { createHash } from 'node:crypto';
import Database from 'better-sqlite3';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import {
  canWrite,
  copyRecords,
  isBusy,
  openRecords,
  RecordsError,
  RecordsUnusable,
  write,
} from './database';
import { readSetting, writeSetting } from './settings';
import { sheetTasks, sheetEvents } from './cleaning';

let dir: string;
beforeEach(() => {
  dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-records-'));
});
afterEach(() => fs.rmSync(dir, { recursive: true }));

test('opens with a journal that survives the power going, and foreign keys on', () => {
  const db = openRecords(path.join(dir, 'made', 'when', 'absent'));
  const pragma = (name: string) => db.$client.pragma(name, { simple: true });
  expect([pragma('journal_mode'), pragma('synchronous'), pragma('foreign_keys')]).toEqual([
    'wal',
    2,
    1,
  ]);
  db.$client.close();
});

test('a Node under which the driver breaks off is refused before anything is made', () => {
  const folder = path.join(dir, 'none');
  expect(() => openRecords(folder, { node: '24.21.0' })).toThrow(
    /This is Node 24\.21\.0.*use Node 20\.19 to 22/,
  );
  expect(fs.existsSync(folder)).toBe(false);
});

test('a write is kept whole or not at all', () => {
  const db = openRecords(dir);
  expect(() =>
    write(db, () => {
      writeSetting(db, 'name', 'half');
      throw new Error('the power went');
    }),
  ).toThrow('the power went');
  expect(readSetting(db, 'name')).toBeNull();
  expect(() => write(db, () => db.$client.exec('insert into nowhere values (1)'))).toThrow(
    RecordsError,
  );
  db.$client.close();
});

test('a refusal leaves nothing of its write, also within another write that goes on', () => {
  const db = openRecords(dir);
  const refused = { ok: false as const, error: 'no' };
  const half = (name: string) => () => {
    writeSetting(db, name, 'half');
    return refused;
  };
  expect(write(db, half('name'))).toBe(refused);
  expect(readSetting(db, 'name')).toBeNull();
  write(db, () => {
    writeSetting(db, 'timezone', 'kept');
    expect(write(db, half('name'))).toBe(refused);
  });
  expect([readSetting(db, 'timezone'), readSetting(db, 'name')]).toEqual(['kept', null]);
  db.$client.close();
});

describe('a folder that had a book', () => {
  const sha256 = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
  const file = () => path.join(dir, 'bitacora.sqlite');
  const trouble = () => {
    try {
      openRecords(dir, { check: true }).$client.close();
    } catch (error) {
      if (error instanceof RecordsUnusable) return error.message;
      throw error;
    }
    return null;
  };
  beforeEach(() => {
    const db = openRecords(dir);
    write(db, () => {
      for (let n = 0; n < 60; n++) writeSetting(db, `line ${n}`, 'x'.repeat(3000));
    });
    db.$client.close();
    fs.writeFileSync(path.join(dir, 'secret'), 'a'.repeat(64));
  });

  it.each<[string, () => void, RegExp]>([
    ['is missing', () => fs.rmSync(file()), /are missing.*No new one was begun.*npm run restore/],
    ['is empty', () => fs.truncateSync(file()), /are empty.*npm run restore/],
    [
      'is damaged in its head',
      () => fs.writeFileSync(file(), Buffer.alloc(8192, 7)),
      /are damaged.*npm run restore/,
    ],
    [
      'is damaged in the middle',
      () => {
        const bytes = fs.readFileSync(file());
        bytes.fill(0xa5, Math.floor(bytes.length * 0.3), Math.floor(bytes.length * 0.9));
        fs.writeFileSync(file(), bytes);
      },
      /are damaged.*npm run restore/,
    ],
    [
      'is no book of ours',
      () => {
        fs.rmSync(file());
        const other = new Database(file());
        other.exec('create table accounts (id integer)');
        other.close();
      },
      /not a book of this program/,
    ],
    [
      'is newer than the program',
      () => {
        const newer = new Database(file());
        newer
          .prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)')
          .run('to come', Date.now() + 1e12);
        newer.close();
      },
      /written by a newer version/,
    ],
  ])('and %s is never taken for a new one: it says so, and stays as it is', (_, harm, words) => {
    harm();
    const stands = () => (fs.existsSync(file()) ? sha256(fs.readFileSync(file())) : null);
    const before = stands();
    expect(trouble()).toMatch(words);
    expect(stands()).toBe(before);
  });

  it('is its owner’s alone, and so are the copies made of it', () => {
    const mode = (name: string) => fs.statSync(path.join(dir, name)).mode & 0o777;
    fs.chmodSync(dir, 0o755);
    fs.chmodSync(file(), 0o644);
    const db = openRecords(dir);
    writeSetting(db, 'name', 'x');
    const other = path.join(dir, 'copy');
    fs.mkdirSync(other);
    copyRecords(db, other);
    expect(mode('.')).toBe(0o700);
    for (const name of ['bitacora.sqlite', 'bitacora.sqlite-wal', 'copy/bitacora.sqlite']) {
      expect([name, mode(name)]).toEqual([name, 0o600]);
    }
    expect(fs.readdirSync(other)).toEqual(['bitacora.sqlite']);
    db.$client.close();
  });
});

test('a disk that is full is told in words that a person can act on', () => {
  const db = openRecords(dir);
  db.$client.pragma(
    `max_page_count = ${String(db.$client.pragma('page_count', { simple: true }))}`,
  );
  expect(() => write(db, () => writeSetting(db, 'name', 'x'.repeat(500_000)))).toThrow(
    /disk of the server is full.*Nothing of this step was kept/,
  );
  db.$client.close();
});

test.each<[string, (file: string) => void]>([
  ['deleted', (file) => fs.rmSync(file)],
  ['put elsewhere', (file) => fs.renameSync(file, `${file}.away`)],
  [
    'replaced by another',
    (file) => {
      fs.copyFileSync(file, `${file}.copy`);
      fs.renameSync(`${file}.copy`, file);
    },
  ],
])('records that were %s under the server take no more: it would be gone with it', (_, away) => {
  const db = openRecords(dir);
  write(db, () => writeSetting(db, 'name', 'before'));
  expect(canWrite(db)).toBeNull();
  away(path.join(dir, 'bitacora.sqlite'));
  expect(() => write(db, () => writeSetting(db, 'name', 'after'))).toThrow(
    /taken away while the server was running.*Nothing of this step was kept/,
  );
  expect(canWrite(db)).toMatch(/taken away/);
  expect(readSetting(db, 'name')).toBe('before');
  db.$client.close();
});

test('a write that meets another process is told apart, and nothing of it is kept', () => {
  const one = openRecords(dir);
  const two = openRecords(dir, { waitMs: 10 });
  let met: unknown;
  write(one, () => {
    writeSetting(one, 'name', 'one');
    try {
      write(two, () => writeSetting(two, 'name', 'two'));
    } catch (error) {
      met = error;
    }
  });
  expect(isBusy(met)).toBe(true);
  expect(isBusy(new Error('other'))).toBe(false);
  expect(readSetting(two, 'name')).toBe('one');
  one.$client.close();
  two.$client.close();
});

test('what was marked on a clean-down before ticks were kept becomes its first ticks', () => {
  const migrations = path.join(dir, 'first-two');
  fs.cpSync(path.resolve(__dirname, 'migrations'), migrations, { recursive: true });
  const journalFile = path.join(migrations, 'meta', '_journal.json');
  const journal = JSON.parse(fs.readFileSync(journalFile, 'utf8'));
  journal.entries = journal.entries.slice(0, 2);
  fs.writeFileSync(journalFile, JSON.stringify(journal));
  const data = path.join(dir, 'old');
  const old = openRecords(data, { migrations });
  old.$client.exec(`
    insert into machine (id, nickname, family, card, label_token, added_at) values ('m', 'Wren', 'enclosed-diode', '{}', 't', 1);
    insert into station (id, machine_id, slug, kind, name, short, position) values ('s', 'm', 'window', 'window', 'Window', 'window', 1);
    insert into entry (id, kind, machine_id, at, recorded_at, person, source) values ('h', 'hold', 'm', 5, 5, 'Ana', 'hand');
    insert into sheet (id, machine_id, started_at, started_by, hold_id) values ('sh', 'm', 5, 'Ana', 'h');
    insert into sheet_task (sheet_id, station_id, task, finding, result, note, marked_at) values ('sh', 's', 'wipe', 'soiled', 'done', 'left edge', 9);
    insert into sheet_task (sheet_id, station_id, task) values ('sh', 's', 'strip-clean');
  `);
  old.$client.close();
  const now = openRecords(data);
  expect(sheetEvents(now, 'sh')).toEqual([
    {
      id: 'sh.s.wipe',
      at: 9,
      receivedAt: 9,
      person: 'Ana',
      what: {
        kind: 'mark',
        task: 's.wipe',
        change: {
          finding: 'soiled',
          result: 'done',
          method: null,
          minutes: null,
          note: 'left edge',
        },
      },
    },
  ]);
  expect(sheetTasks(now, 'sh')).toHaveLength(2);
  now.$client.close();
});

test('a copy is put aside before migrations change an existing file', () => {
  const migrations = path.join(dir, 'migrations');
  fs.cpSync(path.resolve(__dirname, 'migrations'), migrations, { recursive: true });
  const data = path.join(dir, 'data');
  const first = openRecords(data, { migrations });
  writeSetting(first, 'name', 'before');
  first.$client.close();
  openRecords(data, { migrations }).$client.close();
  expect(fs.readdirSync(data).filter((name) => name.includes('.before-'))).toEqual([]);
  const journalFile = path.join(migrations, 'meta', '_journal.json');
  const journal = JSON.parse(fs.readFileSync(journalFile, 'utf8'));
  const last = journal.entries.at(-1);
  journal.entries.push({ ...last, idx: last.idx + 1, when: last.when + 1000, tag: '9999_more' });
  fs.writeFileSync(journalFile, JSON.stringify(journal));
  fs.writeFileSync(
    path.join(migrations, '9999_more.sql'),
    'create table more (id text primary key);',
  );
  const second = openRecords(data, { migrations });
  expect(second.$client.prepare(`select count(*) n from more`).get()).toEqual({ n: 0 });
  second.$client.close();
  const copies = fs.readdirSync(data).filter((name) => name.includes('.before-'));
  expect(copies).toHaveLength(1);
});
