export function notText(bytes: Uint8Array): string | null {
  if (bytes.length === 0) return 'The file is empty.';
  const head = bytes.subarray(0, 65_536);
  let strange = 0;
  for (const byte of head) {
    if (byte === 0) return 'The file is binary, not G-code. Export the job as text.';
    if (byte < 9 || (byte > 13 && byte < 32)) strange += 1;
  }
  return strange > head.length / 50
    ? 'The file is binary, not G-code. Export the job as text.'
    : null;
}

/** FNV-1a over the bytes, twice with different seeds: tells files apart, not secrets. */
export function hashOf(bytes: Uint8Array): string {
  let a = 0x811c9dc5;
  let b = 0x01000193;
  for (const byte of bytes) {
    a = Math.imul(a ^ byte, 0x01000193);
    b = Math.imul(b ^ byte, 0x5bd1e995);
  }
  const hex = (value: number) => (value >>> 0).toString(16).padStart(8, '0');
  return `${hex(a)}${hex(b)}${bytes.length.toString(16)}`;
}
