import fs from 'node:fs';
import path from 'node:path';
import { packArchive, takeArchiveIn, type ArchiveMade } from '../services/safekeeping/archive';
import { checkBook } from '../services/safekeeping/check';
import { makeCopy, moveAside, putCopyBack, testCopy } from '../services/safekeeping/copies';
import { copyRules } from '../services/safekeeping/rules';
import { requireMachine } from '../services/machines/machines';
import {
  closeShop,
  defaultDataDir,
  openShop,
  type Actor,
  type Outcome,
  type Shop,
} from '../services/shop';
import { done, out, required, someRefused, Unusable } from './output';

const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`;

function usable<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Unusable(outcome.error.message);
  return outcome.value;
}

/** `backup [FOLDER]`: a copy, opened and counted. */
export function backupCommand(shop: Shop, [folder]: string[]): number {
  const { folder: copy, files, bytes } = usable(makeCopy(shop, folder ?? copyRules(shop).folder));
  const { words } = usable(testCopy(copy, shop.now()));
  out(`${copy}\n${files} files, ${megabytes(bytes)}. ${words}`);
  out(`Put it back with: npm run restore ${copy}`);
  return done;
}

/** `restore COPY`: a copy, or an archive, in place of the present data, which is moved aside. */
export async function restoreCommand(actor: Actor, [copy]: string[]): Promise<number> {
  const source = required(copy, 'The copy or archive');
  const dataDir = defaultDataDir();
  if (fs.existsSync(source) && fs.statSync(source).isFile()) {
    return restoreArchive(actor, source, dataDir);
  }
  const { folder, files, bytes, aside } = usable(putCopyBack(source, dataDir, Date.now()));
  closeShop(openShop(folder)); // says so at once if it cannot be opened
  out(`${folder} holds the copy: ${files} files, ${megabytes(bytes)}.`);
  if (aside) out(`What was there is now in ${aside}.`);
  return done;
}

/** Takes the archive into a folder beside first: what is there is moved only for what was found whole. */
async function restoreArchive(actor: Actor, file: string, dataDir: string): Promise<number> {
  const coming = `${path.resolve(dataDir)}.coming`;
  fs.rmSync(coming, { recursive: true, force: true });
  const shop = openShop(coming);
  let made: ArchiveMade;
  try {
    made = usable(await takeArchiveIn(shop, actor, file));
    if (made.machine) {
      throw new Unusable(
        `${file} holds one machine, ${made.machine}: take it into a shop with "take-in".`,
      );
    }
  } catch (error) {
    closeShop(shop);
    fs.rmSync(coming, { recursive: true, force: true });
    throw error;
  }
  closeShop(shop);
  const aside = usable(moveAside(dataDir, Date.now()));
  fs.renameSync(coming, path.resolve(dataDir));
  out(`${path.resolve(dataDir)} holds the archive: ${packedWords(made)}.`);
  if (aside) out(`What was there is now in ${aside}.`);
  out(
    'Passwords do not travel in an archive. Give yourself one: npm run -s bitacora -- password NAME',
  );
  return done;
}

const packedWords = ({ entries, photos, bytes }: ArchiveMade) =>
  `${entries} entries, ${photos} pictures, ${megabytes(bytes)}`;

/** `archive FILE [--machine NAME]`: the shop, or one machine with its history, into one open file. */
export async function archiveCommand(
  shop: Shop,
  [file]: string[],
  { machine }: { machine?: string | undefined },
): Promise<number> {
  const target = required(file, 'The name of the file');
  const one = machine === undefined ? null : usable(requireMachine(shop, machine));
  const made = usable(await packArchive(shop, target, one));
  out(`${path.resolve(target)}\n${made.machine ?? 'The whole shop'}: ${packedWords(made)}.`);
  return done;
}

/** `take-in FILE`: an archive into this shop. */
export async function takeInCommand(shop: Shop, actor: Actor, [file]: string[]): Promise<number> {
  const made = usable(await takeArchiveIn(shop, actor, required(file, 'The name of the file')));
  out(`${made.machine ?? 'The whole shop'} was taken in: ${packedWords(made)}.`);
  return done;
}

/** `check [--json]`: whether the book is whole. */
export function checkCommand(shop: Shop, { json }: { json?: boolean | undefined }): number {
  const lines = checkBook(shop);
  if (json) out(JSON.stringify(lines, null, 1));
  else
    for (const { what, ok, words } of lines)
      out(`${ok ? 'ok ' : 'BAD'} ${what.padEnd(11)} ${words}`);
  return lines.every(({ ok }) => ok) ? done : someRefused;
}
