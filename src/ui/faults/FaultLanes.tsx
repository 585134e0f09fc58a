import { faultTitle } from '../../catalogue/signs';
import { groupBy } from '../../core/units/group-by';
import type { Fault } from '../../services/faults/faults';
import { Chart, Ends } from '../shared/charts/Chart';
import { scales } from '../shared/charts/frame';
import { dayDate, span } from '../shared/marks/when';

const lane = 26;
const narrowest = 3;

/** Faults of each machine over time: how long each was open, and how long the machine was down for it. */
export function FaultLanes({
  faults,
  from,
  now,
  zone,
}: {
  faults: readonly Fault[];
  from: number;
  now: number;
  zone: string;
}) {
  const lanes = [...groupBy(faults, ({ machine }) => machine)].sort(
    ([, a], [, b]) => down(b) - down(a) || b.length - a.length,
  );
  const frame = {
    width: 760,
    height: lanes.length * lane + 32,
    left: 92,
    right: 86,
    top: 4,
    bottom: 28,
  };
  const { x } = scales(frame, { from, to: now, most: 1 });
  const bar = (start: number, end: number) => {
    const left = x(Math.max(from, start));
    return { x: left, width: Math.max(narrowest, x(end) - left) };
  };
  const said = lanes
    .map(([machine, own]) => `${machine}: ${count(own.length)}, ${downWords(own)}`)
    .join('; ');
  return (
    <figure style={{ margin: 0 }}>
      <figcaption className="quiet">
        Light: a fault was open. Dark: the machine was down.
      </figcaption>
      <Chart frame={frame} said={said}>
        {lanes.map(([machine, own], i) => {
          const middle = frame.top + lane * (i + 0.5);
          return (
            <g key={machine}>
              <line
                x1={frame.left}
                x2={frame.width - frame.right}
                y1={middle + lane / 2}
                y2={middle + lane / 2}
                data-part="rule"
              />
              <text x={frame.left - 8} y={middle + 5} textAnchor="end" data-part="name">
                {machine}
              </text>
              {own.map(({ id, at, times, signs, note, holds }) => (
                // the list below has the same for keys and readers: here they would come twice
                <a key={id} href={`/faults/${id}`} tabIndex={-1} aria-hidden="true">
                  <rect {...bar(at, at + times.open)} y={middle - 8} height={16} data-part="light">
                    <title>{`${dayDate(at, zone, now)}: ${faultTitle(signs, note)}`}</title>
                  </rect>
                  {holds
                    .filter(({ to }) => (to ?? now) > from)
                    .map((hold) => (
                      <rect
                        key={hold.from}
                        {...bar(hold.from, hold.to ?? now)}
                        y={middle - 8}
                        height={16}
                        data-part="dark"
                      />
                    ))}
                </a>
              ))}
              <text x={frame.width - frame.right + 8} y={middle + 5}>
                {downWords(own)}
              </text>
            </g>
          );
        })}
        <Ends frame={frame} from={dayDate(from, zone, now)} to="now" />
      </Chart>
    </figure>
  );
}

const down = (faults: readonly Fault[]) => faults.reduce((sum, { times }) => sum + times.down, 0);
const downWords = (faults: readonly Fault[]) =>
  down(faults) > 0 ? `down ${span(down(faults))}` : 'never down';
const count = (faults: number) => (faults === 1 ? '1 fault' : `${faults} faults`);
