import { usedPercent } from '../../core/units/percent';
import type { Finding } from '../../core/care/care';
import type { StationSaw } from '../../services/care/station-saw';
import { dayDate } from '../shared/marks/when';
import { Chart, Ends } from '../shared/charts/Chart';
import { scales } from '../shared/charts/frame';
import { amount } from '../shared/ribbon/columns';
import classes from './Saw.module.css';

const frame = { width: 620, height: 168, left: 44, right: 10, top: 10, bottom: 44 };
/** More than so much of the limit is cut off at the top. */
const most = 3;

/** How a station fouled and was set back over half a year, drawn by the server: use against the limit, and findings. */
export function Saw({
  saw: { task, limit, from, to, points, marks },
  now,
  zone,
}: {
  saw: StationSaw;
  now: number;
  zone: string;
}) {
  const { width, left, right } = frame;
  const peak = Math.max(1.2, ...points.map(({ used }) => Math.min(most, used)));
  const { x, y } = scales(frame, { from, to, most: peak });
  const line = points
    .map(({ at, used }) => `${x(at).toFixed(1)} ${y(Math.min(used, peak)).toFixed(1)}`)
    .join('L');
  const base = y(0);
  return (
    <figure className={classes.figure}>
      <figcaption className="quiet">
        {task}: use against {amount(limit.kind, limit.value)}, and what was found
        {points.some(({ used }) => used > most) && `; cut off at ${usedPercent(most)}`}
      </figcaption>
      <Chart
        frame={frame}
        said={`${usedPercent(points.at(-1)!.used)} of the limit now; ${marks.filter(({ resets }) => resets).length} times set back since ${dayDate(from, zone, now)}. The list below has every one.`}
      >
        <path
          d={`M${x(points[0]!.at).toFixed(1)} ${base}L${line}L${x(points.at(-1)!.at).toFixed(1)} ${base}z`}
          data-part="area"
        />
        <path d={`M${line}`} data-part="line" />
        <path d={`M${left} ${base}H${width - right}`} data-part="base" />
        <path d={`M${left} ${y(1)}H${width - right}`} data-part="limit" />
        <text x={left - 6} y={y(1) + 5} textAnchor="end">
          100 %
        </text>
        <text x={left - 6} y={base + 5} textAnchor="end">
          0
        </text>
        {marks.map(
          ({ at, finding }, i) =>
            finding && (
              <g
                key={i}
                className={classes.mark}
                transform={`translate(${x(at).toFixed(1)} ${base + 12})`}
              >
                <title>{`${dayDate(at, zone, now)}: found ${finding}`}</title>
                <FindingMark finding={finding} />
              </g>
            ),
        )}
        <Ends frame={frame} from={dayDate(from, zone, now)} to="today" />
      </Chart>
      <p className={classes.key} aria-hidden="true">
        {(['clear', 'haze', 'soiled', 'caked', 'damaged'] as const).map((finding) => (
          <span key={finding}>
            <svg viewBox="-7 -7 14 14" width="14" height="14" className={classes.mark}>
              <FindingMark finding={finding} />
            </svg>
            {finding}
          </span>
        ))}
      </p>
    </figure>
  );
}

/** A finding by its own shape: an open ring, one half full, a disc, a square, a cross. */
function FindingMark({ finding }: { finding: Finding }) {
  switch (finding) {
    case 'clear':
      return <circle r="4.5" data-part="ring" />;
    case 'haze':
      return (
        <>
          <circle r="4.5" data-part="ring" />
          <path d="M-4.5 0A4.5 4.5 0 0 0 4.5 0z" data-part="full" />
        </>
      );
    case 'soiled':
      return <circle r="5" data-part="full" />;
    case 'caked':
      return <rect x="-5" y="-5" width="10" height="10" data-part="full" />;
    case 'damaged':
      return <path d="M-5 -5L5 5M5 -5L-5 5" data-part="cross" />;
  }
}
