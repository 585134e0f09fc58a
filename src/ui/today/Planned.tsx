import type { ReactNode } from 'react';
import type { PlannedToday } from '../../services/schedule/schedules';
import { CleanLink } from '../shared/frame/OpenSheets';
import { Allowed } from '../shared/frame/Allowed';
import { clockTime, dayDate, plannedWords } from '../shared/marks/when';
import classes from './Today.module.css';

/** What the plan has for today comes first: each clean-down starts its run sheet. */
export function Planned({
  planned,
  zone,
  now,
  children,
}: {
  planned: PlannedToday;
  zone: string;
  now: number;
  /** what waits beside the plan */
  children: ReactNode;
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
          <a className="line" href="/plan">
            Plan
          </a>
        </p>
      )}
      <ul className={classes.rows}>
        {today.map((block) => {
          const open = block.parts.filter(({ done }) => !done);
          const pick = open.map(({ task }) => `${task.stationId}.${task.task}`);
          return (
            <li key={block.id} data-state={block.state}>
              <div>
                <b>
                  {clockTime(block.from, zone)} {block.nickname}
                </b>{' '}
                {block.state === 'now' && <b> now</b>}
                {block.state === 'not done' && 'not done yet'}
                <div className="figures">{plannedWords(block, zone)}</div>
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
                  <CleanLink
                    machineId={block.machineId}
                    picked={pick}
                    what="Start"
                    name={`the clean-down of ${block.nickname}`}
                  />
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
          <a className="line" href="/plan">
            Plan anew
          </a>
        </p>
      )}
      {children}
    </section>
  );
}
