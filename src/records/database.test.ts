import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { isBusy, openRecords, RecordsError, write } from './database';
import { readSetting, writeSetting } from './settings';
import { sheetTasks, sheetTicks } from './sheets';

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
  expect(sheetTicks(now, 'sh')).toEqual([
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
