import { Table, TableTbody, TableTd, TableTr } from '@mantine/core';
import { startOfLocalDay } from '../../core/units/zone';
import type { ScheduleState } from '../../services/schedule/schedules';
import type { Weeks } from '../../services/schedule/problem';
import { clockTime, dayDate, plannedWords } from '../shared/marks/when';
import classes from './Schedule.module.css';

interface WeekSheetProps {
  state: ScheduleState;
  weeks: Weeks;
  /** weeks from this one */
  week: number;
  zone: string;
  now: number;
}

/** One week of the plan, to print and hang up: by day and window, with boxes to tick. */
export function WeekSheet({ state, weeks, week, zone, now }: WeekSheetProps) {
  const first = weeks.from + 7 * week;
  const begins = startOfLocalDay(first, zone);
  const ends = startOfLocalDay(first + 7, zone);
  const blocks = state.blocks
    .filter(({ from }) => from >= begins && from < ends)
    .sort((a, b) => a.from - b.from);
  const days = [...new Set(blocks.map(({ from }) => dayDate(from, zone, now)))];
  const minutes = blocks.reduce((sum, block) => sum + block.minutes, 0);
  return (
    <>
      <nav className={`${classes.bar} no-print`} aria-label="Weeks">
        {[0, 1, 2, 3].map((one) => (
          <a
            key={one}
            className="go"
            href={`/plan/week?week=${one}`}
            aria-current={one === week ? 'page' : undefined}
          >
            {one === 0 ? 'This week' : one === 1 ? 'Next week' : `In ${one} weeks`}
          </a>
        ))}
        <span className="quiet">Print it from the browser; the sheet is made for paper.</span>
      </nav>
      <h2>
        {dayDate(begins, zone, now)} to {dayDate(ends - 1, zone, now)}
      </h2>
      {blocks.length === 0 ? (
        <p className="quiet">
          No clean-down is planned in this week.{' '}
          <a className="line" href="/plan">
            To the plan
          </a>
        </p>
      ) : (
        <p className="quiet">
          {blocks.length} clean-downs, {minutes} min hands-on. Soaks and drying run by themselves.
        </p>
      )}
      {days.map((day) => (
        <section key={day} className={classes.sheetDay} aria-label={day}>
          <h3>{day}</h3>
          <Table>
            <TableTbody>
              {blocks
                .filter(({ from }) => dayDate(from, zone, now) === day)
                .map((block) => (
                  <TableTr key={block.id}>
                    <TableTd style={{ width: 70 }}>{clockTime(block.from, zone)}</TableTd>
                    <TableTd style={{ width: 150 }}>
                      <b>{block.nickname}</b>
                      <div className="figures">{plannedWords(block, zone)}</div>
                    </TableTd>
                    <TableTd>
                      {block.parts.map(({ task, name, done }) => (
                        <div key={`${task.stationId}.${task.task}`}>
                          <span aria-hidden="true">{done ? '☑' : '☐'}</span> {name}
                          {done && <span className="visually-hidden">, done</span>}
                        </div>
                      ))}
                    </TableTd>
                  </TableTr>
                ))}
            </TableTbody>
          </Table>
        </section>
      ))}
    </>
  );
}
