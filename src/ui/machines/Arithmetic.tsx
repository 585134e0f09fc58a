import type { ArithmeticRow } from '../../services/care/arithmetic';
import type { TaskDue } from '../../services/care/due';
import { formatDuration } from '../../core/units/duration';
import { millisecondsToHours } from '../../core/units/time';
import { clockTime, dayDate } from '../shared/marks/when';
import classes from './Machine.module.css';

const shownRows = 60;

const weight = (value: number) => value.toFixed(2).replace(/0$/, '');

/** A weight that opens what it rests on. */
function Why({ of, children }: { of: string | null; children: string }) {
  return of ? (
    <a className="line" href={`/setup/weights?why=${encodeURIComponent(of)}`}>
      {children}
    </a>
  ) : (
    children
  );
}

function draughtLabel({ draught }: ArithmeticRow): string | null {
  return draught && draught !== 'full' ? `draught ${draught} ×` : null;
}

/** The sum behind a counter: each session with its weights, and what it began with from before the book. */
export function Arithmetic({
  rows,
  task,
  zone,
  now,
}: {
  rows: ArithmeticRow[];
  task: TaskDue;
  zone: string;
  now: number;
}) {
  const shown = rows.slice(0, shownRows);
  const rest = rows.slice(shownRows);
  const added = (some: ArithmeticRow[]) =>
    some.reduce((total, row) => total + row.soilMilliseconds, 0);
  const sum = (some: ArithmeticRow[]) => millisecondsToHours(added(some)).toFixed(4);
  // what it began with, from before the book
  const before = task.counters.soilMilliseconds - added(rows);
  return (
    <div className={classes.sum} id="sum">
      <table className={classes.sumTable}>
        <caption>
          Soil of the {task.task.group} group = run × material × air assist × draught. Press a
          weight to see what it rests on.
        </caption>
        <thead>
          <tr>
            <th>Session</th>
            <th>Work</th>
            <th>Run</th>
            <th>Material</th>
            <th>Air</th>
            <th>Draught</th>
            <th>Soil hours</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => (
            <tr key={row.entryId}>
              <td>
                {dayDate(row.start, zone, now)} {clockTime(row.start, zone)}
              </td>
              <td>{row.material ? `${row.process ?? 'work'} ${row.material}` : row.basis}</td>
              <td>{formatDuration(row.runSeconds)}</td>
              <td>
                <Why of={row.material && row.process && `${row.process} ${row.material}`}>
                  {weight(row.weights.material)}
                </Why>
              </td>
              <td>
                <Why of={row.weights.air === 1 ? null : 'air assist off ×'}>
                  {weight(row.weights.air)}
                </Why>
              </td>
              <td>
                <Why of={draughtLabel(row)}>{weight(row.weights.draught)}</Why>
              </td>
              <td>{millisecondsToHours(row.soilMilliseconds).toFixed(4)}</td>
            </tr>
          ))}
          {rest.length > 0 && (
            <tr>
              <td colSpan={6}>{rest.length} earlier sessions together</td>
              <td>{sum(rest)}</td>
            </tr>
          )}
        </tbody>
        <tfoot>
          {before > 0 && (
            <tr>
              <td colSpan={6}>
                before this book, as told{' '}
                {task.carriedHours > 0 && `(about ${task.carriedHours.toFixed(1)} run hours)`}
              </td>
              <td>{millisecondsToHours(before).toFixed(4)}</td>
            </tr>
          )}
          <tr>
            <td colSpan={6}>
              {rows.length === 0 ? 'No session since it was last done.' : `${rows.length} sessions`}
              {before > 0 && ' and what was before'}
            </td>
            <td>{millisecondsToHours(task.counters.soilMilliseconds).toFixed(4)}</td>
          </tr>
        </tfoot>
      </table>
    </div>
  );
}
