import { inPercent } from '../../units/percent';
import { roundSpeed } from './ladder';
import type { CutSettings } from './energy';

/** One square of a card: where it lies and how fast it is cut. */
export interface CardSquare {
  /** lower left corner, mm */
  x: number;
  y: number;
  /** share of the recipe's speed */
  share: number;
  /** mm/s */
  speed: number;
}

/** A printed test-burn card. */
export interface Card {
  width: number;
  height: number;
  /** edge of a square, mm */
  edge: number;
  squares: CardSquare[];
}

const shares = [1.25, 1, 0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3, 0.25];
const edge = 10;
const pitch = 15;
const margin = 5;
const columns = 5;

/** Lays out a card: ten squares of 10 mm from 125 to 25 percent of the recipe's speed, fastest first. */
export function layCard(speed: number): Card {
  const rows = Math.ceil(shares.length / columns);
  return {
    width: 2 * margin + (columns - 1) * pitch + edge,
    height: 2 * margin + (rows - 1) * pitch + edge,
    edge,
    squares: shares.map((share, index) => ({
      x: margin + (index % columns) * pitch,
      y: margin + (rows - 1 - Math.floor(index / columns)) * pitch,
      share,
      speed: roundSpeed(share * speed),
    })),
  };
}

/** How a machine takes a job. */
export interface CardMachine {
  /** S value of full power */
  fullPower: number;
  /** M4: power follows speed; else M3 */
  dynamicPower: boolean;
}

/**
 * The card as G-code: millimetres, absolute, feed in mm/min, the origin at the stock's lower left corner.
 * The passes of a square follow each other at once, as in the recipe.
 */
export function cardGcode(
  card: Card,
  { power, passes, airAssist }: CutSettings & { airAssist: boolean },
  { fullPower, dynamicPower }: CardMachine,
  title: string,
): string {
  const s = Math.round((power / 100) * fullPower);
  const lines = [
    `; ${title.replace(/[^\x20-\x7e]/g, '?')}`,
    '; origin: lower left corner of the stock. Stay beside it.',
    'G21',
    'G90',
    'M5',
    ...(airAssist ? ['M8'] : []),
  ];
  for (const { x, y, share, speed } of card.squares) {
    lines.push(`; ${Math.round(share * 100)} percent, ${speed} mm/s`, `G0 X${x} Y${y}`);
    lines.push(`${dynamicPower ? 'M4' : 'M3'} S${s}`);
    for (let pass = 0; pass < passes; pass++) {
      lines.push(
        `G1 X${x + card.edge} F${Number((speed * 60).toFixed(1))}`,
        `G1 Y${y + card.edge}`,
        `G1 X${x}`,
        `G1 Y${y}`,
      );
    }
    lines.push('M5');
  }
  if (airAssist) lines.push('M9');
  lines.push('G0 X0 Y0', 'M2', '');
  return lines.join('\n');
}

/** The card as SVG in millimetres: squares to cut in one layer a speed, with their speeds to be read. */
export function cardSvg(card: Card, title: string): string {
  const squares = card.squares.map(({ x, y, share, speed }) => {
    const top = card.height - y - card.edge;
    return [
      `  <g id="speed-${speed}" data-speed="${speed}">`,
      `    <rect x="${x}" y="${top}" width="${card.edge}" height="${card.edge}" fill="none" stroke="#000" stroke-width="0.1"/>`,
      `    <text x="${x + card.edge / 2}" y="${top + card.edge + 3}" font-size="2.6" text-anchor="middle">${inPercent(share)} · ${speed}</text>`,
      '  </g>',
    ].join('\n');
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${card.width}mm" height="${card.height}mm" viewBox="0 0 ${card.width} ${card.height}">`,
    `  <title>${title.replaceAll('&', '&amp;').replaceAll('<', '&lt;')}</title>`,
    ...squares,
    '</svg>',
    '',
  ].join('\n');
}
