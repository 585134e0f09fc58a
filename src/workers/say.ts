import type { JobWord } from '../services/background/background-job';

/** Tells the server of the work. A server that died hears nothing: that is no fault of ours. */
export function say(word: JobWord): void {
  process.send?.(word, undefined, undefined, () => undefined);
}

/** Tells how it ended, and ends. */
export function sayLast(word: JobWord): void {
  process.send?.(word, undefined, undefined, () => process.disconnect());
}
