import fs from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { ok } from '../../core/units/result';
import { entryById } from '../../records/audit-log';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import { insertPhoto, photoById, photoByKey } from '../../records/photos';
import { refuse, type Outcome, type Shop } from '../shop';

/** The largest picture taken, in bytes. */
export const largestPhotoBytes = 10 * 1024 * 1024;
/** The most pixels a picture may have: what it takes to work on one is told by them, not by its bytes. */
const mostPixels = 60_000_000;
const longestEdge = 1600;
const accepted = new Set(['jpeg', 'png', 'webp']);

/** A picture re-encoded by us, ready to be kept. */
export interface ReadyPhoto {
  jpeg: Buffer;
  width: number;
  height: number;
}

/**
 * Reads a picture and encodes it anew as JPEG: what is kept holds pixels only, no metadata and
 * nothing that hid behind them. Refuses what is no JPEG, PNG or WebP, whatever its name says.
 */
export function readPhoto(bytes: Uint8Array): Promise<Outcome<ReadyPhoto>> {
  // one after another: each takes four bytes a pixel while it is worked on
  const read = place.then(() => readOne(bytes));
  place = read.catch(() => undefined);
  return read;
}

let place: Promise<unknown> = Promise.resolve();

async function readOne(bytes: Uint8Array): Promise<Outcome<ReadyPhoto>> {
  if (bytes.length > largestPhotoBytes) {
    return refuse(
      'The picture is larger than 10 MB. Take a smaller one; what you wrote is kept.',
      'photo',
    );
  }
  if (isHeic(bytes)) {
    return refuse(
      'This phone sent a HEIC picture. Set the camera to "most compatible" (JPEG), or send it without.',
      'photo',
    );
  }
  try {
    // read for its head alone; nothing is decoded before its size is known
    const { format, width, height } = await sharp(bytes, { limitInputPixels: false }).metadata();
    if (!format || !accepted.has(format)) {
      return refuse('Only JPEG, PNG and WebP pictures are taken.', 'photo');
    }
    if (width * height > mostPixels) {
      return refuse(
        `The picture has ${Math.round((width * height) / 1e6)} megapixels; at most ${mostPixels / 1e6} are taken. What you wrote is kept.`,
        'photo',
      );
    }
    const image = sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error' });
    const { data, info } = await image
      .rotate()
      .resize(longestEdge, longestEdge, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    return ok({ jpeg: data, width: info.width, height: info.height });
  } catch {
    return refuse('This file is not a picture that can be read. What you wrote is kept.', 'photo');
  }
}

function isHeic(bytes: Uint8Array): boolean {
  const brand = Buffer.from(bytes.subarray(4, 12)).toString('latin1');
  return /^ftyp(heic|heix|mif1|msf1|hevc)/.test(brand);
}

function photoFile(shop: Shop, id: string): string {
  return path.join(shop.dataDir, 'photos', `${id}.jpg`);
}

/**
 * Keeps a picture with an entry of the book: the file is on disk before the book names it.
 * @param key what its sender names it by: the same key again keeps nothing more
 */
export function keepPhoto(
  shop: Shop,
  entryId: string,
  photo: ReadyPhoto,
  key: string | null = null,
): Outcome<string> {
  if (!entryById(shop.db, entryId)) return refuse('The entry of this picture is not in the book.');
  const known = key === null ? null : photoByKey(shop.db, `${entryId}:${key}`);
  if (known) return ok(known.id);
  const id = newId();
  const file = photoFile(shop, id);
  fs.mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
  try {
    fs.writeFileSync(file, photo.jpeg, { flag: 'wx', mode: 0o600, flush: true });
    write(shop.db, () =>
      insertPhoto(shop.db, {
        id,
        entryId,
        width: photo.width,
        height: photo.height,
        storedAt: shop.now(),
        key: key === null ? null : `${entryId}:${key}`,
      }),
    );
  } catch (error) {
    fs.rmSync(file, { force: true });
    throw error;
  }
  return ok(id);
}

/** The bytes of a kept picture, or `null`. */
export function photoBytes(shop: Shop, id: string): Buffer | null {
  if (!photoById(shop.db, id)) return null;
  try {
    return fs.readFileSync(photoFile(shop, id));
  } catch {
    return null;
  }
}
