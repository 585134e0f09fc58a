import fc from 'fast-check';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { insertEntry, standingEntries } from './audit-log';
import type { EntryKind } from './audit-log-data';
import { openRecords, type Db } from './database';
import { allOpen, endings, openEntries, rebuildOpen, type OpenKind } from './open-entries';

let dir: string;
beforeEach(() => {
  dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bitacora-open-'));
});
afterEach(() => fs.rmSync(dir, { recursive: true }));

const kinds = Object.keys(endings) as OpenKind[];
let at = 0;
const write = (
  db: Db,
  kind: EntryKind,
  more: { subjectId?: string; supersedes?: string; data?: unknown } = {},
) =>
  insertEntry(db, {
    kind,
    machineId: null,
    at: (at += 1000),
    recordedAt: at,
    personId: null,
    person: 'Tester',
    source: 'hand',
    data: { restriction: 'half speed' },
    ...more,
  });

/** What stands open, by going through all of the book: the long way. */
function byReadingAll(db: Db, kind: OpenKind): string[] {
  const ended = new Set(standingEntries(db, [endings[kind]]).map(({ subjectId }) => subjectId));
  return standingEntries(db, [kind]).flatMap(({ id }) => (ended.has(id) ? [] : [id]));
}

const step = fc.record({
  what: fc.constantFrom('open', 'end', 'strike'),
  kind: fc.constantFrom(...kinds),
  which: fc.nat(30),
});

test('whatever is opened, ended, and struck out again: what is kept is what reading all finds', () => {
  const db = openRecords(dir);
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      const written: { id: string; kind: EntryKind }[] = [];
      const struck = new Set<string>();
      for (const { what, kind, which } of steps) {
        if (what === 'open') written.push({ id: write(db, kind), kind });
        const of = written.filter((one) => one.kind === kind);
        const one = of[which % Math.max(1, of.length)];
        if (what === 'end' && one) {
          const id = write(db, endings[kind], { subjectId: one.id });
          written.push({ id, kind: endings[kind] });
        }
        const any = written[which % Math.max(1, written.length)];
        if (what === 'strike' && any && !struck.has(any.id)) {
          struck.add(any.id);
          write(db, 'strike', { supersedes: any.id, data: { of: any.kind } });
        }
      }
      for (const kind of kinds) {
        expect(openEntries(db, kind).map(({ id }) => id)).toEqual(byReadingAll(db, kind));
      }
      const keptRows = allOpen(db);
      rebuildOpen(db);
      expect(allOpen(db)).toEqual(keptRows);
    }),
    { numRuns: 60 },
  );
  db.$client.close();
});

test('a return without a restriction opens nothing', () => {
  const db = openRecords(dir);
  write(db, 'fault return', { data: { restriction: null } });
  write(db, 'fault return', { data: { restriction: '' } });
  const limited = write(db, 'fault return');
  expect(openEntries(db, 'fault return').map(({ id }) => id)).toEqual([limited]);
  db.$client.close();
});

test('a book of before knows what stands open when it is first opened', () => {
  const migrations = path.join(dir, 'before');
  fs.cpSync(path.resolve(__dirname, 'migrations'), migrations, { recursive: true });
  const journalFile = path.join(migrations, 'meta', '_journal.json');
  const journal = JSON.parse(fs.readFileSync(journalFile, 'utf8')) as { entries: unknown[] };
  fs.writeFileSync(
    journalFile,
    JSON.stringify({ ...journal, entries: journal.entries.slice(0, 8) }),
  );
  const data = path.join(dir, 'data');
  const old = openRecords(data, { migrations });
  const raw = old.$client.prepare(
    `insert into entry (id, kind, subject_id, at, recorded_at, person, source, data, supersedes)
     values (?, ?, ?, 0, 0, 'Tester', 'hand', ?, ?)`,
  );
  const put = (
    id: string,
    kind: string,
    more: { of?: string; data?: object; struck?: string } = {},
  ) => raw.run(id, kind, more.of ?? null, JSON.stringify(more.data ?? {}), more.struck ?? null);
  put('1-fault', 'fault');
  put('2-hold', 'hold', { of: '1-fault' });
  put('3-fault', 'fault');
  put('4-closed', 'fault closed', { of: '3-fault' });
  put('5-return', 'fault return', { data: { restriction: 'half speed' } });
  put('6-return', 'fault return', { data: { restriction: null } });
  put('7-back', 'put back');
  put('8-strike', 'strike', { struck: '7-back' });
  old.$client.close();
  const db = openRecords(data);
  const kept = allOpen(db);
  expect(kept).toMatchObject(['1-fault', '2-hold', '5-return'].map((entry_id) => ({ entry_id })));
  rebuildOpen(db);
  expect(allOpen(db)).toEqual(kept);
  db.$client.close();
});
