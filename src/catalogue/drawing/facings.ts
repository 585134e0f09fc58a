import { disc, fan, lens, rect, ring, row } from './shapes';

/** Which way round a part goes back, drawn: its outline, what tells the way, and a word for the side where that is needed. */
export interface FacingDrawing {
  d: string;
  /** what tells the way */
  mark: string;
  words?: { text: string; x: number; y: number };
}

/** A lens in the beam, which comes from above: which way round it sat is chosen by its drawing. */
export const lensFacings = ['bulging side to the beam', 'bulging side to the work'] as const;

/** The paper of a facing. */
export const facingPaper = { width: 96, height: 72 };

const arrow = (x: number, y: number, dx: number, dy: number) => {
  const [tx, ty] = [x + dx, y + dy];
  const back = (sx: number, sy: number) =>
    `L${tx - Math.sign(dx) * 7 + sx * 5} ${ty - Math.sign(dy) * 7 + sy * 5}`;
  const [sx, sy] = dx === 0 ? [1, 0] : [0, 1];
  return `M${x} ${y}L${tx} ${ty}M${tx} ${ty}${back(sx, sy)}M${tx} ${ty}${back(-sx, -sy)}`;
};

const vents = (x: number, y: number) => row(4, (i) => `M${x} ${y + i * 7}h14`);
const front = { text: 'front', x: 48, y: 70 };
const back = { text: 'back', x: 48, y: 10 };
const work = { text: 'work', x: 48, y: 70 };
const gantry = rect(4, 14, 8, 44);
/** A head from the side, its opening below. */
const head = rect(26, 6, 44, 40) + 'M38 46h20v8h-20z';
const opening = arrow(48, 48, 0, 20);
/** A bed, a tray from above, the rear up. */
const flat = rect(12, 16, 72, 42);
const tray = rect(12, 6, 72, 42);
const cells = row(7, (i) => disc(22 + i * 9, 37, 3.4));
const rearEdge = 'M12 16h72';
/** A cone, wide above. */
const cone = 'M26 14h44l-14 44h-16z';
const wide = 'M26 14h44';
const hose = 'M6 30h44v14h-44z';
const shield = rect(20, 12, 56, 44);

/**
 * By what is said of the facing. Beds, trays and covers are seen from above, the rear up; all else as it stands, seen
 * from the front or, where the gantry is drawn, from the side.
 */
export const facingDrawings: Readonly<Record<string, FacingDrawing>> = {
  'bulging side to the beam': { d: 'M24 48Q48 12 72 48z', mark: arrow(48, 2, 0, 22), words: work },
  'bulging side to the work': {
    d: 'M24 30h48Q48 66 24 30z',
    mark: arrow(48, 2, 0, 22),
    words: work,
  },
  'The marked face to the work': {
    d: rect(20, 24, 56, 14) + rect(14, 38, 68, 8),
    mark: row(4, (i) => disc(30 + i * 12, 36, 2.4)),
    words: work,
  },
  'Pen marks in three places meet': {
    d: disc(48, 36, 28) + disc(48, 36, 18),
    mark: 'M48 4v20M19 50l12 -7M77 50l-12 -7',
  },
  'Bright side to the beam': {
    d: rect(20, 34, 56, 12),
    mark: arrow(48, 4, 0, 22) + row(5, (i) => `M${24 + i * 12} 34l6 -6`),
    words: { text: 'its mount', x: 48, y: 66 },
  },
  'It seats one way only': {
    d: 'M24 12h48v30l-18 18h-30z',
    mark: 'M72 42l-18 18' + disc(32, 20, 3) + disc(64, 20, 3),
  },
  'Notch to the front': { d: disc(48, 30, 24), mark: 'M42 53v-9h12v9', words: front },
  'Grille outwards': {
    d: fan(34, 36, 20),
    mark: row(4, (i) => `M62 ${20 + i * 10}h16`) + 'M60 12v48',
  },
  'Vents away from the gantry, opening down': { d: gantry + head, mark: vents(54, 13) + opening },
  'Upright, opening down': { d: head, mark: opening },
  'Back to the gantry, opening down': { d: gantry + head, mark: 'M26 6v40M14 26h12' + opening },
  'Opening down': { d: rect(30, 2, 36, 8) + head, mark: opening },
  'Ribbon cable to the side of the tube': {
    d: rect(30, 14, 40, 40) + rect(4, 8, 8, 52),
    mark: 'M30 34C22 24 20 44 12 34',
  },
  'Drawn forward, lens side down': {
    d: rect(26, 8, 44, 38),
    mark: lens(48, 48, 34, 4, true) + arrow(48, 56, 0, 14),
  },
  'To its collar': { d: hose + rect(60, 24, 10, 26), mark: arrow(50, 37, 20, 0) },
  'To its fitting': {
    d: hose + rect(60, 22, 12, 30) + rect(72, 30, 16, 14),
    mark: arrow(50, 37, 20, 0),
  },
  'To its barb': { d: hose + 'M60 37l10 -8v16zM70 37l10 -8v16z', mark: arrow(44, 37, 18, 0) },
  'Clip to its side': { d: rect(14, 22, 52, 28) + rect(66, 28, 18, 16), mark: 'M22 22v-8h32l6 8' },
  'Power and motor as noted': {
    d: rect(8, 12, 34, 20) + rect(8, 42, 34, 20),
    mark: 'M42 22h44M42 52h44' + disc(76, 22, 3) + disc(76, 52, 3) + disc(66, 52, 3),
  },
  'Contacts as they lay': {
    d: rect(6, 20, 60, 32) + rect(70, 14, 18, 44),
    mark: row(5, (i) => `M54 ${25 + i * 5.6}h12`),
  },
  'Notch up': { d: rect(14, 24, 68, 30), mark: 'M40 24v-9h16v9' },
  'Under the screw that was noted': {
    d: 'M4 40h34' + ring(disc(52, 40, 14), disc(52, 40, 6)),
    mark: disc(52, 18, 8) + 'M46 18h12M52 26v14',
  },
  'Face down, square': { d: rect(32, 8, 32, 36), mark: 'M32 44h32' + arrow(48, 48, 0, 20) },
  'Cut-out to the front': { d: shield, mark: 'M36 56v-16h24v16', words: front },
  'Dents to the set screws': {
    d: rect(24, 8, 48, 54),
    mark: arrow(6, 34, 18, 0) + arrow(90, 34, -18, 0),
  },
  'Tube to the back': { d: rect(24, 28, 48, 34), mark: 'M40 28v-14h16v14', words: back },
  'Set screw up': { d: rect(20, 22, 56, 36), mark: disc(48, 14, 6) + 'M43 14h10' },
  'Window to the front': { d: shield, mark: rect(34, 38, 28, 14), words: front },
  'Wide end up, to the lens': {
    d: 'M26 24h44l-14 40h-16z' + lens(48, 12, 40, 4, true),
    mark: 'M26 24h44',
  },
  'Wide end up': { d: cone, mark: wide + arrow(84, 50, 0, -32) },
  'Tube to its hole': { d: cone + disc(76, 36, 7), mark: 'M60 36h22' },
  'Bevelled holes up, notch to the plug': {
    d: rect(14, 14, 56, 44) + rect(80, 28, 12, 16),
    mark:
      ring(disc(24, 24, 5), disc(24, 24, 2)) +
      ring(disc(24, 48, 5), disc(24, 48, 2)) +
      'M70 30h-9v12h9',
  },
  'Indents to the screw posts': {
    d: rect(14, 26, 68, 14),
    mark: 'M22 40v20M74 40v20' + disc(22, 33, 4) + disc(74, 33, 4),
  },
  'Two odd holes to the back of the module': {
    d: rect(14, 14, 68, 44) + disc(24, 48, 3) + disc(72, 48, 3),
    mark: disc(30, 24, 5) + disc(66, 24, 5),
    words: back,
  },
  'As noted: it fits one way': { d: 'M18 18h60v36h-40l-20 -18z', mark: 'M38 54l-20 -18' },
  'Soot side to the fan': {
    d: rect(12, 12, 16, 48) + fan(66, 36, 20),
    mark: row(5, (i) => disc(28, 18 + i * 9, 2.6)),
  },
  'Vents down': { d: rect(18, 6, 60, 60), mark: row(3, (i) => `M28 ${44 + i * 7}h40`) },
  'Arrow up': { d: rect(18, 8, 60, 56), mark: arrow(48, 54, 0, -36) },
  'Clamp screw to where a hand reaches it': {
    d: disc(48, 38, 26) + disc(48, 38, 20),
    mark: rect(40, 4, 16, 8) + arrow(88, 8, -28, 0),
  },
  'Marked edge to the back, flat side up': { d: flat + cells, mark: rearEdge, words: back },
  'Marked edge to the back': { d: flat + cells, mark: rearEdge, words: back },
  'Numbered from the left': {
    d: row(6, (i) => rect(14 + i * 12, 20, 7, 46)),
    mark: 'M14 10h4v8M14 18h8' + arrow(34, 12, 48, 0),
  },
  'Counterbores up, marked edge to the back': {
    d: flat,
    mark:
      rearEdge +
      row(4, (i) => {
        const [x, y] = [i % 2 ? 74 : 22, i < 2 ? 26 : 48];
        return ring(disc(x, y, 5), disc(x, y, 2));
      }),
    words: back,
  },
  'Lip to the front, feet in their dimples': {
    d: tray + row(4, (i) => disc(i % 2 ? 76 : 20, i < 2 ? 14 : 36, 2.5)),
    mark: rect(12, 48, 72, 4),
    words: front,
  },
  'Catches to the front': {
    d: tray,
    mark: rect(24, 48, 12, 6) + rect(60, 48, 12, 6),
    words: front,
  },
  'Arrow for the air outwards': { d: 'M46 4v64' + fan(24, 36, 20), mark: arrow(52, 36, 38, 0) },
  'Its flat edge down': { d: 'M22 56a30 30 0 1 1 52 0', mark: 'M22 56h52' },
  'Hose collar up': { d: rect(12, 30, 72, 32), mark: rect(36, 12, 24, 18) },
  'Arrow the way the air goes': { d: rect(14, 16, 68, 40), mark: arrow(24, 36, 48, 0) },
  'Teeth inward, looped inside the wheels': {
    d: 'M26 20h44a16 16 0 0 1 0 32h-44a16 16 0 0 1 0 -32z' + disc(26, 36, 8) + disc(70, 36, 8),
    mark: row(6, (i) => `M${30 + i * 7} 20v5M${30 + i * 7} 52v-5`),
  },
};
