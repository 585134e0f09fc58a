import { Link } from '../shared/Link';
import { cautions as allCautions } from '../../catalogue/cautions';
import type { ArithmeticRow } from '../../services/care/arithmetic';
import type { StationDue, TaskDue } from '../../services/care/due';
import type { HistoryLine } from '../../services/machines/machine-view';
import { counterFor, isDue } from '../../core/care/due';
import type { DueForecast } from '../../core/forecast/due';
import { formatDuration } from '../../core/units/duration';
import { millisecondsToHours } from '../../core/units/time';
import { Allowed } from '../shared/frame/Allowed';
import { DueRange } from '../shared/marks/DueRange';
import { StateMark } from '../shared/marks/StateMark';
import { ago, clockTime, dayDate } from '../shared/marks/when';
import { amount, leftWords, percent } from '../shared/ribbon/columns';
import { callWords, untilWords } from './judged';
import { Judge, type JudgeActions } from './Judge';
import classes from './Machine.module.css';

const shownRows = 60;

interface StationPanelProps {
  machineId: string;
  station: StationDue;
  history: HistoryLine[];
  /** the opened sum of one task */
  arithmetic: { task: string; rows: ArithmeticRow[] } | null;
  now: number;
  zone: string;
  /** when each task will be due, by its key; `null`: too little use to tell */
  forecasts: Readonly<Record<string, DueForecast | null>>;
  today: number;
  actions: JudgeActions;
}

/** One station: its counters against its limits, the sum behind them, and what was done to it. */
export function StationPanel({
  machineId,
  station,
  history,
  arithmetic,
  now,
  zone,
  forecasts,
  today,
  actions,
}: StationPanelProps) {
  const base = `/machines/${machineId}?station=${station.slug}`;
  return (
    <section className="panel" aria-labelledby="station">
      <h2 id="station">{station.name}</h2>
      {station.note && <p className="quiet">{station.note}</p>}
      {station.module && (
        <p className="quiet">
          Counts for module {station.module.serial}, here since{' '}
          {dayDate(station.module.since, zone, now)}: its soil travels with it.
        </p>
      )}
      {station.tasks.map((task) => (
        <article key={task.task.key} className={classes.task}>
          <header className={classes.taskHead}>
            <h3>{task.task.name}</h3>
            <StateMark state={task.standing.state} />
            <Allowed right="clean">
              <Link
                className="go"
                href={`/clean?machine=${machineId}&pick=${station.id}.${task.task.key}`}
              >
                Clean
              </Link>
            </Allowed>
          </header>
          <Limits task={task} />
          {task.call === null && (
            <DueRange
              forecast={forecasts[task.task.key] ?? null}
              today={today}
              now={now}
              zone={zone}
            />
          )}
          <p className={classes.since}>
            {task.call && (
              <b>
                Called before its limit: {callWords(task.call)}, {ago(task.call.at, now, zone)}
                .{' '}
              </b>
            )}
            {leftWords(task.standing.first)}.{' '}
            {task.everReset
              ? `Last done ${ago(task.since, now, zone)}.`
              : `Never recorded as done: counted from ${dayDate(task.since, zone, now)}.`}{' '}
            {task.task.group !== 'coolant' && (
              <Link
                className="line"
                scroll={false}
                href={
                  arithmetic?.task === task.task.key ? base : `${base}&sum=${task.task.key}#sum`
                }
              >
                {arithmetic?.task === task.task.key ? 'Close the sum' : 'How is this counted?'}
              </Link>
            )}
          </p>
          {task.deferral && (
            <p className={classes.putOff}>
              <b>Put off</b> {untilWords(task.deferral, now, zone)}: {task.deferral.reason}{' '}
              <span className="quiet">({ago(task.deferral.at, now, zone)})</span>
            </p>
          )}
          <Allowed right="clean">
            <Judge
              stationId={station.id}
              task={task.task}
              due={isDue(task.standing.state)}
              fire={task.task.criticality === 'fire'}
              called={task.call !== null}
              zone={zone}
              actions={actions}
            />
          </Allowed>
          {arithmetic?.task === task.task.key && (
            <Arithmetic rows={arithmetic.rows} task={task} zone={zone} now={now} />
          )}
          <details>
            <summary>How it is done</summary>
            <p>
              {task.task.note} About {task.task.minutes.active} min hands-on
              {task.task.minutes.passive > 0 && `, ${task.task.minutes.passive} min waiting`}
              {task.task.minutes.finishing > 0 && `, ${task.task.minutes.finishing} min to finish`}.
              Tools: {task.task.tools.join(', ')}.
            </p>
            <ul className={classes.cautions}>
              {task.task.cautions.map((id) => (
                <li key={id}>{allCautions.find((caution) => caution.id === id)?.text}</li>
              ))}
            </ul>
            <p className="quiet">
              {task.task.basis.from === 'school'
                ? "Limits are common practice, a starting point. The maker's manual comes first."
                : `Limits of this shop: ${task.task.basis.reason}.`}{' '}
              <Allowed right="set up">
                <Link className="line" href={`/setup/methods?station=${station.id}`}>
                  Methods here
                </Link>
              </Allowed>
            </p>
          </details>
        </article>
      ))}
      <h3>What was done here</h3>
      <History lines={history} now={now} zone={zone} />
    </section>
  );
}

function Limits({ task }: { task: TaskDue }) {
  return (
    <dl className={classes.limits}>
      {task.task.limits.map(({ kind, value }) => {
        const counter = counterFor(kind, task.counters);
        const share = counter / value;
        return (
          <div key={kind}>
            <dt>{amount(kind, counter)}</dt>
            <dd>
              <span
                className={classes.meter}
                role="img"
                aria-label={`${percent(share)} of ${amount(kind, value)}`}
              >
                <span
                  className={classes.meterFill}
                  style={{ width: `${Math.min(1, share / 1.5) * 100}%` }}
                  data-over={share >= 1 || undefined}
                />
                <span className={classes.meterLine} />
              </span>
              <span className="figures">
                {percent(share)} of {amount(kind, value)}
              </span>
            </dd>
          </div>
        );
      })}
    </dl>
  );
}

const weight = (value: number) => value.toFixed(2).replace(/0$/, '');

/** A weight that opens what it rests on. */
function Why({ of, children }: { of: string | null; children: string }) {
  return of ? (
    <Link className="line" href={`/setup/weights?why=${encodeURIComponent(of)}`}>
      {children}
    </Link>
  ) : (
    children
  );
}

function draughtLabel({ draught }: ArithmeticRow): string | null {
  return draught && draught !== 'full' ? `draught ${draught} ×` : null;
}

function Arithmetic({
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
  const sum = (some: ArithmeticRow[]) =>
    millisecondsToHours(some.reduce((total, row) => total + row.soilMilliseconds, 0)).toFixed(4);
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
          <tr>
            <td colSpan={6}>
              {rows.length === 0 ? 'No session since it was last done.' : `${rows.length} sessions`}
            </td>
            <td>{sum(rows)}</td>
          </tr>
        </tfoot>
      </table>
    </div>
  );
}

function History({ lines, now, zone }: { lines: HistoryLine[]; now: number; zone: string }) {
  if (lines.length === 0) return <p className="quiet">Nothing is recorded yet.</p>;
  return (
    <ul className={classes.history}>
      {lines.map((line) => (
        <li key={line.id} className={line.struck ? 'struck' : undefined}>
          <span className="figures">{dayDate(line.at, zone, now)}</span>{' '}
          {[
            line.task.replace('-', ' '),
            line.result.replace('-', ' '),
            line.bench && 'at the bench',
            line.finding && `found ${line.finding}`,
            line.method,
            line.minutes !== null && `${line.minutes} min`,
            line.person,
          ]
            .filter(Boolean)
            .join(', ')}
          {line.note && <span className="quiet"> · {line.note}</span>}
        </li>
      ))}
    </ul>
  );
}
