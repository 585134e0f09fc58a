import { usedPercent } from '../../core/units/percent';
import { cautions as allCautions } from '../../catalogue/cautions';
import { counterFor, isDue } from '../../core/care/due';
import type { DueForecast } from '../../core/forecast/due';
import type { ArithmeticRow } from '../../services/care/arithmetic';
import type { recordDone } from '../../services/care/done-already';
import type { StationDue, TaskDue } from '../../services/care/due';
import type { Send } from '../shared/forms/send';
import { Allowed } from '../shared/frame/Allowed';
import { CleanLink } from '../shared/frame/OpenSheets';
import { DueRange } from '../shared/marks/DueRange';
import { StateMark } from '../shared/marks/StateMark';
import { ago } from '../shared/marks/when';
import { amount, leftOf } from '../shared/ribbon/columns';
import { Arithmetic } from './Arithmetic';
import { DoneAlready, type OtherTask } from './DoneAlready';
import { callWords, untilWords } from './judged';
import { Judge, type JudgeActions } from './Judge';
import { lastWords } from './last-words';
import classes from './Machine.module.css';

export interface StationTaskProps {
  machineId: string;
  station: StationDue;
  task: TaskDue;
  /** the opened sum of one task */
  arithmetic: { task: string; rows: ArithmeticRow[] } | null;
  now: number;
  zone: string;
  /** when each task will be due, by its key; `null`: too little use to tell */
  forecasts: Readonly<Record<string, DueForecast | null>>;
  today: number;
  /** every task of the machine, for what was done together */
  all: readonly OtherTask[];
  /** who may have done it, whoever looks at it first */
  people: readonly string[];
  actions: JudgeActions & { done: Send<typeof recordDone> };
}

/** One task of a station: how far it is, when it was last done, and what can be said of it. */
export function StationTask({
  machineId,
  station,
  task,
  arithmetic,
  now,
  zone,
  forecasts,
  today,
  all,
  people,
  actions,
}: StationTaskProps) {
  const base = `/machines/${machineId}?station=${station.slug}`;
  const summed = arithmetic?.task === task.task.key ? arithmetic.rows : null;
  return (
    <article className={classes.task}>
      <header className={classes.taskHead}>
        <h3>{task.task.name}</h3>
        <StateMark state={task.standing.state} />
        <Allowed right="clean">
          <CleanLink
            machineId={machineId}
            picked={[`${station.id}.${task.task.key}`]}
            what="Clean"
            name={`${station.name}, ${task.task.name.toLowerCase()}`}
          />
        </Allowed>
      </header>
      <Limits task={task} />
      {task.call === null && task.known && (
        <DueRange forecast={forecasts[task.task.key] ?? null} today={today} now={now} zone={zone} />
      )}
      <p className={classes.since}>
        {task.call && (
          <b>
            Called before its limit: {callWords(task.call)}, {ago(task.call.at, now, zone)}.{' '}
          </b>
        )}
        {task.known && `${leftOf(task.standing)}. `}
        {lastWords(task, now, zone)}{' '}
        {!task.known && (
          <Allowed right="set up">
            <a className="line" href={`/machines/${machineId}/before`}>
              Say when
            </a>{' '}
          </Allowed>
        )}
        {task.task.group !== 'coolant' && (
          <a className="line" data-stay href={summed ? base : `${base}&sum=${task.task.key}#sum`}>
            {summed ? 'Close the sum' : 'How is this counted?'}
          </a>
        )}
      </p>
      {task.deferral && (
        <p className={classes.putOff}>
          <b>Put off</b> {untilWords(task.deferral, now, zone)}: {task.deferral.reason}{' '}
          <span className="quiet">({ago(task.deferral.at, now, zone)})</span>
        </p>
      )}
      <Allowed right="clean">
        <DoneAlready
          machineId={machineId}
          task={{
            stationId: station.id,
            task: task.task.key,
            station: station.name,
            name: task.task.name,
          }}
          others={all}
          people={people}
          zone={zone}
          record={actions.done}
        />
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
      {summed && <Arithmetic rows={summed} task={task} zone={zone} now={now} />}
      <HowDone task={task.task} stationId={station.id} />
    </article>
  );
}

function HowDone({ task, stationId }: { task: TaskDue['task']; stationId: string }) {
  return (
    <details>
      <summary>How it is done</summary>
      <p>
        {task.note} About {task.minutes.active} min hands-on
        {task.minutes.passive > 0 && `, ${task.minutes.passive} min waiting`}
        {task.minutes.finishing > 0 && `, ${task.minutes.finishing} min to finish`}. Tools:{' '}
        {task.tools.join(', ')}.
      </p>
      <ul className={classes.cautions}>
        {task.cautions.map((id) => (
          <li key={id}>{allCautions.find((caution) => caution.id === id)?.text}</li>
        ))}
      </ul>
      <p className="quiet">
        {task.basis.from === 'school'
          ? "Limits are common practice, a starting point. The maker's manual comes first."
          : `Limits of this shop: ${task.basis.reason}.`}{' '}
        <Allowed right="set up">
          <a className="line" href={`/setup/methods?station=${stationId}`}>
            Methods here
          </a>
        </Allowed>
      </p>
    </details>
  );
}

function Limits({ task }: { task: TaskDue }) {
  return (
    <dl className={classes.limits}>
      {task.task.limits.map(({ kind, value, notBefore }) => {
        const counter = counterFor(kind, task.counters);
        const share = counter / value;
        return (
          <div key={kind}>
            <dt>{amount(kind, counter)}</dt>
            <dd>
              <span
                className={classes.meter}
                role="img"
                aria-label={`${usedPercent(share)} of ${amount(kind, value)}`}
              >
                <span
                  className={classes.meterFill}
                  style={{ width: `${Math.min(1, share / 1.5) * 100}%` }}
                  data-over={share >= 1 || undefined}
                />
                <span className={classes.meterLine} />
              </span>
              <span className="figures">
                {usedPercent(share)} of {amount(kind, value)}
                {notBefore && ', which must be reached too'}
              </span>
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
