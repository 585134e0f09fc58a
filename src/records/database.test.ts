import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { isBusy, openRecords, RecordsError, write } from './database';
import { readSetting, writeSetting } from './settings';

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
