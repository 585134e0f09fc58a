import { Chart, Rules } from '../shared/charts/Chart';
import { niceTop, scales } from '../shared/charts/frame';

const frame = { width: 760, height: 260, left: 66, right: 10, top: 14, bottom: 26 };

/** Minutes needed against minutes there, week by week. */
export function LoadChart({
  weeks,
}: {
  weeks: readonly { label: string; needed: number; openings: number; there: number }[];
}) {
  const most = niceTop(Math.max(...weeks.flatMap(({ needed, there }) => [needed, there])));
  const { x, y } = scales(frame, { from: 0, to: weeks.length, most });
  const wide = x(1) - x(0);
  const there = weeks.map((week, i) => `${x(i)} ${y(week.there)}H${x(i + 1)}`).join('L');
  return (
    <Chart
      frame={frame}
      said={weeks
        .map(({ label, needed, there }) => `week of ${label}: ${needed} of ${there} minutes`)
        .join('; ')}
    >
      <Rules frame={frame} y={y} most={most} unit="min" />
      {weeks.map(({ label, needed, openings }, i) => (
        <g key={label}>
          <rect
            x={x(i) + wide * 0.16}
            width={wide * 0.68}
            y={y(needed - openings)}
            height={y(0) - y(needed - openings)}
            data-part="light"
          />
          <rect
            x={x(i) + wide * 0.16}
            width={wide * 0.68}
            y={y(needed)}
            height={y(needed - openings) - y(needed)}
            data-part="dark"
          />
          <text x={x(i) + wide / 2} y={frame.height - 6} textAnchor="middle">
            {label}
          </text>
        </g>
      ))}
      <path d={`M${there}`} data-part="limit" />
    </Chart>
  );
}
