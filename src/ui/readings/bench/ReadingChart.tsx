import type { JudgedReading } from '../../../services/readings/bench/bench';
import { Chart, Ends, Rules } from '../../shared/charts/Chart';
import { niceTop, scales } from '../../shared/charts/frame';
import { ago, dayDate } from '../../shared/marks/when';
import classes from './Bench.module.css';

const frame = { width: 520, height: 190, left: 52, right: 14, top: 12, bottom: 26 };

/** Readings of one subject over time, drawn by the server, with the baseline in force, and a table behind. */
export function ReadingChart({
  readings,
  cleaned,
  now,
  zone,
}: {
  /** of one subject, oldest first */
  readings: readonly JudgedReading[];
  /** when what it tells of was cleaned */
  cleaned: readonly number[];
  now: number;
  zone: string;
}) {
  const charted = readings.flatMap((one) => (one.figure ? [{ ...one, ...one.figure }] : []));
  const last = readings.at(-1)!;
  return (
    <section className="panel">
      <h2 className={classes.heading}>{last.name}</h2>
      <p className={classes.verdict} data-state={last.state}>
        {last.words.replace(/\.$/, '')}
        <span className="quiet">, {ago(last.at, now, zone)}</span>
      </p>
      {charted.length > 1 && <Drawn readings={charted} cleaned={cleaned} now={now} zone={zone} />}
      <details open={charted.length < 2 && readings.length > 1}>
        <summary>
          {readings.length} {readings.length === 1 ? 'reading' : 'readings'}
        </summary>
        <table className={classes.table}>
          <thead>
            <tr>
              <th>When</th>
              <th>What it said</th>
              <th>Who</th>
            </tr>
          </thead>
          <tbody>
            {readings.toReversed().map((one) => (
              <tr key={one.id}>
                <td className="figures">{dayDate(one.at, zone, now)}</td>
                <td>
                  {one.baseline && <b>Baseline. </b>}
                  {one.words}
                  {one.note && <span className="quiet"> {one.note}</span>}
                </td>
                <td>{one.person}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}

type Charted = JudgedReading & { value: number; unit: string };

function Drawn({
  readings,
  cleaned,
  now,
  zone,
}: {
  readings: readonly Charted[];
  cleaned: readonly number[];
  now: number;
  zone: string;
}) {
  const { width, left, right } = frame;
  const first = readings[0]!.at;
  const last = readings.at(-1)!.at;
  const baseline = readings.findLast((one) => one.baseline);
  const most = niceTop(Math.max(...readings.map(({ value }) => value)));
  const { x, y } = scales(frame, { from: first, to: last, most });
  const unit = readings.at(-1)!.unit;
  const said = readings
    .map(({ at, value }) => `${dayDate(at, zone, now)}: ${value.toPrecision(3)} ${unit}`)
    .join('; ');
  const between = cleaned.filter((at) => at > first && at < last);
  return (
    <>
      <Chart frame={frame} said={said}>
        <Rules frame={frame} y={y} most={most} />
        <Ends frame={frame} from={dayDate(first, zone, now)} to={dayDate(last, zone, now)} />
        {baseline && (
          <line
            x1={left}
            x2={width - right}
            y1={y(baseline.value)}
            y2={y(baseline.value)}
            data-part="baseline"
          />
        )}
        {between.map((at) => (
          <line key={at} x1={x(at)} x2={x(at)} y1={frame.top} y2={y(0)} data-part="cleaned">
            <title>{`Cleaned ${dayDate(at, zone, now)}`}</title>
          </line>
        ))}
        <polyline
          points={readings.map((one) => `${x(one.at)},${y(one.value)}`).join(' ')}
          data-part="trace"
        />
        {readings.map((one) => (
          <g key={one.id} data-part={one.state === 'off' ? 'off' : 'point'}>
            {one.state === 'off' ? (
              <rect
                x={x(one.at) - 6}
                y={y(one.value) - 6}
                width={12}
                height={12}
                transform={`rotate(45 ${x(one.at)} ${y(one.value)})`}
              />
            ) : (
              <circle cx={x(one.at)} cy={y(one.value)} r={5.5} />
            )}
            {one.baseline && <circle cx={x(one.at)} cy={y(one.value)} r={2} />}
          </g>
        ))}
      </Chart>
      {between.length > 0 && (
        <p className="quiet">
          Dotted: cleaned or changed, last {dayDate(between.at(-1)!, zone, now)}.
        </p>
      )}
    </>
  );
}
