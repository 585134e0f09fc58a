import fs from 'node:fs';
import path from 'node:path';
import { copyRecords } from '../../records/database';
import { inspectRecords, unreadableEntries } from '../../records/inspect';
import { allOpen } from '../../records/open-entries';
import { allHours, allOdometers } from '../../records/usage/totals';
import { closeShop, openShop, type Shop } from '../shop';
import { rebuildUsage } from '../usage/usage';

/** One thing that was looked at. */
export interface CheckLine {
  what: string;
  ok: boolean;
  words: string;
}

const mostNamed = 5;
const few = (names: readonly string[]) =>
  names.slice(0, mostNamed).join(', ') +
  (names.length > mostNamed ? ` and ${names.length - mostNamed} more` : '');

/**
 * Reads the book through: the file itself, what its rows refer to, what each entry says, what is derived against what
 * is derived anew, and the pictures. Nothing is changed, and others may write meanwhile.
 * @param report hears the share done, 0 to 1
 */
export function checkBook(shop: Shop, report?: (share: number) => void): CheckLine[] {
  const lines: CheckLine[] = [];
  const say = (what: string, problem: string | null, fine: string) => {
    lines.push({ what, ok: problem === null, words: problem ?? fine });
    report?.(lines.length / 5);
  };
  const { damage, orphans, entries, photos } = inspectRecords(shop.db);
  say('File', damage.length > 0 ? few(damage) : null, 'whole, every page read');
  const torn = Object.entries(orphans).map(([table, count]) => `${table} ${count}`);
  say(
    'References',
    torn.length > 0 ? `Rows that name what is not there: ${few(torn)}.` : null,
    'every row names what is there',
  );
  const wrong = unreadableEntries(shop.db, 100).map(({ kind, id }) => `${kind} ${id}`);
  say(
    'Entries',
    wrong.length > 0 ? `These cannot be read: ${few(wrong)}.` : null,
    `${entries} entries, each as its kind must be`,
  );
  say('Counters', derivedProblem(shop), 'as they come out when counted anew');
  const folder = path.join(shop.dataDir, 'photos');
  const kept = new Set(fs.existsSync(folder) ? fs.readdirSync(folder) : []);
  const lost = photos.filter((id) => !kept.has(`${id}.jpg`));
  say(
    'Pictures',
    lost.length > 0 ? `Missing: ${few(lost.map((id) => `${id}.jpg`))}.` : null,
    photos.length === 0 ? 'the book names none' : `all there, ${photos.length} in number`,
  );
  return lines;
}

/** What is derived, counted anew on a copy of the records: `null` where both agree. */
function derivedProblem(shop: Shop): string | null {
  const aside = fs.mkdtempSync(path.join(shop.dataDir, 'check-'));
  try {
    copyRecords(shop.db, aside);
    fs.copyFileSync(path.join(shop.dataDir, 'secret'), path.join(aside, 'secret'));
    const copy = openShop(aside, shop.now);
    try {
      const [openBefore, hours, odometers] = derived(copy);
      rebuildUsage(copy);
      const [openAfter, hoursAfter, odometersAfter] = derived(copy);
      const open = differing(openBefore, openAfter);
      const sessions = differing(hours, hoursAfter);
      const days = differing(odometers, odometersAfter);
      return open + sessions + days === 0
        ? null
        : `${sessions} sessions, ${days} days and ${open} open faults or holds stand differently than when counted anew. Changing the time zone and back counts all anew.`;
    } finally {
      closeShop(copy);
    }
  } finally {
    fs.rmSync(aside, { recursive: true, force: true });
  }
}

const derived = ({ db }: Shop) => [allOpen(db), allHours(db), allOdometers(db)] as const;

/** How many rows stand in one list and not, just so, in the other. */
function differing(one: readonly unknown[], other: readonly unknown[]): number {
  const rows = (list: readonly unknown[]) => new Set(list.map((row) => JSON.stringify(row)));
  const [a, b] = [rows(one), rows(other)];
  const apart = [...a].filter((row) => !b.has(row)).length;
  return Math.max(apart, [...b].filter((row) => !a.has(row)).length);
}
