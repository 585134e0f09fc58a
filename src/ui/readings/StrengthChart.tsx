'use client';

import { inPercent } from '../../core/units/percent';
import {
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { Charted } from '../../core/readings/strength/story';
import { dayDate } from '../shared/marks/when';
import classes from './Strength.module.css';

/** Strength over time: each burn, the moving average with its limit, cleanings, and the shop's floor. */
export function StrengthChart({
  chart,
  cleanings,
  floor,
  zone,
  now,
}: {
  chart: Charted[];
  cleanings: number[];
  floor: number;
  zone: string;
  now: number;
}) {
  const data = chart.map(({ at, strength, ewma, dropped }) => ({
    at,
    sound: dropped ? null : strength * 100,
    dropped: dropped ? strength * 100 : null,
    average: Number((ewma.value * 100).toFixed(1)),
    limit: Number((ewma.lower * 100).toFixed(1)),
  }));
  const first = chart[0]!.at;
  const span = Math.max(1, chart.at(-1)!.at - first);
  const label = (at: number) => dayDate(at, zone, now);
  return (
    <figure className={classes.figureBox}>
      <div
        className={classes.chart}
        role="img"
        aria-label={chart
          .map(({ at, strength }) => `${label(at)}: ${inPercent(strength)}`)
          .join('; ')}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart data={data} margin={{ top: 8, right: 14, bottom: 4, left: 0 }}>
            <XAxis
              dataKey="at"
              type="number"
              domain={[first - span * 0.03, first + span * 1.03]}
              tickFormatter={label}
              tick={{ fontSize: 14, fill: 'var(--ink-2)' }}
              stroke="var(--rule-strong)"
            />
            <YAxis
              domain={[0, 120]}
              ticks={[0, 25, 50, 75, 100]}
              unit=" %"
              width={62}
              tick={{ fontSize: 14, fill: 'var(--ink-2)' }}
              stroke="var(--rule-strong)"
            />
            {cleanings
              .filter((at) => at >= first && at <= first + span)
              .map((at) => (
                <ReferenceLine
                  key={at}
                  segment={[
                    { x: at, y: 0 },
                    { x: at, y: 7 },
                  ]}
                  stroke="var(--clear)"
                  strokeWidth={4}
                />
              ))}
            <ReferenceLine y={floor * 100} stroke="var(--copper)" strokeWidth={2} />
            <Line
              dataKey="limit"
              name="limit of the average"
              stroke="var(--rule-strong)"
              strokeDasharray="6 5"
              dot={false}
              isAnimationActive={false}
            />
            <Line
              dataKey="average"
              name="moving average"
              stroke="var(--ink)"
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
            <Scatter
              dataKey="sound"
              name="test burn"
              fill="var(--panel)"
              stroke="var(--ink)"
              strokeWidth={2}
              isAnimationActive={false}
            />
            <Scatter
              dataKey="dropped"
              name="test burn, dropped"
              fill="var(--soot)"
              shape="diamond"
              isAnimationActive={false}
            />
            <Tooltip
              labelFormatter={(at) => label(Number(at))}
              formatter={(value) => `${Math.round(Number(value))} %`}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className={classes.key}>
        <span data-key="burn">test burn</span>
        <span data-key="dropped">dropped</span>
        <span data-key="average">moving average</span>
        <span data-key="limit">its limit</span>
        <span data-key="floor">floor for return</span>
        <span data-key="cleaned">optics cleaned</span>
      </figcaption>
    </figure>
  );
}
