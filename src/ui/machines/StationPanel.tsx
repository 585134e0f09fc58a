import type { lookFirst } from '../../services/care/past';
import type { StationSaw } from '../../services/care/station-saw';
import type { HistoryLine } from '../../services/machines/machine-view';
import type { Send } from '../shared/forms/send';
import { Below } from '../shared/first-picture';
import { Allowed } from '../shared/frame/Allowed';
import { dayDate } from '../shared/marks/when';
import { FirstLook } from './FirstLook';
import classes from './Machine.module.css';
import { Saw } from './Saw';
import { StationTask, type StationTaskProps } from './StationTask';

/** Tasks in the first picture of the page. */
const firstTasks = 2;

interface StationPanelProps extends Omit<StationTaskProps, 'task'> {
  history: HistoryLine[];
  /** how it fouled and was set back; `null`: nothing to draw yet */
  saw: StationSaw | null;
  /** nobody knows when some of it was last done, and a look would tell */
  unseen: boolean;
  actions: StationTaskProps['actions'] & { look: Send<typeof lookFirst> };
}

/** One station: its counters against its limits, the sum behind them, and what was done to it. */
export function StationPanel({ history, saw, unseen, ...rest }: StationPanelProps) {
  const { station, now, zone, actions } = rest;
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
      {unseen && (
        <Allowed right="clean">
          <FirstLook key={station.id} stationId={station.id} look={actions.look} />
        </Allowed>
      )}
      {station.tasks.slice(0, firstTasks).map((task) => (
        <StationTask key={task.task.key} {...rest} task={task} />
      ))}
      <Below>
        {station.tasks.slice(firstTasks).map((task) => (
          <StationTask key={task.task.key} {...rest} task={task} />
        ))}
        {saw && <Saw saw={saw} now={now} zone={zone} />}
        <h3>What was done here</h3>
        <p>
          <a className="line" href={`/machines/${rest.machineId}/pictures?station=${station.slug}`}>
            Pictures, side by side
          </a>
        </p>
        <History lines={history} now={now} zone={zone} />
      </Below>
    </section>
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
