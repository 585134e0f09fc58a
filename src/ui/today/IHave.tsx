'use client';

import { NumberInput } from '@mantine/core';
import { Link } from '../shared/Link';
import { useMemo, useState } from 'react';
import { alongside, chooseTasks } from '../../core/care/choose';
import { groupBy } from '../../core/units/group-by';
import type { Choosable } from '../../services/today/choice';
import classes from './IHave.module.css';

interface IHaveProps {
  candidates: Choosable[];
  /** minutes to begin with */
  initial?: number;
}

const quick = [10, 15, 25, 45, 60];
/** Steps by which more time is tried, in minutes. */
const more = [5, 10, 15, 20, 30];

/** The cleaning that buys most for the minutes at hand; it answers as the number is changed. */
export function IHave({ candidates, initial = 25 }: IHaveProps) {
  const [minutes, setMinutes] = useState(initial);
  const chosen = useMemo(() => chooseTasks(candidates, minutes), [candidates, minutes]);
  const also = useMemo(
    () => alongside(chosen, candidates, minutes) as Choosable[],
    [chosen, candidates, minutes],
  );
  const next = useMemo(() => widened(candidates, minutes), [candidates, minutes]);
  const machines = groupBy(chosen.tasks as Choosable[], ({ machineId }) => machineId);
  return (
    <section className={`panel ${classes.panel}`} aria-labelledby="i-have">
      <div>
        <h2 id="i-have" className={classes.head}>
          I have
          <NumberInput
            aria-label="Minutes I have"
            value={minutes}
            min={1}
            max={480}
            onChange={(value) => setMinutes(Number(value) || 0)}
            w={92}
          />
          minutes
        </h2>
        <div className={classes.quick}>
          {quick.map((value) => (
            <button
              key={value}
              type="button"
              className="go"
              aria-pressed={value === minutes}
              onClick={() => setMinutes(value)}
            >
              {value}
            </button>
          ))}
        </div>
      </div>
      <div aria-live="polite">
        {chosen.tasks.length === 0 && (
          <p className="quiet">
            {candidates.length === 0
              ? 'Nothing is due or nearly due on a machine that is free.'
              : 'Nothing that is due fits into that.'}
          </p>
        )}
        {[...machines].map(([machineId, tasks]) => (
          <div key={machineId} className={classes.machine}>
            <span>
              <b>{tasks[0]!.machine}</b>{' '}
              {tasks.map((one, index) => (
                <span key={one.id}>
                  {index > 0 && '; '}
                  {one.station}
                  <span className="quiet">
                    {' '}
                    {one.known ? one.depth : 'first look'}, {one.minutes} min
                  </span>
                </span>
              ))}
            </span>
            <Link
              className="go"
              href={`/clean?machine=${machineId}&pick=${tasks.map(({ id }) => id).join(',')}`}
              aria-label={`Start this on ${tasks[0]!.machine}`}
            >
              Start
            </Link>
          </div>
        ))}
        {chosen.tasks.length > 0 && (
          <p className={classes.sum}>
            {chosen.minutes} min hands-on with the openings
            {chosen.saved > 0 && `; openings shared save ${chosen.saved} min`}.{' '}
            <span className="quiet">Making safe, laying out and testing come on top.</span>
          </p>
        )}
        {also[0] && (
          <p className="quiet">
            Open anyway: {also[0].machine}, {also[0].station} ({also[0].minutes} min).
          </p>
        )}
        {next && (
          <p className="quiet">
            With {next.extra} more minutes:{' '}
            {next.added.map(({ machine, station }) => `${machine}, ${station}`).join('; ')}.
          </p>
        )}
      </div>
    </section>
  );
}

/** What somewhat more time would add, in the smallest step that pays. */
function widened(candidates: readonly Choosable[], minutes: number) {
  const now = chooseTasks(candidates, minutes);
  for (const extra of more) {
    const wider = chooseTasks(candidates, minutes + extra);
    const added = wider.tasks.filter(({ id }) => !now.tasks.some((one) => one.id === id));
    if (wider.worth > now.worth * 1.1 && added.length > 0) return { extra, added };
  }
  return null;
}
