import { disc, fan, lens, rect, ring, row, type Template } from './shapes';

/** A galvo desktop: its hood from the front, cut open, over the base plate. */
export const galvo: Template = {
  views: [{ words: 'from the front, the hood cut open', x: 6, y: 330 }],
  ground: [
    { d: rect(120, 14, 140, 74) },
    { d: 'M190 112L120 252M190 112L260 252', beam: true },
    { d: rect(160, 240, 60, 12) },
  ],
  shapes: {
    whole: { d: rect(40, 6, 300, 306), line: true, at: { x: 330, y: 306 } },
    'hood-inside': {
      d: ring('M84 90h212v164h-212z', 'M98 104h184v150h-184z'),
      at: { x: 91, y: 160 },
    },
    'hood-outside': { d: 'M78 254V84H302V254', line: true, at: { x: 302, y: 130 } },
    interior: {
      d: ring('M84 90h212v164h-212z', 'M98 104h184v150h-184z'),
      at: { x: 91, y: 160 },
    },
    frame: { d: 'M78 254V84H302V254', line: true, at: { x: 302, y: 130 } },
    plate: { d: rect(64, 268, 252, 24), at: { x: 190, y: 280 } },
    'hood-slides': {
      d: rect(66, 254, 10, 14) + rect(304, 254, 10, 14) + rect(70, 110, 6, 144),
      at: { x: 71, y: 230 },
    },
    'outlet-fan': { d: fan(252, 140, 20), at: { x: 252, y: 140 } },
    debris: {
      d: row(9, (i) => disc(116 + i * 18 + (i % 3) * 3, 262 - (i % 2) * 3, 3)),
      at: { x: 238, y: 261 },
    },
    'field-lens': {
      d: rect(160, 88, 60, 12) + lens(190, 112, 64, 6, true),
      at: { x: 190, y: 106 },
    },
  },
};
