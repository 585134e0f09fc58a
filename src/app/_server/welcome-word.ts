import { randomInt } from 'node:crypto';

const place = globalThis as { bitacoraWelcomeWord?: string };

const letters = 'abcdefghjkmnpqrstuvwxyz23456789';

/**
 * The word that the first page of a new shop asks for where others could reach it first: made when the server
 * starts and printed where only its owner reads. `null` where the server listens on loopback alone.
 */
export function welcomeWord(): string | null {
  const host = process.env['HOST'] || '127.0.0.1';
  const loopback = /^(127\.|localhost$|::1$|\[::1\]$)/.test(host);
  if (loopback && !process.env['PUBLIC_URL'] && !process.env['TRUST_PROXY']) return null;
  place.bitacoraWelcomeWord ??= Array.from({ length: 3 }, () =>
    Array.from({ length: 4 }, () => letters[randomInt(letters.length)]).join(''),
  ).join('-');
  return place.bitacoraWelcomeWord;
}
