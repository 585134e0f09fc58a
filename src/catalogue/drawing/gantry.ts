import {
  disc,
  fan,
  lens,
  rect,
  ring,
  row,
  slab,
  type DrawnBuild,
  type Shape,
  type Template,
} from './shapes';

/**
 * A machine whose head runs on a gantry: from above with the rear up, the head from the front, the bed from the side, what
 * stands beside it. Shapes stand from the largest to the smallest: the small ones lie on top.
 */
const common: Readonly<Record<string, Shape>> = {
  whole: { d: rect(4, 16, 246, 206), line: true, at: { x: 246, y: 217 } },
  interior: {
    d: ring(rect(10, 22, 234, 194), rect(40, 64, 172, 118)),
    at: { x: 228, y: 76 },
  },
  'pass-through': { d: rect(14, 180, 8, 26), at: { x: 18, y: 193 } },
  frame: { d: rect(10, 22, 234, 194), line: true, at: { x: 244, y: 150 } },
  // a pane: what shines in it is drawn, as a bar it could be anything
  'clear-parts': {
    d: `${rect(62, 190, 128, 10)}M112 198l6 -6M120 198l6 -6M128 198l6 -6`,
    at: { x: 84, y: 195 },
  },

  // the bed from above and, below, from the side
  honeycomb: { d: rect(20, 268, 216, 12), at: { x: 70, y: 274 } },
  'under-bed': { d: rect(26, 295, 204, 12), at: { x: 60, y: 301 } },
  plate: { d: rect(20, 284, 216, 8), at: { x: 110, y: 288 } },
  slats: {
    d: row(12, (i) => `M${24 + i * 18} 292l6 -9l6 9z`),
    at: { x: 198, y: 288 },
  },
  'crumb-tray': { d: 'M14 309h228l-8 16h-212z', at: { x: 150, y: 318 } },
  debris: {
    d: row(14, (i) => disc(34 + i * 14 + (i % 3) * 3, 262 - (i % 2) * 3, 2.6)),
    at: { x: 190, y: 261 },
  },

  // motion
  'rail-y-left': { d: rect(22, 52, 7, 140), at: { x: 25, y: 172 } },
  'rail-y-right': { d: rect(223, 52, 7, 140), at: { x: 226, y: 172 } },
  'rail-x': { d: rect(30, 118, 192, 7), at: { x: 196, y: 121 } },
  rods: {
    d: rect(22, 52, 7, 140) + rect(223, 52, 7, 140) + rect(30, 118, 192, 7),
    at: { x: 226, y: 172 },
  },
  'round-rails': { d: rect(22, 52, 7, 140) + rect(223, 52, 7, 140), at: { x: 226, y: 172 } },
  'linear-bearing': { d: rect(30, 118, 192, 7), at: { x: 196, y: 121 } },
  'lead-screws': {
    d:
      row(4, (i) => disc(i % 2 ? 205 : 47, i < 2 ? 71 : 175, 5)) +
      rect(30, 296, 4, 26) +
      rect(222, 296, 4, 26),
    at: { x: 205, y: 175 },
  },
  belts: {
    d: 'M33 52v140M219 52v140M36 112h180',
    line: true,
    at: { x: 33, y: 70 },
  },
  'belt-x': { d: 'M36 112h180', line: true, at: { x: 60, y: 112 } },
  'belt-side': { d: 'M33 52v140', line: true, at: { x: 33, y: 70 } },
  wheels: {
    d:
      row(2, (i) => disc(25.5 + i * 201, 109, 5) + disc(25.5 + i * 201, 134, 5)) +
      disc(112, 130, 5) +
      disc(144, 130, 5),
    at: { x: 25, y: 134 },
  },
  cables: {
    d: 'M214 46C236 92 176 60 138 104',
    line: true,
    at: { x: 200, y: 74 },
  },

  // air
  plenum: { d: rect(60, 36, 136, 13), at: { x: 80, y: 42 } },
  'outlet-fan': { d: fan(178, 42, 12), at: { x: 178, y: 42 } },
  ports: { d: row(6, (i) => rect(70 + i * 19, 205, 12, 5)), at: { x: 171, y: 207 } },
  'draught-vents': { d: row(4, (i) => rect(12, 74 + i * 16, 5, 10)), at: { x: 14, y: 95 } },
  'safety-key': { d: disc(226, 204, 5) + rect(229, 202.5, 12, 3), at: { x: 226, y: 204 } },
  duct: { d: rect(262, 252, 112, 14), at: { x: 282, y: 259 } },
  'inline-fan': { d: fan(334, 259, 13), at: { x: 334, y: 259 } },
  filter: { d: rect(356, 246, 18, 28), at: { x: 365, y: 270 } },
  'air-assist': { d: rect(264, 284, 34, 20) + disc(281, 294, 6), at: { x: 281, y: 294 } },
  coolant: { d: 'M312 282h52l-5 42h-42z', at: { x: 338, y: 308 } },
};

/** The beam's way and the head of a CO2 machine. */
const co2: Readonly<Record<string, Shape>> = {
  tube: { d: 'M44 24h164a6 6 0 0 1 0 12h-164a6 6 0 0 1 0 -12z', at: { x: 120, y: 30 } },
  'beam-window': { d: slab(36, 30, 14, 4, 90), at: { x: 36, y: 30 } },
  'mirror-1': { d: slab(17, 30, 18, 5, 45), at: { x: 17, y: 30 } },
  'panel-mirror': { d: slab(17, 30, 18, 5, 45), at: { x: 17, y: 30 } },
  periscope: { d: slab(17, 62, 18, 5, 45), at: { x: 17, y: 62 } },
  'mirror-2': { d: slab(17, 121, 18, 5, -45), at: { x: 17, y: 121 } },
  'gantry-mirror': { d: slab(17, 121, 18, 5, -45), at: { x: 17, y: 121 } },
  'head-fan': { d: fan(354, 52, 13), at: { x: 354, y: 52 } },
  camera: { d: rect(270, 84, 20, 16) + disc(280, 92, 5), at: { x: 280, y: 92 } },
  nozzle: { d: 'M300 134h40l-13 42h-14z', at: { x: 320, y: 158 } },
  probe: { d: rect(352, 96, 7, 76) + 'M352 172h7l-3.5 10z', at: { x: 355, y: 140 } },
  lens: { d: lens(320, 118, 44, 7), at: { x: 320, y: 114 } },
  'mirror-3': { d: slab(320, 52, 34, 7, 45), at: { x: 320, y: 52 } },
  'head-mirror': { d: slab(320, 52, 34, 7, 45), at: { x: 320, y: 52 } },
  shield: { d: 'M292 128h8v54h-8zM340 128h8v54h-8z', at: { x: 296, y: 170 } },
};

/** The head of a diode: from outside in shield, nozzle, glass. */
const diode: Readonly<Record<string, Shape>> = {
  'diode-module': {
    d: rect(290, 26, 60, 84) + row(5, (i) => rect(296 + i * 11, 32, 4, 26)),
    at: { x: 320, y: 84 },
  },
  shield: { d: 'M284 128h8v62h-8zM348 128h8v62h-8z', at: { x: 288, y: 176 } },
  nozzle: { d: 'M300 152h40l-12 36h-16z', at: { x: 320, y: 174 } },
  'inner-lens': { d: lens(320, 122, 36, 5, true), at: { x: 320, y: 122 } },
  window: { d: rect(298, 136, 44, 6), at: { x: 320, y: 139 } },
  probe: { d: rect(362, 120, 7, 62) + 'M362 182h7l-3.5 8z', at: { x: 365, y: 150 } },
};

/** Where nothing stands before the outer glass, it is the lowest of the head. */
const glassInFront: Readonly<Record<string, Shape>> = {
  nozzle: { d: 'M300 136h40l-8 44h-24z', at: { x: 320, y: 160 } },
  window: { d: rect(300, 184, 40, 6), at: { x: 320, y: 187 } },
};

/** A frame without a lid stands in a tent. */
const tent: Readonly<Record<string, Shape>> = {
  tent: {
    d: ring('M4 222V26L24 8h206L250 26V222z', rect(14, 26, 226, 190)),
    at: { x: 127, y: 15 },
  },
};

export function gantry({ family, variants }: DrawnBuild): Template {
  const co2Beam = family.startsWith('co2');
  const light = co2Beam
    ? co2
    : { ...diode, ...(variants['reach'] === 'in-front' ? glassInFront : {}) };
  // what this build does not have is not drawn
  const absent = ['shield', 'nozzle'].filter((feature) => variants[feature] === 'none');
  const shapes = { ...(family === 'open-frame-diode' ? tent : {}), ...common, ...light };
  return {
    views: [
      { words: 'from above, the rear up', x: 6, y: 234 },
      { words: 'the head', x: 264, y: 12 },
      { words: 'the bed, from the side', x: 6, y: 252 },
      { words: 'beside it', x: 264, y: 244 },
    ],
    ground: [
      { d: rect(10, 22, 234, 194) },
      { d: rect(40, 64, 172, 118) + row(9, (i) => `M${57 + i * 17} 64v118`) },
      { d: rect(112, 98, 32, 44) },
      { d: 'M262 204h112' },
      ...(co2Beam
        ? [
            { d: 'M38 30H17V121H128', beam: true },
            { d: 'M268 52h52V204', beam: true },
            { d: 'M292 66h56v66h-56z' },
          ]
        : [{ d: 'M320 110V204', beam: true }]),
      ...(family === 'co2-desktop' ? [] : [{ d: 'M262 266h112' }]),
    ],
    shapes: Object.fromEntries(Object.entries(shapes).filter(([kind]) => !absent.includes(kind))),
  };
}
