'use client';

import {
  Area,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { Proposal } from '../../core/evidence/proposal';
import classes from './Evidence.module.css';

/** The share soiled over hours as it is believed, with every look, the limit in force and the proposed one. */
export function LifeChart({
  curve,
  seen,
  limit,
  proposed,
  risk,
  unit,
}: {
  curve: Proposal['curve'];
  seen: { hours: number; soiled: boolean }[];
  limit: number;
  proposed: number | null;
  risk: number;
  unit: string;
}) {
  const share = (value: number) => Math.round(value * 1000) / 10;
  const lines = curve.map(({ hours, low, middle, high }) => ({
    hours,
    middle: share(middle),
    band: [share(low), share(high)],
  }));
  const last = curve.at(-1)!.hours;
  const shown = seen.filter(({ hours }) => hours <= last);
  const dots = (soiled: boolean) =>
    shown
      .filter((one) => one.soiled === soiled)
      .map(({ hours }) => ({ hours, at: soiled ? 100 : 0 }));
  const tick = { fontSize: 14, fill: 'var(--ink-2)' };
  return (
    <figure className={classes.figureBox}>
      <div
        className={classes.chart}
        role="img"
        aria-label={`Share soiled: ${share(curve[Math.floor(curve.length / 2)]!.middle)} % at ${Math.round(last / 2)} ${unit}; ${shown.length} looks`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart data={lines} margin={{ top: 10, right: 14, bottom: 22, left: 0 }}>
            <XAxis
              dataKey="hours"
              type="number"
              domain={[0, last]}
              tickFormatter={(hours: number) => String(Math.round(hours))}
              label={{ value: unit, position: 'insideBottom', offset: -14, fill: 'var(--ink-2)' }}
              tick={tick}
              stroke="var(--rule-strong)"
            />
            <YAxis
              domain={[0, 100]}
              ticks={[0, 20, 50, 100]}
              unit=" %"
              width={62}
              tick={tick}
              stroke="var(--rule-strong)"
            />
            <Area
              dataKey="band"
              name="four in five cases"
              stroke="none"
              fill="var(--rule)"
              isAnimationActive={false}
            />
            <Line
              dataKey="middle"
              name="believed soiled"
              stroke="var(--ink)"
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
            <ReferenceLine y={risk * 100} stroke="var(--rule-strong)" strokeDasharray="6 5" />
            <ReferenceLine x={limit} stroke="var(--copper)" strokeWidth={3} />
            {proposed !== null && (
              <ReferenceLine x={proposed} stroke="var(--clear)" strokeWidth={3} />
            )}
            <Scatter
              data={dots(false)}
              dataKey="at"
              name="found clean"
              fill="var(--panel)"
              stroke="var(--ink)"
              strokeWidth={2}
              isAnimationActive={false}
            />
            <Scatter
              data={dots(true)}
              dataKey="at"
              name="found soiled"
              fill="var(--soot)"
              shape="square"
              isAnimationActive={false}
            />
            <Tooltip
              labelFormatter={(hours) => `${Number(hours).toFixed(1)} ${unit}`}
              formatter={(value) =>
                Array.isArray(value)
                  ? value.map((one) => `${Math.round(Number(one))} %`).join(' to ')
                  : `${Math.round(Number(value))} %`
              }
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className={classes.key}>
        <span data-key="line">share believed soiled</span>
        <span data-key="band">four in five cases</span>
        <span data-key="clean">found clean</span>
        <span data-key="soiled">found soiled</span>
        <span data-key="now">limit</span>
        {proposed !== null && <span data-key="to">proposed</span>}
      </figcaption>
    </figure>
  );
}
