/** A letter with its number, as `X10.5`. */
export type Word = readonly [letter: string, value: number];

/** One line taken apart. */
export interface Line {
  words: Word[];
  /** the first stretch of text that is neither word nor comment, or `null` */
  odd: string | null;
}

const isDigit = (code: number) => code >= 48 && code <= 57;

/**
 * Takes one line of G-code apart: words in order, letters in capitals; comments in round brackets or
 * after a semicolon, a block-delete stroke, per cent signs and checksums are left out.
 * @example lineWords('N10 g1 X10.5Y-2 ; cut').words // [['N', 10], ['G', 1], ['X', 10.5], ['Y', -2]]
 */
export function lineWords(line: string): Line {
  const words: Word[] = [];
  let odd: string | null = null;
  const { length } = line;
  for (let i = 0; i < length;) {
    const code = line.charCodeAt(i);
    if (code <= 32 || code === 0x25 /* % */ || (code === 0x2f /* / */ && words.length === 0)) {
      i += 1;
    } else if (code === 0x3b /* ; */ || code === 0x2a /* checksum */) {
      break;
    } else if (code === 0x28 /* ( */) {
      const end = line.indexOf(')', i);
      if (end < 0) break;
      i = end + 1;
    } else {
      const letter = code | 32;
      const end = letter >= 97 && letter <= 122 ? numberEnd(line, i + 1) : -1;
      if (end < 0) {
        odd ??= line.slice(i).trim().slice(0, 24);
        break;
      }
      words.push([String.fromCharCode(letter - 32), Number(line.slice(i + 1, end))]);
      i = end;
    }
  }
  return { words, odd };
}

/** Where the number that begins at an index ends, or -1 when none begins there. */
function numberEnd(line: string, start: number): number {
  let i = start;
  while (line.charCodeAt(i) === 32) i += 1;
  const sign = line.charCodeAt(i);
  if (sign === 0x2b || sign === 0x2d) i += 1;
  let digits = 0;
  for (; isDigit(line.charCodeAt(i)); i++) digits += 1;
  if (line.charCodeAt(i) === 0x2e) {
    i += 1;
    for (; isDigit(line.charCodeAt(i)); i++) digits += 1;
  }
  return digits > 0 ? i : -1;
}
