import { stretchDone } from '../../core/cleaning/working';
import type { Progress } from '../../core/cleaning/progress';
import type { HandsOn } from '../../core/cleaning/order';
import { brokenScale, type BrokenScale } from '../../core/cleaning/broken-scale';
import { sheetTasks, stretchTitle, type Arranged, type RunSheet } from '../../core/cleaning/run';
import { minutesWords } from '../care/words';
import { Breaks } from './Breaks';
import classes from './Clock.module.css';
import { waitTitle } from './words';

interface ClockProps {
  run: RunSheet;
  arranged: Arranged;
  progress: Progress;
  /** nothing is ticked yet: shown, not only offered */
  fresh: boolean;
}

interface Wait {
  of: string;
  second: boolean;
  start: number;
  end: number;
  meanwhile: string[];
}

/** The waits of an order on the clock, with the hands-on work that fits beside each. */
export function waitsOf(run: RunSheet, arranged: Arranged, progress: Progress): Wait[] {
  const timed = new Map(sheetTasks(run, progress.ways).map((task) => [task.id, task]));
  return arranged.steps.flatMap(({ task, part, end }): Wait[] => {
    const { passive, finishing, drying = 0 } = timed.get(task)!;
    const wait = (minutes: number, start: number, second: boolean): Wait[] => {
      const until = start + minutes;
      const meanwhile = arranged.steps
        .filter((step) => step.end > start && step.start < until)
        .map((step) => stretchTitle(run, step));
      return minutes > 0 ? [{ of: task, second, start, end: until, meanwhile }] : [];
    };
    return part === 'active'
      ? [...wait(passive, end, false), ...(finishing > 0 ? [] : wait(drying, end + passive, true))]
      : wait(drying, end, true);
  });
}

/** A run sheet on its clock: my hands on one track, what waits on others, and what each wait overlaps. */
export function Clock({ run, arranged, progress, fresh }: ClockProps) {
  const { steps, finish } = arranged;
  const waits = waitsOf(run, arranged, progress);
  const scale = brokenScale(steps, finish);
  const place = ({ start, end }: { start: number; end: number }) => ({
    left: `${scale.at(start) * 100}%`,
    width: `${(scale.at(end) - scale.at(start)) * 100}%`,
  });
  // a name that would be cut to a few letters is left to the list below and to the bar's own title
  const fits = ({ start, end }: { start: number; end: number }, name: string) =>
    (scale.at(end) - scale.at(start)) * wholeWidth > name.length * 0.6 ? name : '';
  const partOf = ({ task, part }: HandsOn) =>
    run.tasks.some(({ id }) => id === task) ? part : 'around';
  return (
    <details className={classes.clock} open={fresh}>
      <summary>The order on its clock</summary>
      <div className={classes.tracks} aria-hidden="true">
        <span className={classes.label}>hands-on</span>
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
              {fits(step, stretchTitle(run, step))}
            </span>
          ))}
          <Breaks scale={scale} />
        </div>
        {lanes(waits).map((lane, index) => (
          <div key={index} className={classes.lane}>
            <span className={classes.label}>{index === 0 ? 'waiting' : ''}</span>
            <div className={classes.track} data-waits>
              {lane.map((wait) => (
                <span
                  key={`${wait.of} ${wait.second}`}
                  className={classes.bar}
                  data-part="wait"
                  style={place(wait)}
                  title={`${waitTitle(run, wait.of, wait.second)}, ${wait.start} to ${wait.end} min`}
                >
                  {fits(wait, waitTitle(run, wait.of, wait.second))}
                </span>
              ))}
              <Breaks scale={scale} />
            </div>
          </div>
        ))}
        <span className={classes.label}>minutes</span>
        <div className={classes.scale}>
          {ticks(scale, finish).map((at) => (
            <span key={at} style={{ left: `${scale.at(at) * 100}%` }}>
              {at}
            </span>
          ))}
        </div>
      </div>
      <ul className={classes.overlaps}>
        {waits
          .filter(({ end, start }) => end - start >= 5)
          .map(({ of, second, start, end, meanwhile }) => (
            <li key={`${of} ${second}`}>
              <b>
                {waitTitle(run, of, second)}, {minutesWords(end - start)}
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

/** About as many letters as a track holds on a desk. */
const wholeWidth = 150;

/** Minutes that are written under the clock: evenly, none inside a break, and where a break ends. */
function ticks({ breaks, drawn, at }: BrokenScale, finish: number): number[] {
  const every = drawn > 300 ? 60 : drawn > 150 ? 30 : drawn > 60 ? 15 : 5;
  const even = Array.from({ length: Math.floor(finish / every) + 1 }, (_, i) => i * every);
  const free = even.filter(
    (minute) => !breaks.some(({ from, to }) => minute > from && minute < to),
  );
  const kept: number[] = [];
  for (const minute of [...free, ...breaks.map(({ to }) => to)].sort((a, b) => a - b)) {
    if (kept.length === 0 || at(minute) - at(kept.at(-1)!) > 0.035) kept.push(minute);
  }
  return kept;
}

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
