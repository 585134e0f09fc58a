'use client';

import type { ClippedSide } from '../../../core/readings/dots/advice';
import classes from './Bench.module.css';

/** mm from the middle to the edge of the drawn target. */
export const targetReach = 12;
const box = 320;
const scale = box / (2 * targetReach);
/** Arrow keys move a dot by so much, mm. */
const keyStep = 0.1;

/** Where a dot lies on the tape. */
export interface Placed {
  h: number;
  v: number;
  clipped: ClippedSide | null;
}

/** Tape with a cross and rings, drawn to scale: a tap or the arrow keys place the dot. */
export function DotTarget({
  place,
  dot,
  onPlace,
}: {
  place: string;
  dot: Placed | null;
  onPlace: (at: { h: number; v: number }) => void;
}) {
  const middle = box / 2;
  const round = (value: number) => Math.round(value * 10) / 10;
  const nudge = (key: string) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[key];
    if (!by) return false;
    onPlace({
      h: round((dot?.h ?? 0) + by[0]! * keyStep),
      v: round((dot?.v ?? 0) + by[1]! * keyStep),
    });
    return true;
  };
  return (
    <svg
      viewBox={`0 0 ${box} ${box}`}
      className={classes.target}
      role="application"
      tabIndex={0}
      aria-label={`Tape ${place}: ${dot ? `dot ${dot.h} mm sideways, ${dot.v} mm up` : 'no dot placed'}. Arrow keys move it.`}
      onKeyDown={(event) => {
        if (nudge(event.key)) event.preventDefault();
      }}
      onPointerDown={(event) => {
        const seen = event.currentTarget.getBoundingClientRect();
        const x = ((event.clientX - seen.left) / seen.width) * box;
        const y = ((event.clientY - seen.top) / seen.height) * box;
        onPlace({ h: round((x - middle) / scale), v: round((middle - y) / scale) });
      }}
    >
      {[2, 5, 10].map((ring) => (
        <g key={ring}>
          <circle
            cx={middle}
            cy={middle}
            r={ring * scale}
            fill="none"
            stroke="var(--rule-strong)"
            strokeDasharray={ring === 5 ? undefined : '4 5'}
          />
          <text x={middle + 4} y={middle - ring * scale + 13}>
            {ring} mm
          </text>
        </g>
      ))}
      <path
        d={`M${middle} 0V${box}M0 ${middle}H${box}`}
        stroke="var(--rule-strong)"
        strokeWidth="1"
      />
      {dot && (
        <DotMark
          x={middle + dot.h * scale}
          y={middle - dot.v * scale}
          clipped={dot.clipped}
          r={13}
        />
      )}
    </svg>
  );
}

const turns: Readonly<Record<ClippedSide, number>> = { right: 0, bottom: 90, left: 180, top: 270 };

/** A dot as it is burnt: a disc, or one with a side cut off. */
export function DotMark({
  x,
  y,
  r,
  clipped,
}: {
  x: number;
  y: number;
  r: number;
  clipped: ClippedSide | null;
}) {
  if (!clipped) return <circle cx={x} cy={y} r={r} fill="var(--ink)" />;
  // a chord a third of the radius from the middle
  const half = r * Math.sqrt(1 - 0.09);
  return (
    <path
      transform={`translate(${x} ${y}) rotate(${turns[clipped]})`}
      d={`M${r * 0.3} ${-half}A${r} ${r} 0 1 0 ${r * 0.3} ${half}z`}
      fill="var(--ink)"
    />
  );
}
