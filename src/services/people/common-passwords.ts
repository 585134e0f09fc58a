import { dictionary } from '@zxcvbn-ts/language-common';

let common: ReadonlySet<string> | null = null;

/**
 * Whether a password is among the fifty thousand most used, which are tried first (OWASP ASVS 4.0, 2.1.7). Case and the
 * blanks around it make no other password of it.
 */
export function isCommonPassword(password: string): boolean {
  common ??= new Set(dictionary.passwords);
  return common.has(password.trim().toLowerCase());
}
