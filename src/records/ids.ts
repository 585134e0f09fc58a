import { randomBytes } from 'node:crypto';
import { v7 } from 'uuid';

/** A new id: opaque, sortable by the time it was made. */
export function newId(): string {
  return v7();
}

/** A token that cannot be guessed (160 bits), fit for a link. */
export function newToken(): string {
  return randomBytes(20).toString('base64url');
}
