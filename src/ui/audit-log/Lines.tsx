'use client';

import { groupBy } from '../../core/units/group-by';
import { localDay } from '../../core/units/zone';
import type { BookLine } from '../../services/audit-log/audit-log';
import { Allowed } from '../shared/frame/Allowed';
import { useFirst } from '../shared/first-picture';
import { type Packed, useUnpacked } from '../shared/packed';
import { clockTime, dayDate } from '../shared/marks/when';
import { Correct, type CorrectActions } from './Correct';
import classes from './Record.module.css';

/** Lines in the first picture of the page. */
const firstLines = 25;

interface LinesProps {
  lines: Packed<BookLine[]>;
  now: number;
  zone: string;
  materials: readonly string[];
  machines: readonly { value: string; label: string }[];
  actions: CorrectActions;
}

/** The book, newest first, by day. Corrections strike through. */
export function Lines({ lines, now, zone, ...choices }: LinesProps) {
  const days = groupBy(useFirst(useUnpacked(lines), firstLines), ({ at }) => localDay(at, zone));
  return (
    <>
      {[...days].map(([day, ofDay]) => (
        <section key={day}>
          <h2 className={classes.day}>{dayDate(ofDay[0]!.at, zone, now)}</h2>
          <ol className={classes.lines}>
            {ofDay.map((line) => (
              <li key={line.id} className={classes.line}>
                <span className={classes.time}>{clockTime(line.at, zone)}</span>
                <span className={classes.machine}>{line.machine ?? 'shop'}</span>
                <span className={classes.text}>
                  <span className={line.struck ? 'struck' : undefined}>
                    {line.faultId ? (
                      <a className="line" href={`/faults/${line.faultId}`}>
                        {line.what}
                      </a>
                    ) : (
                      line.what
                    )}
                    {line.note && !line.what.includes(line.note) && ` “${line.note}”`}
                  </span>{' '}
                  <span className={classes.who}>
                    {line.person}
                    {line.source !== 'hand' && `, ${line.source}`}
                    {Math.abs(line.recordedAt - line.at) > 12 * 3_600_000 &&
                      line.source !== 'import' &&
                      `, written ${dayDate(line.recordedAt, zone, now)}`}
                  </span>
                  {line.struck && (
                    <span className={classes.why}>
                      struck through by {line.struck.person}: {line.struck.reason}
                    </span>
                  )}
                  {line.supersedes && (
                    <span className={classes.why}>
                      corrects an earlier entry: {line.supersedes.reason}
                    </span>
                  )}
                </span>
                {line.correctable ? (
                  <Allowed right="clean">
                    <Correct line={line} zone={zone} {...choices} />
                  </Allowed>
                ) : (
                  <span />
                )}
              </li>
            ))}
          </ol>
        </section>
      ))}
    </>
  );
}
