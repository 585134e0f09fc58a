import fs from 'node:fs';

/** Exit codes. */
export const done = 0;
export const someRefused = 1;
export const unusable = 2;

/** Input that cannot be used: said in a sentence, exit code 2. */
export class Unusable extends Error {}

export function out(text: string): void {
  fs.writeSync(1, `${text}\n`);
}

/** A word of the command line that must be there. */
export function required(value: string | undefined, what: string): string {
  if (!value) throw new Unusable(`${what} is missing. See: help`);
  return value;
}
