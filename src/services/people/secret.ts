import { createHash, createHmac, randomBytes } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { RecordsUnusable } from '../../records/database';
import { newToken } from '../../records/ids';

const secretFile = (dataDir: string) => path.join(dataDir, 'secret');

/**
 * Makes the secret of a new shop, whole or not at all. One that is there stays.
 * @returns whether it was made now
 */
export function makeSecret(dataDir: string): boolean {
  const file = secretFile(dataDir);
  if (fs.existsSync(file)) return false;
  const part = `${file}.${process.pid}.part`;
  fs.writeFileSync(part, randomBytes(32).toString('hex'), { mode: 0o600 });
  try {
    fs.linkSync(part, file); // fails where another process was quicker
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    return false;
  } finally {
    fs.rmSync(part, { force: true });
  }
}

/**
 * The secret that signs session cookies, links and codes: made once, kept beside the data, readable by its owner.
 * @throws RecordsUnusable when it is missing or empty
 */
export function signingSecret(dataDir: string): string {
  const file = secretFile(dataDir);
  let text = '';
  try {
    text = fs.readFileSync(file, 'utf8').trim();
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
  }
  if (text.length >= 32) return text;
  throw new RecordsUnusable(
    `The file ${file} is missing or empty. It signs sign-ins, links and label codes. Put it back from a copy; if there is none, "npm run -s bitacora -- new-secret" makes another: then everybody signs in anew, label codes are given anew, and links to reports and the calendar change.`,
  );
}

/** Puts a new secret in place of one that was lost. What was signed with that one no longer holds. */
export function renewSecret(dataDir: string): void {
  fs.rmSync(secretFile(dataDir), { force: true });
  makeSecret(dataDir);
}

/** Keyed hash of a text for one purpose: only this shop can make it. Base64url, 256 bits. */
export function keyed(shop: { dataDir: string }, purpose: string, text: string): string {
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
