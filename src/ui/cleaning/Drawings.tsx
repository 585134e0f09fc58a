import { useId } from 'react';
import type { Finding } from '../../core/care/care';
import type { RunTask } from '../../core/cleaning/run';
import classes from './Drawings.module.css';

type Drawing = RunTask['drawing'];

const hexagon = (x: number, y: number, r: number) =>
  `M${[0, 1, 2, 3, 4, 5]
    .map((i) => {
      const angle = (Math.PI / 3) * i + Math.PI / 6;
      return `${(x + r * Math.cos(angle)).toFixed(1)} ${(y + r * Math.sin(angle)).toFixed(1)}`;
    })
    .join('L')}Z`;

const cells = [0, 1, 2].flatMap((row) =>
  [0, 1, 2, 3].map((column) => hexagon(10 + column * 15 + (row % 2) * 7.5, 9 + row * 13, 8)),
);

const blades = [0, 72, 144, 216, 288]
  .map((turn) => {
    const point = (degrees: number, r: number) => {
      const angle = ((degrees + turn) * Math.PI) / 180;
      return `${(35 + r * Math.cos(angle)).toFixed(1)} ${(22 + r * Math.sin(angle)).toFixed(1)}`;
    };
    return `M${point(0, 5)}L${point(-8, 19)}L${point(38, 19)}L${point(30, 5)}Z`;
  })
  .join('');

/** Outlines of what is looked at, in a box of 70 by 44. */
const shapes: Readonly<Record<Drawing, string>> = {
  glass: 'M35 3A19 19 0 1 1 34.9 3Z',
  bed: cells.join(''),
  rail: 'M2 8H68V16H2Z M2 28H68V36H2Z M22 16H48V28H22Z',
  fan: blades,
  surface: 'M4 5H66V39H4Z',
};

const crack = 'M24 4L33 16L27 22L42 30L38 41M33 16L48 10M42 30L54 27';

interface FindingDrawingProps {
  drawing: Drawing;
  finding: Finding;
}

/** What a station looks like as found, on our own scale: how much of it is covered, and whether it is broken. */
export function FindingDrawing({ drawing, finding }: FindingDrawingProps) {
  const id = useId();
  const shape = shapes[drawing];
  return (
    <svg viewBox="0 0 70 44" className={classes.drawing} aria-hidden="true">
      <clipPath id={id}>
        <path d={shape} />
      </clipPath>
      <path d={shape} className={classes.base} />
      <g clipPath={`url(#${id})`}>
        {finding === 'haze' && <Strokes gap={9} className={classes.haze} />}
        {finding === 'soiled' && (
          <>
            <rect width="70" height="44" className={classes.film} />
            {soil.map(([x, y, r]) => (
              <circle key={`${x} ${y}`} cx={x} cy={y} r={r} className={classes.spot} />
            ))}
          </>
        )}
        {finding === 'caked' && (
          <>
            <rect width="70" height="44" className={classes.cake} />
            <Strokes gap={6} className={classes.hatch} />
          </>
        )}
      </g>
      <path d={shape} className={classes.outline} />
      {finding === 'damaged' && <path d={crack} className={classes.crack} />}
    </svg>
  );
}

const soil = [
  [12, 12, 5],
  [26, 30, 6],
  [36, 11, 5],
  [47, 26, 7],
  [60, 13, 5],
  [58, 34, 5],
  [11, 33, 4],
  [38, 22, 3],
] as const;

function Strokes({ gap, className }: { gap: number; className: string | undefined }) {
  const count = Math.ceil((70 + 44) / gap);
  return (
    <path
      className={className}
      d={Array.from({ length: count }, (_, i) => `M${i * gap - 44} 44L${i * gap} 0`).join('')}
    />
  );
}
