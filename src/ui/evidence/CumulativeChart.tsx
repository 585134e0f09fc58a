'use client';

import { Area, ComposedChart, Line, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { MeanCumulative } from '../../core/evidence/reliability';
import classes from './Evidence.module.css';

/** Normal quantile of the upper end of 90 percent. */
const z95 = 1.6448536;

/** Mean cumulative function of faults, as steps, with its range of 90 percent. */
export function CumulativeChart({ points }: { points: MeanCumulative[] }) {
  const data = [
    { hours: 0, mean: 0, band: [0, 0] },
    ...points.map(({ hours, mean, standardError }) => ({
      hours,
      mean,
      band: [Math.max(0, mean - z95 * standardError), mean + z95 * standardError],
    })),
  ];
  const tick = { fontSize: 14, fill: 'var(--ink-2)' };
  const last = points.at(-1)!;
  return (
    <figure className={classes.figureBox}>
      <div
        className={classes.chart}
        role="img"
        aria-label={`${last.mean.toFixed(1)} faults a machine by ${Math.round(last.hours)} run hours, give or take ${(z95 * last.standardError).toFixed(1)}`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart data={data} margin={{ top: 10, right: 14, bottom: 22, left: 0 }}>
            <XAxis
              dataKey="hours"
              type="number"
              domain={[0, 'dataMax']}
              tickFormatter={(hours: number) => String(Math.round(hours))}
              label={{
                value: 'run hours',
                position: 'insideBottom',
                offset: -14,
                fill: 'var(--ink-2)',
              }}
              tick={tick}
              stroke="var(--rule-strong)"
            />
            <YAxis width={44} tick={tick} stroke="var(--rule-strong)" />
            <Area
              dataKey="band"
              name="in nine of ten cases"
              type="stepAfter"
              stroke="none"
              fill="var(--rule)"
              isAnimationActive={false}
            />
            <Line
              dataKey="mean"
              name="faults a machine"
              type="stepAfter"
              stroke="var(--ink)"
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
            <Tooltip
              labelFormatter={(hours) => `${Math.round(Number(hours))} run hours`}
              formatter={(value) =>
                Array.isArray(value)
                  ? value.map((one) => Number(one).toFixed(1)).join(' to ')
                  : Number(value).toFixed(1)
              }
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className={classes.key}>
        <span data-key="line">faults a machine, of those that ran so long</span>
        <span data-key="band">in nine of ten cases</span>
      </figcaption>
    </figure>
  );
}
