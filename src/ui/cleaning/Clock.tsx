import { stretchDone } from '../../core/cleaning/working';
import type { Progress } from '../../core/cleaning/progress';
import type { HandsOn } from '../../core/cleaning/order';
import { wayOf, type Arranged, type RunSheet } from '../../core/cleaning/run';
import classes from './Clock.module.css';
import { stretchTitle, waitTitle } from './words';

interface ClockProps {
  run: RunSheet;
  arranged: Arranged;
  progress: Progress;
  /** nothing is ticked yet: shown, not only offered */
  fresh: boolean;
}

interface Wait {
  of: string;
  start: number;
  end: number;
  meanwhile: string[];
}

/** The waits of an order on the clock, with the hands-on work that fits beside each. */
export function waitsOf(run: RunSheet, arranged: Arranged, progress: Progress): Wait[] {
  const passive = new Map([
    ...run.pieces.map(({ id, minutes }) => [id, minutes.passive] as const),
    ...run.tasks.map((task) => [task.id, wayOf(task, progress.ways).minutes.passive] as const),
  ]);
  return arranged.steps
    .filter(({ task, part }) => part === 'active' && (passive.get(task) ?? 0) > 0)
    .map(({ task, end }) => {
      const until = end + passive.get(task)!;
      return {
        of: task,
        start: end,
        end: until,
        meanwhile: arranged.steps
          .filter((step) => step.end > end && step.start < until)
          .map((step) => stretchTitle(run, step)),
      };
    });
}

/** A run sheet on its clock: my hands on one track, what waits on others, and what each wait overlaps. */
export function Clock({ run, arranged, progress, fresh }: ClockProps) {
  const { steps, finish } = arranged;
  const waits = waitsOf(run, arranged, progress);
  const place = ({ start, end }: { start: number; end: number }) => ({
    left: `${(start / finish) * 100}%`,
    width: `${((end - start) / finish) * 100}%`,
  });
  const partOf = ({ task, part }: HandsOn) =>
    run.tasks.some(({ id }) => id === task) ? part : 'around';
  const hours = Array.from(
    { length: Math.floor(finish / tickEvery(finish)) + 1 },
    (_, i) => i * tickEvery(finish),
  );
  return (
    <details className={classes.clock} open={fresh}>
      <summary>The order on its clock</summary>
      <div className={classes.tracks} aria-hidden="true">
        <span className={classes.label}>my hands</span>
        <div className={classes.track}>
          {steps.map((step) => (
            <span
              key={`${step.task} ${step.part}`}
              className={classes.bar}
              data-part={partOf(step)}
              data-done={stretchDone(run, progress, step) || undefined}
              style={place(step)}
              title={`${stretchTitle(run, step)}, ${step.start} to ${step.end} min`}
            >
              {stretchTitle(run, step)}
            </span>
          ))}
        </div>
        {lanes(waits).map((lane, index) => (
          <div key={index} className={classes.lane}>
            <span className={classes.label}>{index === 0 ? 'waiting' : ''}</span>
            <div className={classes.track} data-waits>
              {lane.map((wait) => (
                <span
                  key={wait.of}
                  className={classes.bar}
                  data-part="wait"
                  style={place(wait)}
                  title={`${waitTitle(run, wait.of)}, ${wait.start} to ${wait.end} min`}
                >
                  {waitTitle(run, wait.of)}
                </span>
              ))}
            </div>
          </div>
        ))}
        <span className={classes.label}>minutes</span>
        <div className={classes.scale}>
          {hours.map((at) => (
            <span key={at} style={{ left: `${(at / finish) * 100}%` }}>
              {at}
            </span>
          ))}
        </div>
      </div>
      <ul className={classes.overlaps}>
        {waits
          .filter(({ end, start }) => end - start >= 5)
          .map(({ of, start, end, meanwhile }) => (
            <li key={of}>
              <b>
                {waitTitle(run, of)}, {end - start} min
              </b>{' '}
              <span className="quiet">
                {meanwhile.length > 0 ? `meanwhile: ${list(meanwhile)}` : 'nothing fits beside it'}
              </span>
            </li>
          ))}
      </ul>
    </details>
  );
}

const tickEvery = (finish: number) => (finish > 150 ? 30 : finish > 60 ? 15 : 5);

const list = (names: readonly string[]) =>
  names.length > 6
    ? `${names.slice(0, 5).join(', ')} and ${names.length - 5} more`
    : names.join(', ');

/** Waits that do not overlap share a track. */
function lanes(waits: readonly Wait[]): Wait[][] {
  const found: Wait[][] = [];
  for (const wait of waits) {
    const lane = found.find((one) => one.at(-1)!.end <= wait.start);
    if (lane) lane.push(wait);
    else found.push([wait]);
  }
  return found;
}
