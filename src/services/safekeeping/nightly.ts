import { log } from '../log';
import fs from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { copiesToDrop, oldCopyHours } from '../../core/safekeeping/retention';
import { millisecondsPerHour } from '../../core/units/time';
import { localDay, wallTime } from '../../core/units/zone';
import { firstEntryAt } from '../../records/audit-log';
import { attempted, refuse, troubleWords, type Outcome, type Shop } from '../shop';
import { dropCopies, listCopies, makeCopy, newestCopyAt, testCopy, type CopyTest } from './copies';
import { copyRules } from './rules';

const troubleSchema = z.object({ at: z.number(), words: z.string() });
const troubleFile = (dataDir: string) => path.join(dataDir, 'copies.json');

/** How fresh the shop's copies are. */
export interface CopyAge {
  /** when the newest was made, UTC milliseconds; `null`: there is none */
  newest: number | null;
  /** a night was missed: there is none, or the newest is too old */
  old: boolean;
  /** why the last try made none, in words */
  trouble: { at: number; words: string } | null;
}

/** How fresh the copies are, by a look into the folder: asked for every Today. */
export function copyAge(shop: Shop): CopyAge {
  const now = shop.now();
  const newest = newestCopyAt(copyRules(shop).folder, now);
  // a book that is younger than a night has missed none
  const since = newest ?? firstEntryAt(shop.db) ?? now;
  const trouble = troubleSchema.safeParse(readTrouble(shop.dataDir));
  return {
    newest,
    old: now - since > oldCopyHours * millisecondsPerHour,
    trouble: trouble.success ? trouble.data : null,
  };
}

function readTrouble(dataDir: string): unknown {
  try {
    return JSON.parse(fs.readFileSync(troubleFile(dataDir), 'utf8'));
  } catch {
    return null;
  }
}

/** Whether a night's copy is to be made now: none was made on this local day, and its hour has come. */
export function copyDue(shop: Shop): boolean {
  const { folder, hour } = copyRules(shop);
  const now = shop.now();
  if (wallTime(now, shop.zone).hour < hour) return false;
  const newest = newestCopyAt(folder, now);
  return newest === null || localDay(newest, shop.zone) < localDay(now, shop.zone);
}

/**
 * Makes a copy into the folder the shop chose, tests it, and lets go of those that its rules no longer keep. What went
 * wrong stays with the data until a later one goes well.
 */
export async function keepCopy(shop: Shop): Promise<Outcome<CopyTest>> {
  const { folder, gigabytes, ...rules } = copyRules(shop);
  const tested = await attempted(shop, () => copyInto(shop, folder));
  if (!tested.ok) {
    noteTrouble(shop, tested.error.message);
    return tested;
  }
  fs.rmSync(troubleFile(shop.dataDir), { force: true });
  // what a clock that ran ahead dated later is nobody's newest: it stays until its day has come
  const whole = listCopies(folder).filter(
    ({ at, tested: test }) => at <= shop.now() && test?.ok !== false,
  );
  dropCopies(folder, copiesToDrop(whole, { ...rules, bytes: gigabytes * 1e9 }, shop.zone));
  return tested;
}

function copyInto(shop: Shop, folder: string): Outcome<CopyTest> {
  try {
    const made = makeCopy(shop, folder);
    return made.ok ? testCopy(made.value.folder, shop.now()) : made;
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    // a full disk and the like have words of their own
    if (typeof code !== 'string' || troubleWords(error)) throw error;
    return refuse(`The folder ${folder} cannot take copies: ${message}.`);
  }
}

function noteTrouble(shop: Shop, words: string): void {
  log.error(`No copy of the shop was made. ${words}`);
  try {
    fs.writeFileSync(troubleFile(shop.dataDir), JSON.stringify({ at: shop.now(), words }), {
      mode: 0o600,
    });
  } catch {
    // a disk that takes nothing: the log has it
  }
}
