import { parse } from 'csv-parse/sync';
import { bookQuery, type BookFilter } from '../../records/audit-log';
import { entryKinds } from '../../records/audit-log-data';
import { addBooking } from '../schedule/bookings';
import { bookColumns, bookCsv, bookPage, isInBook, searchBook } from './audit-log';
import { bookFilter, kindGroups } from './filter';
import { reportFault } from '../faults/report';
import { correctSession, logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';

const shop = eachTestShop();
let id: string;
beforeEach(() => {
  ({ id } = addTestMachine(shop));
});

const hour = 3_600_000;
const log = (hoursAgo: number, more: object = {}) =>
  must(
    logSession(shop, tester, {
      machineId: id,
      start: shop.clock.now - hoursAgo * hour,
      runSeconds: 1234,
      key: `book-key-${hoursAgo}`,
      ...more,
    }),
  );

test('every kind of entry belongs to exactly one way of looking', () => {
  const grouped = Object.values(kindGroups).flat();
  expect(new Set(grouped).size).toBe(grouped.length);
  // a strike shows with the entry it strikes
  expect(entryKinds.filter((kind) => !grouped.includes(kind))).toEqual(['strike']);
});

test('pages follow on from each other without loss or repeat', () => {
  for (let h = 30; h > 2; h--) log(h);
  const all = bookPage(shop, {}, 100).map((line) => line.id);
  const paged: string[] = [];
  let query = {};
  for (;;) {
    const page = bookPage(shop, bookFilter(query, shop.zone, shop.now()), 7);
    if (page.length === 0) break;
    paged.push(...page.map((line) => line.id));
    const last = page.at(-1)!;
    query = { before: `${last.at}_${last.id}` };
  }
  expect(paged).toEqual(all);
  expect(new Set(all).size).toBe(31); // and that the machine came new
});

test.each<[string, BookFilter]>([
  ['all of it', {}],
  ['one machine', { machineId: 'm' }],
  ['one person', { person: 'Bo' }],
  ['one machine and kind', { machineId: 'm', kinds: ['session'] }],
])('a page of %s is entered by the index at its place, however far down it is', (_, filter) => {
  const before = { at: 1_790_000_000_000, id: 'x' };
  const { sql, params } = bookQuery(shop.db, { ...filter, before }, 50).toSQL();
  const plan = shop.db.$client.prepare(`explain query plan ${sql}`).all(...params);
  const details = (plan as { detail: string }[]).map(({ detail }) => detail);
  expect(details).toEqual([expect.stringContaining('(at,id)<(?,?)')]);
});

test('days of the filter are the shop’s, both ends included', () => {
  log(14); // Mon 23 Nov 2026, 23:00 in Oslo
  log(12.5); // Tue 24 Nov 2026, 00:30 in Oslo
  const on = (day: string) =>
    bookPage(shop, bookFilter({ kind: 'use', from: day, to: day }, shop.zone, shop.now()), 9)
      .length;
  expect([on('2026-11-22'), on('2026-11-23'), on('2026-11-24'), on('2026-11-25')]).toEqual([
    0, 1, 1, 0,
  ]);
  const nonsense = { from: 'nonsense', before: 'x', kind: 'x', ahead: '1' } as const;
  expect(bookFilter(nonsense, shop.zone, shop.now())).toEqual({});
});

// Outside check: read back by a CSV parser that shares nothing with the writer.
test('the export reads back with every field, formulas are marked', () => {
  const { entryId } = log(20, { operator: 'Ines, "the" first', note: 'two\nlines' });
  log(10, { operator: '=HYPERLINK("http://x")' });
  must(
    correctSession(shop, tester, {
      entryId,
      reason: 'shorter',
      change: {
        start: shop.clock.now - 20 * hour,
        runSeconds: 600,
        beamSeconds: null,
        material: 'cork',
        process: 'cut',
        airAssist: false,
        draught: 'weak',
        operator: 'Ines',
        note: null,
      },
    }),
  );
  must(
    reportFault(shop, tester, { machineId: id, signs: ['weak'], note: '+1 mm', key: 'csv-key-1' }),
  );
  const rows: Record<string, string>[] = parse([...bookCsv(shop, {})].join(''), {
    bom: true,
    columns: true,
  });
  expect(Object.keys(rows[0]!)).toEqual([...bookColumns]);
  const sessions = rows.filter(({ kind }) => kind === 'session');
  expect(sessions).toHaveLength(3);
  const struck = sessions.find(({ struck_because }) => struck_because)!;
  expect(struck).toMatchObject({
    operator: 'Ines, "the" first',
    note: 'two\nlines',
    struck_because: 'shorter',
  });
  expect(Number(struck['run']) * 60).toBeCloseTo(1234, 9);
  expect(sessions.find(({ supersedes }) => supersedes)).toMatchObject({
    run: '10',
    material: 'cork',
    air_assist: 'off',
    draught: 'weak',
    supersedes: entryId,
  });
  expect(rows.some(({ operator }) => operator!.startsWith('='))).toBe(false);
  expect(rows.find(({ kind }) => kind === 'fault')!['note']).toBe("'+1 mm");
});

test('words are found wherever a line shows them, page after page, and the search says how far it looked', async () => {
  for (let h = 40; h > 30; h--) log(h, { note: h % 2 ? 'edge of the tide table' : null });
  const all = bookPage(shop, {}, 100).filter(({ note }) => note);
  expect(all).toHaveLength(5);
  const first = await searchBook(shop, {}, 'TIDE wren', 3);
  expect(first.lines.map(({ id }) => id)).toEqual(all.slice(0, 3).map(({ id }) => id));
  const rest = await searchBook(shop, { before: first.reached! }, 'tide wren', 3);
  expect(rest.lines.map(({ id }) => id)).toEqual(all.slice(3).map(({ id }) => id));
  expect(rest.reached).toBeNull();
  expect(await searchBook(shop, {}, 'tide heron', 3)).toEqual({ lines: [], reached: null });
});

test('what lies ahead is shown only to whoever asks for it', () => {
  const ahead = { from: shop.clock.now + 5 * 86_400_000, to: shop.clock.now + 6 * 86_400_000 };
  const fromNow = { from: shop.now() + 1, to: Number.MAX_SAFE_INTEGER };
  expect(isInBook(shop, fromNow)).toBe(false);
  must(addBooking(shop, tester, { machineId: id, ...ahead, weeks: 1, words: 'a course' }));
  expect(isInBook(shop, fromNow)).toBe(true);
  const kinds = (query: object) =>
    bookPage(shop, bookFilter(query, shop.zone, shop.now()), 50).map(({ kind }) => kind);
  expect(kinds({})).not.toContain('booking');
  expect(kinds({ ahead: '1' })).toContain('booking');
});
