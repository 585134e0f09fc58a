import type { ClockStretch, SheetClock } from '../../services/run-sheet';
import { minutesWords } from '../plan/words';
import classes from './Clock.module.css';

interface ClockProps {
  clock: SheetClock;
  /** by key: the station, or what is opened */
  names: Readonly<Record<string, string>>;
  /** nothing is marked yet: the order is shown, not only offered */
  fresh: boolean;
}

/** A run sheet on its clock: my hands on one track, what waits on others, and the same in words. */
export function Clock({ clock, names, fresh }: ClockProps) {
  const { hands, waits, finish, sequential, exact } = clock;
  // one task alone has no order
  if (new Set(hands.filter(({ part }) => part !== 'open').map(({ key }) => key)).size < 2)
    return null;
  const bar = (stretch: ClockStretch) => (
    <span
      key={`${stretch.key} ${stretch.part}`}
      className={classes.bar}
      data-part={stretch.part}
      style={{
        left: `${(stretch.start / finish) * 100}%`,
        width: `${((stretch.end - stretch.start) / finish) * 100}%`,
      }}
      title={`${names[stretch.key]}: ${words(stretch)}, ${stretch.start} to ${stretch.end} min`}
    >
      {names[stretch.key]}
    </span>
  );
  return (
    <section className={`panel ${classes.clock}`} aria-labelledby="clock">
      <h2 id="clock">The order that is done soonest</h2>
      <p>
        Done in <b>{minutesWords(finish)}</b>; one after another it would be{' '}
        {minutesWords(sequential)}
        {sequential > finish && `: ${minutesWords(sequential - finish)} saved`}.{' '}
        <span className="quiet">
          {exact ? 'No order is sooner.' : 'A good order, not proved the best.'} Long soaks first,
          dust before glass, each opening once.
        </span>
      </p>
      <details open={fresh}>
        <summary>The order on the clock</summary>
        <div className={classes.tracks} aria-hidden="true">
          <span className="condensed">my hands</span>
          <div className={classes.track}>{hands.map(bar)}</div>
          {waits.length > 0 && <span className="condensed">waiting</span>}
          {waits.map((wait, index) => (
            <div
              key={wait.key}
              className={classes.track}
              style={index > 0 ? { gridColumn: 2 } : undefined}
            >
              {bar(wait)}
            </div>
          ))}
        </div>
        <ol className={classes.steps}>
          {hands.map((step) => (
            <li key={`${step.key} ${step.part}`}>
              <span className={classes.time}>
                {step.start}–{step.end} min
              </span>
              <span>
                {names[step.key]}
                <span className="quiet">, {words(step)}</span>
              </span>
            </li>
          ))}
        </ol>
      </details>
    </section>
  );
}

function words({ part, start, end }: ClockStretch): string {
  switch (part) {
    case 'open':
      return 'opened, and closed again at the end';
    case 'active':
      return 'hands on';
    case 'wait':
      return `soaks or dries ${end - start} min`;
    case 'finishing':
      return 'finished';
  }
}
