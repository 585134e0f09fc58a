/**
 * Stands for Node's `Buffer` in the browser, where there is none: what asks for it (`devalue`, which packs) does without,
 * and a polyfill of 9 kB stays out of every page.
 */
export const Buffer = undefined;
