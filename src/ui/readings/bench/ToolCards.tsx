import { ago } from '../../shared/marks/when';
import type { JudgedReading } from '../../../services/readings/bench/bench';
import type { BenchTool } from '../../../services/readings/bench/bench-view';
import classes from './Bench.module.css';

/** The instruments of a machine, each with what it said last. */
export function ToolCards({
  machineId,
  tools,
  now,
  zone,
}: {
  machineId: string;
  tools: readonly BenchTool[];
  now: number;
  zone: string;
}) {
  return (
    <div className={classes.tools}>
      {tools.map(({ slug, name, tells, latest }) => (
        <a
          key={slug}
          href={`/machines/${machineId}/bench/${slug}`}
          className={`panel ${classes.tool}`}
        >
          <h2>{name}</h2>
          <span className="quiet">{tells}</span>
          {latest.length === 0 ? (
            <p className={classes.mark}>Not read yet.</p>
          ) : (
            latest
              .slice(0, 3)
              .map((one) => <Said key={one.id} reading={one} now={now} zone={zone} />)
          )}
        </a>
      ))}
    </div>
  );
}

/** What a reading said, with its mark. */
export function Said({
  reading: { name, words, state, at },
  now,
  zone,
}: {
  reading: JudgedReading;
  now: number;
  zone: string;
}) {
  return (
    <p className={classes.mark} data-state={state}>
      <b>{name}</b>: {words.replace(/\.$/, '')}
      <span className="quiet">, {ago(at, now, zone)}</span>
    </p>
  );
}
