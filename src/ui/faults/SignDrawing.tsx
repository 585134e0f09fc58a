/** Line drawings of the signs, 48 by 48, drawn for this program. The head is a box with a nozzle, the stock a line. */
const head = 'M18 6h12v12h-4l-2 4-2-4h-4z';
const stock = 'M5 36h38';
const box = 'M6 14h36v28H6z';

const drawings: Readonly<Record<string, string>> = {
  fire: `${stock}M24 32c-7 0-9-5-7-9 1 2 2 3 3 3-1-6 3-8 4-13 3 3 7 8 7 13 0 4-3 6-7 6z`,
  guard: `${box}M6 14 34 4M20 42l4-10-6-6 8-12`,
  electric: 'M27 4 14 26h9l-4 18 15-24h-9z',
  alarm: 'M14 30c0-12 2-18 10-18s10 6 10 18l4 4H10zM20 38a4 4 0 0 0 8 0M8 12l-4-4M40 12l4-4',
  nobeam: `${head}${stock}M16 26l16 8M32 26l-16 8`,
  weak: `${head}M24 22v14M5 36h16M27 36h16M5 42h38M21 36l3 3 3-3`,
  uneven: 'M6 12h10M22 12h6M36 12h6M6 20h20M32 20h10M6 28h4M16 28h14M38 28h4M6 36h14M28 36h14',
  corner: `${box}M10 18h8v8h-8zM30 32h2M36 32h2M30 37h2M36 37h2`,
  char: 'M5 16h15l-3 4 3 4-3 4 3 4-3 4M43 16H28l3 4-3 4 3 4-3 4 3 4M5 40h12M31 40h12',
  backsoot: `M5 18h38v6H5zM9 28c2-2 4 2 6 0M20 29c2-3 5 2 8 0M33 28c2-2 4 2 6 0M12 33h4M22 35h5M32 33h4`,
  smoke: `${box}M14 36c-4-5 4-6 0-12M24 36c-4-5 4-6 0-14M34 36c-4-5 4-6 0-12`,
  'room-smoke': `M6 20h24v22H6zM18 20c-4-6 5-6 1-14M30 30c6-3 5 4 12-1M30 37c6-3 5 4 12-1`,
  smell:
    'M14 40c-2-8 0-12 6-14-3-6-1-12 4-18 1 8 3 12 2 20 4 2 4 8 0 10-4 2-8 1-8-2M34 14c3 3-2 5 1 8M40 12c3 3-2 5 1 8',
  stutter: `M6 10h8v8H6zM20 10h8v8h-8zM34 10h8v8h-8zM8 28l6 6 4-8 5 10 5-12 5 10 7-6M14 14h3M31 14h3`,
  bump: 'M4 34h14c2 0 3-6 6-6s4 6 6 6h14M17 8h14v10H17zM24 18v5M10 42h6M32 42h6M10 13H5M43 13h-5',
  wander: 'M24 8a15 15 0 1 0 14 11M34 22l5-4-2-7M8 44h6M20 44h14',
  focus: `${head}M14 24l10 12 10-12M10 36h28M24 36v6M18 42h12`,
  drag: 'M12 8h18v12H12zM16 20v6M26 20v6M4 32h30l6-4M34 32c2 4 6 2 8 5M8 38h18',
  air: `${head}M24 26v3M17 28c-4 2-4 6-9 6M31 28c4 2 4 6 9 6M24 33v3M5 42h38`,
  fan: 'M24 24m-4 0a4 4 0 1 0 8 0a4 4 0 1 0-8 0M24 20c-6-4-4-14 2-14 4 0 4 8-2 14M28 24c4-6 14-4 14 2 0 4-8 4-14-2M24 28c6 4 4 14-2 14-4 0-4-8 2-14M20 24c-4 6-14 4-14-2 0-4 8-4 14 2',
  coolant: 'M24 5c6 9 12 15 12 23a12 12 0 0 1-24 0c0-8 6-14 12-23zM16 29h16',
  other: 'M6 8h36v24H24l-9 9v-9H6zM16 20h2M23 20h2M30 20h2',
};

/** The drawing of a sign; it goes with its words, which say the same. */
export function SignDrawing({ sign }: { sign: string }) {
  return (
    <svg viewBox="0 0 48 48" width="40" height="40" aria-hidden="true" focusable="false">
      <path
        d={drawings[sign] ?? drawings['other']}
        fill="none"
        stroke="currentColor"
        strokeWidth="2.4"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
    </svg>
  );
}
