import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import type { KeptCopy } from '../../core/safekeeping/retention';
import { ok } from '../../core/units/result';
import { copyRecords, recordsFile } from '../../records/database';
import { holderOf } from '../../records/folder-lock';
import { inspectFile, type Inspection } from '../../records/inspect';
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
  /** what the copied records were found to hold; older copies do not say */
  holds: z.object({ machines: z.number(), entries: z.number(), photos: z.number() }).optional(),
});

const testName = 'tested.json';
const testSchema = z.object({
  /** UTC milliseconds */
  at: z.number(),
  ok: z.boolean(),
  words: z.string(),
});
/** What came of opening a copy and counting it through. */
export type CopyTest = z.infer<typeof testSchema>;

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

/** In pieces: records of ten years need not fit into memory. */
function sha256(file: string): string {
  const hash = createHash('sha256');
  const piece = Buffer.alloc(1 << 20);
  const handle = fs.openSync(file, 'r');
  try {
    for (let read; (read = fs.readSync(handle, piece)) > 0;) hash.update(piece.subarray(0, read));
  } finally {
    fs.closeSync(handle);
  }
  return hash.digest('hex');
}

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
  try {
    fs.rmSync(part, { recursive: true, force: true });
    fs.mkdirSync(part, { recursive: true, mode: 0o700 });
    const files = fillCopy(shop, part);
    fs.renameSync(part, folder);
    return ok({
      folder,
      files: files.length,
      bytes: files.reduce((sum, { bytes }) => sum + bytes, 0),
    });
  } catch (error) {
    fs.rmSync(part, { recursive: true, force: true });
    throw error;
  }
}

/** Writes a copy into an empty folder, its list last. */
function fillCopy(shop: Shop, part: string): z.infer<typeof manifestSchema>['files'] {
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
  const { machines, entries, photos } = inspectFile(path.join(part, recordsFile));
  const manifest: z.input<typeof manifestSchema> = {
    program: 'bitacora',
    made: new Date(shop.now()).toISOString(),
    files,
    holds: { machines, entries, photos: photos.length },
  };
  fs.writeFileSync(path.join(part, manifestName), JSON.stringify(manifest, null, 1), {
    mode: 0o600,
    flush: true,
  });
  return files;
}

/** Whether a copy is whole, and what is in it. */
export function readCopy(copy: string): Outcome<z.infer<typeof manifestSchema>> {
  const folder = path.resolve(copy);
  if (!fs.existsSync(path.join(folder, manifestName))) {
    return refuse(`${folder} is no copy made by "npm run backup": it has no ${manifestName}.`);
  }
  const parsed = manifestSchema.safeParse(jsonIn(path.join(folder, manifestName)));
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

/** A copy as it lies in its folder. */
export interface Copy extends KeptCopy {
  /** where it is; `name` is the last part of it */
  folder: string;
  files: number;
  holds: { machines: number; entries: number; photos: number } | null;
  /** `null`: it was never opened to see whether it is whole */
  tested: CopyTest | null;
}

const copyName = /^bitacora-(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d)Z$/;

/**
 * When the newest copy in a folder was made, UTC milliseconds, by its name; `null`: there is none.
 * @param now what a clock that ran ahead dated later tells nothing of tonight's
 */
export function newestCopyAt(target: string, now: number): number | null {
  const folder = path.resolve(target);
  if (!fs.existsSync(folder)) return null;
  const madeAt = (name: string) => Date.parse(name.replace(copyName, '$1$2:$3:$4Z'));
  const newest = fs
    .readdirSync(folder)
    .filter((name) => copyName.test(name) && madeAt(name) <= now)
    .sort()
    .findLast((name) => fs.existsSync(path.join(folder, name, manifestName)));
  return newest ? madeAt(newest) : null;
}

/** The copies in a folder, the newest first. What is no copy, or has none of its list, is left out. */
export function listCopies(target: string): Copy[] {
  const folder = path.resolve(target);
  if (!fs.existsSync(folder)) return [];
  return fs
    .readdirSync(folder)
    .flatMap((name): Copy[] => {
      const manifest = manifestSchema.safeParse(jsonIn(path.join(folder, name, manifestName)));
      if (!manifest.success) return [];
      const { made, files, holds } = manifest.data;
      const tested = testSchema.safeParse(jsonIn(path.join(folder, name, testName)));
      return [
        {
          folder: path.join(folder, name),
          name,
          at: Date.parse(made),
          files: files.length,
          bytes: files.reduce((sum, { bytes }) => sum + bytes, 0),
          holds: holds ?? null,
          tested: tested.success ? tested.data : null,
        },
      ];
    })
    .sort((a, b) => b.at - a.at);
}

/**
 * Tests a copy as one would who needs it: every file as it was copied, the records opened and read through, counted
 * as they were, and every picture they name there. What came of it stays with the copy.
 * @param now UTC milliseconds
 */
export function testCopy(copy: string, now: number): Outcome<CopyTest> {
  const read = readCopy(copy);
  const problem = read.ok ? problemOf(copy, read.value) : read.error.message;
  const words = problem ?? 'Opened, read through and counted: whole.';
  const test: CopyTest = { at: now, ok: problem === null, words };
  if (fs.existsSync(path.join(copy, manifestName))) {
    fs.writeFileSync(path.join(copy, testName), JSON.stringify(test), { mode: 0o600 });
  }
  return problem === null ? ok(test) : refuse(problem);
}

function problemOf(copy: string, { files, holds }: z.infer<typeof manifestSchema>): string | null {
  let found: Inspection;
  try {
    found = inspectFile(path.join(copy, recordsFile));
  } catch (error) {
    return `The copy cannot be opened: ${(error as Error).message}.`;
  }
  const [damage] = found.damage;
  if (damage) return `The records in the copy are damaged: ${damage}.`;
  const [orphan] = Object.keys(found.orphans);
  if (orphan) return `The records in the copy are torn: ${orphan} names what is not there.`;
  if (holds && (holds.entries !== found.entries || holds.machines !== found.machines)) {
    return `The copy counts ${found.entries} entries; ${holds.entries} were copied.`;
  }
  const kept = new Set(files.map(({ name }) => name));
  const lost = found.photos.find((id) => !kept.has(`photos/${id}.jpg`));
  return lost ? `The copy lacks a picture that its book names: ${lost}.jpg.` : null;
}

/** Removes copies by name. Only what is a copy is touched. */
export function dropCopies(target: string, names: readonly string[]): void {
  for (const { name, folder } of listCopies(target)) {
    if (names.includes(name)) fs.rmSync(folder, { recursive: true });
  }
}

function jsonIn(file: string): unknown {
  try {
    return JSON.parse(fs.readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}

/**
 * Moves the folder of the data aside, whole.
 * @param now UTC milliseconds, for the name it gets
 * @returns where it is now; `null`: there was none
 */
export function moveAside(dataDir: string, now: number): Outcome<string | null> {
  const target = path.resolve(dataDir);
  const server = holderOf(target);
  if (server !== null) {
    return refuse(
      `The server (process ${server}) works on ${target}: stop it first. Nothing was changed.`,
    );
  }
  if (!fs.existsSync(target)) return ok(null);
  const aside = `${target}.before-restore-${nameOf(now)}`;
  fs.renameSync(target, aside);
  return ok(aside);
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
  const coming = `${target}.coming`;
  fs.rmSync(coming, { recursive: true, force: true });
  fs.mkdirSync(coming, { recursive: true, mode: 0o700 });
  for (const { name } of read.value.files) {
    const file = path.join(coming, name);
    fs.mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
    fs.copyFileSync(path.join(path.resolve(copy), name), file);
    fs.chmodSync(file, 0o600);
  }
  const aside = moveAside(target, now);
  if (!aside.ok) {
    fs.rmSync(coming, { recursive: true });
    return aside;
  }
  fs.renameSync(coming, target);
  const { files } = read.value;
  return ok({
    folder: target,
    files: files.length,
    bytes: files.reduce((sum, { bytes }) => sum + bytes, 0),
    aside: aside.value,
  });
}
