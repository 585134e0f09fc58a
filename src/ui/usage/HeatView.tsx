import type { Heat } from '../../core/usage/gcode/heat';
import classes from './Job.module.css';

/** Where a job burns on the bed: the darker, the more length. The front of the bed lies below. */
export function HeatView({ heat }: { heat: Heat }) {
  const { columns, rows, cells } = heat;
  return (
    <svg
      className={classes.heat}
      viewBox={`0 0 ${columns} ${rows}`}
      role="img"
      aria-label={`Burns ${(heat.share * 100).toFixed(1)} % of the bed`}
    >
      {cells.map((cell, index) =>
        cell > 0 ? (
          <rect
            key={index}
            x={index % columns}
            y={rows - 1 - Math.floor(index / columns)}
            width={1}
            height={1}
            fill="currentColor"
            opacity={0.25 + 0.75 * cell}
          />
        ) : null,
      )}
    </svg>
  );
}
