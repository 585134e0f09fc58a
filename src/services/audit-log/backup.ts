import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { ok } from '../../core/units/result';
import { copyRecords, recordsFile } from '../../records/database';
import { refuse, type Outcome, type Shop } from '../shop';

export { recordsFile };

const manifestName = 'copy.json';
const manifestSchema = z.object({
  program: z.literal('bitacora'),
  /** ISO 8601, UTC */
  made: z.string(),
  files: z.array(
    z.object({ name: z.string().min(1), bytes: z.number().int(), sha256: z.string().length(64) }),
  ),
});

/** What lies beside the records in the folder of the data, and belongs to them. */
const besideRecords = ['secret', 'post.json', 'photos', 'calendars'];

/** What was copied or put back. */
export interface CopyMade {
  folder: string;
  files: number;
  bytes: number;
}

/** All files under a folder, by their path in it, in order. */
function filesUnder(folder: string, inside = ''): string[] {
  return fs
    .readdirSync(path.join(folder, inside), { withFileTypes: true })
    .flatMap((one) => {
      const name = path.posix.join(inside, one.name);
      if (one.isDirectory()) return filesUnder(folder, name);
      return one.isFile() ? [name] : [];
    })
    .sort();
}

const sha256 = (file: string) => createHash('sha256').update(fs.readFileSync(file)).digest('hex');

/** "2026-11-27T06-40-12Z": an instant as it may stand in a file's name. */
const nameOf = (instant: number) =>
  new Date(instant)
    .toISOString()
    .replace(/\.\d+Z$/, 'Z')
    .replaceAll(':', '-');

/**
 * Copies a shop whole while it is at work: records, pictures, keys and mail settings, in a folder of its own that
 * carries its name only once it is whole. Pictures are on disk before the book names them, so that a copy made
 * after the records' has each that they name.
 * @param target folder that takes the copy
 */
export function makeCopy(shop: Shop, target: string): Outcome<CopyMade> {
  const folder = path.join(path.resolve(target), `bitacora-${nameOf(shop.now())}`);
  if (fs.existsSync(folder)) return refuse(`${folder} is there already: nothing was copied.`);
  const part = `${folder}.part`;
  fs.rmSync(part, { recursive: true, force: true });
  fs.mkdirSync(part, { recursive: true, mode: 0o700 });
  copyRecords(shop.db, part);
  for (const name of besideRecords) {
    const from = path.join(shop.dataDir, name);
    if (!fs.existsSync(from)) continue;
    fs.cpSync(from, path.join(part, name), { recursive: true, preserveTimestamps: true });
  }
  const files = filesUnder(part).map((name) => {
    const file = path.join(part, name);
    fs.chmodSync(file, 0o600);
    return { name, bytes: fs.statSync(file).size, sha256: sha256(file) };
  });
  const manifest = { program: 'bitacora', made: new Date(shop.now()).toISOString(), files };
  fs.writeFileSync(path.join(part, manifestName), JSON.stringify(manifest, null, 1), {
    mode: 0o600,
    flush: true,
  });
  fs.renameSync(part, folder);
  return ok({
    folder,
    files: files.length,
    bytes: files.reduce((sum, { bytes }) => sum + bytes, 0),
  });
}

/** Whether a copy is whole, and what is in it. */
export function readCopy(copy: string): Outcome<z.infer<typeof manifestSchema>> {
  const folder = path.resolve(copy);
  let text: string;
  try {
    text = fs.readFileSync(path.join(folder, manifestName), 'utf8');
  } catch {
    return refuse(`${folder} is no copy made by "npm run backup": it has no ${manifestName}.`);
  }
  const parsed = manifestSchema.safeParse(jsonOf(text));
  if (!parsed.success) return refuse(`${folder} is damaged: ${manifestName} cannot be read.`);
  for (const { name, bytes, sha256: sum } of parsed.data.files) {
    const file = path.join(folder, name);
    if (path.relative(folder, file).startsWith('..')) {
      return refuse(`${folder} is damaged: it names a file outside itself.`);
    }
    if (!fs.existsSync(file)) return refuse(`The copy is not whole: ${name} is missing.`);
    if (fs.statSync(file).size !== bytes || sha256(file) !== sum) {
      return refuse(`The copy is damaged: ${name} is not as it was copied.`);
    }
  }
  if (!parsed.data.files.some(({ name }) => name === recordsFile)) {
    return refuse('The copy is not whole: it has no records.');
  }
  return ok(parsed.data);
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** The process of the server that works on this folder, or `null`. */
function serverOn(dataDir: string): number | null {
  try {
    const id = Number(fs.readFileSync(path.join(dataDir, 'server.pid'), 'utf8'));
    process.kill(id, 0);
    return id;
  } catch {
    return null;
  }
}

/**
 * Puts a copy in place of what is in the folder of the data, which is moved aside whole, with all that belongs to
 * its records. Nothing is touched before the copy was found whole.
 * @param now UTC milliseconds, for the name of what is moved aside
 * @returns where the present data is now; `null`: there was none
 */
export function putCopyBack(
  copy: string,
  dataDir: string,
  now: number,
): Outcome<CopyMade & { aside: string | null }> {
  const read = readCopy(copy);
  if (!read.ok) return read;
  const target = path.resolve(dataDir);
  const server = serverOn(target);
  if (server !== null) {
    return refuse(
      `The server (process ${server}) works on ${target}: stop it first. Nothing was changed.`,
    );
  }
  const coming = `${target}.coming`;
  fs.rmSync(coming, { recursive: true, force: true });
  fs.mkdirSync(coming, { recursive: true, mode: 0o700 });
  for (const { name } of read.value.files) {
    const file = path.join(coming, name);
    fs.mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
    fs.copyFileSync(path.join(path.resolve(copy), name), file);
    fs.chmodSync(file, 0o600);
  }
  const aside = fs.existsSync(target) ? `${target}.before-restore-${nameOf(now)}` : null;
  if (aside) fs.renameSync(target, aside);
  fs.renameSync(coming, target);
  const { files } = read.value;
  return ok({
    folder: target,
    files: files.length,
    bytes: files.reduce((sum, { bytes }) => sum + bytes, 0),
    aside,
  });
}
