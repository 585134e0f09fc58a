import { createHash, createHmac, randomBytes } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { newToken } from '../records/ids';
import type { Shop } from './shop';

/** The secret that signs session cookies: made once, kept beside the data, readable by its owner. */
export function signingSecret(dataDir: string): string {
  const file = path.join(dataDir, 'secret');
  try {
    fs.writeFileSync(file, randomBytes(32).toString('hex'), { flag: 'wx', mode: 0o600 });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
  }
  return fs.readFileSync(file, 'utf8');
}

/** Keyed hash of a text for one purpose: only this shop can make it. Base64url, 256 bits. */
export function keyed(shop: Pick<Shop, 'dataDir'>, purpose: string, text: string): string {
  return createHmac('sha256', signingSecret(shop.dataDir))
    .update(`${purpose}:${text}`)
    .digest('base64url');
}

/** An unguessable token for a link (160 bits, base64url) and the hash that is kept of it. */
export function linkToken(): { token: string; hash: string } {
  const token = newToken();
  return { token, hash: hashOf(token) };
}

/** What is kept of an unguessable token. */
export function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
