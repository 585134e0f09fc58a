import type { ReactNode } from 'react';
import classes from './Chart.module.css';
import type { Frame } from './frame';

/** A chart drawn by the server in the marks of the house. What it shows stands in words and in a table beside it. */
export function Chart({
  frame: { width, height },
  said,
  children,
}: {
  frame: Frame;
  /** the whole of it in words */
  said: string;
  children: ReactNode;
}) {
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={classes.chart}
      style={{ maxWidth: width * 1.2 }}
      role="img"
      aria-label={said}
    >
      {children}
    </svg>
  );
}

/** Lines across at nothing, half and the top, with their figures. */
export function Rules({
  frame: { width, left, right },
  y,
  most,
  unit = '',
}: {
  frame: Frame;
  y: (value: number) => number;
  most: number;
  /** stands behind the top figure */
  unit?: string;
}) {
  return [0, 0.5, 1].map((share) => (
    <g key={share}>
      <line
        x1={left}
        x2={width - right}
        y1={y(most * share)}
        y2={y(most * share)}
        data-part="rule"
      />
      <text x={left - 6} y={y(most * share) + 5} textAnchor="end">
        {Number((most * share).toPrecision(3))}
        {share === 1 && unit && ` ${unit}`}
      </text>
    </g>
  ));
}

/** What stands under the left and the right end. */
export function Ends({
  frame: { width, height, left, right },
  from,
  to,
}: {
  frame: Frame;
  from: string;
  to: string;
}) {
  return (
    <>
      <text x={left} y={height - 6}>
        {from}
      </text>
      <text x={width - right} y={height - 6} textAnchor="end">
        {to}
      </text>
    </>
  );
}
