import type { MeterLine } from '../../services/usage/meters';
import { Chart, Ends, Rules } from '../shared/charts/Chart';
import { niceTop, scales } from '../shared/charts/frame';
import { dayDate } from '../shared/marks/when';

const frame = { width: 620, height: 170, left: 52, right: 10, top: 14, bottom: 26 };
const hours = (seconds: number) => seconds / 3600;

/** Stretch by stretch what the meter counted and what was logged, side by side. */
export function MeterChart({
  lines,
  now,
  zone,
}: {
  /** oldest first */
  lines: readonly MeterLine[];
  now: number;
  zone: string;
}) {
  const most = niceTop(
    Math.max(...lines.flatMap((one) => [one.meteredSeconds ?? 0, one.loggedSeconds]).map(hours)),
  );
  const { x, y } = scales(frame, { from: 0, to: lines.length, most });
  const wide = Math.min(46, (x(1) - x(0)) * 0.36);
  const bar = (left: number, seconds: number) => ({
    x: left,
    width: wide,
    y: y(hours(seconds)),
    height: y(0) - y(hours(seconds)),
  });
  return (
    <figure style={{ margin: '12px 0' }}>
      <figcaption className="quiet">
        Hours between two readings: hollow by the meter, dark as logged
      </figcaption>
      <Chart
        frame={frame}
        said={lines
          .map(
            ({ to, meteredSeconds, loggedSeconds }) =>
              `to ${dayDate(to.at, zone, now)}: ${meteredSeconds === null ? 'meter not known' : `${hours(meteredSeconds).toFixed(1)} h by the meter`}, ${hours(loggedSeconds).toFixed(1)} h logged`,
          )
          .join('; ')}
      >
        <Rules frame={frame} y={y} most={most} unit="h" />
        {lines.map(({ to, meteredSeconds, loggedSeconds }, i) => {
          const middle = (x(i) + x(i + 1)) / 2;
          return (
            <g key={to.id}>
              {meteredSeconds === null ? (
                <text x={middle - wide / 2} y={y(0) - 6} textAnchor="middle">
                  ?
                </text>
              ) : (
                <rect {...bar(middle - wide, meteredSeconds)} data-part="open" />
              )}
              <rect {...bar(middle, loggedSeconds)} data-part="dark" />
            </g>
          );
        })}
        <Ends
          frame={frame}
          from={`from ${dayDate(lines[0]!.from.at, zone, now)}`}
          to={`to ${dayDate(lines.at(-1)!.to.at, zone, now)}`}
        />
      </Chart>
    </figure>
  );
}
