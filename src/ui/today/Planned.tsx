import { Link } from '../shared/Link';
import type { PlannedToday } from '../../services/schedule/schedules';
import { Allowed } from '../shared/frame/Allowed';
import { clockTime, dayDate } from '../shared/marks/when';
import classes from './Today.module.css';

/** What the plan has for today comes first: each clean-down starts its run sheet. */
export function Planned({
  planned,
  zone,
  now,
}: {
  planned: PlannedToday;
  zone: string;
  now: number;
}) {
  const { today, left, next } = planned;
  return (
    <section className={`panel ${classes.planned}`} aria-labelledby="planned">
      <h2 id="planned">Planned today</h2>
      {today.length === 0 && (
        <p className="quiet">
          Nothing is planned today.{' '}
          {next
            ? `Next: ${next.nickname}, ${dayDate(next.from, zone, now)} ${clockTime(next.from, zone)}. `
            : 'Nothing is planned after it either. '}
          <Link className="line" href="/plan">
            Plan
          </Link>
        </p>
      )}
      <ul className={classes.rows}>
        {today.map((block) => {
          const open = block.parts.filter(({ done }) => !done);
          const pick = open.map(({ task }) => `${task.stationId}.${task.task}`).join(',');
          return (
            <li key={block.id} data-state={block.state}>
              <div>
                <b>
                  {clockTime(block.from, zone)} {block.nickname}
                </b>{' '}
                <span className="figures">{block.minutes} min</span>
                {block.state === 'now' && <b> now</b>}
                <div className={classes.short}>
                  {open.length === 0
                    ? 'done'
                    : block.parts
                        .map(({ name, done }) => `${name}${done ? ' (done)' : ''}`)
                        .join('; ')}
                </div>
              </div>
              {open.length > 0 && (
                <Allowed right="clean">
                  <Link
                    className="go"
                    href={`/clean?machine=${block.machineId}&pick=${pick}`}
                    aria-label={`Start the clean-down of ${block.nickname}`}
                  >
                    Start
                  </Link>
                </Allowed>
              )}
            </li>
          );
        })}
      </ul>
      {left.length > 0 && (
        <p className={classes.more}>
          Left undone and not planned again:{' '}
          {left.map(({ nickname, from }) => `${nickname}, ${dayDate(from, zone, now)}`).join('; ')}.{' '}
          <Link className="line" href="/plan">
            Plan anew
          </Link>
        </p>
      )}
    </section>
  );
}
