import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { extract, pack } from 'tar-stream';
import { z } from 'zod';
import { fail, ok, type Result } from '../../core/units/result';
import {
  alreadyHere,
  archiveParts,
  isEmpty,
  partSchema,
  readArchiveParts,
  writeArchiveRows,
  type ArchivePart,
  type ArchiveRow,
} from '../../records/archive';
import { write } from '../../records/database';
import { newToken } from '../../records/ids';
import type { MachineRow } from '../../records/machines';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { rebuildUsage } from '../usage/usage';

const formatName = 'bitacora archive';
/** Of the format. A reader takes its own and older ones. 2: a care says in which way of its sheet it was done. */
const version = 2;
const manifestName = 'archive.json';
const schemaName = 'schema.json';
const photoName = /^photos\/[0-9a-f-]{36}\.jpg$/;

const manifestSchema = z.object({
  format: z.literal(formatName),
  version: z.number().int(),
  shop: z.string(),
  zone: z.string(),
  /** the machine it is of; null: the whole shop */
  machine: z.object({ id: z.string(), nickname: z.string() }).nullable(),
  files: z.array(
    z.object({
      name: z.string(),
      bytes: z.number().int().nonnegative(),
      sha256: z.string().length(64),
      rows: z.number().int().nonnegative().optional(),
    }),
  ),
});
type Manifest = z.infer<typeof manifestSchema>;

/** What was packed or taken in. */
export interface ArchiveMade {
  machine: string | null;
  entries: number;
  photos: number;
  bytes: number;
}

/** Writes lines into a file and tells what came of it. */
class Spool {
  readonly #handle: number;
  readonly #hash = createHash('sha256');
  #waiting = '';
  #bytes = 0;
  #rows = 0;

  constructor(
    file: string,
    readonly name: string,
  ) {
    fs.mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
    this.#handle = fs.openSync(file, 'wx', 0o600);
  }

  line(row: unknown): void {
    this.#waiting += `${JSON.stringify(row)}\n`;
    this.#rows += 1;
    if (this.#waiting.length > 1 << 18) this.#flush();
  }

  #flush(): void {
    const bytes = Buffer.from(this.#waiting);
    this.#waiting = '';
    this.#hash.update(bytes);
    this.#bytes += bytes.length;
    fs.writeSync(this.#handle, bytes);
  }

  end(): Manifest['files'][number] {
    this.#flush();
    fs.closeSync(this.#handle);
    return {
      name: this.name,
      bytes: this.#bytes,
      sha256: this.#hash.digest('hex'),
      rows: this.#rows,
    };
  }
}

/** The rules of every file of lines, as JSON Schema. */
function schemas(): string {
  const files = archiveParts.map((part) => [
    part.file,
    z.toJSONSchema(partSchema(part), { unrepresentable: 'any' }),
  ]);
  return `${JSON.stringify(Object.fromEntries(files), null, 1)}\n`;
}

/**
 * Packs the shop, or one machine with its history, into an open archive: a compressed tar of JSON Lines a table and a
 * kind of entry, their rules, pictures, and a list with checksums. The same book gives the same bytes. Passwords, keys
 * and devices stay here; so does what is derived.
 * @param target the file; there must be none
 * @param machine alone; `null`: the whole shop
 */
export async function packArchive(
  shop: Shop,
  target: string,
  machine: Pick<MachineRow, 'id' | 'nickname'> | null = null,
): Promise<Outcome<ArchiveMade>> {
  const file = path.resolve(target);
  if (fs.existsSync(file)) return refuse(`${file} is there already: nothing was packed.`);
  if (!fs.existsSync(path.dirname(file))) {
    return refuse(`There is no folder ${path.dirname(file)}: nothing was packed.`);
  }
  const aside = fs.mkdtempSync(`${file}.`);
  const part = path.join(aside, 'archive.part');
  try {
    const { files, photos } = spoolParts(shop, aside, machine?.id ?? null);
    const manifest: Manifest = {
      format: formatName,
      version,
      shop: shop.name,
      zone: shop.zone,
      machine: machine && { id: machine.id, nickname: machine.nickname },
      files,
    };
    const tar = pack();
    const packed = pipeline(tar, createGzip(), fs.createWriteStream(part, { mode: 0o600 }));
    const give = (name: string, bytes: string | Buffer) =>
      tar.entry({ name, mtime: new Date(0), mode: 0o644 }, bytes);
    give(manifestName, `${JSON.stringify(manifest, null, 1)}\n`);
    for (const { name, bytes } of files) {
      const source = photoName.test(name) ? path.join(shop.dataDir, name) : path.join(aside, name);
      const entry = tar.entry({ name, size: bytes, mtime: new Date(0), mode: 0o644 });
      await pipeline(fs.createReadStream(source), entry);
    }
    tar.finalize();
    await packed;
    fs.renameSync(part, file);
    return ok({
      machine: machine?.nickname ?? null,
      entries: entriesOf(files),
      photos,
      bytes: fs.statSync(file).size,
    });
  } finally {
    fs.rmSync(aside, { recursive: true, force: true });
  }
}

const entriesOf = (files: Manifest['files']) =>
  files.filter(({ name }) => name.startsWith('book/')).reduce((sum, { rows = 0 }) => sum + rows, 0);

/** Writes every part into a folder; pictures stay where they are, and are only counted. */
function spoolParts(shop: Shop, folder: string, machineId: string | null) {
  const files: Manifest['files'] = [];
  const spools = new Map<string, Spool>();
  const pictures: string[] = [];
  readArchiveParts(shop.db, machineId, ({ file, table }, row) => {
    let spool = spools.get(file);
    if (!spool) spools.set(file, (spool = new Spool(path.join(folder, file), file)));
    spool.line(row);
    if (table.name === 'photo') pictures.push(`photos/${String(row['id'])}.jpg`);
  });
  for (const spool of spools.values()) files.push(spool.end());
  const rules = Buffer.from(schemas());
  fs.writeFileSync(path.join(folder, schemaName), rules);
  files.unshift({ name: schemaName, bytes: rules.length, sha256: sha256(rules) });
  const there = pictures.filter((name) => fs.existsSync(path.join(shop.dataDir, name)));
  for (const name of there) {
    const bytes = fs.readFileSync(path.join(shop.dataDir, name));
    files.push({ name, bytes: bytes.length, sha256: sha256(bytes) });
  }
  return { files, photos: there.length };
}

const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** An archive that cannot be taken in: what is wrong with it. */
class Unfit extends Error {}

/**
 * Takes an archive in: a whole shop into one that holds nothing yet, or one machine with its history into any. All of
 * it is kept or nothing. What is derived is derived anew.
 */
export async function takeArchiveIn(
  shop: Shop,
  actor: Actor,
  source: string,
): Promise<Outcome<ArchiveMade>> {
  const file = path.resolve(source);
  if (!fs.existsSync(file)) return refuse(`There is no file ${file}.`);
  const aside = fs.mkdtempSync(path.join(shop.dataDir, 'coming-'));
  try {
    const manifest = await unpack(file, aside);
    const problem = manifest.machine ? machineProblem(shop, manifest.machine) : wholeProblem(shop);
    if (problem) return refuse(`${problem} Nothing was taken in.`);
    const pictures = manifest.files.filter(({ name }) => photoName.test(name));
    const taken = takeRows(shop, actor, aside, manifest, pictures);
    if (!taken.ok) return refuse(`${taken.error} Nothing was taken in.`);
    return ok({
      machine: manifest.machine?.nickname ?? null,
      entries: entriesOf(manifest.files),
      photos: pictures.length,
      bytes: fs.statSync(file).size,
    });
  } catch (error) {
    if (error instanceof Unfit) return refuse(`${error.message} Nothing was taken in.`);
    throw error;
  } finally {
    fs.rmSync(aside, { recursive: true, force: true });
  }
}

function wholeProblem(shop: Shop): string | null {
  return isEmpty(shop.db)
    ? null
    : 'This is the archive of a whole shop, and this shop holds a book already: name an empty folder with DATA_DIR.';
}

function machineProblem(
  { db }: Shop,
  { id, nickname }: { id: string; nickname: string },
): string | null {
  if (alreadyHere(db, 'machine', 'id', id)) return `${nickname} is in this book already.`;
  return alreadyHere(db, 'machine', 'nickname', nickname)
    ? `There is a machine called ${nickname} here: rename that one first.`
    : null;
}

/** Unpacks an archive into a folder, each file as its list says. @throws Unfit */
async function unpack(file: string, folder: string): Promise<Manifest> {
  const known = new Set([manifestName, schemaName, ...archiveParts.map((part) => part.file)]);
  const reader = extract();
  const sums = new Map<string, { bytes: number; sha256: string }>();
  const reading = pipeline(fs.createReadStream(file), createGunzip(), reader).catch(
    (error: Error) => {
      throw new Unfit(`${path.basename(file)} is no archive, or it is damaged (${error.message}).`);
    },
  );
  const unpacking = (async () => {
    for await (const entry of reader) {
      // others who pack it anew name folders too, and begin at the folder they stand in
      const name = entry.header.name.replace(/^\.\//, '');
      if (entry.header.type === 'directory') {
        entry.resume();
        continue;
      }
      if (!known.has(name) && !photoName.test(name)) {
        throw new Unfit(`The archive holds a file that has no place in it: ${name.slice(0, 80)}.`);
      }
      const target = path.join(folder, name);
      fs.mkdirSync(path.dirname(target), { recursive: true, mode: 0o700 });
      const hash = createHash('sha256');
      let bytes = 0;
      await pipeline(
        entry,
        async function* (source: AsyncIterable<unknown>) {
          for await (const piece of source as AsyncIterable<Buffer>) {
            hash.update(piece);
            bytes += piece.length;
            yield piece;
          }
        },
        fs.createWriteStream(target, { flags: 'wx', mode: 0o600 }),
      );
      sums.set(name, { bytes, sha256: hash.digest('hex') });
    }
  })();
  const [read, unpacked] = await Promise.allSettled([reading, unpacking]);
  if (unpacked.status === 'rejected' && unpacked.reason instanceof Unfit) throw unpacked.reason;
  if (read.status === 'rejected') throw read.reason;
  if (unpacked.status === 'rejected') throw unpacked.reason;
  if (!sums.has(manifestName)) throw new Unfit(`The archive has no ${manifestName}.`);
  const listed = manifestSchema.safeParse(
    jsonOf(fs.readFileSync(path.join(folder, manifestName), 'utf8')),
  );
  if (!listed.success) throw new Unfit(`The archive's ${manifestName} cannot be read.`);
  const manifest = listed.data;
  if (manifest.version > version) {
    throw new Unfit('The archive was made by a newer version of this program: use that one.');
  }
  for (const { name, bytes, sha256: sum } of manifest.files) {
    const found = sums.get(name);
    if (!found) throw new Unfit(`The archive is not whole: ${name} is missing.`);
    if (found.bytes !== bytes || found.sha256 !== sum) {
      throw new Unfit(`The archive is damaged: ${name} is not as it was packed.`);
    }
  }
  const unlisted = [...sums.keys()].find(
    (name) => name !== manifestName && !manifest.files.some((one) => one.name === name),
  );
  if (unlisted)
    throw new Unfit(`The archive holds a file that its list does not name: ${unlisted}.`);
  return manifest;
}

/** Puts rows and pictures in place; pictures first, so that the book never names one that is not there. */
function takeRows(
  shop: Shop,
  actor: Actor,
  folder: string,
  { machine, files, shop: from }: Manifest,
  pictures: Manifest['files'],
): Result<null> {
  const placed: string[] = [];
  const names = new Set(files.map(({ name }) => name));
  let kept = false;
  try {
    for (const { name } of pictures) {
      const target = path.join(shop.dataDir, name);
      fs.mkdirSync(path.dirname(target), { recursive: true, mode: 0o700 });
      if (fs.existsSync(target)) return fail(`The picture ${name} is here already.`);
      fs.copyFileSync(path.join(folder, name), target);
      placed.push(target);
    }
    const parts = archiveParts.filter(({ file }) => names.has(file));
    const taken = write(shop.db, (): Result<null> => {
      const rows = writeArchiveRows(shop.db, rowsOf(folder, parts, machine !== null));
      if (!rows.ok) return rows;
      if (machine) {
        writeEntry(shop, actor, {
          kind: 'machine',
          machineId: machine.id,
          data: { change: 'came with its history', from, to: machine.nickname },
        });
      }
      rebuildUsage(shop);
      return ok(null);
    });
    kept = taken.ok;
    return taken;
  } finally {
    if (!kept) for (const file of placed) fs.rmSync(file, { force: true });
  }
}

/** Every row of some parts, read line after line and checked by its rules. @throws Unfit */
function* rowsOf(
  folder: string,
  parts: readonly ArchivePart[],
  newLabels: boolean,
): Generator<{ part: ArchivePart; row: ArchiveRow }> {
  for (const part of parts) {
    const schema = partSchema(part);
    let line = 0;
    for (const text of linesOf(path.join(folder, part.file))) {
      line += 1;
      const row = jsonOf(text);
      const read = schema.safeParse(row);
      if (!read.success) {
        const { path: where, message } = read.error.issues[0]!;
        throw new Unfit(`${part.file}, line ${line}: ${where.join('.') || 'row'}: ${message}.`);
      }
      const kept = row as ArchiveRow;
      if (newLabels && part.table.name === 'machine') kept['label_token'] = newToken();
      yield { part, row: kept };
    }
  }
}

/** The lines of a file, without holding all of it. */
function* linesOf(file: string): Generator<string> {
  const handle = fs.openSync(file, 'r');
  const piece = Buffer.alloc(1 << 18);
  const decoder = new TextDecoder();
  let rest = '';
  try {
    for (let read; (read = fs.readSync(handle, piece)) > 0;) {
      const lines = (rest + decoder.decode(piece.subarray(0, read), { stream: true })).split('\n');
      rest = lines.pop()!;
      yield* lines;
    }
    if (rest) yield rest;
  } finally {
    fs.closeSync(handle);
  }
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
